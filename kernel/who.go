package kernel

import (
	"slices"

	"sedum/core/roles"
	"sedum/core/rules"
)

// Who does a deed: a person, or the house itself (no ID), with the house rules in force at that moment.
type Who struct {
	ID    string
	Name  string
	Role  roles.Role
	Epoch int
	// OneTime says that they came in by a password that was made for them: it is changed before anything else is done.
	OneTime bool
	// NoSecond says that their role is asked for a second factor and they have none: they give themselves one before anything else.
	NoSecond bool
	// Narrow says that they came in by a PIN: their role is the yard's, and nothing is done that wants their password.
	Narrow bool
	House  rules.House
}

// Permission is what a person needs for an operation: its name, and the roles that have it.
type Permission struct {
	Name  string
	Roles []roles.Role
}

// Holds tells whether a role has the permission. One without roles is everybody's who is signed in.
func (p Permission) Holds(role roles.Role) bool {
	return len(p.Roles) == 0 || slices.Contains(p.Roles, role)
}

var (
	// Anybody is for everybody, without a session.
	Anybody = Permission{}
	// SignedIn is for everybody who is signed in.
	SignedIn = Permission{Name: "signed-in"}
)

// Admission finds who is calling by the id that a session holds; ErrMissing or ErrNotAllowed ends the session.
type Admission func(tx *Tx, personID string) (Who, error)
