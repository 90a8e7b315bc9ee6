package stock

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// AlarmKind is what an alarm of a clock tells of.
type AlarmKind string

// The words of AlarmKind: two shares of the life that are used, and the hours before the end.
const (
	AlarmSoon     AlarmKind = "soon"
	AlarmCritical AlarmKind = "critical"
	AlarmEnds     AlarmKind = "ends"
)

// All lists them.
func (AlarmKind) All() []AlarmKind { return []AlarmKind{AlarmSoon, AlarmCritical, AlarmEnds} }

// AlarmsDue are the alarms that a clock has reached, exact ties included (stock.md, house defaults: at 30 % and 60 %
// of the budget or of the age, and 12 h before the end).
func AlarmsDue(h rules.House, r ExposureResult) []AlarmKind {
	out := []AlarmKind{}
	share := math.Max(r.UsedShare, r.AgeShare)
	if num.AtLeast(share, h.Value(rules.ClockSoon)) {
		out = append(out, AlarmSoon)
	}
	if num.AtLeast(share, h.Value(rules.ClockCritical)) || r.Status == Critical || r.Status == Spent {
		out = append(out, AlarmCritical)
	}
	if r.HoursLeft != nil && num.AtMost(*r.HoursLeft, h.Value(rules.ClockAlarmHours)) {
		out = append(out, AlarmEnds)
	}
	return out
}
