package kernel

import (
	"database/sql"
	"errors"
	"strings"
	"time"

	"github.com/go-sql-driver/mysql"
	"gorm.io/gorm"
)

// ErrMissing says that there is no such record.
var ErrMissing = errors.New("kernel: no such record")

// ErrTwice says that a record with the same unique value is there already.
var ErrTwice = errors.New("kernel: there already")

// ErrNotAllowed says that this person may not do this deed.
var ErrNotAllowed = errors.New("kernel: not allowed")

// Stale says that somebody changed a record since it was seen; Current is its present state, as the page shows it.
type Stale struct{ Current any }

func (Stale) Error() string { return "kernel: the record has changed since it was seen" }

// Refused says that a deed cannot be done as things stand. The code has a sentence in package words.
type Refused struct {
	Code  string
	Field string
}

func (r Refused) Error() string { return "kernel: refused: " + r.Code }

// Said is an error that brings its own answer: a status, and a sentence (problem.Code) in package words.
type Said struct {
	Status int
	Code   string
	Values map[string]any
	// Field that it is about, "" when it is about none.
	Field string
	// RetryAfter is told to whoever asks again, when it is not 0.
	RetryAfter time.Duration
}

func (s Said) Error() string { return "kernel: " + s.Code }

// Settled is an error with which a deed ends and is kept all the same: a wrong password is refused, and counted.
type Settled struct{ Err error }

func (s Settled) Error() string { return s.Err.Error() }

func (s Settled) Unwrap() error { return s.Err }

// The numbers by which MariaDB says what happened.
const (
	duplicate     = 1062
	deadlock      = 1213
	lockWait      = 1205
	recordChanged = 1020
)

// Ours turns the database's errors into this package's, for a query that was asked of DB itself.
func Ours(err error) error { return ours(err) }

// ours turns the database's errors into this package's.
func ours(err error) error {
	switch {
	case err == nil:
		return nil
	case errors.Is(err, gorm.ErrRecordNotFound), errors.Is(err, sql.ErrNoRows):
		return ErrMissing
	case errors.Is(err, gorm.ErrDuplicatedKey), isNumber(err, duplicate):
		return ErrTwice
	}
	return err
}

func isNumber(err error, numbers ...uint16) bool {
	e, ok := errors.AsType[*mysql.MySQLError](err)
	if !ok {
		return false
	}
	for _, n := range numbers {
		if e.Number == n {
			return true
		}
	}
	return false
}

// inDoubt is an error of a commit: it may be in. Whoever asks again under the same key hears what came of it.
type inDoubt struct{ error }

func (d inDoubt) Unwrap() error { return d.error }

// lostBefore tells that a server was lost while nothing was in yet.
func lostBefore(err error) bool {
	_, doubt := errors.AsType[inDoubt](err)
	return !doubt && serverLost(err)
}

// gaveWay tells that the database gave way to another deed: this one may be done again, whole.
func gaveWay(err error) bool { return isNumber(err, deadlock, lockWait, recordChanged) }

// full tells that there was no room left to write: table or disk full, a file that cannot grow, or an engine that says so (errno 28).
func full(err error) bool {
	const errorOnWrite, diskFull, tableFull, writing = 3, 1021, 1114, 1026
	if isNumber(err, errorOnWrite, diskFull, tableFull, writing) {
		return true
	}
	const fromEngine = 1030
	e, ok := errors.AsType[*mysql.MySQLError](err)
	return ok && e.Number == fromEngine && strings.Contains(e.Message, "28 ")
}
