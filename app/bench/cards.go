package bench

import (
	"fmt"

	"sedum/app/letterhead"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// benchCard says what a checked tree's card says; ok is false for a tree that nobody has looked at.
func benchCard(s words.Speaker, v Record) (card paper.BenchCard, ok bool) {
	c := v.Current()
	if c == nil {
		return paper.BenchCard{}, false
	}
	a := c.Assessment
	card = paper.BenchCard{Tag: v.Tree.Tag, Common: v.Lot.Called(), Botanical: v.Lot.Kind.Botanical, LotNumber: v.Lot.Number, Number: v.Tree.Number,
		Finding: paper.Finding{BallMM: c.Readings.BallHeightMM, WidthMM: c.Readings.BallDiameterMM, TrunkMM: c.Readings.CaliperMM},
		Verdict: s.Say("state."+string(v.Tree.State), nil), Grades: gradesText(s, c.Readings, a),
		Signed: s.Say("card.signed", map[string]any{"by": c.Person.Name, "date": c.At})}
	switch f := a.Flare; {
	case v.Lot.Form == stock.BareRoot:
		card.Flare = s.Say("card.flare.bare", nil)
	case f == nil:
		card.Flare = s.Say("card.flare.unknown", nil)
	case f.FlareDepthMM == nil:
		card.Flare = s.Say("card.flare.unknown", nil)
	case *f.FlareDepthMM < 1:
		card.Flare = s.Say("card.flare.surface", nil)
	default:
		card.Flare = s.Say("card.flare.deep", map[string]any{"depth": kernel.MM(*f.FlareDepthMM)})
	}
	if f := a.Flare; f != nil {
		card.Finding.FlareMM = f.FlareDepthMM
	}
	for _, w := range a.Work {
		switch {
		case w.AtPlanting:
			card.AtPlanting = append(card.AtPlanting, WorkText(s, w))
		case !v.Done[w.Key]:
			card.Before = append(card.Before, WorkText(s, w))
		}
	}
	return card, true
}

// gradesText says the grade of circling of each zone, "" when there is nothing to grade.
func gradesText(s words.Speaker, r stock.Readings, a stock.Assessment) string {
	if a.RootBall == nil {
		return ""
	}
	g := stock.GradesOf(r, a.RootBall.RootClasses)
	say := func(n *int) string {
		if n == nil {
			return s.Say("grade.not-looked", nil)
		}
		return fmt.Sprint(*n)
	}
	return s.Say("grade.zones", map[string]any{"collar": say(g.Collar), "side": say(g.Side), "bottom": say(g.Bottom)})
}

// nobodyLooked refuses a card of what nobody has looked at.
func nobodyLooked(field string) error { return kernel.Refused{Code: "nobody-looked", Field: field} }

type oneTree struct {
	kernel.ByTag
	kernel.Paper
}

func (b Bench) card(tx *kernel.Tx, p oneTree) (kernel.File, error) {
	t, err := yard.TreeByTag(tx, p.Tag)
	if err != nil {
		return kernel.File{}, err
	}
	r, err := RecordOf(tx, t)
	if err != nil {
		return kernel.File{}, err
	}
	card, ok := benchCard(tx.Say, r)
	if !ok {
		return kernel.File{}, nobodyLooked("tag")
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.BenchCardsPDF(tx.Say, h, []paper.BenchCard{card}, p.Paper.Paper, tx.Now)
	return kernel.PDF(pdf, "%s.pdf", t.Tag), err
}

type lotOnPaper struct {
	kernel.ByNumber
	kernel.Paper
}

// mostCards is how many cards are printed at once.
const mostCards = 90

// cards are those of the trees of a lot that somebody has looked at and that are still in the yard, by place.
func (b Bench) cards(tx *kernel.Tx, p lotOnPaper) (kernel.File, error) {
	lot, err := yard.LotByNumber(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	trees, err := yard.TreesOfLot(tx, lot.ID)
	if err != nil {
		return kernel.File{}, err
	}
	cards := []paper.BenchCard{}
	for _, t := range trees {
		if t.CheckID == nil || t.State.Left() || len(cards) == mostCards {
			continue
		}
		r, err := RecordOf(tx, t)
		if err != nil {
			return kernel.File{}, err
		}
		if card, ok := benchCard(tx.Say, r); ok {
			cards = append(cards, card)
		}
	}
	if len(cards) == 0 {
		return kernel.File{}, nobodyLooked("number")
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.BenchCardsPDF(tx.Say, h, cards, p.Paper.Paper, tx.Now)
	return kernel.PDF(pdf, "lot-%d-cards.pdf", p.Number), err
}
