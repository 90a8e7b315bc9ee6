package outcome_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/outcome"
)

// Ten trees at 80.00 of which eight live: each that lives has cost 100.00.
func TestASurvivorCarriesTheLost(t *testing.T) {
	c := outcome.PerSurvivor([]int{8000, 8000, 8000, 8000, 8000, 8000, 8000, 8000, 8000, 8000}, 2, &outcome.Curve{T: 365, Mid: 0.8, Low: 0.5, High: 0.95})
	require.NotNil(t, c.Cents)
	assert.Equal(t, []int{10, 2, 8000, 10000, 8421, 16000}, []int{c.Trees, c.Unknown, *c.MeanCents, *c.Cents, *c.LowCents, *c.HighCents})
	early := outcome.PerSurvivor([]int{8000}, 0, nil)
	assert.Nil(t, early.Cents, "nobody knows yet how many live")
	assert.Equal(t, 8000, *early.MeanCents)
	none := outcome.PerSurvivor(nil, 3, &outcome.Curve{Mid: 1, Low: 1, High: 1})
	assert.Nil(t, none.MeanCents)
	assert.Equal(t, 3, none.Unknown)
	assert.Nil(t, outcome.PerSurvivor([]int{100}, 0, &outcome.Curve{Mid: 0.2, Low: 0, High: 0.6}).HighCents)
}

// A survivor never costs less than a tree, and what is unknown changes no figure.
func TestWhatASurvivorCosts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		cents := rapid.SliceOfN(rapid.IntRange(0, 500_000), 1, 60).Draw(t, "cents")
		low := rapid.Float64Range(0.05, 1).Draw(t, "low")
		mid := rapid.Float64Range(low, 1).Draw(t, "mid")
		high := rapid.Float64Range(mid, 1).Draw(t, "high")
		year := &outcome.Curve{T: 365, Mid: mid, Low: low, High: high}
		c := outcome.PerSurvivor(cents, 0, year)
		assert.GreaterOrEqual(t, *c.Cents, *c.MeanCents-1)
		assert.LessOrEqual(t, *c.LowCents, *c.Cents)
		assert.LessOrEqual(t, *c.Cents, *c.HighCents)
		more := outcome.PerSurvivor(cents, 7, year)
		assert.Equal(t, *c.Cents, *more.Cents)
	})
}
