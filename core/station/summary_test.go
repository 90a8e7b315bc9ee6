package station_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/core/climate"
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

// The middle winter of each model, of the winters that count only.
func TestTheMiddleWinter(t *testing.T) {
	winter := func(portions, utah float64, below int, whole bool) station.Winter {
		return station.Winter{Whole: whole, Chill: climate.ChillResult{Portions: portions, UtahUnits: utah, BelowHours: below}}
	}
	require.Equal(t, station.Middles{}, station.Summary{Winters: []station.Winter{winter(9, 9, 9, false)}}.Middles())
	three := station.Summary{Winters: []station.Winter{winter(70, -5, 900, true), winter(1, 1, 1, false), winter(40, 800, 300, true), winter(60, 400, 1200, true)}}.Middles()
	require.Equal(t, []float64{60, 400, 900}, []float64{*three.Portions, *three.UtahUnits, *three.BelowHours})
	two := station.Summary{Winters: []station.Winter{winter(40, 0, 0, true), winter(50, 0, 0, true)}}.Middles()
	require.InDelta(t, 45, *two.Portions, 1e-9)
}
