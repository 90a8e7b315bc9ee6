package match_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/match"
	"sedum/core/fault"
	"sedum/core/fit"
)

// forSale are the first trees of some kinds that may be sold.
func forSale(w *World, spotID string, most int) []string {
	tags := []string{}
	for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spotID)}).Kinds {
		if k.Mark != fit.Excluded && len(k.Trees) > 0 && len(tags) < most {
			tags = append(tags, k.Trees[0].Tag)
		}
	}
	return tags
}

// Three trees for the three spots of a garden: the best of the six ways, counted out; a pinned choice is kept and costs what it costs.
func TestSeveralTreesForSeveralSpots(t *testing.T) {
	w := Open(t)
	id := w.SpotOf("Petra Averill").ID
	tags := forSale(w, id, 3)
	require.Len(t, tags, 3)
	whole, err := Did[match.Whole](w, w.Advisor, "match-several", ByID(id), match.Several{Tags: tags, Pins: []match.Pin{}})
	require.NoError(t, err)
	require.Len(t, whole.Spots, 3)
	assert.True(t, whole.Spaced)
	assert.True(t, whole.Exact)
	best := math.Inf(-1)
	for _, way := range [][3]int{{0, 1, 2}, {0, 2, 1}, {1, 0, 2}, {1, 2, 0}, {2, 0, 1}, {2, 1, 0}} {
		total := 0.0
		for tree, spot := range way {
			total += whole.Trees[tree].At[spot].Overall
		}
		best = math.Max(best, total)
	}
	assert.LessOrEqual(t, whole.Total, best+0.02, "room between the trees only takes away")
	taken := map[string]bool{}
	for _, tree := range whole.Trees {
		if tree.SpotID != "" {
			assert.False(t, taken[tree.SpotID])
			taken[tree.SpotID] = true
		}
	}
	require.NotNil(t, whole.Next)
	assert.GreaterOrEqual(t, whole.Next.Costs, 0.0)
	assert.NotEmpty(t, whole.Next.Trees)
	// The first tree at another spot that it bears.
	for i, at := range whole.Trees[0].At {
		if at.Overall <= 0 || whole.Spots[i].ID == whole.Trees[0].SpotID {
			continue
		}
		pinned, err := Did[match.Whole](w, w.Advisor, "match-several", ByID(id), match.Several{Tags: tags, Pins: []match.Pin{{Tag: tags[0], SpotID: whole.Spots[i].ID}}})
		require.NoError(t, err)
		assert.Equal(t, whole.Spots[i].ID, pinned.Trees[0].SpotID)
		assert.True(t, pinned.Trees[0].Pinned)
		assert.LessOrEqual(t, pinned.Total, whole.Total+1e-9)
		break
	}
}

func TestWhatSeveralRefuses(t *testing.T) {
	w := Open(t)
	id := w.SpotOf("Petra Averill").ID
	tags := forSale(w, id, 2)
	ask := func(tags []string, pins ...match.Pin) error {
		return w.Err(w.Advisor, "match-several", ByID(id), match.Several{Tags: tags, Pins: pins})
	}
	Fault(t, ask([]string{tags[0], tags[0]}), "tags.1", fault.SaidTwice)
	Fault(t, ask(tags, match.Pin{Tag: tags[0], SpotID: "nowhere"}), "pins.0.spot_id", fault.NotThere)
	Fault(t, ask(tags[:1], match.Pin{Tag: tags[1], SpotID: id}), "pins.0.tag", fault.NotThere)
	Refused(t, ask([]string{w.TreeIn("unchecked").Tag}), "not-for-sale")
	Refused(t, ask(tags, match.Pin{Tag: tags[0], SpotID: id}, match.Pin{Tag: tags[1], SpotID: id}), "pins-exclude")
}
