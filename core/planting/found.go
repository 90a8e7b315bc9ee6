package planting

import (
	"slices"

	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Found is what the bench found and what matters at planting (handbook, planting.md, "What the check found goes along"). A nil or "" is
// something nobody told, and nothing is said of it.
type Found struct {
	// GraftMM is how high the graft stands above the flare.
	GraftMM *float64 `json:"graft_mm,omitempty" minimum:"0" maximum:"1000"`
	// StrongestDeg is where the strongest roots point, clockwise from the side of the tag.
	StrongestDeg *float64 `json:"strongest_deg,omitempty" minimum:"0" maximum:"360"`
	// WidenMM is by how much the hole is widened on the side of one-sided roots.
	WidenMM *float64 `json:"widen_mm,omitempty" minimum:"0" maximum:"3000"`
	// Cloth and Basket are what a dug ball still wears.
	Cloth  stock.Cloth `json:"cloth,omitempty" optional:"true"`
	Basket *bool       `json:"basket,omitempty"`
	// TwoLeaders is that two shoots race for the top, and nobody cut one yet.
	TwoLeaders bool `json:"two_leaders,omitempty"`
	// LeaderTied is that its leader broke and a side shoot is tied up in its place.
	LeaderTied bool `json:"leader_tied,omitempty"`
	// CutInLeaf says that roots were cut while it was in leaf.
	CutInLeaf bool `json:"cut_in_leaf,omitempty"`
	// CollarCut says that over a sixth of the root area at the collar was cut: it is held as one that cannot stand alone, and its foot is
	// looked at in a year.
	CollarCut bool `json:"collar_cut,omitempty"`
}

// wrapping is the wording of what comes off a dug ball, "" when nothing is left to come off; what nobody told is taken for everything. Plastic and
// treated cloth come off whole by every school, and so does all cord.
func (f Found) wrapping(school string) (choice string, any bool) {
	basket := f.Basket == nil || *f.Basket
	left := map[string]string{"top-third": "-top", "leave-natural": "-left"}[school]
	switch {
	case left != "" && f.Cloth == stock.ClothNatural && basket:
		return "natural-basket" + left, true
	case left != "" && f.Cloth == stock.ClothNatural:
		return "natural" + left, true
	case school == "top-third" && f.Cloth == stock.ClothNone && basket:
		return "none-basket-top", true
	case f.Cloth == "":
		return "", true
	case f.Cloth == stock.ClothNone && !basket:
		return "", false
	case basket:
		return string(f.Cloth) + "-basket", true
	}
	return string(f.Cloth), true
}

// cleared tells whether the flare was cleared in the yard: nothing is claimed that was not done.
func (t Tree) cleared() bool {
	return slices.ContainsFunc(t.Corrections, func(d Done) bool { return d.Code == stock.Clear })
}

// graftStep keeps the graft in the air, and warns when the plan leaves little of it there.
func graftStep(l *stepList, h rules.House, in Input, p Plan) {
	graft := in.Tree.Found.GraftMM
	if graft == nil {
		return
	}
	above := *graft + p.Hole.FinishedRaiseMM
	s := l.add("graft", map[string]Measure{"above": mm(above)})
	if h.School(rules.StepGraftHeight) == "both" && num.Under(above, h.Value(rules.PlanGraftLeast)) {
		s.Choice = "low"
	}
}
