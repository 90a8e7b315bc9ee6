package planting

import (
	"slices"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Standing is what the match, the room and the clock say of this tree in this place on the planting day.
type Standing struct {
	Excluded []fit.Factor `json:"excluded,omitempty" doc:"gates of the match that exclude the kind here"`
	Unknown  []fit.Factor `json:"unknown,omitempty" doc:"factors of the match that nobody knows"`
	// MeetsLine is true when the kind will reach an overhead line; a clearance that nobody asked about counts with the house's.
	MeetsLine   bool               `json:"meets_line,omitempty"`
	LineM       *float64           `json:"line_m,omitempty" doc:"distance of the nearest overhead line"`
	MeetsAtOnce []ground.Neighbour `json:"meets_at_once,omitempty" doc:"what is too near from the first day"`
	ClockSpent  bool               `json:"clock_spent,omitempty" doc:"the bare roots' clock is spent by the planting day"`
}

// Stop is what an advisor must sign for, with a reason, before a sheet is issued.
type Stop string

// All lists them: what the place does, then what the work asks.
func (Stop) All() []Stop {
	out := []Stop{}
	for _, f := range (fit.Factor("")).All() {
		out = append(out, Stop("fit-"+string(f)))
	}
	return append(out, "no-water", "meets-at-once", "line-near", "contractor", "rigging")
}

// refusal is why nothing is planted here by this tree on this day, whoever signs; "" when nothing is against it (handbook, planting.md,
// "When there is no plan, or only a conditional one").
func refusal(h rules.House, in Input) Refusal {
	switch {
	case in.Standing.MeetsLine:
		return RefusedMeetsLine
	case in.Standing.ClockSpent:
		return RefusedClockSpent
	case in.Spot.Slope == ground.SlopeSteep || (in.Spot.Slope == ground.SlopePockets && !fitsPocket(h, in.Tree)):
		return RefusedTooSteep
	}
	return ""
}

// fitsPocket tells whether stock is a whip or a plug: nothing larger is planted on ground of 1:3 to 1:2 (handbook, site.md).
func fitsPocket(h rules.House, t Tree) bool {
	return t.Form == stock.Plug || (t.Form == stock.BareRoot && num.AtMost(t.CaliperMM, h.Value(rules.PlanPocketCaliper)))
}

// stops are what stands against a plan and may be signed for.
func stops(h rules.House, in Input, p Plan) []Stop {
	out := []Stop{}
	for _, f := range in.Standing.Excluded {
		out = append(out, Stop("fit-"+string(f)))
	}
	dry := in.Spot.SummerDeficitMM == nil || in.Spot.AvailableMMPM == nil || drynessOf(in.Spot) >= 1
	if in.Spot.Water == ground.WaterNone && dry && !slices.Contains(in.Standing.Excluded, fit.Drought) {
		out = append(out, "no-water")
	}
	if len(in.Standing.MeetsAtOnce) > 0 {
		out = append(out, "meets-at-once")
	}
	if line := in.Standing.LineM; line != nil && num.Under(*line, h.Value(rules.PlanLineNear)) && num.AtLeast(in.Tree.HeightM, h.Value(rules.PlanLineTall)) {
		out = append(out, "line-near")
	}
	if p.Stake.ByContractor {
		out = append(out, "contractor")
	}
	if heavy(h, p.Load) {
		out = append(out, "rigging")
	}
	return out
}

// heavy tells whether a ball is a contractor's work: rated slings, and nobody in the hole.
func heavy(h rules.House, l stock.Load) bool {
	return num.Over(l.RiggingKG, h.Value(rules.PlanRigging))
}

// FindOut are the factors that nobody knows when they are too many for a sheet; none when a sheet may be issued.
func FindOut(h rules.House, s Standing) []fit.Factor {
	if float64(len(s.Unknown)) >= h.Value(rules.PlanUnknownMost) {
		return s.Unknown
	}
	return nil
}

// daysToNext are the days from one that is no planting day to the next that is; nil when the year has none, and when only today's ground
// or heat stands against it: nobody knows when that passes.
func daysToNext(h rules.House, in Input) *int {
	w := windowInput(h, in)
	// What today's ground, air and buds forbid is asked again on the day.
	w.Ground, w.HighC = GroundWorkable, min(w.HighC, 15)
	if w.Buds == stock.BudsLeafed || w.Buds == stock.BudsSwelling {
		w.Buds = stock.BudsDormant
	}
	if r, err := Window(h, w); err != nil || r.Status != WindowNo {
		return nil
	}
	for days := 1; days < 365; days++ {
		w.DayOfYear = (in.Today.DayOfYear+days-1)%365 + 1
		if r, err := Window(h, w); err == nil && (r.Status == WindowBest || r.Status == WindowFine) {
			return &days
		}
	}
	return nil
}
