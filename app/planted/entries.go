package planted

import (
	"errors"
	"regexp"
	"time"

	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/core/water"
	"sedum/kernel"
)

// Entry is what somebody did or felt at a planted tree.
type Entry struct {
	ID         string `gorm:"primaryKey"`
	PlantedID  string
	DoneOn     time.Time
	GivenL     *float64
	Way        water.Way
	Felt       water.Felt
	ByCustomer bool
	PersonID   *string
	At         time.Time

	TakenBackAt *time.Time
}

// TableName says of what.
func (Entry) TableName() string { return "care_entries" }

// NewEntry is water given, a finger test, or both, on a day. ID is made where it is entered, so that what is sent twice is one.
type NewEntry struct {
	ID     string     `json:"id" maxLength:"32"`
	DoneOn string     `json:"done_on"`
	GivenL *float64   `json:"given_l,omitempty" exclusiveMinimum:"0" maximum:"2000"`
	Way    water.Way  `json:"way,omitempty" optional:"true" doc:"how it was given"`
	Felt   water.Felt `json:"felt,omitempty" optional:"true"`
}

// entryID is the shape of what a device makes.
var entryID = regexp.MustCompile(`^[A-Za-z0-9_-]{8,32}$`)

func addEntry(tx *kernel.Tx, p kernel.ByID, n NewEntry) (string, error) {
	return p.ID, Enter(tx, p.ID, n, false)
}

// Enter writes an entry down and works the store out anew. One that is there already is not written twice.
//
// Errors: kernel.ErrMissing; a fault at done_on for a day to come or before planting, at given_l for an entry of nothing.
func Enter(tx *kernel.Tx, id string, n NewEntry, byCustomer bool) error {
	t, err := Hold(tx, id)
	if err != nil {
		return err
	}
	var l fault.List
	on := kernel.Date(&l, "done_on", n.DoneOn)
	switch {
	case len(l) > 0:
	case on.After(tx.Today()):
		l.Add("done_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	case on.Before(t.PlantedOn):
		l.Add("done_on", fault.AtLeast, t.PlantedOn.Format(time.DateOnly))
	}
	if n.GivenL == nil && n.Felt == "" {
		l.Add("given_l", fault.Required, nil)
	}
	if n.Way != "" && n.GivenL == nil {
		l.Add("given_l", fault.Required, nil)
	}
	if !entryID.MatchString(n.ID) {
		l.Add("id", fault.NotText, nil)
	}
	if err := l.Err(); err != nil {
		return err
	}
	e := Entry{ID: n.ID, PlantedID: t.ID, DoneOn: on, GivenL: n.GivenL, Way: n.Way, Felt: n.Felt, ByCustomer: byCustomer, At: tx.Entered()}
	if tx.Who.ID != "" {
		e.PersonID = &tx.Who.ID
	}
	if there, err := kernel.One[Entry](tx, "id = ?", n.ID); err == nil {
		if there.PlantedID != t.ID {
			return fault.List{{Field: "id", Code: fault.SaidTwice}}
		}
		return nil
	} else if !errors.Is(err, kernel.ErrMissing) {
		return err
	}
	if err := kernel.Add(tx, &e); err != nil {
		return err
	}
	return workOut(tx, t)
}

// OfTree is one record of one planted tree.
type OfTree struct {
	kernel.ByID
	Record string `path:"record"`
}

// takeBackEntry takes an entry back that was a mistake; the store is as if it had not been.
func takeBackEntry(tx *kernel.Tx, p OfTree, why Because) (string, error) {
	t, err := Hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	e, err := kernel.One[Entry](tx, "id = ? AND planted_id = ? AND taken_back_at IS NULL", p.Record, p.ID)
	if err != nil {
		return "", err
	}
	was := map[string]any{"done_on": e.DoneOn.Format(time.DateOnly), "given_l": e.GivenL, "way": e.Way, "felt": e.Felt}
	if err := mending.Keep(tx, mending.Planted, t.ID, was, why.Reason); err != nil {
		return "", err
	}
	return t.ID, Drop(tx, t, e.ID)
}

// Drop takes an entry of a tree that is held back, and works its store out anew.
func Drop(tx *kernel.Tx, t Tree, entry string) error {
	if err := kernel.ChangeOne[Entry](tx, map[string]any{"taken_back_at": tx.Now}, "id = ? AND planted_id = ?", entry, t.ID); err != nil {
		return err
	}
	return workOut(tx, t)
}

// takeBack takes back that a tree was planted: nothing of it counts any more.
func takeBack(tx *kernel.Tx, p kernel.ByID, why Because) (string, error) {
	t, err := Hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	if err := mending.Keep(tx, mending.Planted, t.ID, map[string]any{"planted_on": t.PlantedOn.Format(time.DateOnly)}, why.Reason); err != nil {
		return "", err
	}
	return t.ID, t.takeBack(tx)
}

// takeBack leaves of a tree that is held that it was down as planted once.
func (t Tree) takeBack(tx *kernel.Tx) error {
	if _, err := kernel.Exec(tx, "DELETE FROM planted_water WHERE planted_id = ?", t.ID); err != nil {
		return err
	}
	return kernel.ChangeOne[Tree](tx, map[string]any{"taken_back_at": tx.Now, "version": t.Version + 1}, "id = ?", t.ID)
}

// entriesOf are what was entered for some trees and stands, oldest first.
func entriesOf(tx *kernel.Tx, ids []string) (map[string][]Entry, error) {
	out := map[string][]Entry{}
	if len(ids) == 0 {
		return out, nil
	}
	list, err := kernel.Many[Entry](tx, "done_on, at, id", "planted_id IN ? AND taken_back_at IS NULL", ids)
	for _, e := range list {
		out[e.PlantedID] = append(out[e.PlantedID], e)
	}
	return out, err
}

func inCore(list []Entry) []water.Entry {
	out := []water.Entry{}
	for _, e := range list {
		each := water.Entry{Date: e.DoneOn, Felt: e.Felt}
		if e.GivenL != nil {
			each.GivenL = *e.GivenL
		}
		out = append(out, each)
	}
	return out
}
