package planting

import "sedum/core/rules"

// The schools of the planting season (handbook, schools.md, "planting season"); the default goes by form, kind and climate alone.
const (
	seasonAutumn   = "autumn"
	seasonDormancy = "dormancy"
	seasonSpring   = "early-spring"
)

// windowOf is the window of a day by the season that the house plants in: outside of it no day is the best. The school makes no day worse
// than fine, and says nothing where it never freezes.
func windowOf(h rules.House, in WindowInput) (WindowResult, error) {
	if err := in.Check(h); err != nil {
		return WindowResult{}, err
	}
	return seasonedAt(h, in), nil
}

// seasonedAt is windowOf of an input that was checked.
func seasonedAt(h rules.House, in WindowInput) WindowResult {
	r := windowAt(h, in)
	if r.Status != WindowBest || in.frostIsRare(h) {
		return r
	}
	c := frostCalendar(in)
	wanted := map[string][]span{seasonAutumn: {c.autumn, c.late}, seasonDormancy: {c.dormant}, seasonSpring: {c.earlySpring}}[h.School(rules.StepSeason)]
	if len(wanted) > 0 && !anySpan(in.DayOfYear, wanted...) {
		r.Status, r.Reasons = WindowFine, append(r.Reasons, "house-season")
	}
	return r
}
