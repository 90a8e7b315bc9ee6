// Package care is what a planted tree needs after the day: the calendar of checks,
// of things to take off again, and the plain watering rule of the paper sheet
// (handbook, aftercare.md).
package care

import (
	"math"
	"sort"
	"time"

	"sedum/core/climate"
	"sedum/core/ground"
	"sedum/core/planting"
)

// Code names an entry of the calendar; its sentence is made of it (aftercare.md, "The care calendar").
type Code string

// All lists them in the order in which they first come.
func (Code) All() []Code {
	return []Code{"look-next-day", "second-soaking", "second-soaking-tied", "water-dormant", "water-weeks-1-2", "water-weeks-3-8", "water-weekly", "check-round",
		"check-round-tied", "check-round-covered", "check-round-tied-covered", "first-spring", "first-spring-mild", "leader-look", "wrap-off", "paint-look", "guard-look", "deadwood-look", "tie-in", "fruit-off", "prune-after-bloom", "berm-out", "leader-off", "stake-off", "mulch-top", "winter-cover", "cover-off", "water-before-frost", "flare-check", "collar-look",
		"feed-spent", "feed-if-short", "feed-ring", "water-second-season", "stems-low", "frame-half", "frame-half-dry", "frame-tier", "frame-tier-dry", "formative-pruning", "formative-pruning-dry", "established"}
}

// Event is one entry of the care calendar. Until is zero when it is one day.
type Event struct {
	Code   Code                        `json:"code"`
	Date   time.Time                   `json:"date"`
	Until  time.Time                   `json:"until"`
	Values map[string]planting.Measure `json:"values"`
}

// Facts is what of a plan the calendar depends on. Dates are midnight UTC.
type Facts struct {
	Planted     time.Time
	Southern    bool
	StakeMonths *float64
	Berm        planting.Berm
	// KeepsRing is the school that keeps the ring as a moat.
	KeepsRing     bool
	MulchMM       float64
	DoseL         float64
	DepthInDoubt  bool
	CollarCut     bool
	GrownForFruit bool
	// LeaveFruit is the school that leaves the first fruit; Wrapped that the trunk wears a wrap, Painted sun paint; Guarded that something keeps teeth off.
	LeaveFruit bool
	Wrapped    bool
	Painted    bool
	Guarded    bool
	// LeaderTied is that a new leader was tied up to a cane; Dug that it was lifted out of the ground; Framed that it is cut to a frame of fruit;
	// Trained that it grows on wires; StemsForColour that its stems are cut low for their colour.
	LeaderTied     bool
	Dug            bool
	Framed         bool
	Trained        bool
	StemsForColour bool
	// FedMonths is how long the feed that it got on its day lasts, 0 for none that lasts.
	FedMonths     float64
	OldWood       bool
	Bleeds        bool
	StoneFruit    bool
	Evergreen     bool
	Tender        bool
	CaliperMM     float64
	FirstFrostDay *int
	LastFrostDay  *int
	SoilFreezeDay *int
	BudSwellDay   *int
	// FrostFree is a place where the record knows no frost, not one where nobody knows.
	FrostFree   bool
	ColdLimited bool
	SingleTrunk bool
	Soil        ground.SoilGroup
	// FeedInnerMM and FeedOuterMM are the ring in which it was fed on its day, 0 by any other school; a year later the ring lies FeedOutMM
	// further out, as the roots do.
	FeedInnerMM, FeedOuterMM, FeedOutMM float64
}

// Calendar lists what is to be done, by date (handbook, aftercare.md, "The care calendar").
func Calendar(f Facts) []Event {
	l := &list{planted: f.Planted}
	dose := map[string]planting.Measure{"dose": {Value: f.DoseL, Unit: "l"}}
	l.on("look-next-day", f.Planted.AddDate(0, 0, 1), nil)
	l.on(f.tied("second-soaking", "second-soaking-tied"), f.Planted.AddDate(0, 0, 6), dose)
	l.water(f)
	winters := f.winters()
	for _, w := range winters {
		l.on("winter-cover", w.cover, nil)
		l.on("cover-off", w.off, nil)
	}
	for _, month := range []int{1, 3, 6} {
		date := After(f.Planted, month)
		if covered(winters, date) {
			l.on(f.tied("check-round-covered", "check-round-tied-covered"), date, nil)
		} else {
			l.on(f.tied("check-round", "check-round-tied"), date, nil)
		}
	}
	firstSpring := f.next(f.springDay(), f.Planted)
	if f.FrostFree {
		l.on("first-spring-mild", firstSpring, nil)
	} else {
		l.on("first-spring", firstSpring, nil)
	}
	if f.Wrapped {
		l.between("wrap-off", After(f.Planted, 6), After(f.Planted, 12), nil)
	}
	if f.GrownForFruit && !f.LeaveFruit {
		l.on("fruit-off", f.next(f.springDay()+45, firstSpring), nil)
	}
	if f.OldWood && !f.StoneFruit && !f.StemsForColour { // cut low, it has no old wood to flower on
		l.on("prune-after-bloom", f.next(f.springDay()+60, firstSpring), nil)
	}
	if f.Berm != planting.BermNone && !f.KeepsRing {
		l.between("berm-out", After(f.Planted, 6), After(f.Planted, 12), nil)
	}
	if f.StakeMonths != nil {
		l.on("stake-off", After(f.Planted, int(*f.StakeMonths)), nil)
	}
	mulch := map[string]planting.Measure{"mulch": {Value: f.MulchMM, Unit: "mm"}}
	for year := range 3 {
		l.on("mulch-top", After(f.next(f.summerEndDay(), f.Planted), 12*year), mulch)
	}
	if freeze, freezes := f.freezeAfter(f.Planted); f.Evergreen && freezes {
		before := freeze.AddDate(0, 0, -14)
		if !before.After(f.Planted) {
			before = f.Planted.AddDate(0, 0, 1)
		}
		l.on("water-before-frost", before, dose)
	}
	if f.CollarCut {
		l.on("collar-look", After(f.Planted, 12), nil)
	}
	for _, year := range f.flareYears() {
		l.on("flare-check", After(f.Planted, 12*year), nil)
	}
	l.renewals(f)
	l.cuts(f)
	l.feeding(f)
	l.on("established", f.established(), nil)
	sort.SliceStable(l.events, func(i, j int) bool { return l.events[i].Date.Before(l.events[j].Date) })
	return l.events
}

// YearsToEstablish is the more of two and caliper/25 mm, for a cool climate.
func YearsToEstablish(caliperMM float64) float64 { return math.Max(2, caliperMM/25) }

type list struct {
	planted time.Time
	events  []Event
}

func (l *list) on(code Code, date time.Time, values map[string]planting.Measure) {
	l.between(code, date, time.Time{}, values)
}

func (l *list) between(code Code, from, to time.Time, values map[string]planting.Measure) {
	if values == nil {
		values = map[string]planting.Measure{}
	}
	l.events = append(l.events, Event{code, from, to, values})
}

// tied is the entry of a tree that has a stake: no tie is spoken of where there is none.
func (f Facts) tied(without, with Code) Code {
	if f.StakeMonths == nil {
		return without
	}
	return with
}

// pruning is the kind's own season for its shape: late winter; what bleeds and stone fruit in high summer, that in dry weather; what
// flowers on old wood after bloom.
func (f Facts) pruning() (Code, int) {
	switch {
	case f.StemsForColour:
		return "formative-pruning", f.springDay() - 30
	case f.StoneFruit:
		return "formative-pruning-dry", f.shift(196)
	case f.OldWood:
		return "formative-pruning", f.springDay() + 60
	case f.Bleeds:
		return "formative-pruning", f.shift(196)
	}
	return "formative-pruning", f.springDay() - 30
}

// flareYears are the years of a root check: 1, 3, 5, 7, and 2 when the depth was in doubt.
func (f Facts) flareYears() []int {
	if f.DepthInDoubt {
		return []int{1, 2, 3, 5, 7}
	}
	return []int{1, 3, 5, 7}
}

// Days of the year by hemisphere, when the site's own record does not give them.
func (f Facts) springDay() int {
	if f.BudSwellDay != nil {
		return *f.BudSwellDay
	}
	return f.shift(95)
}

func (f Facts) autumnDay() int {
	if f.FirstFrostDay != nil {
		return *f.FirstFrostDay
	}
	return f.shift(300)
}

func (f Facts) summerEndDay() int { return f.shift(245) }

func (f Facts) shift(northernDay int) int {
	if f.Southern {
		return (northernDay+182-1)%365 + 1
	}
	return northernDay
}

// next is the first date with that day of a 365-day year after a date.
func (f Facts) next(day int, after time.Time) time.Time {
	day = ((day-1)%365+365)%365 + 1
	date := DateOf(after.Year(), day)
	if !date.After(after) {
		date = DateOf(after.Year()+1, day)
	}
	return date
}

// DateOf is the date of a day of a 365-day year; 29 February has none of its own.
func DateOf(year, day int) time.Time {
	common := time.Date(2023, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, day-1)
	return time.Date(year, common.Month(), common.Day(), 0, 0, 0, 0, time.UTC)
}

// DayOf is the day of a 365-day year; 29 February counts as the 28th.
func DayOf(date time.Time) int { return climate.DayOf(date) }
