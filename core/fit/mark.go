package fit

import (
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
