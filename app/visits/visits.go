// Package visits is what is seen when somebody goes to look at a planted tree, and who goes where today (handbook, aftercare.md, "Visits and
// troubles").
package visits

import (
	"embed"
	"errors"
	"regexp"
	"slices"
	"time"

	"sedum/app/mending"
	"sedum/app/photos"
	"sedum/app/planted"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/visit"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Visit is what was seen at a planted tree on a day.
type Visit struct {
	ID         string `gorm:"primaryKey"`
	PlantedID  string
	VisitedOn  time.Time
	Facts      visit.Facts `gorm:"serializer:json"`
	ByCustomer bool
	PersonID   *string
	At         time.Time

	TakenBackAt *time.Time
}

// Due is when a tree is to be looked at next, and what its newest visit asks for.
type Due struct {
	PlantedID string `gorm:"primaryKey"`
	DueOn     *time.Time
	Wants     int
	Worst     int
	// Urgent is that the worst of them does not wait for the next planned look.
	Urgent bool
	LastOn *time.Time
}

// TableName says of what.
func (Due) TableName() string { return "visit_due" }

// MakeVisits is for everybody who goes out.
var MakeVisits = kernel.Permission{Name: "make-visits", Roles: set.All[roles.Role]()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	changed := planted.Changed
	of := func(tx *kernel.Tx, p kernel.ByID, _ string) (Page, error) { return see(tx, p) }
	return kernel.Capability{Name: "visits", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-visits", "/planted/{id}/visits", planted.SeePlanted, see),
		kernel.Deed("save-visit", "POST", "/planted/{id}/visits", MakeVisits, save, of).Keep().Makes(changed...),
		kernel.Deed("take-back-visit", "POST", "/planted/{id}/visits/{record}/taken-back", MakeVisits, takeBack, func(tx *kernel.Tx, p planted.OfTree, _ string) (Page, error) {
			return see(tx, p.ByID)
		}).Makes(changed...),
		kernel.Upload("add-visit-photo", "/planted/{id}/photos", MakeVisits, addPhoto, func(tx *kernel.Tx, p NewPhoto, _ string) (Page, error) {
			return see(tx, p.ByID)
		}).Takes("image/jpeg", "image/png").Limit(photos.Limit).Through(kernel.NewGate(1, 8)).Keep().Makes("see-visits"),
		kernel.ReadFile("see-visit-photo", "/visit-photos/{id}/picture.jpg", planted.SeePlanted, "image/jpeg", pictureOf(func(p Photo) []byte { return p.Picture })),
		kernel.ReadFile("see-visit-thumbnail", "/visit-photos/{id}/thumbnail.jpg", planted.SeePlanted, "image/jpeg", pictureOf(func(p Photo) []byte { return p.Thumbnail })),
		kernel.Read("see-round", "/round", MakeVisits, round),
		kernel.ReadFile("round-pdf", "/round.pdf", MakeVisits, "application/pdf", roundPDF),
	}}
}

// NewVisit is a visit as it is entered; ID is made on the device.
type NewVisit struct {
	ID        string      `json:"id" maxLength:"32"`
	VisitedOn string      `json:"visited_on"`
	Facts     visit.Facts `json:"facts"`
}

var visitID = regexp.MustCompile(`^[A-Za-z0-9_-]{8,30}$`)

func save(tx *kernel.Tx, p kernel.ByID, n NewVisit) (string, error) {
	return p.ID, Save(tx, p.ID, n, false)
}

// Save keeps a visit, by staff or by who holds the copy of the sheet. What was found of the tree itself follows: dead or gone ends it, and the
// soil felt at half the ball's depth moves its store.
//
// Errors: kernel.ErrMissing; fault.List.
func Save(tx *kernel.Tx, id string, n NewVisit, byCustomer bool) error {
	t, err := planted.Hold(tx, id)
	if err != nil {
		return err
	}
	l := n.Facts.Check()
	for i := range l {
		l[i].Field = "facts." + l[i].Field
	}
	on := kernel.Date(&l, "visited_on", n.VisitedOn)
	switch {
	case l.Has("visited_on"):
	case on.After(tx.Today()):
		l.Add("visited_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	case on.Before(t.PlantedOn):
		l.Add("visited_on", fault.AtLeast, t.PlantedOn.Format(time.DateOnly))
	}
	if !visitID.MatchString(n.ID) {
		l.Add("id", fault.NotText, nil)
	}
	if err := l.Err(); err != nil {
		return err
	}
	if there, err := kernel.One[Visit](tx, "id = ?", n.ID); err == nil {
		if there.PlantedID != t.ID {
			return fault.List{{Field: "id", Code: fault.SaidTwice}}
		}
		return nil
	} else if !errors.Is(err, kernel.ErrMissing) {
		return err
	}
	v := Visit{ID: n.ID, PlantedID: t.ID, VisitedOn: on, Facts: n.Facts, ByCustomer: byCustomer, At: tx.Entered()}
	if tx.Who.ID != "" {
		v.PersonID = &tx.Who.ID
	}
	if err := kernel.Add(tx, &v); err != nil {
		return err
	}
	if felt := n.Facts.MiddleSoil; felt != "" {
		if err := planted.Enter(tx, t.ID, planted.NewEntry{ID: feltID(v.ID), DoneOn: n.VisitedOn, Felt: felt}, byCustomer); err != nil {
			return err
		}
	}
	return follow(tx, t)
}

// feltID is the entry of the soil that was felt on a visit.
func feltID(visitID string) string { return "v-" + visitID }

// follow brings what depends on a tree's visits up to date: whether it lives, when it is looked at next, what it asks for.
func follow(tx *kernel.Tx, t planted.Tree) error {
	list, err := standing(tx, t.ID)
	if err != nil {
		return err
	}
	var ended *time.Time
	as := ""
	for _, v := range list { // oldest first: the newest word of its life counts
		switch v.Facts.Alive {
		case visit.Dead, visit.Gone:
			if ended == nil {
				ended = &v.VisitedOn
			}
			as = string(v.Facts.Alive)
		case visit.Living:
			ended, as = nil, ""
		}
	}
	same := as == t.EndedAs && (ended == nil) == (t.EndedOn == nil) && (ended == nil || ended.Equal(*t.EndedOn))
	if !same {
		if err := planted.End(tx, t, ended, as); err != nil {
			return err
		}
		t.EndedOn = ended
	}
	due := Due{PlantedID: t.ID, Worst: 99}
	looks, err := settling(tx, t.ID, list)
	if err != nil {
		return err
	}
	for _, v := range list {
		due.LastOn = &v.VisitedOn
	}
	if wants := visit.Wanted(stands(list)); len(wants) > 0 {
		due.Wants = len(wants)
		due.Worst = slices.Index(visit.Wants("").All(), wants[0])
		due.Urgent = wants[0].Urgent()
	}
	if next, ok := visit.NextDue(t.PlantedOn, looks, tx.Today()); ok && t.EndedOn == nil {
		due.DueOn = &next.On
	}
	if err := planted.Visited(tx, t); err != nil {
		return err
	}
	return kernel.Ours(tx.DB().Save(&due).Error)
}

// settling are the days of those visits that settle a planned look: each of ours, and of the customer's those that say it is well and show it.
func settling(tx *kernel.Tx, id string, list []Visit) ([]time.Time, error) {
	shown, err := kernel.Rows[struct{ VisitID string }](tx, "SELECT DISTINCT visit_id FROM visit_photos WHERE planted_id = ? AND removed = FALSE", id)
	out := []time.Time{}
	for _, v := range list {
		if !v.ByCustomer || (v.Facts.Says == "well" && slices.ContainsFunc(shown, func(s struct{ VisitID string }) bool { return s.VisitID == v.ID })) {
			out = append(out, v.VisitedOn)
		}
	}
	return out, err
}

// stands is how a tree stands by all visits to it.
func stands(list []Visit) visit.Facts {
	looks := []visit.Look{}
	for _, v := range list {
		looks = append(looks, visit.Look{Facts: v.Facts, ByCustomer: v.ByCustomer})
	}
	return visit.Standing(looks)
}

// Settled are the days on which a tree was looked at so that a planned look is settled.
func Settled(tx *kernel.Tx, id string) ([]time.Time, error) {
	list, err := standing(tx, id)
	if err != nil {
		return nil, err
	}
	return settling(tx, id, list)
}

// standing are the visits of a tree that were not taken back, oldest first.
func standing(tx *kernel.Tx, id string) ([]Visit, error) {
	return kernel.Many[Visit](tx, "visited_on, at, id", "planted_id = ? AND taken_back_at IS NULL", id)
}

// takeBack takes a visit back that was a mistake, by who made it or a manager; what followed from it is as if it had not been.
func takeBack(tx *kernel.Tx, p planted.OfTree, why planted.Because) (string, error) {
	t, err := planted.Hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	v, err := kernel.One[Visit](tx, "id = ? AND planted_id = ? AND taken_back_at IS NULL", p.Record, p.ID)
	if err != nil {
		return "", err
	}
	if !roles.MayTakeBack(v.PersonID != nil && *v.PersonID == tx.Who.ID, tx.Who.Role) {
		return "", kernel.ErrNotAllowed
	}
	if err := mending.Keep(tx, mending.Planted, t.ID, map[string]any{"visited_on": v.VisitedOn.Format(time.DateOnly), "facts": v.Facts}, why.Reason); err != nil {
		return "", err
	}
	if err := kernel.ChangeOne[Visit](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", v.ID); err != nil {
		return "", err
	}
	if v.Facts.MiddleSoil != "" {
		if err := planted.Drop(tx, t, feltID(v.ID)); err != nil {
			return "", err
		}
	}
	return t.ID, follow(tx, t)
}

// heightAtTen is what the kind of a planted tree reaches in ten years, nil while nobody knows.
func heightAtTen(tx *kernel.Tx, t planted.Tree) (*float64, error) {
	trees, err := yard.TreesByID(tx, []string{t.TreeID})
	if err != nil || len(trees) == 0 {
		return nil, err
	}
	lot, err := yard.LotByID(tx, trees[0].LotID)
	return lot.Kind.Facts.Height10M, err
}
