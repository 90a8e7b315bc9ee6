package climate_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/climate"
)

// Days and the hours that they stand for are the same season.
func TestDaysAreTheirHours(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		days, hours := []climate.MinMax{}, []float64{}
		for range rapid.IntRange(0, 60).Draw(t, "days") {
			low := rapid.Float64Range(-20, 20).Draw(t, "low")
			d := climate.MinMax{MinC: low, MaxC: low + rapid.Float64Range(0, 20).Draw(t, "range")}
			days = append(days, d)
			for h := range 24 {
				hours = append(hours, (d.MinC+d.MaxC)/2+(d.MaxC-d.MinC)/2*math.Cos(2*math.Pi*float64(h-15)/24))
			}
		}
		byDay, err := climate.Chill(climate.ChillInput{Days: &days})
		require.NoError(t, err)
		byHour, err := climate.Chill(climate.ChillInput{HourlyC: &hours})
		require.NoError(t, err)
		assert.Equal(t, byHour, byDay)
		assert.Equal(t, 24*len(days), byDay.Hours)
		assert.LessOrEqual(t, byDay.CoolHours, byDay.BelowHours)
	})
}

// What the dynamic model is known for: at a steady 6 degrees a portion takes about 28 hours; warmth brings none; a portion stays.
func TestThePortionsOfTheDynamicModel(t *testing.T) {
	steady := func(c float64, hours int) []float64 {
		out := make([]float64, hours)
		for i := range out {
			out[i] = c
		}
		return out
	}
	cool, warm := steady(6, 1000), steady(20, 1000)
	at6, err := climate.Chill(climate.ChillInput{HourlyC: &cool})
	require.NoError(t, err)
	assert.InDelta(t, 28, 1000/at6.Portions, 3)
	at20, err := climate.Chill(climate.ChillInput{HourlyC: &warm})
	require.NoError(t, err)
	assert.Zero(t, at20.Portions)
	both := append(append([]float64{}, cool...), warm...)
	after, err := climate.Chill(climate.ChillInput{HourlyC: &both})
	require.NoError(t, err)
	assert.InDelta(t, at6.Portions, after.Portions, 1)
	assert.GreaterOrEqual(t, after.Portions, at6.Portions)
	assert.InDelta(t, 0, after.UtahUnits, 0.01, "counted from the lowest sum, which the warmth brought")
}

func TestWhatChillRefuses(t *testing.T) {
	days, hours := []climate.MinMax{{MinC: 5, MaxC: 4}}, []float64{61}
	_, err := climate.Chill(climate.ChillInput{})
	assert.ErrorContains(t, err, "days: required")
	_, err = climate.Chill(climate.ChillInput{Days: &days})
	assert.ErrorContains(t, err, "days.0.max_c")
	_, err = climate.Chill(climate.ChillInput{HourlyC: &hours})
	assert.ErrorContains(t, err, "hourly_c.0")
	_, err = climate.Chill(climate.ChillInput{Days: &days, HourlyC: &hours})
	assert.ErrorContains(t, err, "hourly_c: said_twice")
}

// The zones by their table, in Fahrenheit: each begins ten degrees above the one before.
func TestZones(t *testing.T) {
	celsius := func(f float64) float64 { return (f - 32) * 5 / 9 }
	for n := 1; n <= 13; n++ {
		low := float64(-60 + 10*(n-1))
		for f, half := range map[float64]string{low: "a", low + 4.9: "a", low + 5: "b", low + 9.9: "b"} {
			assert.Equal(t, fmt.Sprintf("%d%s", n, half), climate.Zone(celsius(f)), "%v F", f)
		}
	}
	assert.Equal(t, "1a", climate.Zone(celsius(-61)))
	assert.Equal(t, "13b", climate.Zone(celsius(70)))
}

// seasonsByHand walks a calendar day by day: a second way to seasons, core days and frosts.
func seasonsByHand(hemisphere climate.Hemisphere, minima map[string]float64) (counted int, mean float64, frosty int) {
	sum := 0.0
	for year := 1999; year <= 2012; year++ {
		from, to := time.Date(year, 7, 1, 0, 0, 0, 0, time.UTC), time.Date(year+1, 6, 30, 0, 0, 0, 0, time.UTC)
		coreFrom, coreTo := time.Date(year, 11, 15, 0, 0, 0, 0, time.UTC), time.Date(year+1, 3, 14, 0, 0, 0, 0, time.UTC)
		if hemisphere == climate.South {
			from, to = time.Date(year, 1, 1, 0, 0, 0, 0, time.UTC), time.Date(year, 12, 31, 0, 0, 0, 0, time.UTC)
			coreFrom, coreTo = time.Date(year, 5, 15, 0, 0, 0, 0, time.UTC), time.Date(year, 9, 11, 0, 0, 0, 0, time.UTC)
		}
		lowest, core, frost := math.Inf(1), 0, false
		for d := from; !d.After(to); d = d.AddDate(0, 0, 1) {
			c, ok := minima[d.Format(time.DateOnly)]
			if !ok {
				continue
			}
			lowest, frost = math.Min(lowest, c), frost || c <= 0
			if leap := d.Month() == 2 && d.Day() == 29; !leap && !d.Before(coreFrom) && !d.After(coreTo) {
				core++
			}
		}
		if core >= 114 {
			counted, sum = counted+1, sum+lowest
			if frost {
				frosty++
			}
		}
	}
	return counted, sum / float64(counted), frosty
}

func TestColdAgreesWithACalendarWalkedByHand(t *testing.T) {
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 1))
		hemisphere := climate.Hemisphere("").All()[seed%2]
		minima := map[string]float64{}
		warm := r.Float64() * 14
		for d := time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC); d.Year() < 2011; d = d.AddDate(0, 0, 1) {
			if r.IntN(40) == 0 { // a gap
				d = d.AddDate(0, 0, r.IntN(12))
			}
			turn := 1.0
			if hemisphere == climate.South {
				turn = -1
			}
			minima[d.Format(time.DateOnly)] = math.Round((warm-8*turn*math.Cos(2*math.Pi*float64(d.YearDay())/365)+r.NormFloat64()*3)*10) / 10
		}
		in := climate.ColdInput{Hemisphere: hemisphere}
		for date, c := range minima { // in any order
			in.Daily = append(in.Daily, climate.DayMinimum{Date: date, MinC: c})
		}
		got, err := climate.Cold(in)
		require.NoError(t, err)
		counted, mean, frosty := seasonsByHand(hemisphere, minima)
		require.Equal(t, counted, got.Winters, "seed %d", seed)
		assert.Equal(t, counted < 10, got.LowConfidence)
		if counted == 0 {
			assert.Nil(t, got.FirstFrostDay)
			continue
		}
		assert.InDelta(t, mean, *got.MeanMinimumC, 1e-9)
		assert.InDelta(t, float64(frosty)/float64(counted), *got.FrostYearsShare, 1e-9)
		if frosty == 0 {
			assert.Nil(t, got.FirstFrostDay.P10)
			assert.Nil(t, got.LastFrostDay.P90)
		}
	}
}

// A leap day is no day of its own, and a date that stands twice is refused with its row.
func TestDatesOfARecord(t *testing.T) {
	assert.Equal(t, climate.DayOfYear(time.Date(2023, 2, 28, 0, 0, 0, 0, time.UTC)), climate.DayOfYear(time.Date(2024, 2, 29, 0, 0, 0, 0, time.UTC)))
	assert.Equal(t, 365, climate.DayOfYear(time.Date(2024, 12, 31, 0, 0, 0, 0, time.UTC)))
	_, err := climate.Cold(climate.ColdInput{Hemisphere: "N", Daily: []climate.DayMinimum{{Date: "2020-01-01"}, {Date: "2020-01-01"}}})
	assert.ErrorContains(t, err, "daily.1.date: said_twice")
	_, err = climate.Cold(climate.ColdInput{Hemisphere: "N", Daily: []climate.DayMinimum{{Date: "2021-02-29"}}})
	assert.ErrorContains(t, err, "daily.0.date")
	_, err = climate.Cold(climate.ColdInput{Hemisphere: "E"})
	assert.ErrorContains(t, err, "hemisphere")
}
