package station_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"sedum/core/station"
)

func TestAMissingDayIsFilledByARuleAndSaysSo(t *testing.T) {
	day := func(d int) time.Time { return time.Date(2026, 7, d, 0, 0, 0, 0, time.UTC) }
	x := func(v float64) *float64 { return &v }
	s := station.NewSeries(47)
	for _, d := range []int{1, 2, 4, 12} {
		s.Add(station.Reading{At: day(d), MinC: x(float64(10 + d)), MaxC: x(float64(20 + d)), RainMM: x(1)})
	}
	s.Add(station.Reading{At: day(13), RainMM: x(7)})
	got := s.Daily(day(1), day(20), nil)
	dates := []int{}
	for _, d := range got {
		dates = append(dates, d.Date.Day())
	}
	assert.Equal(t, []int{1, 2, 3, 4, 12}, dates, "what nothing tells of is left out")
	assert.Equal(t, station.DayWeather{Date: day(3), MinC: 13, MaxC: 23, Temps: "beside", Rain: "no-rain"}, got[2])
	months := make([]station.Month, 12)
	months[6] = station.Month{LowC: x(11), HighC: x(24)}
	got = s.Daily(day(1), day(20), months)
	assert.Len(t, got, 13, "to the last day that was read")
	assert.Equal(t, station.DayWeather{Date: day(8), MinC: 11, MaxC: 24, Temps: "month", Rain: "no-rain"}, got[7])
	assert.Equal(t, station.DayWeather{Date: day(13), MinC: 11, MaxC: 24, RainMM: 7, Temps: "month"}, got[12])
	assert.Empty(t, station.NewSeries(47).Daily(day(1), day(20), months))
}
