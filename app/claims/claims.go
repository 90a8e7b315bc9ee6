// Package claims lays the record of a lost tree side by side when somebody asks that it be made good, and keeps what a manager decided
// (handbook, aftercare.md, "Guarantee").
package claims

import (
	"embed"
	"errors"
	"strings"
	"time"

	"sedum/app/mending"
	"sedum/app/planted"
	housed "sedum/app/rules"
	"sedum/core/fault"
	"sedum/core/guarantee"
	"sedum/core/roles"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Answer is what a manager decided; "" while it is open.
type Answer string

// Refused is the answer that costs nothing.
const Refused Answer = "refused"

// All lists them.
func (Answer) All() []Answer { return []Answer{"granted", "in-part", Refused} }

// Given is by what a claim was made good.
type Given string

// All lists them.
func (Given) All() []Given { return []Given{"tree", "money", "work"} }

// PlantedBy is who planted the tree, as it was stated; "" while nobody said.
type PlantedBy string

// All lists them.
func (PlantedBy) All() []PlantedBy { return []PlantedBy{"house", "customer"} }

// Claim is that somebody asks for a tree to be made good.
type Claim struct {
	ID        string `gorm:"primaryKey"`
	Number    int
	PlantedID string
	AskedOn   time.Time
	Said      string
	PlantedBy PlantedBy
	PersonID  string
	At        time.Time
	Version   int
	Answer    Answer
	Given     Given
	Cents     *int
	Reason    string
	Letter    string
	// Frozen are the points as they stood when it was decided.
	Frozen    []guarantee.Point `gorm:"serializer:json"`
	DecidedBy *string
	DecidedAt *time.Time

	TakenBackAt *time.Time
}

// TableName says of what.
func (Claim) TableName() string { return "guarantee_claims" }

// Who may do what with claims.
var (
	KeepClaims   = kernel.Permission{Name: "keep-claims", Roles: roles.Counter()}
	DecideClaims = kernel.Permission{Name: "decide-claims", Roles: roles.Office()}
)

// Capability declares what can be asked and done here.
func Capability() kernel.Capability {
	changed := append([]string{"list-claims", "see-claim"}, planted.Changed...)
	same := func(tx *kernel.Tx, p kernel.ByNumber, _ int) (Page, error) { return see(tx, p) }
	return kernel.Capability{Name: "claims", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-claims", "/claims", KeepClaims, list),
		kernel.Read("see-claim", "/claims/{number}", KeepClaims, see),
		kernel.Read("list-causes", "/guarantee/causes", KeepClaims, listCauses),
		kernel.Deed("change-cause", "POST", "/guarantee/causes", housed.ChangeRules, changeMatter, func(tx *kernel.Tx, _ kernel.None, _ kernel.None) (Causes, error) {
			return listCauses(tx, kernel.None{})
		}).Makes("list-causes"),
		kernel.Deed("open-claim", "POST", "/planted/{id}/claims", KeepClaims, open, func(tx *kernel.Tx, _ kernel.ByID, number int) (Page, error) {
			return see(tx, kernel.ByNumber{Number: number})
		}).Makes(changed...),
		kernel.Deed("amend-claim", "PUT", "/claims/{number}", KeepClaims, amend, same).Makes(changed...),
		kernel.Deed("decide-claim", "PUT", "/claims/{number}/decided", DecideClaims, decide, same).Makes(changed...),
		kernel.Deed("reopen-claim", "POST", "/claims/{number}/reopened", DecideClaims, reopen, same).Makes(changed...),
		kernel.Deed("take-back-claim", "POST", "/claims/{number}/taken-back", KeepClaims, takeBack, same).Makes(changed...),
		kernel.ReadFile("claim-record", "/claims/{number}/record.pdf", KeepClaims, "application/pdf", recordPDF),
		kernel.ReadFile("claim-letter", "/claims/{number}/letter.pdf", KeepClaims, "application/pdf", letterPDF),
	}}
}

// NewClaim is a claim as somebody brings it.
type NewClaim struct {
	AskedOn   string    `json:"asked_on"`
	Said      string    `json:"said" maxLength:"1000"`
	PlantedBy PlantedBy `json:"planted_by,omitempty" optional:"true"`
}

func (n NewClaim) day(tx *kernel.Tx, plantedOn time.Time) (time.Time, error) {
	var l fault.List
	on := kernel.Date(&l, "asked_on", n.AskedOn)
	switch {
	case len(l) > 0:
	case on.After(tx.Today()):
		l.Add("asked_on", fault.AtMost, tx.Today().Format(time.DateOnly))
	case on.Before(plantedOn):
		l.Add("asked_on", fault.AtLeast, plantedOn.Format(time.DateOnly))
	}
	l = append(l, fault.Missing("said", strings.TrimSpace(n.Said))...)
	return on, l.Err()
}

// open writes a claim down. From then on no look is planned at its tree that was not before: a tree is not counted for having been lost.
//
// Refused: claim-open while another claim of the tree is.
func open(tx *kernel.Tx, p kernel.ByID, n NewClaim) (int, error) {
	t, err := planted.Hold(tx, p.ID)
	if err != nil {
		return 0, err
	}
	on, err := n.day(tx, t.PlantedOn)
	if err != nil {
		return 0, err
	}
	number, err := tx.Next("claim", 1)
	if err != nil {
		return 0, err
	}
	c := Claim{ID: kernel.NewID(), Number: number, PlantedID: t.ID, AskedOn: on, Said: strings.TrimSpace(n.Said), PlantedBy: n.PlantedBy, PersonID: tx.Who.ID, At: tx.Now, Version: 1, Frozen: []guarantee.Point{}}
	if err := kernel.Add(tx, &c); errors.Is(err, kernel.ErrTwice) {
		return 0, kernel.Refused{Code: "claim-open", Field: "asked_on"}
	} else if err != nil {
		return 0, err
	}
	return number, claimed(tx, t)
}

// claimed brings the day since when a tree is claimed up to date with those of its claims that stand.
func claimed(tx *kernel.Tx, t planted.Tree) error {
	list, err := kernel.Many[Claim](tx, "asked_on, number", "planted_id = ? AND taken_back_at IS NULL", t.ID)
	if err != nil {
		return err
	}
	var since *time.Time
	if len(list) > 0 {
		since = &list[0].AskedOn
	}
	return planted.SetClaimed(tx, t, since)
}

// Amended is a claim as it should have been written, and the version that was seen.
type Amended struct {
	NewClaim
	Version int `json:"version"`
}

// amend corrects what was written of a claim that is open. Refused: claim-decided.
func amend(tx *kernel.Tx, p kernel.ByNumber, n Amended) (int, error) {
	c, t, err := hold(tx, p, n.Version)
	if err != nil {
		return 0, err
	}
	if c.Answer != "" {
		return 0, kernel.Refused{Code: "claim-decided"}
	}
	on, err := n.day(tx, t.PlantedOn)
	if err != nil {
		return 0, err
	}
	if err := kernel.ChangeOne[Claim](tx, map[string]any{"asked_on": on, "said": strings.TrimSpace(n.Said), "planted_by": n.PlantedBy, "version": c.Version + 1}, "id = ?", c.ID); err != nil {
		return 0, err
	}
	return c.Number, claimed(tx, t)
}

// hold holds a claim that stands, and its tree. Errors: kernel.Stale.
func hold(tx *kernel.Tx, p kernel.ByNumber, version int) (Claim, planted.Tree, error) {
	seen, err := kernel.One[Claim](tx, "number = ? AND taken_back_at IS NULL", p.Number)
	if err != nil {
		return seen, planted.Tree{}, err
	}
	t, err := kernel.Held[planted.Tree](tx, "SELECT * FROM planted_trees WHERE id = ?", seen.PlantedID)
	if err != nil {
		return seen, t, err
	}
	c, err := kernel.Held[Claim](tx, "SELECT * FROM guarantee_claims WHERE id = ? AND taken_back_at IS NULL", seen.ID)
	if err != nil {
		return c, t, err
	}
	if c.Version != version {
		now, err := see(tx, p)
		return c, t, errors.Join(err, kernel.Stale{Current: now})
	}
	return c, t, nil
}

// Decided is what a manager decides, with the reason that stays in the house and the letter that goes out.
type Decided struct {
	Answer  Answer `json:"answer"`
	Given   Given  `json:"given,omitempty" optional:"true"`
	Cents   *int   `json:"cents,omitempty" minimum:"0" maximum:"100000000" doc:"what it costs the house"`
	Reason  string `json:"reason" maxLength:"1000"`
	Letter  string `json:"letter" maxLength:"2000" doc:"what the letter says to the customer, in their language"`
	Version int    `json:"version"`
}

// decide settles a claim. What spoke for and against is frozen with it. Whatever is granted is a cost, and no death.
//
// Refused: claim-decided.
func decide(tx *kernel.Tx, p kernel.ByNumber, n Decided) (int, error) {
	c, t, err := hold(tx, p, n.Version)
	if err != nil {
		return 0, err
	}
	if c.Answer != "" {
		return 0, kernel.Refused{Code: "claim-decided"}
	}
	l := append(fault.Missing("reason", strings.TrimSpace(n.Reason)), fault.Missing("letter", strings.TrimSpace(n.Letter))...)
	if n.Answer == Refused {
		n.Given, n.Cents = "", nil
	} else {
		if n.Given == "" {
			l.Add("given", fault.Required, nil)
		}
		if n.Cents == nil {
			l.Add("cents", fault.Required, nil)
		}
	}
	if err := l.Err(); err != nil {
		return 0, err
	}
	r, err := recordOf(tx, c, t)
	if err != nil {
		return 0, err
	}
	c.Answer, c.Given, c.Cents, c.Reason, c.Letter, c.Frozen = n.Answer, n.Given, n.Cents, strings.TrimSpace(n.Reason), strings.TrimSpace(n.Letter), r.points
	c.DecidedBy, c.DecidedAt, c.Version = &tx.Who.ID, &tx.Now, c.Version+1
	return c.Number, kernel.Ours(tx.DB().Select("answer", "given", "cents", "reason", "letter", "frozen", "decided_by", "decided_at", "version").Updates(&c).Error)
}

// Because is why something was a mistake, and the version that was seen.
type Because struct {
	Reason  string `json:"reason" maxLength:"500"`
	Version int    `json:"version"`
}

// reopen takes a decision back; it stays to be read.
//
// Refused: claim-not-decided; claim-open while another claim of the tree is.
func reopen(tx *kernel.Tx, p kernel.ByNumber, why Because) (int, error) {
	c, _, err := hold(tx, p, why.Version)
	if err != nil {
		return 0, err
	}
	if c.Answer == "" {
		return 0, kernel.Refused{Code: "claim-not-decided"}
	}
	if err := mending.Keep(tx, mending.Claim, c.ID, map[string]any{"answer": c.Answer, "given": c.Given, "cents": c.Cents, "reason": c.Reason}, why.Reason); err != nil {
		return 0, err
	}
	err = kernel.ChangeOne[Claim](tx, map[string]any{"answer": "", "given": "", "cents": nil, "reason": "", "letter": "", "frozen": "[]", "decided_by": nil, "decided_at": nil, "version": c.Version + 1}, "id = ?", c.ID)
	if errors.Is(err, kernel.ErrTwice) {
		err = kernel.Refused{Code: "claim-open"}
	}
	return c.Number, err
}

// takeBack takes back a claim that nobody made. Refused: claim-decided.
func takeBack(tx *kernel.Tx, p kernel.ByNumber, why Because) (int, error) {
	c, t, err := hold(tx, p, why.Version)
	if err != nil {
		return 0, err
	}
	if c.Answer != "" {
		return 0, kernel.Refused{Code: "claim-decided"}
	}
	if err := mending.Keep(tx, mending.Claim, c.ID, map[string]any{"asked_on": c.AskedOn.Format(time.DateOnly)}, why.Reason); err != nil {
		return 0, err
	}
	if err := kernel.ChangeOne[Claim](tx, map[string]any{"taken_back_at": tx.Now, "version": c.Version + 1}, "id = ?", c.ID); err != nil {
		return 0, err
	}
	return c.Number, claimed(tx, t)
}

// Forget takes out of the claims for somebody's trees what was said and written to them.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	const theirs = "planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)"
	if _, err := kernel.Exec(tx, "UPDATE mendings SET was = '{}', reason = '—' WHERE what = 'claim' AND of_id IN (SELECT id FROM guarantee_claims WHERE "+theirs+")", spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "UPDATE guarantee_claims SET said = '', reason = '', letter = '' WHERE "+theirs, spotIDs)
	return err
}

// Kept is a claim in the file of a person.
type Kept struct {
	AskedOn string `json:"asked_on"`
	Said    string `json:"said"`
	Answer  Answer `json:"answer" optional:"true"`
	Reason  string `json:"reason"`
	Letter  string `json:"letter"`
}

// DataOf are the claims for trees at some spots.
func DataOf(tx *kernel.Tx, spotIDs []string) ([]Kept, error) {
	out := []Kept{}
	if len(spotIDs) == 0 {
		return out, nil
	}
	rows, err := kernel.Many[Claim](tx, "number", "planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?) AND taken_back_at IS NULL", spotIDs)
	for _, c := range rows {
		out = append(out, Kept{c.AskedOn.Format(time.DateOnly), c.Said, c.Answer, c.Reason, c.Letter})
	}
	return out, err
}
