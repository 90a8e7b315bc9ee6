package stock

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// Ends is the alarm that goes ahead of the end itself; the others are called as the status that was reached.
const Ends = "ends"

// AlarmsDue are the alarms that a clock has reached, exact ties included (stock.md, house defaults: at 30 % and 60 %
// of the budget or of the age, and 12 h before the end).
func AlarmsDue(h rules.House, r ExposureResult) []string {
	out := []string{}
	share := math.Max(r.UsedShare, r.AgeShare)
	if num.AtLeast(share, h.Value(rules.ClockSoon)) {
		out = append(out, Soon)
	}
	if num.AtLeast(share, h.Value(rules.ClockCritical)) || r.Status == Critical || r.Status == Spent {
		out = append(out, Critical)
	}
	if r.HoursLeft != nil && num.AtMost(*r.HoursLeft, h.Value(rules.ClockAlarmHours)) {
		out = append(out, Ends)
	}
	return out
}
