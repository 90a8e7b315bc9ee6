package planting_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/planting"
	"sedum/core/rules"
)

// By hand: of arms 20, 10 and 15 mm thick the weakest, 10 mm, stays 600 mm long; one half as thick again keeps 400, one twice as thick 300. The arm
// of 15 mm is 300 long already: it is left as it is.
func TestArmsAreBalancedByTheirDiameters(t *testing.T) {
	got := planting.BalanceArms([]planting.Arm{{DiameterMM: 20, LengthMM: 1000}, {DiameterMM: 10, LengthMM: 800}, {DiameterMM: 15, LengthMM: 300}}, 600)
	to := []float64{}
	for _, c := range got {
		to = append(to, c.ToMM)
	}
	assert.InDeltaSlice(t, []float64{600, 300, 300}, to, 1e-9)
	assert.Equal(t, []bool{true, false, true}, []bool{got[0].Cut(), got[1].Cut(), got[2].Cut()})

	rapid.Check(t, func(t *rapid.T) {
		arms := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) planting.Arm {
			return planting.Arm{DiameterMM: rapid.Float64Range(3, 80).Draw(t, "thick"), LengthMM: rapid.Float64Range(50, 3000).Draw(t, "long")}
		}), 2, 6).Draw(t, "arms")
		weakest := rapid.Float64Range(50, 2000).Draw(t, "weakest stays")
		cuts := planting.BalanceArms(arms, weakest)
		require.Len(t, cuts, len(arms))
		assert.True(t, slices.IsSortedFunc(cuts, func(a, b planting.ArmCut) int {
			if a.DiameterMM < b.DiameterMM {
				return -1
			}
			return 1
		}) || cuts[0].DiameterMM == cuts[1].DiameterMM, "the weakest first")
		for _, c := range cuts {
			assert.LessOrEqual(t, c.ToMM, c.LengthMM, "none grows by the knife")
			if c.Cut() {
				assert.InEpsilon(t, weakest*cuts[0].DiameterMM, c.ToMM*c.DiameterMM, 1e-9, "as much shorter as it is thicker")
			}
		}
	})
}

// The plan cuts arms in that order, unless the kind's season forbids it: then nothing of them is cut, and the plan says so.
func TestThePlanBalancesArms(t *testing.T) {
	in := planInput()
	in.Tree.Arms = []planting.Arm{{DiameterMM: 20, LengthMM: 1000}, {DiameterMM: 10, LengthMM: 800}}
	_, err := planting.Make(rules.House{}, in)
	require.Error(t, err, "how long the weakest stays is asked")
	in.Tree.WeakestMM = ptr(600.0)
	p := planOf(t, rules.House{}, in)
	require.Equal(t, "arms", step(p, "prune").Choice)
	lengths := []float64{}
	for _, s := range p.Steps {
		if s.Code == "arm" {
			lengths = append(lengths, s.Values["length"].Value)
		}
	}
	assert.Equal(t, []float64{600, 300}, lengths)
	in.Kind.StoneFruit = true
	p = planOf(t, rules.House{}, in)
	assert.Nil(t, step(p, "arm"))
	assert.True(t, slices.ContainsFunc(p.Conflicts, func(c planting.Conflict) bool { return c.Code == "prune-against-kind" }))
	in.Tree.Arms = in.Tree.Arms[:1]
	_, err = planting.Make(rules.House{}, in)
	assert.Error(t, err, "one arm is no several")
}

// A plaque lies where the mulch ends: never in the roots, and not in the way of who mows round the mulch.
func TestAPlaqueLiesAtTheEdgeOfTheMulch(t *testing.T) {
	in := planInput()
	assert.Nil(t, step(planOf(t, rules.House{}, in), "plaque"))
	in.Today.Plaque = true
	p := planOf(t, rules.House{}, in)
	require.NotNil(t, step(p, "plaque"))
	assert.InDelta(t, p.Basin.MulchOuterRadiusMM, step(p, "plaque").Values["distance"].Value, 0)
	assert.Greater(t, p.Basin.MulchOuterRadiusMM, p.BallWidth/2)
}
