// Package desk is what people do: one function a deed, one transaction a deed.
//
// A deed checks who may do it, reads the records, lets the core compute, and appends
// what happened. Nothing of the job is decided here; that is the core's.
package desk

import (
	"context"
	"encoding/json"
	"errors"
	"sync"
	"time"

	"sedum/core/rules"
	"sedum/store"
)

// Desk does the deeds.
type Desk struct {
	Store *store.Store
	// Now is the clock; tests set it.
	Now func() time.Time
	// Zone is where the yard's days begin and end; records hold UTC.
	Zone *time.Location
	// Weather is the station in the yard.
	Weather Weather
	// Printer prints labels, Scale weighs, Gateway carries messages: outside things, simulated or real.
	Printer LabelPrinter
	Scale   Scale
	Gateway Gateway

	mu       sync.Mutex
	house    rules.House
	houseSeq int
}

// Weather is what a weather station tells: the air at a latitude (degrees, south negative) and time, as
// temperature (C) and relative humidity (%).
type Weather interface {
	Air(latDeg float64, at time.Time) (tempC, rhPct float64)
}

// LabelPrinter prints a run of labels.
type LabelPrinter interface {
	Print(ctx context.Context, tags []string) error
}

// Scale shows what lies on it, g, some time after it was set to zero.
type Scale interface {
	Read(sinceTare time.Duration) float64
}

// Gateway carries a message out of the house.
type Gateway interface {
	Send(ctx context.Context, personID, code string) error
}

// within is the same desk inside a transaction.
func (d *Desk) within(tx *store.Store) *Desk {
	return &Desk{Store: tx, Now: d.Now, Zone: d.Zone, Weather: d.Weather, Printer: d.Printer, Scale: d.Scale, Gateway: d.Gateway, houseSeq: -1}
}

// Within is a desk like d over another store, for whoever fills a database in one transaction.
func (d *Desk) Within(tx *store.Store) *Desk { return d.within(tx) }

// New is a desk over a store, by the clock of the machine. Its outside things are wired by whoever makes it.
func New(s *store.Store) *Desk {
	return &Desk{Store: s, houseSeq: -1, Zone: time.UTC, Now: func() time.Time { return time.Now().UTC().Truncate(time.Microsecond) }}
}

// Caller is who does a deed, with the house rules in force at that moment.
type Caller struct {
	ID    string
	Name  string
	Role  store.Role
	Epoch int
	House rules.House
	// EnteredAgo is how long the entry waited on the device; 0 with a network.
	EnteredAgo time.Duration
}

// Stale says that somebody changed a record since it was seen; Current is its present state.
type Stale struct{ Current any }

func (Stale) Error() string { return "desk: the record has changed since it was seen" }

// Refused says that a deed cannot be done as things stand. The code has a sentence in package words.
type Refused struct {
	Code  string
	Field string
}

func (r Refused) Error() string { return "desk: refused: " + r.Code }

// ErrNotAllowed says that this person may not do this deed.
var ErrNotAllowed = errors.New("desk: not allowed")

// Caller reads who is calling. The rules come with it: when nobody changed one since the last
// request, the house known here is still right and only its number is compared.
func (d *Desk) Caller(ctx context.Context, personID string) (Caller, error) {
	c, err := d.Store.CallerByID(ctx, personID)
	if err != nil {
		return Caller{}, err
	}
	house, err := d.houseAt(ctx, c.RulesSeq)
	if err != nil {
		return Caller{}, err
	}
	if !c.Active {
		return Caller{}, ErrNotAllowed
	}
	return Caller{ID: c.ID, Name: c.Name, Role: c.Role, Epoch: c.SessionEpoch, House: house}, nil
}

func (d *Desk) houseAt(ctx context.Context, seq int) (rules.House, error) {
	d.mu.Lock()
	defer d.mu.Unlock()
	if seq == d.houseSeq {
		return d.house, nil
	}
	changes, err := d.Store.RuleChanges(ctx)
	if err != nil {
		return rules.House{}, err
	}
	house := rules.House{}
	for _, c := range changes {
		next, err := applyChange(house, c.RuleKey, c.Value)
		if err == nil { // a rule that a later version dropped no longer applies
			house = next
		}
	}
	d.house, d.houseSeq = house, seq
	return house, nil
}

// presentHouse is the house in force, for deeds that nobody asked for.
func (d *Desk) presentHouse(ctx context.Context) (rules.House, error) {
	changes, err := d.Store.RuleChanges(ctx)
	if err != nil {
		return rules.House{}, err
	}
	seq := 0
	for _, c := range changes {
		seq = max(seq, c.Seq)
	}
	return d.houseAt(ctx, seq)
}

// once does a deed under an idempotency key: sent twice, it happens once and answers the same.
func once[T any](ctx context.Context, d *Desk, who Caller, key, deed string, do func(tx *store.Store) (T, error)) (T, error) {
	return claim(ctx, d, who, key, deed, func(tx *store.Store, claim store.Once) (T, error) {
		// The key is claimed first: a second request with it waits here until this one has ended.
		claim.Answer = "null"
		var out T
		err := store.Add(ctx, tx, &claim)
		if err != nil {
			return out, err
		}
		if out, err = do(tx); err != nil {
			return out, err
		}
		answer, err := json.Marshal(out)
		if err != nil {
			return out, err
		}
		return out, tx.AnswerOnce(ctx, key, who.ID, string(answer))
	})
}

// claim runs a deed in a transaction; when its key was claimed before, the answer of then is given again.
func claim[T any](ctx context.Context, d *Desk, who Caller, key, deed string, do func(tx *store.Store, claim store.Once) (T, error)) (T, error) {
	var out T
	if len(key) < 8 || len(key) > 64 {
		return out, Refused{Code: "idempotency-key", Field: "idempotency_key"}
	}
	mine := store.Once{IdempotencyKey: key, PersonID: who.ID, Deed: deed, At: d.Now()}
	err := d.Store.InTransaction(ctx, func(tx *store.Store) (err error) {
		out, err = do(tx, mine)
		return err
	})
	if !errors.Is(err, store.ErrTwice) {
		return out, err
	}
	before, missing := d.Store.OnceByKey(ctx, key, who.ID)
	if missing != nil {
		return out, err // some other record was there twice
	}
	if before.Deed != deed {
		return out, Refused{Code: "idempotency-key", Field: "idempotency_key"}
	}
	return out, json.Unmarshal([]byte(before.Answer), &out)
}
