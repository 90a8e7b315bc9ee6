package day_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/day"
)

// Shrunk toward the table by n/(n+3): six days that took half as long again weigh two thirds.
func TestOwnDaysWeighAgainstTheTable(t *testing.T) {
	assert.InDelta(t, 1, day.Learn(nil).Factor, 1e-9)
	assert.InDelta(t, 1, day.Learn([]float64{1.5, 1.5}).Factor, 1e-9, "two days are not three")
	assert.InDelta(t, math.Pow(1.5, 0.5), day.Learn([]float64{1.5, 1.5, 1.5}).Factor, 1e-9)
	assert.InDelta(t, math.Pow(1.5, 6.0/9), day.Learn([]float64{1.5, 1.5, 1.5, 1.5, 1.5, 1.5}).Factor, 1e-9)
	sure, unsure := day.Learn([]float64{1, 1, 1, 1, 1, 1, 1, 1}), day.Learn([]float64{0.5, 2, 0.5, 2, 0.5, 2, 0.5, 2})
	assert.Less(t, sure.Hours(0.9), unsure.Hours(0.9), "days that lie far apart foretell less")
	f := day.FinishOf(480, 120, 30, day.Learn(nil))
	assert.InDelta(t, 480+120+30, f.MidMin, 1e-6)
	assert.True(t, f.LowMin < f.MidMin && f.MidMin < f.HighMin)
}

// The range of four in five holds the truth in 76 to 84 of a hundred simulated days: over houses that are as far from the table as the table is from
// the truth, with three to thirty days of their own.
func TestTheRangeOfAFinishIsCalibrated(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 11))
	for _, days := range []int{0, 3, 6, 12, 30} {
		within, tried := 0, 4000
		for range tried {
			// A house: its spread by three days of the table's, its mean by that.
			chi := 0.0
			for range 3 {
				x := r.NormFloat64()
				chi += x * x
			}
			spread := math.Sqrt(3 * 0.3 * 0.3 / chi)
			mean := spread / math.Sqrt(3) * r.NormFloat64()
			past := []float64{}
			for range days {
				past = append(past, math.Exp(mean+spread*r.NormFloat64()))
			}
			f := day.FinishOf(480, 240, 60, day.Learn(past))
			truth := 480 + 60 + 240*math.Exp(mean+spread*r.NormFloat64())
			if truth >= f.LowMin && truth <= f.HighMin {
				within++
			}
		}
		assert.InDelta(t, 0.80, float64(within)/float64(tried), 0.03, "%d days of one's own", days)
	}
	// A house that is not of the table's sort: always slower by half, steadily. It is told with more room, since the table
	// says otherwise, and never with less.
	within, tried := 0, 4000
	for range tried {
		past := []float64{}
		for range 15 {
			past = append(past, math.Exp(0.4+0.2*r.NormFloat64()))
		}
		f, truth := day.FinishOf(480, 240, 60, day.Learn(past)), 480+60+240*math.Exp(0.4+0.2*r.NormFloat64())
		if truth >= f.LowMin && truth <= f.HighMin {
			within++
		}
	}
	share := float64(within) / float64(tried)
	assert.True(t, share > 0.76 && share < 0.95, "no surer than it is: %v", share)
}
