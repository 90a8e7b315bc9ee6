package yard

import (
	"sedum/core/rules"
	"sedum/core/stock"
)

// Damage is what a journey did to a tree.
type Damage string

// The damages, from the crown down.
const (
	BrokenBranch Damage = "broken-branch"
	BrokenLeader Damage = "broken-leader"
	TornBark     Damage = "torn-bark"
	WindBurn     Damage = "wind-burn"
	BrokenPot    Damage = "broken-pot"
	LooseBall    Damage = "loose-ball"
)

// All lists them.
func (Damage) All() []Damage {
	return []Damage{BrokenBranch, BrokenLeader, TornBark, WindBurn, BrokenPot, LooseBall}
}

// Mending is what is done about a damage.
type Mending string

// All lists them.
func (Mending) All() []Mending {
	return []Mending{"cut-back", "new-leader", "trim-bark", "shade-and-water", "repot", "none"}
}

// Journey is when a tree was hurt.
type Journey string

// The words of Journey.
const (
	OnArrival Journey = "arrival"
	GoingHome Journey = "going-home"
)

// All lists them.
func (Journey) All() []Journey { return []Journey{OnArrival, GoingHome} }

// Repair is what is done about a damage; its sentence is made elsewhere.
type Repair struct {
	Do Mending
	// Verdict is how the tree stands by it: fix, hold or send back.
	Verdict stock.Verdict
}

// RepairOf tells the repair for a damage, by the tables of stock.md: a broken twig is cut back to a fork, a broken tip
// that will regrow is held, a fresh wound under a quarter of the girth is trimmed and held, over it goes back; a ball
// that moves in its cloth has broken roots.
func RepairOf(h rules.House, d Damage, girthShare float64) Repair {
	switch d {
	case BrokenBranch:
		return Repair{"cut-back", stock.Fix}
	case BrokenLeader:
		return Repair{"new-leader", stock.Hold}
	case TornBark:
		if girthShare > h.Value(rules.DamageGirth) {
			return Repair{"none", stock.SendBack}
		}
		return Repair{"trim-bark", stock.Hold}
	case WindBurn:
		return Repair{"shade-and-water", stock.Hold}
	case BrokenPot:
		return Repair{"repot", stock.Fix}
	case LooseBall:
		return Repair{"none", stock.SendBack}
	}
	return Repair{}
}

// DamageHoldDays is after how many days a tree that is held for a damage is looked at again: scorched leaves in 14, a wound
// or a broken tip in 28 (as the same findings at the bench).
func DamageHoldDays(h rules.House, d Damage) int {
	if d == WindBurn {
		return int(h.Value(rules.HoldShort))
	}
	return int(h.Value(rules.HoldLong))
}

// AfterDamage is where a damage on arrival puts a tree, and in how many days it is looked at again (0: no date). What goes back stands
// apart; what is held waits, when somebody has looked at it before, else the look comes first. What is apart, held or gone stays.
func AfterDamage(h rules.House, d Damage, r Repair, s stock.State, looked bool) (to stock.State, days int) {
	switch {
	case s.Left() || s == stock.Apart:
	case r.Verdict == stock.SendBack:
		return stock.Apart, 0
	case r.Verdict == stock.Hold && looked && s != stock.Held:
		return stock.Held, DamageHoldDays(h, d)
	}
	return s, 0
}
