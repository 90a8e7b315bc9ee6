package stock

// SeasonOf is the season for cutting roots.
//
// Spring flush runs from bud swell for 8 weeks, summer until 42 days before the first
// frost, autumn until 14 days after it; the rest is dormant. Evergreens count as dormant
// while the day's mean is under 8 C. Days count a 365-day year; frost days are the 50 % ones.
func SeasonOf(dayOfYear, budSwellDay, firstFrostDay int, evergreen bool, meanC *float64) Season {
	if evergreen && meanC != nil && *meanC < evergreenDormantC {
		return SeasonDormant
	}
	since := func(day int) int { return ((dayOfYear-day)%365 + 365) % 365 }
	length := func(from, to int) int { return ((to-from)%365 + 365) % 365 }
	flush := budSwellDay + 56
	autumn := firstFrostDay - 42
	switch {
	case since(budSwellDay) < 56:
		return SeasonSpringFlush
	case since(flush) < length(flush, autumn):
		return SeasonSummer
	case since(autumn) <= 42+14:
		return SeasonAutumn
	}
	return SeasonDormant
}

const evergreenDormantC = 8
