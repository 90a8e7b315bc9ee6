package planting_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/planting"
)

// The sun at noon is south of the northern tropic and north of the southern one; between them nobody can say.
func TestNoonSun(t *testing.T) {
	assert.InDelta(t, 180, *planting.Spot{LatDeg: 47}.NoonSunDeg(), 0)
	assert.InDelta(t, 0, *planting.Spot{LatDeg: -38}.NoonSunDeg(), 0)
	assert.Nil(t, planting.Spot{LatDeg: 10}.NoonSunDeg())
	assert.Nil(t, planting.Spot{LatDeg: -23.5}.NoonSunDeg())
}

// The board lies at right angles to the fall, wherever it falls; where it is level or nobody said, no side is invented.
func TestTheBoardLiesAcrossTheFall(t *testing.T) {
	assert.Nil(t, planting.Spot{}.AcrossDeg())
	assert.Nil(t, planting.Spot{Sloping: true}.AcrossDeg())
	rapid.Check(t, func(t *rapid.T) {
		low := rapid.Float64Range(0, 360).Draw(t, "low")
		assert.Nil(t, planting.Spot{LowSideDeg: &low}.AcrossDeg())
		across := planting.Spot{Sloping: true, LowSideDeg: &low}.AcrossDeg()
		require.NotNil(t, across)
		assert.InDelta(t, 0, math.Cos((*across-low)*math.Pi/180), 1e-9)
		assert.True(t, *across >= 0 && *across < 360)
	})
}
