package station

import (
	"maps"
	"math"
	"slices"
	"time"

	"sedum/core/climate"
	"sedum/core/ground"
	"sedum/core/num"
)

// windMattersMS is the speed from which a wind matters (handbook, site.md).
const windMattersMS = 5

// dayRecord is what is known of one day.
type dayRecord struct {
	min, max, rain   float64
	hasTemp, hasRain bool
	// byHour are the temperatures of a day that was recorded by hours, nil of another; the first reading of an hour is its temperature.
	byHour *[24]*float64
	hours  int
	// hourMin and hourMax are of all its readings.
	hourMin, hourMax float64
}

// hoursOfDay are how many of a day's hours make its lowest and highest temperature known.
const hoursOfDay = 20

// Series gathers readings into days, winters and winds.
type Series struct {
	latDeg float64
	days   map[time.Time]*dayRecord
	rose   ground.Rose
	hourly bool
}

// NewSeries begins a record of a place.
func NewSeries(latDeg float64) *Series {
	return &Series{latDeg: latDeg, days: map[time.Time]*dayRecord{}}
}

// Add counts a reading. Rain of one day is summed.
func (s *Series) Add(r Reading) {
	date := time.Date(r.At.Year(), r.At.Month(), r.At.Day(), 0, 0, 0, 0, time.UTC)
	d, ok := s.days[date]
	if !ok {
		d = &dayRecord{}
		s.days[date] = d
	}
	if r.MinC != nil && r.MaxC != nil {
		d.min, d.max, d.hasTemp = *r.MinC, *r.MaxC, true
	}
	if r.TempC != nil {
		s.hourly = true
		if d.byHour == nil {
			d.byHour, d.hourMin, d.hourMax = &[24]*float64{}, *r.TempC, *r.TempC
		}
		if d.byHour[r.At.Hour()] == nil {
			d.byHour[r.At.Hour()] = r.TempC
			d.hours++
		}
		d.hourMin, d.hourMax = math.Min(d.hourMin, *r.TempC), math.Max(d.hourMax, *r.TempC)
	}
	if r.RainMM != nil {
		d.rain, d.hasRain = d.rain+*r.RainMM, true
	}
	if r.SpeedMS != nil && r.WindFromDeg != nil {
		if w := (ground.WindRecord{FromDeg: *r.WindFromDeg, SpeedMS: *r.SpeedMS}); ground.Matters(w, windMattersMS) {
			s.rose.Add(w)
		}
	}
}

// temps are a day's lowest and highest temperature, false while too few of its hours are known.
func (d *dayRecord) temps() (low, high float64, ok bool) {
	if d.hasTemp {
		return d.min, d.max, true
	}
	return d.hourMin, d.hourMax, d.hours >= hoursOfDay
}

// chill counts a day by its hours where all are known, else by its lowest and highest temperature.
func (d *dayRecord) chill(sum *climate.ChillSum) {
	if d.hours == 24 {
		for _, c := range d.byHour {
			sum.Hour(*c)
		}
		return
	}
	low, high, _ := d.temps()
	sum.Day(climate.MinMax{MinC: low, MaxC: high})
}

// Winter is the chill of one cold half-year.
type Winter struct {
	// Year in which it began.
	Year  int                 `json:"year"`
	Days  int                 `json:"days"`
	Chill climate.ChillResult `json:"chill"`
	// Whole is that nearly all of its days are known: only then does it count.
	Whole bool `json:"whole"`
}

// Short is the chill of a whole winter in portions.
type Short struct {
	Year     int     `json:"year"`
	Portions float64 `json:"portions" decimals:"1"`
}

// Chills are the portions of each whole winter, the oldest first.
func (s Summary) Chills() []Short {
	out := []Short{}
	for _, w := range s.Winters {
		if w.Whole {
			out = append(out, Short{w.Year, num.Round(w.Chill.Portions, 1)})
		}
	}
	return out
}

// WorstAndLast are the winter with the least chill and the newest of several; false without any.
func WorstAndLast(winters []Short) (worst, last Short, ok bool) {
	for i, w := range winters {
		if i == 0 || w.Portions < worst.Portions {
			worst = w
		}
		last = w
	}
	return worst, last, len(winters) > 0
}

// FallShort is in how many of the winters a need of portions was not met.
func FallShort(winters []Short, need float64) (n int) {
	for _, w := range winters {
		if num.Under(w.Portions, need) {
			n++
		}
	}
	return n
}

// Gap is a run of days of which no temperature is known.
type Gap struct {
	From string `json:"from"`
	Days int    `json:"days"`
}

// Summary is what many years of a station say of a place.
type Summary struct {
	From    string             `json:"from"`
	To      string             `json:"to"`
	Days    int                `json:"days"`
	Gaps    []Gap              `json:"gaps"`
	Cold    climate.ColdResult `json:"cold"`
	Winters []Winter           `json:"winters"`
	// ChillMedian of the whole winters, ChillWorst the least, ChillTrend portions a year by least squares; nil with fewer than three.
	ChillMedian *float64          `json:"chill_median" decimals:"1"`
	ChillWorst  *float64          `json:"chill_worst" decimals:"1"`
	ChillTrend  *float64          `json:"chill_trend" decimals:"2"`
	HotMonthC   *float64          `json:"hot_month_c" decimals:"1"`
	UsualHighC  *float64          `json:"usual_high_c" decimals:"1"`
	DeficitMM   *float64          `json:"summer_deficit_mm" decimals:"0"`
	Wind        ground.WindResult `json:"wind"`
	// Rose is the share of each sector, clockwise from north, in the summed speed of the winds that matter.
	Rose        [8]float64 `json:"rose" decimals:"3"`
	Winds       int        `json:"winds" doc:"how many of them there were"`
	GrowingDays *int       `json:"growing_days"`
	// Lows are the lowest temperature of each winter that counts, the oldest first.
	Lows   []climate.WinterOf `json:"lows"`
	Months []Month            `json:"months" doc:"January to December; empty while no day is known"`
	Hourly bool               `json:"hourly"`
}

// Month is what a month of the year is like at a station; nil is not known.
type Month struct {
	LowC   *float64 `json:"low_c" decimals:"1" doc:"mean of its days' lowest"`
	HighC  *float64 `json:"high_c" decimals:"1"`
	RainMM *float64 `json:"rain_mm" decimals:"0" doc:"a mean over its whole days of rain, for a whole month"`
	// HotMM is the greatest reference evapotranspiration that one of its days had.
	HotMM *float64 `json:"hot_mm,omitempty" decimals:"2"`
}

// monthLeast days of a month must be known for it to be told.
const monthLeast = 25

// wholeWinter is the share of its days that a winter must know to count.
const wholeWinter = 0.95

// Summary reads what was gathered.
func (s *Series) Summary() Summary {
	out := Summary{Gaps: []Gap{}, Winters: []Winter{}, Lows: []climate.WinterOf{}, Months: []Month{}, Wind: s.rose.Result(), Hourly: s.hourly}
	blown := 0.0
	for i, sum := range s.rose.SpeedSum {
		blown, out.Winds = blown+sum, out.Winds+s.rose.Count[i]
	}
	for i, sum := range s.rose.SpeedSum {
		if blown > 0 {
			out.Rose[i] = sum / blown
		}
	}
	dates := []time.Time{}
	for date, d := range s.days {
		if _, _, ok := d.temps(); ok {
			dates = append(dates, date)
		}
	}
	slices.SortFunc(dates, time.Time.Compare)
	out.Days = len(dates)
	if len(dates) == 0 {
		return out
	}
	out.From, out.To = dates[0].Format(time.DateOnly), dates[len(dates)-1].Format(time.DateOnly)
	for i := 1; i < len(dates); i++ {
		if missing := int(dates[i].Sub(dates[i-1]).Hours()/24) - 1; missing > 0 {
			out.Gaps = append(out.Gaps, Gap{dates[i-1].AddDate(0, 0, 1).Format(time.DateOnly), missing})
		}
	}
	w := climate.NewWinters(climate.HemisphereOf(s.latDeg))
	for _, date := range dates {
		low, _, _ := s.days[date].temps()
		w.Add(date, low)
	}
	out.Cold, out.Lows, out.Months = w.Result(), w.Counted(), s.months()
	s.chill(dates, &out)
	s.heat(dates, &out)
	if f, l := out.Cold.FirstFrostDay, out.Cold.LastFrostDay; f != nil && f.P50 != nil && l != nil && l.P50 != nil {
		days := int(math.Round(math.Mod(*f.P50-*l.P50+365, 365)))
		out.GrowingDays = &days
	}
	return out
}

// months are the means of each month over all years.
func (s *Series) months() []Month {
	out := make([]Month, 12)
	var low, high, rain, hot [12]float64
	var temps, rains [12]int
	for _, date := range slices.SortedFunc(maps.Keys(s.days), time.Time.Compare) { // in order: a mean is the same each time
		d := s.days[date]
		m := date.Month() - 1
		if l, h, ok := d.temps(); ok {
			low[m], high[m], temps[m] = low[m]+l, high[m]+h, temps[m]+1
			if et0, err := climate.ET0(climate.ET0Input{LatDeg: s.latDeg, DayOfYear: climate.DayOf(date), TMaxC: h, TMinC: l}); err == nil {
				hot[m] = math.Max(hot[m], et0.ET0MM)
			}
		}
		if d.hasRain {
			rain[m], rains[m] = rain[m]+d.rain, rains[m]+1
		}
	}
	for m := range out {
		if n := float64(temps[m]); temps[m] >= monthLeast {
			l, h := low[m]/n, high[m]/n
			out[m].LowC, out[m].HighC, out[m].HotMM = &l, &h, &hot[m]
		}
		if rains[m] >= monthLeast {
			days := time.Date(2001, time.Month(m+2), 0, 0, 0, 0, 0, time.UTC).Day()
			mm := rain[m] / float64(rains[m]) * float64(days)
			out[m].RainMM = &mm
		}
	}
	return out
}

// bare tells whether a month lies in the six without leaves, whose cold is a winter's chill.
func (s *Series) bare(m time.Month) bool {
	return (m >= 10 || m <= 3) == (s.latDeg >= 0)
}

// chill counts each cold half-year: October to March, in the south April to September.
func (s *Series) chill(dates []time.Time, out *Summary) {
	sums, days, first := map[int]*climate.ChillSum{}, map[int]int{}, []int{}
	for _, date := range dates {
		if !s.bare(date.Month()) {
			continue
		}
		year := date.Year()
		if s.latDeg >= 0 && date.Month() <= 3 {
			year--
		}
		if sums[year] == nil {
			sums[year], first = &climate.ChillSum{}, append(first, year)
		}
		s.days[date].chill(sums[year])
		days[year]++
	}
	slices.Sort(first)
	portions, years := []float64{}, []float64{}
	for _, year := range first {
		winter := Winter{Year: year, Days: days[year], Chill: sums[year].Result(), Whole: float64(days[year]) >= wholeWinter*182}
		out.Winters = append(out.Winters, winter)
		if winter.Whole {
			portions, years = append(portions, winter.Chill.Portions), append(years, float64(year))
		}
	}
	if len(portions) < 3 {
		return
	}
	trend := slope(years, portions)
	out.ChillTrend = &trend
	slices.Sort(portions)
	n := len(portions)
	median := (portions[(n-1)/2] + portions[n/2]) / 2
	out.ChillMedian, out.ChillWorst = &median, &portions[0]
}

func slope(xs, ys []float64) float64 {
	n, sx, sy, sxx, sxy := float64(len(xs)), 0.0, 0.0, 0.0, 0.0
	for i := range xs {
		sx, sy, sxx, sxy = sx+xs[i], sy+ys[i], sxx+xs[i]*xs[i], sxy+xs[i]*ys[i]
	}
	if d := n*sxx - sx*sx; d > 0 {
		return (n*sxy - sx*sy) / d
	}
	return 0
}

// heat reads the hottest month and the three summer months' need of water beyond their rain, a mean over the summers that are whole.
func (s *Series) heat(dates []time.Time, out *Summary) {
	var mean, high [13]float64
	var count [13]int
	need, got, rained := map[int]float64{}, map[int]int{}, map[int]int{}
	for _, date := range dates {
		low, top, _ := s.days[date].temps()
		m := date.Month()
		mean[m], high[m], count[m] = mean[m]+(low+top)/2, high[m]+top, count[m]+1
		if summer := (m >= 6 && m <= 8); summer == (s.latDeg >= 0) && (summer || m == 12 || m <= 2) {
			year := date.Year()
			if m == 12 {
				year++
			}
			et0, err := climate.ET0(climate.ET0Input{LatDeg: num.Hold(s.latDeg, -66, 66), DayOfYear: climate.DayOfYear(date), TMaxC: top, TMinC: low})
			if err != nil {
				continue
			}
			need[year], got[year] = need[year]+et0.ET0MM, got[year]+1
			if d := s.days[date]; d.hasRain {
				need[year], rained[year] = need[year]-d.rain, rained[year]+1
			}
		}
	}
	hottest := 0
	for m := 1; m <= 12; m++ {
		if count[m] >= 25 && (hottest == 0 || mean[m]/float64(count[m]) > mean[hottest]/float64(count[hottest])) {
			hottest = m
		}
	}
	if hottest > 0 {
		c, h := mean[hottest]/float64(count[hottest]), high[hottest]/float64(count[hottest])
		out.HotMonthC, out.UsualHighC = &c, &h
	}
	sum, summers := 0.0, 0
	for year, n := range need {
		if got[year] >= 85 && rained[year] >= 85 {
			sum, summers = sum+n, summers+1
		}
	}
	if summers > 0 {
		deficit := sum / float64(summers)
		out.DeficitMM = &deficit
	}
}

// Facts are the climate of a site by the record, to a tenth, as they are shown: what it does not say stays unknown.
func (s Summary) Facts() climate.Facts {
	tenth := func(x *float64) *float64 {
		if x == nil {
			return nil
		}
		r := num.Round(*x, 1)
		return &r
	}
	f := climate.Facts{MinC: tenth(s.Cold.MeanMinimumC), HotMonthC: tenth(s.HotMonthC), UsualHighC: tenth(s.UsualHighC), ChillPortions: tenth(s.ChillMedian), Source: climate.SourceStation}
	if s.DeficitMM != nil && *s.DeficitMM >= 0 {
		f.SummerDeficitMM = tenth(s.DeficitMM)
	} else if s.DeficitMM != nil {
		none := 0.0
		f.SummerDeficitMM = &none
	}
	day := func(x *float64) *int {
		if x == nil {
			return nil
		}
		d := min(365, int(math.Round(*x)))
		return &d
	}
	if a, b := s.Cold.FirstFrostDay, s.Cold.LastFrostDay; a != nil && b != nil && a.P50 != nil && b.P50 != nil {
		f.FirstFrostDay, f.LastFrostDay, f.LastFrost90Day = day(a.P50), day(b.P50), day(b.P90)
	}
	return f
}
