package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/stock"
)

func soundBalled() stock.BalledInput {
	return stock.BalledInput{BallDiameterMM: 620, BallHeightMM: 420, CaliperMM: 51, FlareDepthMM: 5, Medium: "loam", Soundness: "firm",
		Moisture: "moist", Sizing: "caliper", Lifters: stock.Staff}
}

// The printed points of the table, and the three stretches outside it worked by hand.
func TestTheLeastBallFollowsItsTable(t *testing.T) {
	for caliper, want := range map[float64]float64{5: 150, 10: 235, 13: 305, 16: 330.5, 51: 610, 127: 1372, 130: 1404} {
		assert.InDelta(t, want, stock.LeastBallMM(caliper), 0.05, "%v", caliper)
	}
	for diameter, want := range map[float64]float64{200: 130, 305: 200, 508: 320, 634: 380, 1372: 755, 1500: 825, 2000: 900} {
		assert.InDelta(t, want, stock.LeastBallDepthMM(diameter), 0.05, "%v", diameter)
	}
}

func TestABallIsJudgedByWhatHoldsTheTree(t *testing.T) {
	for _, c := range []struct {
		change  func(*stock.BalledInput)
		verdict stock.Verdict
		reasons []stock.Cause
	}{
		{func(*stock.BalledInput) {}, stock.Sell, []stock.Cause{}},
		{func(in *stock.BalledInput) { in.TrunkMoves = true }, stock.SendBack, []stock.Cause{"broken-ball"}},
		{func(in *stock.BalledInput) { in.Soundness = "cracked" }, stock.SendBack, []stock.Cause{"broken-ball"}},
		{func(in *stock.BalledInput) { in.BallDiameterMM = 609 }, stock.Fix, []stock.Cause{"ball-small"}},
		{func(in *stock.BalledInput) { in.BallDiameterMM = 548 }, stock.SendBack, []stock.Cause{"ball-too-small"}},
		// least depth for 610 is 320 + 102/252 of 120 = 368.6; nine tenths are 331.7
		{func(in *stock.BalledInput) { in.FlareDepthMM = 88.2 }, stock.Fix, []stock.Cause{"clear-flare"}},
		{func(in *stock.BalledInput) { in.FlareDepthMM = 88.4 }, stock.SendBack, []stock.Cause{"too-little-root-below-flare", "clear-flare"}},
		{func(in *stock.BalledInput) { in.Moisture = "dry" }, stock.Fix, []stock.Cause{"soak"}},
		{func(in *stock.BalledInput) { in.Sizing, in.BallDiameterMM = "height", 200 }, stock.Fix, []stock.Cause{"no-standard"}},
	} {
		in := soundBalled()
		c.change(&in)
		out, err := stock.JudgeBalled(rules.House{}, in)
		require.NoError(t, err)
		assert.EqualValues(t, c.verdict, out.Verdict, "%+v", in)
		assert.EqualValues(t, c.reasons, out.Reasons, "%+v", in)
	}
}

func TestRootsAreNeverBentToFitAHole(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := stock.BareRootInput{
			CaliperMM: rapid.Float64Range(2, 60).Draw(t, "caliper"), RootSpreadMM: rapid.Float64Range(50, 900).Draw(t, "spread"),
			RootLengthMM: rapid.Float64Range(50, 900).Draw(t, "length"), HoleDepthMM: rapid.Float64Range(50, 900).Draw(t, "hole"),
			Drainage: rapid.SampledFrom([]ground.Drainage{"fast", "good", "slow", "poor"}).Draw(t, "drainage"),
			School:   rapid.SampledFrom([]stock.TrimSchool{"never-trim", "trim"}).Draw(t, "school"), Moisture: "moist", Buds: "dormant",
		}
		out, err := stock.JudgeBareRoot(rules.House{}, in)
		require.NoError(t, err)
		left := in.RootLengthMM - out.TrimMM
		assert.LessOrEqual(t, out.TrimMM, in.RootLengthMM/3+1e-9)
		assert.GreaterOrEqual(t, out.TrimMM, 0.0)
		bends := left+20 > out.RequiredHoleDepthMM+1e-6
		assert.Equal(t, bends, assert.ObjectsAreEqual(true, contains(out.Reasons, "bend-risk")), "%+v %+v", in, out)
	})
}

func contains(list []stock.Cause, s stock.Cause) bool {
	for _, each := range list {
		if each == s {
			return true
		}
	}
	return false
}
