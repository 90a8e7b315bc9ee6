package fit

import (
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
)

// Change is something a customer can do about a spot.
type Change string

// All lists them, the cheapest first.
func (Change) All() []Change {
	out := []Change{}
	for _, c := range changes {
		out = append(out, c.name)
	}
	return out
}

// change is one thing a customer can do about a spot. It gives the changed spot, or false when it
// would change nothing or lower something.
type change struct {
	name    Change
	touches string
	cost    int
	apply   func(Site) (Site, bool)
}

func water(to ground.Water) func(Site) (Site, bool) {
	return func(s Site) (Site, bool) {
		if s.Water != nil && waters[*s.Water] >= waters[to] {
			return s, false
		}
		s.Water = &to
		return s, true
	}
}

func raise(mm float64) func(Site) (Site, bool) {
	return func(s Site) (Site, bool) {
		if num.AtLeast(s.RaiseMM, mm) {
			return s, false
		}
		s.RaiseMM = mm
		return s, true
	}
}

func partner(s Site) (Site, bool) {
	if s.Partner {
		return s, false
	}
	s.Partner = true
	return s, true
}

var changes = []change{
	{"carry-water", "water", 1, water(ground.WaterCarried)},
	{"add-partner", "partner", 1, partner},
	{"raise-150", "raise", 2, raise(150)},
	{"hose", "water", 2, water(ground.WaterHose)},
	{"raise-300", "raise", 3, raise(300)},
}

// findRemedy tries every change alone, then in pairs that touch different things.
func findRemedy(h rules.House, s Site, k Kind) *Remedy {
	var best *Remedy
	try := func(spot Site, cost int, names ...Change) {
		after := score(h, spot, k)
		overall := after.Overall
		if num.Under(overall, h.Value(rules.FitEnough)) {
			return
		}
		if best == nil || cost < best.Cost || (cost == best.Cost && num.Over(overall, best.Overall)) {
			best = &Remedy{Changes: names, Cost: cost, Overall: overall, HeldOverall: after.held(h)}
		}
	}
	for _, c := range changes {
		if spot, ok := c.apply(s); ok {
			try(spot, c.cost, c.name)
		}
	}
	for i, first := range changes {
		for _, second := range changes[i+1:] {
			if first.touches == second.touches {
				continue
			}
			once, ok := first.apply(s)
			if !ok {
				continue
			}
			if twice, ok := second.apply(once); ok {
				try(twice, first.cost+second.cost, first.name, second.name)
			}
		}
	}
	return best
}
