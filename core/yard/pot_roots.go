package yard

import (
	"sedum/core/rules"
	"sedum/core/stock"
)

// Risk is a danger of the day to roots at the wall of a pot.
type Risk struct {
	// Kind is heat or frost.
	Kind   string
	AirC   float64
	LimitC float64
}

// PotRoots warns of roots in pots on hard standing: heat when the day's high is over the house's limit,
// frost when its low is under the other. At a limit there is no warning. Other forms have no pot wall.
func PotRoots(h rules.House, form stock.Form, highC, lowC float64) []Risk {
	if form != stock.Container && form != stock.Plug {
		return nil
	}
	out := []Risk{}
	if limit := h.Value(rules.YardPotHeat); highC > limit {
		out = append(out, Risk{"heat", highC, limit})
	}
	if limit := h.Value(rules.YardPotFrost); lowC < limit {
		out = append(out, Risk{"frost", lowC, limit})
	}
	return out
}
