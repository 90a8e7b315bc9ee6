package station

import "time"

// Filled is how a day's missing reading was filled.
type Filled string

// All lists them; "" is nothing missing: temperatures of the days beside it; those that the month usually has; rain counted as none.
func (Filled) All() []Filled { return []Filled{"beside", "month", "no-rain"} }

// DayWeather is one day of a record. What was not read was filled by a rule, and says so.
type DayWeather struct {
	Date   time.Time `json:"date"`
	MaxC   float64   `json:"max_c"`
	MinC   float64   `json:"min_c"`
	RainMM float64   `json:"rain_mm"`
	Temps  Filled    `json:"temps"`
	Rain   Filled    `json:"rain"`
}

// besideDays is how far apart two days may lie between which a missing one is taken to be.
const besideDays = 3

// Daily are the days of a record from one to another, as far as it goes: it ends with the last day that was read, and begins with the first.
// A day of which no temperature was read stands between its neighbours when both lie within three days, and else is as its month usually
// is (months, January to December; nil is not known); rain that nobody read is none.
func (s *Series) Daily(from, to time.Time, months []Month) []DayWeather {
	out := []DayWeather{}
	var last time.Time
	for date, d := range s.days {
		if _, _, ok := d.temps(); (ok || d.hasRain) && date.After(last) {
			last = date
		}
	}
	for date := from; !date.After(to) && !date.After(last); date = date.AddDate(0, 0, 1) {
		each := DayWeather{Date: date}
		d := s.days[date]
		low, high, ok := 0.0, 0.0, false
		if d != nil {
			low, high, ok = d.temps()
		}
		switch {
		case ok:
			each.MinC, each.MaxC = low, high
		default:
			var known bool
			if each.MinC, each.MaxC, known = s.between(date); known {
				each.Temps = "beside"
			} else if m := int(date.Month()) - 1; m < len(months) && months[m].LowC != nil && months[m].HighC != nil {
				each.MinC, each.MaxC, each.Temps = *months[m].LowC, *months[m].HighC, "month"
			} else {
				continue // nothing says what that day was like
			}
		}
		if d != nil && d.hasRain {
			each.RainMM = d.rain
		} else {
			each.Rain = "no-rain"
		}
		out = append(out, each)
	}
	return out
}

// between is what lies halfway between the nearest days before and after.
func (s *Series) between(date time.Time) (low, high float64, ok bool) {
	find := func(step int) *dayRecord {
		for i := 1; i <= besideDays; i++ {
			if d := s.days[date.AddDate(0, 0, step*i)]; d != nil {
				if _, _, ok := d.temps(); ok {
					return d
				}
			}
		}
		return nil
	}
	before, after := find(-1), find(1)
	if before == nil || after == nil {
		return 0, 0, false
	}
	l1, h1, _ := before.temps()
	l2, h2, _ := after.temps()
	return (l1 + l2) / 2, (h1 + h2) / 2, true
}

// apartDays is how long no frost must have been for the next to be the first of its winter.
const apartDays = 120

// FirstFrosts are the first frosts of each winter among days that were read; a day that was filled by a rule is none.
func FirstFrosts(days []DayWeather) []time.Time {
	out := []time.Time{}
	var last time.Time
	for _, d := range days {
		if d.Temps != "" || d.MinC >= 0 {
			continue
		}
		if last.IsZero() || d.Date.Sub(last) > apartDays*24*time.Hour {
			out = append(out, d.Date)
		}
		last = d.Date
	}
	return out
}
