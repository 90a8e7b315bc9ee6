package station_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/station"
)

func rain(mm float64) *float64 { return &mm }

// A forecast is read as it is written where people write it: other signs between cells, a decimal comma, cells left empty.
func TestAForecastIsRead(t *testing.T) {
	for name, text := range map[string]string{
		"commas":     "date,min_c,max_c,rain_mm\n2026-12-01,-2,4,0\n2026-12-02,,,12.5\n",
		"semicolons": "\uFEFFRain_mm;Date;Max_C;Min_C\r\n0;2026-12-01;4;-2\r\n12,5;2026-12-02;;\r\n",
		"tabs":       "date\tmin_c\tmax_c\train_mm\n2026-12-01\t-2\t4\t0\n2026-12-02\t\t\t12.5\n",
	} {
		days, err := station.ReadForecast(text)
		require.NoError(t, err, name)
		require.Len(t, days, 2, name)
		assert.Equal(t, station.ForecastDay{Date: "2026-12-01", MinC: rain(-2), MaxC: rain(4), RainMM: rain(0)}, days[0], name)
		assert.Equal(t, station.ForecastDay{Date: "2026-12-02", RainMM: rain(12.5)}, days[1], name)
	}
	for text, field := range map[string]string{"": "file", "day,rain_mm\n1,2\n": "file", "date,rain_mm\n2026-12-01,much\n": "file.2.rain_mm", "date,rain_mm\n2026-12-01,NaN\n": "file.2.rain_mm", "date,rain_mm\n2026-12-01\n": "file.2"} {
		_, err := station.ReadForecast(text)
		var list fault.List
		require.ErrorAs(t, err, &list, text)
		assert.Equal(t, field, list[0].Field)
	}
}

func TestAForecastIsCheckedAndGrowsOld(t *testing.T) {
	made := time.Date(2026, 11, 30, 0, 0, 0, 0, time.UTC)
	for field, days := range map[string][]station.ForecastDay{
		"days.0.date":    {{Date: "2026-11-29", RainMM: rain(1)}},
		"days.1.date":    {{Date: "2026-12-01", RainMM: rain(1)}, {Date: "2026-12-01", RainMM: rain(2)}},
		"days.0.max_c":   {{Date: "2026-12-01", MinC: rain(5), MaxC: rain(2)}},
		"days.0.rain_mm": {{Date: "2026-12-01"}},
	} {
		l := station.CheckForecast(made, days)
		require.Len(t, l, 1, field)
		assert.Equal(t, field, l[0].Field)
	}
	assert.NotEmpty(t, station.CheckForecast(made, []station.ForecastDay{{Date: "2026-12-31", RainMM: rain(1)}}), "nobody foretells a month")
	assert.NotEmpty(t, station.CheckForecast(made, []station.ForecastDay{{Date: "tomorrow", RainMM: rain(1)}}))
	h := rules.House{}
	assert.False(t, station.TooOld(h, made, made.AddDate(0, 0, 1)))
	assert.True(t, station.TooOld(h, made, made.AddDate(0, 0, 2)))

	days := []station.ForecastDay{{Date: "2026-12-01", RainMM: rain(4)}, {Date: "2026-12-02", MaxC: rain(3)}, {Date: "2026-12-03", RainMM: rain(6)}, {Date: "2026-12-09", RainMM: rain(50)}}
	mm, until := station.RainAhead(days, made, 5)
	assert.Equal(t, []any{10.0, "2026-12-03"}, []any{*mm, until})
	mm, _ = station.RainAhead(days, made.AddDate(0, 0, 20), 5)
	assert.Nil(t, mm, "of those days nobody tells")
}
