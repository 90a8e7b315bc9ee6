package stock

import (
	"slices"

	"sedum/core/roles"
)

// ManyDeed is what is done to many trees at once, with one reason and one undo.
type ManyDeed string

// The words of ManyDeed.
const (
	HoldMany ManyDeed = "hold"
	MoveMany ManyDeed = "move"
	LoseMany ManyDeed = "lose"
)

// All lists them.
func (ManyDeed) All() []ManyDeed { return []ManyDeed{HoldMany, MoveMany, LoseMany} }

// WhyLeft is why a deed on many trees leaves one of them as it is.
type WhyLeft string

// The words of WhyLeft.
const (
	LeftGone     WhyLeft = "gone"
	LeftReserved WhyLeft = "reserved"
	LeftApart    WhyLeft = "apart"
	LeftTouched  WhyLeft = "touched"
	LeftUnknown  WhyLeft = "unknown"
)

// All lists them.
func (WhyLeft) All() []WhyLeft {
	return []WhyLeft{LeftGone, LeftReserved, LeftApart, LeftTouched, LeftUnknown}
}

// MayDoMany tells whether a person of a role may do that to many trees: who works in the yard holds and moves them, and that a tree is lost
// is said by those of the counter.
func MayDoMany(d ManyDeed, role roles.Role) bool {
	return d != LoseMany || slices.Contains(roles.Counter(), role)
}

// LeavesOut is why a deed leaves a tree in a state as it is, "" when it does not: what has left the yard is nobody's to move, what a sheet
// promises or what stands apart is not held over by many at once, and a promised tree is lost only after its sheet is withdrawn.
func (d ManyDeed) LeavesOut(s State) WhyLeft {
	switch {
	case s.Left():
		return LeftGone
	case d == MoveMany:
		return ""
	case s == Reserved:
		return LeftReserved
	case d == HoldMany && s == Apart:
		return LeftApart
	}
	return ""
}

// Becomes is the state in which a deed leaves a tree.
func (d ManyDeed) Becomes(s State) State {
	switch d {
	case HoldMany:
		return Held
	case LoseMany:
		return Lost
	}
	return s
}
