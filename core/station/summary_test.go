package station_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/core/station"
)

// What a station says is the same each time it is worked out, to the last figure.
func TestASummaryIsTheSameEachTime(t *testing.T) {
	s := station.NewSeries(47)
	for day := range 900 {
		low, high, rain := math.Sin(float64(day))*7.3, 9.1+math.Cos(float64(day)*1.7)*5.9, float64(day%7)*0.37
		s.Add(station.Reading{At: time.Date(2020, 7, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, day), MinC: &low, MaxC: &high, RainMM: &rain})
	}
	first := s.Summary()
	for range 20 {
		require.Equal(t, first, s.Summary())
	}
}
