package trouble

import (
	"time"

	"sedum/core/climate"
)

// SeasonOf is the season of a day where a tree stands.
func SeasonOf(today time.Time, southern bool) Answer {
	day := climate.DayOf(today)
	if southern {
		day = (day+182-1)%365 + 1
	}
	switch {
	case day < 60 || day > 334:
		return "dormant"
	case day < 152:
		return "spring"
	case day < 265:
		return "summer"
	}
	return "autumn"
}

// SureFrom is from which share one cause is named without a probably, and LikelyFrom with one; what is under LeastShown is not told.
const (
	SureFrom   = 0.85
	LikelyFrom = 0.4
	LeastShown = 0.01
)
