package ground_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/rules"
)

// Site.md: a hole that drains at an even pace is read right whatever its width, once the sides' share is taken off.
func TestPercolationOfAnEvenFall(t *testing.T) {
	r, err := ground.Percolation(rules.House{}, ground.PercolationInput{HoleWidthMM: 300, Scale: "general",
		Readings: []ground.Reading{{Min: 0, WaterMM: 300}, {Min: 60, WaterMM: 240}, {Min: 120, WaterMM: 180}}})
	require.NoError(t, err)
	// 60 mm an hour; mean level 210 in a hole of radius 150: 60 x 3 / (1 + 2 x 210/150) = 47.37 mm an hour.
	assert.InDelta(t, 60, *r.RateMMPerH, 1e-9)
	assert.InDelta(t, 47.368, *r.NormalRateMMPerH, 0.001)
	assert.EqualValues(t, "slow", r.Class)
}

func TestWaterThatRisesIsAWaterTable(t *testing.T) {
	r, err := ground.Percolation(rules.House{}, ground.PercolationInput{HoleWidthMM: 300, Scale: "general",
		Readings: []ground.Reading{{Min: 0, WaterMM: 100}, {Min: 60, WaterMM: 105.1}}})
	require.NoError(t, err)
	assert.EqualValues(t, "water-entering", r.Class)
	assert.Nil(t, r.RateMMPerH)
	r, err = ground.Percolation(rules.House{}, ground.PercolationInput{HoleWidthMM: 300, Scale: "general",
		Readings: []ground.Reading{{Min: 0, WaterMM: 100}, {Min: 30, WaterMM: 98}}})
	require.NoError(t, err)
	assert.EqualValues(t, "too-early", r.Class)
}

func TestEveryJarHasAClass(t *testing.T) {
	names := map[string]bool{}
	for _, s := range ground.Soils() {
		names[string(s.Class)] = true
	}
	seen := map[string]bool{}
	for sand := 0; sand <= 100; sand++ {
		for silt := 0; silt <= 100-sand; silt++ {
			r, err := ground.Texture(ground.TextureInput{SandMM: float64(sand), SiltMM: float64(silt), ClayMM: float64(100 - sand - silt)})
			require.NoError(t, err)
			require.True(t, names[string(r.Class)], r.Class)
			seen[string(r.Class)] = true
		}
	}
	assert.Len(t, seen, len(names), "every class is met somewhere in the triangle")
}

// Properties of growth: a tree never shrinks nor outgrows its grown size, and moving a wall away never makes it
// meet it sooner.
func TestRoomProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		grown, wide := rapid.Float64Range(3, 25).Draw(t, "grown"), rapid.Float64Range(2, 18).Draw(t, "wide")
		in := ground.RoomInput{HeightMaxM: grown, SpreadMaxM: wide, HeightNowM: grown * rapid.Float64Range(0.05, 1).Draw(t, "now"),
			Height10M: grown * rapid.Float64Range(0.1, 1).Draw(t, "ten"), Spread10M: wide * rapid.Float64Range(0.1, 1).Draw(t, "wide at ten"),
			Obstacles: []ground.Obstacle{{Kind: "wall", DistanceM: ptr(rapid.Float64Range(0, 12).Draw(t, "distance"))}}}
		r, err := ground.Room(rules.House{}, in)
		require.NoError(t, err)
		for i, s := range r.Sizes {
			assert.LessOrEqual(t, s.HeightM, grown+1e-9)
			assert.LessOrEqual(t, s.SpreadM, wide+1e-9)
			if i > 0 {
				assert.GreaterOrEqual(t, s.HeightM, r.Sizes[i-1].HeightM)
			}
		}
		in.Obstacles[0].DistanceM = ptr(*in.Obstacles[0].DistanceM + 1)
		further, err := ground.Room(rules.House{}, in)
		require.NoError(t, err)
		if r.FirstYear == nil {
			assert.Nil(t, further.FirstYear)
		} else if further.FirstYear != nil {
			assert.GreaterOrEqual(t, *further.FirstYear, *r.FirstYear)
		}
	})
}

func ptr[T any](v T) *T { return &v }
