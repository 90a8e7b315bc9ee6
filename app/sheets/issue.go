package sheets

import (
	"errors"
	"strings"

	"sedum/app/ground"
	records "sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Issue asks for a sheet: a plan, and the reason an advisor signs with when something stands against it.
type Issue struct {
	PlanAsk
	TreeVersion  int    `json:"tree_version"`
	SignedReason string `json:"signed_reason" maxLength:"500"`
	// SchoolsReason is why a school is another on this sheet than the house's own; it is printed.
	SchoolsReason string `json:"schools_reason,omitempty" maxLength:"500"`
	// Replaces is the number of the sheet that this one revises, 0 for none: of the same tree, or of the same spot with another tree in its place.
	Replaces int            `json:"replaces,omitempty" minimum:"0"`
	Units    words.Units    `json:"units"`
	Language words.Language `json:"language"`
}

// issue freezes a plan as a numbered sheet and reserves its tree. The tree is held before the plan is made, so that the plan is that of
// the tree as it is reserved.
//
// Refused when services are not marked (no signature replaces a record) or there is no planting here;
// when something else stands against it, until an advisor signs with a reason.
func (desk Desk) issue(tx *kernel.Tx, _ kernel.None, ask Issue) (int, error) {
	return desk.issueAs(tx, ask, func() (int, error) { return tx.Next("sheet", 1) })
}

// issueAs issues under a number that is asked for once nothing stands against it.
func (desk Desk) issueAs(tx *kernel.Tx, ask Issue, next func() (int, error)) (number int, err error) {
	t, err := records.HoldTree(tx, ask.Tag)
	if err != nil {
		return 0, err
	}
	if t.Version != ask.TreeVersion {
		current, err := records.Show(tx, t.Tag)
		return 0, errors.Join(err, kernel.Stale{Current: current})
	}
	before, err := beforeIt(tx, ask, t)
	if err != nil {
		return 0, err
	}
	p, err := desk.make(tx, ask.PlanAsk)
	if err != nil {
		return 0, err
	}
	ask.SignedReason = strings.TrimSpace(ask.SignedReason)
	var unanswered fault.List
	for _, name := range ask.open() {
		unanswered.Add(name, fault.Required, nil)
	}
	ask.SchoolsReason = strings.TrimSpace(ask.SchoolsReason)
	if len(p.own) > 0 && ask.SchoolsReason == "" {
		unanswered.Add("schools_reason", fault.Required, nil)
	}
	if err := unanswered.Err(); err != nil {
		return 0, err
	}
	if err := p.unsignable(); err != nil {
		return 0, err
	}
	if len(p.plan.Stops) > 0 && ask.SignedReason == "" {
		return 0, kernel.Refused{Code: "sign-with-reason", Field: "signed_reason"}
	}
	n, err := next()
	if err != nil {
		return 0, err
	}
	s := Sheet{ID: kernel.NewID(), Number: n, TreeID: t.ID, SpotID: p.spot.Spot.ID, PersonID: tx.Who.ID, IssuedAt: tx.Now,
		PlantingOn: p.plantingOn, Content: p.content(tx, ask), CoreVersion: rules.CoreVersion}
	if len(p.plan.Stops) > 0 {
		s.SignedReason = ask.SignedReason
	}
	s.Series = s.ID
	if before != nil {
		s.Replaces, s.Series, s.Revision = &before.Number, before.Series, before.Revision+1
		if s.Series == "" { // issued by an earlier program
			s.Series = before.ID
		}
	}
	link := newLink(tx, s)
	papers, err := desk.drawPapers(tx, s, link)
	if err != nil {
		return 0, err
	}
	// Whose ground it is is held only now: the sheets of one ground are drawn beside each other.
	if err := ground.Touch(tx, s.SpotID); err != nil {
		return 0, err
	}
	if err := kernel.Add(tx, &s); err != nil {
		return 0, err
	}
	if err := kernel.Add(tx, &link); err != nil {
		return 0, err
	}
	if err := keepPapers(tx, papers); err != nil {
		return 0, err
	}
	if before != nil {
		if err := before.end(tx, before.tree, "", &n); err != nil || before.tree.ID == t.ID {
			return n, err // its tree stays reserved, now by the new one
		}
		if before.tree.State == stock.Reserved {
			if err := records.Move(tx, before.tree, stock.ForSale, "", nil); err != nil {
				return 0, err
			}
		}
	}
	return n, records.Move(tx, t, stock.Reserved, "", nil)
}

// replaced is the sheet in whose place another goes out, with its tree, both held.
type replaced struct {
	Sheet
	tree records.Tree
}

// beforeIt is the sheet that another revises, nil for none. The same tree stays reserved; another must be for sale and go to the same spot, and its
// sheet may be replaced by whoever may withdraw it (sold, died, or a better one was found).
func beforeIt(tx *kernel.Tx, ask Issue, t records.Tree) (*replaced, error) {
	if ask.Replaces == 0 {
		if t.State != stock.ForSale {
			return nil, kernel.Refused{Code: "not-for-sale", Field: "tag"}
		}
		return nil, nil
	}
	s, was, err := held(tx, ask.Replaces)
	switch same := s.TreeID == t.ID; {
	case err != nil:
		return nil, err
	case same && t.State != stock.Reserved, !same && s.SpotID != ask.SpotID:
		return nil, kernel.Refused{Code: "sheet-of-another", Field: "replaces"}
	case !same && t.State != stock.ForSale:
		return nil, kernel.Refused{Code: "not-for-sale", Field: "tag"}
	case !same && !planting.MayWithdraw(was.State, tx.Who.Role):
		return nil, kernel.ErrNotAllowed
	}
	return &replaced{s, was}, nil
}

func (p planned) content(tx *kernel.Tx, ask Issue) Content {
	customer := p.spot.Spot.Site.Customer
	c := Content{
		Customer: customer.Name, Address: p.spot.Spot.Site.Address, SpotName: p.spot.Spot.Name,
		Tag: p.tree.Tree.Tag, Common: p.tree.Lot.CalledIn(ask.Language), Botanical: p.tree.Lot.Kind.Botanical,
		LotNumber: p.tree.Lot.Number, Grower: p.tree.Lot.Grower.Name, IssuedBy: tx.Who.Name,
		Input: p.input, House: p.house.Whole(), Plan: p.plan, Care: p.care,
		Units: ask.Units, Language: ask.Language, Chosen: p.own, OfGround: p.ofGround,
	}
	if len(c.Chosen) > 0 {
		c.ChosenReason = strings.TrimSpace(ask.SchoolsReason)
	}
	if m := p.spot.MarkedOn(p.plantingOn); m != nil {
		c.Marking = &Marking{Reference: m.Reference, MarkedBy: m.MarkedBy, ExpiresOn: m.ExpiresOn}
	}
	return c
}

// draft is a sheet that is not issued: it may be drawn and printed, headed "not to dig" while locked.
func (desk Desk) draft(tx *kernel.Tx, ask Issue) (Sheet, error) {
	p, err := desk.make(tx, ask.PlanAsk)
	if err != nil {
		return Sheet{}, err
	}
	if p.plan.Refused != "" {
		return Sheet{}, kernel.Refused{Code: string(p.plan.Refused), Field: "spot_id"}
	}
	return Sheet{PlantingOn: p.plantingOn, IssuedAt: tx.Now, Content: p.content(tx, ask), CoreVersion: rules.CoreVersion}, nil
}
