package station_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"sedum/core/station"
)

// Two winters with many frosts have two first ones; a frost that nobody read is none.
func TestTheFirstFrostOfEachWinter(t *testing.T) {
	day := func(text string, low float64, filled station.Filled) station.DayWeather {
		on, _ := time.Parse(time.DateOnly, text)
		return station.DayWeather{Date: on, MinC: low, MaxC: 12, Temps: filled}
	}
	got := station.FirstFrosts([]station.DayWeather{day("2026-10-02", -3, "month"), day("2026-10-20", -0.5, ""), day("2026-10-21", 4, ""), day("2026-12-01", -8, ""), day("2027-03-20", -2, ""), day("2027-07-01", 9, ""), day("2027-11-02", -1, "")})
	assert.Len(t, got, 2)
	assert.Equal(t, "2026-10-20", got[0].Format(time.DateOnly))
	assert.Equal(t, "2027-11-02", got[1].Format(time.DateOnly))
}
