package planting

import (
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// mildC is a day on which no heat stands against planting: the calendar knows no weather.
const mildC = 15

// almanac is the year of a tree in a place, as far as the calendar tells it: ground that is workable outside of the weeks in which it is frozen there,
// buds of bare roots that are kept dormant, no hot spell.
type almanac struct {
	house  rules.House
	in     WindowInput
	frozen span
}

// almanacOf is false while the frosts of the place are not known.
func almanacOf(h rules.House, in Input) (almanac, bool) {
	in.Today = Today{DayOfYear: 1, HighC: mildC, Ground: GroundWorkable, Buds: stock.BudsDormant}
	out := almanac{h, windowInput(h, in), span{0, -1}}
	if out.in.Check(h) != nil {
		return out, false
	}
	if f := in.Spot.Frost; f.SoilFreeze != nil && f.Last != nil {
		spring := *f.Last - 42 // early spring begins in the windows of every form
		if frozen := (span{*f.SoilFreeze, days(*f.SoilFreeze, spring) - 1}); frozen.after < 182 {
			out.frozen = frozen
		}
	}
	return out, true
}

func (a almanac) on(dayOfYear int) WindowStatus {
	a.in.DayOfYear = (dayOfYear-1)%365 + 1
	r := seasonedAt(a.house, a.in)
	if r.Status != WindowNo && a.frozen.has(a.in.DayOfYear) {
		return WindowNo
	}
	return r.Status
}

// ByCalendar is the window of a tree on a day of the year, as far as the calendar tells it; false while the frosts of the place are not known.
func ByCalendar(h rules.House, in Input, dayOfYear int) (WindowStatus, bool) {
	a, known := almanacOf(h, in)
	if !known {
		return "", false
	}
	return a.on(dayOfYear), true
}

// NextByCalendar is the first day from one on, itself among them, on which the calendar calls planting best or fine; false where there is none
// in a year, or where the frosts of the place are not known.
func NextByCalendar(h rules.House, in Input, from int) (day int, ok bool) {
	a, known := almanacOf(h, in)
	if !known {
		return 0, false
	}
	for n := range 365 {
		day = (from+n-1)%365 + 1
		if status := a.on(day); status == WindowBest || status == WindowFine {
			return day, true
		}
	}
	return 0, false
}

// PlantableIn tells whether a tree can be planted when it is wanted, by the calendar of the place; known is false while its frosts are not.
func PlantableIn(h rules.House, in Input, when ground.When, today int) (yes, known bool) {
	wanted := span{today, 0}
	autumn, spring := span{244, 90}, span{60, 91} // September to November, March to May
	if in.Spot.LatDeg < 0 {
		autumn, spring = spring, autumn
	}
	switch when {
	case ground.WhenAutumn:
		wanted = autumn
	case ground.WhenSpring:
		wanted = spring
	}
	day, ok := NextByCalendar(h, in, wanted.first)
	_, known = ByCalendar(h, in, today)
	return ok && wanted.has(day), known
}

// Year is what the calendar of a place says of one kind of stock.
type Year struct {
	Now WindowStatus
	// Next is the first good day from today on, 0 where there is none.
	Next int
	Can  map[ground.When]bool
}

// stocked is all of a tree that its calendar depends on.
type stocked struct {
	form                                      stock.Form
	evergreen, tender, autumnHazard, marginal bool
}

// Calendars keeps the years of one place that were worked out already: many trees of a yard share one. It is for one place on one day by one
// set of rules.
type Calendars struct{ known map[stocked]*Year }

// NewCalendars is of a place of which nothing was worked out yet.
func NewCalendars() *Calendars { return &Calendars{map[stocked]*Year{}} }

// Of is the year of a tree; false where the frosts of the place are not known.
func (c *Calendars) Of(h rules.House, in Input, today int) (Year, bool) {
	key := stocked{in.Tree.Form, in.Kind.Evergreen, in.Kind.Tender, in.Kind.AutumnHazard, Marginal(h, in)}
	year, there := c.known[key]
	if !there {
		if now, known := ByCalendar(h, in, today); known {
			year = &Year{Now: now, Can: map[ground.When]bool{}}
			year.Next, _ = NextByCalendar(h, in, today)
			for _, when := range set.All[ground.When]() {
				year.Can[when], _ = PlantableIn(h, in, when, today)
			}
		}
		c.known[key] = year
	}
	if year == nil {
		return Year{}, false
	}
	return *year, true
}
