package water

import (
	"time"

	"sedum/core/climate"
)

// Year is when a tree has leaves in a place: the day buds swell and the day leaves fall, as days of a 365-day year; Bare is false where and for
// what keeps its leaves.
type Year struct {
	BudSwell, LeafFall int
	Bare               bool
	Evergreen          bool
}

// leafingDays are the days from swelling buds to full leaf.
const leafingDays = 30

// On is how much leaf there is on a day.
func (y Year) On(day time.Time) Leaf {
	if y.Evergreen {
		return Evergreen
	}
	if !y.Bare {
		return FullLeaf
	}
	at := climate.DayOf(day)
	since := ((at-y.BudSwell)%365 + 365) % 365
	length := ((y.LeafFall-y.BudSwell)%365 + 365) % 365
	switch {
	case since >= length:
		return Leafless
	case since < leafingDays:
		return Leafing
	}
	return FullLeaf
}
