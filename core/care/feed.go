package care

import "sedum/core/planting"

// feeding is by need from the second year on; who feeds by a ring does so in the two springs after, each time further out, and else by need as
// well (handbook, schools.md, "fertiliser at planting"; aftercare.md: in spring, never into winter).
func (l *list) feeding(f Facts) {
	spring := f.next(f.springDay(), After(f.Planted, 12))
	if f.FeedOuterMM == 0 {
		l.on("feed-if-short", spring, nil)
		return
	}
	for year := range 2 {
		out := f.FeedOutMM * float64(year+1)
		l.on("feed-ring", After(spring, 12*year), map[string]planting.Measure{
			"inner": {Value: f.FeedInnerMM + out, Unit: "mm"}, "outer": {Value: f.FeedOuterMM + out, Unit: "mm"}})
	}
	l.on("feed-if-short", After(spring, 24), nil)
}
