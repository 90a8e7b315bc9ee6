package sheets

import (
	"errors"

	"sedum/app/bench"
	"sedum/app/letterhead"
	"sedum/app/match"
	"sedum/app/yard"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

type homeAsk struct {
	kernel.ByTag
	kernel.Paper
	Units    words.Units    `query:"units" doc:"metric or us; the reader's own when left out"`
	Language words.Language `query:"language" doc:"the reader's own when left out"`
}

// takeHome is the card of the commonest sale of all: a tree that goes home with somebody whose ground nobody has seen.
//
// Refused for a tree that may not be sold now, and for one whose flare nobody knows: everything on the card is measured from it.
func (desk Desk) takeHome(tx *kernel.Tx, p homeAsk) (kernel.File, error) {
	t, err := yard.TreeByTag(tx, p.Tag)
	if err != nil {
		return kernel.File{}, err
	}
	r, err := bench.RecordOf(tx, t)
	if err != nil {
		return kernel.File{}, err
	}
	c := r.Current()
	if c == nil || !t.State.MayPlan() {
		return kernel.File{}, kernel.Refused{Code: "not-for-sale", Field: "tag"}
	}
	if r.Lot.Form != stock.BareRoot && (c.Assessment.Flare == nil || c.Assessment.Flare.FlareDepthMM == nil) {
		return kernel.File{}, kernel.Refused{Code: "flare-unknown", Field: "tag"}
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	s := tx.Say
	if p.Units != "" || p.Language != "" {
		units, language := s.Units, s.Language
		if p.Units != "" {
			units = p.Units
		}
		if p.Language != "" {
			language = p.Language
		}
		s = words.In(language, units)
	}
	house := tx.Who.House
	tree, kind := planTree(house, r, false), match.PlanKind(r.Lot.Kind, ground.Facts{})
	kind.GrownForFruit = kind.GrownForFruit || r.Lot.Kind.Facts.Fruiting // nobody asked what for: the strict scale is on the safe side
	card, err := planting.TakeHomeOf(house, tree, kind)
	if err != nil {
		return kernel.File{}, err
	}
	out := paper.TakeHome{Tag: t.Tag, Common: r.Lot.CalledIn(s.Language), Botanical: r.Lot.Kind.Botanical, LotNumber: r.Lot.Number, At: tx.Now, Tree: tree, Card: card,
		Done: doneTexts(s, Content{Input: planting.Input{Tree: tree}}), MulchMM: house.Value(rules.MulchFine), GapMM: house.Value(rules.MulchGap), MulchOuterMM: house.Value(rules.MulchLeast), StakeMonths: house.Value(rules.StakeMonths)}
	switch link, err := cardLinkOf(tx, t.ID); {
	case err == nil:
		out.Link = desk.cardAddress(link)
	case !errors.Is(err, kernel.ErrMissing):
		return kernel.File{}, err
	}
	for _, each := range kind.Cautions {
		out.Cautions = append(out.Cautions, s.Say("caution."+string(each), nil))
	}
	pdf, err := paper.TakeHomePDF(s, h, out, p.Paper.Paper)
	return kernel.PDF(pdf, "%s-take-home.pdf", t.Tag), err
}
