package stock

import (
	"errors"
	"slices"

	"sedum/core/roles"
)

// Step is a change of state that a person decides, and who may (handbook, README: who may do what).
type Step struct {
	From, To State
	// Name of what is decided: sell-trees, decide-return.
	Name string
	By   []roles.Role
}

// Names of what is decided about a tree.
const (
	SellTrees    = "sell-trees"
	DecideReturn = "decide-return"
	TakeReturn   = "take-return"
	TakeBack     = "take-back"
)

// Steps lists every change of state that a person may decide.
func Steps() []Step {
	sell := func(from, to State) Step { return Step{from, to, SellTrees, roles.Counter()} }
	back := func(to State) Step { return Step{Apart, to, DecideReturn, roles.Office()} }
	return []Step{sell(ForSale, Sold), sell(Reserved, Sold), sell(Unreleased, Sold), back(SentBack), back(NotJudged),
		{Sold, NotJudged, TakeReturn, roles.Counter()}}
}

// MayTakeBack tells whether a step that was entered by mistake may be taken back by a person of a role: a sale, a send-back or a loss, by a
// manager (handbook, stock.md, "The state follows the facts").
func MayTakeBack(s State, role roles.Role) bool {
	return s.Left() && slices.Contains(roles.Office(), role)
}

// NeedsReason tells whether a step asks for a reason: what ends apart, and what comes back from a customer.
func NeedsReason(from, to State) bool {
	return to == NotJudged && (from == Apart || from == Sold)
}

// ErrNoStep says that a tree cannot go from one state to the other by anybody's word.
var ErrNoStep = errors.New("stock: there is no such step")

// ErrNotTheirs says that the step is another role's to take.
var ErrNotTheirs = errors.New("stock: another role decides that")

// MayBecome tells whether a person of a role may move a tree from a state to another. Errors: ErrNoStep, ErrNotTheirs.
func MayBecome(from, to State, role roles.Role) error {
	for _, s := range Steps() {
		if s.From == from && s.To == to {
			if slices.Contains(s.By, role) {
				return nil
			}
			return ErrNotTheirs
		}
	}
	return ErrNoStep
}

// Gone are the states in which a tree has left the yard.
func Gone() []State { return []State{Sold, SentBack, Lost} }

// Left tells whether a tree has left the yard.
func (s State) Left() bool { return slices.Contains(Gone(), s) }

// Spoken are the states in which no look counts any more: the tree has left the yard's hands, or is promised.
func Spoken() []State { return []State{Sold, Reserved, SentBack, Lost} }

// MayLook tells whether a look at a tree in this state counts.
func (s State) MayLook() bool { return !slices.Contains(Spoken(), s) }

// AfterSplit is the state of trees that are taken out of a bundle under a tag of their own; ok is false when the bundle is no longer
// the yard's to take apart. Nobody has looked at them by themselves, so what was for sale is to be looked at; a fault goes along.
func (s State) AfterSplit() (after State, ok bool) {
	switch s {
	case Sold, Reserved, SentBack, Lost:
		return s, false
	case Apart, Held:
		return s, true
	}
	return Unchecked, true
}

// Follows are the states in which a tree follows its lot when the lot is released or refused, and the state in which it is then.
// Released, trees that nobody looked at say so until someone does; refused, every tree that is still ours is kept apart.
func Follows(d LotDecision) (states []State, to State) {
	if d == LotRefused {
		return []State{Unchecked, NotJudged, InWork, Held, ForSale, Unreleased}, Apart
	}
	return []State{Unchecked}, Unreleased
}

// LotDecision is what is decided about a lot.
type LotDecision string

// The decisions.
const (
	LotOpen     LotDecision = "open"
	LotReleased LotDecision = "released"
	LotRefused  LotDecision = "refused"
)

// All lists them.
func (LotDecision) All() []LotDecision { return []LotDecision{LotOpen, LotReleased, LotRefused} }

// MayCloseLot tells whether somebody's word closes a lot; anyone else's is a proposal.
func MayCloseLot(role roles.Role) bool { return slices.Contains(roles.Office(), role) }

// MayWork tells whether the work of the newest look may be ticked off in this state.
func (s State) MayWork() bool { return s == InWork || s == NotJudged }

// MayPlan tells whether a tree in this state may be planned for a customer.
func (s State) MayPlan() bool { return s == ForSale || s == Reserved }
