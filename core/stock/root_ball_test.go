package stock_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

func soundBall() stock.RootBallInput {
	return stock.RootBallInput{
		BallDiameterMM: 300, BallHeightMM: 230, CaliperMM: 30, Roots: []stock.Root{}, FillPct: 85, Texture: "firm", Odour: "none",
		BottomRoots: "present", Moisture: "moist", Season: "dormant", Foliage: "deciduous", School: "shave", Pot: "standard",
	}
}

// Borders of the classes, by the contract: caliper 30, so a third is 10 mm and a quarter 7.5 mm.
func TestRootClassBorders(t *testing.T) {
	for _, c := range []struct {
		root  stock.Root
		class string
	}{
		{stock.Root{Zone: "side", DiameterMM: 9, ArcDeg: 44.9}, "radial"},
		{stock.Root{Zone: "side", DiameterMM: 2.9, ArcDeg: 45}, "fine"},
		{stock.Root{Zone: "side", DiameterMM: 3, ArcDeg: 45}, "moderate"},
		{stock.Root{Zone: "side", DiameterMM: 7.5, ArcDeg: 90}, "moderate"},
		{stock.Root{Zone: "side", DiameterMM: 7.6, ArcDeg: 90}, "major"},
		{stock.Root{Zone: "side", DiameterMM: 7.6, ArcDeg: 89.9}, "moderate"},
		{stock.Root{Zone: "side", DiameterMM: 10.1, ArcDeg: 120}, "major"},
		{stock.Root{Zone: "inner", DiameterMM: 10.1, ArcDeg: 120}, "severe"},
		{stock.Root{Zone: "inner", DiameterMM: 10, ArcDeg: 120}, "major"},
		{stock.Root{Zone: "collar", DiameterMM: 3, ArcDeg: 90, GapMM: ptr(25.0)}, "girdling"},
		{stock.Root{Zone: "collar", DiameterMM: 3, ArcDeg: 90, GapMM: ptr(25.1)}, "moderate"},
		{stock.Root{Zone: "collar", DiameterMM: 3, ArcDeg: 90}, "moderate"},
		{stock.Root{Zone: "collar", DiameterMM: 10.1, ArcDeg: 180, GapMM: ptr(0.0)}, "strangling"},
		{stock.Root{Zone: "collar", DiameterMM: 7.5, ArcDeg: 10, Grooved: ptr(true)}, "strangling"},
		{stock.Root{Zone: "collar", DiameterMM: 7.4, ArcDeg: 10, Grooved: ptr(true)}, "girdling"},
		{stock.Root{Zone: "collar", DiameterMM: 1, ArcDeg: 10, Grooved: ptr(true)}, "girdling"},
		{stock.Root{Zone: "collar", DiameterMM: 3, ArcDeg: 45, GapMM: ptr(5.0)}, "girdling"},
		{stock.Root{Zone: "collar", DiameterMM: 2.9, ArcDeg: 45, GapMM: ptr(5.0)}, "fine"},
		{stock.Root{Zone: "collar", DiameterMM: 3, ArcDeg: 45, GapMM: ptr(5.1)}, "moderate"},
		{stock.Root{Zone: "collar", DiameterMM: 10.1, ArcDeg: 120}, "major"},
	} {
		assert.EqualValues(t, c.class, stock.ClassRoot(rules.House{}, c.root, 30), "%+v", c.root)
	}
}

func TestOnlyFeelAndSmellCondemnRoots(t *testing.T) {
	for _, c := range []struct {
		change  func(*stock.RootBallInput)
		verdict stock.Verdict
		reason  stock.Cause
	}{
		{func(in *stock.RootBallInput) { in.Texture = "soft" }, stock.SendBack, "root-rot"},
		{func(in *stock.RootBallInput) { in.Odour = "sour" }, stock.SendBack, "root-rot"},
		{func(in *stock.RootBallInput) { in.FillPct = 39.9 }, stock.Hold, "under-rooted"},
		{func(in *stock.RootBallInput) { in.FillPct = 40 }, stock.Fix, "support-ball"},
		{func(in *stock.RootBallInput) { in.BottomRoots, in.Moisture = "absent", "wet" }, stock.Hold, "overwatered"},
		{func(in *stock.RootBallInput) { in.Moisture = "dry" }, stock.Fix, "soak"},
	} {
		in := soundBall()
		c.change(&in)
		r, err := stock.RootBall(rules.House{}, in)
		require.NoError(t, err)
		assert.Equal(t, c.verdict, r.Verdict, c.reason)
		assert.Contains(t, r.Reasons, c.reason)
	}
	r, err := stock.RootBall(rules.House{}, soundBall())
	require.NoError(t, err)
	assert.Equal(t, stock.Sell, r.Verdict)
	assert.Empty(t, r.Reasons)
}

// Property: whatever is found, what is cut stays within the season's share of the ball, counted a second
// way from the volumes of two cylinders.
func TestCutsStayWithinTheSeason(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := soundBall()
		in.BallDiameterMM = rapid.Float64Range(90, 900).Draw(t, "diameter")
		in.BallHeightMM = rapid.Float64Range(90, 700).Draw(t, "height")
		in.CaliperMM = rapid.Float64Range(8, 120).Draw(t, "caliper")
		in.MatSidePct = rapid.Float64Range(0, 100).Draw(t, "side")
		in.MatBottomPct = rapid.Float64Range(0, 100).Draw(t, "bottom")
		in.Season = rapid.SampledFrom([]stock.Season{"dormant", "autumn", "summer", "spring-flush"}).Draw(t, "season")
		in.School = rapid.SampledFrom([]stock.RootSchool{"tease", "score", "shave"}).Draw(t, "school")
		for range rapid.IntRange(0, 4).Draw(t, "roots") {
			in.Roots = append(in.Roots, stock.Root{
				Zone:       rapid.SampledFrom([]stock.Zone{"collar", "side", "bottom", "inner"}).Draw(t, "zone"),
				DiameterMM: rapid.Float64Range(1, 40).Draw(t, "thick"), ArcDeg: rapid.Float64Range(1, 360).Draw(t, "arc"),
			})
		}
		r, err := stock.RootBall(rules.House{}, in)
		require.NoError(t, err)
		left := math.Pow((in.BallDiameterMM-2*r.SideShaveMM)/in.BallDiameterMM, 2) * (in.BallHeightMM - r.BottomSliceMM) / in.BallHeightMM
		assert.InDelta(t, 1-left, r.RemovedShare, 1e-9)
		assert.LessOrEqual(t, r.RemovedShare, r.SeasonLimit+1e-9)
		if r.SideTreatment == "shave" {
			assert.GreaterOrEqual(t, r.SideShaveMM, 5-1e-9)
		} else {
			assert.Zero(t, r.SideShaveMM)
		}
	})
}

// A wetter, heavier or larger ball is never lighter to lift.
func TestMassGrowsWithTheBall(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d, height := rapid.Float64Range(50, 1500).Draw(t, "d"), rapid.Float64Range(50, 900).Draw(t, "h")
		small := stock.Weigh(rules.House{}, stock.Container, d, height, "mix", stock.Public)
		large := stock.Weigh(rules.House{}, stock.Container, d*1.1, height, "mix", stock.Public)
		soil := stock.Weigh(rules.House{}, stock.Container, d, height, "clay", stock.Public)
		assert.Greater(t, large.MassKG, small.MassKG)
		assert.Greater(t, soil.MassKG, small.MassKG)
	})
}

// The balled cases of the handbook carry the rule for mass and handling.
func TestMassOfBalledCases(t *testing.T) {
	for _, c := range []struct {
		d, h              float64
		medium            string
		who               stock.Lifters
		litres, mass, rig float64
		handling          string
	}{
		{610, 400, "loam", stock.Staff, 81.8, 159.1, 198.8, "gear"},
		{520, 340, "clay", stock.Public, 50.5, 98.3, 122.8, "gear"},
		{450, 300, "sand", stock.Staff, 33.4, 64.9, 81.2, "gear"},
	} {
		l := stock.Weigh(rules.House{}, stock.Balled, c.d, c.h, stock.Medium(c.medium), c.who)
		assert.InDelta(t, c.litres, l.VolumeL, 0.11)
		assert.InDelta(t, c.mass, l.MassKG, 0.11)
		assert.InDelta(t, c.rig, l.RiggingKG, 0.11)
		assert.EqualValues(t, c.handling, l.Handling)
	}
	assert.EqualValues(t, "one-person", stock.HandlingOf(rules.House{}, 20, stock.Staff))
	assert.EqualValues(t, "two-person", stock.HandlingOf(rules.House{}, 20, stock.Public))
	assert.EqualValues(t, "gear", stock.HandlingOf(rules.House{}, 25.1, stock.Public))
}

// What was cut before counts: with 30 % gone, of the 40 % that may go in dormancy one seventh of what is left may still go.
func TestWhatWasCutBeforeCounts(t *testing.T) {
	in := soundBall()
	in.RemovedBefore = 0.3
	out, err := stock.RootBall(rules.House{}, in)
	require.NoError(t, err)
	assert.InDelta(t, 1.0/7, out.SeasonLimit, 1e-9)

	// A major circler of 9 mm needs a shave of 9: 1 - (282/300)^2 = 11.6 % of the ball goes.
	in.Roots = []stock.Root{{Zone: "side", DiameterMM: 9, ArcDeg: 150}}
	out, err = stock.RootBall(rules.House{}, in)
	require.NoError(t, err)
	assert.EqualValues(t, "shave", out.SideTreatment)
	assert.LessOrEqual(t, out.RemovedShare, 1.0/7+1e-9)

	in.RemovedBefore = 0.38
	out, err = stock.RootBall(rules.House{}, in)
	require.NoError(t, err)
	assert.Equal(t, stock.Hold, out.Verdict)
	assert.Contains(t, out.Reasons, stock.Cause("wait-for-next-dormancy"))
	assert.Zero(t, out.SideShaveMM+out.BottomSliceMM, "nothing of the ball is cut")
}

// Shaves one after another never take more, together, than the season allows once: three rechecks do not ask for three quarters.
func TestRechecksNeverShaveMoreThanTheSeasonAllowsTogether(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := soundBall()
		in.Season = rapid.SampledFrom(set.All[stock.Season]()).Draw(t, "season")
		in.BallDiameterMM, in.BallHeightMM = rapid.Float64Range(120, 900).Draw(t, "diameter"), rapid.Float64Range(100, 700).Draw(t, "height")
		in.MatSidePct, in.MatBottomPct = 90, rapid.SampledFrom([]float64{0, 80}).Draw(t, "base felt")
		limit := map[stock.Season]float64{"dormant": 0.40, "autumn": 0.35, "summer": 0.15, "spring-flush": 0.10}[in.Season]
		left := 1.0
		for range 4 {
			in.Roots = []stock.Root{{Zone: "side", DiameterMM: rapid.Float64Range(3, 14).Draw(t, "root"), ArcDeg: 200}}
			out, err := stock.RootBall(rules.House{}, in)
			require.NoError(t, err)
			left *= 1 - out.RemovedShare
			in.BallDiameterMM -= 2 * out.SideShaveMM
			in.BallHeightMM -= out.BottomSliceMM
			in.RemovedBefore = 1 - left
			require.LessOrEqual(t, in.RemovedBefore, limit+1e-9)
		}
	})
}
