package planting_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

func planInput() planting.Input {
	return planting.Input{
		Tree: planting.Tree{Tag: "AAA-AAA", Form: stock.Container, Pot: "standard", CaliperMM: 32, HeightM: 2.2, BallDiameterMM: 262.4,
			BallHeightMM: 219, StandsAlone: true, Corrections: []planting.Done{}},
		Kind: planting.Kind{DrainageMax: "good", ColdC: ptr(-29.0)},
		Spot: planting.Spot{LatDeg: 47, Drained: true, Drain300Min: ptr(160.0), SoilGroup: "medium", SoilClass: "loam", SummerDeficitMM: ptr(150.0),
			AvailableMMPM: ptr(170.0), Water: "hose", WindFromDeg: ptr(270.0), Exposure: "open", SunH: ptr(8.0), MinC: ptr(-18.0), ServicesMarked: true,
			Frost: planting.FrostDays{First: ptr(288), Last: ptr(118), Last90: ptr(132), SoilFreeze: ptr(338), BudSwell: ptr(98)}},
		Today: planting.Today{DayOfYear: 329, HighC: 6, Ground: "workable", Buds: "dormant"},
	}
}

func planOf(t *testing.T, h rules.House, in planting.Input) planting.Plan {
	t.Helper()
	p, err := planting.Make(h, in)
	require.NoError(t, err)
	return p
}

// The plan of handbook case hole 1: the ball measured after all corrections gives the same hole as the old figures
// with the cuts.
func TestPlanOfTheCorrectedBallIsTheHandbooksHole(t *testing.T) {
	p := planOf(t, rules.House{}, planInput())
	assert.EqualValues(t, "good", p.Drainage)
	assert.InDelta(t, 219, p.Hole.FlareToBaseMM, 0.5)
	assert.InDelta(t, 25, p.Hole.FinishedRaiseMM, 0.1)
	assert.InDelta(t, 194, p.Hole.HoleDepthMM, 0.1)
	assert.InDelta(t, 656, p.Hole.HoleTopMM, 0.1)
	assert.InDelta(t, 31.2, p.Hole.BackfillL, 0.11)
	assert.Empty(t, p.Stops)
}

func codes(p planting.Plan) []string {
	out := []string{}
	for _, s := range p.Steps {
		out = append(out, string(s.Code))
	}
	return out
}

func TestStepsComeInTheOrderOfTheHands(t *testing.T) {
	got := codes(planOf(t, rules.House{}, planInput()))
	order := []string{"services", "window", "clear-grass", "dig", "rough-sides", "firm-base", "check-hole", "soak-if-dry", "unpot", "labels-off", "see-flare", "set",
		"stick", "turn", "plumb", "backfill", "finish", "basin", "water", "compost", "mulch", "no-stake", "prune", "tidy", "look-again"}
	assert.Equal(t, order, got)
}

func TestUnmarkedServicesLockEveryDiggingStep(t *testing.T) {
	in := planInput()
	in.Spot.ServicesMarked = false
	in.Tree.StandsAlone = false
	p := planOf(t, rules.House{}, in)
	assert.True(t, p.Locked)
	for _, s := range p.Steps {
		assert.Equal(t, s.Digs, s.Locked, s.Code)
	}
	for _, code := range []string{"clear-grass", "dig", "rough-sides", "firm-base", "stake"} {
		i := slices.IndexFunc(p.Steps, func(s planting.Step) bool { return s.Code == planting.StepCode(code) })
		require.GreaterOrEqual(t, i, 0, code)
		assert.True(t, p.Steps[i].Digs, code)
	}
	for _, n := range p.Numbers {
		if n.Key == "hole_depth" || n.Key == "hole_top" {
			assert.True(t, n.Digs, "%s is withheld", n.Key)
		}
	}
}

func TestDrainageIsReadOnTheKindsOwnScale(t *testing.T) {
	in := planInput() // 160 minutes: good on the general scale, slow on the strict
	in.Kind.SharpDrainage = true
	p := planOf(t, rules.House{}, in)
	assert.EqualValues(t, "slow", p.Drainage)
	assert.InDelta(t, 219.0/3, p.Hole.FinishedRaiseMM, 0.1, "75 + 25 for sharp drainage, held to a third of flare to base")
	in.Spot.RaiseMM = 150
	assert.EqualValues(t, "good", planOf(t, rules.House{}, in).Drainage)
}

func TestStandingWaterIsRefusedUnlessTheKindLivesInIt(t *testing.T) {
	in := planInput()
	in.Spot.WaterEntering = true
	p := planOf(t, rules.House{}, in)
	assert.EqualValues(t, "standing-water", p.Refused)
	assert.Empty(t, p.Steps)
	in.Kind.DrainageMax = "standing"
	assert.Empty(t, planOf(t, rules.House{}, in).Refused)
}

func TestInPoorGroundTheBallStandsBeforeItsMound(t *testing.T) {
	in := planInput()
	in.Spot.Drain300Min, in.Spot.SoilGroup = ptr(1200.0), "fine"
	p := planOf(t, rules.House{}, in)
	assert.True(t, p.Hole.BuildMoundFirst)
	got := codes(p)
	assert.Greater(t, slices.Index(got, "mound"), slices.Index(got, "plumb"), "the ball stands at its height before the mound is filled round it")
	assert.NotContains(t, got, "half-fill-test", "this ground cannot pass it")
	assert.InDelta(t, 50, p.MulchMM, 0, "thinner on fine or slow ground")
}

func TestSchoolsRedrawThePlan(t *testing.T) {
	for _, c := range []struct {
		step   rules.Step
		choice string
		holds  func(planting.Plan) bool
	}{
		{rules.StepFlare, "proud", func(p planting.Plan) bool { return p.Hole.FinishedRaiseMM == 50 }},
		{rules.StepFlare, "level", func(p planting.Plan) bool { return p.Hole.FinishedRaiseMM == 0 }},
		{rules.StepBerm, "none", func(p planting.Plan) bool { return p.Basin.Fills == nil && p.BermMM == 0 }},
		{rules.StepMulch, "100", func(p planting.Plan) bool { return p.MulchMM == 100 }},
		{rules.StepShape, "square", func(p planting.Plan) bool { return p.Hole.HoleVolumeL > 80 }},
		{rules.StepScale, "strict", func(p planting.Plan) bool { return p.Drainage == "slow" }},
		{rules.StepFeed, "tablets", func(p planting.Plan) bool {
			return has(p, "feed", "tablets") && slices.Index(codes(p), "feed") < slices.Index(codes(p), "backfill") && slices.Contains(p.Quantities, planting.Quantity{Code: "tablets", Amount: planting.Measure{Value: 3}})
		}},
		{rules.StepFeed, "slow-release-ring", func(p planting.Plan) bool { return has(p, "feed", "slow-release-ring") }},
		{rules.StepStake, "always-exposed", func(p planting.Plan) bool { return !p.Stake.Needed }},
	} {
		house, err := rules.House{}.WithSchool(c.step, c.choice)
		require.NoError(t, err)
		assert.True(t, c.holds(planOf(t, house, planInput())), "%s %s", c.step, c.choice)
	}
}

// has tells whether a plan has a step with that wording, when the tree stands in its hole and before the mulch.
func has(p planting.Plan, code, choice string) bool {
	at := slices.IndexFunc(p.Steps, func(s planting.Step) bool { return s.Code == planting.StepCode(code) && s.Choice == choice })
	all := codes(p)
	return at > slices.Index(all, "set") && at < slices.Index(all, "mulch")
}

func TestWhatIsNotKnownIsAskedFor(t *testing.T) {
	in := planInput()
	in.Spot.Drained, in.Spot.SoilGroup = false, ""
	_, err := planting.Make(rules.House{}, in)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("spot.drainage"))
	assert.True(t, l.Has("spot.soil"))
	in = planInput()
	in.Spot.WindFromDeg, in.Spot.Exposure = nil, ""
	assert.ElementsMatch(t, []string{"exposure", "wind_from_deg"}, planOf(t, rules.House{}, in).Assumed)
	in = planInput()
	in.Spot.WindByStation = true
	assert.Equal(t, []string{"wind_by_station"}, planOf(t, rules.House{}, in).Assumed)
}

// Every number says how it came: rules that exist, with the value in force.
func TestEveryNumberSaysHowItCame(t *testing.T) {
	house, err := rules.House{}.With(rules.HoleRaiseGood, 30)
	require.NoError(t, err)
	p := planOf(t, house, planInput())
	require.NotEmpty(t, p.Numbers)
	for _, n := range p.Numbers {
		assert.True(t, len(n.Rules)+len(n.From) > 0, n.Key)
		for _, used := range n.Rules {
			_, ok := rules.Find(used.Key)
			assert.True(t, ok, used.Key)
			if used.Key == rules.HoleRaiseGood {
				assert.InDelta(t, 30, used.Value, 0)
			}
		}
	}
	assert.InDelta(t, 30, p.Hole.FinishedRaiseMM, 0.01)
}

// Bags are rounded up once: never less than the amount, never a whole bag more.
func TestBagsHoldTheAmount(t *testing.T) {
	for _, q := range planOf(t, rules.House{}, planInput()).Quantities {
		if q.Bags > 0 {
			size := map[string]float64{"mulch": 50, "compost": 40}[q.Code]
			assert.GreaterOrEqual(t, q.Bags*size, q.Amount.Value-1e-6)
			assert.Less(t, (q.Bags-1)*size, q.Amount.Value)
		}
	}
}

// The berm by how it is watered and how the ground lies, unless the house or the sheet chose one.
func TestTheBermFollowsWaterAndSlope(t *testing.T) {
	for _, c := range []struct {
		water   string
		sloping bool
		chosen  string
		want    string
	}{
		{"hose", false, "by-water", "ring"}, {"carried", false, "by-water", "ring"}, {"drip", false, "by-water", "none"}, {"drip", true, "by-water", "none"},
		{"hose", true, "by-water", "low-side"}, {"hose", true, "ring", "ring"}, {"drip", false, "low-side", "low-side"}, {"hose", false, "none", "none"},
	} {
		house, err := rules.House{}.WithSchool(rules.StepBerm, c.chosen)
		require.NoError(t, err)
		in := planInput()
		in.Spot.Water, in.Spot.Sloping = ground.Water(c.water), c.sloping
		if c.sloping {
			in.Spot.Slope = ground.SlopeGentle
		}
		p := planOf(t, house, in)
		assert.EqualValues(t, c.want, p.Berm, "%+v", c)
		at := slices.IndexFunc(p.Steps, func(s planting.Step) bool { return s.Code == "basin" })
		assert.Equal(t, c.want != "none", at >= 0, "%+v", c)
		if at >= 0 {
			assert.Equal(t, c.sloping, slices.Contains(p.Steps[at].Cautions, "run-off"), "water that runs off goes somewhere")
		}
	}
}

// A chosen school acts, or the plan says that it changes nothing here.
func TestAChosenSchoolActsOrSaysThatItDoesNot(t *testing.T) {
	with := func(step rules.Step, choice string) rules.House {
		h, err := rules.House{}.WithSchool(step, choice)
		require.NoError(t, err)
		return h
	}
	in := planInput()
	in.Tree.StandsAlone, in.Tree.HeightM = true, 1.4
	in.Spot.Exposure = ground.WindSheltered
	for _, kind := range []string{"pair", "tripod", "guys"} {
		assert.Equal(t, []rules.Step{rules.StepStake}, planOf(t, with(rules.StepStake, kind), in).Idle, kind)
	}
	in.Tree.StandsAlone = false
	assert.Equal(t, []rules.Step{rules.StepStake}, planOf(t, with(rules.StepStake, "pair"), in).Idle, "a pair is what it gets anyway")
	tripod := planOf(t, with(rules.StepStake, "tripod"), in)
	assert.Empty(t, tripod.Idle)
	assert.Len(t, tripod.Stake.Stakes, 3)
	in.Tree.BallHeightMM, in.Tree.FlareDepthMM = 100, 0
	assert.Equal(t, []rules.Step{rules.StepFlare}, planOf(t, with(rules.StepFlare, "proud"), in).Idle, "a quarter of so little ball is no more than slight")
	assert.Empty(t, planOf(t, rules.House{}, in).Idle)
}

// What the check found goes along: what a ball wears comes off as it was found, the tag is turned so that the strongest roots face the
// wind, the graft stays in the air, and nothing is claimed that was not done.
func TestWhatTheCheckFoundGoesAlong(t *testing.T) {
	in := planInput()
	in.Tree.FlareDepthMM = 0
	step := func(code string) *planting.Step {
		p := planOf(t, rules.House{}, in)
		for i, s := range p.Steps {
			if string(s.Code) == code {
				return &p.Steps[i]
			}
		}
		return nil
	}
	assert.Empty(t, step("see-flare").Choice, "nobody cleared it")
	in.Tree.Corrections = []planting.Done{{Code: "clear", By: "Ilsa Tarrow"}}
	assert.Equal(t, "cleared", step("see-flare").Choice)

	in.Tree.Form = stock.Balled
	assert.Empty(t, step("unwrap").Choice, "what nobody told is taken for everything")
	for _, c := range []struct {
		cloth  stock.Cloth
		basket bool
		want   string
	}{{"natural", true, "natural-basket"}, {"synthetic", false, "synthetic"}, {"treated", true, "treated-basket"}, {"none", true, "none-basket"}} {
		in.Tree.Found = planting.Found{Cloth: c.cloth, Basket: ptr(c.basket)}
		assert.Equal(t, c.want, step("unwrap").Choice)
	}
	in.Tree.Found.Basket = ptr(false)
	assert.Nil(t, step("unwrap"), "nothing about cloth where there is none")

	in.Tree.Form, in.Tree.CaliperMM = stock.BareRoot, 12
	in.Spot.WindFromDeg = ptr(225.0)
	in.Tree.Found = planting.Found{GraftMM: ptr(20.0), StrongestDeg: ptr(90.0), WidenMM: ptr(150.0), CutInLeaf: true}
	assert.InDelta(t, 135, step("turn").Values["tag"].Value, 1e-9, "the tag to the south-east, the roots a quarter further to the south-west")
	assert.Equal(t, "low", step("graft").Choice, "20 mm and the raise are under 50")
	assert.InDelta(t, 150, step("widen").Values["amount"].Value, 1e-9)
	assert.NotNil(t, step("shade"))
	in.Tree.Found.GraftMM = ptr(80.0)
	assert.Empty(t, step("graft").Choice)
}

// Of a day that nobody told of the plan says nothing but that it is none: no "fine" that was not asked for, no caution for heat or frost.
func TestADayThatNobodyToldOf(t *testing.T) {
	in := planInput()
	in.Today.Unasked, in.Today.HighC = true, -3
	p := planOf(t, rules.House{}, in)
	assert.Empty(t, p.Window.Status)
	assert.Empty(t, step(p, "window").Choice)
	assert.Empty(t, step(p, "window").Cautions)
	in.Tree.Form, in.Today.DayOfYear = stock.BareRoot, 200
	assert.Equal(t, planting.RefusedWindow, planOf(t, rules.House{}, in).Refused, "in leaf it is none, whatever the day is like")
}

// A stake reaches 50 mm over its tie and stands 500 mm, or a third of its length, in firm ground: a tie at 700 gives 750 above and 500 below, one
// at 1200 gives 1250 and 625.
func TestHowLongAStakeIs(t *testing.T) {
	for tie, want := range map[float64]float64{700: 1250, 1200: 1875} {
		assert.InDelta(t, want, planting.StakeWoodMM(planting.StakeResult{Kind: planting.StakePair, TieHeightMM: &tie}), 1e-9)
		assert.Zero(t, planting.StakeWoodMM(planting.StakeResult{Kind: planting.StakeGuys, TieHeightMM: &tie}))
	}
	assert.Zero(t, planting.StakeWoodMM(planting.StakeResult{Kind: planting.StakeNone}))
}
