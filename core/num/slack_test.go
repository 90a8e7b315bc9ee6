package num_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/num"
)

// A tie never depends on the order in which a sum was made (handbook, general rules).
func TestTiesAreTies(t *testing.T) {
	three := 0.1 + 0.2 // 0.30000000000000004
	assert.True(t, num.Same(three, 0.3))
	assert.False(t, num.Over(three, 0.3))
	assert.True(t, num.AtMost(three, 0.3))
	assert.False(t, num.Under(0.3, three))
	assert.True(t, num.AtLeast(0.3, three))
	assert.InDelta(t, 3, num.Ceiling(3+1e-12), 0)
	assert.InDelta(t, 4, num.Ceiling(3+1e-6), 0)
	assert.InDelta(t, 3, num.Floor(3-1e-12), 0)
	assert.InDelta(t, 2, num.Floor(3-1e-6), 0)
	rapid.Check(t, func(t *rapid.T) {
		x, limit := rapid.Float64Range(-1e6, 1e6).Draw(t, "x"), rapid.Float64Range(-1e6, 1e6).Draw(t, "limit")
		if num.Over(x, limit) == num.AtMost(x, limit) || num.Under(x, limit) == num.AtLeast(x, limit) {
			t.Fatal("one of the two, always")
		}
	})
}

func TestRoundingIsHalvesAwayFromZeroAndNeverMinusZero(t *testing.T) {
	for _, c := range []struct {
		x        float64
		decimals int
		want     float64
	}{{2.5, 0, 3}, {-2.5, 0, -3}, {0.125, 2, 0.13}, {1234.567, 1, 1234.6}, {-0.0001, 2, 0}, {1e300, 12, 1e300}} {
		got := num.Round(c.x, c.decimals)
		assert.InDelta(t, c.want, got, 0, "%g", c.x)
		assert.False(t, got == 0 && math.Signbit(got), "%g to -0", c.x)
	}
	assert.InDelta(t, 5, num.Hold(9, 1, 5), 0)
	assert.InDelta(t, 1, num.Hold(-9, 1, 5), 0)
}

func TestBearings(t *testing.T) {
	for _, c := range [][2]float64{{0, 0}, {360, 0}, {-1, 359}, {725, 5}, {-720, 0}, {-1e-17, 0}} {
		assert.InDelta(t, c[1], num.Bearing(c[0]), 1e-9, "%g", c[0])
	}
	for _, c := range [][3]float64{{350, 10, 20}, {0, 180, 180}, {90, 271, 179}, {45, 45, 0}} {
		assert.InDelta(t, c[2], num.Apart(c[0], c[1]), 1e-9)
		assert.InDelta(t, c[2], num.Apart(c[1], c[0]), 1e-9, "either way")
	}
	rapid.Check(t, func(t *rapid.T) {
		deg := rapid.Float64Range(-1e5, 1e5).Draw(t, "deg")
		if b := num.Bearing(deg); b < 0 || b >= 360 {
			t.Fatalf("%g became %g", deg, b)
		}
	})
}

func TestInterpolationIsFlatBeyondItsEnds(t *testing.T) {
	table := [][2]float64{{10, 100}, {20, 300}, {40, 200}}
	for x, want := range map[float64]float64{0: 100, 10: 100, 15: 200, 20: 300, 30: 250, 40: 200, 99: 200} {
		assert.InDelta(t, want, num.Interpolate(table, x), 1e-9, "%g", x)
	}
}
