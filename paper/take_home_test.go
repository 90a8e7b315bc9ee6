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

	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
	"sedum/paper"
	"sedum/words"
)

func card(t require.TestingT, s words.Speaker, house rules.House, tree planting.Tree, kind planting.Kind, size string) ([]byte, planting.TakeHome) {
	home, err := planting.TakeHomeOf(house, tree, kind)
	require.NoError(t, err)
	raw, err := paper.TakeHomePDF(s, paper.House{Name: "Quarrywell Trees", Telephone: "555 0100", Web: "https://quarrywell.example"}, paper.TakeHome{Tag: "K74-QDX", Common: "Quince",
		Botanical: "Cydonia oblonga", LotNumber: 14, At: time.Date(2026, 11, 25, 0, 0, 0, 0, time.UTC), Tree: tree, Card: home, Done: []string{"8 mm cleared off the top (Ilsa Tarrow)"},
		Cautions: []string{s.Say("caution.thorns", nil)}, MulchMM: 50, GapMM: 100, MulchOuterMM: 500, StakeMonths: 12}, size)
	require.NoError(t, err)
	return raw, home
}

// The card says of each answer of the drainage hole how deep this tree goes there, asks where nobody plants by a card, and claims nothing of a
// ground that nobody has seen.
func TestTheTakeHomeCardSaysWhatIsKnownAndAsksTheRest(t *testing.T) {
	s := words.In(words.American, words.Metric)
	tree := planting.Tree{Form: stock.Container, Pot: stock.PotStandard, CaliperMM: 32, HeightM: 2.2, BallDiameterMM: 300, BallHeightMM: 260, FlareDepthMM: 20}
	raw, home := card(t, s, rules.House{}, tree, planting.Kind{DrainageMax: ground.DrainageSlow}, "a4")
	text := plain(run(t, "pdftotext", "-raw", keep(t, raw), "-"))
	for _, want := range []string{"Take it home: Quince", "K74-QDX", "Call the locating service", "Gone within 1 h 230 mm deep root flare 10 mm above the ground", "Gone within 6 h 215 mm deep root flare 25 mm above the ground",
		"Gone within 24 h Do not plant yet. Come and ask us.", "from the root flare to the bottom: 240 mm", "at least 600 mm wide; in heavy soil 900 mm", "8 mm cleared off the top (Ilsa Tarrow)", "Dig a small hole, 300 mm deep", "Stakes and ties: after 12 months.", "555 0100", "Thorns: gloves"} {
		assert.Contains(t, text, want)
	}
	assert.Less(t, strings.Index(text, "Call the locating service"), strings.Index(text, "Dig a small hole"), "services come before the test hole")
	assert.Contains(t, text, s.Measure(planting.Measure{Value: home.DoseL, Unit: "l"}))
	for _, never := range []string{"Services marked", "loam", "from the west", "no value"} {
		assert.NotContains(t, text, never)
	}
}

// One page, whatever the tree, the language, the units and the page; no word leaves it or is written over another.
func TestTheTakeHomeCardIsOnePage(t *testing.T) {
	dir := t.TempDir()
	rapid.Check(t, func(rt *rapid.T) {
		s := rapid.SampledFrom(speakers()).Draw(rt, "speaker")
		tree := plantingtest.Tree(rt)
		kind := planting.Kind{DrainageMax: rapid.SampledFrom(set.All[ground.Drainage]()).Draw(rt, "bears"), GrownForFruit: rapid.Bool().Draw(rt, "fruit")}
		raw, _ := card(rt, s, plantingtest.House(rt), tree, kind, rapid.SampledFrom([]string{"a4", "letter"}).Draw(rt, "size"))
		file := filepath.Join(dir, "card.pdf")
		require.NoError(rt, os.WriteFile(file, raw, 0o600))
		var read laid
		require.NoError(rt, xml.Unmarshal([]byte(run(t, "pdftotext", "-bbox", file, "-")), &read))
		require.Len(rt, read.Pages, 1)
		page := read.Pages[0]
		for i, w := range page.Words {
			if w.Left < 30 || w.Right > page.Width-28 || w.Top < 20 || w.Low > page.Height-8 {
				rt.Fatalf("%q leaves the page: %+v", w.Text, w)
			}
			for _, o := range page.Words[i+1:] {
				if share := w.over(o); share >= 0.12 {
					rt.Fatalf("%q at %.0f %.0f and %q at %.0f %.0f are written over each other: %.2f", w.Text, w.Left, w.Top, o.Text, o.Left, o.Top, share)
				}
			}
		}
	})
}
