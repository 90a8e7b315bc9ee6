package standin_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/standin"
)

// The simulated air is believable, hour by hour, and the same each time it is asked.
func TestTheStationsAir(t *testing.T) {
	s, ctx := standin.Station{}, context.Background()
	year := func(latDeg float64) []stock.AirReading {
		from := time.Date(2026, 1, 1, 0, 30, 0, 0, time.UTC)
		air, err := s.Air(ctx, latDeg, from, from.AddDate(1, 0, 0))
		require.NoError(t, err)
		return air
	}
	air := year(47.1)
	assert.Equal(t, air, year(47.1))
	assert.GreaterOrEqual(t, len(air), 365*24)
	assert.Equal(t, time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC), air[0].At, "the hour in which it begins")
	warmest, coldest := -90.0, 90.0
	for i, a := range air {
		assert.True(t, a.RHPct >= 25 && a.RHPct <= 98)
		warmest, coldest = max(warmest, a.TempC), min(coldest, a.TempC)
		if i > 0 {
			assert.Equal(t, time.Hour, a.At.Sub(air[i-1].At))
		}
	}
	assert.True(t, warmest > 20 && warmest < 35, warmest)
	assert.True(t, coldest < 0 && coldest > -20, coldest)
	at := func(latDeg float64, month time.Month) float64 {
		day := time.Date(2026, month, 20, 12, 0, 0, 0, time.UTC)
		air, err := s.Air(ctx, latDeg, day, day)
		require.NoError(t, err)
		return air[0].TempC
	}
	assert.Greater(t, at(47, time.June), at(-47, time.June))
	assert.Greater(t, at(-47, time.December), at(-47, time.June))
}

func TestTheScaleFollowsTheHand(t *testing.T) {
	read := func(s standin.Scale, since time.Duration) float64 {
		grams, err := s.Read(context.Background(), since)
		require.NoError(t, err)
		return grams
	}
	s := standin.Scale{GramsPerSecond: 5}
	assert.InDelta(t, 0, read(s, 0), 0.5)
	assert.InDelta(t, 50, read(s, 10*time.Second), 0.5)
	assert.InDelta(t, 0, read(s, -time.Second), 0.5)
	before := -1.0
	for second := range 30 {
		now := read(s, time.Duration(second)*time.Second)
		assert.Greater(t, now, before)
		before = now
	}
	assert.InDelta(t, 6, read(standin.Scale{}, time.Second), 0.5)
}
