package people

import (
	"errors"
	"net/http"
	"time"

	"sedum/kernel"
)

// signInFailure counts wrong passwords for a person, a name that nobody has, or an address.
type signInFailure struct {
	Subject  string `gorm:"primaryKey"`
	Failures int
	LastAt   time.Time
}

const (
	freeTries     = 5
	longestWait   = 15 * time.Minute
	addressFactor = 4 // a yard shares one address
	// forgotten is after how long one wrong password counts no more.
	forgotten = time.Hour
)

type subject struct {
	digest string
	free   int
}

// subjectsOf are what the guesses at a person are counted by: the person, however their name is spelt, and the address they come from.
// On a device that knows them they are counted there alone: strangers who guess elsewhere do not keep them out.
func subjectsOf(tx *kernel.Tx, p Person, on device) ([]subject, error) {
	known, err := on.knows(tx, p.ID)
	if known {
		return []subject{{digest("person " + p.ID + " " + on.ID), freeTries}}, err
	}
	return []subject{{digest("person " + p.ID), freeTries}, {digest("address " + tx.Address()), freeTries * addressFactor}}, err
}

// ownGuess holds the caller, and counts an attempt at their password.
func ownGuess(tx *kernel.Tx) (Person, guess, error) {
	p, err := kernel.Held[Person](tx, "SELECT * FROM people WHERE id = ?", tx.Who.ID)
	if err != nil {
		return p, guess{}, err
	}
	here, err := deviceHere(tx)
	if err != nil {
		return p, guess{}, err
	}
	subjects, err := subjectsOf(tx, p, here)
	if err != nil {
		return p, guess{}, err
	}
	g, err := reserve(tx, subjects)
	return p, g, err
}

// guess is one attempt, counted as wrong before the password is looked at: of many at once none is free.
type guess struct {
	was      []signInFailure
	subjects []subject
}

// reserve counts an attempt. After the free ones the wait doubles with each; one is forgotten an hour. Errors: kernel.Said slow-down.
func reserve(tx *kernel.Tx, subjects []subject) (guess, error) {
	g := guess{subjects: subjects}
	for _, s := range subjects {
		if _, err := kernel.Exec(tx, "INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (?, 0, ?) ON DUPLICATE KEY UPDATE failures = failures", s.digest, tx.Now); err != nil {
			return g, err
		}
		f, err := kernel.Held[signInFailure](tx, "SELECT * FROM sign_in_failures WHERE subject = ?", s.digest)
		if err != nil {
			return g, err
		}
		f.Failures = max(0, f.Failures-int(tx.Now.Sub(f.LastAt)/forgotten))
		if left := f.LastAt.Add(waitAfter(f.Failures - s.free)).Sub(tx.Now); f.Failures >= s.free && left > 0 {
			return g, kernel.Said{Status: http.StatusTooManyRequests, Code: "slow-down", RetryAfter: left}
		}
		g.was = append(g.was, f)
	}
	for _, f := range g.was {
		if err := f.write(tx, f.Failures+1, tx.Now); err != nil {
			return g, err
		}
	}
	return g, nil
}

func (f signInFailure) write(tx *kernel.Tx, failures int, at time.Time) error {
	_, err := kernel.Exec(tx, "UPDATE sign_in_failures SET failures = ?, last_at = ? WHERE subject = ?", failures, at, f.Subject)
	return err
}

// undone takes the attempt back and nothing else: it was neither right nor wrong.
func (g guess) undone(tx *kernel.Tx) error {
	var errs []error
	for _, f := range g.was {
		errs = append(errs, f.write(tx, f.Failures, f.LastAt))
	}
	return errors.Join(errs...)
}

// right takes the attempt back: it was no guess. What was counted of the person is forgotten; of the address only this one is.
func (g guess) right(tx *kernel.Tx) error {
	var errs []error
	for i, f := range g.was {
		failures := f.Failures
		if i == 0 {
			failures = 0
		}
		errs = append(errs, f.write(tx, failures, f.LastAt))
	}
	return errors.Join(errs...)
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
