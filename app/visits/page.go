package visits

import (
	"slices"
	"time"

	"sedum/app/planted"
	"sedum/core/roles"
	"sedum/core/visit"
	"sedum/kernel"
)

// Shown is a visit on the page.
type Shown struct {
	ID         string       `json:"id"`
	VisitedOn  string       `json:"visited_on"`
	By         string       `json:"by" doc:"empty when the customer looked"`
	ByCustomer bool         `json:"by_customer"`
	Facts      visit.Facts  `json:"facts"`
	Growth     visit.Growth `json:"growth" optional:"true"`
	Wants      []string     `json:"wants" doc:"what it asks for, in words"`
	Photos     []ShownPhoto `json:"photos"`
	MayMend    bool         `json:"may_mend"`
}

// ShownPhoto is a picture of a visit without its pixels.
type ShownPhoto struct {
	ID      string `json:"id"`
	VisitID string `json:"-"`
	Shows   Shows  `json:"shows"`
	Caption string `json:"caption"`
}

// Page is what was seen at a planted tree, the newest first, and when it is looked at next.
type Page struct {
	planted.Page
	Visits []Shown `json:"visits"`
	// Stands is how it stands by all of them: of each thing what was seen last.
	Stands visit.Facts `json:"stands"`
	// Open is what that asks for, in words.
	Open []string `json:"open"`
	// NextOn is the day of the next planned look, empty where none is planned.
	NextOn string `json:"next_on"`
	// Usual is what its kind grows in a year, mm; null while nobody knows.
	Usual *float64 `json:"usual_growth_mm" decimals:"0"`
}

func see(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	t, err := kernel.One[planted.Tree](tx, "id = ?", p.ID)
	if err != nil {
		return Page{}, err
	}
	return Pages(tx, t)
}

// today are the visits as they count today: what was felt in the soil is that of the last who felt it, and grows old.
func today(tx *kernel.Tx, plantedID string, list []Visit) ([]Visit, error) {
	out, last := slices.Clone(list), -1
	for i := range out {
		if out[i].Facts.FeltSoil() {
			last = i
		}
	}
	for i := range out {
		if i != last {
			out[i].Facts.TopSoil, out[i].Facts.MiddleSoil, out[i].Facts.DeepSoil = "", "", ""
		}
	}
	if last < 0 {
		return out, nil
	}
	v := &out[last]
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM care_entries WHERE planted_id = ? AND taken_back_at IS NULL AND given_l > 0 AND (done_on > ? OR done_on = ? AND at > ?)", plantedID, v.VisitedOn, v.VisitedOn, v.At)
	v.Facts = v.Facts.SoilStill(v.VisitedOn, tx.Today(), n > 0)
	return out, err
}

// Pages is the page of a planted tree for other capabilities.
func Pages(tx *kernel.Tx, t planted.Tree) (Page, error) {
	out := Page{Visits: []Shown{}, Open: []string{}}
	var err error
	if out.Page, err = planted.Pages(tx, t); err != nil {
		return out, err
	}
	height, err := heightAtTen(tx, t)
	if err != nil {
		return out, err
	}
	if height != nil {
		usual := *height * 100
		out.Usual = &usual
	}
	list, err := standing(tx, t.ID)
	if err != nil {
		return out, err
	}
	pictures, err := kernel.Rows[ShownPhoto](tx, "SELECT id, visit_id, shows, caption FROM visit_photos WHERE planted_id = ? AND removed = FALSE ORDER BY at, id", t.ID)
	if err != nil {
		return out, err
	}
	names, err := kernel.Rows[struct{ ID, Name string }](tx, "SELECT DISTINCT p.id, p.name FROM people p JOIN visits v ON v.person_id = p.id WHERE v.planted_id = ?", t.ID)
	if err != nil {
		return out, err
	}
	out.Stands = stands(list)
	now, err := today(tx, t.ID, list)
	if err != nil {
		return out, err
	}
	for _, w := range visit.Wanted(stands(now)) {
		out.Open = append(out.Open, tx.Say.Say("visit.wants."+string(w), nil))
	}
	looks, err := settling(tx, t.ID, list)
	if err != nil {
		return out, err
	}
	for _, v := range list {
		s := Shown{ID: v.ID, VisitedOn: v.VisitedOn.Format(time.DateOnly), ByCustomer: v.ByCustomer, Facts: v.Facts, Growth: visit.GrowthOf(v.Facts.ShootMM, height, t.PlantedOn, v.VisitedOn),
			Wants: []string{}, Photos: []ShownPhoto{}, MayMend: roles.MayTakeBack(v.PersonID != nil && *v.PersonID == tx.Who.ID, tx.Who.Role)}
		for _, w := range visit.Wanted(v.Facts) {
			s.Wants = append(s.Wants, tx.Say.Say("visit.wants."+string(w), nil))
		}
		for _, n := range names {
			if v.PersonID != nil && n.ID == *v.PersonID {
				s.By = n.Name
			}
		}
		for _, f := range pictures {
			if f.VisitID == v.ID {
				s.Photos = append(s.Photos, f)
			}
		}
		out.Visits = append([]Shown{s}, out.Visits...)
	}
	if next, ok := visit.NextDue(t.PlantedOn, looks, tx.Today()); ok && t.EndedOn == nil && t.Contact {
		out.NextOn = next.On.Format(time.DateOnly)
	}
	return out, nil
}

// Newest is the newest visit of ours to a tree that stands. Errors: kernel.ErrMissing.
func Newest(tx *kernel.Tx, id string) (Visit, visit.Growth, error) {
	list, err := standing(tx, id)
	list = slices.DeleteFunc(list, func(v Visit) bool { return v.ByCustomer }) // their word is no look at a sign
	if err == nil && len(list) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return Visit{}, "", err
	}
	t, err := kernel.One[planted.Tree](tx, "id = ?", id)
	if err != nil {
		return Visit{}, "", err
	}
	height, err := heightAtTen(tx, t)
	v := list[len(list)-1]
	return v, visit.GrowthOf(v.Facts.ShootMM, height, t.PlantedOn, v.VisitedOn), err
}
