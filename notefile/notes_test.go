package notefile_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/arrival"
	"sedum/core/stock"
	"sedum/notefile"
)

// wanted is what a note of testdata must give, written down from what its grower meant.
type wanted struct {
	File         string            `json:"file"`
	How          *arrival.How      `json:"how"`
	Chosen       arrival.How       `json:"chosen"`
	Missing      []arrival.Column  `json:"missing"`
	LeftOut      []string          `json:"left_out"`
	Left         []arrival.LeftOut `json:"left"`
	Questions    []map[string]any  `json:"questions"`
	Faults       [][3]any          `json:"faults"`
	FaultsBefore [][3]any          `json:"faults_before"`
	Lots         []map[string]any  `json:"lots"`
}

func wants(t testing.TB) []wanted {
	t.Helper()
	text, err := os.ReadFile("testdata/notes/want.json")
	require.NoError(t, err)
	var list []wanted
	require.NoError(t, json.Unmarshal(text, &list))
	require.GreaterOrEqual(t, len(list), 30)
	return list
}

func noteFile(t testing.TB, name string) []byte {
	t.Helper()
	file, err := os.ReadFile(filepath.Join("testdata/notes", name))
	require.NoError(t, err)
	return file
}

// faultsOf lists every fault as line, column and code.
func faultsOf(n arrival.Note) [][3]any {
	out := [][3]any{}
	for i := range n.Rows {
		_, faults := n.ReadRow(i)
		for _, f := range faults {
			out = append(out, [3]any{float64(n.Lines[i]), f.Field, string(f.Code)})
		}
	}
	return out
}

// Thirty-two notes as growers send them give what their growers meant.
func TestNotesAsGrowersSendThem(t *testing.T) {
	for _, want := range wants(t) {
		t.Run(want.File, func(t *testing.T) {
			file := noteFile(t, want.File)
			found, err := notefile.Read(file, arrival.How{})
			if want.Chosen.Encoding == "" && want.Chosen.HeadingLine == 0 {
				require.NoError(t, err)
				assert.Equal(t, append([]arrival.Column{}, want.Missing...), found.Missing())
			}
			if want.FaultsBefore != nil {
				assert.Equal(t, want.FaultsBefore, faultsOf(found))
			}
			asked(t, want.Questions, found.Questions(nil))
			n, err := notefile.Read(file, want.Chosen)
			require.NoError(t, err)
			assert.Empty(t, n.Missing())
			assert.Empty(t, n.Questions(unitsOr(want)), "what was answered is asked no more")
			if want.How != nil {
				for name, pair := range map[string][2]any{"encoding": {want.How.Encoding, n.As.Encoding}, "delimiter": {want.How.Delimiter, n.As.Delimiter},
					"sheet": {want.How.Sheet, n.As.Sheet}, "heading_line": {want.How.HeadingLine, n.As.HeadingLine}} {
					if pair[0] != arrival.Encoding("") && pair[0] != arrival.Delimiter("") && pair[0] != "" {
						assert.Equal(t, pair[0], pair[1], name)
					}
				}
			}
			assert.Equal(t, len(want.Left), len(n.Left))
			for i, left := range want.Left {
				got := n.Left[i]
				assert.Equal(t, []any{left.Line, left.Why, left.Said, left.Sum}, []any{got.Line, got.Why, got.Said, got.Sum})
			}
			if want.LeftOut != nil {
				assert.Equal(t, want.LeftOut, n.Unread())
			}
			assert.Equal(t, append([][3]any{}, want.Faults...), faultsOf(n))
			if len(want.Faults) == 0 {
				lots(t, want.Lots, n)
			}
		})
	}
}

// unitsOr answers the questions of a note that only asks with what it is read in.
func unitsOr(want wanted) map[arrival.Column]arrival.Unit {
	out := map[arrival.Column]arrival.Unit{}
	for c, u := range want.Chosen.Units {
		out[c] = u
	}
	for _, q := range want.Questions {
		if c := arrival.Column(q["column"].(string)); out[c] == "" {
			out[c] = arrival.MM
		}
	}
	return out
}

func asked(t *testing.T, want []map[string]any, got []arrival.Question) {
	t.Helper()
	require.Len(t, got, len(want), "%+v", got)
	for i, q := range want {
		assert.EqualValues(t, q["column"], got[i].Column)
		assert.Equal(t, q["girth"], got[i].Girth)
		for _, unit := range list(q["instead"]) {
			assert.Contains(t, got[i].Instead, arrival.Unit(unit.(string)))
		}
	}
}

func list(x any) []any {
	out, _ := x.([]any)
	return out
}

func lots(t *testing.T, want []map[string]any, n arrival.Note) {
	t.Helper()
	require.Len(t, n.Rows, len(want), "%+v", n.Rows)
	for i, lot := range want {
		got, faults := n.ReadRow(i)
		require.Empty(t, faults)
		is := map[string]any{"kind": got.Kind, "form": string(got.Form), "count": float64(got.Count), "pot_l": got.PotL, "caliper_mm": got.CaliperMM, "girth_cm": got.GirthCM, "height_m": got.HeightM,
			"price_cents": float64(got.PriceCents), "size": string(got.Size), "rootstock": got.Rootstock, "line": float64(n.Lines[i])}
		for field, value := range lot {
			switch field {
			case "ranges":
				ranges := map[string]any{}
				for _, r := range got.Ranges {
					ranges[string(r.Of)] = []any{r.Low, r.High}
				}
				assert.Equal(t, value, any(ranges))
			case "split":
				kind, cultivar := arrival.SplitCultivar(got.Kind)
				assert.Equal(t, value, any([]any{kind, cultivar}))
			case "assumed":
				assert.Contains(t, got.Assumed, stock.Assumable(value.(string)), "what follows from a girth is not measured")
			case "grafted":
				assert.Equal(t, value, got.Grafted != nil && *got.Grafted)
			default:
				assert.Equal(t, value, is[field], "lot %d: %s", i, field)
			}
		}
	}
}
