package kernel

import (
	"context"
	"crypto/rand"
	"encoding/base32"
	"fmt"
	"strings"
	"time"

	"gorm.io/gorm"

	"sedum/core/fault"
	"sedum/words"
)

// Tx is one deed, or one look at the records: on it alone records are read and written.
//
// A deed's Tx is a transaction on one connection, committed whole or rolled back; a reading Tx holds one connection and writes nothing.
// It carries who acts and when, so that nothing of a deed depends on anything else.
type Tx struct {
	// Who acts, with the house rules in force.
	Who Who
	// Now is when the deed is done, UTC.
	Now time.Time
	// Zone is where the yard's days begin and end; records hold UTC.
	Zone *time.Location
	// EnteredAgo is how long the entry waited on a device; 0 with a network.
	EnteredAgo time.Duration
	// Say answers in the caller's language and units.
	Say words.Speaker

	address string
	entry   *entry
	wakes   chan<- string

	ctx   context.Context
	db    *gorm.DB
	with  []string
	after *[]outside
	// many says that several servers hold the records.
	many bool
}

// Context ends with the request.
func (tx *Tx) Context() context.Context { return tx.ctx }

// Address is where the request came from, "" without one.
func (tx *Tx) Address() string { return tx.address }

// DB is the connection for what the functions below do not say.
func (tx *Tx) DB() *gorm.DB { return tx.db }

// Entered is when a person made an entry: now, or as long ago as their device kept it.
func (tx *Tx) Entered() time.Time { return tx.Now.Add(-tx.EnteredAgo) }

// Today is the yard's own date, as the records hold dates: midnight in UTC.
func (tx *Tx) Today() time.Time { return tx.DayOf(tx.Now) }

// DayOf is the date in the yard at a moment, as the records hold dates.
func (tx *Tx) DayOf(at time.Time) time.Time {
	year, month, day := at.In(tx.Zone).Date()
	return time.Date(year, month, day, 0, 0, 0, 0, time.UTC)
}

// AfterCommit does something outside the house once the deed is in: a page is printed, a browser is told.
func (tx *Tx) AfterCommit(do func(context.Context)) {
	*tx.after = append(*tx.after, outside{do: func(ctx context.Context) error { do(ctx); return nil }})
}

// Outside is AfterCommit for what must not be forgotten: when it was done, kept notes it, in a deed of its own. Until then it is due: the
// program may die in between, and whoever declares it lists it again by a job.
func (tx *Tx) Outside(do func(context.Context) error, kept func(*Tx) error) {
	*tx.after = append(*tx.after, outside{do, kept})
}

// outside is something that is done beyond the house once a deed is in, and what notes that it was.
type outside struct {
	do   func(context.Context) error
	kept func(*Tx) error
}

// As is the same Tx in somebody else's name at another moment, for whoever tells a past.
func (tx *Tx) As(who Who, now time.Time) *Tx {
	out := *tx
	out.Who, out.Now = who, now
	return &out
}

// With reads records along with what they name, as With("Grower", "Kind").
func (tx *Tx) With(named ...string) *Tx {
	out := *tx
	out.with = named
	return &out
}

func (tx *Tx) query() *gorm.DB {
	db := tx.db
	for _, name := range tx.with {
		db = db.Preload(name)
	}
	return db
}

// One finds one record, or ErrMissing.
func One[T any](tx *Tx, where string, args ...any) (T, error) {
	var out T
	err := tx.query().Where(where, args...).Take(&out).Error
	return out, ours(err)
}

// Many finds records in an order; where may be "".
func Many[T any](tx *Tx, order, where string, args ...any) ([]T, error) {
	out := []T{}
	query := tx.query().Order(order)
	if where != "" {
		query = query.Where(where, args...)
	}
	return out, ours(query.Find(&out).Error)
}

// Rows reads what a query gives.
func Rows[T any](tx *Tx, query string, args ...any) ([]T, error) {
	out, err := gorm.G[T](tx.db).Raw(query, args...).Find(tx.ctx)
	if out == nil {
		out = []T{}
	}
	return out, ours(err)
}

// Value reads the one value that a query gives; its zero when there is none.
func Value[T any](tx *Tx, query string, args ...any) (T, error) {
	var out T
	return out, ours(tx.db.Raw(query, args...).Scan(&out).Error)
}

// Add puts a new record in, or says ErrTwice.
func Add[T any](tx *Tx, record *T) error { return ours(tx.db.Create(record).Error) }

// AddAll puts many new records in with few statements.
func AddAll[T any](tx *Tx, records []T) error {
	if len(records) == 0 {
		return nil
	}
	return ours(tx.db.CreateInBatches(&records, 500).Error)
}

// Change writes columns of the records of a table that fit, and says how many there were.
func Change[T any](tx *Tx, columns map[string]any, where string, args ...any) (int, error) {
	done := tx.db.Model(new(T)).Where(where, args...).Updates(columns)
	return int(done.RowsAffected), ours(done.Error)
}

// ChangeOne is Change of one record; ErrMissing when none fits.
func ChangeOne[T any](tx *Tx, columns map[string]any, where string, args ...any) error {
	n, err := Change[T](tx, columns, where, args...)
	if err == nil && n == 0 {
		return ErrMissing
	}
	return err
}

// Exec does a statement and says how many rows it changed. It is for statements that Change cannot say.
func Exec(tx *Tx, statement string, args ...any) (int, error) {
	done := tx.db.Exec(statement, args...)
	return int(done.RowsAffected), ours(done.Error)
}

// NewID is a fresh identifier: 16 characters that say nothing and need no counter.
func NewID() string {
	raw := make([]byte, 10)
	_, _ = rand.Read(raw)
	return strings.ToLower(base32.StdEncoding.EncodeToString(raw))
}

// Next counts a named counter up by n and gives its first new value. The counter's row is held until
// the deed ends, so numbers have no gaps and none comes twice.
func (tx *Tx) Next(counter string, n int) (int, error) {
	_, err := Exec(tx, "INSERT INTO counters (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE value = value + VALUES(value)", counter, n)
	if err != nil {
		return 0, err
	}
	value, err := Value[int](tx, "SELECT value FROM counters WHERE name = ?", counter)
	return value - n + 1, err
}

// clockSlack is how far ahead of ours another clock may be.
const clockSlack = 5 * time.Minute

// earliestYear is before anything that a yard could tell of; the database's calendar ends long before.
const earliestYear = 1900

// Moment reads a time that is given as RFC 3339 and lies in the past; "" is nil. What is wrong is added to the list.
func (tx *Tx) Moment(l *fault.List, field, text string) *time.Time {
	if text == "" {
		return nil
	}
	t, err := time.Parse(time.RFC3339, text)
	switch {
	case err != nil:
		l.Add(field, fault.WrongType, "date and time")
		return nil
	case t.Year() < earliestYear:
		l.Add(field, fault.AtLeast, fmt.Sprintf("%d-01-01", earliestYear))
		return nil
	case t.After(tx.Now.Add(clockSlack)):
		l.Add(field, fault.AtMost, tx.Now.Format("2006-01-02 15:04"))
		return nil
	}
	t = t.UTC()
	return &t
}

// Date reads a date that is given as YYYY-MM-DD. What is wrong is added to the list.
func Date(l *fault.List, field, text string) time.Time {
	t, err := time.Parse(time.DateOnly, text)
	if err != nil {
		l.Add(field, fault.WrongType, "date")
	} else if t.Year() < earliestYear {
		l.Add(field, fault.AtLeast, fmt.Sprintf("%d-01-01", earliestYear))
	}
	return t
}
