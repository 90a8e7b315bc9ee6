package ground_test

import (
	"math"
	"math/cmplx"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
)

// The resultant by complex numbers; a turned record turns its answer.
func TestTheWindsThatMatter(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tenths := func(name string, most int) float64 { return float64(rapid.IntRange(0, most).Draw(t, name)) / 10 }
		least := tenths("least", 100)
		in := ground.WindInput{MinSpeedMS: least}
		sum, total := complex(0, 0), 0.0
		for range rapid.IntRange(1, 40).Draw(t, "winds") {
			w := ground.WindRecord{FromDeg: rapid.Float64Range(-720, 720).Draw(t, "from"), SpeedMS: tenths("speed", 250)}
			in.Records = append(in.Records, w)
			if w.SpeedMS > 0 && w.SpeedMS >= least {
				sum += cmplx.Rect(w.SpeedMS, w.FromDeg*math.Pi/180)
				total += w.SpeedMS
			}
		}
		got, err := ground.Winds(in)
		require.NoError(t, err)
		if total == 0 {
			assert.Equal(t, ground.WindResult{}, got)
			return
		}
		assert.InDelta(t, cmplx.Abs(sum)/total, *got.Steadiness, 1e-9)
		if math.Abs(*got.Steadiness-0.3) < 1e-6 {
			return
		}
		assert.Equal(t, *got.Steadiness < 0.3, *got.Variable)
		if *got.Variable {
			assert.Zero(t, math.Mod(*got.PrevailingDeg, 45))
			return
		}
		back := math.Mod(cmplx.Phase(sum)*180/math.Pi+360, 360)
		apart := math.Abs(back - *got.PrevailingDeg)
		assert.Less(t, math.Min(apart, 360-apart), 1e-6)
	})
}

// From the middle of a ring every place is as far, and so is each neighbour from the next; a row keeps its gaps and its spacing.
func TestLayouts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		radius, count := rapid.Float64Range(0.1, 200).Draw(t, "radius"), rapid.IntRange(1, 300).Draw(t, "count")
		ring, err := ground.Layout(ground.LayoutInput{Shape: ground.LayoutRing, RadiusM: &radius, Count: &count})
		require.NoError(t, err)
		assert.InDelta(t, radius, ring.Points[0].YM, 1e-9)
		for i, p := range ring.Points {
			assert.InDelta(t, radius, math.Hypot(p.XM, p.YM), 1e-9)
			if count > 1 {
				next := ring.Points[(i+1)%count]
				assert.InDelta(t, *ring.SpacingM, math.Hypot(next.XM-p.XM, next.YM-p.YM), 1e-6)
			}
		}
		length, gap, spacing := rapid.Float64Range(0.1, 300).Draw(t, "length"), rapid.Float64Range(0, 20).Draw(t, "gap"), rapid.Float64Range(0.2, 20).Draw(t, "spacing")
		row, err := ground.Layout(ground.LayoutInput{Shape: ground.LayoutRow, LengthM: &length, EndGapM: &gap, SpacingM: &spacing})
		require.NoError(t, err)
		assert.Len(t, row.Points, row.Count)
		switch {
		case row.Count == 0:
			assert.Less(t, length, 2*gap)
		case row.Count == 1:
			assert.InDelta(t, length/2, row.Points[0].XM, 1e-9)
		default:
			assert.GreaterOrEqual(t, *row.SpacingM, spacing-1e-6)
			assert.Less(t, *row.SpacingM, 2*spacing+1e-6, "one more would have fitted")
			assert.InDelta(t, gap, row.Points[0].XM, 1e-9)
			assert.InDelta(t, length-gap, row.Points[row.Count-1].XM, 1e-6)
		}
	})
}

func TestWhatALayoutNeeds(t *testing.T) {
	one, many := 1.0, 20_000
	for field, in := range map[string]ground.LayoutInput{
		"count":     {Shape: ground.LayoutRing, RadiusM: &one},
		"radius_m":  {Shape: ground.LayoutRing, Count: &many},
		"end_gap_m": {Shape: ground.LayoutRow, LengthM: &one, SpacingM: &one},
		"shape":     {Shape: "star"},
	} {
		_, err := ground.Layout(in)
		assert.ErrorContains(t, err, field)
	}
}
