package care

import (
	"time"

	"sedum/core/ground"
	"sedum/core/planting"
)

// enoughSeason is how many days of growing weather make the season of planting the first one; with fewer, the whole next one is too.
const enoughSeason = 120

// everyDays are the days between two looks in the weeks 1 to 2, 3 to 8 and after, and in later seasons.
func (f Facts) everyDays() (first, second, weekly, later float64) {
	switch f.Soil {
	case ground.SoilGroupCoarse:
		return 1, 3, 5, 7
	case ground.SoilGroupFine:
		return 2, 5, 10, 14
	}
	return 2, 4, 7, 14
}

// water is the plain rule of the paper sheet, without a gap from the first week to the day the tree is established (handbook,
// aftercare.md, "Water"): the weeks are counted in growing weather, the season after a late planting is a beginner's too, and the
// dormant seasons between are looked at.
func (l *list) water(f Facts) {
	weeks12, weeks38, weekly, later := f.everyDays()
	rule := func(code Code, from, to time.Time, every float64) {
		if to.After(f.established()) {
			to = f.established()
		}
		if to.After(from) {
			l.between(code, from, to, map[string]planting.Measure{"dose": {Value: f.DoseL, Unit: "l"}, "every": {Value: every}})
		}
	}
	winter := 21.0
	if f.Evergreen {
		winter = 14
	}
	// grown are the days of growing weather that the tree has had.
	grown := 0
	beginner := func(from, to time.Time) {
		for _, stage := range []struct {
			code  Code
			until int
			every float64
		}{{"water-weeks-1-2", 14, weeks12}, {"water-weeks-3-8", 56, weeks38}, {"water-weekly", 1 << 20, weekly}} {
			if grown >= stage.until || !to.After(from) {
				continue
			}
			end := from.AddDate(0, 0, min(stage.until-grown, 4000))
			if end.After(to) {
				end = to
			}
			rule(stage.code, from, end, stage.every)
			grown += int(end.Sub(from).Hours() / 24)
			from = end
		}
	}
	if f.FrostFree {
		year := f.Planted.AddDate(0, 0, 365)
		beginner(f.Planted, year)
		rule("water-second-season", year, f.established(), later)
		return
	}
	at, firstDone := f.Planted, false
	if autumn := f.next(f.autumnDay(), at); f.next(f.springDay(), at).After(autumn) { // in the growing season
		beginner(at, autumn)
		firstDone = autumn.Sub(at) >= enoughSeason*24*time.Hour
		at = autumn
	} else {
		at = f.Planted.AddDate(0, 0, 7)
	}
	for at.Before(f.established()) {
		// What is planted in the last week before bud swell goes straight into its season.
		spring := f.next(f.springDay(), at.AddDate(0, 0, -8))
		rule("water-dormant", at, spring, winter)
		from := spring
		if from.Before(at) && from.Before(f.Planted) {
			from = at
		}
		autumn := f.next(f.autumnDay(), from)
		if firstDone {
			rule("water-second-season", from, autumn, later)
		} else {
			beginner(from, autumn)
			firstDone = true
		}
		at = autumn
	}
}

// established is the day from which it is watered in drought only.
func (f Facts) established() time.Time {
	return After(f.Planted, int(12*YearsToEstablish(f.CaliperMM)))
}

// freezeAfter is the day on which the ground next freezes, false where nobody knows that it does.
func (f Facts) freezeAfter(day time.Time) (time.Time, bool) {
	switch {
	case f.SoilFreezeDay != nil:
		return f.next(*f.SoilFreezeDay, day), true
	case f.FirstFrostDay != nil:
		return f.next(*f.FirstFrostDay+45, day), true
	}
	return time.Time{}, false
}
