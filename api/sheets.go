package api

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/calc"
	"sedum/desk"
	"sedum/paper"
	"sedum/store"
	"sedum/words"
)

type sheetParam struct {
	Number int `path:"number"`
}

type paperParam struct {
	Number   int    `path:"number"`
	Paper    string `query:"paper" enum:"a4,letter" default:"a4"`
	Units    string `query:"units" doc:"metric or us; the sheet's own when left out"`
	Language string `query:"language" doc:"the sheet's own when left out"`
}

type draftInput struct {
	Raw
	Paper string `query:"paper" enum:"a4,letter" default:"a4"`
}

type sheetsView struct {
	Sheets []SheetLine `json:"sheets"`
}

// fileAnswer is a file of a named type.
type fileAnswer struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func (s *Server) sheetRoutes() {
	write(s, http.MethodPost, "plan", "/api/v1/plan", desk.MatchAndPlan,
		func(ctx context.Context, _ *Raw, body desk.PlanAsk) (planView, error) {
			v, err := s.desk.Plan(ctx, caller(ctx), body)
			if err != nil {
				return planView{}, err
			}
			return viewPlan(speaker(ctx), v), nil
		})
	write(s, http.MethodPost, "issue-sheet", "/api/v1/sheets", desk.IssueSheets,
		func(ctx context.Context, in *keyOnly, body desk.Issue) (sheetView, error) {
			sheet, err := s.desk.IssueSheet(ctx, caller(ctx), in.Key, body)
			if err != nil {
				return sheetView{}, err
			}
			return viewSheet(speaker(ctx), sheet), nil
		})
	read(s, "list-sheets", "/api/v1/sheets", desk.SeeGround, func(ctx context.Context, _ *struct{}) (sheetsView, error) {
		list, err := s.desk.Store.Sheets(ctx, 500)
		return sheetsView{viewSheetLines(list)}, err
	})
	read(s, "see-sheet", "/api/v1/sheets/{number}", desk.SeeGround, func(ctx context.Context, in *sheetParam) (sheetView, error) {
		sheet, err := s.desk.Sheet(ctx, caller(ctx), in.Number)
		if err != nil {
			return sheetView{}, err
		}
		return viewSheet(speaker(ctx), sheet), nil
	})
	s.file("sheet-pdf", "/api/v1/sheets/{number}/sheet.pdf", "application/pdf", "sheet-%d.pdf",
		func(speaker words.Speaker, sheet store.Sheet, in *paperParam) ([]byte, error) {
			return paper.SheetPDF(speaker, paperSheet(speaker, sheet), in.Paper)
		})
	s.file("sheet-calendar", "/api/v1/sheets/{number}/care.ics", "text/calendar; charset=utf-8", "care-%d.ics",
		func(speaker words.Speaker, sheet store.Sheet, _ *paperParam) ([]byte, error) {
			return []byte(paper.CareCalendar(speaker, paperSheet(speaker, sheet))), nil
		})
	op := operation("draft-pdf", http.MethodPost, "/api/v1/plan/draft.pdf", desk.MatchAndPlan)
	op.SkipValidateBody = true
	huma.Register(s.api, op, func(ctx context.Context, in *draftInput) (*fileAnswer, error) {
		body, err := calc.Decode[desk.Issue](in.RawBody)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		sheet, err := s.desk.Draft(ctx, caller(ctx), body)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		pdf, err := paper.SheetPDF(speaker(ctx), paperSheet(speaker(ctx), sheet), in.Paper)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &fileAnswer{"application/pdf", `inline; filename="draft.pdf"`, pdf}, nil
	})
	s.describeBody(op.Method, op.Path, reflect.TypeFor[desk.Issue]())
}

// file registers a file made of an issued sheet, in the sheet's own language and units unless asked otherwise.
func (s *Server) file(id, at, contentType, name string, make func(words.Speaker, store.Sheet, *paperParam) ([]byte, error)) {
	huma.Register(s.api, operation(id, http.MethodGet, at, desk.SeeGround), func(ctx context.Context, in *paperParam) (*fileAnswer, error) {
		sheet, err := s.desk.Sheet(ctx, caller(ctx), in.Number)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		units, language := words.Units(sheet.Content.Units), sheet.Content.Language
		if in.Units != "" {
			units = words.Units(in.Units)
		}
		if in.Language != "" {
			language = in.Language
		}
		out, err := make(words.For(language, units), sheet, in)
		if err != nil {
			return nil, problemOf(ctx, err)
		}
		return &fileAnswer{contentType, fmt.Sprintf(`inline; filename="`+name+`"`, in.Number), bytes.Clone(out)}, nil
	})
}

func viewSheetLines(list []store.Sheet) []SheetLine {
	out := []SheetLine{}
	for _, sheet := range list {
		out = append(out, lineOf(sheet))
	}
	return out
}

// paperSheet is a sheet as paper needs it.
func paperSheet(s words.Speaker, sheet store.Sheet) paper.Sheet {
	c := sheet.Content
	return paper.Sheet{
		Number: sheet.Number, Customer: c.Customer, Address: c.Address, SpotName: c.SpotName, Tag: c.Tag, Common: c.Common,
		Botanical: c.Botanical, LotNumber: c.LotNumber, IssuedAt: sheet.IssuedAt, IssuedBy: c.IssuedBy, PlantingOn: sheet.PlantingOn,
		Marked: markedText(s, c), Done: doneTexts(s, c), SignedReason: sheet.SignedReason, CoreVersion: sheet.CoreVersion,
		Input: c.Input, Plan: c.Plan, Words: s.PlanInMeasures(s.Plan(c.Input, c.Plan, c.Care), c.Plan, c.Measures),
	}
}
