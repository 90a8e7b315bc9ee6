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
	"sedum/core/set"
	"sedum/core/stock"
)

// planting.md, "When there is no plan, or only a conditional one": what no signature replaces.
func TestWhatNoSignatureReplaces(t *testing.T) {
	for why, spoil := range map[planting.Refusal]func(*planting.Input){
		planting.RefusedMeetsLine:     func(in *planting.Input) { in.Standing.MeetsLine = true },
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
	near, far := 9.9, 10.0
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
		"tall beside a line":             {func(in *planting.Input) { in.Standing.LineM, in.Tree.HeightM = &near, 2.5 }, "line-near", true},
		"small beside a line":            {func(in *planting.Input) { in.Standing.LineM, in.Tree.HeightM = &near, 2.4 }, "line-near", false},
		"tall, away from the line":       {func(in *planting.Input) { in.Standing.LineM, in.Tree.HeightM = &far, 4 }, "line-near", false},
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
	assert.Nil(t, planting.FindOut(rules.House{}, planting.Standing{Unknown: []fit.Factor{fit.Heat, fit.Room}}))
	assert.Len(t, planting.FindOut(rules.House{}, planting.Standing{Unknown: []fit.Factor{fit.Heat, fit.Room, fit.Wind}}), 3)
}

// A ball of more than 150 kg, as it must be lifted, is a contractor's: no caution speaks of two people, and its step comes first.
func TestAHeavyBallIsLiftedByAContractor(t *testing.T) {
	in := planInput()
	in.Tree.Form, in.Tree.BallDiameterMM, in.Tree.BallHeightMM = stock.Balled, 900, 600
	p := planOf(t, rules.House{}, in)
	got := codes(p)
	require.Contains(t, got, "rig")
	assert.Less(t, slices.Index(got, "rig"), slices.Index(got, "set"))
	for _, s := range p.Steps {
		for _, c := range s.Cautions {
			assert.NotContains(t, c, "lift-")
		}
	}
}

func drawPlan(t *rapid.T) planting.Input {
	in := planInput()
	in.Tree.Form = rapid.SampledFrom(set.All[stock.Form]()).Draw(t, "form")
	in.Tree.CaliperMM, in.Tree.HeightM = rapid.Float64Range(4, 120).Draw(t, "caliper"), rapid.Float64Range(0.3, 7).Draw(t, "height")
	in.Tree.BallDiameterMM, in.Tree.BallHeightMM = rapid.Float64Range(60, 1300).Draw(t, "width"), rapid.Float64Range(60, 800).Draw(t, "ball height")
	in.Tree.FlareDepthMM = rapid.Float64Range(0, 0.3).Draw(t, "flare share") * in.Tree.BallHeightMM
	if in.Tree.Form == stock.BareRoot || in.Tree.Form == stock.Plug {
		in.Tree.FlareDepthMM = 0
	}
	in.Tree.StandsAlone = rapid.Bool().Draw(t, "stands alone")
	in.Kind.DrainageMax = rapid.SampledFrom(set.All[ground.Drainage]()).Draw(t, "bears")
	in.Kind.SharpDrainage, in.Kind.Evergreen, in.Kind.Shrub = rapid.Bool().Draw(t, "sharp"), rapid.Bool().Draw(t, "evergreen"), rapid.Bool().Draw(t, "shrub")
	in.Spot.Drain300Min = ptr(rapid.Float64Range(5, 3000).Draw(t, "drains"))
	in.Spot.SoilGroup = rapid.SampledFrom(set.All[ground.SoilGroup]()).Draw(t, "soil")
	in.Spot.RaiseMM = rapid.SampledFrom([]float64{0, 150, 300}).Draw(t, "raised")
	in.Spot.ServicesMarked = rapid.Bool().Draw(t, "marked")
	in.Spot.Water = rapid.SampledFrom(set.All[ground.Water]()).Draw(t, "water")
	if rapid.Bool().Draw(t, "found at the bench") {
		f := &in.Tree.Found
		switch in.Tree.Form {
		case stock.Balled:
			f.Cloth, f.Basket = rapid.SampledFrom(set.All[stock.Cloth]()).Draw(t, "cloth"), ptr(rapid.Bool().Draw(t, "basket"))
		case stock.BareRoot:
			f.GraftMM, f.StrongestDeg = ptr(rapid.Float64Range(0, 300).Draw(t, "graft")), ptr(rapid.Float64Range(0, 360).Draw(t, "strongest"))
			f.WidenMM = ptr(rapid.Float64Range(50, 400).Draw(t, "widen"))
		}
		f.CutInLeaf = rapid.Bool().Draw(t, "cut in leaf")
	}
	in.Spot.Slope = rapid.SampledFrom(set.All[ground.SlopeClass]()).Draw(t, "slope")
	in.Spot.Sloping = in.Spot.Slope != ground.SlopeLevel
	in.Today.DayOfYear = rapid.IntRange(1, 365).Draw(t, "day")
	in.Today.Buds = rapid.SampledFrom(set.All[stock.Buds]()).Draw(t, "buds")
	if rapid.Bool().Draw(t, "southern") {
		in.Spot.LatDeg = -41
		in.Spot.Frost = planting.FrostDays{First: ptr(106), Last: ptr(300), BudSwell: ptr(280)}
	}
	return in
}

// Whoever follows any plan to the letter harms no tree: properties of every form, soil and day.
func TestEveryPlanCanBeFollowed(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := drawPlan(t)
		house := rules.House{}
		for _, each := range rules.AllSchools() {
			if rapid.Bool().Draw(t, "a school of its own") {
				var err error
				house, err = house.WithSchool(each.Step, rapid.SampledFrom(each.Choices).Draw(t, string(each.Step)))
				require.NoError(t, err)
			}
		}
		p, err := planting.Make(house, in)
		require.NoError(t, err)
		steep := in.Spot.Slope == ground.SlopeSteep
		pocket := in.Spot.Slope == ground.SlopePockets && (in.Tree.Form == stock.Plug || (in.Tree.Form == stock.BareRoot && in.Tree.CaliperMM <= 13))
		if p.Refused != "" {
			require.Empty(t, p.Steps)
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
			require.Equal(t, planting.HoleResult{FlareToBaseMM: p.Hole.FlareToBaseMM, FinishedRaiseMM: p.Hole.FinishedRaiseMM, StickMM: p.Hole.StickMM}, p.Hole)
			for _, s := range p.Steps {
				require.True(t, !s.Digs || len(s.Values) == 0, s.Code)
			}
			for _, n := range p.Numbers {
				require.True(t, !n.Digs || (n.Value == 0 && len(n.From) == 0), n.Key)
			}
			return
		}
		// Followed in order: the base lies at hole depth below grade (or on the pad), the flare flare-to-base above it, and settles.
		base := -p.Hole.HoleDepthMM + p.Hole.PadUnderMM
		flare := base + p.Hole.FlareToBaseMM - p.Hole.SettleMM
		require.InDelta(t, p.Hole.FinishedRaiseMM, flare, 1e-6, "the flare ends as high as the plan says")
		require.GreaterOrEqual(t, flare, -1e-9, "and never under grade")
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
			for _, of := range []string{"unwrap", "soak-if-dry", "set", "clear-flare"} {
				require.Equal(t, -1, at(of), "%s is no step of bare roots", of)
			}
			if p.Stake.Needed {
				require.Less(t, at("stake"), at("cone"), "never through roots")
			}
		}
		if p.Hole.BuildMoundFirst {
			require.Greater(t, at("mound"), at("stick"), "the ball stands before its mound is filled")
			require.False(t, slices.ContainsFunc(p.Quantities, func(q planting.Quantity) bool { return q.Code == "spoil-left" }), "nothing is left over while a mound is built")
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
