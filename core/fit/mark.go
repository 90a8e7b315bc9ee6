package fit

import (
	"cmp"
	"math"
	"sedum/core/num"
	"sedum/core/rules"
)

// Mark is how well a tree will do at a spot, in one word.
type Mark string

// The marks, best first.
const (
	Well     Mark = "well"
	Fair     Mark = "fair"
	Poor     Mark = "poor"
	Excluded Mark = "excluded"
)

// All lists them, best first.
func (Mark) All() []Mark { return []Mark{Well, Fair, Poor, Excluded} }

// MarkOf is the mark of a result: it will do well from the house's "enough" on, may do from its "fair" on.
func MarkOf(h rules.House, r Result) Mark {
	switch {
	case len(r.ExcludedBy) > 0:
		return Excluded
	case num.AtLeast(r.Overall, h.Value(rules.FitEnough)):
		return Well
	case num.AtLeast(r.Overall, h.Value(rules.FitFair)):
		return Fair
	}
	return Poor
}

// Unheld is the overall without the hold that unknown factors put on it: of two that are held alike, the one that less holds back is the better.
func (r Result) Unheld() float64 {
	lowest, logs := 1.0, 0.0
	for _, v := range r.Factors {
		if v <= 0 {
			return 0
		}
		lowest, logs = math.Min(lowest, v), logs+math.Log(v)
	}
	if len(r.Factors) == 0 {
		return 0
	}
	return math.Sqrt(lowest * math.Exp(logs/float64(len(r.Factors))))
}

// Compare puts the better of two before the other and the excluded last; of equals that are held down by what is unknown the one that less
// holds back comes first; of what the customer wishes for the one that meets more of it, which orders equals and excludes nothing (fit.md). Negative is a before b, 0 is neither.
func Compare(a, b Result, aWishes, bWishes int) int {
	before := func(is, other bool) int {
		switch {
		case is && !other:
			return -1
		case other && !is:
			return 1
		}
		return 0
	}
	return cmp.Or(before(len(a.ExcludedBy) == 0, len(b.ExcludedBy) == 0), before(num.Over(a.Overall, b.Overall), num.Over(b.Overall, a.Overall)),
		before(num.Over(a.Unheld(), b.Unheld()), num.Over(b.Unheld(), a.Unheld())), cmp.Compare(bWishes, aWishes))
}
