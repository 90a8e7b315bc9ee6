package visit

import (
	"slices"
	"time"
)

// months after planting in which a tree with planned contact is looked at, and years after (aftercare.md, "The care calendar").
var months = []int{1, 3, 6, 12}
var years = []int{2, 3, 5, 7}

// Due is a planned look: the day it is due, and from when it is late.
type Due struct {
	On   time.Time `json:"on"`
	Late bool      `json:"late"`
}

// early is how long before its day a look counts for it already.
const early = 21 * 24 * time.Hour

// lateAfter is how long after its day a look that did not come is late.
const lateAfter = 30 * 24 * time.Hour

// Days are those of all planned looks at a tree planted on a day.
func Days(planted time.Time) []time.Time {
	out := []time.Time{}
	for _, m := range months {
		out = append(out, after(planted, m))
	}
	for _, y := range years {
		out = append(out, after(planted, 12*y))
	}
	return out
}

func after(day time.Time, months int) time.Time {
	first := time.Date(day.Year(), day.Month()+time.Month(months), 1, 0, 0, 0, 0, time.UTC)
	last := first.AddDate(0, 1, -1).Day()
	return first.AddDate(0, 0, min(day.Day(), last)-1)
}

// NextDue is the first planned look that nothing settled: each look settles the days up to three weeks after it. False when none is left.
func NextDue(planted time.Time, looks []time.Time, today time.Time) (Due, bool) {
	last := planted
	if len(looks) > 0 {
		last = slices.MaxFunc(looks, time.Time.Compare).Add(early)
	}
	for _, d := range Days(planted) {
		if d.After(last) {
			return Due{On: d, Late: IsLate(d, today)}, true
		}
	}
	return Due{}, false
}

// IsLate tells whether a look that was due on a day is late.
func IsLate(due, today time.Time) bool { return today.Sub(due) > lateAfter }
