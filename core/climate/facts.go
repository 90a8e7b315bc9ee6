package climate

import (
	"fmt"
	"slices"
	"strings"

	"sedum/core/fault"
)

// Facts are what is known of the climate of a site; nil is unknown. They are declared here once: record, answer and page carry them whole.
type Facts struct {
	MinC            *float64 `json:"min_c" minimum:"-60" maximum:"60" doc:"mean of the yearly lowest temperatures"`
	HotMonthC       *float64 `json:"hot_month_c" minimum:"-60" maximum:"60" doc:"mean of the hottest month"`
	UsualHighC      *float64 `json:"usual_high_c" minimum:"-60" maximum:"60" doc:"usual high of the hottest month"`
	FirstFrostDay   *int     `json:"first_frost_day" minimum:"1" maximum:"365"`
	LastFrostDay    *int     `json:"last_frost_day" minimum:"1" maximum:"365"`
	LastFrost90Day  *int     `json:"last_frost_90_day" minimum:"1" maximum:"365"`
	SoilFreezeDay   *int     `json:"soil_freeze_day" minimum:"1" maximum:"365"`
	BudSwellDay     *int     `json:"bud_swell_day" minimum:"1" maximum:"365"`
	CoolFromDay     *int     `json:"cool_from_day" minimum:"1" maximum:"365"`
	RainsFromDay    *int     `json:"rains_from_day" minimum:"1" maximum:"365"`
	SummerDeficitMM *float64 `json:"summer_deficit_mm" minimum:"0" maximum:"2000"`
	ChillPortions   *float64 `json:"chill_portions" minimum:"0" maximum:"250"`
	Source          Source   `json:"source" optional:"true"`
	// ChillWinters are single winters as somebody near by counted them, ChillSaid who and by which model they were turned into portions.
	ChillWinters []WinterChill `json:"chill_winters,omitempty" maxItems:"40"`
	ChillSaid    string        `json:"chill_said,omitempty" maxLength:"200"`
}

// WinterChill is the chill of the winter that began in a year, in portions.
type WinterChill struct {
	Year     int     `json:"year" minimum:"1900" maximum:"2200"`
	Portions float64 `json:"portions" minimum:"0" maximum:"250"`
}

// WithChill is the middle winter for the chill where single winters are told and no figure for all (handbook, fit.md: the median of the winters).
func (f Facts) WithChill() Facts {
	if n := len(f.ChillWinters); f.ChillPortions == nil && n > 0 {
		all := []float64{}
		for _, w := range f.ChillWinters {
			all = append(all, w.Portions)
		}
		slices.Sort(all)
		middle := (all[(n-1)/2] + all[n/2]) / 2
		f.ChillPortions = &middle
	}
	return f
}

// Over is what these facts say and, where they say nothing, what others do. The days of frost go together: of two tellings of them only one counts.
func (f Facts) Over(others Facts) Facts {
	or := func(x **float64, y *float64) {
		if *x == nil {
			*x = y
		}
	}
	orDay := func(x **int, y *int) {
		if *x == nil {
			*x = y
		}
	}
	or(&f.MinC, others.MinC)
	or(&f.HotMonthC, others.HotMonthC)
	or(&f.UsualHighC, others.UsualHighC)
	or(&f.SummerDeficitMM, others.SummerDeficitMM)
	or(&f.ChillPortions, others.ChillPortions)
	if f.FirstFrostDay == nil && f.LastFrostDay == nil && f.LastFrost90Day == nil {
		f.FirstFrostDay, f.LastFrostDay, f.LastFrost90Day = others.FirstFrostDay, others.LastFrostDay, others.LastFrost90Day
	}
	orDay(&f.SoilFreezeDay, others.SoilFreezeDay)
	orDay(&f.BudSwellDay, others.BudSwellDay)
	orDay(&f.CoolFromDay, others.CoolFromDay)
	orDay(&f.RainsFromDay, others.RainsFromDay)
	return f
}

// CheckFacts returns what is wrong with the facts of a climate beyond their single limits: the days of first and last frost go together.
func CheckFacts(f Facts) fault.List {
	var l fault.List
	switch {
	case f.FirstFrostDay == nil && f.LastFrostDay != nil:
		l.Add("first_frost_day", fault.BothOrNeither, "last_frost_day")
	case f.FirstFrostDay != nil && f.LastFrostDay == nil:
		l.Add("last_frost_day", fault.BothOrNeither, "first_frost_day")
	}
	for i, w := range f.ChillWinters {
		if slices.ContainsFunc(f.ChillWinters[:i], func(o WinterChill) bool { return o.Year == w.Year }) {
			l.Add(fmt.Sprintf("chill_winters.%d.year", i), fault.SaidTwice, w.Year)
		}
	}
	if len(f.ChillWinters) > 0 && strings.TrimSpace(f.ChillSaid) == "" {
		l.Add("chill_said", fault.Required, nil)
	}
	return l
}
