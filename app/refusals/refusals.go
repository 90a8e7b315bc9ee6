// Package refusals is what was advised and not taken, with the customer's reason: nobody remembers it after two summers (handbook,
// features.md, F246).
package refusals

import (
	"cmp"
	"embed"
	"slices"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/app/mending"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/guarantee"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Refusal is one advice that was not taken.
type Refusal struct {
	ID        string `gorm:"primaryKey"`
	SpotID    string
	SheetID   *string
	Advice    guarantee.Advice
	Advised   string
	Reason    string
	RefusedOn time.Time
	PersonID  string
	At        time.Time

	TakenBackAt *time.Time
}

// KeepRefusals is for those who advise.
var KeepRefusals = kernel.Permission{Name: "keep-refusals", Roles: roles.Counter()}

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	changed := []string{"list-refusals", "list-claims", "see-claim", "see-mendings"}
	return kernel.Capability{Name: "refusals", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-refusals", "/refusals", KeepRefusals, list),
		kernel.Deed("refuse-advice", "POST", "/spots/{id}/refusals", KeepRefusals, refuse, func(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (Page, error) {
			return list(tx, Ask{Spot: p.ID, Limit: most})
		}).Makes(changed...),
		kernel.Deed("take-back-refusal", "POST", "/refusals/{id}/taken-back", KeepRefusals, takeBack, func(tx *kernel.Tx, _ kernel.ByID, spot string) (Page, error) {
			return list(tx, Ask{Spot: spot, Limit: most})
		}).Makes(changed...),
	}}
}

const most = 500

// NewRefusal is an advice that was not taken. Sheet is 0 when it was about the spot and no sheet.
type NewRefusal struct {
	Sheet     int              `json:"sheet,omitempty" minimum:"0"`
	Advice    guarantee.Advice `json:"advice"`
	Advised   string           `json:"advised" maxLength:"500" doc:"what was advised, in words"`
	Reason    string           `json:"reason" maxLength:"500" doc:"why they did not want it, in their words"`
	RefusedOn string           `json:"refused_on"`
}

// refuse writes down what was not taken. Errors: faults at advised, reason and refused_on; at sheet for one of another spot.
func refuse(tx *kernel.Tx, p kernel.ByID, n NewRefusal) (kernel.None, error) {
	none := kernel.None{}
	if err := ground.Touch(tx, p.ID); err != nil {
		return none, err
	}
	var l fault.List
	on := kernel.Date(&l, "refused_on", n.RefusedOn)
	if len(l) == 0 && on.After(tx.Today()) {
		l.Add("refused_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	}
	l = append(l, fault.Missing("advised", strings.TrimSpace(n.Advised))...)
	l = append(l, fault.Missing("reason", strings.TrimSpace(n.Reason))...)
	r := Refusal{ID: kernel.NewID(), SpotID: p.ID, Advice: n.Advice, Advised: strings.TrimSpace(n.Advised), Reason: strings.TrimSpace(n.Reason), RefusedOn: on, PersonID: tx.Who.ID, At: tx.Entered()}
	if n.Sheet > 0 {
		s, err := kernel.One[sheets.Sheet](tx, "number = ? AND spot_id = ?", n.Sheet, p.ID)
		if err != nil {
			l.Add("sheet", fault.NotAChoice, n.Sheet)
		}
		r.SheetID = &s.ID
	}
	if err := l.Err(); err != nil {
		return none, err
	}
	return none, kernel.Add(tx, &r)
}

// Because is why an entry was a mistake.
type Because struct {
	Reason string `json:"reason" maxLength:"500"`
}

func takeBack(tx *kernel.Tx, p kernel.ByID, why Because) (string, error) {
	r, err := kernel.Held[Refusal](tx, "SELECT * FROM refusals WHERE id = ? AND taken_back_at IS NULL", p.ID)
	if err != nil {
		return "", err
	}
	was := map[string]string{"advised": r.Advised, "reason": r.Reason, "refused_on": r.RefusedOn.Format(time.DateOnly)}
	if err := mending.Keep(tx, mending.Refusal, r.SpotID, was, why.Reason); err != nil {
		return "", err
	}
	return r.SpotID, kernel.ChangeOne[Refusal](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", r.ID)
}

// Ask is whose refusals are asked for; "" is everybody's.
type Ask struct {
	Spot  string `query:"spot" maxLength:"16"`
	Limit int    `query:"limit" default:"60" minimum:"1" maximum:"500"`
}

// Line is a refusal in a list.
type Line struct {
	ID        string           `json:"id"`
	Advice    guarantee.Advice `json:"advice"`
	Advised   string           `json:"advised"`
	Reason    string           `json:"reason"`
	RefusedOn string           `json:"refused_on"`
	By        string           `json:"by"`
	Spot      string           `json:"spot_id"`
	SpotName  string           `json:"spot_name"`
	Customer  string           `json:"customer"`
	Sheet     *int             `json:"sheet" doc:"null when it was about the spot"`
}

// Count is how often an advice was not taken.
type Count struct {
	Advice guarantee.Advice `json:"advice"`
	Times  int              `json:"times"`
}

// Page are the refusals, the newest first, and what is refused most.
type Page struct {
	Refusals []Line  `json:"refusals"`
	Counts   []Count `json:"counts" doc:"the commonest first"`
	More     bool    `json:"more"`
}

func list(tx *kernel.Tx, ask Ask) (Page, error) {
	out := Page{Refusals: []Line{}, Counts: []Count{}}
	where, args := "r.taken_back_at IS NULL", []any{}
	if ask.Spot != "" {
		where, args = where+" AND r.spot_id = ?", append(args, ask.Spot)
	}
	type row struct {
		Refusal
		By, SpotName, Customer string
		Sheet                  *int
	}
	rows, err := kernel.Rows[row](tx, `SELECT r.*, p.name AS 'by', s.name AS spot_name, c.name AS customer, h.number AS sheet FROM (SELECT * FROM refusals r WHERE `+where+` ORDER BY r.refused_on DESC, r.id DESC LIMIT ?) r STRAIGHT_JOIN people p ON p.id = r.person_id
		JOIN spots s ON s.id = r.spot_id JOIN sites t ON t.id = s.site_id JOIN customers c ON c.id = t.customer_id LEFT JOIN sheets h ON h.id = r.sheet_id ORDER BY r.refused_on DESC, r.id DESC`, append(args, ask.Limit+1)...)
	if err != nil {
		return out, err
	}
	if len(rows) > ask.Limit {
		rows, out.More = rows[:ask.Limit], true
	}
	for _, r := range rows {
		out.Refusals = append(out.Refusals, Line{r.ID, r.Advice, r.Advised, r.Reason, r.RefusedOn.Format(time.DateOnly), r.By, r.SpotID, r.SpotName, r.Customer, r.Sheet})
	}
	out.Counts, err = kernel.Rows[Count](tx, "SELECT advice, COUNT(*) AS times FROM refusals r WHERE "+where+" GROUP BY advice", args...)
	all := set.All[guarantee.Advice]()
	slices.SortFunc(out.Counts, func(a, b Count) int {
		return cmp.Or(b.Times-a.Times, slices.Index(all, a.Advice)-slices.Index(all, b.Advice))
	})
	return out, err
}

// Of are the refusals that bear on the tree of a sheet: of its spot as a whole, and of any sheet for this tree there.
func Of(tx *kernel.Tx, s sheets.Sheet) ([]Refusal, error) {
	return kernel.Many[Refusal](tx, "refused_on, id", "spot_id = ? AND taken_back_at IS NULL AND (sheet_id IS NULL OR sheet_id IN (SELECT id FROM sheets WHERE spot_id = ? AND tree_id = ?))", s.SpotID, s.SpotID, s.TreeID)
}

// Forget leaves that an advice was refused, and takes out the words.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	if _, err := kernel.Exec(tx, "UPDATE mendings SET was = '{}', reason = '—' WHERE what = 'refusal' AND of_id IN ?", spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "UPDATE refusals SET advised = '', reason = '' WHERE spot_id IN ?", spotIDs)
	return err
}

// Kept is a refusal in the file of a person.
type Kept struct {
	RefusedOn string           `json:"refused_on"`
	Advice    guarantee.Advice `json:"advice"`
	Advised   string           `json:"advised"`
	Reason    string           `json:"reason"`
}

// DataOf are the refusals at some spots.
func DataOf(tx *kernel.Tx, spotIDs []string) ([]Kept, error) {
	out := []Kept{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	rows, err := kernel.Many[Refusal](tx, "refused_on, id", "spot_id IN ? AND taken_back_at IS NULL", spotIDs)
	for _, r := range rows {
		out = append(out, Kept{r.RefusedOn.Format(time.DateOnly), r.Advice, r.Advised, r.Reason})
	}
	return out, err
}
