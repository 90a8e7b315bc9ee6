package app_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/photos"
)

type notePreview struct {
	ID      string
	Missing []string
	Total   int
	Sound   int
	Faulty  []struct {
		Line   int
		Faults []struct{ Field, Message, Code string }
	}
}

func (p person) openNote(text string) notePreview {
	p.t.Helper()
	status, body := p.send("POST", "/api/v1/notes?name=note.csv", text, "Content-Type", "text/csv")
	require.Equal(p.t, 200, status, body)
	var out notePreview
	require.NoError(p.t, json.Unmarshal([]byte(body), &out))
	return out
}

// Every way in which a note goes wrong has an answer that names the remedy.
func TestFaultsInADeliveryNote(t *testing.T) {
	p := open(t).as(t, "ilsa")
	for name, c := range map[string]struct{ file, code, says string }{
		"a workbook cut short": {"PK\x03\x04 and more", "note-zip", "save it again"},
		"no text":              {"kind,form,count\nH\x01ssel,pot,3\n", "note-encoding", "line 2"},
		"only headings":        {"kind,form,count\n", "note-empty", "no rows"},
		"an open quote":        {"kind,form,count\n\"Hornbeam,pot,3\n", "note-quotes", "line 2"},
	} {
		status, problem := p.problem("POST", "/api/v1/notes?name=x.csv", c.file, "Content-Type", "text/csv")
		assert.Equal(t, http.StatusUnprocessableEntity, status, name)
		require.Len(t, problem.Errors, 1, name)
		assert.Equal(t, "file", problem.Errors[0].Field, name)
		assert.Equal(t, c.code, problem.Errors[0].Code, name)
		assert.Contains(t, problem.Errors[0].Message, c.says, name)
	}
	status, _ := p.problem("POST", "/api/v1/notes?name=x.csv", strings.Repeat("a,b,c\n", 9<<20), "Content-Type", "text/csv")
	assert.Equal(t, http.StatusRequestEntityTooLarge, status, "54 MB")

	missing := p.openNote("plant;qty\nHornbeam;3\n")
	assert.Equal(t, []string{"form"}, missing.Missing)
	semicolons := p.openNote("plant;type;litres;qty\nHornbeam;pot;12,5;0\nHornbeam;pot;12,5;1000000\nHornbeam;pot;12,5;2\n=1+1;pot;3;2\n")
	assert.Equal(t, 1, semicolons.Sound)
	codes := map[int]string{}
	for _, f := range semicolons.Faulty {
		codes[f.Line] = f.Faults[0].Field + " " + f.Faults[0].Code
	}
	assert.Equal(t, map[int]string{2: "count at_least", 3: "count at_most", 5: "kind formula"}, codes)

	request := fmt.Sprintf("/api/v1/notes/%s/faulty.csv", semicolons.ID)
	for separator, sign := range map[string]string{"comma": ",", "semicolon": ";", "tab": "\t", "pipe": "|"} {
		_, file := p.send("GET", request+"?separator="+separator, nil)
		assert.True(t, strings.HasPrefix(file, "\uFEFFplant"+sign+"type"+sign+"litres"), "%s: %q", separator, file)
	}
	refused, _ := p.problem("GET", request+"?separator=dot", nil)
	assert.Equal(t, 422, refused)
	status, file := p.send("GET", request, nil)
	require.Equal(t, 200, status)
	assert.Contains(t, file, "'=1+1", "a cell that would run is only read")
	assert.Contains(t, file, "count: This must be 1 or more.")

	status, problem := p.problem("POST", fmt.Sprintf("/api/v1/notes/%s/rows", missing.ID), map[string]any{"grower": "", "lifted_at": "", "arrived_at": "",
		"packing": "", "from": 0, "again": false})
	assert.Equal(t, 422, status)
	fields := []string{}
	for _, e := range problem.Errors {
		fields = append(fields, e.Field)
	}
	assert.ElementsMatch(t, []string{"grower", "columns.form"}, fields)
}

// A long note comes in by the hundred and says how far it is.
func TestALongNoteShowsItsProgress(t *testing.T) {
	p := open(t).as(t, "ilsa")
	var text strings.Builder
	text.WriteString("kind,form,pot_l,count\n")
	for range 5000 {
		text.WriteString("Hornbeam,pot,20,1\n")
	}
	note := p.openNote(text.String())
	require.Equal(t, 5000, note.Sound)
	var step struct{ Done, Total, Trees, Delivery int }
	steps := 0
	for step.Total == 0 || step.Done < step.Total {
		status, body := p.send("POST", fmt.Sprintf("/api/v1/notes/%s/rows", note.ID), map[string]any{"grower": "Marrow Hill Growers", "lifted_at": "",
			"arrived_at": "", "packing": "", "from": step.Done, "again": false})
		require.Equal(t, 200, status, body)
		require.NoError(t, json.Unmarshal([]byte(body), &step))
		steps++
		require.Less(t, steps, 100)
	}
	assert.Greater(t, steps, 10)
	assert.Equal(t, 5000, step.Trees)
}

func poppler(t *testing.T, file []byte, tool string, args ...string) string {
	t.Helper()
	at := filepath.Join(t.TempDir(), "x.pdf")
	require.NoError(t, os.WriteFile(at, file, 0o600))
	args = append(args, at)
	if tool == "pdftotext" {
		args = append(args, "-")
	}
	out, err := exec.Command(tool, args...).Output()
	require.NoError(t, err)
	return string(out)
}

func TestLabelsAreOnPaperAndAtThePrinter(t *testing.T) {
	p := open(t).as(t, "ilsa")
	var lot struct {
		Tags  int
		Trees []struct{ Tag string }
	}
	p.get("/api/v1/lots/14", &lot)
	for _, size := range []string{"a4", "letter"} {
		status, file := p.send("GET", "/api/v1/lots/14/labels.pdf?paper="+size, nil)
		require.Equal(t, 200, status)
		text := poppler(t, []byte(file), "pdftotext", "-layout")
		for _, tree := range lot.Trees {
			assert.Contains(t, text, tree.Tag, size)
		}
	}
	status, body := p.send("POST", "/api/v1/lots/14/labels", map[string]any{})
	assert.Equal(t, 200, status)
	assert.JSONEq(t, fmt.Sprintf(`{"count":%d}`, lot.Tags), body)
}

func TestTheLotPageTellsItsPlanAndItsAnswer(t *testing.T) {
	h := open(t)
	p := h.as(t, "ilsa")
	type lot struct {
		Version int
		Plan    struct {
			Options []struct {
				Text  string
				Looks []struct{ Checked int }
			}
		}
		Sample *struct {
			Drawn      []struct{ Number int }
			Seed       string
			AnswerText string `json:"answer_text"`
			Answer     any
		}
		Follows map[string]struct{ Trees int }
	}
	var before, after lot
	p.get("/api/v1/lots/14", &before)
	assert.Nil(t, before.Sample)
	assert.Contains(t, before.Plan.Options[0].Text, fmt.Sprintf("Check %d.", before.Plan.Options[0].Looks[0].Checked))
	status, body := p.send("POST", "/api/v1/lots/14/sample", map[string]any{"looks": 2})
	require.Equal(t, 200, status, body)
	require.NoError(t, json.Unmarshal([]byte(body), &after))
	require.NotNil(t, after.Sample)
	assert.NotEmpty(t, after.Sample.Seed)
	assert.Nil(t, after.Sample.Answer, "not before the look")
	status, problem := p.problem("POST", "/api/v1/lots/14/sample", map[string]any{"looks": 1})
	assert.Equal(t, 409, status)
	assert.Equal(t, "sample-drawn", problem.Code)
	status, problem = p.problem("POST", "/api/v1/lots/14/decisions", map[string]any{"version": 99, "decision": "released", "note": ""})
	assert.Equal(t, 409, status)
	assert.InDelta(t, after.Version, problem.Current["version"], 0, "the present state comes with the refusal")
	status, problem = p.problem("POST", "/api/v1/lots/14/grower-note", map[string]any{"asked": "credit", "message": "", "language": "en-US", "units": "metric"})
	assert.Equal(t, 403, status, "%v", problem)
}

func TestANoteToAGrowerIsOnPaperAndInATable(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	var growers struct {
		Growers []struct {
			Name   string
			Faulty struct{ Found, Checked int }
			Notes  []struct{ Number, Returned int }
		}
	}
	p.get("/api/v1/growers", &growers)
	for _, g := range growers.Growers {
		for _, n := range g.Notes {
			_, file := p.send("GET", fmt.Sprintf("/api/v1/grower-notes/%d/note.pdf?paper=letter", n.Number), nil)
			text := strings.Join(strings.Fields(poppler(t, []byte(file), "pdftotext", "-layout")), " ")
			assert.Contains(t, text, fmt.Sprintf("%d to go back", n.Returned))
			assert.Contains(t, text, g.Name)
			_, table := p.send("GET", fmt.Sprintf("/api/v1/grower-notes/%d/note.csv", n.Number), nil)
			assert.Contains(t, table, "tag,tree,verdict")
		}
	}
	require.NotEmpty(t, growers.Growers)
}

func TestAPhotographTravels(t *testing.T) {
	p := open(t).as(t, "ilsa")
	var picture bytes.Buffer
	require.NoError(t, jpeg.Encode(&picture, image.NewGray(image.Rect(0, 0, 900, 600)), nil))
	tag := p.tagIn("unchecked")
	status, body := p.send("POST", "/api/v1/trees/"+tag+"/photos?part=root&caption=soft", picture.String(), "Content-Type", "application/octet-stream")
	require.Equal(t, 200, status, body)
	var tree struct {
		Photos []struct{ ID, Caption string }
	}
	p.get("/api/v1/trees/"+tag, &tree)
	require.Len(t, tree.Photos, 1)
	status, small := p.send("GET", "/api/v1/photos/"+tree.Photos[0].ID+"/thumbnail.jpg", nil)
	require.Equal(t, 200, status)
	size, _, err := image.DecodeConfig(strings.NewReader(small))
	require.NoError(t, err)
	assert.Equal(t, 320, size.Width)
	status, problem := p.problem("POST", "/api/v1/trees/"+tag+"/photos?part=root", "picture.jpg", "Content-Type", "application/octet-stream")
	assert.Equal(t, 409, status)
	assert.Equal(t, "photo-kind", problem.Code)
	status, _ = p.problem("POST", "/api/v1/trees/"+tag+"/photos?part=root", strings.Repeat("x", photos.Limit+10), "Content-Type", "application/octet-stream")
	assert.Equal(t, 413, status)
}

func TestTheClockIsToldInWordsAndKeptInTouches(t *testing.T) {
	p := open(t).as(t, "ilsa")
	var clock struct {
		Mine  bool
		Units []struct {
			Lot    int
			Cover  string
			Stages []struct{ ID string }
			Result struct {
				HoursLeft *float64 `json:"hours_left"`
			}
		}
	}
	p.get("/api/v1/clock", &clock)
	require.NotEmpty(t, clock.Units)
	assert.True(t, clock.Mine)
	for i := 1; i < len(clock.Units); i++ {
		a, b := clock.Units[i-1].Result.HoursLeft, clock.Units[i].Result.HoursLeft
		if a != nil && b != nil {
			assert.LessOrEqual(t, *a, *b, "the soonest first")
		}
	}
	lot := clock.Units[0].Lot
	status, body := p.send("POST", "/api/v1/clock/stages", map[string]any{"lot": lot, "tag": "", "cover": "heeled-in", "rewet": false, "at": ""})
	require.Equal(t, 200, status, body)
	status, problem := p.problem("POST", "/api/v1/clock/stages", map[string]any{"lot": lot, "tag": "", "cover": "", "rewet": false, "at": ""})
	assert.Equal(t, 422, status)
	assert.Equal(t, "cover", problem.Errors[0].Field)
	status, problem = p.problem("PUT", "/api/v1/clock/stages/"+clock.Units[0].Stages[0].ID+"/undone", map[string]any{"reason": ""})
	assert.Equal(t, 409, status)
	assert.Equal(t, "first-stage", problem.Code)
	status, body = p.send("POST", "/api/v1/dips/plan", map[string]any{"lot": lot, "tag": "", "size": "seedling", "trees": 260, "waste_pct": 15, "packet_g": 400, "packet_water_l": 35,
		"vat_l": 20, "weighed_g": 75})
	require.Equal(t, 200, status, body)
	assert.Contains(t, body, `"powder_g":68.3`, "handbook case gel-dip 1")
	assert.Contains(t, body, "Take out 6.7")
}
