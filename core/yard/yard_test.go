package yard_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/core/yard"
)

var (
	usual = rules.House{}
	noon  = time.Date(2026, 3, 4, 12, 0, 0, 0, time.UTC)
	forms = []stock.Form{stock.Container, stock.Plug, stock.Balled, stock.BareRoot}
)

func TestEveryFormIsToldWhereItWaits(t *testing.T) {
	for _, f := range forms {
		places := yard.Standing(f)
		require.NotEmpty(t, places, f)
		assert.Contains(t, places, yard.InShade, f)
		seen := map[yard.Place]bool{}
		for _, p := range places {
			assert.False(t, seen[p], "%s told twice of %s", p, f)
			seen[p] = true
		}
	}
	assert.Equal(t, yard.RootsCovered, yard.Standing(stock.BareRoot)[0], "a bare root is covered before anything else")
	assert.Contains(t, yard.Standing(stock.Container), yard.Tied, "pots fall over")
	assert.Contains(t, yard.Standing(stock.BareRoot), yard.FrostFree, "frost kills bare fine roots")
	assert.Empty(t, yard.Standing("turf"))
}

// stock.md, house defaults: high over 32 C, low under -5 C.
func TestPotRootsAreWarnedOfHeatAndFrost(t *testing.T) {
	for _, c := range []struct {
		name      string
		form      stock.Form
		high, low float64
		want      []string
	}{
		{"a mild day", stock.Container, 22, 9, []string{}},
		{"at the limits", stock.Container, 32, -5, []string{}},
		{"hot", stock.Container, 32.1, 15, []string{"heat"}},
		{"frost", stock.Plug, 3, -5.1, []string{"frost"}},
		{"both", stock.Container, 33, -6, []string{"heat", "frost"}},
		{"a ball has no pot wall", stock.Balled, 38, -12, []string{}},
		{"nor has a bare root", stock.BareRoot, 38, -12, []string{}},
	} {
		got := []string{}
		for _, r := range yard.PotRoots(usual, c.form, c.high, c.low) {
			got = append(got, r.Kind)
		}
		assert.Equal(t, c.want, got, c.name)
	}
	strict, err := usual.With(rules.YardPotHeat, 28)
	require.NoError(t, err)
	assert.Len(t, yard.PotRoots(strict, stock.Container, 30, 10), 1, "the house may warn earlier")
}

// stock.md, house defaults: clean water 4 h, muddy 24 h at most.
func TestASoakEnds(t *testing.T) {
	for _, c := range []struct {
		water yard.Water
		after time.Duration
		left  time.Duration
		over  bool
	}{
		{yard.Clean, 0, 4 * time.Hour, false},
		{yard.Clean, 4 * time.Hour, 0, false},
		{yard.Clean, 4*time.Hour + time.Second, -time.Second, true},
		{yard.Muddy, 4*time.Hour + time.Second, 20*time.Hour - time.Second, false},
		{yard.Muddy, 25 * time.Hour, -time.Hour, true},
	} {
		s, err := yard.Soak(usual, c.water, noon, noon.Add(c.after))
		require.NoError(t, err)
		assert.Equal(t, c.left, s.Left, "%s after %s", c.water, c.after)
		assert.Equal(t, c.over, s.Over, "%s after %s", c.water, c.after)
		assert.Equal(t, noon.Add(c.after).Add(c.left), s.EndsAt)
	}
	_, err := yard.Soak(usual, "soup", noon, noon)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "water", l[0].Field)
}

func TestABoxIsFeltOnceADay(t *testing.T) {
	assert.True(t, yard.DampDue(time.Time{}, noon), "never felt")
	assert.False(t, yard.DampDue(noon.Add(-11*time.Hour), noon), "this morning")
	assert.True(t, yard.DampDue(noon.Add(-13*time.Hour), noon), "yesterday evening")
	early := time.Date(2026, 3, 4, 0, 0, 0, 0, time.UTC)
	assert.False(t, yard.DampDue(early, noon), "midnight is today")
	east := time.FixedZone("yard", 10*3600)
	assert.True(t, yard.DampDue(noon, noon.Add(3*time.Hour).In(east)), "by the yard's own day")
	assert.InDelta(t, 0.75, yard.BoxWater(usual, 3), 1e-9, "stock.md: 0.25 L a day a box")
	assert.Zero(t, yard.BoxWater(usual, -1))
}

func TestWhatABatchCameTo(t *testing.T) {
	s, err := yard.Outcome{Lost: 3, Doubtful: 5, Sound: 42}.Shares(60)
	require.NoError(t, err)
	assert.Equal(t, 50, s.Trees)
	assert.InDelta(t, 0.06, s.Lost, 1e-9)
	assert.InDelta(t, 0.10, s.Doubtful, 1e-9)
	assert.InDelta(t, 0.84, s.Sound, 1e-9)
	// The exact limits for 3 of 50: at each limit the tail beyond 3 holds 2.5 % (summed here term by term).
	assert.InDelta(t, 0.025, 1-binomialUpTo(2, 50, s.LostLow), 1e-6)
	assert.InDelta(t, 0.025, binomialUpTo(3, 50, s.LostHigh), 1e-6)

	for _, c := range []struct {
		o     yard.Outcome
		field string
	}{
		{yard.Outcome{}, "sound"}, {yard.Outcome{Lost: -1, Sound: 3}, "lost"}, {yard.Outcome{Doubtful: -2}, "doubtful"},
		{yard.Outcome{Lost: 30, Sound: 31}, "sound"},
	} {
		_, err := c.o.Shares(60)
		var l fault.List
		require.ErrorAs(t, err, &l, "%+v", c.o)
		assert.Equal(t, c.field, l[0].Field)
	}
}

func binomialUpTo(k, n int, p float64) float64 {
	sum, term := 0.0, math.Pow(1-p, float64(n))
	for i := 0; i <= k; i++ {
		sum += term
		term *= float64(n-i) / float64(i+1) * p / (1 - p)
	}
	return sum
}

// stock.md, house defaults: spare trees 2, 5, 8, 12 %.
func TestSpareTreesByForm(t *testing.T) {
	for form, want := range map[stock.Form]int{stock.Container: 2, stock.Balled: 5, stock.BareRoot: 8, stock.Plug: 12} {
		assert.Equal(t, want, yard.Spare(usual, form, 100), form)
	}
	assert.Equal(t, 1, yard.Spare(usual, stock.Container, 1), "a whole tree")
	assert.Equal(t, 1, yard.Spare(usual, stock.Container, 50), "exactly one: not two by rounding noise")
	assert.Equal(t, 2, yard.Spare(usual, stock.Container, 51))
	assert.Zero(t, yard.Spare(usual, stock.Plug, 0))
	assert.Zero(t, yard.Spare(usual, "turf", 100))
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 5000).Draw(t, "trees")
		form := rapid.SampledFrom(forms).Draw(t, "form")
		spare := yard.Spare(usual, form, n)
		exact := float64(n) * yard.SpareShare(usual, form)
		if float64(spare) < exact-1e-6 || float64(spare) >= exact+1 {
			t.Fatalf("%d spare for %d, exact %g", spare, n, exact)
		}
	})
}

func TestRootsKeptAreARangeWithItsSource(t *testing.T) {
	for _, f := range forms {
		k := yard.KeptRoots(f)
		assert.Less(t, k.Least, k.Most, f)
		assert.LessOrEqual(t, k.Most, 1.0)
		assert.NotEmpty(t, k.Source)
	}
	assert.InDelta(t, 0.1, yard.KeptRoots(stock.Balled).Least, 1e-9, "stock.md: as little as a tenth")
	assert.InDelta(t, 0.6, yard.KeptRoots(stock.Container).Least, 1e-9, "stock.md: dormant, at most 40 % may be cut away")
	assert.Zero(t, yard.KeptRoots("turf"))
}

func TestTabletsAreCountedOut(t *testing.T) {
	c, err := yard.Tablets(yard.TabletInput{Trees: 37, PerTree: 3, PerPacket: 50})
	require.NoError(t, err)
	assert.Equal(t, yard.TabletCount{Tablets: 111, Packets: 3, Left: 39}, c)
	c, err = yard.Tablets(yard.TabletInput{Trees: 25, PerTree: 4, PerPacket: 100})
	require.NoError(t, err)
	assert.Equal(t, yard.TabletCount{Tablets: 100, Packets: 1, Left: 0}, c, "a whole packet leaves nothing over")
	for field, in := range map[string]yard.TabletInput{"trees": {0, 1, 1}, "per_tree": {1, 0, 1}, "per_packet": {1, 1, 0}} {
		_, err := yard.Tablets(in)
		var l fault.List
		require.ErrorAs(t, err, &l)
		assert.Equal(t, field, l[0].Field)
	}
}

func TestPottingUpSetsTheFlareAtTheSurface(t *testing.T) {
	// By hand: 280 wide and 240 high, flare 40 deep, 30 of mat off: 170 left. Pot 280+2x50 = 380 wide, 170+50+20 = 240
	// deep, 50 of mix under; mix is the cylinder 380 x 220 less the cylinder 280 x 170.
	p, err := yard.PottingUp(usual, yard.PottingInput{BallDiameterMM: 280, BallHeightMM: 240, FlareDepthMM: 40, BaseSliceMM: 30})
	require.NoError(t, err)
	assert.Equal(t, []float64{380, 240, 40, 30, 50, 20}, []float64{p.PotDiameterMM, p.PotDepthMM, p.ClearMM, p.SliceMM, p.UnderMM, p.RimMM})
	assert.InDelta(t, 14.48, p.MixL, 0.01)

	_, err = yard.PottingUp(usual, yard.PottingInput{BallDiameterMM: 280, BallHeightMM: 100, FlareDepthMM: 60, BaseSliceMM: 40})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "base_slice_mm", l[0].Field)
	assert.Equal(t, fault.MustBeUnder, l[0].Code)

	rapid.Check(t, func(t *rapid.T) {
		in := yard.PottingInput{
			BallDiameterMM: rapid.Float64Range(40, 1500).Draw(t, "width"), BallHeightMM: rapid.Float64Range(100, 1200).Draw(t, "height"),
			FlareDepthMM: rapid.Float64Range(0, 45).Draw(t, "flare"), BaseSliceMM: rapid.Float64Range(0, 45).Draw(t, "slice"),
		}
		p, err := yard.PottingUp(usual, in)
		if err != nil {
			t.Fatal(err)
		}
		left := in.BallHeightMM - in.FlareDepthMM - in.BaseSliceMM
		switch {
		case p.PotDiameterMM < in.BallDiameterMM+100-1e-6 || p.PotDiameterMM >= in.BallDiameterMM+110:
			t.Fatalf("pot %g for ball %g", p.PotDiameterMM, in.BallDiameterMM)
		case math.Abs(p.UnderMM+left+p.RimMM-p.PotDepthMM) > 1e-6:
			t.Fatal("mix, ball and rim do not fill the pot")
		case p.UnderMM < 50-1e-6, p.MixL <= 0:
			t.Fatalf("%+v", p)
		}
		bigger := in
		bigger.FlareDepthMM += 5
		deeper, err := yard.PottingUp(usual, bigger)
		if err == nil && deeper.PotDepthMM > p.PotDepthMM+1e-9 {
			t.Fatal("a deeper flare never makes a deeper pot")
		}
	})
}

// stock.md, above the line: a wound under a quarter of the girth is held, over it goes back; a broken tip that will regrow
// is held; broken roots in the ball go back.
func TestWhatTheJourneyDid(t *testing.T) {
	for _, c := range []struct {
		damage  yard.Damage
		girth   float64
		verdict stock.Verdict
		do      string
	}{
		{yard.BrokenBranch, 0, stock.Fix, "cut-back"}, {yard.BrokenLeader, 0, stock.Hold, "new-leader"},
		{yard.TornBark, 0.1, stock.Hold, "trim-bark"}, {yard.TornBark, 0.25, stock.Hold, "trim-bark"}, {yard.TornBark, 0.26, stock.SendBack, "none"},
		{yard.WindBurn, 0, stock.Hold, "shade-and-water"}, {yard.BrokenPot, 0, stock.Fix, "repot"}, {yard.LooseBall, 0, stock.SendBack, "none"},
	} {
		r := yard.RepairOf(rules.House{}, c.damage, c.girth)
		assert.Equal(t, c.verdict, r.Verdict, "%s %g", c.damage, c.girth)
		assert.EqualValues(t, c.do, r.Do, c.damage)
	}
	for _, d := range set.All[yard.Damage]() {
		assert.NotEmpty(t, yard.RepairOf(rules.House{}, d, 0).Do, d)
	}
	assert.Empty(t, yard.RepairOf(rules.House{}, "dragon", 0).Do)
}

func TestAnAmountInTheHousesOwnMeasures(t *testing.T) {
	house := []yard.HouseMeasure{{"red bucket", "water", 12, "l"}, {"can", "water", 5, "l"}, {"Ilsa's handful", "bark mulch", 0.4, "l"},
		{"barrow", "Bark mulch", 60, "l"}, {"blue scoop", "gel powder", 28, "g"}}
	for _, c := range []struct {
		amount    float64
		unit      string
		substance string
		want      yard.Counted
		ok        bool
	}{
		{30, "l", "water", yard.Counted{Name: "red bucket", Halves: 5}, true},
		{4.8, "l", "water", yard.Counted{Name: "red bucket", Halves: 1}, true}, // four tenths of a bucket, just
		{4.7, "l", "water", yard.Counted{Name: "can", Halves: 2}, true},
		{1.9, "l", "water", yard.Counted{}, false}, // less than an eye can judge of either
		{100, "l", "mulch", yard.Counted{Name: "barrow", Halves: 3}, true},
		{1, "l", "mulch", yard.Counted{Name: "Ilsa's handful", Halves: 5}, true},
		{8, "l", "mulch", yard.Counted{Name: "Ilsa's handful", Halves: 40}, true},
		{8.1, "l", "mulch", yard.Counted{}, false}, // nobody counts 21 handfuls, and it is no half barrow
		{70, "g", "gel powder", yard.Counted{Name: "blue scoop", Halves: 5}, true},
		{70, "l", "gel powder", yard.Counted{}, false},
		{9, "l", "compost", yard.Counted{}, false},
		{0, "l", "water", yard.Counted{}, false},
	} {
		got, ok := yard.InMeasures(c.amount, yard.Unit(c.unit), c.substance, house)
		assert.Equal(t, c.ok, ok, "%g %s %s", c.amount, c.unit, c.substance)
		assert.Equal(t, c.want, got, "%g %s %s", c.amount, c.unit, c.substance)
	}
	rapid.Check(t, func(t *rapid.T) {
		amount := rapid.Float64Range(0.01, 500).Draw(t, "amount")
		if c, ok := yard.InMeasures(amount, "l", "water", house); ok {
			size := map[string]float64{"red bucket": 12, "can": 5}[c.Name]
			if math.Abs(float64(c.Halves)*size/2-amount) > size/4+1e-9 && c.Halves > 1 {
				t.Fatalf("%g as %+v", amount, c)
			}
		}
	})
}
