package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/rules"
	"sedum/core/stock"
)

func subject() stock.Subject {
	return stock.Subject{Form: stock.Container, Habit: stock.Single, Foliage: "deciduous", Pot: "standard", Season: "dormant", Covered: true}
}

func soundLook() stock.Readings {
	return stock.Readings{
		BallDiameterMM: ptr(300.0), BallHeightMM: ptr(280.0), CaliperMM: ptr(30.0), HeightM: ptr(2.0),
		Above:  stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none"},
		Probes: []stock.Probe{}, SeenDepthMM: ptr(0.0), ZonesLooked: stock.AllZones(), Roots: []stock.Circler{}, PotTop: "clean",
		MatSidePct: ptr(0.0), MatBottomPct: ptr(0.0), FillPct: ptr(80.0),
		Texture: "firm", Odour: "none", BottomRoots: "present", Moisture: "moist",
	}
}

func assess(t *testing.T, s stock.Subject, r stock.Readings) stock.Assessment {
	t.Helper()
	a, err := stock.Assess(rules.House{}, s, r)
	require.NoError(t, err)
	return a
}

func TestSoundTreeIsSold(t *testing.T) {
	a := assess(t, subject(), soundLook())
	assert.Equal(t, stock.Sell, a.Verdict)
	assert.Empty(t, a.Missing)
	assert.Empty(t, a.Work)
	assert.Equal(t, stock.ForSale, stock.StateAfter(a))
}

// "Anything not looked at: never better than not yet judged, naming what is missing."
func TestNotLookedIsNeverAPass(t *testing.T) {
	for name, forget := range map[string]func(*stock.Readings){
		"leader": func(r *stock.Readings) { r.Above.Leader = "" }, "trunk": func(r *stock.Readings) { r.Above.Trunk = "" },
		"branching": func(r *stock.Readings) { r.Above.Branching = "" }, "life": func(r *stock.Readings) { r.Above.Life = "" },
		"ties": func(r *stock.Readings) { r.Above.Ties = "" }, "pests": func(r *stock.Readings) { r.Above.Pests = "" }, "flare": func(r *stock.Readings) { r.SeenDepthMM = nil },
		"texture": func(r *stock.Readings) { r.Texture = "" }, "odour": func(r *stock.Readings) { r.Odour = "" },
		"moisture": func(r *stock.Readings) { r.Moisture = "" }, "bottom_roots": func(r *stock.Readings) { r.BottomRoots = "" },
		"fill_pct": func(r *stock.Readings) { r.FillPct = nil }, "circling_collar": func(r *stock.Readings) { r.ZonesLooked = []stock.Zone{"side", "bottom"} },
		"circling_side": func(r *stock.Readings) { r.ZonesLooked = []stock.Zone{"collar", "bottom"} },
		"circling_base": func(r *stock.Readings) { r.ZonesLooked = []stock.Zone{"side", "collar"} }, "pot_top": func(r *stock.Readings) { r.PotTop = "" },
		"mat_side_pct": func(r *stock.Readings) { r.MatSidePct = nil }, "mat_bottom_pct": func(r *stock.Readings) { r.MatBottomPct = nil },
		"caliper_mm": func(r *stock.Readings) { r.CaliperMM = nil }, "ball_height_mm": func(r *stock.Readings) { r.BallHeightMM = nil },
		"ball_diameter_mm": func(r *stock.Readings) { r.BallDiameterMM = nil },
	} {
		r := soundLook()
		forget(&r)
		a := assess(t, subject(), r)
		assert.Equal(t, stock.NotYetJudged, a.Verdict, name)
		assert.Contains(t, a.Missing, name)
		assert.Equal(t, stock.NotJudged, stock.StateAfter(a), name)
	}
}

// Every cell of the table above the line (stock.md).
func TestAboveTheLineTable(t *testing.T) {
	for _, c := range []struct {
		above stock.Above
		want  stock.Verdict
	}{
		{stock.Above{Leader: "two"}, stock.Fix}, {stock.Above{Leader: "broken-tip"}, stock.Hold}, {stock.Above{Leader: "none"}, stock.SendBack},
		{stock.Above{Trunk: "healed-scar"}, stock.Fix}, {stock.Above{Trunk: "small-wound"}, stock.Hold}, {stock.Above{Trunk: "large-wound"}, stock.SendBack},
		{stock.Above{Branching: "rubbing"}, stock.Fix}, {stock.Above{Branching: "included-bark"}, stock.SendBack},
		{stock.Above{Life: "dead-tips"}, stock.Fix}, {stock.Above{Life: "late-buds"}, stock.Hold}, {stock.Above{Life: "brown-to-trunk"}, stock.SendBack},
		{stock.Above{Ties: "tight"}, stock.Fix}, {stock.Above{Ties: "grooved"}, stock.SendBack},
		{stock.Above{Pests: "isolate"}, stock.Hold}, {stock.Above{Pests: "notifiable"}, stock.SendBack},
	} {
		r := soundLook()
		for _, part := range []struct{ from, to *stock.Cause }{
			{&c.above.Leader, &r.Above.Leader}, {&c.above.Trunk, &r.Above.Trunk}, {&c.above.Branching, &r.Above.Branching},
			{&c.above.Life, &r.Above.Life}, {&c.above.Ties, &r.Above.Ties}, {&c.above.Pests, &r.Above.Pests},
		} {
			if *part.from != "" {
				*part.to = *part.from
			}
		}
		assert.Equal(t, c.want, assess(t, subject(), r).Verdict, "%+v", c.above)
	}
}

func TestShrubHasNoLeaderToLookAt(t *testing.T) {
	s := subject()
	s.Habit = stock.Multi
	r := soundLook()
	r.Above.Leader = ""
	assert.Equal(t, stock.Sell, assess(t, s, r).Verdict)
}

func TestWorstVerdictWinsAndKeepsEveryReason(t *testing.T) {
	r := soundLook()
	r.Above.Ties, r.Moisture, r.Texture = "tight", "dry", "soft"
	a := assess(t, subject(), r)
	assert.Equal(t, stock.SendBack, a.Verdict)
	codes := []string{}
	for _, reason := range a.Reasons {
		codes = append(codes, string(reason.Code))
	}
	assert.ElementsMatch(t, []string{"tight", "root-rot", "soak"}, codes)
	assert.Empty(t, a.Work, "nothing is cut on a tree that goes back")
}

// The whole of one tree: handbook case flare 1 with the roots of root-ball 1, then the work, then again.
func TestWorkListAndMeasuringAgain(t *testing.T) {
	r := soundLook()
	r.BallHeightMM, r.CaliperMM, r.SeenDepthMM = ptr(296.0), ptr(32.0), ptr(66.0)
	r.MatSidePct, r.MatBottomPct = ptr(60.0), ptr(70.0)
	r.MainRootsMM = &[]float64{14, 12, 9, 8}
	r.Roots = []stock.Circler{
		{FromDeg: ptr(30.0), Root: stock.Root{Zone: "side", DiameterMM: 9, ArcDeg: 150}},
		{FromDeg: ptr(200.0), Root: stock.Root{Zone: "collar", DiameterMM: 6, ArcDeg: 120, GapMM: ptr(10.0)}},
	}
	a := assess(t, subject(), r)
	assert.Equal(t, stock.Fix, a.Verdict)
	keys := []string{}
	for _, w := range a.Work {
		keys = append(keys, w.Key)
	}
	assert.Equal(t, []string{"clear", "cut-at-collar-2", "shave", "slice"}, keys)
	assert.InDelta(t, 66, *a.Work[0].AmountMM, 1e-9)
	assert.InDelta(t, 260, *a.Work[1].BearingDeg, 1e-9, "the middle of the arc")
	assert.InDelta(t, 18.75, *a.Work[2].AmountMM, 1e-9)
	assert.InDelta(t, 23, *a.Work[3].AmountMM, 1e-9)
	assert.Equal(t, stock.InWork, stock.StateAfter(a))

	again := stock.AfterWork(a, r, func(string) bool { return true })
	assert.InDelta(t, 262.5, *again.BallDiameterMM, 1e-9)
	assert.InDelta(t, 207, *again.BallHeightMM, 1e-9)
	assert.Empty(t, again.Roots)
	assert.Equal(t, stock.Sell, assess(t, subject(), again).Verdict)
	half := stock.AfterWork(a, r, func(key string) bool { return key == "clear" })
	assert.Len(t, half.Roots, 2, "what was not cut is still there")
}

func TestUncoverComesBeforeAnyCut(t *testing.T) {
	r := soundLook()
	r.SeenDepthMM = nil
	for _, b := range []float64{0, 45, 90, 180, 270, 315} {
		r.Probes = append(r.Probes, stock.Probe{BearingDeg: b, DepthMM: ptr(110.0)})
	}
	r.MatBottomPct = ptr(80.0)
	a := assess(t, subject(), r)
	assert.Equal(t, stock.NotYetJudged, a.Verdict)
	require.Len(t, a.Work, 1)
	assert.EqualValues(t, "uncover", a.Work[0].Code)
}

func TestPalmsAreNotCovered(t *testing.T) {
	s := subject()
	s.Covered = false
	a := assess(t, s, soundLook())
	assert.Equal(t, stock.NotYetJudged, a.Verdict)
	assert.EqualValues(t, "not-covered", a.Reasons[0].Code)
}

func TestHoldIsDueByItsShortestReason(t *testing.T) {
	assert.Equal(t, 14, stock.HoldDays(rules.House{}, []stock.Reason{{Part: "roots", Code: "overwatered", Verdict: stock.Hold}, {Part: "roots", Code: "under-rooted", Verdict: stock.Hold}}, 0))
	assert.Equal(t, 28, stock.HoldDays(rules.House{}, []stock.Reason{{Part: "roots", Code: "under-rooted", Verdict: stock.Hold}}, 0))
	assert.Equal(t, 42, stock.HoldDays(rules.House{}, nil, 0))
}

// stock.md: flush from bud swell for 8 weeks, summer until 42 days before the first frost, autumn until 14 after.
// Bud swell on day 100 and first frost on day 288.
func TestSeasons(t *testing.T) {
	for day, want := range map[int]string{
		99: "dormant", 100: "spring-flush", 155: "spring-flush", 156: "summer", 245: "summer", 246: "autumn", 302: "autumn", 303: "dormant", 1: "dormant",
	} {
		assert.EqualValues(t, want, stock.SeasonOf(rules.House{}, day, 100, 288, false, nil), "day %d", day)
	}
	assert.EqualValues(t, "dormant", stock.SeasonOf(rules.House{}, 200, 100, 288, true, ptr(7.9)))
	assert.EqualValues(t, "summer", stock.SeasonOf(rules.House{}, 200, 100, 288, true, ptr(8.0)))
}

func TestATreeThatWaitsForDormancyIsDueWhenItBegins(t *testing.T) {
	waiting := []stock.Reason{{Part: "roots", Code: "cut-when-dormant", Verdict: stock.Hold}}
	assert.Equal(t, 13, stock.HoldDays(rules.House{}, waiting, stock.DaysToDormancy(rules.House{}, 290, 100, 288)), "dormant from day 303")
	assert.Equal(t, 42, stock.HoldDays(rules.House{}, waiting, stock.DaysToDormancy(rules.House{}, 200, 100, 288)))
	assert.Equal(t, 0, stock.DaysToDormancy(rules.House{}, 320, 100, 288))
	assert.Equal(t, 1, stock.DaysToDormancy(rules.House{}, 302, 100, 288))
}

func balledLook() stock.Readings {
	r := soundLook()
	r.BallDiameterMM, r.BallHeightMM, r.CaliperMM = ptr(620.0), ptr(420.0), ptr(51.0)
	r.Texture, r.Odour, r.BottomRoots, r.FillPct, r.ZonesLooked, r.MatSidePct, r.MatBottomPct = "", "", "", nil, nil, nil, nil
	r.Balled = &stock.BalledLook{Soundness: "firm", TrunkMoves: ptr(false), Cloth: "natural", Basket: ptr(true), Twine: ptr(false)}
	return r
}

func balledSubject() stock.Subject {
	s := subject()
	s.Form, s.Pot = stock.Balled, "standard"
	return s
}

func TestADugBallIsAskedOnlyWhatItNeeds(t *testing.T) {
	a := assess(t, balledSubject(), balledLook())
	assert.Equal(t, stock.Sell, a.Verdict, "%+v", a.Missing)
	assert.Equal(t, stock.ForSale, stock.StateAfter(a), "cloth and basket come off in the hole")
	assert.Len(t, a.Work, 2)
	assert.EqualValues(t, "gear", a.Load.Handling)

	r := balledLook()
	r.Balled.TrunkMoves = nil
	a = assess(t, balledSubject(), r)
	assert.Equal(t, stock.NotYetJudged, a.Verdict)
	assert.Equal(t, []string{"trunk_moves"}, a.Missing)
}

// 120 mm of soil over the flare leaves too little root, but nothing is sent back for a depth that nobody saw.
func TestADugBallIsNotSentBackForAnUnseenFlare(t *testing.T) {
	r := balledLook()
	r.SeenDepthMM = nil
	for _, b := range []float64{0, 60, 120, 180, 240, 300} {
		r.Probes = append(r.Probes, stock.Probe{BearingDeg: b, DepthMM: ptr(150.0)})
	}
	assert.Equal(t, stock.NotYetJudged, assess(t, balledSubject(), r).Verdict)
	r.SeenDepthMM = ptr(120.0)
	assert.Equal(t, stock.SendBack, assess(t, balledSubject(), r).Verdict)
}

func bareRootLook() stock.Readings {
	r := stock.Readings{CaliperMM: ptr(16.0), HeightM: ptr(2.0), Probes: []stock.Probe{}, Roots: []stock.Circler{}, Above: soundLook().Above}
	r.BareRoot = &stock.BareRootLook{SpreadMM: ptr(380.0), LengthMM: ptr(300.0), Sides: ptr(4), Moisture: "moist", Mould: ptr(false),
		Buds: "dormant", BrokenRoots: ptr(0), SoilLineMM: ptr(10.0)}
	return r
}

func TestABareRootIsJudgedWithItsClock(t *testing.T) {
	s := subject()
	s.Form, s.Pot = stock.BareRoot, "standard"
	assert.Equal(t, stock.Sell, assess(t, s, bareRootLook()).Verdict)
	s.Clock = stock.Critical
	a := assess(t, s, bareRootLook())
	assert.Equal(t, stock.Fix, a.Verdict)
	assert.EqualValues(t, "plant-today", a.Work[0].Code)
	s.Clock = stock.Spent
	assert.Equal(t, stock.SendBack, assess(t, s, bareRootLook()).Verdict)

	s.Clock = ""
	r := bareRootLook()
	r.BareRoot.Moisture, r.BareRoot.BrokenRoots, r.BareRoot.Sides = "surface-dry", ptr(2), ptr(1)
	a = assess(t, s, r)
	keys := []string{}
	for _, w := range a.Work {
		keys = append(keys, w.Key)
	}
	assert.Equal(t, []string{"soak-roots", "trim-broken", "widen-side"}, keys)
	again := stock.AfterWork(a, r, func(string) bool { return true })
	assert.Equal(t, stock.Sell, assess(t, s, again).Verdict)
	assert.EqualValues(t, "surface-dry", r.BareRoot.Moisture, "the look that was kept is not changed")
	for name, forget := range map[string]func(*stock.BareRootLook){
		"root_spread_mm": func(b *stock.BareRootLook) { b.SpreadMM = nil }, "mould": func(b *stock.BareRootLook) { b.Mould = nil },
		"soil_line_mm": func(b *stock.BareRootLook) { b.SoilLineMM = nil }, "buds": func(b *stock.BareRootLook) { b.Buds = "" }, "sides": func(b *stock.BareRootLook) { b.Sides = nil },
	} {
		r := bareRootLook()
		forget(r.BareRoot)
		a := assess(t, s, r)
		assert.Equal(t, stock.NotYetJudged, a.Verdict, name)
		assert.Contains(t, a.Missing, name)
	}
}

// stock.md, "What has to be looked at": container and plug are asked the same, felt and pot top too.
func TestAPlugIsAskedAsAPot(t *testing.T) {
	s := subject()
	s.Form, s.Pot = stock.Plug, "plug"
	r := soundLook()
	r.BallDiameterMM, r.BallHeightMM, r.CaliperMM = ptr(50.0), ptr(120.0), ptr(4.0)
	assert.Equal(t, stock.Sell, assess(t, s, r).Verdict)
	r.MatSidePct, r.MatBottomPct, r.BottomRoots, r.PotTop = nil, nil, "", ""
	assert.Equal(t, []string{"bottom_roots", "mat_side_pct", "mat_bottom_pct", "pot_top"}, assess(t, s, r).Missing)
}

// "One answer never answers another: an arc at the side says nothing of the collar."
func TestAnArcInOneZoneSaysNothingOfAnother(t *testing.T) {
	arcs := map[stock.Zone][]string{"side": {"circling_collar", "circling_base"}, "collar": {"circling_side", "circling_base"},
		"bottom": {"circling_collar", "circling_side"}, "inner": {"circling_collar", "circling_side", "circling_base"}}
	for zone, missing := range arcs {
		r := soundLook()
		r.ZonesLooked = nil
		r.Roots = []stock.Circler{{Root: stock.Root{Zone: zone, DiameterMM: 4, ArcDeg: 60, GapMM: ptr(60.0)}}}
		a := assess(t, subject(), r)
		assert.Equal(t, missing, a.Missing, zone)
		assert.Equal(t, stock.NotYetJudged, a.Verdict, zone)
		for _, grade := range []struct {
			of  *int
			was bool
		}{{stock.GradesOf(r, a.RootBall.RootClasses).Side, zone == "side"}, {stock.GradesOf(r, a.RootBall.RootClasses).Bottom, zone == "bottom"}} {
			assert.Equal(t, grade.was, grade.of != nil, zone)
		}
	}
}

// What an earlier program kept: "looked all round" with nothing going round spoke of every zone; beside an arc it says nothing more.
func TestALookOfAnEarlierProgramIsReadStrictly(t *testing.T) {
	r := soundLook()
	r.ZonesLooked, r.RootsLooked = nil, true
	assert.Equal(t, stock.Sell, assess(t, subject(), r).Verdict)
	r.Roots = []stock.Circler{{Root: stock.Root{Zone: "side", DiameterMM: 4, ArcDeg: 60}}}
	assert.Equal(t, []string{"circling_collar", "circling_base"}, assess(t, subject(), r).Missing)
}

// "Confidence low of the flare says so in the verdict and asks for more probes, or for the flare to be seen."
func TestTwoProbesMakeNoSale(t *testing.T) {
	r := soundLook()
	r.SeenDepthMM = nil
	r.Probes = []stock.Probe{{BearingDeg: 0, DepthMM: ptr(32.0)}, {BearingDeg: 180, DepthMM: ptr(34.0)}}
	a := assess(t, subject(), r)
	assert.Equal(t, stock.ConfidenceLow, a.Flare.Confidence)
	assert.Equal(t, stock.NotYetJudged, a.Verdict)
	assert.Contains(t, a.Reasons, stock.Reason{Part: "flare", Code: "few-probes", Verdict: stock.NotYetJudged})
	r.Probes = append(r.Probes, stock.Probe{BearingDeg: 90, DepthMM: ptr(33.0)}, stock.Probe{BearingDeg: 270, DepthMM: ptr(33.0)})
	assert.Equal(t, stock.Sell, assess(t, subject(), r).Verdict)
	r.Probes, r.SeenDepthMM = r.Probes[:2], ptr(2.0)
	assert.Equal(t, stock.Sell, assess(t, subject(), r).Verdict, "seen needs no probes")
}

// "balled judges depth only from a flare that was seen; a probed one asks to be uncovered first."
func TestAProbedFlareOfABallIsUncoveredFirst(t *testing.T) {
	r := balledLook()
	r.SeenDepthMM = nil
	for _, b := range []float64{0, 60, 120, 180, 240, 300} {
		r.Probes = append(r.Probes, stock.Probe{BearingDeg: b, DepthMM: ptr(70.0)}) // 40 mm deep: a pot would only be cleared
	}
	a := assess(t, balledSubject(), r)
	assert.Equal(t, stock.NotYetJudged, a.Verdict)
	assert.True(t, a.ToUncover())
	assert.EqualValues(t, "uncover", a.Work[0].Code)
	for i := range r.Probes {
		r.Probes[i].DepthMM = ptr(35.0)
	}
	assert.Equal(t, stock.Sell, assess(t, balledSubject(), r).Verdict, "at the surface there is nothing to uncover")
}

func TestLeavesAndGraftAreAskedWhereThereAreAny(t *testing.T) {
	s := subject()
	s.Season, s.Grafted = "summer", true
	a := assess(t, s, soundLook())
	assert.Equal(t, []string{"leaves", "graft"}, a.Missing)
	r := soundLook()
	r.Above.Leaves, r.Above.Graft, r.Above.Pests = "yellow-wilting", "clean", "notifiable"
	assert.Equal(t, stock.SendBack, assess(t, s, r).Verdict)
}

// Of a lot of which nobody stated whether it is grafted the look asks: not answered it is not judged; a bare root with a graft needs its
// height, one without needs none.
func TestAGraftThatNobodyStatedIsAskedFor(t *testing.T) {
	s := subject()
	s.GraftUnknown = true
	r := soundLook()
	assert.Equal(t, []string{"graft"}, assess(t, s, r).Missing)
	for found, verdict := range map[stock.Cause]stock.Verdict{"none-seen": stock.Sell, "clean": stock.Sell, "failed": stock.SendBack} {
		r.Above.Graft = found
		assert.Equal(t, verdict, assess(t, s, r).Verdict, found)
	}
	for _, part := range stock.AboveParts(s) {
		if part.Part == stock.PartGraft {
			assert.EqualValues(t, "none-seen", part.Found[0])
		}
	}
	for _, c := range []struct {
		s    stock.Subject
		look stock.Cause
		has  bool
	}{{stock.Subject{GraftUnknown: true}, "", false}, {stock.Subject{GraftUnknown: true}, "none-seen", false}, {stock.Subject{GraftUnknown: true}, "weeping", true}, {stock.Subject{Grafted: true}, "", true}, {stock.Subject{}, "clean", false}} {
		assert.Equal(t, c.has, stock.HasGraft(c.s, stock.Readings{Above: stock.Above{Graft: c.look}}))
	}
}

// What follows from how a lot was raised is stated; what nobody told stays unknown.
func TestWhetherALotIsGrafted(t *testing.T) {
	for name, c := range map[string]struct {
		told *bool
		how  stock.Propagation
		on   string
		want *bool
	}{
		"nobody told":    {nil, "", "", nil},
		"told no":        {ptr(false), "", "", ptr(false)},
		"by grafting":    {nil, stock.PropagationGraft, "", ptr(true)},
		"on a rootstock": {ptr(false), "", "QW 2", ptr(true)},
		"from seed":      {nil, stock.PropagationSeed, "", ptr(false)},
	} {
		assert.Equal(t, c.want, stock.LotFacts{Form: stock.Container, Grafted: c.told, Propagation: c.how, Rootstock: c.on}.Settled().Grafted, name)
	}
}

func TestOnlyWhatTheTreeIsCountsAgainstItsLot(t *testing.T) {
	hold := func(code string) stock.Assessment {
		return stock.Assessment{Verdict: stock.Hold, Reasons: []stock.Reason{{Part: "roots", Code: stock.Cause(code), Verdict: stock.Hold}}}
	}
	for name, c := range map[string]struct {
		a              stock.Assessment
		faulty, judged bool
	}{
		"sell": {stock.Assessment{Verdict: stock.Sell}, false, true}, "fix": {stock.Assessment{Verdict: stock.Fix}, false, true},
		"send back": {stock.Assessment{Verdict: stock.SendBack}, true, true}, "open": {stock.Assessment{Verdict: stock.NotYetJudged}, false, false},
		"overwatered": {hold("overwatered"), true, true}, "for a date": {hold("wait-for-dormancy"), false, true},
	} {
		faulty, judged := stock.Faulty(c.a)
		assert.Equal(t, c.faulty, faulty, name)
		assert.Equal(t, c.judged, judged, name)
	}
}

// Of every part that is asked the first choice is sound, and no choice is missing from the table.
func TestTheFirstChoiceAboveTheLineIsSound(t *testing.T) {
	s := subject()
	s.Season, s.Grafted = "summer", true
	parts := stock.AboveParts(s)
	assert.Len(t, parts, 8)
	r := soundLook()
	r.Above.Leaves, r.Above.Graft = "sound", "clean"
	assert.Equal(t, stock.Sell, assess(t, s, r).Verdict)
	for _, p := range parts {
		assert.GreaterOrEqual(t, len(p.Found), 3, p.Part)
	}
}
