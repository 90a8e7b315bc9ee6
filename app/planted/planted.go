// Package planted is the trees that have gone into the ground: when, by which sheet, and the water they live on since (handbook,
// aftercare.md, "Water").
package planted

import (
	"embed"
	"errors"
	"time"

	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Tree is a planted tree.
type Tree struct {
	ID         string `gorm:"primaryKey"`
	SheetID    string
	TreeID     string
	SpotID     string
	PlantedOn  time.Time
	ByCustomer bool
	PersonID   *string
	At         time.Time
	// Contact is that it is looked at on planned days, whatever becomes of it: only such trees count for survival.
	Contact bool
	EndedOn *time.Time
	EndedAs string
	Cause   string
	Version int
	// ClaimedOn is since when somebody asks that it be made good.
	ClaimedOn *time.Time
	Visited   bool
	// DearSince is since when a spare of it is to be kept.
	DearSince *time.Time

	TakenBackAt *time.Time
}

// TableName says of what.
func (Tree) TableName() string { return "planted_trees" }

// Who may do what with planted trees.
var (
	SeePlanted  = kernel.Permission{Name: "see-planted", Roles: set.All[roles.Role]()}
	KeepPlanted = kernel.Permission{Name: "keep-planted", Roles: roles.Counter()}
)

// Changed are the answers that a fact of a planted tree makes old.
var Changed = []string{"list-planted", "see-planted", "see-visits", "see-round", "see-mendings", "see-outcomes", "see-school-record", "see-hand", "see-life", "sheet-planted", "today", "see-week"}

// Capability declares what can be asked and done here, and what the house does at night.
func Capability() kernel.Capability {
	same := func(tx *kernel.Tx, p kernel.ByID, _ string) (Page, error) { return see(tx, p) }
	return kernel.Capability{Name: "planted", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-planted", "/planted", SeePlanted, list),
		kernel.Read("see-planted", "/planted/{id}", SeePlanted, see),
		kernel.Read("sheet-planted", "/sheets/{number}/planted", SeePlanted, ofSheet),
		kernel.Deed("record-planted", "POST", "/sheets/{number}/planted", KeepPlanted, record, func(tx *kernel.Tx, _ kernel.ByNumber, id string) (Page, error) {
			return see(tx, kernel.ByID{ID: id})
		}).Makes(append(Changed, "see-sheet", "see-tree", "list-trees", "list-lots", "match")...),
		kernel.Deed("take-back-planted", "POST", "/planted/{id}/taken-back", KeepPlanted, takeBack, same).Makes(Changed...),
		kernel.Deed("set-contact", "PUT", "/planted/{id}/contact", KeepPlanted, setContact, same).Makes(Changed...),
		kernel.Deed("add-care-entry", "POST", "/planted/{id}/entries", SeePlanted, addEntry, same).Makes(Changed...).Keep(),
		kernel.Deed("take-back-care-entry", "POST", "/planted/{id}/entries/{record}/taken-back", KeepPlanted, takeBackEntry, func(tx *kernel.Tx, p OfTree, _ string) (Page, error) {
			return see(tx, p.ByID)
		}).Makes(Changed...),
	}, Jobs: []kernel.Job{night(), returned()}}
}

// NewPlanted is that the tree of a sheet was planted, and whether it will be looked at on planned days.
type NewPlanted struct {
	PlantedOn string `json:"planted_on"`
	Contact   *bool  `json:"contact,omitempty"`
}

// record writes down that the tree of a sheet stands in the ground. A tree that was reserved has left the yard with that.
//
// Refused: sheet-withdrawn; planted-twice; tree-not-gone (it stands in the yard and is not this sheet's).
func record(tx *kernel.Tx, p kernel.ByNumber, n NewPlanted) (string, error) {
	s, err := kernel.One[sheets.Sheet](tx, "number = ?", p.Number)
	if err != nil {
		return "", err
	}
	var l fault.List
	on := kernel.Date(&l, "planted_on", n.PlantedOn)
	if err := l.Err(); err != nil {
		return "", err
	}
	return plant(tx, s, on, n.Contact != nil && *n.Contact, false)
}

// plant is record, by whoever says it.
func plant(tx *kernel.Tx, s sheets.Sheet, on time.Time, contact, byCustomer bool) (string, error) {
	switch {
	case s.WithdrawnAt != nil:
		return "", kernel.Refused{Code: "sheet-withdrawn", Field: "planted_on"}
	case on.After(tx.Today()):
		return "", fault.List{{Field: "planted_on", Code: fault.AtMost, Limit: tx.Today().Format(time.DateOnly)}}
	case on.Before(tx.DayOf(s.IssuedAt)):
		return "", fault.List{{Field: "planted_on", Code: fault.AtLeast, Limit: tx.DayOf(s.IssuedAt).Format(time.DateOnly)}}
	}
	t, err := yard.HoldTree(tx, s.Content.Tag)
	if err != nil {
		return "", err
	}
	if t.ID != s.TreeID || (t.State != stock.Reserved && t.State != stock.Sold) {
		return "", kernel.Refused{Code: "tree-not-gone", Field: "planted_on"}
	}
	if t.State == stock.Reserved {
		as := *tx
		if as.Who.ID == "" { // the customer tells it: it is the sheet's, and so is what follows from it
			as.Who.ID = s.PersonID
		}
		if err := yard.Move(&as, t, stock.Sold, "", nil); err != nil {
			return "", err
		}
	}
	planted := Tree{ID: kernel.NewID(), SheetID: s.ID, TreeID: t.ID, SpotID: s.SpotID, PlantedOn: on, ByCustomer: byCustomer, At: tx.Entered(), Contact: contact, Version: 1}
	if tx.Who.ID != "" {
		planted.PersonID = &tx.Who.ID
	}
	if err := kernel.Add(tx, &planted); errors.Is(err, kernel.ErrTwice) {
		return "", kernel.Refused{Code: "planted-twice", Field: "planted_on"}
	} else if err != nil {
		return "", err
	}
	groups, err := groupsOf(tx, planted, s)
	if err != nil {
		return "", err
	}
	if err := kernel.Add(tx, &groups); err != nil {
		return "", err
	}
	return planted.ID, workOut(tx, planted)
}

// TellPlanted is that who holds a sheet's copy says that its tree is planted. What is said twice is one.
func TellPlanted(tx *kernel.Tx, s sheets.Sheet, on time.Time) error {
	if _, err := OfSheet(tx, s); err == nil {
		return nil
	} else if !errors.Is(err, kernel.ErrMissing) {
		return err
	}
	_, err := plant(tx, s, on, false, true)
	return err
}

// OfSheet is the planted tree of a sheet or of one that it revises. Errors: kernel.ErrMissing.
func OfSheet(tx *kernel.Tx, s sheets.Sheet) (Tree, error) {
	return kernel.One[Tree](tx, "tree_id = ? AND spot_id = ? AND taken_back_at IS NULL", s.TreeID, s.SpotID)
}

// Hold holds a planted tree that stands. Errors: kernel.ErrMissing.
func Hold(tx *kernel.Tx, id string) (Tree, error) {
	return kernel.Held[Tree](tx, "SELECT * FROM planted_trees WHERE id = ? AND taken_back_at IS NULL", id)
}

// Because is why an entry was a mistake.
type Because struct {
	Reason string `json:"reason" maxLength:"500"`
}

// Contacted is whether a tree is looked at on planned days, and the version that was seen.
type Contacted struct {
	Contact bool `json:"contact"`
	Version int  `json:"version"`
}

// setContact plans the looks at a tree, or ends them. Planned while it lives: nobody is counted in for having died.
//
// Refused: contact-ended when it is dead or gone already; contact-claimed when somebody asks that it be made good.
func setContact(tx *kernel.Tx, p kernel.ByID, c Contacted) (string, error) {
	t, err := Hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	if t.Version != c.Version {
		now, err := see(tx, p)
		return "", errors.Join(err, kernel.Stale{Current: now})
	}
	if t.EndedOn != nil {
		return "", kernel.Refused{Code: "contact-ended", Field: "contact"}
	}
	if c.Contact && t.ClaimedOn != nil {
		return "", kernel.Refused{Code: "contact-claimed", Field: "contact"}
	}
	return t.ID, kernel.ChangeOne[Tree](tx, map[string]any{"contact": c.Contact, "version": t.Version + 1}, "id = ?", t.ID)
}

// End is that a tree was found dead or gone on a day, and Live that it was not after all. The caller holds it.
func End(tx *kernel.Tx, t Tree, on *time.Time, as string) error {
	if err := kernel.ChangeOne[Tree](tx, map[string]any{"ended_on": on, "ended_as": as, "version": t.Version + 1}, "id = ?", t.ID); err != nil {
		return err
	}
	t.EndedOn, t.EndedAs = on, as
	return workOut(tx, t)
}

// Visited is that somebody looked at a tree: what is due at it stands with the visits from then on.
func Visited(tx *kernel.Tx, t Tree) error {
	if t.Visited {
		return nil
	}
	return kernel.ChangeOne[Tree](tx, map[string]any{"visited": true}, "id = ?", t.ID)
}

// SetClaimed writes down since when somebody asks that a tree be made good; nil takes it back.
func SetClaimed(tx *kernel.Tx, t Tree, since *time.Time) error {
	return kernel.ChangeOne[Tree](tx, map[string]any{"claimed_on": since, "version": t.Version + 1}, "id = ?", t.ID)
}

// SetCause writes down of what a tree was lost, or takes it back with "".
func SetCause(tx *kernel.Tx, t Tree, cause string) error {
	return kernel.ChangeOne[Tree](tx, map[string]any{"cause": cause, "version": t.Version + 1}, "id = ?", t.ID)
}
