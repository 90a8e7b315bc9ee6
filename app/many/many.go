// Package many is what is done to many trees at once: with one reason, and one undo (handbook, stock.md, "The state follows the facts").
package many

import (
	"embed"
	"errors"
	"slices"
	"strings"
	"time"

	"sedum/app/people"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Deed is one thing done to many trees, appended; an undo is written on it.
type Deed struct {
	ID       string
	Deed     stock.ManyDeed
	Reason   string
	Place    string
	Until    *time.Time
	PersonID string
	At       time.Time
	UndoneAt *time.Time
	UndoneBy *string

	Person people.Named
}

// TableName says that it is of many.
func (Deed) TableName() string { return "many_deeds" }

// Touched is a tree as it stood before a deed.
type Touched struct {
	DeedID   string
	TreeID   string
	WasState stock.State
	WasSince *time.Time
	WasDue   *time.Time
	WasPlace string
	// Version of the tree after the deed.
	Version int
}

// TableName says that it is of many.
func (Touched) TableName() string { return "many_trees" }

// Capability declares what can be done here.
func Capability() kernel.Capability {
	moved := []string{"see-tree", "list-trees", "list-lots", "see-lot", "today", "match", "see-work", "list-many", "see-stocktake", "see-sheet"}
	return kernel.Capability{Name: "many", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		// Losing trees is a role's of its own, which the core knows.
		kernel.Deed("change-many", "POST", "/many", yard.SeeYard, change, show).Makes(moved...),
		kernel.Deed("undo-many", "PUT", "/many/{id}/undone", yard.SeeYard, undo, func(tx *kernel.Tx, _ kernel.ByID, r result) (Done, error) {
			return show(tx, kernel.None{}, r)
		}).Makes(moved...),
		kernel.Read("list-many", "/many", yard.SeeYard, list),
	}}
}

// Change is which trees, what is done to them and why.
type Change struct {
	Tags   []string       `json:"tags" minItems:"1" maxItems:"500"`
	Deed   stock.ManyDeed `json:"deed"`
	Reason string         `json:"reason" maxLength:"500"`
	Until  string         `json:"until,omitempty" doc:"YYYY-MM-DD; of a hold: when it is looked at again"`
	Place  string         `json:"place,omitempty" maxLength:"80" doc:"of a move: where in the yard"`
}

func (c Change) check(tx *kernel.Tx) (until *time.Time, err error) {
	l := fault.Missing("reason", strings.TrimSpace(c.Reason))
	switch c.Deed {
	case stock.HoldMany:
		day := kernel.Date(&l, "until", c.Until)
		if tomorrow := tx.Today().AddDate(0, 0, 1); len(l) == 0 && day.Before(tomorrow) {
			l.Add("until", fault.AtLeast, tomorrow.Format(time.DateOnly))
		}
		until = &day
	case stock.MoveMany:
		l = append(l, fault.Missing("place", strings.TrimSpace(c.Place))...)
	}
	return until, l.Err()
}

// Left is a tree that a deed left as it was, and why.
type Left struct {
	Tag string        `json:"tag"`
	Why stock.WhyLeft `json:"why"`
}

// result is what a deed did, kept with its key.
type result struct {
	ID   string
	Left []Left
}

// change does one thing to many trees; those that it may not touch stay as they are and are told.
func change(tx *kernel.Tx, _ kernel.None, c Change) (result, error) {
	out := result{ID: kernel.NewID(), Left: []Left{}}
	until, err := c.check(tx)
	if err != nil {
		return out, err
	}
	if !stock.MayDoMany(c.Deed, tx.Who.Role) {
		return out, kernel.ErrNotAllowed
	}
	d := Deed{ID: out.ID, Deed: c.Deed, Reason: strings.TrimSpace(c.Reason), Place: strings.TrimSpace(c.Place), Until: until, PersonID: tx.Who.ID, At: tx.Now}
	if err := kernel.Add(tx, &d); err != nil {
		return out, err
	}
	// Always in the same order, so that two deeds do not wait for each other.
	tags := slices.Clone(c.Tags)
	slices.Sort(tags)
	done := map[string]bool{}
	for _, tag := range tags {
		t, err := yard.HoldTree(tx, tag)
		var misread fault.List
		if errors.Is(err, kernel.ErrMissing) || errors.As(err, &misread) {
			out.Left = append(out.Left, Left{tag, stock.LeftUnknown})
			continue
		} else if err != nil {
			return out, err
		}
		if done[t.ID] {
			continue
		}
		done[t.ID] = true
		if why := c.Deed.LeavesOut(t.State); why != "" {
			out.Left = append(out.Left, Left{t.Tag, why})
			continue
		}
		if err := d.on(tx, t); err != nil {
			return out, err
		}
	}
	if len(out.Left) == len(tags) {
		return out, kernel.Refused{Code: "none-of-many", Field: "tags"}
	}
	return out, nil
}

// on does it to one tree and keeps how it stood.
func (d Deed) on(tx *kernel.Tx, t yard.Tree) error {
	if err := kernel.Add(tx, &Touched{d.ID, t.ID, t.State, &t.StateSince, t.DueOn, t.Place, t.Version + 1}); err != nil {
		return err
	}
	if d.Deed == stock.MoveMany {
		return yard.StandAt(tx, t, d.Place)
	}
	return yard.Move(tx, t, d.Deed.Becomes(t.State), d.Reason, d.Until)
}

// undo puts back what nobody has touched since: by who did it, or a manager.
func undo(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (result, error) {
	out := result{ID: p.ID, Left: []Left{}}
	d, err := kernel.Held[Deed](tx, "SELECT * FROM many_deeds WHERE id = ?", p.ID)
	if err != nil {
		return out, err
	}
	if !roles.MayTakeBack(d.PersonID == tx.Who.ID, tx.Who.Role) {
		return out, kernel.ErrNotAllowed
	}
	if d.UndoneAt != nil {
		return out, nil // it is undone: said again, nothing more happens
	}
	touched, err := kernel.Many[Touched](tx, "tree_id", "deed_id = ?", d.ID)
	if err != nil {
		return out, err
	}
	for _, was := range touched {
		t, err := yard.HoldTreeByID(tx, was.TreeID)
		if err != nil {
			return out, err
		}
		if t.Version != was.Version {
			out.Left = append(out.Left, Left{t.Tag, stock.LeftTouched})
			continue
		}
		if d.Deed == stock.MoveMany {
			err = yard.StandAt(tx, t, was.WasPlace)
		} else {
			err = yard.MoveAsBefore(tx, t, was.WasState, was.WasSince, d.Reason, was.WasDue)
		}
		if err != nil {
			return out, err
		}
	}
	return out, kernel.ChangeOne[Deed](tx, map[string]any{"undone_at": tx.Now, "undone_by": tx.Who.ID}, "id = ?", d.ID)
}

// Done is a deed on many trees as it is told.
type Done struct {
	ID     string         `json:"id"`
	Deed   stock.ManyDeed `json:"deed"`
	Reason string         `json:"reason"`
	Place  string         `json:"place"`
	Until  *time.Time     `json:"until"`
	By     string         `json:"by"`
	At     time.Time      `json:"at"`
	Count  int            `json:"trees_count"`
	Undone bool           `json:"undone"`
	// MayUndo is whether who asks may undo it.
	MayUndo bool `json:"may_undo"`
	// Left are trees that the deed, or its undo, left as they were.
	Left []Left `json:"left"`
}

func show(tx *kernel.Tx, _ kernel.None, r result) (Done, error) {
	d, err := kernel.One[Deed](tx.With("Person"), "id = ?", r.ID)
	if err != nil {
		return Done{}, err
	}
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM many_trees WHERE deed_id = ?", d.ID)
	out := d.told(tx, n)
	out.Left = r.Left
	return out, err
}

func (d Deed) told(tx *kernel.Tx, count int) Done {
	return Done{ID: d.ID, Deed: d.Deed, Reason: d.Reason, Place: d.Place, Until: d.Until, By: d.Person.Name, At: d.At, Count: count, Undone: d.UndoneAt != nil,
		MayUndo: d.UndoneAt == nil && roles.MayTakeBack(d.PersonID == tx.Who.ID, tx.Who.Role), Left: []Left{}}
}

// List are the newest deeds on many trees.
type List struct {
	Deeds []Done `json:"deeds"`
}

// newest is how many are listed.
const newest = 20

func list(tx *kernel.Tx, _ kernel.None) (List, error) {
	type counted struct {
		DeedID string
		Count  int
	}
	out := List{Deeds: []Done{}}
	var deeds []Deed
	if err := tx.DB().Preload("Person").Order("at DESC, id").Limit(newest).Find(&deeds).Error; err != nil {
		return out, kernel.Ours(err)
	}
	ids := []string{""}
	for _, d := range deeds {
		ids = append(ids, d.ID)
	}
	counts, err := kernel.Rows[counted](tx, "SELECT deed_id, COUNT(*) AS count FROM many_trees WHERE deed_id IN ? GROUP BY deed_id", ids)
	if err != nil {
		return out, err
	}
	of := map[string]int{}
	for _, c := range counts {
		of[c.DeedID] = c.Count
	}
	for _, d := range deeds {
		out.Deeds = append(out.Deeds, d.told(tx, of[d.ID]))
	}
	return out, nil
}
