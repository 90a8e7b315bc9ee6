package care

import (
	"sedum/core/planting"
)

// KnifeCode names why a tree is, or is not, cut in a part of the year (handbook, aftercare.md, "The care calendar", formative pruning).
type KnifeCode string

// All lists them: when it is in leaf, when it is shaped, and when no knife touches it.
func (KnifeCode) All() []KnifeCode {
	return []KnifeCode{KnifeLeaf, KnifeShape, KnifeShapeDry, KnifeNoFlowers, KnifeNoSap, KnifeNoWet, KnifeNoFlush}
}

// The parts of a year. A tree that flushes has spent what it kept for its leaves; what blooms on last year's wood carries its flowers in winter.
const (
	KnifeLeaf      KnifeCode = "leaf"
	KnifeShape     KnifeCode = "shape"
	KnifeShapeDry  KnifeCode = "shape-dry"
	KnifeNoFlowers KnifeCode = "no-flowers"
	KnifeNoSap     KnifeCode = "no-sap"
	KnifeNoWet     KnifeCode = "no-wet"
	KnifeNoFlush   KnifeCode = "no-flush"
)

// Forbids tells whether nothing is cut then but what is dead or broken.
func (c KnifeCode) Forbids() bool { return c != KnifeLeaf && c != KnifeShape && c != KnifeShapeDry }

// YearSpan is a part of every year, from one day of a 365-day year to another, both in it; it may run over the new year.
type YearSpan struct {
	Code  KnifeCode
	From  int
	Until int
}

// Has tells whether a day of the year lies in the span.
func (s YearSpan) Has(day int) bool { return wrap(day-s.From) <= wrap(s.Until-s.From) }

func wrap(days int) int { return (days%365 + 365) % 365 }

func yearSpan(code KnifeCode, from, until int) YearSpan {
	return YearSpan{code, wrap(from-1) + 1, wrap(until-1) + 1}
}

// shapeDays is how long the season of shaping lasts.
const shapeDays = 42

// KnifeOf is the year of a tree by the knife: when it is in leaf, when it is shaped, and when no more is cut than what is dead or broken. It is
// the kind's own season in the climate of the spot.
func KnifeOf(in planting.Input) []YearSpan {
	f := Facts{Southern: in.Spot.LatDeg < 0, BudSwellDay: in.Spot.Frost.BudSwell, FirstFrostDay: in.Spot.Frost.First,
		OldWood: in.Kind.OldWood, Bleeds: in.Kind.Bleeds, StoneFruit: in.Kind.StoneFruit}
	if f.StemsForColour = in.Kind.StemsForColour; f.StemsForColour { // cut low each late winter, whatever else it is
		f.OldWood, f.Bleeds, f.StoneFruit = false, false, false
	}
	spring, out := f.springDay(), []YearSpan{}
	if !in.Kind.Evergreen {
		out = append(out, yearSpan(KnifeLeaf, spring, f.autumnDay()+14))
	}
	code, day := f.pruning()
	shape := yearSpan(KnifeShape, day, day+shapeDays)
	if code == "formative-pruning-dry" {
		shape.Code = KnifeShapeDry
	}
	var no YearSpan
	switch {
	case f.StoneFruit:
		no = yearSpan(KnifeNoWet, f.autumnDay()-45, spring+60)
	case f.OldWood:
		no = yearSpan(KnifeNoFlowers, day+shapeDays+1, day-1)
	case f.Bleeds:
		no = yearSpan(KnifeNoSap, spring-75, spring+45)
	default: // late winter, before the buds swell
		no = yearSpan(KnifeNoFlush, spring-7, spring+56)
		shape = yearSpan(KnifeShape, day-14, spring-8)
	}
	// Where autumn comes early the season of shaping is over first.
	if shape.Has(no.From) {
		no.From = wrap(shape.Until) + 1
	}
	if shape.Has(no.Until) {
		no.Until = wrap(shape.From-2) + 1
	}
	return append(out, no, shape)
}
