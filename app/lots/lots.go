// Package lots is a lot as a whole: how many to check, what the sample says, its decision, and what it needs while it waits.
package lots

import (
	"errors"
	"math/rand/v2"
	"strings"

	"sedum/app/clock"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/sampling"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
)

// Lots shows lots; the clock tells the air that they wait in.
type Lots struct{ Clocks clock.Clocks }

// Who may do what with a lot. DecideLot is what a proposal waits for: the core knows whose word closes a lot.
var (
	DrawSample = kernel.Permission{Name: "draw-sample", Roles: set.All[roles.Role]()}
	ProposeLot = kernel.Permission{Name: "propose-lot", Roles: set.All[roles.Role]()}
	DecideLot  = kernel.Permission{Name: "decide-lot", Roles: roles.Office()}
)

// Capability declares what can be asked and done here.
func Capability(l Lots) kernel.Capability {
	page := func(tx *kernel.Tx, p kernel.ByNumber, _ string) (Page, error) { return l.page(tx, p) }
	return kernel.Capability{Name: "lots", Permissions: []kernel.Permission{DecideLot}, Operations: []kernel.Operation{
		kernel.Read("see-lot", "/lots/{number}", yard.SeeYard, l.page),
		kernel.Read("see-lot-keeping", "/lots/{number}/keeping", yard.SeeYard, l.keeping),
		kernel.Read("see-lot-faults", "/lots/{number}/faults", yard.SeeYard, l.faults),
		kernel.Deed("draw-sample", "POST", "/lots/{number}/sample", DrawSample, l.draw, page).Makes("see-lot", "see-tree", "today"),
		kernel.Deed("stand-in-rows", "PUT", "/lots/{number}/rows", DrawSample, standInRows, page).Makes("see-lot", "see-tree"),
		kernel.Deed("reopen-lot", "POST", "/lots/{number}/reopening", DecideLot, l.reopen, page).
			Makes("see-lot", "list-lots", "list-trees", "see-tree", "today", "match", "list-growers"),
		kernel.Deed("close-lot", "POST", "/lots/{number}/decisions", ProposeLot, l.close, page).
			Makes("see-lot", "list-lots", "list-trees", "see-tree", "today", "match", "list-growers", "see-work"),
		kernel.ReadFile("confidence-card", "/lots/{number}/confidence.pdf", yard.SeeYard, "application/pdf", l.confidence),
	}}
}

// lotView is a lot with its plan, what was found, and what follows.
type lotView struct {
	lot yard.Lot
	yard.Tally
	// first are the first trees by place, drawn those of the sample.
	first     []yard.Tree
	drawn     []yard.Tree
	delivery  *yard.Delivery
	record    []yard.Closed
	plan      samplePlan
	sample    *yard.Sample
	found     sampleFound
	decisions []yard.Decision
}

// shownTrees of a lot are shown with it; the bench lists the rest.
const shownTrees = 60

func (l Lots) page(tx *kernel.Tx, p kernel.ByNumber) (Page, error) {
	lot, err := yard.LotByNumber(tx, p.Number)
	if err != nil {
		return Page{}, err
	}
	v, err := view(tx, lot)
	return showPage(tx, v), err
}

func view(tx *kernel.Tx, lot yard.Lot) (lotView, error) {
	v := lotView{lot: lot}
	var err error
	if v.Tally, err = yard.TallyOf(tx, lot.Number); err != nil {
		return v, err
	}
	if v.first, err = yard.FirstTrees(tx, lot.ID, shownTrees); err != nil {
		return v, err
	}
	if lot.DeliveryID != nil {
		d, err := kernel.One[yard.Delivery](tx, "id = ?", *lot.DeliveryID)
		if err != nil {
			return v, err
		}
		v.delivery = &d
	}
	if v.record, err = yard.RecordOf(tx, lot.GrowerID); err != nil {
		return v, err
	}
	if v.decisions, err = yard.DecisionsOf(tx, lot.ID); err != nil {
		return v, err
	}
	if v.plan, err = planSample(tx.Who.House, v); err != nil {
		return v, err
	}
	if v.sample, err = yard.SampleOf(tx, lot.ID); err != nil || v.sample == nil {
		return v, err
	}
	if v.drawn, err = yard.TreesAt(tx, lot.ID, v.sample.Drawn); err != nil {
		return v, err
	}
	v.found, err = find(*v.sample, v)
	return v, err
}

// NewDraw announces how many looks are taken at most.
type NewDraw struct {
	Looks int `json:"looks"`
}

// draw announces the looks of a lot and draws its trees. The seed is kept.
func (l Lots) draw(tx *kernel.Tx, p kernel.ByNumber, n NewDraw) (string, error) {
	lot, err := yard.HoldLot(tx, p.Number)
	if err != nil {
		return "", err
	}
	if lot.Decision != stock.LotOpen {
		return "", kernel.Refused{Code: "lot-closed", Field: "lot"}
	}
	v, err := view(tx, lot)
	if err != nil {
		return "", err
	}
	drawn := kernel.Refused{Code: "sample-drawn", Field: "looks"}
	if v.sample != nil {
		return "", drawn
	}
	if n.Looks < 1 || n.Looks > len(v.plan.options) {
		return "", fault.List{{Field: "looks", Code: fault.AtMost, Limit: len(v.plan.options)}}
	}
	announced := v.plan.options[n.Looks-1]
	taken, err := yard.PlacesOf(tx, lot.ID)
	if err != nil {
		return "", err
	}
	seed := rand.Uint64() >> 1
	chance := rand.New(rand.NewPCG(seed, uint64(len(taken))))
	err = yard.Draw(tx, yard.Sample{LotID: lot.ID, Seed: seed, LotSize: v.plan.lotSize, TolerableShare: v.plan.tolerableShare,
		Confidence: v.plan.confidence, Strictness: v.plan.strictness, Looks: announced,
		Drawn: places(taken, sampling.Draw(chance, len(taken), announced[len(announced)-1].Checked))})
	if errors.Is(err, kernel.ErrTwice) {
		err = drawn
	}
	return lot.ID, err
}

// standInRows says how the trees of a lot stand, so that a drawn tree is found by its row and number.
func standInRows(tx *kernel.Tx, p kernel.ByNumber, rows sampling.Rows) (string, error) {
	if err := rows.Check(); err != nil {
		return "", err
	}
	lot, err := yard.LotByNumber(tx, p.Number)
	if err != nil {
		return "", err
	}
	return lot.ID, yard.StandInRows(tx, lot, rows)
}

// saysRelease tells whether a complete look of drawn trees lets the lot go, or every single tree of it was judged.
func (v lotView) saysRelease() bool {
	var answer *sampling.Decision
	if v.found.answer != nil {
		answer = &v.found.answer.Decision
	}
	return sampling.LetsGo(v.Tags, v.Checked, v.sample != nil, answer)
}

// Closing is a decision on a lot as it was seen.
type Closing struct {
	Version  int               `json:"version"`
	Decision stock.LotDecision `json:"decision" enum:"released,refused"`
	Note     string            `json:"note" maxLength:"500"`
}

// close releases a lot or refuses it. A manager's word closes it; anyone else's is a proposal.
func (l Lots) close(tx *kernel.Tx, p kernel.ByNumber, c Closing) (string, error) {
	lot, err := yard.SeenLot(tx, p.Number, c.Version)
	if _, stale := errors.AsType[kernel.Stale](err); stale {
		page, err := l.page(tx, p)
		return "", errors.Join(err, kernel.Stale{Current: page})
	}
	if err != nil {
		return "", err
	}
	if lot.Decision != stock.LotOpen {
		return "", kernel.Refused{Code: "lot-closed", Field: "decision"}
	}
	v, err := view(tx, lot)
	if err != nil {
		return "", err
	}
	c.Note = strings.TrimSpace(c.Note)
	unchecked := c.Decision == stock.LotReleased && !v.saysRelease()
	if unchecked && c.Note == "" {
		return "", kernel.Refused{Code: "unchecked-with-reason", Field: "note"}
	}
	proposed := !stock.MayCloseLot(tx.Who.Role)
	if err := yard.Decide(tx, lot, c.Decision, c.Note, proposed, unchecked); err != nil || proposed {
		return lot.ID, err
	}
	states, to := stock.Follows(c.Decision)
	_, err = yard.MoveLot(tx, lot, states, to, c.Note)
	return lot.ID, err
}
