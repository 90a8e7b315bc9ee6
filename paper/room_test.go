package paper_test

import (
	"encoding/xml"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/internal/plantingtest"
	"sedum/paper"
)

// laid is where each word of a paper stands, in points.
type laid struct {
	Pages []struct {
		Width  float64 `xml:"width,attr"`
		Height float64 `xml:"height,attr"`
		Words  []word  `xml:"word"`
	} `xml:"body>doc>page"`
}

type word struct {
	Left  float64 `xml:"xMin,attr"`
	Top   float64 `xml:"yMin,attr"`
	Right float64 `xml:"xMax,attr"`
	Low   float64 `xml:"yMax,attr"`
	Text  string  `xml:",chardata"`
}

// over is the share of the smaller of two words that the other lies on. A box is higher than its letters.
func (w word) over(o word) float64 {
	trim := func(x word) word {
		high := x.Low - x.Top
		x.Top, x.Low = x.Top+high*0.24, x.Low-high*0.24
		return x
	}
	w, o = trim(w), trim(o)
	wide, high := min(w.Right, o.Right)-max(w.Left, o.Left), min(w.Low, o.Low)-max(w.Top, o.Top)
	if wide <= 0 || high <= 0 {
		return 0
	}
	area := func(x word) float64 { return (x.Right - x.Left) * (x.Low - x.Top) }
	return wide * high / min(area(w), area(o))
}

// In every language, system of units, size of page and edition, of any planting: no word leaves the page, and none is written over another.
func TestNothingIsCutOffOrWrittenOver(t *testing.T) {
	dir, all := t.TempDir(), speakers()
	drawn, third := 0, 0
	rapid.Check(t, func(rt *rapid.T) {
		s := rapid.SampledFrom(all).Draw(rt, "speaker")
		house, in, p := plantingtest.Plan(rt)
		for range 3 {
			if p.Refused == "" {
				break
			}
			house, in, p = plantingtest.Plan(rt)
		}
		if p.Refused != "" {
			return
		}
		day := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		sh := paper.Sheet{Number: 7, Customer: "Petra Averill", Address: "8 Tannery Lane, Lower Quarrywell", SpotName: "front lawn", Tag: "K74-QDX", Common: "Hornbeam",
			Botanical: "Carpinus betulus", LotNumber: 14, IssuedAt: day, IssuedBy: "Bram Okonedo", PlantingOn: day, Marked: "Services marked: LM-1, by county locating service",
			Input: in, Plan: p, Words: s.Plan(in, p, care.Calendar(care.FactsOf(house, day, in, p)))}
		if len(p.Stops) > 0 {
			sh.SignedReason = "the customer's wish, and she will water it herself"
		}
		large := rapid.Bool().Draw(rt, "large")
		raw, err := paper.SheetPDF(s, paper.House{Name: "Quarrywell Nursery", Address: "Ridge Road 2", Telephone: "555 0100", Mail: "trees@quarrywell.example"}, sh,
			rapid.SampledFrom([]string{"a4", "letter"}).Draw(rt, "size"), large)
		require.NoError(rt, err)
		file := filepath.Join(dir, "sheet.pdf")
		require.NoError(rt, os.WriteFile(file, raw, 0o600))
		var read laid
		require.NoError(rt, xml.Unmarshal([]byte(run(t, "pdftotext", "-bbox", file, "-")), &read))
		most := 3
		if large {
			most = 4
		} else if drawn++; len(read.Pages) == 3 {
			third++
		}
		require.LessOrEqual(rt, len(read.Pages), most)
		for n, page := range read.Pages {
			for i, w := range page.Words {
				if w.Left < 30 || w.Right > page.Width-28 || w.Top < 20 || w.Low > page.Height-8 {
					rt.Fatalf("page %d: %q leaves the page: %+v", n+1, w.Text, w)
				}
				for _, o := range page.Words[i+1:] {
					if share := w.over(o); share >= 0.12 {
						rt.Fatalf("page %d: %q at %.0f %.0f and %q at %.0f %.0f are written over each other: %.2f", n+1, w.Text, w.Left, w.Top, o.Text, o.Left, o.Top, share)
					}
				}
			}
		}
	})
	// Plans are drawn here with all that can be wrong, found and chosen at once; what people plan keeps to its two pages.
	require.LessOrEqual(t, float64(third), 0.1*float64(drawn)+1, "of %d sheets %d have a third page", drawn, third)
}
