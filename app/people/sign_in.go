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
	// Code is of their authenticator app, or a recovery code; "" until it is asked for.
	Code string `json:"code,omitempty" maxLength:"40"`
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
	tx.About(person.ID)
	here, err := deviceHere(tx)
	if err != nil {
		return Signed{}, err
	}
	subjects, err := subjectsOf(tx, person, here)
	if err != nil {
		return Signed{}, err
	}
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
	if !passwordFits(hash, in.Password) || hash == nobody {
		return Signed{}, kernel.Settled{Err: kernel.Said{Status: http.StatusUnauthorized, Code: "wrong-sign-in"}}
	}
	if person.SecondSecret != nil {
		if in.Code == "" { // no guess, and no proof either: what was counted before stays
			return Signed{}, errors.Join(attempt.undone(tx), kernel.Settled{Err: secondNeeded})
		}
		right, err := secondFits(tx, person, in.Code)
		if err != nil {
			return Signed{}, err
		}
		if !right {
			return Signed{}, kernel.Settled{Err: wrongSecond}
		}
	}
	if err := attempt.right(tx); err != nil {
		return Signed{}, err
	}
	if here, err = here.meet(tx, person.ID); err != nil {
		return Signed{}, err
	}
	return s.begin(tx, person, here, false)
}

// begin signs a person in on a device.
func (s Settings) begin(tx *kernel.Tx, p Person, on device, byPIN bool) (Signed, error) {
	who := kernel.Who{Name: p.Name, Role: p.Role, OneTime: p.OneTimeUntil != nil, Narrow: byPIN}
	if byPIN {
		who.Role = roles.YardHand
	}
	asked, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM second_asked WHERE role = ?", p.Role)
	if err != nil {
		return Signed{}, err
	}
	who.NoSecond = asked > 0 && p.SecondSecret == nil && !byPIN
	return s.signed(tx, who, OwnSettings{p.Language, p.Units}), s.Sessions.Begin(tx, kernel.Session{PersonID: p.ID, DeviceID: on.ID, Epoch: p.SessionEpoch, Narrow: byPIN})
}

func (s Settings) signed(tx *kernel.Tx, who kernel.Who, reads OwnSettings) Signed {
	return Signed{who.Name, who.Role, s.Permissions(who.Role), today(tx), len(s.Demo) > 0, who.OneTime, who.NoSecond, reads.Language, reads.Units, who.Narrow}
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
