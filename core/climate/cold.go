package climate

import (
	"fmt"
	"math"
	"slices"
	"time"

	"sedum/core/fault"
	"sedum/core/num"
)

// Hemisphere is north or south of the equator.
type Hemisphere string

// The words of Hemisphere.
const (
	North Hemisphere = "N"
	South Hemisphere = "S"
)

// All lists them.
func (Hemisphere) All() []Hemisphere { return []Hemisphere{North, South} }

// HemisphereOf a latitude in degrees, south negative.
func HemisphereOf(latDeg float64) Hemisphere {
	if latDeg < 0 {
		return South
	}
	return North
}

// DayMinimum is the lowest temperature of a date (YYYY-MM-DD).
type DayMinimum struct {
	Date string  `json:"date"`
	MinC float64 `json:"min_c" minimum:"-60" maximum:"60"`
}

// ColdInput is a daily record, in any order; a date stands once.
type ColdInput struct {
	Hemisphere Hemisphere   `json:"hemisphere"`
	Daily      []DayMinimum `json:"daily"`
}

// Days of the year that 10, 50 and 90 % of the winters come before; nil where it falls on a winter without frost.
type Days struct {
	P10 *float64 `json:"p10" decimals:"1"`
	P50 *float64 `json:"p50" decimals:"1"`
	P90 *float64 `json:"p90" decimals:"1"`
}

// ColdResult is how cold the winters of a record were and when their frosts began and ended.
type ColdResult struct {
	Winters         int      `json:"winters"`
	MeanMinimumC    *float64 `json:"mean_minimum_c" decimals:"2"`
	Zone            *string  `json:"zone"`
	FrostYearsShare *float64 `json:"frost_years_share" decimals:"4"`
	FirstFrostDay   *Days    `json:"first_frost_day"`
	LastFrostDay    *Days    `json:"last_frost_day"`
	LowConfidence   bool     `json:"low_confidence" doc:"fewer than ten winters"`
}

const (
	// coldCoreLeast of the 120 core days must have a value, or the season does not count.
	coldCoreLeast = 114
	coldFewYears  = 10
)

// winter is one season: July to June in the north, the calendar year in the south. Frosts are places in it, counted in a 365-day year.
type winter struct {
	core        int
	minC        float64
	frost       bool
	first, last int
}

// monthStart is the day of a 365-day year before each month begins.
var monthStart = [12]int{0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334}

// DayOfYear counts in a 365-day year: 29 February counts as the 28th.
func DayOfYear(date time.Time) int {
	day := date.Day()
	if date.Month() == time.February {
		day = min(day, 28)
	}
	return monthStart[date.Month()-1] + day
}

// seasonStart is the day of the year on which a season begins.
func (h Hemisphere) seasonStart() int {
	if h == South {
		return 1
	}
	return 182 // 1 July
}

// season is the year in which the season of a date began, and the date's place in it from 0.
func (h Hemisphere) season(date time.Time) (year, place int) {
	place = DayOfYear(date) - h.seasonStart()
	if place < 0 {
		return date.Year() - 1, place + 365
	}
	return date.Year(), place
}

// core tells whether a date lies in the 120 core days of its winter.
func (h Hemisphere) core(date time.Time) bool {
	if date.Month() == time.February && date.Day() == 29 {
		return false
	}
	day := DayOfYear(date)
	if h == South {
		return day >= 135 && day <= 254 // 15 May to 11 September
	}
	return day >= 319 || day <= 73 // 15 November to 14 March
}

// Winters gathers daily minima into seasons; its zero value for a hemisphere is empty.
type Winters struct {
	hemisphere Hemisphere
	seasons    map[int]*winter
}

// NewWinters begins a record of a hemisphere.
func NewWinters(h Hemisphere) *Winters { return &Winters{h, map[int]*winter{}} }

// Add counts a date's minimum; a date must come once.
func (w *Winters) Add(date time.Time, minC float64) {
	year, place := w.hemisphere.season(date)
	s, ok := w.seasons[year]
	if !ok {
		s = &winter{minC: math.Inf(1)}
		w.seasons[year] = s
	}
	if w.hemisphere.core(date) {
		s.core++
	}
	s.minC = math.Min(s.minC, minC)
	if num.AtMost(minC, 0) {
		if !s.frost {
			s.frost, s.first, s.last = true, place, place
		}
		s.first, s.last = min(s.first, place), max(s.last, place)
	}
}

// WinterOf is a winter that counts: the year in which it began and its lowest temperature.
type WinterOf struct {
	Year int     `json:"year"`
	MinC float64 `json:"min_c" decimals:"1"`
}

// Counted lists the seasons with values enough, the oldest first.
func (w *Winters) Counted() []WinterOf {
	out := []WinterOf{}
	for year, s := range w.seasons {
		if s.core >= coldCoreLeast {
			out = append(out, WinterOf{year, s.minC})
		}
	}
	slices.SortFunc(out, func(a, b WinterOf) int { return a.Year - b.Year })
	return out
}

// Result reads the seasons.
func (w *Winters) Result() ColdResult {
	counted := w.Counted()
	out := ColdResult{Winters: len(counted), LowConfidence: len(counted) < coldFewYears}
	if len(counted) == 0 {
		return out
	}
	sum, frosts := 0.0, 0
	first, last := []float64{}, []float64{}
	for _, c := range counted {
		s := w.seasons[c.Year]
		sum += s.minC
		if !s.frost { // later than any first, earlier than any last
			first, last = append(first, math.Inf(1)), append(last, math.Inf(-1))
			continue
		}
		frosts++
		first, last = append(first, float64(s.first)), append(last, float64(s.last))
	}
	mean, share := sum/float64(len(counted)), float64(frosts)/float64(len(counted))
	zone := Zone(mean)
	out.MeanMinimumC, out.Zone, out.FrostYearsShare = &mean, &zone, &share
	out.FirstFrostDay, out.LastFrostDay = w.days(first), w.days(last)
	return out
}

// days reads places in the season as days of the year.
func (w *Winters) days(places []float64) *Days {
	slices.Sort(places)
	at := func(share float64) *float64 {
		place, ok := quantile(places, share)
		if !ok {
			return nil
		}
		day := place + float64(w.hemisphere.seasonStart())
		if num.AtLeast(day, 366) {
			day -= 365
		}
		return &day
	}
	return &Days{at(0.1), at(0.5), at(0.9)}
}

// quantile interpolates between order statistics at place (n-1)q; false where it touches what is not finite.
func quantile(sorted []float64, share float64) (float64, bool) {
	place := float64(len(sorted)-1) * share
	low := int(num.Floor(place))
	part := place - float64(low)
	if num.AtMost(part, 0) {
		return sorted[low], !math.IsInf(sorted[low], 0)
	}
	if math.IsInf(sorted[low], 0) || math.IsInf(sorted[low+1], 0) {
		return 0, false
	}
	return sorted[low] + part*(sorted[low+1]-sorted[low]), true
}

// Zone is the hardiness zone of a mean yearly minimum, 1a to 13b: ten degrees Fahrenheit each, in two halves.
func Zone(meanMinimumC float64) string {
	f := meanMinimumC*9/5 + 32 + 60
	whole := num.Floor(f / 10)
	half := "a"
	if !num.Under(f-10*whole, 5) {
		half = "b"
	}
	switch n := int(whole) + 1; {
	case n < 1:
		return "1a"
	case n > 13:
		return "13b"
	default:
		return fmt.Sprintf("%d%s", n, half)
	}
}

// Cold reads the winters of a daily record (handbook, calculators.md, cold).
func Cold(in ColdInput) (ColdResult, error) {
	l := fault.Check(in)
	w, seen := NewWinters(in.Hemisphere), map[string]bool{}
	for i, d := range in.Daily {
		field := fmt.Sprintf("daily.%d.date", i)
		date, err := time.Parse(time.DateOnly, d.Date)
		switch {
		case err != nil:
			l.Add(field, fault.WrongType, "date")
		case seen[d.Date]:
			l.Add(field, fault.SaidTwice, nil)
		default:
			w.Add(date, d.MinC)
		}
		seen[d.Date] = true
		if len(l) >= fault.Most {
			break
		}
	}
	if err := l.Err(); err != nil {
		return ColdResult{}, err
	}
	return w.Result(), nil
}
