package yard

import (
	"errors"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/kernel"
)

// BeginDelivery finds or takes down the grower, and gives the delivery its number. Two who bring the same new grower at once get the same.
func BeginDelivery(tx *kernel.Tx, name, place string, d *Delivery) error {
	name = strings.TrimSpace(name)
	grower, err := kernel.One[Grower](tx, "name = ?", name)
	if errors.Is(err, kernel.ErrMissing) {
		grower = Grower{ID: kernel.NewID(), Name: name, Place: strings.TrimSpace(place), Version: 1}
		if err = kernel.Add(tx, &grower); errors.Is(err, kernel.ErrTwice) {
			grower, err = kernel.One[Grower](tx, "name = ?", name)
		}
	}
	if err != nil {
		return err
	}
	d.ID, d.GrowerID, d.PersonID, d.At = kernel.NewID(), grower.ID, tx.Who.ID, tx.Now
	if d.Number, err = tx.Next("delivery", 1); err != nil {
		return err
	}
	return kernel.Add(tx, d)
}

// TakeIn makes a lot of a delivery and a tag for every tree or bundle of it.
func TakeIn(tx *kernel.Tx, d Delivery, kindID string, facts stock.LotFacts, count, bundle int) (Lot, error) {
	number, err := tx.Next("lot", 1)
	if err != nil {
		return Lot{}, err
	}
	lot := Lot{ID: kernel.NewID(), Number: number, GrowerID: d.GrowerID, KindID: kindID, DeliveryID: &d.ID, ArrivedOn: tx.DayOf(d.ArrivedAt),
		LotFacts: facts.Settled(), Decision: stock.LotOpen, Version: 1}
	if err := kernel.Add(tx, &lot); err != nil {
		return Lot{}, err
	}
	bundle = max(1, bundle)
	tags := (count + bundle - 1) / bundle
	from, err := tx.Next("tag", tags)
	if err != nil {
		return Lot{}, err
	}
	trees := make([]Tree, tags)
	for i := range trees {
		trees[i] = Tree{ID: kernel.NewID(), Tag: tag.Of(uint32(from + i)), LotID: lot.ID, LotNumber: number, Number: i + 1, State: stock.Unchecked,
			StateSince: tx.Now, BundleCount: min(bundle, count-i*bundle), Version: 1}
	}
	if err := kernel.AddAll(tx, trees); err != nil {
		return Lot{}, err
	}
	return lot, CountAnew(tx, number)
}

// Split takes trees out of a bundle and gives them a tag of their own. The bundle is held by the caller.
// Errors: a fault at count; Refused when the bundle is no longer the yard's.
func Split(tx *kernel.Tx, t Tree, count int) (Tree, error) {
	var l fault.List
	if count < 1 {
		l.Add("count", fault.AtLeast, 1)
	} else if count >= t.BundleCount {
		l.Add("count", fault.MustBeUnder, t.BundleCount)
	}
	if err := l.Err(); err != nil {
		return Tree{}, err
	}
	state, ok := t.State.AfterSplit()
	if !ok {
		return Tree{}, kernel.Refused{Code: "bundle-gone", Field: "tag"}
	}
	from, err := tx.Next("tag", 1)
	if err != nil {
		return Tree{}, err
	}
	if _, err := HoldLot(tx, t.LotNumber); err != nil { // two bundles of a lot may be split at once
		return Tree{}, err
	}
	place, err := kernel.Value[int](tx, "SELECT COALESCE(MAX(number), 0) FROM trees WHERE lot_id = ?", t.LotID)
	if err != nil {
		return Tree{}, err
	}
	part := Tree{ID: kernel.NewID(), Tag: tag.Of(uint32(from)), LotID: t.LotID, LotNumber: t.LotNumber, Number: place + 1, State: state, StateSince: tx.Now,
		BundleCount: count, BundleOf: &t.ID, Version: 1}
	if state == stock.Held {
		part.DueOn = t.DueOn
	}
	if err := kernel.Add(tx, &part); err != nil {
		return part, err
	}
	if err := kernel.ChangeOne[Tree](tx, map[string]any{"bundle_count": t.BundleCount - count, "version": t.Version + 1}, "id = ? AND version = ?", t.ID, t.Version); err != nil {
		return part, err
	}
	return part, CountAnew(tx, t.LotNumber)
}

// Move moves a tree to a state by somebody's word, with the event; due is when it is looked at again, nil for never. The tree is held by
// the caller.
func Move(tx *kernel.Tx, t Tree, to stock.State, note string, due *time.Time) error {
	return MoveAsBefore(tx, t, to, &tx.Now, note, due)
}

// MoveAsBefore is Move to where a tree stood before, since when it had stood there (nil: since now): the word that put it there holds again.
func MoveAsBefore(tx *kernel.Tx, t Tree, to stock.State, since *time.Time, note string, due *time.Time) error {
	event := Event{ID: kernel.NewID(), TreeID: t.ID, PersonID: tx.Who.ID, At: tx.Now, FromState: t.State, ToState: to, Note: note}
	if err := kernel.Add(tx, &event); err != nil {
		return err
	}
	is := t
	is.State, is.StateSince, is.DueOn = to, tx.Now, due
	if since != nil {
		is.StateSince = *since
	}
	return write(tx, t, is)
}

// Judge moves a tree to where a look puts it; faulty is how the look counts for the lot, nil when it does not, and heightM what it measured.
// The tree is held by the caller.
func Judge(tx *kernel.Tx, t Tree, to stock.State, checkID string, at time.Time, due *time.Time, faulty *bool, heightM *float64) error {
	is := t
	is.State, is.StateSince, is.DueOn, is.CheckID, is.HeightM = to, at, due, &checkID, heightM
	if faulty != nil {
		is.Faulty = faulty
	}
	return write(tx, t, is)
}

func write(tx *kernel.Tx, was, is Tree) error {
	err := kernel.ChangeOne[Tree](tx, map[string]any{"state": is.State, "state_since": is.StateSince, "due_on": is.DueOn, "check_id": is.CheckID,
		"faulty": is.Faulty, "height_m": is.HeightM, "version": was.Version + 1}, "id = ? AND version = ?", was.ID, was.Version)
	if err != nil {
		return err
	}
	return recount(tx, was, is)
}

// StandAt writes where in the yard a tree was moved to. The tree is held by the caller.
func StandAt(tx *kernel.Tx, t Tree, place string) error {
	return kernel.ChangeOne[Tree](tx, map[string]any{"place": place, "version": t.Version + 1}, "id = ? AND version = ?", t.ID, t.Version)
}

// MoveLot moves every tree of a lot that stands in one of the states, each with its event, and says how many moved. The lot is held by
// the caller.
func MoveLot(tx *kernel.Tx, lot Lot, from []stock.State, to stock.State, note string) (int, error) {
	_, err := kernel.Exec(tx, `INSERT INTO tree_events (id, tree_id, person_id, at, from_state, to_state, note)
		SELECT LEFT(SHA2(CONCAT(id, ?), 256), 16), id, ?, ?, state, ?, ? FROM trees WHERE lot_id = ? AND state IN ?`,
		kernel.NewID(), tx.Who.ID, tx.Now, to, note, lot.ID, from)
	if err != nil {
		return 0, err
	}
	n, err := kernel.Exec(tx, "UPDATE trees SET state = ?, state_since = ?, due_on = NULL, version = version + 1 WHERE lot_id = ? AND state IN ?", to, tx.Now, lot.ID, from)
	if err != nil {
		return n, err
	}
	return n, CountAnew(tx, lot.Number)
}

// MoveBack puts the trees of a lot back that were moved to a state all at once at a moment, and that nobody has moved since, each with its
// event. The lot is held by the caller.
func MoveBack(tx *kernel.Tx, lot Lot, from stock.State, at time.Time, note string) error {
	type was struct {
		ID        string
		FromState stock.State
	}
	moved, err := kernel.Rows[was](tx, `SELECT t.id, e.from_state FROM trees t JOIN tree_events e ON e.tree_id = t.id AND e.at = ? AND e.to_state = t.state
		WHERE t.lot_id = ? AND t.state = ? AND t.state_since = ?`, at, lot.ID, from, at)
	if err != nil {
		return err
	}
	back := map[stock.State][]string{}
	for _, m := range moved {
		back[m.FromState] = append(back[m.FromState], m.ID)
	}
	for state, ids := range back {
		_, err := kernel.Exec(tx, `INSERT INTO tree_events (id, tree_id, person_id, at, from_state, to_state, note)
			SELECT LEFT(SHA2(CONCAT(id, ?), 256), 16), id, ?, ?, state, ?, ? FROM trees WHERE id IN ?`, kernel.NewID(), tx.Who.ID, tx.Now, state, note, ids)
		if err != nil {
			return err
		}
		if _, err := kernel.Exec(tx, "UPDATE trees SET state = ?, state_since = ?, version = version + 1 WHERE id IN ?", state, tx.Now, ids); err != nil {
			return err
		}
	}
	return CountAnew(tx, lot.Number)
}

// StandInRows writes how the trees of a lot stand.
func StandInRows(tx *kernel.Tx, lot Lot, rows sampling.Rows) error {
	_, err := kernel.Change[Lot](tx, map[string]any{"per_row": rows.PerRow}, "id = ?", lot.ID)
	return err
}
