package planting

import (
	"math"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// LongRoots is what becomes of bare roots that hang deeper than a hole may be dug here: by the school a clean cut of a third at most, and
// a slot in the wall of the hole for what is still too long. Never a pit, and no root is bent up (handbook, planting.md, "The hole").
type LongRoots struct {
	CutMM  float64 `json:"cut_mm,omitempty" doc:"cut clean off the longest roots"`
	LeftMM float64 `json:"left_mm,omitempty" doc:"their length after the cut"`
	SlotMM float64 `json:"slot_mm,omitempty" doc:"how far the slot runs out from the wall of the hole"`
}

// rootFit holds the length of bare roots against the deepest hole of the ground: deep is how far they hang in it.
func rootFit(h rules.House, t Tree, drainage ground.Drainage) (deep float64, long LongRoots) {
	deep = t.BallHeightMM
	if t.Form != stock.BareRoot {
		return deep, long
	}
	deepest := h.Value(rules.BareRootHoleMost)
	switch drainage {
	case ground.DrainageSlow, ground.DrainagePoor, ground.DrainageStanding:
		deepest = h.Value(rules.BareRootHoleWet)
	}
	most := deepest - h.Value(rules.BareRootUnderTips)
	if num.AtMost(deep, most) {
		return deep, long
	}
	if stock.TrimSchool(h.School(rules.StepTrim)) == stock.TrimSchoolTrim {
		long.CutMM = math.Min(deep*h.Value(rules.BareRootTrimShare), deep-most)
		deep -= long.CutMM
		long.LeftMM = deep
	}
	if num.Over(deep, most) {
		long.SlotMM, deep = deep-most, most
	}
	return deep, long
}
