package planting

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// WindowInput is a day of a 365-day year, the site's frost record, today's ground and the tree's buds.
type WindowInput struct {
	Form           stock.Form `json:"form"`
	DayOfYear      int        `json:"day_of_year" minimum:"1" maximum:"365"`
	FirstFrostDay  *int       `json:"first_frost_day,omitempty" minimum:"1" maximum:"365"`
	LastFrostDay   *int       `json:"last_frost_day,omitempty" minimum:"1" maximum:"365"`
	LastFrost90Day *int       `json:"last_frost_90_day,omitempty" minimum:"1" maximum:"365"`
	SoilFreezeDay  *int       `json:"soil_freeze_day,omitempty" minimum:"1" maximum:"365"`
	BudSwellDay    *int       `json:"bud_swell_day,omitempty" minimum:"1" maximum:"365" doc:"the last dormant day"`
	CoolFromDay    *int       `json:"cool_from_day,omitempty" minimum:"1" maximum:"365" doc:"required when frost is absent or rare"`
	RainsFromDay   *int       `json:"rains_from_day,omitempty" minimum:"1" maximum:"365"`
	Ground         Ground     `json:"ground"`
	HighC          float64    `json:"high_c" minimum:"-60" maximum:"60"`
	UsualHighC     *float64   `json:"usual_high_c,omitempty" minimum:"-60" maximum:"60"`
	Evergreen      bool       `json:"evergreen"`
	Tender         bool       `json:"tender"`
	AutumnHazard   bool       `json:"autumn_hazard"`
	Marginal       bool       `json:"marginal"`
	Buds           stock.Buds `json:"buds"`
}

// WindowResult says whether today is a day to plant: best, fine, risky or no.
type WindowResult struct {
	Status  WindowStatus   `json:"status" optional:"true"`
	Reasons []WindowReason `json:"reasons"`
}

// span is a first day and a number of days after it, both ends in, wrapping the year; negative is empty.
type span struct{ first, after int }

func days(from, to int) int { return ((to-from)%365 + 365) % 365 }

func (s span) has(day int) bool { return s.after >= 0 && days(s.first, day) <= s.after }

func anySpan(day int, spans ...span) bool {
	for _, s := range spans {
		if s.has(day) {
			return true
		}
	}
	return false
}

// frostSeason is the number of days from first to last frost, 0 when there is none.
func (in WindowInput) frostSeason() int {
	if in.FirstFrostDay == nil || in.LastFrostDay == nil {
		return 0
	}
	return days(*in.FirstFrostDay, *in.LastFrostDay)
}

func (in WindowInput) frostIsRare(h rules.House) bool {
	return float64(in.frostSeason()) < h.Value(rules.WindowRareFrost)
}

// Check returns what is wrong with the input.
func (in WindowInput) Check(h rules.House) error {
	l := fault.Check(in)
	switch {
	case in.FirstFrostDay == nil && in.LastFrostDay != nil:
		l.Add("first_frost_day", fault.BothOrNeither, "last_frost_day")
	case in.FirstFrostDay != nil && in.LastFrostDay == nil:
		l.Add("last_frost_day", fault.BothOrNeither, "first_frost_day")
	case in.frostIsRare(h) && in.CoolFromDay == nil:
		l.Add("cool_from_day", fault.Required, nil)
	}
	if in.LastFrostDay != nil && in.LastFrost90Day != nil && days(*in.LastFrostDay, *in.LastFrost90Day) > 182 {
		l.Add("last_frost_90_day", fault.LiesBefore, *in.LastFrostDay)
	}
	return l.Err()
}

var windowSteps = set.All[WindowStatus]()

// opinion is a status that only gets worse, with its reasons.
type opinion struct {
	step    int
	reasons []WindowReason
}

func (o *opinion) atBest(step int, reason WindowReason) {
	o.step = max(o.step, step)
	o.reasons = append(o.reasons, reason)
}

const (
	best = iota
	fine
	risky
	never
)

// Window says whether a tree of that form may be planted on that day.
func Window(h rules.House, in WindowInput) (WindowResult, error) {
	if err := in.Check(h); err != nil {
		return WindowResult{}, err
	}
	return windowAt(h, in), nil
}

// windowAt is the window of an input that was checked.
func windowAt(h rules.House, in WindowInput) WindowResult {
	o := opinion{reasons: []WindowReason{}}
	if in.Ground != GroundWorkable {
		return WindowResult{WindowNo, []WindowReason{WindowReason("ground-" + string(in.Ground))}}
	}
	if in.frostIsRare(h) {
		windowWithoutFrost(h, in, &o)
	} else {
		windowByFrost(h, in, &o)
	}
	beforeTheLastFrost(in, &o)
	if in.Form == stock.BareRoot && in.Buds == stock.BudsLeafed {
		o.atBest(never, "in-leaf")
	}
	if in.Form == stock.BareRoot && in.Buds == stock.BudsSwelling {
		o.atBest(risky, "buds-swelling")
	}
	hot := h.Value(rules.WindowHeat)
	if in.UsualHighC != nil {
		hot = math.Max(hot, *in.UsualHighC+h.Value(rules.WindowHeatOver))
	}
	if num.AtLeast(in.HighC, hot) {
		if in.potted() {
			o.atBest(risky, "heat")
		} else {
			o.atBest(never, "heat")
		}
	}
	return WindowResult{windowSteps[o.step], o.reasons}
}

func (in WindowInput) potted() bool { return in.Form == stock.Container || in.Form == stock.Plug }

// windowWithoutFrost: where it never freezes the coolest three months, or the start of the rains.
func windowWithoutFrost(h rules.House, in WindowInput, o *opinion) {
	cool := span{*in.CoolFromDay, 89}.has(in.DayOfYear)
	good := cool || (in.RainsFromDay != nil && span{*in.RainsFromDay, 41}.has(in.DayOfYear))
	switch {
	case in.Form == stock.BareRoot && cool:
		o.step = fine
	case in.Form == stock.BareRoot:
		o.atBest(never, "not-cool")
	case good:
		o.step = best
	case in.Form == stock.Balled || (in.UsualHighC != nil && num.AtLeast(*in.UsualHighC, h.Value(rules.WindowHotSummer))):
		o.atBest(risky, "not-cool")
	default:
		o.step = fine
	}
}

// calendar is the year of a place with frost, as spans.
type calendar struct {
	dormant, earlySpring, autumn, late, summer, afterLeafFall, hazard, marginal span
}

func frostCalendar(in WindowInput) calendar {
	first, last, season := *in.FirstFrostDay, *in.LastFrostDay, in.frostSeason()
	freeze := first + 45
	if in.SoilFreezeDay != nil {
		freeze = *in.SoilFreezeDay
	}
	dormant := span{first + 14, season - 28}
	if in.BudSwellDay != nil {
		if n := days(first+14, *in.BudSwellDay); n < dormant.after && n <= season {
			dormant.after = n
		}
	}
	c := calendar{
		dormant: dormant, earlySpring: span{last - 42, 42}, autumn: span{freeze - 84, 42}, late: span{freeze - 42, 42},
		summer: span{last + 45, 365 - season - 90}, afterLeafFall: span{0, -1},
		marginal: span{freeze - 84, days(freeze-84, last-43)},
		// The ground holds some warmth for four weeks after it begins to freeze; what comes first ends it.
		hazard: span{freeze - 84, min(84+27, days(freeze-84, last-43))},
	}
	if n := days(first, freeze); n <= 182 {
		c.afterLeafFall = span{first + 14, n - 14}
	}
	return c
}

func windowByFrost(h rules.House, in WindowInput, o *opinion) {
	c, day := frostCalendar(in), in.DayOfYear
	dormant := c.dormant.has(day)
	switch {
	case in.Form == stock.BareRoot && !dormant:
		late := days(c.dormant.first+c.dormant.after, day)
		if in.Buds == stock.BudsDormant && float64(late) <= h.Value(rules.WindowLateDormant) {
			o.atBest(risky, "late-but-dormant")
		} else {
			o.atBest(never, "not-dormant")
		}
	case in.Form == stock.BareRoot:
		o.step = bestWhen(anySpan(day, c.earlySpring, c.afterLeafFall))
	case in.Form == stock.Balled && in.Evergreen:
		switch {
		case anySpan(day, c.autumn, c.earlySpring):
			o.step = best
		case c.late.has(day) || dormant:
			o.atBest(risky, "winter-drying")
		default:
			o.atBest(risky, "not-dormant")
		}
	case in.Form == stock.Balled && !dormant:
		o.atBest(risky, "not-dormant")
	case in.Form == stock.Balled:
		o.step = bestWhen(anySpan(day, c.earlySpring, c.autumn, c.late))
	case anySpan(day, c.autumn, c.earlySpring):
		o.step = best
	case c.summer.has(day):
		o.atBest(risky, "summer")
	default:
		o.step = fine
	}
	switch {
	case in.AutumnHazard && c.hazard.has(day):
		o.atBest(min(o.step+1, never), "autumn-hazard")
	case in.Marginal && c.marginal.has(day):
		o.atBest(min(o.step+1, never), "cold-limit")
	}
}

// beforeTheLastFrost: tender leaf waits for the 90 % last frost, where frost is rare too.
func beforeTheLastFrost(in WindowInput, o *opinion) {
	if in.FirstFrostDay == nil || in.LastFrostDay == nil {
		return
	}
	safe := *in.LastFrostDay + 14
	if in.LastFrost90Day != nil {
		safe = *in.LastFrost90Day
	}
	if in.Tender && in.potted() && (span{*in.FirstFrostDay, days(*in.FirstFrostDay, safe)}).has(in.DayOfYear) {
		o.atBest(risky, "tender-before-last-frost")
	}
}

func bestWhen(yes bool) int {
	if yes {
		return best
	}
	return fine
}
