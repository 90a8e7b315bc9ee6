package people

import (
	"crypto/rand"
	"encoding/base32"
	"errors"
	"strings"

	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/kernel"
)

// firstCode is what stands on the console of a program until there is a manager.
type firstCode struct {
	Digest string `gorm:"primaryKey"`
}

// TableName is that of the codes.
func (firstCode) TableName() string { return "first_codes" }

// Readable is a word that nobody guesses and that can be read out over a counter: 80 random bits in four groups.
func Readable() string {
	raw := make([]byte, 10)
	_, _ = rand.Read(raw)
	text := strings.ToLower(base32.StdEncoding.EncodeToString(raw))
	return strings.Join([]string{text[:4], text[4:8], text[8:12], text[12:]}, "-")
}

// nobodyYet tells whether there is no manager who could let anybody in.
func nobodyYet(tx *kernel.Tx) (bool, error) {
	return kernel.Value[bool](tx, "SELECT NOT EXISTS (SELECT 1 FROM people WHERE active AND role = ?)", roles.Manager)
}

// FirstCode gives a code for the console of a program, by which the first manager is made; "" when there is one.
func FirstCode(tx *kernel.Tx) (string, error) {
	none, err := nobodyYet(tx)
	if err != nil || !none {
		return "", err
	}
	code := Readable()
	_, err = kernel.Exec(tx, "INSERT INTO first_codes (digest, made_at) VALUES (?, ?)", digest(code), tx.Now)
	return code, err
}

// FirstManager is who makes the house's first account, by the code on the server's console.
type FirstManager struct {
	Code     string `json:"code" maxLength:"60"`
	Name     string `json:"name" maxLength:"120"`
	SignIn   string `json:"sign_in" maxLength:"60"`
	Password string `json:"password" maxLength:"600"`
}

// makeFirstManager lets the first manager in, and makes every code void. A wrong code counts as a guess at the house.
// Errors: not-first; faults at code, name, sign_in and password; kernel.Said slow-down.
func (s Settings) makeFirstManager(tx *kernel.Tx, _ kernel.None, f FirstManager) (Signed, error) {
	attempt, err := reserve(tx, []subject{{digest("first manager"), freeTries}})
	if err != nil {
		return Signed{}, err
	}
	none, err := nobodyYet(tx)
	if err != nil {
		return Signed{}, err
	}
	if !none {
		return Signed{}, kernel.Settled{Err: kernel.Refused{Code: "not-first", Field: "code"}}
	}
	_, err = kernel.Held[firstCode](tx, "SELECT digest FROM first_codes WHERE digest = ?", digest(strings.ToLower(strings.TrimSpace(f.Code))))
	if errors.Is(err, kernel.ErrMissing) {
		return Signed{}, kernel.Settled{Err: fault.List{{Field: "code", Code: fault.WrongCode}}}
	}
	if err != nil {
		return Signed{}, err
	}
	if err := attempt.right(tx); err != nil {
		return Signed{}, err
	}
	if err := LetIn(tx, NewPerson{Name: f.Name, SignIn: f.SignIn, Role: roles.Manager}, f.Password); err != nil {
		return Signed{}, err
	}
	if _, err := kernel.Exec(tx, "DELETE FROM first_codes"); err != nil {
		return Signed{}, err
	}
	p, err := BySignIn(tx, f.SignIn)
	if err != nil {
		return Signed{}, err
	}
	here, err := deviceHere(tx)
	if err == nil {
		here, err = here.meet(tx, p.ID)
	}
	if err != nil {
		return Signed{}, err
	}
	return s.begin(tx, p, here, false)
}
