package planting_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
)

// A pot of 300 x 260 with its flare 20 deep: 240 from flare to base. By the table of planting.md it ends 10, 25 and 75 up (a third of 240 is
// 80), so that the hole is 230, 215 and 165 deep; where its kind does not live, or only on a mound, it asks.
func TestTheCardOfATreeWithoutASurvey(t *testing.T) {
	tree := planting.Tree{Form: stock.Container, Pot: stock.PotStandard, CaliperMM: 32, HeightM: 2.2, BallDiameterMM: 300, BallHeightMM: 260, FlareDepthMM: 20}
	c, err := planting.TakeHomeOf(rules.House{}, tree, planting.Kind{DrainageMax: ground.DrainageSlow})
	require.NoError(t, err)
	assert.InDelta(t, 240, c.FlareToBaseMM, 0)
	require.Len(t, c.By, 5)
	for i, want := range []planting.ByDrainage{{ground.DrainageFast, 60, 230, 10, false}, {ground.DrainageGood, 360, 215, 25, false}, {ground.DrainageSlow, 720, 215, 25, false}} {
		assert.Equal(t, want, c.By[i]) // a kind that bears slow ground ends 25 up there
	}
	assert.True(t, c.By[3].Ask)
	assert.True(t, c.By[4].Ask)
	assert.Zero(t, c.By[4].WithinMin, "slower than all")
	assert.InDelta(t, 600, c.WidthLeastMM, 0)
	assert.InDelta(t, 900, c.WidthMostMM, 0)

	fruit, err := planting.TakeHomeOf(rules.House{}, tree, planting.Kind{DrainageMax: ground.DrainageGood, GrownForFruit: true})
	require.NoError(t, err)
	assert.InDelta(t, 120, fruit.By[1].WithinMin, 0, "fruit is read on the strict scale")
	assert.True(t, fruit.By[2].Ask, "where its kind does not live nobody plants by a card")
}

// Of any tree: what the card says of a class is what the plan of a spot of that class says, once somebody surveyed it.
func TestTheCardAgreesWithThePlan(t *testing.T) {
	agreed := 0
	rapid.Check(t, func(rt *rapid.T) {
		house, in, p := plantingtest.Plan(rt)
		for range 8 { // most of what is drawn is not planted
			if p.Refused == "" {
				break
			}
			house, in, p = plantingtest.Plan(rt)
		}
		if p.Refused != "" || p.Locked || in.Spot.RaiseMM > 0 || p.Drainage == ground.DrainageFast || in.Today.LoosenedMM > 0 {
			return // dry, fast ground has a rule of its own, which the card leaves to the survey, as it does a base that was dug over
		}
		c, err := planting.TakeHomeOf(house, in.Tree, in.Kind)
		require.NoError(rt, err)
		require.InDelta(rt, p.Hole.FlareToBaseMM, c.FlareToBaseMM, 400, "bare roots hang by the drainage")
		for _, each := range c.By {
			if each.Class == p.Drainage {
				agreed++
				require.InDelta(rt, p.Hole.HoleDepthMM, each.DepthMM, 1e-9)
				require.InDelta(rt, p.Hole.FinishedRaiseMM, each.RaiseMM, 1e-9)
			}
		}
		require.LessOrEqual(rt, c.WidthLeastMM, p.Hole.HoleTopMM+1e-9)
		require.GreaterOrEqual(rt, c.WidthMostMM, p.Hole.HoleTopMM-1e-9)
	})
	t.Logf("%d agreed", agreed)
}
