package api

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/paper"
	"sedum/words"
)

// benchCard says what a checked tree's card says; ok is false for a tree that nobody has looked at.
func benchCard(s words.Speaker, v desk.TreeView) (card paper.BenchCard, ok bool) {
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
		card.Flare = s.Say("card.flare.deep", map[string]any{"depth": mm(*f.FlareDepthMM)})
	}
	if f := a.Flare; f != nil {
		card.Finding.FlareMM = f.FlareDepthMM
	}
	for _, w := range a.Work {
		switch {
		case w.AtPlanting:
			card.AtPlanting = append(card.AtPlanting, workText(s, w))
		case !v.Done[w.Key]:
			card.Before = append(card.Before, workText(s, w))
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

type paperOf struct {
	Paper string `query:"paper" enum:"a4,letter" default:"a4"`
}

func pdfFile(name string, pdf []byte) *fileAnswer {
	return &fileAnswer{"application/pdf", fmt.Sprintf("inline; filename=%q", name), pdf}
}

func (s *Server) cardRoutes() {
	huma.Register(s.api, operation("bench-card", http.MethodGet, "/api/v1/trees/{tag}/card.pdf", desk.SeeYard),
		func(ctx context.Context, in *struct {
			paperOf
			Tag string `path:"tag"`
		}) (*fileAnswer, error) {
			v, err := s.desk.Tree(ctx, caller(ctx), in.Tag)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			card, ok := benchCard(speaker(ctx), v)
			if !ok {
				return nil, problemOf(ctx, desk.Refused{Code: "nobody-looked", Field: "tag"})
			}
			pdf, err := paper.BenchCardsPDF(speaker(ctx), []paper.BenchCard{card}, in.Paper, s.desk.Now())
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return pdfFile(v.Tree.Tag+".pdf", pdf), nil
		})
	huma.Register(s.api, operation("bench-cards", http.MethodGet, "/api/v1/lots/{number}/cards.pdf", desk.SeeYard),
		func(ctx context.Context, in *struct {
			paperOf
			Number int `path:"number"`
		}) (*fileAnswer, error) {
			trees, err := s.desk.CheckedTrees(ctx, caller(ctx), in.Number)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			cards := []paper.BenchCard{}
			for _, v := range trees {
				if card, ok := benchCard(speaker(ctx), v); ok {
					cards = append(cards, card)
				}
			}
			if len(cards) == 0 {
				return nil, problemOf(ctx, desk.Refused{Code: "nobody-looked", Field: "number"})
			}
			pdf, err := paper.BenchCardsPDF(speaker(ctx), cards, in.Paper, s.desk.Now())
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return pdfFile(fmt.Sprintf("lot-%d-cards.pdf", in.Number), pdf), nil
		})
	huma.Register(s.api, operation("confidence-card", http.MethodGet, "/api/v1/lots/{number}/confidence.pdf", desk.SeeYard),
		func(ctx context.Context, in *struct {
			paperOf
			Number int `path:"number"`
		}) (*fileAnswer, error) {
			v, err := s.desk.Lot(ctx, caller(ctx), in.Number)
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			if v.Lot.Form != stock.BareRoot {
				return nil, problemOf(ctx, desk.Refused{Code: "no-clock", Field: "number"})
			}
			say := speaker(ctx)
			pdf, err := paper.ConfidencePDF(say, v.Lot.Called(), viewKeeping(say, v.Lot.Form, v.Keeping).Kept, in.Paper, s.desk.Now())
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			return pdfFile(fmt.Sprintf("lot-%d-confidence.pdf", in.Number), pdf), nil
		})
}
