package sheets

import (
	"crypto/rand"
	"errors"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/core/rules"
	"sedum/kernel"
)

// Link is the address of a customer's copy: who holds it reads that sheet, and nothing else. It is as good as the paper and no better.
type Link struct {
	ID        string
	SheetID   string
	Token     string
	MadeAt    time.Time
	PersonID  string
	ExpiresOn time.Time
	RevokedAt *time.Time
	RevokedBy *string
}

// TableName says of what.
func (Link) TableName() string { return "sheet_links" }

// Holds tells whether a link opens on a day.
func (l Link) Holds(today time.Time) bool { return l.RevokedAt == nil && !l.ExpiresOn.Before(today) }

// newLink makes a sheet's address: 130 random bits, which nobody guesses.
func newLink(tx *kernel.Tx, s Sheet) Link {
	months := int(tx.Who.House.Value(rules.SheetLinkMonths))
	return Link{ID: kernel.NewID(), SheetID: s.ID, Token: rand.Text(), MadeAt: tx.Now, PersonID: tx.Who.ID, ExpiresOn: tx.Today().AddDate(0, months, 0)}
}

// address is where a link leads, "" where this house serves no copies.
func (desk Desk) address(l Link) string {
	if desk.Public == "" || l.Token == "" {
		return ""
	}
	return strings.TrimRight(desk.Public, "/") + "/c/" + l.Token
}

// linkOf is the newest link of a sheet; ErrMissing when it has none.
func linkOf(tx *kernel.Tx, sheetID string) (Link, error) {
	list, err := kernel.Many[Link](tx, "made_at DESC, id DESC", "sheet_id = ?", sheetID)
	if err == nil && len(list) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return Link{}, err
	}
	return list[0], nil
}

// LinkPage is a sheet's link as staff see it.
type LinkPage struct {
	// Served tells whether this house serves copies at all.
	Served    bool       `json:"served"`
	Address   string     `json:"address" doc:"empty when there is none that opens"`
	ExpiresOn string     `json:"expires_on"`
	RevokedAt *time.Time `json:"revoked_at"`
}

func (desk Desk) linkPage(tx *kernel.Tx, p kernel.ByNumber) (LinkPage, error) {
	out := LinkPage{Served: desk.Public != ""}
	s, err := byNumber(tx, p.Number)
	if err != nil {
		return out, err
	}
	l, err := linkOf(tx, s.ID)
	if errors.Is(err, kernel.ErrMissing) {
		return out, nil
	}
	out.ExpiresOn, out.RevokedAt = l.ExpiresOn.Format(time.DateOnly), l.RevokedAt
	if l.Holds(tx.Today()) {
		out.Address = desk.address(l)
	}
	return out, err
}

// LinkOf is the address of the copy of a sheet, "" where it has none that opens.
func (desk Desk) LinkOf(tx *kernel.Tx, number int) (string, error) {
	page, err := desk.linkPage(tx, kernel.ByNumber{Number: number})
	return page.Address, err
}

// shareSheet makes a new link; the one before opens nothing any more.
//
// Refused where this house serves no copies, and for a sheet that is withdrawn for good.
func (desk Desk) shareSheet(tx *kernel.Tx, p kernel.ByNumber, _ kernel.None) (int, error) {
	if desk.Public == "" {
		return 0, kernel.Refused{Code: "no-copies", Field: "number"}
	}
	s, err := byNumber(tx, p.Number)
	if err != nil {
		return 0, err
	}
	if s.WithdrawnAt != nil || s.Content.ForgottenAt != nil {
		return 0, kernel.Refused{Code: "sheet-withdrawn", Field: "number"}
	}
	if err := endLinks(tx, s.ID); err != nil {
		return 0, err
	}
	link := newLink(tx, s)
	return p.Number, kernel.Add(tx, &link)
}

func revokeLink(tx *kernel.Tx, p kernel.ByNumber, _ kernel.None) (int, error) {
	s, err := byNumber(tx, p.Number)
	if err != nil {
		return 0, err
	}
	return p.Number, endLinks(tx, s.ID)
}

func endLinks(tx *kernel.Tx, sheetID string) error {
	by := &tx.Who.ID
	if tx.Who.ID == "" {
		by = nil
	}
	_, err := kernel.Exec(tx, "UPDATE sheet_links SET revoked_at = ?, revoked_by = ? WHERE sheet_id = ? AND revoked_at IS NULL", tx.Now, by, sheetID)
	return err
}

// ByToken is the sheet that a token opens now: of one that was revised, the revision, for who holds the old paper plants by the new one.
//
// Errors: ErrMissing for what is no token of ours; Gone for one that was revoked or has run out.
func ByToken(tx *kernel.Tx, token string) (Sheet, error) {
	l, err := kernel.One[Link](tx, "token = ?", token)
	if err != nil {
		return Sheet{}, err
	}
	if !l.Holds(tx.Today()) {
		return Sheet{}, ErrGone
	}
	s, err := kernel.One[Sheet](tx, "id = ?", l.SheetID)
	for err == nil && s.ReplacedBy != nil {
		s, err = byNumber(tx, *s.ReplacedBy)
	}
	if err == nil && s.Content.ForgottenAt != nil {
		err = ErrGone
	}
	return s, err
}

// ErrGone is a link that opened once and does no more.
var ErrGone = errors.New("sheets: the link has ended")

// Marked tells until when nobody need wait for the locating service, on a day: nil while no marking holds that day. It reads the record of
// today, not what stood on the sheet.
func Marked(tx *kernel.Tx, s Sheet, day time.Time) (*Marking, error) {
	spot, err := ground.SpotOf(tx, s.SpotID)
	if err != nil {
		return nil, err
	}
	m := spot.MarkedOn(day)
	if m == nil {
		return nil, nil
	}
	return &Marking{Reference: m.Reference, MarkedBy: m.MarkedBy, ExpiresOn: m.ExpiresOn}, nil
}
