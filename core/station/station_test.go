package station_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/climate"
	"sedum/core/station"
)

var daily = []station.Heading{{Column: station.ColumnTime}, {Column: station.ColumnMin, Unit: station.Celsius}, {Column: station.ColumnMax, Unit: station.Celsius}, {Column: station.ColumnRain, Unit: station.Millimetre}}

// Broken files, as stations write them: each row is named with what was done.
func TestWhatIsOddInAFileIsNamed(t *testing.T) {
	for name, c := range map[string]struct {
		rows  [][]string
		taken int
		fault station.RowFault
		row   int
	}{
		"as it should be":             {[][]string{{"2020-01-01", "-3.5", "2,5", "0"}}, 1, "", 0},
		"9999 as missing":             {[][]string{{"2020-01-01", "9999", "2", "0"}}, 1, station.Missing, 1},
		"letters":                     {[][]string{{"2020-01-01", "cold", "2", "0"}}, 1, station.NotANumber, 1},
		"NaN":                         {[][]string{{"2020-01-01", "NaN", "2", "0"}}, 1, station.Missing, 1},
		"an infinite":                 {[][]string{{"2020-01-01", "+Inf", "2", "0"}}, 1, station.Impossible, 1},
		"swapped":                     {[][]string{{"2020-01-01", "12", "2", "0"}}, 1, station.Swapped, 1},
		"a leap day":                  {[][]string{{"2020-02-29", "1", "2", "0"}}, 1, "", 0},
		"a leap day of no leap year":  {[][]string{{"2021-02-29", "1", "2", "0"}}, 0, station.NoTime, 1},
		"two rows for a day":          {[][]string{{"2020-01-01", "1", "2", "0"}, {"2020-01-01", "3", "4", "0"}}, 1, station.Twice, 2},
		"a day in the wrong order":    {[][]string{{"2020-01-02", "1", "2", "0"}, {"2020-01-01", "3", "4", "0"}}, 2, station.Unordered, 2},
		"a file that was cut short":   {[][]string{{"2020-01-01", "1", "2", "0"}, {"2020-01-02", "3"}}, 1, station.CutShort, 2},
		"rain that nobody survives":   {[][]string{{"2020-01-01", "1", "2", "5000"}}, 1, station.Impossible, 1},
		"no day at all":               {[][]string{{"", "1", "2", "0"}}, 0, station.NoTime, 1},
		"day first, as some write it": {[][]string{{"31.01.2020", "1", "2", "0"}}, 1, "", 0},
		"a clock that is turned":      {[][]string{{"2020-03-28T01:00+01:00", "1", "2", "0"}, {"2020-03-30T01:00+02:00", "1", "2", "0"}}, 2, station.ZoneTurned, 2},
	} {
		r := station.NewFileReader(station.How{Headings: daily})
		taken := 0
		for i, cells := range c.rows {
			if _, ok := r.Row(i+1, cells); ok {
				taken++
			}
		}
		assert.Equal(t, c.taken, taken, name)
		if c.fault == "" {
			assert.Empty(t, r.Notes, name)
			continue
		}
		if assert.NotEmpty(t, r.Notes, name) {
			assert.Equal(t, c.fault, r.Notes[0].Fault, name)
			assert.Equal(t, c.row, r.Notes[0].Row, name)
		}
	}
}

func TestUnits(t *testing.T) {
	r := station.NewFileReader(station.How{Headings: []station.Heading{{Column: station.ColumnTime}, {Column: station.ColumnTemp, Unit: station.Fahrenheit}, {Column: station.ColumnRain, Unit: station.Inch}, {Column: station.ColumnSpeed, Unit: station.Knot}, {Column: station.ColumnFrom}}})
	got, ok := r.Row(1, []string{"2020-01-01 12:00", "50", "0.5", "10", "270"})
	require.True(t, ok)
	assert.InDelta(t, 10, *got.TempC, 1e-9)
	assert.InDelta(t, 12.7, *got.RainMM, 1e-9)
	assert.InDelta(t, 5.1444, *got.SpeedMS, 1e-4)
}

// Fahrenheit that is called Celsius is found by its summers, and a hot town that is none is left in peace.
func TestFahrenheitCalledCelsius(t *testing.T) {
	for name, c := range map[string]struct {
		turn func(float64) float64
		is   bool
	}{"celsius": {func(x float64) float64 { return x }, false}, "fahrenheit": {func(x float64) float64 { return x*9/5 + 32 }, true}} {
		r := station.NewFileReader(station.How{Headings: daily})
		for d := range 365 {
			mean := 15 - 14*math.Cos(2*math.Pi*float64(d)/365)
			r.Row(d+1, []string{time.Date(2021, 1, 1+d, 0, 0, 0, 0, time.UTC).Format(time.DateOnly), fmt.Sprintf("%.1f", c.turn(mean-6)), fmt.Sprintf("%.1f", c.turn(mean+7)), "0"})
		}
		assert.Equal(t, c.is, r.LooksLikeFahrenheit(), name)
	}
}

// A record by hours says what the same record by days says, where the day's course is the one of the chill model; and the south is the north
// half a year later.
func TestHoursAndDaysAndBothHemispheres(t *testing.T) {
	read := func(lat float64, hourly bool) station.Summary {
		s := station.NewSeries(lat)
		r := rand.New(rand.NewPCG(1, 2))
		for d := time.Date(2001, 1, 1, 0, 0, 0, 0, time.UTC); d.Year() < 2013; d = d.AddDate(0, 0, 1) {
			turn := -1.0
			if lat < 0 {
				turn = 1
			}
			mean, half := 9+turn*11*math.Cos(2*math.Pi*float64(d.YearDay()-15)/365)+r.NormFloat64()*2, 4+r.Float64()*3
			low, high, rain := mean-half, mean+half, 2.0
			if !hourly {
				s.Add(station.Reading{At: d, MinC: &low, MaxC: &high, RainMM: &rain})
				continue
			}
			for h := range 24 {
				temp := mean + half*math.Cos(2*math.Pi*float64(h-15)/24)
				each := rain / 24
				s.Add(station.Reading{At: d.Add(time.Duration(h) * time.Hour), TempC: &temp, RainMM: &each})
			}
		}
		return s.Summary()
	}
	byDay, byHour := read(47, false), read(47, true)
	assert.InDelta(t, *byDay.Cold.MeanMinimumC, *byHour.Cold.MeanMinimumC, 1e-6)
	assert.InDelta(t, *byDay.ChillMedian, *byHour.ChillMedian, 1e-6)
	assert.InDelta(t, *byDay.DeficitMM, *byHour.DeficitMM, 1e-6)
	assert.InDelta(t, *byDay.HotMonthC, 20, 1)
	assert.Empty(t, byDay.Gaps)
	south := read(-47, false)
	assert.Equal(t, byDay.Cold.Winters+1, south.Cold.Winters, "a calendar year is a winter there")
	assert.InDelta(t, *byDay.Cold.MeanMinimumC, *south.Cold.MeanMinimumC, 1.5)
	assert.InDelta(t, *byDay.ChillMedian, *south.ChillMedian, 5)
	assert.InDelta(t, *byDay.DeficitMM, *south.DeficitMM, 30)
	f := byDay.Facts()
	assert.Empty(t, climate.CheckFacts(f))
	assert.Equal(t, climate.SourceStation, f.Source)
	for _, w := range byDay.Winters {
		assert.Equal(t, w.Days >= 173, w.Whole, "%d", w.Year)
	}
}

// What is not there is said to be missing, and half a winter is none.
func TestGapsAreTold(t *testing.T) {
	s := station.NewSeries(47)
	low, high := -2.0, 6.0
	for d := time.Date(2020, 10, 1, 0, 0, 0, 0, time.UTC); d.Before(time.Date(2021, 4, 1, 0, 0, 0, 0, time.UTC)); d = d.AddDate(0, 0, 1) {
		if d.Month() != 12 {
			s.Add(station.Reading{At: d, MinC: &low, MaxC: &high})
		}
	}
	sum := s.Summary()
	assert.Equal(t, []station.Gap{{From: "2020-12-01", Days: 31}}, sum.Gaps)
	require.Len(t, sum.Winters, 1)
	assert.False(t, sum.Winters[0].Whole)
	assert.Nil(t, sum.ChillMedian)
	assert.Zero(t, sum.Cold.Winters)
	assert.Nil(t, sum.Facts().MinC)
	assert.Nil(t, sum.DeficitMM)
	assert.Equal(t, station.Summary{Gaps: []station.Gap{}, Winters: []station.Winter{}, Lows: []climate.WinterOf{}, Months: []station.Month{}}, station.NewSeries(47).Summary())
}

// One known trend comes back.
func TestTheTrendOfTheChill(t *testing.T) {
	s := station.NewSeries(47)
	for d := time.Date(2000, 7, 1, 0, 0, 0, 0, time.UTC); d.Before(time.Date(2015, 7, 1, 0, 0, 0, 0, time.UTC)); d = d.AddDate(0, 0, 1) {
		warm := float64(d.Year()-2000) * 0.35
		low, high := 2+warm, 10+warm
		s.Add(station.Reading{At: d, MinC: &low, MaxC: &high})
	}
	sum := s.Summary()
	require.NotNil(t, sum.ChillTrend)
	assert.Negative(t, *sum.ChillTrend, "warmer winters bring fewer portions")
	assert.LessOrEqual(t, *sum.ChillWorst, *sum.ChillMedian)
}

// A file may be read in parts: what was odd adds up as if it had been read at once.
func TestAFileReadInParts(t *testing.T) {
	how := station.How{Headings: daily}
	rows := [][]string{}
	r := rand.New(rand.NewPCG(3, 4))
	for d := range 400 {
		row := []string{time.Date(2021, 1, 1+d, 0, 0, 0, 0, time.UTC).Format(time.DateOnly), fmt.Sprint(r.IntN(20) - 5), fmt.Sprint(r.IntN(20)), "0"}
		switch r.IntN(12) {
		case 0:
			row[1] = "9999"
		case 1:
			row = row[:2]
		case 2:
			row[0] = "2019-05-0" + fmt.Sprint(1+r.IntN(9))
		}
		rows = append(rows, row)
	}
	whole := station.NewFileReader(how)
	taken := map[time.Time]bool{}
	for i, row := range rows {
		if got, ok := whole.Row(i+1, row); ok {
			taken[got.At] = true
		}
	}
	for _, size := range []int{1, 7, 400} {
		state, kept := station.State{}, map[time.Time]bool{}
		for from := 0; from < len(rows); from += size {
			part := station.GoOn(how, state)
			for i := from; i < min(from+size, len(rows)); i++ {
				got, ok := part.Row(i+1, rows[i])
				if ok && kept[got.At] {
					part.Again(i+1, got.At)
				}
				kept[got.At] = kept[got.At] || ok
			}
			state = part.State
		}
		assert.Equal(t, len(taken), countTrue(kept), "%d", size)
		for _, f := range []station.RowFault{station.Missing, station.CutShort, station.Swapped, station.Twice} {
			if size == 400 || f == station.CutShort || f == station.Twice {
				assert.Equal(t, whole.Counts[f], state.Counts[f], "%s %d", f, size)
			}
		}
	}
}

func countTrue(m map[time.Time]bool) (n int) {
	for _, is := range m {
		if is {
			n++
		}
	}
	return n
}

// The headings of a file are guessed, and a unit that none of them states stays unsaid.
func TestHeadingsAreGuessed(t *testing.T) {
	for _, c := range []struct {
		headings []string
		want     []station.Heading
		fault    string
	}{
		{[]string{"Date", "Tmin (°C)", "Tmax (°C)", "Rain [mm]"}, daily, ""},
		{[]string{"DATE", "TMIN", "TMAX", "PRCP"}, []station.Heading{{Column: "time"}, {Column: "min"}, {Column: "max"}, {Column: "rain"}}, "headings.1.unit"},
		{[]string{"day", "hour", "air temperature F", "wind speed m/s", "wind direction", "humidity"},
			[]station.Heading{{Column: "time"}, {Column: "time"}, {Column: "temp", Unit: "f"}, {Column: "wind-speed", Unit: "ms"}, {Column: "wind-from"}, {}}, ""},
		{[]string{"a", "b"}, []station.Heading{{}, {}}, "headings.time"},
		{[]string{"time", "min c"}, []station.Heading{{Column: "time"}, {}}, "headings.temp"},
	} {
		how := station.Guess(c.headings)
		assert.Equal(t, c.want, how.Headings, "%v", c.headings)
		if l := how.Check(); c.fault == "" {
			assert.Empty(t, l, "%v", c.headings)
		} else if assert.NotEmpty(t, l, "%v", c.headings) {
			assert.Equal(t, c.fault, l[0].Field)
		}
	}
	for name, h := range map[string][]station.Heading{
		"twice":          {{Column: "time"}, {Column: "temp", Unit: "c"}, {Column: "temp", Unit: "c"}},
		"a wrong unit":   {{Column: "time"}, {Column: "temp", Unit: "mm"}},
		"a minimum only": {{Column: "time"}, {Column: "min", Unit: "c"}},
		"a speed only":   {{Column: "time"}, {Column: "wind-speed", Unit: "ms"}},
	} {
		assert.Len(t, station.How{Headings: h}.Check(), 1, name)
	}
}

// Day and hour may stand in two columns, and a file of another clock is moved to the place's.
func TestTheClockOfAFile(t *testing.T) {
	r := station.NewFileReader(station.How{ShiftH: -5, Headings: []station.Heading{{Column: station.ColumnTime}, {Column: station.ColumnTime}, {Column: station.ColumnTemp, Unit: station.Celsius}}})
	got, ok := r.Row(1, []string{"2020-03-01", "02:00", "4"})
	require.True(t, ok)
	assert.Equal(t, time.Date(2020, 2, 29, 21, 0, 0, 0, time.UTC), got.At)
}

// Every hour of a known day counts by itself: cold that a day's lowest and highest do not show is found.
func TestHoursCountByThemselves(t *testing.T) {
	s := station.NewSeries(47)
	for d := time.Date(2020, 10, 1, 0, 0, 0, 0, time.UTC); d.Before(time.Date(2021, 4, 1, 0, 0, 0, 0, time.UTC)); d = d.AddDate(0, 0, 1) {
		for h := range 24 {
			c := 5.0
			if h == 12 {
				c = 20
			}
			s.Add(station.Reading{At: d.Add(time.Duration(h) * time.Hour), TempC: &c})
		}
	}
	w := s.Summary().Winters[0]
	assert.Equal(t, 23*182, w.Chill.BelowHours)
	assert.True(t, w.Whole)
}
