package people

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"net/http"
	"strings"
	"time"

	"sedum/kernel"
)

// SignIn is a name and a password.
type SignIn struct {
	SignIn   string `json:"sign_in" maxLength:"60"`
	Password string `json:"password" maxLength:"200"`
}

// signInFailure counts wrong passwords for a name or an address.
type signInFailure struct {
	Subject  string
	Failures int
	LastAt   time.Time
}

const (
	freeTries     = 5
	longestWait   = 15 * time.Minute
	addressFactor = 4 // a yard shares one address
)

type subject struct {
	digest string
	free   int
}

// signIn checks a name and a password. After five wrong ones the wait doubles with each.
func (s Settings) signIn(tx *kernel.Tx, _ kernel.None, in SignIn) (Signed, error) {
	name := strings.ToLower(strings.TrimSpace(in.SignIn))
	subjects := []subject{{digest("name " + name), freeTries}, {digest("address " + tx.Address()), freeTries * addressFactor}}
	if err := slowDown(tx, subjects); err != nil {
		return Signed{}, err
	}
	person, err := kernel.One[Person](tx, "sign_in = ?", name)
	if err != nil && !errors.Is(err, kernel.ErrMissing) {
		return Signed{}, err
	}
	hash := nobody
	if err == nil && person.Active {
		hash = person.PasswordHash
	}
	if !passwordFits(hash, in.Password) || person.ID == "" || !person.Active {
		for _, each := range subjects {
			if _, err := kernel.Exec(tx, `INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (?, 1, ?)
				ON DUPLICATE KEY UPDATE failures = IF(last_at < ?, 1, failures + 1), last_at = VALUES(last_at)`,
				each.digest, tx.Now, tx.Now.Add(-24*time.Hour)); err != nil {
				return Signed{}, err
			}
		}
		return Signed{}, kernel.Settled{Err: kernel.Said{Status: http.StatusUnauthorized, Code: "wrong-sign-in"}}
	}
	if _, err := kernel.Exec(tx, "DELETE FROM sign_in_failures WHERE subject = ?", subjects[0].digest); err != nil {
		return Signed{}, err
	}
	return s.signed(tx, person.Name, person.Role), s.Sessions.Begin(tx, person.ID, person.SessionEpoch)
}

func slowDown(tx *kernel.Tx, subjects []subject) error {
	for _, s := range subjects {
		f, err := kernel.One[signInFailure](tx, "subject = ?", s.digest)
		if errors.Is(err, kernel.ErrMissing) {
			continue
		}
		if err != nil {
			return err
		}
		if left := f.LastAt.Add(waitAfter(f.Failures - s.free)).Sub(tx.Now); f.Failures >= s.free && left > 0 {
			return kernel.Said{Status: http.StatusTooManyRequests, Code: "slow-down", RetryAfter: left}
		}
	}
	return nil
}

func waitAfter(overFree int) time.Duration {
	if overFree < 0 {
		return 0
	}
	if overFree > 10 {
		return longestWait
	}
	return min(longestWait, time.Second<<overFree)
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
