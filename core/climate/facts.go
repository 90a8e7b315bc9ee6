package climate

import "sedum/core/fault"

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
	return l
}
