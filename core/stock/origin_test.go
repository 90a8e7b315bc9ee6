package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
)

var soundAbove = stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none"}

func layer(stub string) (stock.Subject, stock.Readings) {
	return stock.Subject{Form: stock.BareRoot, Habit: stock.DeepOK, Foliage: "deciduous", Pot: "standard", Season: "dormant", Covered: true, Origin: stock.Layer},
		stock.Readings{CaliperMM: ptr(8.0), Above: soundAbove, Probes: []stock.Probe{}, Roots: []stock.Circler{}, BareRoot: &stock.BareRootLook{SpreadMM: ptr(240.0),
			LengthMM: ptr(180.0), Sides: ptr(3), Moisture: "moist", Mould: ptr(false), Buds: "dormant", BrokenRoots: ptr(0), SoilLineMM: ptr(5.0), Stub: stock.Stub(stub)}}
}

func garden(soil string) (stock.Subject, stock.Readings) {
	return stock.Subject{Form: stock.Balled, Habit: stock.Single, Foliage: "deciduous", Pot: "standard", Season: "dormant", Covered: true, Origin: stock.Garden},
		stock.Readings{BallDiameterMM: ptr(610.0), BallHeightMM: ptr(420.0), CaliperMM: ptr(51.0), Above: soundAbove, Probes: []stock.Probe{}, SeenDepthMM: ptr(0.0),
			Roots: []stock.Circler{}, Moisture: "moist", Balled: &stock.BalledLook{Soundness: "firm", TrunkMoves: ptr(false), Cloth: "none", Basket: ptr(false), Twine: ptr(false), GardenSoil: stock.GardenSoil(soil)}}
}

// A layer and a tree lifted in a garden are asked what no other stock is asked; not looked is never a pass.
func TestOriginsHaveAListOfTheirOwn(t *testing.T) {
	for _, c := range []struct {
		of      func(string) (stock.Subject, stock.Readings)
		found   string
		verdict stock.Verdict
		work    []string
		missing []string
	}{
		{layer, "clean", stock.Sell, nil, nil},
		{layer, "ragged", stock.Fix, []string{"cut-stub"}, nil},
		{layer, "rotting", stock.Hold, nil, nil},
		{layer, "", stock.NotYetJudged, nil, []string{"stub"}},
		{garden, "clean", stock.Sell, nil, nil},
		{garden, "weed-roots", stock.Fix, []string{"pick-weeds"}, nil},
		{garden, "grubs", stock.Hold, nil, nil},
		{garden, "", stock.NotYetJudged, nil, []string{"garden_soil"}},
	} {
		subject, readings := c.of(c.found)
		a, err := stock.Assess(rules.House{}, subject, readings)
		require.NoError(t, err)
		assert.Equal(t, c.verdict, a.Verdict, "%s %q: %+v", subject.Origin, c.found, a.Reasons)
		work := []string(nil)
		for _, w := range a.Work {
			if !w.AtPlanting {
				work = append(work, string(w.Code))
			}
		}
		assert.Equal(t, c.work, work, "%s %q", subject.Origin, c.found)
		if c.missing != nil {
			assert.Equal(t, c.missing, a.Missing)
		}
		if len(work) == 1 { // once done it is sound, and no other finding was touched
			next := stock.AfterWork(a, readings, func(key string) bool { return key == work[0] })
			after, err := stock.Assess(rules.House{}, subject, next)
			require.NoError(t, err)
			assert.Equal(t, stock.Sell, after.Verdict, "%+v", after.Reasons)
		}
		usual := subject
		usual.Origin = ""
		plain, err := stock.Assess(rules.House{}, usual, readings)
		require.NoError(t, err)
		assert.NotContains(t, plain.Missing, "stub")
		assert.NotContains(t, plain.Missing, "garden_soil")
	}
	subject, readings := layer("clean")
	subject.Form = stock.Container
	_, err := stock.Assess(rules.House{}, subject, readings)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "origin", l[0].Field)
	assert.Equal(t, 28, stock.HoldDays(rules.House{}, []stock.Reason{{Part: "stub", Code: "rotting", Verdict: stock.Hold}}, 0))
	assert.Equal(t, 21, stock.HoldDays(rules.House{}, []stock.Reason{{Part: "garden-soil", Code: "grubs", Verdict: stock.Hold}}, 0), "as quarantine")
}

// stock.md: 0 radial and fine, 1 moderate, 2 major or girdling, 3 severe or strangling; each zone for itself.
func TestGradesByZone(t *testing.T) {
	root := func(zone string) stock.Circler { return stock.Circler{Root: stock.Root{Zone: stock.Zone(zone)}} }
	r := stock.Readings{ZonesLooked: stock.AllZones(), Roots: []stock.Circler{root("side"), root("side"), root("bottom"), root("inner")}}
	g := stock.GradesOf(r, []stock.RootClass{"moderate", "major", "fine", "severe"})
	assert.Equal(t, []int{3, 2, 0}, []int{*g.Collar, *g.Side, *g.Bottom})
	for class, want := range map[string]int{"radial": 0, "fine": 0, "moderate": 1, "major": 2, "girdling": 2, "severe": 3, "strangling": 3} {
		one := stock.GradesOf(stock.Readings{ZonesLooked: stock.AllZones(), Roots: []stock.Circler{root("collar")}}, []stock.RootClass{stock.RootClass(class)})
		assert.Equal(t, want, *one.Collar, class)
		assert.Zero(t, *one.Side)
	}
	clean := stock.GradesOf(stock.Readings{ZonesLooked: stock.AllZones()}, nil)
	assert.Zero(t, *clean.Bottom, "looked at, and nothing goes round")
	assert.Nil(t, stock.GradesOf(stock.Readings{Roots: r.Roots[:1]}, []stock.RootClass{"major"}).Bottom, "not looked is no 0")
}

// stock.md, house defaults: at 30 % and 60 % of the budget, and 12 h before the end.
func TestAlarmsAreDueAtTheirShares(t *testing.T) {
	for _, c := range []struct {
		used, age float64
		left      *float64
		want      []stock.AlarmKind
	}{
		{0.29, 0, ptr(40.0), []stock.AlarmKind{}},
		{0.30, 0, ptr(40.0), []stock.AlarmKind{stock.AlarmSoon}},
		{0.1, 0.6, ptr(40.0), []stock.AlarmKind{stock.AlarmSoon, stock.AlarmCritical}},
		{0.61, 0, ptr(12.0), []stock.AlarmKind{stock.AlarmSoon, stock.AlarmCritical, stock.AlarmEnds}},
		{0.1, 0, ptr(11.9), []stock.AlarmKind{stock.AlarmEnds}},
		{0.2, 0, nil, []stock.AlarmKind{}},
	} {
		got := stock.AlarmsDue(rules.House{}, stock.ExposureResult{UsedShare: c.used, AgeShare: c.age, HoursLeft: c.left})
		assert.EqualValues(t, c.want, got, "%+v", c)
	}
	assert.Contains(t, stock.AlarmsDue(rules.House{}, stock.ExposureResult{Status: stock.Spent}), stock.AlarmCritical)
}

func TestWhatAPackingMakes(t *testing.T) {
	for packing, cover := range map[string]stock.Cover{"": stock.DryBox, "none": stock.DryBox, "other": stock.DryBox, "moss": stock.DampPacking,
		"sawdust": stock.DampPacking, "paper": stock.DampPacking, "gel": stock.GelBag, "feathers": ""} {
		assert.Equal(t, cover, stock.PackedAs(stock.Packing(packing)), packing)
	}
}

// stock.md: weeds on the pot top come off before sale; kinds that move badly get their last chance.
func TestWhatIsToldOfThePotItself(t *testing.T) {
	pot := stock.Subject{Form: stock.Container, Habit: stock.Single, Foliage: "deciduous", Pot: "air-pruning", Season: "dormant", Covered: true}
	look := stock.Readings{BallDiameterMM: ptr(300.0), BallHeightMM: ptr(260.0), CaliperMM: ptr(26.0), Above: soundAbove, Probes: []stock.Probe{}, SeenDepthMM: ptr(0.0),
		ZonesLooked: stock.AllZones(), Roots: []stock.Circler{}, FillPct: ptr(80.0), MatSidePct: ptr(0.0), MatBottomPct: ptr(0.0), Texture: "firm", Odour: "none", PotTop: "clean", BottomRoots: "present", Moisture: "moist"}
	judge := func(s stock.Subject, r stock.Readings) stock.Assessment {
		a, err := stock.Assess(rules.House{}, s, r)
		require.NoError(t, err)
		return a
	}
	assert.Equal(t, stock.Sell, judge(pot, look).Verdict, "nobody told of the months")
	weedy := look
	weedy.PotTop = "weeds"
	a := judge(pot, weedy)
	assert.Equal(t, stock.Fix, a.Verdict)
	assert.Equal(t, stock.InWork, stock.StateAfter(a), "weeds come off before it is sold")
	next := stock.AfterWork(a, weedy, func(key string) bool { return key == "pull-weeds" })
	assert.EqualValues(t, "clean", next.PotTop)
	assert.Equal(t, stock.Sell, judge(pot, next).Verdict)

	old := look
	old.MonthsInPot = ptr(18.0)
	assert.Equal(t, stock.Sell, judge(pot, old).Verdict, "a kind that moves well may wait")
	pot.MovesBadly = true
	a = judge(pot, old)
	assert.Equal(t, []stock.Reason{{Part: "pot", Code: "last-chance", Verdict: stock.Fix,
		Evidence: &stock.Evidence{Value: 18, Limit: 18, Unit: "months", Rule: rules.YardLastChance}}}, a.Reasons)
	assert.Equal(t, stock.ForSale, stock.StateAfter(a), "it is sold, to be planted this season")
	old.MonthsInPot = ptr(17.9)
	assert.Equal(t, stock.Sell, judge(pot, old).Verdict)
	pot.Form = stock.Balled
	assert.NotContains(t, judge(pot, weedy).Reasons, stock.Reason{Part: "pot", Code: "weeds", Verdict: stock.Fix}, "a ball has no pot")
}
