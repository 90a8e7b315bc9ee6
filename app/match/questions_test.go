package match_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/match"
	"sedum/core/fit"
	core "sedum/core/ground"
	"sedum/kernel"
)

// What a question says that an answer leaves is what stands in the list when it is given: by every answer of every question.
func TestAnAnswerLeavesWhatItSays(t *testing.T) {
	w := Open(t)
	id := w.SpotOf("Petra Averill").ID
	see := func() match.Ranked { return Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(id)}) }
	trees := func(r match.Ranked) (n int) {
		for _, k := range r.Kinds {
			if k.Mark != fit.Excluded {
				n += k.Count
			}
		}
		return n
	}
	give := func(change func(*core.Facts)) match.Ranked {
		spot := Saw[ground.Page](w, "see-spot", ByID(id))
		change(&spot.Ground)
		w.Deed(w.Advisor, "save-spot", ByID(id), ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate})
		return see()
	}
	before := see()
	require.Len(t, before.Questions, 7)
	leaves := map[match.Asked]map[string]int{}
	for _, q := range before.Questions {
		leaves[q.Question] = map[string]int{}
		for _, o := range q.Options {
			leaves[q.Question][o.Answer] = o.Trees
			assert.Equal(t, (q.Question == match.AskedPurpose && o.Answer == "shade") || (q.Question == match.AskedWater && o.Answer == "hose"), o.Given, "%s %s", q.Question, o.Answer)
		}
	}
	// A hard no excludes, and says why; what it leaves is what is left.
	for _, harm := range []core.Harm{"poison", "thorns", "fruit-drop", "spreads", "pollen"} {
		after := give(func(g *core.Facts) { g.Never = []core.Harm{harm} })
		assert.Equal(t, leaves[match.AskedNever][string(harm)], trees(after), harm)
		for _, k := range after.Kinds {
			for _, a := range k.Against {
				if a.Code == "never-"+string(harm) {
					assert.Equal(t, fit.Excluded, k.Mark)
					assert.Empty(t, k.Trees)
				}
			}
		}
	}
	give(func(g *core.Facts) { g.Never = nil })
	for _, water := range []core.Water{core.WaterNone, core.WaterCarried, core.WaterDrip} {
		after := give(func(g *core.Facts) { g.Water = water })
		assert.Equal(t, leaves[match.AskedWater][string(water)], trees(after), water)
	}
	give(func(g *core.Facts) { g.Water = core.WaterHose })
	// Wishes exclude nothing; of equals what meets more of them comes first.
	tall := give(func(g *core.Facts) { g.TallestM = Ptr(5.0) })
	assert.Equal(t, trees(before), trees(tall))
	assert.Less(t, leaves[match.AskedTallest]["5"], leaves[match.AskedTallest]["20"])
	// Who lives there excludes nothing either, and what may harm them is told at the kind.
	children := give(func(g *core.Facts) { g.TallestM, g.LivesHere = nil, []core.Resident{core.Children} })
	assert.Equal(t, trees(before), trees(children))
	yew, err := Did[match.Orderable](w, w.Advisor, "match-order", match.OrderAsk{ByID: ByID(id), Find: "Taxus baccata Fastigiata"}, nil)
	require.NoError(t, err)
	require.Len(t, yew.Kinds, 1)
	require.Len(t, yew.Kinds[0].Beware, 1)
	assert.Equal(t, "children-poison", yew.Kinds[0].Beware[0].Code)
	assert.NotEqual(t, fit.Excluded, yew.Kinds[0].Mark)
	give(func(g *core.Facts) { g.Never = []core.Harm{"poison"} })
	yew, err = Did[match.Orderable](w, w.Advisor, "match-order", match.OrderAsk{ByID: ByID(id), Find: "Taxus baccata Fastigiata"}, nil)
	require.NoError(t, err)
	assert.Equal(t, fit.Excluded, yew.Kinds[0].Mark)
	assert.Equal(t, "never-poison", yew.Kinds[0].Against[0].Code)
}

// The tree that is drawn is the one that is judged: its sizes are the contract's, its meetings those of the match.
func TestATreeGrowsAsItIsJudged(t *testing.T) {
	w := Open(t)
	id := w.SpotOf("Petra Averill").ID
	ranked := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(id)})
	for _, k := range ranked.Kinds {
		grown, err := Did[match.Grown](w, w.Advisor, "see-room", match.RoomAsk{ByID: ByID(id), Kind: k.Botanical, HeightM: k.HeightM}, nil)
		require.NoError(t, err)
		require.Len(t, grown.Years, 51)
		for _, s := range k.Sizes {
			assert.Equal(t, s, grown.Years[s.Year], k.Common)
		}
		for i := 1; i < len(grown.Years); i++ {
			assert.GreaterOrEqual(t, grown.Years[i].HeightM, grown.Years[i-1].HeightM)
			assert.GreaterOrEqual(t, grown.Years[i].SpreadM, grown.Years[i-1].SpreadM)
		}
		require.Len(t, grown.Meets, 3)
		for _, m := range grown.Meets {
			if m.FirstYear != nil && *m.FirstYear > 0 && m.Kind == core.NeighbourBoundary {
				// In that year its crown is over the boundary, and in the year before it is not.
				assert.Greater(t, grown.Years[*m.FirstYear].SpreadM/2, *m.DistanceM-0.01)
				assert.LessOrEqual(t, grown.Years[*m.FirstYear-1].SpreadM/2, *m.DistanceM+0.01)
			}
		}
	}
	_, err := Did[match.Grown](w, w.Advisor, "see-room", match.RoomAsk{ByID: ByID(id), Kind: "Nothing like it"}, nil)
	assert.ErrorIs(t, err, kernel.ErrMissing)
}

// Of what nobody measured the first would tell of most trees; measured, it is asked no more.
func TestWhatWouldTellMost(t *testing.T) {
	w := Open(t)
	id, err := Did[string](w, w.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: "Odo Vance", Address: "1 Mill Row", LatDeg: Ptr(47.0), SpotName: "lawn"})
	require.NoError(t, err)
	see := func() []match.Open { return Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(id)}).Open }
	before := see()
	require.NotEmpty(t, before)
	known := map[fit.Factor]bool{}
	for i, o := range before {
		known[o.Factor] = true
		assert.NotEmpty(t, o.Name)
		if i > 0 {
			assert.LessOrEqual(t, o.Trees, before[i-1].Trees)
		}
	}
	assert.True(t, known[fit.Light] && known[fit.Cold] && known[fit.SoilGroup] && known[fit.Wind])
	spot := Saw[ground.Page](w, "see-spot", ByID(id))
	spot.Ground.SunH, spot.Ground.Exposure = Ptr(8.0), core.WindOpen
	w.Deed(w.Advisor, "save-spot", ByID(id), ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate})
	for _, o := range see() {
		assert.NotContains(t, []fit.Factor{fit.Light, fit.Wind}, o.Factor)
	}
}
