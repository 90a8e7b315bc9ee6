package notefile_test

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"strconv"
	"strings"
	"testing"
	"unicode/utf8"

	"pgregory.net/rapid"

	"sedum/core/arrival"
	"sedum/core/stock"
	"sedum/notefile"
)

// written is a row as a grower has it in mind.
type written struct {
	kind    string
	count   int
	potL    float64
	caliper float64
	cents   int
}

func drawRow(t *rapid.T) written {
	return written{
		kind:  rapid.SampledFrom([]string{"Hornbeam", "Field maple", "Tarrow's late, red", `Crab "Lantern"`, "Érable", "Silver; lime"}).Draw(t, "kind"),
		count: rapid.IntRange(1, arrival.MostTrees).Draw(t, "count"), potL: float64(rapid.IntRange(1, 4000).Draw(t, "pot")) / 2,
		caliper: float64(rapid.IntRange(1, 800).Draw(t, "caliper")) / 2, cents: rapid.IntRange(0, 500_000).Draw(t, "price"),
	}
}

// asGrowersDo writes a note with this house's signs: commas or semicolons or tabs, points or commas in numbers, a mark of the encoding
// or none, lines that end in one way or the other, columns in any order under any of their names.
func asGrowersDo(t *rapid.T, rows []written) []byte {
	sign := rapid.SampledFrom([]rune{',', ';', '\t'}).Draw(t, "sign")
	number := func(x float64) string {
		text := strconv.FormatFloat(x, 'f', -1, 64)
		if sign == ';' {
			return strings.ReplaceAll(text, ".", ",")
		}
		return text
	}
	columns := rapid.Permutation([]int{0, 1, 2, 3, 4, 5}).Draw(t, "order")
	names := [][]string{{"Kind", "Plant", "species"}, {"form", "Stock form", "TYPE"}, {"Qty", "count", "Pieces"}, {"Pot size", "litres", "Container L"},
		{"Caliper mm", "caliper"}, {"Price", "unit price"}}
	var out bytes.Buffer
	if rapid.Bool().Draw(t, "a mark of the encoding") {
		out.WriteString("\xEF\xBB\xBF")
	}
	w := csv.NewWriter(&out)
	w.Comma, w.UseCRLF = sign, rapid.Bool().Draw(t, "two signs end a line")
	write := func(cells [6]string) {
		record := make([]string, len(columns))
		for i, c := range columns {
			record[i] = cells[c]
		}
		_ = w.Write(record)
	}
	var heads [6]string
	for i, list := range names {
		heads[i] = rapid.SampledFrom(list).Draw(t, "heading")
	}
	write(heads)
	for _, r := range rows {
		if rapid.IntRange(0, 5).Draw(t, "an empty line") == 0 {
			write([6]string{})
		}
		write([6]string{" " + r.kind + " ", rapid.SampledFrom([]string{"pot", "Container", "POTTED"}).Draw(t, "form"), strconv.Itoa(r.count), number(r.potL),
			number(r.caliper), number(float64(r.cents) / 100)})
	}
	w.Flush()
	return out.Bytes()
}

// However a grower writes a note, what was meant is what is read.
func TestWhatWasMeantIsRead(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		rows := rapid.SliceOfN(rapid.Custom(drawRow), 1, 12).Draw(t, "rows")
		file := asGrowersDo(t, rows)
		n, err := notefile.Read(file, arrival.How{})
		if err != nil {
			t.Fatalf("%q: %v", file, err)
		}
		if len(n.Rows) != len(rows) {
			t.Fatalf("%q: %d rows, not %d", file, len(n.Rows), len(rows))
		}
		for i, want := range rows {
			got, faults := n.ReadRow(i)
			if len(faults) > 0 {
				t.Fatalf("%q: row %d: %v", file, i, faults)
			}
			if got.Kind != want.kind || got.Form != stock.Container || got.Count != want.count || got.PotL != want.potL || got.CaliperMM != want.caliper ||
				got.PriceCents != want.cents {
				t.Fatalf("%q: row %d is %+v, meant was %+v", file, i, got, want)
			}
			if i > 0 && n.Lines[i] <= n.Lines[i-1] {
				t.Fatalf("lines %v do not go down the file", n.Lines)
			}
		}
	})
}

// Any bytes at all are read or told why not; a row that is read holds what a lot may hold.
func FuzzRead(f *testing.F) {
	for _, seed := range []string{"kind,form,count\nHornbeam,pot,5\n", "a;b\n1,5;=x\n", "\xFF\xFEx", "PK\x03\x04", "\"", "kind\n" + strings.Repeat(",", 300), "kind,form,count,pot_l\nHornbeam,pot,1e9,-1\n",
		"kind,form,count,size\nHazel,bare root,١٢,whip\n", "kind,form,count,caliper\nHazel,balled,3,NaN\n", "kind,form,count,height\nHazel,balled,3,Inf\n"} {
		f.Add([]byte(seed))
	}
	for _, want := range wants(f) {
		f.Add(noteFile(f, want.File))
	}
	f.Fuzz(func(t *testing.T, file []byte) {
		n, err := notefile.Read(file, arrival.How{})
		var unreadable arrival.Unreadable
		if errors.As(err, &unreadable) {
			return
		}
		if err != nil {
			t.Fatalf("%q: %v", file, err)
		}
		for i := range n.Rows {
			row, faults := n.ReadRow(i)
			if len(faults) > 0 {
				continue
			}
			for what, x := range map[string]float64{"pot": row.PotL, "ball": row.BallDiameterMM, "height of the ball": row.BallHeightMM, "caliper": row.CaliperMM, "girth": row.GirthCM, "height": row.HeightM} {
				if !(x >= 0 && x <= 1e4) {
					t.Fatalf("%q: %s %g", file, what, x)
				}
			}
			if row.Kind == "" || !utf8.ValidString(row.Kind) || row.Count < 1 || row.Count > arrival.MostTrees || arrival.Formula(row.Kind) {
				t.Fatalf("%q: %s", file, fmt.Sprintf("%+v", row))
			}
		}
	})
}
