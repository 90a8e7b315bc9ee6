package yard

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Spare is how many trees to order beyond those that are to stand: container 2 %, balled 5 %, bare-root 8 %,
// plug 12 % (house rules), rounded up to whole trees.
func Spare(h rules.House, form stock.Form, trees int) int {
	if trees <= 0 {
		return 0
	}
	return int(math.Ceil(float64(trees)*SpareShare(h, form) - num.Slack))
}

// SpareShare is that share, 0 for a form that is not known.
func SpareShare(h rules.House, form stock.Form) float64 {
	switch form {
	case stock.Container:
		return h.Value(rules.SpareContainer)
	case stock.Balled:
		return h.Value(rules.SpareBalled)
	case stock.BareRoot:
		return h.Value(rules.SpareBareRoot)
	case stock.Plug:
		return h.Value(rules.SparePlug)
	}
	return 0
}
