package stock

import (
	"slices"

	"sedum/core/rules"
)

// SeasonOf is the season for cutting roots.
//
// Spring flush runs from bud swell for 8 weeks, summer until 42 days before the first
// frost, autumn until 14 days after it; the rest is dormant. Evergreens count as dormant
// while the day's mean is under 8 C. Days count a 365-day year; frost days are the 50 % ones.
func SeasonOf(h rules.House, dayOfYear, budSwellDay, firstFrostDay int, evergreen bool, meanC *float64) Season {
	if evergreen && meanC != nil && *meanC < h.Value(rules.SeasonEvergreen) {
		return SeasonDormant
	}
	since := func(day int) int { return ((dayOfYear-day)%365 + 365) % 365 }
	length := func(from, to int) int { return ((to-from)%365 + 365) % 365 }
	flushDays, autumnDays := int(h.Value(rules.SeasonFlush)), int(h.Value(rules.SeasonAutumn))
	flush := budSwellDay + flushDays
	autumn := firstFrostDay - autumnDays
	switch {
	case since(budSwellDay) < flushDays:
		return SeasonSpringFlush
	case since(flush) < length(flush, autumn):
		return SeasonSummer
	case since(autumn) <= autumnDays+int(h.Value(rules.SeasonLeafFall)):
		return SeasonAutumn
	}
	return SeasonDormant
}

// DaysToSummer counts the days from a day of the year until the spring flush is over; who is in summer already waits for its next look, or, when
// that comes after it, for the next summer.
func DaysToSummer(h rules.House, dayOfYear, budSwellDay, firstFrostDay int) int {
	season := func(after int) Season {
		return SeasonOf(h, (dayOfYear+after-1)%365+1, budSwellDay, firstFrostDay, false, nil)
	}
	wait := int(h.Value(rules.HoldLong))
	if season(0) == SeasonSummer && season(wait) == SeasonSummer {
		return wait
	}
	flush := (budSwellDay + int(h.Value(rules.SeasonFlush)) - 1) % 365
	days := ((flush+1-dayOfYear)%365 + 365) % 365
	if days == 0 {
		return 365
	}
	return days
}

// HeldUntilSummer tells whether a young layer came with too few roots of its own to be planted: it is potted, and grows on until summer
// (features, F169).
func HeldUntilSummer(o Origin, a Assessment) bool {
	return o == Layer && slices.ContainsFunc(a.Reasons, func(r Reason) bool { return r.Code == "roots-short" || r.Code == "roots-too-short" })
}

// LooksWhileHeld are the days from now on which a tree that is held for so many days is looked at meanwhile (Rule hold.long_days).
func LooksWhileHeld(h rules.House, days int) []int {
	out, step := []int{}, int(h.Value(rules.HoldLong))
	for on := step; on < days; on += step {
		out = append(out, on)
	}
	return out
}
