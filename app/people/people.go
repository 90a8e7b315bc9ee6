// Package people is who works in the house: signing in and out, and who is on duty.
package people

import (
	"embed"
	"errors"
	"runtime"
	"time"

	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
	"sedum/words"
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
	// PinHash is of six digits for the shared tablets; nil when they have none.
	PinHash *string
	// SecondSecret is shared with their authenticator app, nil when they have none; SecondBegun was shown and is not confirmed yet.
	SecondSecret *string
	SecondBegun  *string
	// SecondStep is the newest half minute of which a code was taken.
	SecondStep int64
	// Language and Units are what they read in, "" when they never said.
	Language words.Language
	Units    words.Units
	// OneTimeUntil is until when the password that was made for them is good; nil once they have one of their own.
	OneTimeUntil *time.Time
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
	slow := kernel.NewGate(runtime.NumCPU()/2, waitingEach)
	return kernel.Capability{Name: "people", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("welcome", "/welcome", kernel.Anybody, s.welcome),
		kernel.Deed("sign-in", "POST", "/session", kernel.Anybody, s.signIn, kernel.Same).Unkeyed().Through(slow).Logged(),
		kernel.Deed("sign-in-by-pin", "POST", "/session/pin", kernel.Anybody, s.signInByPIN, kernel.Same).Unkeyed().Through(slow).Logged(),
		kernel.Deed("make-first-manager", "POST", "/first-manager", kernel.Anybody, s.makeFirstManager, kernel.Same).Unkeyed().Through(slow).Logged(),
		kernel.Read("who-am-i", "/session", kernel.SignedIn, func(tx *kernel.Tx, _ kernel.None) (Signed, error) {
			me, err := kernel.Rows[OwnSettings](tx, "SELECT language, units FROM people WHERE id = ?", tx.Who.ID)
			if err != nil || len(me) == 0 {
				return Signed{}, errors.Join(err, kernel.ErrMissing)
			}
			return s.signed(tx, tx.Who, me[0]), nil
		}).Early(),
		kernel.Remove("sign-out", "/session", kernel.SignedIn, func(tx *kernel.Tx, _ kernel.None) error { return s.Sessions.End(tx) }).Early(),
		kernel.Remove("sign-out-everywhere", "/sessions", kernel.SignedIn, s.signOutEverywhere).Early().Logged(),
		kernel.Deed("change-password", "PUT", "/session/password", kernel.SignedIn, s.changePassword, kernel.Same).Early().ByPassword().Through(slow).Makes("who-am-i").Logged(),
		kernel.Read("see-access", "/access", kernel.SignedIn, s.seeAccess).ByPassword(),
		kernel.Deed("give-pin", "PUT", "/session/pin", kernel.SignedIn, givePIN, func(tx *kernel.Tx, n, _ kernel.None) (Access, error) {
			return s.seeAccess(tx, n)
		}).ByPassword().Through(slow).Makes("see-access").Logged(),
		kernel.Remove("take-back-pin", "/session/pin", kernel.SignedIn, takeBackPIN).ByPassword().Makes("see-access").Logged(),
		kernel.Deed("begin-second", "POST", "/session/second", kernel.SignedIn, beginSecond, kernel.Same).Early().ByPassword().Unkeyed().Through(slow).Logged(),
		kernel.Deed("confirm-second", "PUT", "/session/second", kernel.SignedIn, s.confirmSecond, func(_ *kernel.Tx, _ kernel.None, c RecoveryCodes) (RecoveryCodes, error) {
			return c, nil
		}).Early().ByPassword().Through(slow).Makes("see-access", "who-am-i").Logged(),
		kernel.Deed("take-off-second", "POST", "/session/second/taken-off", kernel.SignedIn, takeOffSecond, kernel.Same).ByPassword().Unkeyed().Through(slow).Makes("see-access").Logged(),
		kernel.Deed("new-recovery-codes", "POST", "/session/second/recovery", kernel.SignedIn, newRecoveryCodes, kernel.Same).ByPassword().Unkeyed().Through(slow).Makes("see-access").Logged(),
		kernel.Deed("keep-settings", "PUT", "/session/settings", kernel.SignedIn, keepSettings, kernel.Same).Early(),
		kernel.Remove("end-session", "/sessions/{id}", kernel.SignedIn, endSession).ByPassword().Makes("see-access").Logged(),

		kernel.Read("list-people", "/people", KeepPeople, listPeople),
		kernel.Deed("add-person", "POST", "/people", KeepPeople, addPerson, kernel.Same).Unkeyed().Makes("list-people").Logged(),
		kernel.Deed("change-person", "PUT", "/people/{id}", KeepPeople, changePerson, func(tx *kernel.Tx, _ kernel.ByID, n kernel.None) (Accounts, error) {
			return listPeople(tx, n)
		}).Makes("list-people", "who-am-i").Logged(),
		kernel.Deed("make-one-time-password", "POST", "/people/{id}/password", KeepPeople, giveOneTime, func(_ *kernel.Tx, _ kernel.ByID, o OneTime) (OneTime, error) {
			return o, nil
		}).Unkeyed().Makes("list-people").Logged(),
		kernel.Remove("end-sessions-of", "/people/{id}/sessions", KeepPeople, endSessionsOf).Makes("see-access").Logged(),
		kernel.Remove("take-off-second-of", "/people/{id}/second", KeepPeople, takeOffSecondOf).ByPassword().Makes("list-people").Logged(),
		kernel.Deed("ask-second", "PUT", "/people/second", KeepPeople, askSecond, func(tx *kernel.Tx, n, _ kernel.None) (Accounts, error) {
			return listPeople(tx, n)
		}).ByPassword().Makes("list-people", "who-am-i", "see-access").Logged(),
		kernel.Read("see-security-log", "/security-log", KeepPeople, securityLog).ByPassword(),
		kernel.Read("list-devices", "/devices", KeepPeople, listDevices),
		kernel.Deed("share-device", "POST", "/devices", KeepPeople, shareDevice, func(tx *kernel.Tx, n, _ kernel.None) (Devices, error) {
			return listDevices(tx, n)
		}).Unkeyed().Makes("list-devices").Logged(),
		kernel.Remove("end-device", "/devices/{id}", KeepPeople, s.endDevice).Makes("list-devices").Logged(),
		kernel.Deed("take-duty", "PUT", "/duty", KeepClock, takeDuty, showDuty).Makes("see-clock", "who-is-on-duty"),
		kernel.Read("who-is-on-duty", "/duty", kernel.SignedIn, func(tx *kernel.Tx, p kernel.None) (Duty, error) { return showDuty(tx, p, p) }),
	}, Jobs: []kernel.Job{{ID: "forget-devices", Every: 24 * time.Hour, Due: kernel.Always, Each: forgetDevices}}}
}

// Welcome is what the sign-in page shows.
type Welcome struct {
	Demo []DemoSignIn `json:"demo"`
	// Shared is the yard's tablet that asks; null on any other device.
	Shared *Shared `json:"shared"`
	// First says that there is no manager yet: the first one is made by the code on the server's console.
	First bool `json:"first"`
}

func (s Settings) welcome(tx *kernel.Tx, _ kernel.None) (Welcome, error) {
	shared, err := offered(tx)
	if err != nil {
		return Welcome{}, err
	}
	first, err := nobodyYet(tx)
	return Welcome{s.Demo, shared, first}, err
}

// waitingEach is how many of one address may wait for their password to be looked at.
const waitingEach = 8

// Signed is who is signed in, and what they may do.
type Signed struct {
	Name  string     `json:"name"`
	Role  roles.Role `json:"role"`
	Deeds []string   `json:"deeds" doc:"names of permissions"`
	Today string     `json:"today" doc:"the yard's date, YYYY-MM-DD"`
	Demo  bool       `json:"demo"`
	// OneTime says that they came in by a password that was made for them: they give themselves another first.
	OneTime bool `json:"one_time"`
	// NoSecond says that their role is asked for a second factor and they have none: they give themselves one first.
	NoSecond bool `json:"no_second"`
	// Language and Units are as they chose them, "" when they never did.
	Language words.Language `json:"language" optional:"true"`
	Units    words.Units    `json:"units" optional:"true"`
	// ByPIN says that they came in by a PIN: for the yard's deeds only.
	ByPIN bool `json:"by_pin"`
}

func today(tx *kernel.Tx) string { return tx.Today().Format(time.DateOnly) }
