package paper_test

import (
	"encoding/xml"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/internal/plantingtest"
	"sedum/paper"
)

// The card for whoever waters says four times what the sheet's own box says, the finger before the litres, names nobody and no address, and nothing of it
// leaves its quarter or is written over.
func TestTheCardForWhoeverWaters(t *testing.T) {
	dir, all := t.TempDir(), speakers()
	rapid.Check(t, func(rt *rapid.T) {
		s := rapid.SampledFrom(all).Draw(rt, "speaker")
		house, in, p := plantingtest.Plan(rt)
		if p.Refused != "" {
			return
		}
		day := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		w := s.Plan(in, p, care.Calendar(care.FactsOf(house, day, in, p)))
		raw, err := paper.PocketCardPDF(s, paper.House{Name: "Quarrywell Nursery", Telephone: "555 0100"}, paper.Sheet{Number: 7, Customer: "Petra Averill", Address: "8 Tannery Lane", SpotName: "front lawn",
			Tag: "K74-QDX", Common: "Downy serviceberry", IssuedAt: day, PlantingOn: day, Input: in, Plan: p, Words: w}, rapid.SampledFrom([]string{"a4", "letter"}).Draw(rt, "size"))
		require.NoError(rt, err)
		file := filepath.Join(dir, "card.pdf")
		require.NoError(rt, os.WriteFile(file, raw, 0o600))
		text := squash(run(t, "pdftotext", "-raw", file, "-"))
		for _, said := range []string{w.Sheet.Pour, w.Sheet.Finger, "K74-QDX", "555 0100"} {
			assert.Equal(rt, 4, strings.Count(text, squash(said)), said)
		}
		for _, r := range w.Sheet.Rows {
			assert.Contains(rt, text, squash(r.Often))
		}
		assert.Less(rt, strings.Index(text, squash(w.Sheet.Finger)), strings.Index(text, squash(w.Sheet.Pour)), "first the finger")
		for _, personal := range []string{"Averill", "Tannery"} {
			assert.NotContains(rt, text, personal)
		}
		var read laid
		require.NoError(rt, xml.Unmarshal([]byte(run(t, "pdftotext", "-bbox", file, "-")), &read))
		require.Len(rt, read.Pages, 1)
		page := read.Pages[0]
		for i, one := range page.Words {
			if one.Text == "Sedum" || one.Text == "made" || one.Text == "with" {
				continue
			}
			assert.False(rt, one.Left < page.Width/2 && one.Right > page.Width/2, "%q lies across the cut", one.Text)
			assert.False(rt, one.Top < page.Height/2 && one.Low > page.Height/2+2, "%q lies across the cut", one.Text)
			for _, o := range page.Words[i+1:] {
				require.Less(rt, one.over(o), 0.12, "%q and %q", one.Text, o.Text)
			}
		}
	})
}
