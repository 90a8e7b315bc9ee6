package planting

import (
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// The schools of pruning on the day (handbook, planting.md, "Pruning on the day").
const (
	pruneTop   = "top-third"
	pruneFrame = "fruit-frame"
	// pruneArms is of a tree with several kinds on one stem, whatever the school.
	pruneArms = "arms"
)

// pruneChoice is how a tree is pruned on the day: what is dead, broken or a second leader; by choice the top of bare roots or the frame of a fruit
// tree, but no kind whose season that is not.
func pruneChoice(h rules.House, in Input) string {
	school := h.School(rules.StepPruning)
	switch {
	case in.balances():
		return pruneArms
	case pruneSuits(h, in, school) && !outOfSeason(in.Kind):
		return school
	case in.Tree.Found.TwoLeaders:
		return "two-leaders"
	case in.Kind.OldWood:
		return "old-wood"
	}
	return ""
}

// pruneSuits tells whether a school of pruning is meant for such a tree at all.
func pruneSuits(h rules.House, in Input, school string) bool {
	form := in.Tree.Form
	switch school {
	case pruneTop:
		return form == stock.BareRoot && !in.Kind.Evergreen
	case pruneFrame:
		return in.Kind.GrownForFruit && !in.Kind.Shrub && (form == stock.BareRoot || form == stock.Container) &&
			num.AtMost(in.Tree.CaliperMM, h.Value(rules.PlanFrameCaliper)) && num.AtLeast(in.Tree.HeightM*1000, h.Value(rules.PlanHeading)+100)
	}
	return false
}

// outOfSeason are kinds that are not cut when they are planted: they would lose their flowers, bleed, or take a disease in by the wound.
func outOfSeason(k Kind) bool { return k.OldWood || k.Bleeds || k.StoneFruit }

// deadWoodOnly tells whether no more is cut than what is dead, broken or rubbing.
func deadWoodOnly(choice string) bool { return choice == "" || choice == "old-wood" }

func pruneStep(l *stepList, h rules.House, in Input) {
	s := l.add("prune", nil, "knife-away")
	switch s.Choice = pruneChoice(h, in); s.Choice {
	case pruneTop:
		s.Values["share"] = Measure{100 * h.Value(rules.PlanTopShare), "pct"}
	case pruneFrame:
		s.Values["heading"] = mm(h.Value(rules.PlanHeading))
	}
	choice := s.Choice
	armSteps(l, in)
	if h.School(rules.StepPaint) == "seal" && !deadWoodOnly(choice) {
		l.add("seal", nil, "label-is-law")
	}
}

// Shortening is how a tree is cut back on its day, that somebody may ask about.
type Shortening string

// The ways of cutting back.
const (
	ShortenTop   Shortening = pruneTop
	ShortenFrame Shortening = pruneFrame
	ShortenArms  Shortening = pruneArms
)

// All lists them.
func (Shortening) All() []Shortening { return []Shortening{ShortenTop, ShortenFrame, ShortenArms} }

// Shortened tells how a plan has its tree cut back, if it has.
func (p Plan) Shortened() (how Shortening, cut bool) {
	for _, s := range p.Steps {
		if s.Code == "prune" && set.Has(Shortening(s.Choice)) {
			return Shortening(s.Choice), true
		}
	}
	return "", false
}

// CutsBack tells whether the plan has the tree cut back on the day.
func (p Plan) CutsBack() bool {
	for _, s := range p.Steps {
		if s.Code == "prune" && (s.Choice == pruneTop || s.Choice == pruneFrame) {
			return true
		}
	}
	return false
}
