package care

import (
	"time"

	"sedum/core/planting"
)

// feeding is by need from the second year on; who feeds by a ring does so in the two springs after, each time further out, and else by need as
// well (handbook, schools.md, "fertiliser at planting"; aftercare.md: in spring, never into winter). Slow feed lasts its label's time, and then it is told.
func (l *list) feeding(f Facts) {
	spent := func(fed time.Time) {
		if f.FedMonths > 0 {
			l.on("feed-spent", After(fed, int(f.FedMonths)), nil)
		}
	}
	spent(f.Planted)
	spring := f.next(f.springDay(), After(f.Planted, 12))
	if f.FeedOuterMM == 0 {
		l.on("feed-if-short", spring, nil)
		return
	}
	for year := range 2 {
		out := f.FeedOutMM * float64(year+1)
		spent(After(spring, 12*year))
		l.on("feed-ring", After(spring, 12*year), map[string]planting.Measure{
			"inner": {Value: f.FeedInnerMM + out, Unit: "mm"}, "outer": {Value: f.FeedOuterMM + out, Unit: "mm"}})
	}
	l.on("feed-if-short", After(spring, 24), nil)
}
