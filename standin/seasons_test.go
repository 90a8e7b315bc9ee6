package standin_test

import (
	"context"
	"encoding/csv"
	"fmt"
	"math/rand/v2"
	"os"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/climate"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/core/water"
	"sedum/standin"
)

// recordOf is the simulated service's weather at a latitude, as the program reads it in.
func recordOf(t *testing.T, lat float64, from, to time.Time) []station.DayWeather {
	t.Helper()
	text, err := standin.Station{}.Record(context.Background(), lat, from, to)
	require.NoError(t, err)
	rows, err := csv.NewReader(strings.NewReader(string(text))).ReadAll()
	require.NoError(t, err)
	series := station.NewSeries(lat)
	number := func(s string) *float64 {
		x, err := strconv.ParseFloat(s, 64)
		require.NoError(t, err)
		return &x
	}
	for _, row := range rows[1:] {
		at, err := time.Parse(time.DateOnly, row[0])
		require.NoError(t, err)
		series.Add(station.Reading{At: at, MinC: number(row[1]), MaxC: number(row[2]), RainMM: number(row[3])})
	}
	return series.Daily(from, to, nil)
}

// hottest is the greatest reference evapotranspiration of a day in each month of a record.
func hottest(t *testing.T, lat float64, days []station.DayWeather) (out [12]float64) {
	t.Helper()
	for _, d := range days {
		et0, err := climate.ET0(climate.ET0Input{LatDeg: lat, DayOfYear: climate.DayOf(d.Date), TMaxC: d.MaxC, TMinC: d.MinC})
		require.NoError(t, err)
		out[d.Date.Month()-1] = max(out[d.Date.Month()-1], et0.ET0MM)
	}
	return out
}

// A first season watered exactly as told: no tree falls under a fifth of its store unless one day uses over half of it, and then that was said
// beforehand; and none stands full for over ten days by our watering.
func TestFirstSeasonsWateredAsTold(t *testing.T) {
	h := rules.House{}
	seasons, latitudes := 1_500, []float64{47, 38, -36, 56, 29}
	if os.Getenv("SEDUM_LONG") != "" {
		seasons = 10_000
	}
	r := rand.New(rand.NewPCG(30, 11))
	records, hot := [][]station.DayWeather{}, [][12]float64{}
	for _, lat := range latitudes {
		all := recordOf(t, lat, time.Date(2008, 1, 1, 0, 0, 0, 0, time.UTC), time.Date(2027, 12, 31, 0, 0, 0, 0, time.UTC))
		records = append(records, all)
		// The record ends with the year before the seasons: what is told knows nothing of what comes.
		hot = append(hot, hottest(t, lat, all[:365*15]))
	}
	under, thirsty, waterings, days := 0, 0, 0, 0
	for range seasons {
		at := r.IntN(len(latitudes))
		lat := latitudes[at]
		year := water.Year{BudSwell: 95, LeafFall: 300, Bare: r.IntN(6) > 0, Evergreen: r.IntN(5) == 0}
		if lat < 0 {
			year.BudSwell, year.LeafFall = 277, 117
		}
		volume := 2 + 120*r.Float64()*r.Float64()
		diameter := 1000 * 1.1 * cubeRoot(volume/1000)
		f := water.Followed{Tree: water.Tree{LatDeg: lat, BallVolumeL: volume, BallDiameterMM: diameter, CanopyAreaM2: 0.05 + 0.03*volume*r.Float64(),
			Medium: []stock.Medium{"mix", "sand", "loam", "clay"}[r.IntN(4)], Ground: []water.Ground{"sand", "loam", "clay"}[r.IntN(3)]},
			Year: year, HotMM: hot[at], SlowDays: []int{0, 0, 1, 3}[r.IntN(4)]}
		first := 365*15 + 30 + r.IntN(365*3)
		record := records[at][first : first+365]
		f.Planted = record[0].Date
		entries := []water.Entry{}
		told, ours := water.Line{}, 0
		// Day by day: what is told in the morning of what is known is done that day, and the next day is not known yet.
		lines := followAsTold(t, h, f, record, &entries)
		for i, l := range lines {
			days++
			if i > 0 {
				told = lines[i-1]
			}
			if l.UseL > 0.5*l.CapacityL {
				thirsty++
				assert.True(t, i == 0 || told.Advice == water.WaterTwice || f.Thirsty(h, l.Date.Month()), "day %d of %+v uses %.2f of %.2f and nobody said so", i, f, l.UseL, l.CapacityL)
			} else if l.Share() < 0.2-1e-9 {
				under++
				assert.Fail(t, "under a fifth", "day %d of %+v: %+v after %+v", i, f, l, told)
			}
			if l.GivenL > 0 {
				ours, waterings = 1, waterings+1
			} else if l.FullDays > 0 && ours > 0 && l.RainL == 0 {
				ours++
				assert.LessOrEqual(t, ours, 10, "stands full by our watering: day %d of %+v", i, f)
			} else {
				ours = 0
			}
		}
	}
	assert.Zero(t, under)
	t.Logf("%d seasons, %d days, %d waterings, %d days on which a tree used over half of its store", seasons, days, waterings, thirsty)
}

// The plain rule of the paper sheet, tried the same way: a finger test on its days (every 2, then every 4, then every 7), up to one dose. It knows
// no weather, and fails where the store does not: docs/decisions/0047 says how often.
func TestThePlainRuleFailsWhereTheStoreDoesNot(t *testing.T) {
	h := rules.House{}
	r := rand.New(rand.NewPCG(12, 5))
	record := recordOf(t, 47, time.Date(2008, 1, 1, 0, 0, 0, 0, time.UTC), time.Date(2027, 12, 31, 0, 0, 0, 0, time.UTC))
	seasons, dry, dryDays := 400, 0, 0
	for range seasons {
		volume := 2 + 120*r.Float64()*r.Float64()
		f := water.Followed{Tree: water.Tree{LatDeg: 47, BallVolumeL: volume, BallDiameterMM: 1100 * cubeRoot(volume/1000), CanopyAreaM2: 0.05 + 0.015*volume*r.Float64(), Medium: stock.MediumMix,
			Ground: []water.Ground{"sand", "loam", "clay"}[r.IntN(3)]}, Year: water.Year{BudSwell: 95, LeafFall: 300, Bare: true}}
		first := 365*(2+r.IntN(15)) + 95 + r.IntN(60)
		f.Planted = record[first].Date
		walk, fell := water.Begin(h, f), false
		last := water.Line{Store: f.Full(h)}
		for i, d := range record[first : first+180] {
			every := 7
			if i < 14 {
				every = 2
			} else if i < 56 {
				every = 4
			}
			today := []water.Entry{}
			if i%every == 0 && last.Share() < 0.75 { // a finger feels no water
				today = append(today, water.Entry{Date: d.Date, GivenL: max(1, 1.5*0.25*volume)})
			}
			line, err := walk.Day(d, today)
			require.NoError(t, err)
			if line.UseL <= 0.5*line.CapacityL && line.Share() < 0.2 {
				fell, dryDays = true, dryDays+1
			}
			last = line
		}
		if fell {
			dry++
		}
	}
	t.Logf("by the plain rule %d of %d first seasons fell under a fifth, on %d days", dry, seasons, dryDays)
	assert.Positive(t, dry, "the plain rule knows no weather")
}

// followAsTold waters in the morning what the evening before asked for.
func followAsTold(t *testing.T, h rules.House, f water.Followed, record []station.DayWeather, entries *[]water.Entry) []water.Line {
	t.Helper()
	walk := water.Begin(h, f)
	out := []water.Line{}
	give := 0.0
	for _, d := range record {
		today := []water.Entry{}
		if give > 0 {
			today = append(today, water.Entry{Date: d.Date, GivenL: give})
			*entries = append(*entries, today...)
		}
		line, err := walk.Day(d, today)
		require.NoError(t, err)
		give = 0
		if line.Advice == water.WaterNow || line.Advice == water.WaterTwice {
			give = line.FillL
		}
		out = append(out, line)
	}
	return out
}

func cubeRoot(x float64) float64 {
	low, high := 0.0, 10.0
	for range 60 {
		if mid := (low + high) / 2; mid*mid*mid < x {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

func ExampleStation_Record() {
	text, err := standin.Station{}.Record(context.Background(), 47, time.Date(2026, 7, 1, 0, 0, 0, 0, time.UTC), time.Date(2026, 7, 1, 0, 0, 0, 0, time.UTC))
	fmt.Println(strings.Count(string(text), "\n"), err)
	// Output: 2 <nil>
}
