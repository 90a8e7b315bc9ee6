package care

import (
	"time"

	"sedum/core/planting"
	"sedum/core/rules"
)

// FactsOf is what of a plan the calendar depends on, when it is planted on a day.
func FactsOf(h rules.House, planted time.Time, in planting.Input, p planting.Plan) Facts {
	inner, outer, _ := p.FeedRing()
	lasts := 0.0
	if p.Does("feed", "slow-release-ring", "tablets") {
		lasts = h.Value(rules.PlanFeedLasts)
	}
	return Facts{
		Painted: p.Does("sun-paint", ""), Guarded: p.Does("guard"), LeaderTied: in.Tree.Found.LeaderTied, Dug: dug(in), Framed: p.Does("prune", "fruit-frame"),
		Trained: in.Spot.Trained, StemsForColour: in.Kind.StemsForColour, FedMonths: lasts,
		Planted: planted, Southern: in.Spot.LatDeg < 0, StakeMonths: p.Stake.RemoveAfterMonths, Berm: p.Berm, KeepsRing: p.KeepsRing(),
		MulchMM: p.MulchMM, DoseL: p.Basin.DoseL, DepthInDoubt: in.Tree.DepthInDoubt, CollarCut: in.Tree.Found.CollarCut,
		GrownForFruit: in.Kind.GrownForFruit, LeaveFruit: h.School(rules.StepFruit) == "leave", Wrapped: p.Wrapped(), OldWood: in.Kind.OldWood, Bleeds: in.Kind.Bleeds, StoneFruit: in.Kind.StoneFruit, Evergreen: in.Kind.Evergreen,
		Tender: in.Kind.Tender, CaliperMM: in.Tree.CaliperMM, FirstFrostDay: in.Spot.Frost.First,
		LastFrostDay: in.Spot.Frost.Last, BudSwellDay: in.Spot.Frost.BudSwell, SoilFreezeDay: in.Spot.Frost.SoilFreeze,
		FrostFree:   in.Spot.Frost.First == nil && in.Spot.Frost.Last == nil && in.Spot.Frost.CoolFrom != nil,
		ColdLimited: planting.Marginal(h, in), SingleTrunk: !in.Kind.Shrub, Soil: in.Spot.SoilGroup,
		FeedInnerMM: inner, FeedOuterMM: outer, FeedOutMM: h.Value(rules.PlanFeedOut),
	}
}

// After is a date so many months later; a day that the month does not have is its last.
func After(date time.Time, months int) time.Time {
	first := time.Date(date.Year(), date.Month()+time.Month(months), 1, 0, 0, 0, 0, date.Location())
	last := first.AddDate(0, 1, -1).Day()
	return first.AddDate(0, 0, min(date.Day(), last)-1)
}
