package care

import (
	"slices"
	"time"

	"sedum/core/planting"
)

// Box is the watering rule of the paper sheet in one place: where to pour, how much, how often by season, until when (handbook,
// aftercare.md, "Water").
type Box struct {
	DoseL float64
	// ByHand is poured on the ball, else into the ring.
	ByHand bool
	Spans  []Span
	// Until is the day from which it is watered in drought only.
	Until time.Time
}

// Span is how often one season asks for a look, from its first day on.
type Span struct {
	Code  Code
	From  time.Time
	Every float64
}

// spans of a box in the order of a tree's life.
var spans = []Code{"water-weeks-1-2", "water-weeks-3-8", "water-weekly", "water-dormant", "water-second-season"}

// BoxOf gathers the watering rules of a calendar.
func BoxOf(p planting.Plan, events []Event) Box {
	out := Box{DoseL: p.Basin.DoseL, ByHand: p.PourByHand}
	for _, e := range events {
		switch {
		case e.Code == "established":
			out.Until = e.Date
		case InBox(e) && !slices.ContainsFunc(out.Spans, func(s Span) bool { return s.Code == e.Code }):
			out.Spans = append(out.Spans, Span{e.Code, e.Date, e.Values["every"].Value})
		}
	}
	slices.SortFunc(out.Spans, func(a, b Span) int { return slices.Index(spans, a.Code) - slices.Index(spans, b.Code) })
	return out
}

// InBox tells whether an entry belongs to the watering rule, and not to the dates of the few other things.
func InBox(e Event) bool { return slices.Contains(spans, e.Code) }
