package people

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"net/http"
	"strings"

	"sedum/core/roles"
	"sedum/kernel"
)

// SignIn is a name and a password.
type SignIn struct {
	SignIn   string `json:"sign_in" maxLength:"60"`
	Password string `json:"password" maxLength:"200"`
}

// signInName is a sign-in name as it is kept.
func signInName(typed string) string { return strings.ToLower(strings.TrimSpace(typed)) }

// signIn checks a name and a password.
func (s Settings) signIn(tx *kernel.Tx, _ kernel.None, in SignIn) (Signed, error) {
	name := signInName(in.SignIn)
	// Held from the first: a reading without a lock would see the counts of before.
	person, err := kernel.Held[Person](tx, "SELECT * FROM people WHERE sign_in = ?", name)
	if err != nil && !errors.Is(err, kernel.ErrMissing) {
		return Signed{}, err
	}
	subjects := subjectsOf(tx, person)
	if person.ID == "" {
		subjects[0].digest = digest("name " + name)
	}
	attempt, err := reserve(tx, subjects)
	if err != nil {
		return Signed{}, err
	}
	hash := nobody
	if may := person.Active && (person.OneTimeUntil == nil || tx.Now.Before(*person.OneTimeUntil)); may {
		hash = person.PasswordHash
	}
	fits, err := s.hashing.fits(tx.Context(), hash, in.Password)
	if err != nil {
		return Signed{}, err
	}
	if !fits || hash == nobody {
		return Signed{}, kernel.Settled{Err: kernel.Said{Status: http.StatusUnauthorized, Code: "wrong-sign-in"}}
	}
	if err := attempt.right(tx); err != nil {
		return Signed{}, err
	}
	return s.signed(tx, person.Name, person.Role, person.OneTimeUntil != nil), s.Sessions.Begin(tx, person.ID, person.SessionEpoch)
}

func (s Settings) signed(tx *kernel.Tx, name string, role roles.Role, oneTime bool) Signed {
	return Signed{name, role, s.Permissions(role), today(tx), len(s.Demo) > 0, oneTime}
}

func digest(text string) string {
	sum := sha256.Sum256([]byte(text))
	return hex.EncodeToString(sum[:])
}

func (s Settings) signOutEverywhere(tx *kernel.Tx, _ kernel.None) error {
	if _, err := kernel.Exec(tx, "UPDATE people SET session_epoch = session_epoch + 1 WHERE id = ?", tx.Who.ID); err != nil {
		return err
	}
	return s.Sessions.End(tx)
}
