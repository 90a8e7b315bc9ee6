package standin_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"sedum/standin"
)

// The simulated air is believable and the same each time it is asked.
func TestTheStationsAir(t *testing.T) {
	s := standin.Station{}
	warmest, coldest := -90.0, 90.0
	for day := range 365 {
		for _, hour := range []int{4, 15} {
			at := time.Date(2026, 1, 1, hour, 0, 0, 0, time.UTC).AddDate(0, 0, day)
			temp, rh := s.Air(47.1, at)
			again, _ := s.Air(47.1, at)
			assert.InDelta(t, temp, again, 0)
			assert.True(t, rh >= 25 && rh <= 98)
			warmest, coldest = max(warmest, temp), min(coldest, temp)
		}
	}
	assert.True(t, warmest > 20 && warmest < 35, warmest)
	assert.True(t, coldest < 0 && coldest > -20, coldest)
	june, december := time.Date(2026, 6, 20, 12, 0, 0, 0, time.UTC), time.Date(2026, 12, 20, 12, 0, 0, 0, time.UTC)
	north, _ := s.Air(47, june)
	south, _ := s.Air(-47, june)
	southDecember, _ := s.Air(-47, december)
	assert.Greater(t, north, south)
	assert.Greater(t, southDecember, south)
}

func TestTheScaleFollowsTheHand(t *testing.T) {
	s := standin.Scale{GramsPerSecond: 5}
	assert.InDelta(t, 0, s.Read(0), 0.5)
	assert.InDelta(t, 50, s.Read(10*time.Second), 0.5)
	assert.InDelta(t, 0, s.Read(-time.Second), 0.5)
	before := -1.0
	for second := range 30 {
		now := s.Read(time.Duration(second) * time.Second)
		assert.Greater(t, now, before)
		before = now
	}
	assert.InDelta(t, 6, standin.Scale{}.Read(time.Second), 0.5)
}
