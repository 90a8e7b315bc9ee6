package people

import (
	"cmp"
	"errors"
	"slices"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/kernel"
)

// KeepPeople is for who lets people in and out.
var KeepPeople = kernel.Permission{Name: "keep-people", Roles: roles.Office()}

// oneTimeFor is how long a password that was made for somebody is good.
const oneTimeFor = 72 * time.Hour

// Account is a person as who keeps them sees one.
type Account struct {
	ID      string     `json:"id"`
	Name    string     `json:"name"`
	SignIn  string     `json:"sign_in"`
	Role    roles.Role `json:"role"`
	Active  bool       `json:"active"`
	Version int        `json:"version"`
	// OneTimeUntil is until when the password that was made for them is good; null once they have one of their own.
	OneTimeUntil *time.Time `json:"one_time_until"`
	Second       bool       `json:"second" doc:"they have a second factor"`
	Me           bool       `json:"me"`
}

// Accounts are everybody who may or might sign in: who is let in first, by name.
type Accounts struct {
	People []Account `json:"people"`
	// Asked are the roles that are asked for a second factor.
	Asked []roles.Role `json:"asked"`
}

func listPeople(tx *kernel.Tx, _ kernel.None) (Accounts, error) {
	list, err := kernel.Many[Person](tx, "name, id", "TRUE")
	if err != nil {
		return Accounts{}, err
	}
	asked, err := askedRoles(tx)
	out := Accounts{[]Account{}, asked}
	for _, p := range list {
		out.People = append(out.People, Account{p.ID, p.Name, p.SignIn, p.Role, p.Active, p.Version, p.OneTimeUntil, p.SecondSecret != nil, p.ID == tx.Who.ID})
	}
	slices.SortStableFunc(out.People, func(a, b Account) int { return cmp.Compare(rank(a.Active), rank(b.Active)) })
	return out, err
}

func rank(active bool) int {
	if active {
		return 0
	}
	return 1
}

// NewPerson is somebody who is let in.
type NewPerson struct {
	Name   string     `json:"name" maxLength:"120"`
	SignIn string     `json:"sign_in" maxLength:"60"`
	Role   roles.Role `json:"role"`
}

// OneTime is a password that was made for somebody. It is told once, and kept nowhere.
type OneTime struct {
	Name     string    `json:"name"`
	SignIn   string    `json:"sign_in"`
	Password string    `json:"password"`
	Until    time.Time `json:"until"`
}

// addPerson lets somebody in, with a password for the first time. Errors: faults at name and sign_in; sign-in-taken.
func addPerson(tx *kernel.Tx, _ kernel.None, n NewPerson) (OneTime, error) {
	p := Person{ID: kernel.NewID(), Name: strings.TrimSpace(n.Name), SignIn: signInName(n.SignIn), Role: n.Role, Active: true, Version: 1}
	l := fault.Missing("name", p.Name)
	l = append(l, fault.Missing("sign_in", p.SignIn)...)
	if err := l.Err(); err != nil {
		return OneTime{}, err
	}
	tx.About(p.ID)
	word := oneTime(tx, &p)
	err := kernel.Add(tx, &p)
	if errors.Is(err, kernel.ErrTwice) {
		err = kernel.Refused{Code: "sign-in-taken", Field: "sign_in"}
	}
	return word, err
}

// oneTime makes a person a password for one time, and ends every session of theirs.
func oneTime(tx *kernel.Tx, p *Person) OneTime {
	word := Readable()
	until := tx.Now.Add(oneTimeFor)
	p.PasswordHash, p.OneTimeUntil, p.SessionEpoch = HashPassword(word), &until, p.SessionEpoch+1
	return OneTime{p.Name, p.SignIn, word, until}
}

// PersonChange is what is changed of a person.
type PersonChange struct {
	Version int        `json:"version" minimum:"1"`
	Name    string     `json:"name" maxLength:"120"`
	Role    roles.Role `json:"role"`
	Active  bool       `json:"active"`
}

// changePerson names a person otherwise, gives them another role, or lets them out: their sessions end at once. A manager always stays.
// Errors: kernel.Stale with everybody; last-manager.
func changePerson(tx *kernel.Tx, by kernel.ByID, c PersonChange) (kernel.None, error) {
	managers, err := activeManagers(tx)
	if err != nil {
		return kernel.None{}, err
	}
	p, err := kernel.Held[Person](tx, "SELECT * FROM people WHERE id = ?", by.ID)
	if err != nil {
		return kernel.None{}, err
	}
	name := strings.TrimSpace(c.Name)
	if err := fault.Missing("name", name).Err(); err != nil {
		return kernel.None{}, err
	}
	if p.Version != c.Version {
		present, err := listPeople(tx, kernel.None{})
		return kernel.None{}, errors.Join(err, kernel.Stale{Current: present})
	}
	stays := c.Active && slices.Contains(roles.Office(), c.Role)
	if !stays && slices.Equal(managers, []string{p.ID}) {
		return kernel.None{}, kernel.Refused{Code: "last-manager", Field: "role"}
	}
	epoch := p.SessionEpoch
	if p.Active && !c.Active {
		epoch++
	}
	return kernel.None{}, kernel.ChangeOne[Person](tx, map[string]any{"name": name, "role": c.Role, "active": c.Active, "session_epoch": epoch, "version": p.Version + 1},
		"id = ? AND version = ?", p.ID, p.Version)
}

// activeManagers are held, so that two do not let each other out at once.
func activeManagers(tx *kernel.Tx) ([]string, error) {
	rows, err := kernel.HeldMany[Person](tx, "SELECT * FROM people WHERE active AND role IN ? ORDER BY id", roles.Office())
	ids := []string{}
	for _, r := range rows {
		ids = append(ids, r.ID)
	}
	return ids, err
}

// giveOneTime makes a person a new password, because they do not know theirs any more; their sessions end.
func giveOneTime(tx *kernel.Tx, by kernel.ByID, _ kernel.None) (OneTime, error) {
	p, err := kernel.Held[Person](tx, "SELECT * FROM people WHERE id = ?", by.ID)
	if err != nil {
		return OneTime{}, err
	}
	if !p.Active {
		return OneTime{}, kernel.Refused{Code: "let-out", Field: "person"}
	}
	word := oneTime(tx, &p)
	return word, kernel.ChangeOne[Person](tx, map[string]any{"password_hash": p.PasswordHash, "one_time_until": p.OneTimeUntil, "pin_hash": nil,
		"session_epoch": p.SessionEpoch, "version": p.Version + 1}, "id = ?", p.ID)
}

// OwnPassword is a password that a person gives themselves.
type OwnPassword struct {
	Old string `json:"old" maxLength:"200"`
	New string `json:"new" maxLength:"600"`
}

// changePassword gives the caller another password; their other sessions end, this one goes on. A wrong old one counts as a guess.
func (s Settings) changePassword(tx *kernel.Tx, _ kernel.None, c OwnPassword) (Signed, error) {
	p, guess, err := ownGuess(tx)
	if err != nil {
		return Signed{}, err
	}
	if !passwordFits(p.PasswordHash, c.Old) {
		return Signed{}, kernel.Settled{Err: fault.List{{Field: "old", Code: fault.WrongPassword}}}
	}
	l := checkPassword("new", c.New, p.Name, p.SignIn)
	if len(l) == 0 && c.New == c.Old {
		l.Add("new", fault.SamePassword, nil)
	}
	if err := l.Err(); err != nil {
		return Signed{}, err
	}
	if err := guess.right(tx); err != nil {
		return Signed{}, err
	}
	err = kernel.ChangeOne[Person](tx, map[string]any{"password_hash": HashPassword(c.New), "one_time_until": nil, "session_epoch": p.SessionEpoch + 1,
		"version": p.Version + 1}, "id = ?", p.ID)
	if err != nil {
		return Signed{}, err
	}
	p.SessionEpoch, p.OneTimeUntil = p.SessionEpoch+1, nil
	return s.begin(tx, p, device{ID: s.Sessions.Mine(tx).DeviceID}, false)
}

// BySignIn finds a person by the name that they sign in by. Errors: kernel.ErrMissing.
func BySignIn(tx *kernel.Tx, name string) (Person, error) {
	return kernel.Held[Person](tx, "SELECT * FROM people WHERE sign_in = ?", signInName(name))
}

// LetIn adds a person with a password of their own, from the house's shell. Errors: faults at name, sign_in and password; sign-in-taken.
func LetIn(tx *kernel.Tx, n NewPerson, password string) error {
	if _, err := addPerson(tx, kernel.None{}, n); err != nil {
		return err
	}
	return SetPassword(tx, n.SignIn, password)
}

// SetPassword gives a person another password, from the house's shell; their sessions end. Errors: a fault at password; kernel.ErrMissing.
func SetPassword(tx *kernel.Tx, name, password string) error {
	p, err := BySignIn(tx, name)
	if err != nil {
		return err
	}
	if err := checkPassword("password", password, p.Name, p.SignIn).Err(); err != nil {
		return err
	}
	return p.take(tx, password)
}

// SetDemoPassword is SetPassword for one that the demo tells everybody who sits at its machine.
func SetDemoPassword(tx *kernel.Tx, name, password string) error {
	p, err := BySignIn(tx, name)
	if err != nil {
		return err
	}
	return p.take(tx, password)
}

func (p Person) take(tx *kernel.Tx, password string) error {
	return kernel.ChangeOne[Person](tx, map[string]any{"password_hash": HashPassword(password), "one_time_until": nil, "session_epoch": p.SessionEpoch + 1,
		"version": p.Version + 1}, "id = ?", p.ID)
}

// LetOut ends what a person may do here, from the house's shell. Errors: last-manager; kernel.ErrMissing.
func LetOut(tx *kernel.Tx, name string) error {
	p, err := BySignIn(tx, name)
	if err == nil {
		_, err = changePerson(tx, kernel.ByID{ID: p.ID}, PersonChange{Version: p.Version, Name: p.Name, Role: p.Role})
	}
	return err
}

// Everybody lists who may or might sign in, for the house's shell.
func Everybody(tx *kernel.Tx) ([]Account, error) {
	all, err := listPeople(tx, kernel.None{})
	return all.People, err
}
