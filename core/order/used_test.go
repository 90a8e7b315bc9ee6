package order_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/order"
	"sedum/core/set"
)

func TestUsedAgainstPlanned(t *testing.T) {
	a := order.Compare([]order.Pair{{Planned: 40, Used: 60}, {Planned: 60, Used: 60}, {Planned: 0, Used: 5}, {Planned: 0, Used: 0}})
	require.NotNil(t, a.Times)
	assert.Equal(t, 2, a.Trees)
	assert.InDelta(t, 1.2, *a.Times, 1e-12)
	assert.Equal(t, 1, a.Unplanned, "what none was planned of is in no ratio")
	assert.True(t, a.Few)
	none := order.Compare([]order.Pair{{Planned: 0, Used: 3}})
	assert.Nil(t, none.Times)
	assert.Equal(t, 1, none.Unplanned)
}

// Used exactly as planned is once, whatever was planned; twice as much everywhere is twice, with no spread.
func TestARatioFollowsItsPairs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		times := rapid.Float64Range(0, 5).Draw(t, "times")
		pairs := []order.Pair{}
		for _, planned := range rapid.SliceOfN(rapid.Float64Range(0.1, 900), 1, 40).Draw(t, "planned") {
			pairs = append(pairs, order.Pair{Planned: planned, Used: planned * times})
		}
		a := order.Compare(pairs)
		assert.InDelta(t, times, *a.Times, 1e-9)
		assert.InDelta(t, times, *a.Low, 1e-9)
		assert.InDelta(t, times, *a.High, 1e-9)
		assert.Equal(t, len(pairs) < 5, a.Few)
	})
}

func TestWhatIsCountedHasItsUnit(t *testing.T) {
	for c, unit := range map[order.Counted]string{"first-water": "l", "mulch": "l", "gypsum": "kg", "guard-mesh": "m", "stakes": "", "hour": "h"} {
		assert.Equal(t, unit, c.UnitOf(), c)
		assert.Contains(t, set.All[order.Counted](), c)
	}
	assert.NotContains(t, set.All[order.Counted](), order.Counted("gear"), "gear is lent, not used up")
}
