package planting_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
)

// planting.md, "When there is no plan, or only a conditional one": what no signature replaces.
func TestWhatNoSignatureReplaces(t *testing.T) {
	for why, spoil := range map[planting.Refusal]func(*planting.Input){
		planting.RefusedMeetsLine:     func(in *planting.Input) { in.Standing.MeetsLine = true },
		planting.RefusedLineUnknown:   func(in *planting.Input) { in.Standing.LineUnknown = true },
		planting.RefusedClockSpent:    func(in *planting.Input) { in.Standing.ClockSpent = true },
		planting.RefusedWindow:        func(in *planting.Input) { in.Today.Ground = planting.GroundWaterlogged },
		planting.RefusedStandingWater: func(in *planting.Input) { in.Spot.WaterEntering = true },
	} {
		in := planInput()
		spoil(&in)
		p := planOf(t, rules.House{}, in)
		assert.Equal(t, why, p.Refused)
		assert.Empty(t, p.Steps, why)
		assert.Empty(t, p.Stops, "nothing of it can be signed away: %s", why)
		assert.Zero(t, p.Hole.HoleDepthMM, why)
	}
}

// The same table: what an advisor signs for, with a reason.
func TestWhatAnAdvisorSignsFor(t *testing.T) {
	for name, c := range map[string]struct {
		spoil func(*planting.Input)
		stop  planting.Stop
		stops bool
	}{
		"too cold":                       {func(in *planting.Input) { in.Standing.Excluded = []fit.Factor{fit.Cold} }, "fit-cold", true},
		"no water in a dry place":        {func(in *planting.Input) { in.Spot.Water, in.Spot.SummerDeficitMM = ground.WaterNone, ptr(200.0) }, "no-water", true},
		"no water, no dry weeks":         {func(in *planting.Input) { in.Spot.Water, in.Spot.SummerDeficitMM = ground.WaterNone, ptr(50.0) }, "no-water", false},
		"no water, nobody knows how dry": {func(in *planting.Input) { in.Spot.Water, in.Spot.SummerDeficitMM = ground.WaterNone, nil }, "no-water", true},
		"paving from the first day":      {func(in *planting.Input) { in.Standing.MeetsAtOnce = []ground.Neighbour{ground.NeighbourPaving} }, "meets-at-once", true},
		"heavy": {func(in *planting.Input) {
			in.Tree.Form, in.Tree.BallDiameterMM, in.Tree.BallHeightMM = stock.Balled, 700, 450
		}, "rigging", true},
	} {
		in := planInput()
		c.spoil(&in)
		p := planOf(t, rules.House{}, in)
		require.Empty(t, p.Refused, name)
		assert.Equal(t, c.stops, slices.Contains(p.Stops, c.stop), "%s: %v", name, p.Stops)
	}
}

// planting.md: tall stock, or what needs gear, in a place within 10 m of a line waits for its owner's written answer; no signature stands for it.
func TestTallStockNearALineWaitsForItsOwner(t *testing.T) {
	for name, c := range map[string]struct {
		away, height float64
		ball         float64
		answered     bool
		keep         *float64
		waits        bool
		wording      string
	}{
		"tall, near":           {9.9, 2.5, 330, false, nil, true, "waits"},
		"tall, near, answered": {9.9, 2.5, 330, true, nil, false, "answered"},
		"answered with 4 m":    {9.9, 2.5, 330, true, ptr(4.0), false, "owner"},
		"small, near":          {9.9, 2.4, 330, false, nil, false, "near"},
		"gear, near":           {9.9, 2.4, 700, false, nil, true, "waits"},
		"gear, away":           {10, 2.4, 700, false, nil, false, ""},
		"tall, away":           {10, 4, 330, false, nil, false, ""},
	} {
		in := planInput()
		in.Spot.OverheadLine, in.Tree.HeightM, in.Tree.BallDiameterMM = true, c.height, c.ball
		in.Standing = planting.Standing{LineM: &c.away, LineAnswered: c.answered, LineKeepM: c.keep}
		p := planOf(t, rules.House{}, in)
		require.Empty(t, p.Refused, name)
		assert.Equal(t, c.waits, len(p.First) > 0, name)
		assert.Equal(t, c.wording, step(p, "overhead").Choice, name)
		if c.keep != nil {
			assert.InDelta(t, 4, step(p, "overhead").Values["keep"].Value, 0)
		}
	}
}

// A sheet on three unknown factors is a guess: a draft with what to find out.
func TestTooMuchUnknownIsNoSheet(t *testing.T) {
	in := planInput()
	in.Standing.Unknown = []fit.Factor{fit.Heat, fit.Room}
	assert.Nil(t, planOf(t, rules.House{}, in).FindOut)
	in.Standing.Unknown = append(in.Standing.Unknown, fit.Wind)
	assert.Len(t, planOf(t, rules.House{}, in).FindOut, 3)
}

// What the match and the room say is read once: gates are signed for, a line never, and a line beside a kind of unknown size holds it back.
func TestStandingOfMatchAndRoom(t *testing.T) {
	zero, later := 0, 7
	room := &ground.RoomResult{Obstacles: []ground.Meeting{{Kind: ground.NeighbourPaving, FirstYear: &zero}, {Kind: ground.NeighbourWall, FirstYear: &zero}, {Kind: ground.NeighbourDrain, FirstYear: &later}}}
	near := []ground.Obstacle{{Kind: ground.NeighbourLine, DistanceM: ptr(8.0)}, {Kind: ground.NeighbourLine, DistanceM: ptr(5.0)}}
	r := fit.Result{ExcludedBy: []fit.Factor{fit.Cold, fit.Room}, Unknown: []fit.Factor{fit.Heat}}
	assert.Equal(t, planting.Standing{Excluded: []fit.Factor{fit.Cold}, Unknown: []fit.Factor{fit.Heat}, MeetsLine: true, LineM: ptr(5.0), MeetsAtOnce: []ground.Neighbour{ground.NeighbourPaving}},
		planting.StandingOf(r, fit.Site{MeetsLine: true}, room, near))
	assert.True(t, planting.StandingOf(fit.Result{}, fit.Site{}, nil, near).LineUnknown)
	assert.False(t, planting.StandingOf(fit.Result{}, fit.Site{}, nil, nil).LineUnknown)
}

// A ball of more than 150 kg, as it must be lifted, is a contractor's: no caution speaks of two people, and its step comes first.
func TestAHeavyBallIsLiftedByAContractor(t *testing.T) {
	in := planInput()
	in.Tree.Form, in.Tree.BallDiameterMM, in.Tree.BallHeightMM = stock.Balled, 900, 600
	p := planOf(t, rules.House{}, in)
	got := codes(p)
	require.Contains(t, got, "rig")
	assert.NotContains(t, got, "set", "no step tells how to lift it by hand")
	assert.Less(t, slices.Index(got, "check-hole"), slices.Index(got, "rig"), "the hole is measured before it goes down")
	for _, s := range p.Steps {
		for _, c := range s.Cautions {
			assert.NotContains(t, c, "lift-")
		}
	}
}

// Whoever follows any plan to the letter harms no tree: properties of every form, soil and day.
func TestEveryPlanCanBeFollowed(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		steep := in.Spot.Slope == ground.SlopeSteep
		pocket := in.Spot.Slope == ground.SlopePockets && (in.Tree.Form == stock.Plug || (in.Tree.Form == stock.BareRoot && in.Tree.CaliperMM <= 13))
		require.True(t, p.Refused != "" || !(in.Standing.MeetsLine || in.Standing.ClockSpent), "no plan under a line that it meets, and none of what is spent")
		if p.Refused != "" {
			require.Empty(t, p.Steps)
			require.Zero(t, p.Hole.HoleDepthMM)
			return
		}
		require.False(t, steep, "nothing is planted where it is steep")
		require.True(t, in.Spot.Slope != ground.SlopePockets || pocket, "in pockets only whips and plugs")
		require.NotEqual(t, planting.WindowNo, p.Window.Status, "no steps on a day that is none")
		got := codes(p)
		at := func(code string) int { return slices.Index(got, code) }
		for _, s := range p.Steps {
			require.Equal(t, s.Digs && !in.Spot.ServicesMarked, s.Locked, s.Code)
		}
		if p.Locked { // its digging figures do not leave the core
			require.Equal(t, planting.HoleResult{FlareToBaseMM: p.Hole.FlareToBaseMM, FinishedRaiseMM: p.Hole.FinishedRaiseMM, StickMM: p.Hole.StickMM, SettleMM: p.Hole.SettleMM}, p.Hole)
			require.Empty(t, p.Stake.Stakes, "a stake is driven into the ground")
			for _, s := range p.Steps {
				require.True(t, !s.Digs || len(s.Values) == 0, s.Code)
			}
			for _, n := range p.Numbers {
				require.True(t, !n.Digs || (n.Value == 0 && len(n.From) == 0), n.Key)
			}
			return
		}
		sloped := in.Spot.Slope != ground.SlopeLevel
		require.Equal(t, sloped, at("contour") >= 0)
		if sloped {
			require.Less(t, at("contour"), at("stick"), "how the stick lies is said before it is laid")
		}
		if at("shelf") >= 0 && at("dig") >= 0 {
			require.Less(t, at("shelf"), at("dig"))
		}
		found := in.Tree.Found
		bare := found.Cloth == stock.ClothNone && found.Basket != nil && !*found.Basket
		require.Equal(t, in.Tree.Form == stock.Balled && !bare, at("unwrap") >= 0, "only what a dug ball wears comes off")
		require.Equal(t, found.GraftMM != nil, at("graft") >= 0)
		require.Equal(t, found.CutInLeaf, at("shade") >= 0)
		require.Equal(t, found.CollarCut, at("collar-cut") >= 0)
		require.True(t, !found.CollarCut || p.Stake.Needed, "cut so much at the collar it does not stand alone")
		if found.GraftMM != nil {
			require.InDelta(t, *found.GraftMM+p.Hole.FinishedRaiseMM, p.Steps[at("graft")].Values["above"].Value, 1e-9)
		}
		// A chosen school acts, or the plan says that it does not.
		for _, each := range rules.AllSchools() {
			if each.Step == rules.StepRoots || house.School(each.Step) == each.Default {
				require.NotContains(t, p.Idle, each.Step)
			}
		}
		if in.Tree.Form == stock.BareRoot {
			for _, of := range []string{"unwrap", "set", "clear-flare"} {
				require.Equal(t, -1, at(of), "%s is no step of bare roots", of)
			}
		}
		if p.Hole.BuildMoundFirst {
			require.Contains(t, []string{"on-pegs", "on-pad"}, p.Steps[at("check-hole")].Choice, "never across a hole in a mound")
		}
		if at("half-fill-test") >= 0 {
			require.Contains(t, []ground.Drainage{ground.DrainageFast, ground.DrainageGood}, p.Drainage)
		}
		for _, s := range p.Steps {
			if s.Code == "backfill" {
				require.GreaterOrEqual(t, s.Values["backfill"].Value, 1.0, "nobody fills with about nothing")
			}
		}
	})
}

func TestADoseIsToldToTheHalfLitre(t *testing.T) {
	for litres, told := range map[float64]float64{0.1: 0.5, 1.24: 1, 1.26: 1.5, 7.75: 8, 9.8: 10, 10.4: 10, 24.6: 25} {
		assert.InDelta(t, told, planting.RoundDose(litres), 1e-12, "%v L", litres)
	}
}
