package ground_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/ground"
)

// An owner's answer is about the line as it was recorded then: one that turns out nearer or lower is asked for again.
func TestAnAnswerIsAboutOneLine(t *testing.T) {
	line := func(distance, height float64) ground.Obstacle {
		return ground.Obstacle{Kind: ground.NeighbourLine, DistanceM: &distance, HeightM: &height}
	}
	wall := ground.Obstacle{Kind: ground.NeighbourWall, DistanceM: ptr(1.0)}
	given, ok := ground.NearestLine([]ground.Obstacle{line(9, 8), wall, line(6, 7)})
	assert.True(t, ok)
	assert.Equal(t, ground.LineAnswer{DistanceM: 6, HeightM: 7}, given)
	for name, c := range map[string]struct {
		near  []ground.Obstacle
		holds bool
	}{
		"as it was":     {[]ground.Obstacle{line(9, 8), line(6, 7)}, true},
		"farther":       {[]ground.Obstacle{line(6.5, 7)}, true},
		"nearer":        {[]ground.Obstacle{line(5.9, 7)}, false},
		"lower":         {[]ground.Obstacle{line(6, 6.9)}, false},
		"another, near": {[]ground.Obstacle{line(6, 7), line(3, 9)}, false},
		"none":          {[]ground.Obstacle{wall}, false},
	} {
		assert.Equal(t, c.holds, given.Holds(c.near), name)
	}
}
