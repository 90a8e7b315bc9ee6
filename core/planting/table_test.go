package planting_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// calculators.md, stake: the reasons, row by row, at their limits.
func TestWhyATreeIsStaked(t *testing.T) {
	stands := planting.StakeInput{Form: stock.Container, HeightM: 2, CaliperMM: 30, StandsAlone: true, Exposure: ground.WindOpen, RootRadiusMM: 150, School: planting.StakingAuto}
	for _, c := range []struct {
		change func(*planting.StakeInput)
		kind   planting.StakeKind
		why    []planting.StakeReason
	}{
		{func(*planting.StakeInput) {}, planting.StakeNone, []planting.StakeReason{}},
		{func(in *planting.StakeInput) { in.StandsAlone = false }, planting.StakePair, []planting.StakeReason{"cannot-stand"}},
		{func(in *planting.StakeInput) { in.HeightM, in.CaliperMM = 1.8, 15 }, planting.StakeNone, []planting.StakeReason{}},
		{func(in *planting.StakeInput) { in.HeightM, in.CaliperMM = 1.82, 15 }, planting.StakePair, []planting.StakeReason{"slender"}},
		{func(in *planting.StakeInput) { in.HeightM, in.CaliperMM = 1.5, 10 }, planting.StakeNone, []planting.StakeReason{}},
		{func(in *planting.StakeInput) { in.Exposure, in.HeightM = ground.WindExposed, 2.5 }, planting.StakeNone, []planting.StakeReason{}},
		{func(in *planting.StakeInput) { in.Exposure, in.HeightM = ground.WindExposed, 2.6 }, planting.StakePair, []planting.StakeReason{"exposed"}},
		{func(in *planting.StakeInput) { in.Form, in.HeightM = stock.BareRoot, 1.8 }, planting.StakeNone, []planting.StakeReason{}},
		{func(in *planting.StakeInput) { in.Form, in.HeightM = stock.BareRoot, 1.9 }, planting.StakeLowUpright, []planting.StakeReason{"bare-root"}},
		{func(in *planting.StakeInput) { in.Form, in.StandsAlone, in.HeightM = stock.Plug, false, 1.1 }, planting.StakeNone, []planting.StakeReason{}},
		{func(in *planting.StakeInput) { in.Form, in.StandsAlone, in.HeightM = stock.Plug, false, 1.2 }, planting.StakePair, []planting.StakeReason{"cannot-stand"}},
		{func(in *planting.StakeInput) { in.Form, in.StandsAlone, in.CaliperMM = stock.Balled, false, 76 }, planting.StakePair, []planting.StakeReason{"cannot-stand"}},
		{func(in *planting.StakeInput) { in.Form, in.StandsAlone, in.CaliperMM = stock.Balled, false, 77 }, planting.StakeGuys, []planting.StakeReason{"cannot-stand"}},
		{func(in *planting.StakeInput) { in.StandsAlone, in.School = false, planting.StakingTripod }, planting.StakeTripod, []planting.StakeReason{"cannot-stand"}},
	} {
		in := stands
		c.change(&in)
		out, err := planting.Stake(rules.House{}, in)
		require.NoError(t, err)
		assert.Equal(t, c.kind, out.Kind, "%+v", in)
		assert.Equal(t, c.why, out.Reasons, "%+v", in)
		assert.Equal(t, len(c.why) > 0, out.Needed, "%+v", in)
	}
}

// Guys are tied at half the height and are a contractor's from 100 mm or 6 m on; every other tie is a third, held to 300 and 1200 mm.
func TestTiesAndContractors(t *testing.T) {
	guyed := planting.StakeInput{Form: stock.Balled, HeightM: 5, CaliperMM: 90, Exposure: ground.WindOpen, RootRadiusMM: 400, School: planting.StakingAuto}
	out, err := planting.Stake(rules.House{}, guyed)
	require.NoError(t, err)
	assert.InDelta(t, 2500, *out.TieHeightMM, 1e-9)
	assert.InDelta(t, 24, *out.RemoveAfterMonths, 0)
	assert.False(t, out.ByContractor)
	for _, change := range []func(*planting.StakeInput){func(in *planting.StakeInput) { in.CaliperMM = 101 }, func(in *planting.StakeInput) { in.HeightM = 6.1 }} {
		in := guyed
		change(&in)
		out, err := planting.Stake(rules.House{}, in)
		require.NoError(t, err)
		assert.True(t, out.ByContractor, "%+v", in)
	}
	for height, tie := range map[float64]float64{0.6: 300, 2.4: 800, 4.5: 1200} {
		out, err := planting.Stake(rules.House{}, planting.StakeInput{Form: stock.Container, HeightM: height, CaliperMM: 40, Exposure: ground.WindOpen, RootRadiusMM: 200, School: planting.StakingAuto})
		require.NoError(t, err)
		assert.InDelta(t, tie, *out.TieHeightMM, 1e-9)
	}
}

// Where it never freezes the cool months order the year, or the rains.
func TestWindowWithoutFrost(t *testing.T) {
	in := planting.WindowInput{Form: stock.BareRoot, CoolFromDay: ptr(330), Ground: planting.GroundWorkable, Buds: stock.BudsDormant, HighC: 20}
	status := func(change func(*planting.WindowInput)) planting.WindowStatus {
		each := in
		change(&each)
		out, err := planting.Window(rules.House{}, each)
		require.NoError(t, err)
		return out.Status
	}
	assert.Equal(t, planting.WindowFine, status(func(in *planting.WindowInput) { in.DayOfYear = 330 }))
	assert.Equal(t, planting.WindowFine, status(func(in *planting.WindowInput) { in.DayOfYear = (330+89-1)%365 + 1 }), "89 days after, both ends in")
	assert.Equal(t, planting.WindowNo, status(func(in *planting.WindowInput) { in.DayOfYear = (330+90-1)%365 + 1 }))
	assert.Equal(t, planting.WindowBest, status(func(in *planting.WindowInput) {
		in.Form, in.DayOfYear, in.RainsFromDay = stock.Container, 150, ptr(120)
	}))
	assert.Equal(t, planting.WindowRisky, status(func(in *planting.WindowInput) { in.Form, in.DayOfYear = stock.Balled, 150 }))
	_, err := planting.Window(rules.House{}, planting.WindowInput{Form: stock.Container, DayOfYear: 5, Ground: planting.GroundWorkable, Buds: stock.BudsDormant})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("cool_from_day"), "without frost days the cool season must be known")
	for _, half := range []planting.WindowInput{{FirstFrostDay: ptr(288)}, {LastFrostDay: ptr(118)}} {
		half.Form, half.DayOfYear, half.Ground, half.Buds, half.CoolFromDay = stock.Container, 5, planting.GroundWorkable, stock.BudsDormant, ptr(300)
		_, err := planting.Window(rules.House{}, half)
		assert.Error(t, err, "one frost day without the other")
	}
}

// What stops a planting whatever the season: ground that cannot be worked, a bare root in leaf, heat.
func TestWhatStopsADay(t *testing.T) {
	winter := planting.WindowInput{Form: stock.BareRoot, DayOfYear: 90, FirstFrostDay: ptr(288), LastFrostDay: ptr(118), SoilFreezeDay: ptr(338), BudSwellDay: ptr(98),
		Ground: planting.GroundWorkable, Buds: stock.BudsDormant, HighC: 8}
	for _, c := range []struct {
		change func(*planting.WindowInput)
		status planting.WindowStatus
		reason planting.WindowReason
	}{
		{func(in *planting.WindowInput) { in.Ground = planting.GroundFrozen }, planting.WindowNo, "ground-frozen"},
		{func(in *planting.WindowInput) { in.Ground = planting.GroundWaterlogged }, planting.WindowNo, "ground-waterlogged"},
		{func(in *planting.WindowInput) { in.Buds = stock.BudsLeafed }, planting.WindowNo, "in-leaf"},
		{func(in *planting.WindowInput) { in.Buds = stock.BudsSwelling }, planting.WindowRisky, "buds-swelling"},
		{func(in *planting.WindowInput) { in.HighC = 32 }, planting.WindowNo, "heat"},
		{func(in *planting.WindowInput) { in.Form, in.HighC = stock.Container, 32 }, planting.WindowRisky, "heat"},
		{func(in *planting.WindowInput) { in.DayOfYear = 200 }, planting.WindowNo, "not-dormant"},
		{func(in *planting.WindowInput) { in.Form, in.DayOfYear = stock.Balled, 200 }, planting.WindowRisky, "not-dormant"},
		{func(in *planting.WindowInput) { in.Form, in.DayOfYear = stock.Container, 200 }, planting.WindowRisky, "summer"},
		{func(in *planting.WindowInput) { in.Form, in.Evergreen, in.DayOfYear = stock.Balled, true, 330 }, planting.WindowRisky, "winter-drying"},
		{func(in *planting.WindowInput) { in.Form, in.AutumnHazard, in.DayOfYear = stock.Container, true, 290 }, planting.WindowFine, "autumn-hazard"},
		{func(in *planting.WindowInput) { in.Form, in.Marginal, in.DayOfYear = stock.Container, true, 290 }, planting.WindowFine, "cold-limit"},
		{func(in *planting.WindowInput) { in.Form, in.Tender, in.DayOfYear = stock.Container, true, 125 }, planting.WindowRisky, "tender-before-last-frost"},
	} {
		in := winter
		c.change(&in)
		out, err := planting.Window(rules.House{}, in)
		require.NoError(t, err)
		assert.Equal(t, c.status, out.Status, "%+v", c)
		assert.Contains(t, out.Reasons, c.reason, "%+v", c)
	}
}

func step(p planting.Plan, code planting.StepCode) *planting.Step {
	i := slices.IndexFunc(p.Steps, func(s planting.Step) bool { return s.Code == code })
	if i < 0 {
		return nil
	}
	return &p.Steps[i]
}

// The plan follows the form, the heat, the frost and the sun of the day.
func TestThePlanFollowsFormAndDay(t *testing.T) {
	plan := func(change func(*planting.Input)) planting.Plan {
		in := planInput()
		change(&in)
		return planOf(t, rules.House{}, in)
	}
	bare := plan(func(in *planting.Input) { in.Tree.Form = stock.BareRoot })
	assert.NotNil(t, step(bare, "cone"))
	assert.Nil(t, step(bare, "set"), "a bare root is spread over its cone")
	assert.Equal(t, "bare-root", step(bare, "unpot").Choice)
	balled := plan(func(in *planting.Input) { in.Tree.Form = stock.Balled })
	assert.NotNil(t, step(balled, "unwrap"))
	assert.Equal(t, "cut-in-hole", step(plan(func(in *planting.Input) { in.Tree.SupportBall = true }), "unpot").Choice)
	buried := plan(func(in *planting.Input) { in.Tree.FlareDepthMM = 30 })
	assert.NotNil(t, step(buried, "clear-flare"))
	assert.Nil(t, step(buried, "see-flare"))
	assert.Contains(t, step(plan(func(in *planting.Input) { in.Today.HighC = 28 }), "window").Cautions, planting.Caution("heat-stop"))
	assert.Contains(t, step(plan(func(in *planting.Input) { in.Today.HighC = 0 }), "window").Cautions, planting.Caution("cold-stop"))
	assert.Empty(t, step(plan(func(in *planting.Input) { in.Today.HighC = 27.9 }), "window").Cautions)
	paint := func(h float64) planting.Plan {
		return plan(func(in *planting.Input) { in.Kind.BarkTender, in.Spot.SunH = true, &h })
	}
	assert.NotNil(t, step(paint(6), "sun-paint"))
	assert.Nil(t, step(paint(5.9), "sun-paint"))
	assert.NotNil(t, step(plan(func(in *planting.Input) { in.Spot.OverheadLine = true }), "overhead"))
	test := func(drain float64, group ground.SoilGroup) *planting.Step {
		return step(plan(func(in *planting.Input) { in.Spot.Drain300Min, in.Spot.SoilGroup = &drain, group }), "half-fill-test")
	}
	require.NotNil(t, test(300, "fine"))
	assert.InDelta(t, 2, test(300, "fine").Values["hours"].Value, 0, "300 mm in five hours: half a hole of some 190 mm in 1.6")
	assert.Nil(t, test(900, "fine"), "slow ground does not pass it, and the plan has dealt with it")
	small := plan(func(in *planting.Input) { in.Tree.BallDiameterMM = 250 })
	assert.InDelta(t, 30, small.MulchOverBallMM, 0, "30 mm over a ball under 300")
	assert.Equal(t, "small-ball", step(small, "mulch").Choice)
	assert.Contains(t, plan(func(in *planting.Input) { in.Tree.Nominal = []string{"height_m"} }).Assumed, "height_m")
	locked := plan(func(in *planting.Input) { in.Spot.ServicesMarked = false })
	for _, s := range locked.Steps {
		assert.Equal(t, s.Digs, s.Locked, "%s: nobody digs before services are marked", s.Code)
	}
	big := plan(func(in *planting.Input) {
		in.Tree.Form, in.Tree.CaliperMM, in.Tree.StandsAlone = stock.Balled, 120, false
	})
	assert.Contains(t, big.Stops, planting.Stop("contractor"))
	frozen := plan(func(in *planting.Input) { in.Today.Ground = planting.GroundFrozen })
	assert.Equal(t, planting.RefusedWindow, frozen.Refused)
	assert.Empty(t, frozen.Steps, "no steps for that day")
	assert.Nil(t, frozen.DaysToNext, "nobody knows when it thaws")
	summer := plan(func(in *planting.Input) {
		in.Tree.Form, in.Tree.StandsAlone, in.Today.DayOfYear, in.Today.Buds = stock.BareRoot, true, 200, stock.BudsLeafed
	})
	require.NotNil(t, summer.DaysToNext)
	assert.Equal(t, 302-200, *summer.DaysToNext, "leaf fall, 14 days after the first frost of day 288")
	shrub := plan(func(in *planting.Input) { in.Kind.Shrub, in.Tree.BallDiameterMM, in.Tree.BallHeightMM = true, 120, 110 })
	tree := plan(func(in *planting.Input) { in.Tree.BallDiameterMM, in.Tree.BallHeightMM = 120, 110 })
	assert.Less(t, shrub.Basin.FirstWaterL, tree.Basin.FirstWaterL, "the least of a shrub is less")
}

// What is not to be dug has no figures of a hole.
func TestARefusedHoleIsOnlyItsRefusal(t *testing.T) {
	in := planting.HoleInput{Form: stock.BareRoot, RootSpreadMM: ptr(300.0), RootLengthMM: ptr(250.0), BedDrainage: ground.DrainageStanding, KindDrainageMax: ground.DrainageGood,
		SoilGroup: ground.SoilGroupMedium, FlareSchool: planting.FlareSchoolSlight, Shape: planting.ShapeSaucer, Base: planting.BaseUndisturbed}
	out, err := planting.Hole(rules.House{}, in)
	require.NoError(t, err)
	text, err := json.Marshal(out)
	require.NoError(t, err)
	assert.JSONEq(t, `{"refused":"standing-water"}`, string(text))
	in.BedDrainage, in.RootSpreadMM = ground.DrainageGood, nil
	_, err = planting.Hole(rules.House{}, in)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.List{{Field: "root_spread_mm", Code: fault.Required}}, l)
	whole, err := json.Marshal(planting.HoleResult{HoleDepthMM: 250})
	require.NoError(t, err)
	assert.NotContains(t, string(whole), "refused")
}

// Whatever a plan says belongs to its sets: the sentences are made for those.
func TestAPlanSaysOnlyWhatItsSetsHave(t *testing.T) {
	for _, form := range set.All[stock.Form]() {
		for _, status := range set.All[planting.Ground]() {
			in := planInput()
			in.Tree.Form, in.Today.Ground = form, status
			p := planOf(t, rules.House{}, in)
			assert.True(t, set.Has(p.Window.Status) && set.Has(p.Stake.Kind) && set.Has(p.Berm) && set.Has(p.Drainage), "%s, %s", form, status)
			for _, s := range p.Steps {
				assert.True(t, set.Has(s.Code), s.Code)
				for _, c := range s.Cautions {
					assert.True(t, set.Has(c), c)
				}
			}
			for _, r := range p.Window.Reasons {
				assert.True(t, set.Has(r), r)
			}
		}
	}
	assert.NotEmpty(t, set.All[planting.ConflictCode]())
	assert.NotEmpty(t, set.All[planting.StakeReason]())
	assert.NotEmpty(t, set.All[planting.Refusal]())
}

// A plan is made of a checked tree, its kind, its spot and the day.
func Example() {
	in := planting.Input{
		Tree: planting.Tree{Form: stock.Container, Pot: stock.PotStandard, CaliperMM: 32, HeightM: 2.2, BallDiameterMM: 262, BallHeightMM: 219, StandsAlone: true},
		Kind: planting.Kind{DrainageMax: ground.DrainageGood},
		Spot: planting.Spot{LatDeg: 47, Drained: true, Drain300Min: ptr(160.0), SoilGroup: ground.SoilGroupMedium, ServicesMarked: true,
			Frost: planting.FrostDays{First: ptr(288), Last: ptr(118)}},
		Today: planting.Today{DayOfYear: 329, HighC: 6, Ground: planting.GroundWorkable, Buds: stock.BudsDormant},
	}
	p, err := planting.Make(rules.House{}, in)
	fmt.Printf("the flare ends %.0f mm above the ground, the hole is %.0f mm deep, assumed: %v %v\n", p.Hole.FinishedRaiseMM, p.Hole.HoleDepthMM, p.Assumed, err)
	// Output: the flare ends 25 mm above the ground, the hole is 194 mm deep, assumed: [exposure wind_from_deg] <nil>
}
