// Package dates is the calendar of a planted tree: counted from the day on which it was planted in truth, waiting for what it must wait for,
// with the house's own entries among it (handbook, aftercare.md, "The care calendar").
package dates

import (
	"embed"
	"errors"
	"regexp"
	"slices"
	"strings"
	"time"

	"sedum/app/mending"
	"sedum/app/planted"
	housed "sedum/app/rules"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Happened is that something came which an entry waits for.
type Happened struct {
	ID         string `gorm:"primaryKey"`
	PlantedID  string
	What       care.Condition
	HappenedOn time.Time
	ByCustomer bool
	PersonID   *string
	At         time.Time

	TakenBackAt *time.Time
}

// TableName says of what.
func (Happened) TableName() string { return "care_happened" }

// Own is an entry of the house's own, for its climate.
type Own struct {
	ID       string `gorm:"primaryKey"`
	Text     string
	TextES   string `gorm:"column:text_es"`
	Months   *int
	Day      *int
	Years    int
	KindID   *string
	Reason   string
	PersonID string
	At       time.Time

	DroppedAt *time.Time
}

// TableName says of what.
func (Own) TableName() string { return "house_dates" }

// Changed are the answers that a date makes old.
var Changed = []string{"see-dates", "list-house-dates", "see-week"}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	all := func(tx *kernel.Tx, _ kernel.None, _ kernel.None) (OwnLines, error) { return listOwn(tx, kernel.None{}) }
	return kernel.Capability{Name: "dates", Tables: kernel.Folder(tables), Operations: append(spareOperations(), []kernel.Operation{
		kernel.Read("see-dates", "/planted/{id}/dates", planted.SeePlanted, see),
		kernel.Deed("tell-happened", "POST", "/planted/{id}/happened", planted.SeePlanted, tell, func(tx *kernel.Tx, p kernel.ByID, _ string) (Page, error) {
			return see(tx, p)
		}).Makes(Changed...),
		kernel.Deed("take-back-happened", "POST", "/planted/{id}/happened/{record}/taken-back", planted.KeepPlanted, takeBack, func(tx *kernel.Tx, p planted.OfTree, _ string) (Page, error) {
			return see(tx, p.ByID)
		}).Makes(append(Changed, "see-mendings")...),
		kernel.Read("list-house-dates", "/house-dates", planted.SeePlanted, listOwn),
		kernel.Deed("add-house-date", "POST", "/house-dates", housed.ChangeRules, addOwn, all).Makes(Changed...).Logged(),
		kernel.Deed("drop-house-date", "POST", "/house-dates/{id}/dropped", housed.ChangeRules, dropOwn, func(tx *kernel.Tx, _ kernel.ByID, _ kernel.None) (OwnLines, error) {
			return listOwn(tx, kernel.None{})
		}).Makes(Changed...).Logged(),
	}...), Jobs: []kernel.Job{soon()}}
}

// NewHappened is that something came, on a day. ID is made where it is entered.
type NewHappened struct {
	ID   string         `json:"id" maxLength:"32"`
	What care.Condition `json:"what"`
	On   string         `json:"on"`
}

var happenedID = regexp.MustCompile(`^[A-Za-z0-9_-]{8,32}$`)

func tell(tx *kernel.Tx, p kernel.ByID, n NewHappened) (string, error) {
	return p.ID, Tell(tx, p.ID, n, false)
}

// Tell writes down that something came which an entry waits for. What is sent twice is one.
//
// Errors: kernel.ErrMissing; a fault at on for a day to come or before planting.
func Tell(tx *kernel.Tx, id string, n NewHappened, byCustomer bool) error {
	t, err := planted.Hold(tx, id)
	if err != nil {
		return err
	}
	var l fault.List
	on := kernel.Date(&l, "on", n.On)
	switch {
	case len(l) > 0:
	case on.After(tx.Today()):
		l.Add("on", fault.AtMost, tx.Today().Format(time.DateOnly))
	case on.Before(t.PlantedOn):
		l.Add("on", fault.AtLeast, t.PlantedOn.Format(time.DateOnly))
	}
	if !happenedID.MatchString(n.ID) {
		l.Add("id", fault.NotText, nil)
	}
	if !slices.Contains(n.What.All(), n.What) {
		l.Add("what", fault.NotAChoice, nil)
	}
	if err := l.Err(); err != nil {
		return err
	}
	if there, err := kernel.One[Happened](tx, "id = ?", n.ID); err == nil {
		if there.PlantedID != t.ID {
			return fault.List{{Field: "id", Code: fault.SaidTwice}}
		}
		return nil
	} else if !errors.Is(err, kernel.ErrMissing) {
		return err
	}
	h := Happened{ID: n.ID, PlantedID: t.ID, What: n.What, HappenedOn: on, ByCustomer: byCustomer, At: tx.Entered()}
	if tx.Who.ID != "" {
		h.PersonID = &tx.Who.ID
	}
	if err := kernel.Add(tx, &h); err != nil {
		return err
	}
	return lookAnew(tx, []string{t.ID})
}

func takeBack(tx *kernel.Tx, p planted.OfTree, why planted.Because) (string, error) {
	h, err := kernel.One[Happened](tx, "id = ? AND planted_id = ? AND taken_back_at IS NULL", p.Record, p.ID)
	if err != nil {
		return "", err
	}
	if err := mending.Keep(tx, mending.Planted, p.ID, map[string]any{"happened": h.What, "on": h.HappenedOn.Format(time.DateOnly)}, why.Reason); err != nil {
		return "", err
	}
	if err := kernel.ChangeOne[Happened](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", h.ID); err != nil {
		return "", err
	}
	return p.ID, lookAnew(tx, []string{p.ID})
}

// NewOwn is an entry as a manager writes it: so many months after planting, or on a day of every year.
type NewOwn struct {
	Text   string `json:"text" maxLength:"200"`
	TextES string `json:"text_es,omitempty" maxLength:"200" doc:"in Spanish; empty: as it is"`
	Months *int   `json:"months,omitempty" minimum:"0" maximum:"120"`
	Day    *int   `json:"day,omitempty" minimum:"1" maximum:"365"`
	Years  int    `json:"years" minimum:"1" maximum:"10"`
	KindID string `json:"kind_id,omitempty" maxLength:"16"`
	Reason string `json:"reason" maxLength:"500"`
}

func addOwn(tx *kernel.Tx, _ kernel.None, n NewOwn) (kernel.None, error) {
	l := append(fault.Missing("text", strings.TrimSpace(n.Text)), fault.Missing("reason", strings.TrimSpace(n.Reason))...)
	if n.Months == nil && n.Day == nil {
		l.Add("months", fault.Required, nil)
	}
	if n.Months != nil && n.Day != nil {
		l.Add("day", fault.SaidTwice, nil)
	}
	if err := l.Err(); err != nil {
		return kernel.None{}, err
	}
	o := Own{ID: kernel.NewID(), Text: strings.TrimSpace(n.Text), TextES: strings.TrimSpace(n.TextES), Months: n.Months, Day: n.Day, Years: n.Years, Reason: strings.TrimSpace(n.Reason), PersonID: tx.Who.ID, At: tx.Now}
	if n.KindID != "" {
		if known, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM kinds WHERE id = ?", n.KindID); err != nil || known == 0 {
			return kernel.None{}, errors.Join(err, fault.List{{Field: "kind_id", Code: fault.NotThere}})
		}
		o.KindID = &n.KindID
	}
	if err := kernel.Add(tx, &o); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, lookAnew(tx, nil)
}

func dropOwn(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (kernel.None, error) {
	if err := kernel.ChangeOne[Own](tx, map[string]any{"dropped_at": tx.Now}, "id = ? AND dropped_at IS NULL", p.ID); err != nil {
		return kernel.None{}, err
	}
	return kernel.None{}, lookAnew(tx, nil)
}

// OwnLine is an entry of the house's own as it is read.
type OwnLine struct {
	ID     string `json:"id"`
	Text   string `json:"text"`
	TextES string `json:"text_es" gorm:"column:text_es"`
	Months *int   `json:"months"`
	Day    *int   `json:"day"`
	Years  int    `json:"years"`
	Kind   string `json:"kind" doc:"empty: for all"`
	Reason string `json:"reason"`
	By     string `json:"by"`
}

// OwnLines are those in force.
type OwnLines struct {
	Dates []OwnLine `json:"dates"`
}

func listOwn(tx *kernel.Tx, _ kernel.None) (OwnLines, error) {
	rows, err := kernel.Rows[OwnLine](tx, "SELECT d.*, COALESCE(k.common, '') AS kind, p.name AS `by` FROM house_dates d JOIN people p ON p.id = d.person_id LEFT JOIN kinds k ON k.id = d.kind_id WHERE d.dropped_at IS NULL ORDER BY d.at, d.id")
	out := OwnLines{Dates: []OwnLine{}}
	out.Dates = append(out.Dates, rows...)
	return out, err
}
