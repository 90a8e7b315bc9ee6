package planting_test

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

func ptr[T any](v T) *T { return &v }

func drawHole(t *rapid.T) planting.HoleInput {
	diameter := rapid.Float64Range(60, 1600).Draw(t, "diameter")
	height := rapid.Float64Range(60, 900).Draw(t, "height")
	classes := []string{"fast", "good", "slow", "poor", "standing"}
	base := rapid.SampledFrom([]planting.Base{"undisturbed", "trodden", "loose", "organic"}).Draw(t, "base")
	loosened := 0.0
	if base != planting.BaseUndisturbed {
		loosened = rapid.SampledFrom([]float64{0, 100, 300}).Draw(t, "loosened")
	}
	return planting.HoleInput{
		Form:           rapid.SampledFrom([]stock.Form{stock.Container, stock.Balled, stock.Plug}).Draw(t, "form"),
		BallDiameterMM: &diameter, BallHeightMM: &height,
		FlareDepthMM: ptr(rapid.Float64Range(0, height*0.4).Draw(t, "flare")), SideShaveMM: ptr(rapid.Float64Range(0, diameter*0.2).Draw(t, "shave")),
		BottomSliceMM:   ptr(rapid.Float64Range(0, height*0.2).Draw(t, "slice")),
		BedDrainage:     ground.Drainage(rapid.SampledFrom(classes).Draw(t, "drainage")),
		BedRaiseMM:      rapid.SampledFrom([]float64{0, 50, 150, 300}).Draw(t, "raise"),
		KindDrainageMax: ground.Drainage(rapid.SampledFrom(classes).Draw(t, "bears")), SharpDrainage: rapid.Bool().Draw(t, "sharp"),
		DrynessIndex: rapid.IntRange(0, 3).Draw(t, "dry"), SoilGroup: rapid.SampledFrom([]ground.SoilGroup{"coarse", "medium", "fine"}).Draw(t, "soil"),
		FlareSchool:     rapid.SampledFrom([]planting.FlareSchool{"level", "slight", "proud"}).Draw(t, "school"),
		Shape:           rapid.SampledFrom([]planting.Shape{"saucer", "square", "cylinder"}).Draw(t, "shape"),
		Base:            base,
		LoosenedBelowMM: loosened,
	}
}

// Properties of every hole: heights add up on the stick, nothing is negative or not a number, the hole holds
// its ball, and a deeper flare never makes a deeper hole.
func TestHoleProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := drawHole(t)
		r, err := planting.Hole(rules.House{}, in)
		require.NoError(t, err)
		switch r.Refused {
		case planting.RefusedStandingWater:
			assert.EqualValues(t, "standing", in.BedDrainage)
			return
		case planting.RefusedLooseBase:
			// By the table of planting.md: at most 30 % of what was loosened, and never of a firm base.
			assert.NotEqual(t, planting.BaseUndisturbed, in.Base)
			assert.Greater(t, 0.3*in.LoosenedBelowMM, 25.0)
			return
		}
		assert.LessOrEqual(t, r.SettleMM, max(25, r.FlareToBaseMM/4)+1e-9, "it never sinks further than its flare may stand")
		for _, x := range []float64{r.FinishedRaiseMM, r.SettleMM, r.HoleDepthMM, r.HoleVolumeL, r.BackfillL, r.BallBelowGradeL, r.MoundVolumeL, r.PadUnderMM} {
			assert.False(t, math.IsNaN(x) || math.IsInf(x, 0))
			assert.GreaterOrEqual(t, x, -1e-9)
		}
		assert.InDelta(t, r.FlareToBaseMM, r.HoleDepthMM+r.StickMM, 1e-6, "hole and stick make flare to base")
		assert.InDelta(t, r.FinishedRaiseMM+r.SettleMM, r.StickMM+r.PadUnderMM, 1e-6, "on the day the flare stands raise and settling above the stick, pad included")
		assert.GreaterOrEqual(t, r.HoleTopMM, *in.BallDiameterMM-2**in.SideShaveMM)

		deeper := in
		deeper.FlareDepthMM = ptr(*in.FlareDepthMM + *in.BallHeightMM*0.05)
		again, err := planting.Hole(rules.House{}, deeper)
		require.NoError(t, err)
		if again.Refused != "" {
			return
		}
		assert.LessOrEqual(t, again.HoleDepthMM, r.HoleDepthMM+1e-6)
	})
}

// A frustum summed in a thousand thin discs: a second way to its volume.
func TestSaucerVolumeAgainstThinDiscs(t *testing.T) {
	r, err := planting.Hole(rules.House{}, planting.HoleInput{
		Form: stock.Container, BallDiameterMM: ptr(300.0), BallHeightMM: ptr(280.0), FlareDepthMM: ptr(36.0), SideShaveMM: ptr(18.8), BottomSliceMM: ptr(25.0),
		BedDrainage: "good", KindDrainageMax: "good", SoilGroup: "medium", FlareSchool: "slight", Shape: "saucer", Base: "undisturbed", DrynessIndex: 1,
	})
	require.NoError(t, err)
	litres, discs := 0.0, 1000
	for i := range discs {
		d := r.HoleBottomMM + (r.HoleTopMM-r.HoleBottomMM)*(float64(i)+0.5)/float64(discs)
		litres += math.Pi / 4 * d * d * r.HoleDepthMM / float64(discs) / 1e6
	}
	assert.InDelta(t, litres, r.HoleVolumeL, 0.001)
}

func TestWaterAndMulchProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := planting.BasinInput{
			Form: rapid.SampledFrom([]stock.Form{stock.Container, stock.Balled, stock.BareRoot}).Draw(t, "form"), Habit: "tree",
			Medium: rapid.SampledFrom([]stock.Medium{"mix", "sand", "loam", "clay"}).Draw(t, "medium"), BallVolumeL: rapid.Float64Range(0.5, 900).Draw(t, "ball"),
			BackfillL: rapid.Float64Range(0, 900).Draw(t, "backfill"), BallDiameterMM: rapid.Float64Range(100, 1500).Draw(t, "d"),
			CaliperMM: rapid.Float64Range(5, 200).Draw(t, "caliper"), HoleTopMM: rapid.Float64Range(200, 3000).Draw(t, "top"),
			Berm: rapid.SampledFrom([]planting.Berm{"none", "ring", "low-side"}).Draw(t, "berm"), BermHeightMM: 90, MulchMM: 75,
		}
		r, err := planting.Basin(rules.House{}, in)
		require.NoError(t, err)
		assert.GreaterOrEqual(t, r.DoseL, 1.0)
		assert.GreaterOrEqual(t, r.MulchOuterRadiusMM, r.MulchInnerRadiusMM)
		assert.GreaterOrEqual(t, r.MulchL, -1e-9)
		if r.Fills != nil {
			assert.GreaterOrEqual(t, *r.Fills*r.BasinL, r.FirstWaterL-1e-6, "so many fills make the first watering")
		} else {
			assert.EqualValues(t, "none", in.Berm)
		}
	})
}

func TestStakeFeetStandOutsideTheBall(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := planting.StakeInput{
			Form: stock.Container, HeightM: rapid.Float64Range(0.5, 8).Draw(t, "height"), CaliperMM: rapid.Float64Range(5, 150).Draw(t, "caliper"),
			StandsAlone: false, Exposure: "open", RootRadiusMM: rapid.Float64Range(60, 700).Draw(t, "radius"),
			WindFromDeg: rapid.Float64Range(-400, 800).Draw(t, "wind"),
			School:      rapid.SampledFrom([]planting.Staking{"auto", "pair", "low-upright", "angled", "tripod", "guys"}).Draw(t, "school"),
		}
		r, err := planting.Stake(rules.House{}, in)
		require.NoError(t, err)
		require.True(t, r.Needed)
		for _, f := range r.Stakes {
			assert.GreaterOrEqual(t, f.DistanceMM, in.RootRadiusMM)
			assert.True(t, f.BearingDeg >= 0 && f.BearingDeg < 360)
		}
		assert.Less(t, *r.TieHeightMM, in.HeightM*1000+1)
	})
}

// Every day of a year gets one answer, and a tree that is not dormant is never planted bare.
func TestWindowOfEveryDay(t *testing.T) {
	for day := 1; day <= 365; day++ {
		in := planting.WindowInput{Form: stock.BareRoot, DayOfYear: day, FirstFrostDay: ptr(288), LastFrostDay: ptr(118), BudSwellDay: ptr(98),
			Ground: "workable", HighC: 10, Buds: "dormant"}
		r, err := planting.Window(rules.House{}, in)
		require.NoError(t, err)
		dormant := day >= 302 || day <= 98 // leaf fall 14 days after the first frost, to bud swell
		late := day > 98 && day <= 98+42   // stock from the cold store, its own buds asleep
		assert.Equal(t, dormant || late, r.Status != "no", "day %d: %v", day, r)
		assert.Equal(t, late, slices.Contains(r.Reasons, "late-but-dormant"), "day %d: %v", day, r)
		in.Buds = "swelling"
		r, err = planting.Window(rules.House{}, in)
		require.NoError(t, err)
		assert.Equal(t, dormant, r.Status != "no", "day %d, buds moving: %v", day, r)
		in.Ground = "frozen"
		r, err = planting.Window(rules.House{}, in)
		require.NoError(t, err)
		assert.Equal(t, planting.WindowResult{Status: "no", Reasons: []planting.WindowReason{"ground-frozen"}}, r)
	}
}

// A usual plug and a usual whip, by hand from the contract: plug D + 60 wide, as deep as its ball; whip the wider of D + 200 and
// 1.5 D, as deep as its roots; both level on good ground. Water: plug at least 1 L.
func TestAPlugAndAWhipSideBySide(t *testing.T) {
	both, err := planting.PlugAndWhip(rules.House{})
	require.NoError(t, err)
	require.Len(t, both, 2)
	plug, whip := both[0], both[1]
	assert.Equal(t, stock.Plug, plug.Form)
	assert.InDelta(t, 115, plug.HoleTopMM, 1e-9)
	assert.InDelta(t, 110, plug.HoleDepthMM, 1e-9)
	// The ball is 0.9 of the cylinder 55 x 110: 0.235 L, and ten times that.
	assert.InDelta(t, 10*0.9*math.Pi/4*0.55*0.55*1.1, plug.FirstWaterL, 1e-6)
	assert.Zero(t, plug.DaysAllowed)
	assert.Equal(t, stock.BareRoot, whip.Form)
	assert.InDelta(t, 425, whip.HoleTopMM, 1e-9)
	assert.InDelta(t, 10, whip.DaysAllowed, 1e-9, "dipped and bagged: 240 h")
	assert.Greater(t, whip.FirstWaterL, plug.FirstWaterL)
	assert.Greater(t, whip.Minutes, plug.Minutes)
	slow, err := rules.House{}.With(rules.MinutesPlug, 9)
	require.NoError(t, err)
	both, err = planting.PlugAndWhip(slow)
	require.NoError(t, err)
	assert.InDelta(t, 9, both[0].Minutes, 1e-9, "the house's own figure")
}
