package planting_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

func at(p planting.Plan, code string) int { return slices.Index(codes(p), code) }

func held() planting.Input {
	in := planInput()
	in.Tree.StandsAlone = false
	return in
}

func bareRoot(caliperMM, heightM float64) planting.Input {
	in := held()
	in.Tree.Form, in.Tree.CaliperMM, in.Tree.HeightM, in.Tree.FlareDepthMM = stock.BareRoot, caliperMM, heightM, 0
	in.Tree.BallDiameterMM, in.Tree.BallHeightMM = 250, 200
	return in
}

// When the stake is driven and the tree is pruned is a choice that is kept with the plan (features, F135); never through bare roots.
func TestTheOrderOfStakeAndPruningIsChosen(t *testing.T) {
	usual := planOf(t, rules.House{}, held())
	require.True(t, usual.Stake.Needed)
	assert.Greater(t, at(usual, "stake"), at(usual, "mulch"))
	early := planOf(t, withSchools(t, map[rules.Step]string{rules.StepStakeWhen: "before-fill", rules.StepPruneWhen: "before"}), held())
	assert.Greater(t, at(early, "stake"), at(early, "plumb"), "when it stands at its height")
	assert.Less(t, at(early, "stake"), at(early, "backfill"))
	assert.Less(t, at(early, "prune"), at(early, "unpot"))
	assert.ElementsMatch(t, codes(usual), codes(early), "the same work in another order")
	assert.Empty(t, early.Idle)
	for _, school := range []string{"after", "before-fill"} {
		bare := planOf(t, withSchools(t, map[rules.Step]string{rules.StepStakeWhen: school}), bareRoot(25, 2.4))
		require.True(t, bare.Stake.Needed)
		assert.Less(t, at(bare, "stake"), at(bare, "cone"), school)
	}
	assert.Equal(t, []rules.Step{rules.StepStakeWhen}, planOf(t, withSchools(t, map[rules.Step]string{rules.StepStakeWhen: "before-fill"}), bareRoot(25, 2.4)).Idle)
}

// A cone for trees, and seedlings are set deep and lifted (handbook, schools.md, "bare-root placing").
func TestBareRootsArePlacedByTheirSize(t *testing.T) {
	for _, c := range []struct {
		caliper float64
		school  string
		choice  string
		coned   bool
	}{
		{16, "by-size", "", true}, {4, "by-size", "slot-lift", false}, {4, "cone", "", true}, {16, "slot-lift", "slot-lift", false}, {16, "layers", "layers", false},
	} {
		p := planOf(t, withSchools(t, map[rules.Step]string{rules.StepPlacing: c.school}), bareRoot(c.caliper, 0.8))
		assert.Equal(t, c.choice, step(p, "cone").Choice, "%+v", c)
		assert.Equal(t, c.coned, p.Coned(), "%+v", c)
	}
}

// A graft that ends 65 mm up is well; at 35 mm it is warned of, unless only the flare counts there.
func TestTheGraftsHeightIsWarnedOfBySchool(t *testing.T) {
	in := planInput()
	in.Tree.Found.GraftMM = ptr(10.0)
	assert.Equal(t, "low", step(planOf(t, rules.House{}, in), "graft").Choice, "10 over the flare, which stands 25 up")
	assert.Empty(t, step(planOf(t, withSchools(t, map[rules.Step]string{rules.StepGraftHeight: "flare-only"}), in), "graft").Choice)
	in.Tree.Found.GraftMM = ptr(40.0)
	assert.Empty(t, step(planOf(t, rules.House{}, in), "graft").Choice)
}

// The house's season makes no day worse than fine: 25 November is of the best weeks for a pot in autumn, and only fine for who plants in spring.
func TestTheHousesSeason(t *testing.T) {
	for school, status := range map[string]planting.WindowStatus{"by-kind": "best", "autumn": "best", "early-spring": "fine"} {
		in := planInput()
		in.Today.DayOfYear = 290 // 17 October, the ground freezes on day 338
		p := planOf(t, withSchools(t, map[rules.Step]string{rules.StepSeason: school}), in)
		assert.Equal(t, status, p.Window.Status, school)
		assert.Equal(t, status == "fine", slices.Contains(p.Window.Reasons, "house-season"), school)
	}
}

// Loosened by 100 mm, medium soil sinks 20 when it lies loose, 8 when it was trodden, 30 when it is full of plant matter (handbook, planting.md,
// "Heights"): the hole is as much less deep, and the flare stands as much higher on the day.
func TestABaseThatWasDugOver(t *testing.T) {
	for base, settle := range map[planting.Base]float64{"trodden": 8, "loose": 20, "organic": 30} {
		in := planInput()
		in.Today.Base, in.Today.LoosenedMM = base, 100
		p := planOf(t, rules.House{}, in)
		require.Empty(t, p.Refused, base)
		assert.InDelta(t, settle, p.Hole.SettleMM, 1e-9, base)
		assert.InDelta(t, 219-25-settle, p.Hole.HoleDepthMM, 1e-9)
		assert.InDelta(t, 25+settle, step(p, "stick").Values["stick"].Value, 1e-9)
		assert.InDelta(t, 25+settle, step(p, "finish").Values["raise"].Value, 1e-9)
		assert.InDelta(t, 25, step(p, "look-again").Values["raise"].Value, 1e-9, "where it ends")
		assert.Equal(t, string(base), step(p, "firm-base").Choice)
	}
	in := planInput()
	in.Today.Base, in.Today.LoosenedMM = "organic", 200
	assert.Equal(t, planting.RefusedLooseBase, planOf(t, rules.House{}, in).Refused, "60 mm are over a quarter of its 219")
	var l fault.List
	in = planInput()
	in.Today.Base = "loose"
	_, err := planting.Make(rules.House{}, in)
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("today.loosened_mm"), "how deep is asked for")
}
