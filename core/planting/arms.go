package planting

import (
	"slices"

	"sedum/core/fault"
	"sedum/core/num"
)

// Arm is one of several kinds on one stem: how thick it is where it leaves the stem, and how long.
type Arm struct {
	DiameterMM float64 `json:"diameter_mm" exclusiveMinimum:"0" maximum:"200"`
	LengthMM   float64 `json:"length_mm" exclusiveMinimum:"0" maximum:"5000"`
}

// ArmCut is how long an arm is left.
type ArmCut struct {
	Arm
	ToMM float64
}

// Cut tells whether anything comes off.
func (c ArmCut) Cut() bool { return num.Under(c.ToMM, c.LengthMM) }

// BalanceArms brings several kinds on one stem to a balance: the weakest is cut first, to a length that somebody chooses, then each stronger one shorter
// in proportion to the weaker's diameter over its own (handbook, planting.md, "Pruning on the day"). None is made longer; what is short stays.
func BalanceArms(arms []Arm, weakestMM float64) []ArmCut {
	sorted := slices.Clone(arms)
	slices.SortStableFunc(sorted, func(a, b Arm) int {
		switch {
		case a.DiameterMM != b.DiameterMM:
			return sign(a.DiameterMM - b.DiameterMM)
		}
		return sign(a.LengthMM - b.LengthMM)
	})
	out := []ArmCut{}
	for i, a := range sorted {
		to := weakestMM
		if i > 0 {
			to = weakestMM * sorted[0].DiameterMM / a.DiameterMM
		}
		out = append(out, ArmCut{a, min(to, a.LengthMM)})
	}
	return out
}

func sign(x float64) int {
	switch {
	case x < 0:
		return -1
	case x > 0:
		return 1
	}
	return 0
}

// checkArms asks for two arms at the least, and for how long the weakest stays.
func (t Tree) checkArms() fault.List {
	var l fault.List
	switch {
	case len(t.Arms) == 0:
	case len(t.Arms) == 1:
		l.Add("tree.arms", fault.AtLeast, 2)
	case t.WeakestMM == nil:
		l.Add("tree.weakest_mm", fault.Required, nil)
	}
	return l
}

// balances tells whether arms are cut on the day: not of a kind whose season that is not.
func (in Input) balances() bool {
	return len(in.Tree.Arms) > 1 && in.Tree.WeakestMM != nil && !outOfSeason(in.Kind)
}

// armSteps cut the weakest first.
func armSteps(l *stepList, in Input) {
	if !in.balances() {
		return
	}
	for _, c := range BalanceArms(in.Tree.Arms, *in.Tree.WeakestMM) {
		s := l.add("arm", map[string]Measure{"thick": mm(c.DiameterMM), "length": mm(c.ToMM)})
		if !c.Cut() {
			s.Choice = "keep"
		}
	}
}
