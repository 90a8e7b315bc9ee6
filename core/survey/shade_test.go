package survey_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/survey"
)

// openGround is a square of twenty metres with a spot in its middle, one to its north and one to its south.
func openGround() (survey.Plan, map[string]survey.Located) {
	p := survey.Plan{North: survey.Compass, Complete: true,
		Points: []survey.Point{{ID: "A", How: survey.Start}, bearing("B", "A", 20, 90), bearing("C", "B", 20, 0), bearing("D", "A", 20, 0),
			bearing("M", "A", 14.142, 45), bearing("N", "M", 6, 0), bearing("S", "M", 6, 180)},
		Things: []survey.Thing{{ID: "bounds", Kind: survey.Boundary, Points: []string{"A", "B", "C", "D"}}},
		Spots:  []survey.SpotAt{{SpotID: "middle", Point: "M"}, {SpotID: "north", Point: "N"}, {SpotID: "south", Point: "S"}},
	}
	located, _ := survey.Locate(p)
	return p, located
}

func lost(s survey.Shade) (sum float64) {
	for _, c := range s.Cells {
		sum += c.Hours
	}
	return sum
}

// A tree shades what lies away from the noon sun: the north of it in the north, the south of it in the south.
func TestATreeShadesTheSideAwayFromTheSun(t *testing.T) {
	p, located := openGround()
	for lat, shaded := range map[float64]string{47: "north", -47: "south"} {
		s, placed := survey.ShadeOf(rules.House{}, p, located, lat, "middle", 12, 8, survey.Drops, 150)
		require.True(t, placed)
		require.Len(t, s.Spots, 2)
		for _, spot := range s.Spots {
			if spot.SpotID == shaded {
				assert.Greater(t, spot.BeforeH-spot.AfterH, 1.0, "%v: %s", lat, spot.SpotID)
			} else {
				assert.Less(t, spot.BeforeH-spot.AfterH, 0.8, "%v: %s", lat, spot.SpotID)
			}
		}
		assert.Positive(t, s.Most)
		north, south := 0.0, 0.0
		for _, c := range s.Cells {
			if c.YM > 10 {
				north += c.Hours
			} else {
				south += c.Hours
			}
		}
		assert.Equal(t, lat > 0, north > south)
	}
	none, placed := survey.ShadeOf(rules.House{}, p, located, 47, "middle", 0, 0, survey.Drops, 150)
	assert.True(t, placed)
	assert.Empty(t, none.Cells)
	_, placed = survey.ShadeOf(rules.House{}, p, located, 47, "nowhere", 12, 8, survey.Drops, 150)
	assert.False(t, placed)
	p.North = ""
	_, placed = survey.ShadeOf(rules.House{}, p, located, 47, "middle", 12, 8, survey.Drops, 150)
	assert.False(t, placed)
}

// A larger tree never takes less, and no tree gives sun.
func TestALargerTreeShadesNoLess(t *testing.T) {
	p, located := openGround()
	rapid.Check(t, func(t *rapid.T) {
		lat := rapid.SampledFrom([]float64{-44, -20, 20, 52}).Draw(t, "lat")
		high, wide := rapid.Float64Range(2, 20).Draw(t, "high"), rapid.Float64Range(1, 10).Draw(t, "wide")
		small, _ := survey.ShadeOf(rules.House{}, p, located, lat, "middle", high, wide, survey.Drops, 16)
		large, _ := survey.ShadeOf(rules.House{}, p, located, lat, "middle", high*1.3, wide*1.3, survey.Drops, 16)
		assert.GreaterOrEqual(t, lost(large), lost(small)-0.3)
		for _, s := range large.Spots {
			assert.LessOrEqual(t, s.AfterH, s.BeforeH+1e-9)
		}
	})
}
