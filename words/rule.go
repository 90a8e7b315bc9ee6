package words

import (
	"strings"
	"time"

	"sedum/core/planting"
	"sedum/core/rules"
)

// RuleSays is a house rule as people think of it: a sentence with the figure in it.
func (s Speaker) RuleSays(rule rules.Rule, value float64) string {
	return upperFirst(s.Say("rule.says."+string(rule.Key), map[string]any{"value": s.RuleValue(rule, value)}))
}

// RuleParts are the sentence before its figure and after it.
func (s Speaker) RuleParts(rule rules.Rule) (before, after string) {
	const figure = "\u0001"
	before, after, _ = strings.Cut(s.Say("rule.says."+string(rule.Key), map[string]any{"value": figure}), figure)
	return upperFirst(before), after
}

// asMeasure is the unit of a rule that is one of a plan, with what a value is multiplied by.
var asMeasure = map[string]struct {
	unit string
	by   float64
}{"mm": {"mm", 1}, "L": {"l", 1}, "kg": {"kg", 1}, "share": {"pct", 100}, "pct": {"pct", 1}, "%": {"pct", 1}, "m": {"m", 1}, "C": {"c", 1}, "h": {"h", 1}, "deg": {"deg", 1}, "months": {"months", 1}}

// ofUnit are the units that are said in words of their own.
var ofUnit = map[string]string{"factor": "times", "height/caliper": "times", "balls": "balls", "spreads": "spreads", "trees": "trees", "lots": "lots", "looks": "looks", "roots": "roots",
	"count": "things", "run/rise": "things", "tablets": "tablets", "score": "score"}

// RuleValue says a value of a rule with its unit.
func (s Speaker) RuleValue(rule rules.Rule, value float64) string {
	if m, ok := asMeasure[rule.Unit]; ok {
		return s.Measure(planting.Measure{Value: value * m.by, Unit: m.unit})
	}
	if id, ok := ofUnit[rule.Unit]; ok {
		return s.Say("unit."+id, map[string]any{"n": plain(value, 2)})
	}
	switch rule.Unit {
	case "day of year":
		day := time.Date(2023, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, int(value)-1)
		return s.DayOfMonth(day)
	case "K": // between two temperatures, not one of them
		if s.Units == US {
			return plain(value*9/5, 1) + " °F"
		}
		return plain(value, 1) + " °C"
	case "min", "days", "years":
		return plain(value, 1) + " " + s.Say("unit."+rule.Unit, nil)
	case "L/day":
		return s.Say("unit.a-day", map[string]any{"n": s.Measure(planting.Measure{Value: value, Unit: "l"})})
	case "L/mm":
		return s.Say("unit.for-each-mm", map[string]any{"n": s.Measure(planting.Measure{Value: value, Unit: "l"})})
	}
	return plain(value, 3) + " " + rule.Unit // kg/L, kPa h
}

// Capital is a figure as it stands in a sentence that it begins, or not.
func Capital(before, figure string) string {
	if before == "" {
		return upperFirst(figure)
	}
	return figure
}
