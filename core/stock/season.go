package stock

import "sedum/core/rules"

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
