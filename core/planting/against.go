package planting

import (
	"sedum/core/fit"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Stop is what an advisor must sign for, with a reason, before a sheet is issued.
type Stop string

// StopHarms is a kind that may harm who lives at the spot: who hands it over confirms that it was told.
const StopHarms Stop = "harms-here"

// StopRisky is a day that is risky for it: allowed to an advisor who says why.
const StopRisky Stop = "risky-day"

// All lists them: what the place does, then what the work asks.
func (Stop) All() []Stop {
	out := []Stop{}
	for _, f := range (fit.Factor("")).All() {
		out = append(out, Stop("fit-"+string(f)))
	}
	return append(out, "no-water", "meets-at-once", StopHarms, StopRisky, "contractor", "rigging")
}

// fitsPocket tells whether stock is a whip or a plug: nothing larger is planted on ground of 1:3 to 1:2 (handbook, site.md).
func fitsPocket(h rules.House, t Tree) bool {
	return t.Form == stock.Plug || (t.Form == stock.BareRoot && num.AtMost(t.CaliperMM, h.Value(rules.PlanPocketCaliper)))
}

// stops are what stands against a plan and may be signed for: of the place, then of the work.
func stops(h rules.House, stand Stand, p Plan) []Stop {
	out := stand.Sign
	if p.Window.Status == WindowRisky {
		out = append(out, StopRisky)
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

// daysToNext are the days from one that is no planting day to the next that is; nil when the year has none, and when only today's ground
// or heat stands against it: nobody knows when that passes.
func daysToNext(h rules.House, in Input) *int {
	w := windowInput(h, in)
	// What today's ground, air and buds forbid is asked again on the day.
	w.Ground, w.HighC = GroundWorkable, min(w.HighC, 15)
	if w.Buds == stock.BudsLeafed || w.Buds == stock.BudsSwelling {
		w.Buds = stock.BudsDormant
	}
	if r, err := windowOf(h, w); err != nil || r.Status != WindowNo {
		return nil
	}
	for days := 1; days < 365; days++ {
		w.DayOfYear = (in.Today.DayOfYear+days-1)%365 + 1
		if r := seasonedAt(h, w); r.Status == WindowBest || r.Status == WindowFine {
			return &days
		}
	}
	return nil
}

// load is what the tree weighs for those who plant it.
func (t Tree) load(h rules.House) stock.Load {
	return stock.Weigh(h, t.Form, t.BallDiameterMM, t.BallHeightMM, t.medium(), stock.Public)
}
