package trial_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/stat/distuv"

	"sedum/core/trial"
)

// By the published table of sample sizes for two shares (5 % both ways, power 0.80, with the correction).
func TestTheSizeIsThatOfTheTable(t *testing.T) {
	for _, c := range []struct {
		a, b float64
		n    int
	}{{0.10, 0.20, 219}, {0.20, 0.40, 91}, {0.05, 0.10, 474}} {
		assert.InDelta(t, c.n, trial.Needed(0.05, 1, c.a, c.b), 1, "%v against %v", c.a, c.b)
		assert.Equal(t, trial.Needed(0.05, 1, c.a, c.b), trial.Needed(0.05, 1, c.b, c.a))
		assert.Greater(t, trial.Needed(0.05, 4, c.a, c.b), trial.Needed(0.05, 1, c.a, c.b), "looks have their price")
	}
	assert.Zero(t, trial.Needed(0.05, 1, 0.2, 0.2))
	assert.Positive(t, trial.Needed(0.05, 10, 0, 1))
}

// Trials of that size, drawn by chance, find the difference about eight times in ten.
func TestATrialOfThatSizeFindsIt(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 10))
	for _, c := range [][2]float64{{0.1, 0.3}, {0.2, 0.35}} {
		n := trial.Needed(0.05, 1, c[0], c[1])
		found := 0
		for range 2000 {
			died := [2]float64{}
			for way := range died {
				for range n {
					if r.Float64() < c[way] {
						died[way]++
					}
				}
			}
			mean := (died[0] + died[1]) / float64(2*n)
			off := math.Max(0, math.Abs(died[0]-died[1])/float64(n)-1/float64(n))
			if z := off / math.Sqrt(2*mean*(1-mean)/float64(n)); 2*(1-distuv.UnitNormal.CDF(z)) <= 0.05 {
				found++
			}
		}
		assert.InDelta(t, 0.8, float64(found)/2000, 0.035, "%v", c)
	}
}
