// Package reminders writes to whoever lives with a tree what it wants: not often, not at night, and never again once they touch stop (handbook,
// aftercare.md, "Water": weather).
package reminders

import (
	"context"
	"crypto/rand"
	"embed"
	"errors"
	"net/mail"
	"strings"
	"time"

	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/core/letter"
	"sedum/kernel"
	"sedum/words"
)

//go:embed tables/*.sql
var tables embed.FS

// Mailer carries letters out of the house. Errors: one that wraps letter.ErrAway when nobody answers; another when a letter is not taken.
type Mailer interface {
	Send(ctx context.Context, l letter.Letter) error
}

// Wish is that somebody wants letters about a tree.
type Wish struct {
	ID         string `gorm:"primaryKey"`
	TreeID     string
	SpotID     string
	Address    string
	Token      string
	ByCustomer bool
	PersonID   *string
	At         time.Time
	LookedOn   *time.Time
	EndedAt    *time.Time
}

// TableName says of what.
func (Wish) TableName() string { return "mail_wishes" }

// Mail is a letter that was written.
type Mail struct {
	ID        string `gorm:"primaryKey"`
	WishID    string
	PlantedID string
	Day       time.Time
	Why       care.Message
	Subject   string
	Body      string
	At        time.Time
	GoingAt   time.Time
	Tries     int
	OutAt     *time.Time
	DroppedAt *time.Time
}

// TableName says of what.
func (Mail) TableName() string { return "care_mails" }

// Desk writes the letters; without a Mailer nobody is asked for an address.
type Desk struct {
	Mailer Mailer
	// Public is where customers' copies are served (https://...), "" where they are not.
	Public string
	// Link is the address of the copy of a sheet, "" where it has none that opens.
	Link func(tx *kernel.Tx, number int) (string, error)
	// Ticked are the marks of the dates that whoever holds the copy of a sheet has done.
	Ticked func(tx *kernel.Tx, sheetID string) (map[string]bool, error)

	line *line
}

// Capability declares what staff see and do, and that the house writes.
func (d Desk) Capability() kernel.Capability {
	d.line = &line{}
	same := func(tx *kernel.Tx, p kernel.ByID, _ string) (Page, error) { return d.see(tx, p) }
	c := kernel.Capability{Name: "reminders", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("see-reminders", "/planted/{id}/reminders", planted.KeepPlanted, d.see),
		kernel.Deed("want-reminders", "PUT", "/planted/{id}/reminders", planted.KeepPlanted, d.want, same).Makes("see-reminders"),
		kernel.Deed("end-reminders", "POST", "/planted/{id}/reminders/ended", planted.KeepPlanted, end, same).Makes("see-reminders"),
	}}
	if d.Mailer != nil {
		c.Jobs = []kernel.Job{d.write(), d.again()}
	}
	return c
}

// Page is what staff see of the letters about a tree.
type Page struct {
	// Served tells whether this house writes letters at all.
	Served  bool    `json:"served"`
	Address string  `json:"address" doc:"empty: nobody wants letters"`
	Since   string  `json:"since"`
	ByThem  bool    `json:"by_them" doc:"they asked for it on their copy"`
	Letters []Shown `json:"letters" doc:"the newest first"`
}

// Shown is a letter in a list.
type Shown struct {
	Day     string `json:"day"`
	Subject string `json:"subject"`
	Text    string `json:"text"`
	Out     bool   `json:"out"`
	Dropped bool   `json:"dropped" doc:"what it would have said was true no more"`
}

func (d Desk) see(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	t, err := kernel.One[planted.Tree](tx, "id = ?", p.ID)
	if err != nil {
		return Page{}, err
	}
	out := Page{Served: d.Mailer != nil, Letters: []Shown{}}
	if w, err := wishOf(tx, t.TreeID, t.SpotID); err == nil {
		out.Address, out.Since, out.ByThem = w.Address, tx.DayOf(w.At).Format(time.DateOnly), w.ByCustomer
	} else if !errors.Is(err, kernel.ErrMissing) {
		return out, err
	}
	list, err := kernel.Rows[Mail](tx, "SELECT * FROM care_mails WHERE planted_id = ? ORDER BY day DESC LIMIT 20", t.ID)
	for _, m := range list {
		out.Letters = append(out.Letters, Shown{m.Day.Format(time.DateOnly), m.Subject, m.Body, m.OutAt != nil, m.DroppedAt != nil})
	}
	return out, err
}

// Wanted is where letters about a tree shall go.
type Wanted struct {
	Address string `json:"address" maxLength:"200"`
}

func (d Desk) want(tx *kernel.Tx, p kernel.ByID, w Wanted) (string, error) {
	t, err := planted.Hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	return p.ID, d.Want(tx, t.TreeID, t.SpotID, w.Address, false)
}

// Want writes down where letters about a tree go; another address takes the place of the one before.
//
// Errors: a fault at address. Refused: no-mail where this house writes none.
func (d Desk) Want(tx *kernel.Tx, treeID, spotID, address string, byCustomer bool) error {
	if d.Mailer == nil {
		return kernel.Refused{Code: "no-mail", Field: "address"}
	}
	address = strings.TrimSpace(address)
	read, err := mail.ParseAddress(address)
	if err != nil || read.Address != address || strings.ContainsAny(address, "\r\n") {
		return fault.List{{Field: "address", Code: fault.NotText}}
	}
	if w, err := wishOf(tx, treeID, spotID); err == nil {
		if w.Address == address {
			return nil
		}
		if err := stop(tx, w); err != nil {
			return err
		}
	} else if !errors.Is(err, kernel.ErrMissing) {
		return err
	}
	w := Wish{ID: kernel.NewID(), TreeID: treeID, SpotID: spotID, Address: address, Token: rand.Text(), ByCustomer: byCustomer, At: tx.Now}
	if tx.Who.ID != "" {
		w.PersonID = &tx.Who.ID
	}
	return kernel.Add(tx, &w)
}

func wishOf(tx *kernel.Tx, treeID, spotID string) (Wish, error) {
	return kernel.One[Wish](tx, "tree_id = ? AND spot_id = ? AND ended_at IS NULL", treeID, spotID)
}

// Wants tells whether somebody gets letters about a tree.
func Wants(tx *kernel.Tx, treeID, spotID string) (bool, error) {
	_, err := wishOf(tx, treeID, spotID)
	if errors.Is(err, kernel.ErrMissing) {
		return false, nil
	}
	return err == nil, err
}

func end(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	t, err := planted.Hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	return p.ID, EndFor(tx, t.TreeID, t.SpotID)
}

// EndFor ends the letters about a tree; ended twice is ended.
func EndFor(tx *kernel.Tx, treeID, spotID string) error {
	w, err := wishOf(tx, treeID, spotID)
	if errors.Is(err, kernel.ErrMissing) {
		return nil
	}
	if err != nil {
		return err
	}
	return stop(tx, w)
}

// EndBy ends the letters by the token that every letter holds. It tells the language in which that is answered. Errors: kernel.ErrMissing.
func EndBy(tx *kernel.Tx, token string) (words.Language, error) {
	w, err := kernel.One[Wish](tx, "token = ?", token)
	if err != nil {
		return "", err
	}
	list, err := kernel.Rows[sheets.Sheet](tx, "SELECT * FROM sheets WHERE tree_id = ? AND spot_id = ? ORDER BY number DESC LIMIT 1", w.TreeID, w.SpotID)
	if err != nil {
		return "", err
	}
	language := words.American
	if len(list) > 0 {
		language = list[0].Content.Language
	}
	if w.EndedAt != nil {
		return language, nil
	}
	return language, stop(tx, w)
}

// LanguageOf is in which language the holder of a token is answered, without ending anything. Errors: kernel.ErrMissing.
func LanguageOf(tx *kernel.Tx, token string) (words.Language, error) {
	w, err := kernel.One[Wish](tx, "token = ?", token)
	if err != nil {
		return "", err
	}
	text, err := kernel.Value[string](tx, "SELECT COALESCE((SELECT JSON_VALUE(content, '$.language') FROM sheets WHERE tree_id = ? AND spot_id = ? ORDER BY number DESC LIMIT 1), 'en-US')", w.TreeID, w.SpotID)
	return words.Language(text), err
}

// stop ends a wish; a letter that waits for its server is dropped with it.
func stop(tx *kernel.Tx, w Wish) error {
	if _, err := kernel.Exec(tx, "UPDATE care_mails SET dropped_at = ? WHERE wish_id = ? AND out_at IS NULL AND dropped_at IS NULL", tx.Now, w.ID); err != nil {
		return err
	}
	return kernel.ChangeOne[Wish](tx, map[string]any{"ended_at": tx.Now}, "id = ?", w.ID)
}

// Forget takes the addresses for somebody's trees away, and what was written to them.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	if _, err := kernel.Exec(tx, "DELETE FROM care_mails WHERE wish_id IN (SELECT id FROM mail_wishes WHERE spot_id IN ?)", spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "DELETE FROM mail_wishes WHERE spot_id IN ?", spotIDs)
	return err
}

// Kept is what is kept of somebody's letters, for their file.
type Kept struct {
	Address string   `json:"address"`
	Letters []string `json:"letters"`
}

// DataOf are the addresses for trees at some spots and what was written to them.
func DataOf(tx *kernel.Tx, spotIDs []string) ([]Kept, error) {
	out := []Kept{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	list, err := kernel.Many[Wish](tx, "at, id", "spot_id IN ?", spotIDs)
	if err != nil {
		return out, err
	}
	for _, w := range list {
		k := Kept{Address: w.Address, Letters: []string{}}
		mails, err := kernel.Many[Mail](tx, "day, id", "wish_id = ?", w.ID)
		if err != nil {
			return out, err
		}
		for _, m := range mails {
			k.Letters = append(k.Letters, m.Subject+"\n"+m.Body)
		}
		out = append(out, k)
	}
	return out, nil
}
