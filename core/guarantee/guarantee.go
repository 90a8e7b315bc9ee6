// Package guarantee lays what speaks for and what against a claim side by side; a person decides (handbook, aftercare.md, "Guarantee").
package guarantee

import (
	"time"

	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/trouble"
	"sedum/core/visit"
	"sedum/core/water"
)

// Side is for whom a point speaks; open is that nobody knows, and helps neither.
type Side string

// The words of Side.
const (
	For     Side = "for"
	Against Side = "against"
	Open    Side = "open"
)

// All lists them.
func (Side) All() []Side { return []Side{For, Against, Open} }

// Code names a point; its sentence is made of it.
type Code string

// All lists them in the order in which they are read.
func (Code) All() []Code {
	return []Code{"within", "past", "lost", "gone-counts", "gone-past", "not-lost", "cause-ours", "cause-theirs", "cause-nobodys", "cause-nobodys-past", "cause-open", "in-doubt", "unchecked",
		"checked", "watered", "told-little", "told-nothing", "no-weather", "looked-late", "not-looked", "otherwise", "refused", "refused-open", "handed-counts", "handed-past"}
}

// Facts are a claim and the record of its tree.
type Facts struct {
	PlantedOn, AskedOn time.Time
	// Matters is whose matter a cause is in this house, where it differs from ours.
	Matters Matters
	// ByCustomer is who planted it; nil while nobody said.
	ByCustomer *bool
	EndedOn    *time.Time
	EndedAs    visit.Alive
	Cause      trouble.Cause
	// Checked is that it was judged at the bench before it left; Doubt that it left with its depth in doubt.
	Checked, Doubt bool
	// Weather is that a station tells of the days; Told that anybody told of any watering.
	Weather, Told bool
	Owed          Owed
	// Contact is that the house promised looks; LooksDue of them were due until the claim, and Looks were made.
	Contact         bool
	LooksDue, Looks int
	// Otherwise is that it was planted otherwise than the house does, for a reason of theirs.
	Otherwise bool
	// HandedOn is since when the ground is with somebody else than whom the tree was planted for; nil where it is not.
	HandedOn *time.Time
	// Refused is the advice that the customer did not take, once for each.
	Refused []Advice
}

// Point is one thing that speaks for granting a claim, against it, or that nobody knows.
type Point struct {
	Code   Code                        `json:"code"`
	Side   Side                        `json:"side"`
	Values map[string]planting.Measure `json:"values"`
	Rule   rules.Key                   `json:"rule,omitempty"`
}

// Weigh lists the points of a claim, by the rules under which its sheet was issued. None decides.
func Weigh(h rules.House, f Facts) []Point {
	w := weighing{}
	w.period(h, f)
	w.cause(h, f)
	switch {
	case f.Doubt:
		w.add("in-doubt", For, nil, "")
	case f.Checked:
		w.add("checked", Against, nil, "")
	default:
		w.add("unchecked", For, nil, "")
	}
	w.water(h, f)
	if f.Contact && f.LooksDue > 0 {
		looks := map[string]planting.Measure{"due": {Value: float64(f.LooksDue)}, "made": {Value: float64(f.Looks)}}
		if f.Looks < f.LooksDue {
			w.add("looked-late", For, looks, "")
		}
	}
	if f.Looks == 0 {
		w.add("not-looked", Open, nil, "")
	}
	if f.Otherwise {
		w.add("otherwise", Against, nil, "")
	}
	w.handed(h, f)
	w.refused(f)
	return w.points
}

type weighing struct{ points []Point }

func (w *weighing) add(c Code, s Side, values map[string]planting.Measure, rule rules.Key) {
	if values == nil {
		values = map[string]planting.Measure{}
	}
	w.points = append(w.points, Point{c, s, values, rule})
}

// within tells whether a claim came within so many months of planting.
func (f Facts) within(months float64) bool {
	return !f.AskedOn.After(f.PlantedOn.AddDate(0, int(months), 0))
}

func months(h rules.House, k rules.Key) map[string]planting.Measure {
	return map[string]planting.Measure{"months": {Value: h.Value(k), Unit: "months"}}
}

func (w *weighing) period(h rules.House, f Facts) {
	if f.within(h.Value(rules.GuaranteeMonths)) {
		w.add("within", For, months(h, rules.GuaranteeMonths), rules.GuaranteeMonths)
	} else {
		w.add("past", Against, months(h, rules.GuaranteeMonths), rules.GuaranteeMonths)
	}
	switch {
	case f.EndedOn == nil:
		w.add("not-lost", Open, nil, "")
	case f.EndedAs != visit.Gone:
		w.add("lost", For, nil, "")
	case f.within(h.Value(rules.GuaranteeGone)):
		w.add("gone-counts", For, months(h, rules.GuaranteeGone), rules.GuaranteeGone)
	default:
		w.add("gone-past", Against, months(h, rules.GuaranteeGone), rules.GuaranteeGone)
	}
}

// handed is whether a claim of whoever took the ground over is still heard; before they did it was the buyer's.
func (w *weighing) handed(h rules.House, f Facts) {
	switch {
	case f.HandedOn == nil || f.AskedOn.Before(*f.HandedOn):
	case f.within(h.Value(rules.GuaranteeHanded)):
		w.add("handed-counts", For, months(h, rules.GuaranteeHanded), rules.GuaranteeHanded)
	default:
		w.add("handed-past", Against, months(h, rules.GuaranteeHanded), rules.GuaranteeHanded)
	}
}

func (w *weighing) cause(h rules.House, f Facts) {
	switch {
	case f.Cause == "" || f.Cause == trouble.None:
		w.add("cause-open", Open, nil, "")
	case f.Matters.Is(f.Cause, f.ByCustomer) == "ours":
		w.add("cause-ours", For, nil, "")
	case f.Matters.Is(f.Cause, f.ByCustomer) == "theirs":
		w.add("cause-theirs", Against, nil, "")
	case f.within(h.Value(rules.GuaranteeNobodys)):
		w.add("cause-nobodys", For, months(h, rules.GuaranteeNobodys), rules.GuaranteeNobodys)
	default:
		w.add("cause-nobodys-past", Against, months(h, rules.GuaranteeNobodys), rules.GuaranteeNobodys)
	}
}

func (w *weighing) water(h rules.House, f Facts) {
	spells := map[string]planting.Measure{"owed": {Value: float64(f.Owed.Spells)}, "told": {Value: float64(f.Owed.Told)}, "dry": {Value: float64(f.Owed.DryDays)}}
	share := h.Value(rules.GuaranteeWatered)
	switch {
	case !f.Weather:
		w.add("no-weather", Open, nil, "")
	case f.Owed.Spells == 0:
	case !f.Told: // nobody told of anything: whether it was watered nobody knows
		w.add("told-nothing", Open, spells, "")
	case num.AtLeast(float64(f.Owed.Told), share*float64(f.Owed.Spells)):
		w.add("watered", For, spells, rules.GuaranteeWatered)
	default:
		w.add("told-little", Against, spells, rules.GuaranteeWatered)
	}
}

// Owed is how often a tree was owed water, and how often somebody told in time that it was given.
type Owed struct {
	Spells  int `json:"spells"`
	Told    int `json:"told"`
	DryDays int `json:"dry_days" doc:"on which it was still owed water, after the days that an answer has"`
}

// OwedOf counts the spells in which a store was owed water. A spell is told of when water was given within the days that the rule leaves from the
// morning on which it was owed; one that rain ended within them is none.
func OwedOf(h rules.House, lines []water.Line) Owed {
	out := Owed{}
	days := int(h.Value(rules.GuaranteeTold))
	for i := 0; i < len(lines); i++ {
		if !owed(lines[i]) {
			continue
		}
		end := i + 1
		given := -1
		for end < len(lines) {
			if given < 0 && lines[end].GivenL > 0 {
				given = end - i
			}
			if !owed(lines[end]) {
				break
			}
			end++
		}
		switch {
		case given >= 0 && given <= days:
			out.Spells++
			out.Told++
		case end-i <= days: // rain, or the record ends before an answer was due
		default:
			out.Spells++
		}
		out.DryDays += max(0, end-i-1-days)
		i = end
	}
	return out
}

func owed(l water.Line) bool { return l.Advice == water.WaterNow || l.Advice == water.WaterTwice }
