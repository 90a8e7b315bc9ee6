package ground_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/ground"
)

// site.md: to 1:6, 1:6 to 1:3, 1:3 to 1:2, steeper; any sign of slipping is the steepest, and a slope that nobody measured is no class.
func TestSlopeByFallOverDistance(t *testing.T) {
	at := func(fall, over float64) ground.Facts { return ground.Facts{SlopeFallMM: &fall, SlopeOverM: &over} }
	for _, c := range []struct {
		facts ground.Facts
		want  ground.SlopeClass
	}{
		{ground.Facts{}, "level"}, {ground.Facts{Sloping: true}, ""}, {at(0, 2), "level"}, {at(500, 3), "gentle"}, {at(501, 3), "shelf"}, {at(1000, 3), "shelf"},
		{at(1001, 3), "pockets"}, {at(1000, 2), "pockets"}, {at(1010, 2), "steep"},
	} {
		assert.Equal(t, c.want, c.facts.Slope(), "%+v", c.facts)
		yes := true
		c.facts.Slipping = &yes
		assert.Equal(t, ground.SlopeSteep, c.facts.Slope())
	}
}
