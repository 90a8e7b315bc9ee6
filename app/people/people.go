// Package people is who works in the house: signing in and out, and who is on duty.
package people

import (
	"embed"
	"time"

	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Person is someone who signs in.
type Person struct {
	ID           string
	SignIn       string
	Name         string
	Role         roles.Role
	PasswordHash string
	Active       bool
	SessionEpoch int
	DutySince    *time.Time
	Version      int
}

// TableName is needed: the plural is irregular.
func (Person) TableName() string { return "people" }

// Named is a person as other records name one.
type Named struct {
	ID   string
	Name string
}

// TableName is that of Person.
func (Named) TableName() string { return "people" }

// DemoSignIn is a made-up person, offered on the sign-in page of the demo only.
type DemoSignIn struct {
	Name     string     `json:"name"`
	Role     roles.Role `json:"role"`
	SignIn   string     `json:"sign_in"`
	Password string     `json:"password"`
}

// Settings are what the house shows to whoever comes to its door.
type Settings struct {
	Sessions *kernel.Sessions
	// Permissions lists what a role may do.
	Permissions func(roles.Role) []string
	Demo        []DemoSignIn
}

// KeepClock is for everybody who works in the yard.
var KeepClock = kernel.Permission{Name: "keep-clock", Roles: set.All[roles.Role]()}

// Capability declares what can be asked and done here.
func Capability(s Settings) kernel.Capability {
	if s.Demo == nil {
		s.Demo = []DemoSignIn{}
	}
	return kernel.Capability{Name: "people", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("welcome", "/welcome", kernel.Anybody, func(*kernel.Tx, kernel.None) (Welcome, error) { return Welcome{s.Demo}, nil }),
		kernel.Deed("sign-in", "POST", "/session", kernel.Anybody, s.signIn, kernel.Same).Unkeyed(),
		kernel.Read("who-am-i", "/session", kernel.SignedIn, func(tx *kernel.Tx, _ kernel.None) (Signed, error) {
			return s.signed(tx, tx.Who.Name, tx.Who.Role), nil
		}),
		kernel.Remove("sign-out", "/session", kernel.SignedIn, func(tx *kernel.Tx, _ kernel.None) error { return s.Sessions.End(tx) }),
		kernel.Remove("sign-out-everywhere", "/sessions", kernel.SignedIn, s.signOutEverywhere),
		kernel.Deed("take-duty", "PUT", "/duty", KeepClock, takeDuty, showDuty).Makes("see-clock", "who-is-on-duty"),
		kernel.Read("who-is-on-duty", "/duty", kernel.SignedIn, func(tx *kernel.Tx, p kernel.None) (Duty, error) { return showDuty(tx, p, p) }),
	}}
}

// Welcome is what the sign-in page shows.
type Welcome struct {
	Demo []DemoSignIn `json:"demo"`
}

// Signed is who is signed in, and what they may do.
type Signed struct {
	Name  string     `json:"name"`
	Role  roles.Role `json:"role"`
	Deeds []string   `json:"deeds" doc:"names of permissions"`
	Today string     `json:"today" doc:"the yard's date, YYYY-MM-DD"`
	Demo  bool       `json:"demo"`
}

func (s Settings) signed(tx *kernel.Tx, name string, role roles.Role) Signed {
	return Signed{name, role, s.Permissions(role), tx.Today().Format(time.DateOnly), len(s.Demo) > 0}
}
