// Package roles names what people are in the house (handbook, README: the people).
package roles

import "slices"

// Role is what a person is in the house.
type Role string

// The roles, from the yard to the office.
const (
	YardHand Role = "yard-hand"
	Advisor  Role = "advisor"
	Manager  Role = "manager"
)

// All lists every role.
func (Role) All() []Role { return []Role{YardHand, Advisor, Manager} }

// Counter are those who stand before a customer.
func Counter() []Role { return []Role{Advisor, Manager} }

// Office is who answers for the house.
func Office() []Role { return []Role{Manager} }

// MayTakeBack tells whether an entry that was a mistake may be taken back: by who made it, or by a manager.
func MayTakeBack(mine bool, role Role) bool { return mine || slices.Contains(Office(), role) }

// SeesContact tells whether a role sees where a customer lives and how they are reached. Whoever works in the yard needs the name that a
// tree is held for, and no more.
func SeesContact(role Role) bool { return slices.Contains(Counter(), role) }
