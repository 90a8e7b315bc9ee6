package outcome_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/outcome"
)

// bySorting is the product-limit and the log-rank worked out a second time: person by person through every day there is.
func bySorting(a, b []outcome.Life) (shareA float64, chi2 float64, ok bool) {
	last := 0
	for _, l := range append(append([]outcome.Life{}, a...), b...) {
		last = max(last, l.Days)
	}
	shareA = 1
	observed, expected, variance := 0.0, 0.0, 0.0
	for day := 0; day <= last; day++ {
		nA, nB, dA, dB := 0.0, 0.0, 0.0, 0.0
		for _, l := range a {
			if l.Days >= day {
				nA++
			}
			if l.Days == day && l.Died {
				dA++
			}
		}
		for _, l := range b {
			if l.Days >= day {
				nB++
			}
			if l.Days == day && l.Died {
				dB++
			}
		}
		if dA > 0 {
			shareA *= (nA - dA) / nA
		}
		n, d := nA+nB, dA+dB
		if d > 0 {
			observed, expected = observed+dA, expected+d*nA/n
			if n > 1 {
				variance += d * nA * nB * (n - d) / (n * n * (n - 1))
			}
		}
	}
	if variance < 1e-12 {
		return shareA, 0, false
	}
	return shareA, math.Pow(observed-expected, 2) / variance, true
}

func lives(t *rapid.T, name string) []outcome.Life {
	return rapid.SliceOfN(rapid.Custom(func(t *rapid.T) outcome.Life {
		return outcome.Life{Days: rapid.IntRange(0, 40).Draw(t, "days"), Died: rapid.Bool().Draw(t, "died")}
	}), 0, 30).Draw(t, name)
}

func TestSurvivalIsASecondComputationsSurvival(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := lives(t, "a"), lives(t, "b")
		got, err := outcome.Survival(outcome.SurvivalInput{A: a, B: b})
		require.NoError(t, err)
		share, chi2, ok := bySorting(a, b)
		if len(got.A) > 0 {
			assert.InDelta(t, share, got.A[len(got.A)-1].Survival, 1e-9)
		}
		require.Equal(t, ok, got.LogRankChi2 != nil)
		if ok {
			assert.InDelta(t, chi2, *got.LogRankChi2, 1e-9)
			assert.InDelta(t, math.Erfc(math.Sqrt(chi2/2)), *got.PValue, 1e-9, "a chi-square of one degree is a normal squared")
		}
		curve := outcome.Curved(a)
		require.Len(t, curve, len(got.A))
		for i, c := range curve {
			assert.InDelta(t, got.A[i].Survival, c.Mid, 1e-12)
			assert.True(t, c.Low >= 0 && c.Low <= c.Mid && c.Mid <= c.High && c.High <= 1, "%+v", c)
		}
	})
}

// Values: R. A. Fisher's tea (3 of 4 and 1 of 4: 17/35) and a table worked out by hand: 0 of 5 and 5 of 5: 2/252.
func TestTheExactTestOfSmallTables(t *testing.T) {
	assert.InDelta(t, 34.0/70, outcome.Fisher(3, 1, 1, 3), 1e-9)
	assert.InDelta(t, 2.0/252, outcome.Fisher(0, 5, 5, 0), 1e-9)
	assert.InDelta(t, 1, outcome.Fisher(0, 5, 0, 7), 1e-9)
	assert.InDelta(t, 1, outcome.Fisher(0, 0, 0, 0), 1e-9)
}

// The interval holds the true share in about 95 of 100 made-up nurseries.
func TestTheIntervalHoldsTheTruth(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 9))
	held, tried := 0, 600
	for range tried {
		group := []outcome.Life{}
		for range 80 {
			died, seen := int(-900*math.Log(r.Float64())), 200+r.IntN(600)
			group = append(group, outcome.Life{Days: min(died, seen), Died: died <= seen})
		}
		at := outcome.At(outcome.Curved(group), 365)
		if truth := math.Exp(-365.0 / 900); at.Low <= truth && truth <= at.High {
			held++
		}
	}
	assert.InDelta(t, 0.95, float64(held)/float64(tried), 0.025)
}

func TestWhatIsNoLifeIsRefused(t *testing.T) {
	_, err := outcome.Survival(outcome.SurvivalInput{A: []outcome.Life{{Days: -1}}, B: nil})
	assert.ErrorContains(t, err, "a.0.days")
}

func Example() {
	out, err := outcome.Survival(outcome.SurvivalInput{A: []outcome.Life{{90, true}, {400, false}}, B: []outcome.Life{{300, false}, {400, false}}})
	fmt.Println(out.A, out.Deaths, out.TooEarly, err)
	// Output: [{90 0.5}] 1 true <nil>
}
