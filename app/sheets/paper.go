package sheets

import (
	"fmt"
	"slices"

	"sedum/app/letterhead"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

type onPaper struct {
	kernel.ByNumber
	kernel.Paper
	Units    words.Units    `query:"units" doc:"metric or us; the sheet's own when left out"`
	Language words.Language `query:"language" doc:"the sheet's own when left out"`
	Large    bool           `query:"large" doc:"four pages in large print"`
}

// speaker speaks the sheet's own language and units unless asked otherwise.
func (p onPaper) speaker(c Content) words.Speaker {
	if p.Units != "" {
		c.Units = p.Units
	}
	if p.Language != "" {
		c.Language = p.Language
	}
	return words.In(c.Language, c.Units)
}

// handedOut is a sheet as whoever asks may have it, in which words, and whose it is.
func (desk Desk) handedOut(tx *kernel.Tx, p onPaper) (words.Speaker, paper.House, paper.Sheet, error) {
	sheet, err := forRole(tx, p.Number)
	if err != nil {
		return words.Speaker{}, paper.House{}, paper.Sheet{}, err
	}
	s := p.speaker(sheet.Content)
	h, err := letterhead.Of(tx)
	return s, h, desk.paperSheet(tx, s, sheet), err
}

// forRole is a sheet with what its reader may see of the customer.
func forRole(tx *kernel.Tx, number int) (Sheet, error) {
	sheet, err := byNumber(tx, number)
	if !roles.SeesContact(tx.Who.Role) {
		sheet.Content.Address = ""
	}
	return sheet, err
}

// pocketCard is for whoever waters. Refused for a sheet that holds no more: its water is of another plan.
func (desk Desk) pocketCard(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	s, h, sheet, err := desk.handedOut(tx, p)
	if err != nil {
		return kernel.File{}, err
	}
	if sheet.Ended != "" {
		return kernel.File{}, kernel.Refused{Code: "sheet-withdrawn", Field: "number"}
	}
	pdf, err := paper.PocketCardPDF(s, h, sheet, p.Paper.Paper)
	return kernel.PDF(pdf, "water-%d.pdf", p.Number), err
}

// sheetPage is the sheet as a file to send to who does not read paper. It is saved, never shown from here: it has a style of its own.
func (desk Desk) sheetPage(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	s, h, sheet, err := desk.handedOut(tx, p)
	if err != nil {
		return kernel.File{}, err
	}
	page, err := paper.SheetPage(s, h, sheet)
	return kernel.File{Type: "text/html; charset=utf-8", Name: fmt.Sprintf("sheet-%d.html", p.Number), Attached: true, Content: page}, err
}

// calendar is the care of a planted tree as a calendar file.
func (desk Desk) calendar(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	s, h, sheet, err := desk.handedOut(tx, p)
	if err != nil {
		return kernel.File{}, err
	}
	return kernel.File{Type: "text/calendar; charset=utf-8", Name: fmt.Sprintf("care-%d.ics", p.Number), Content: []byte(paper.CareCalendar(s, h, sheet))}, nil
}

func (desk Desk) draftPDF(tx *kernel.Tx, p kernel.Paper, ask Issue) (kernel.File, error) {
	sheet, err := desk.draft(tx, ask)
	if err != nil {
		return kernel.File{}, err
	}
	h, err := letterhead.Of(tx)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.SheetPDF(tx.Say, h, desk.paperSheet(tx, tx.Say, sheet), p.Paper, false)
	return kernel.PDF(pdf, "draft.pdf"), err
}

// paperSheet is a sheet as paper needs it, with where its copy is while its link opens.
func (desk Desk) paperSheet(tx *kernel.Tx, s words.Speaker, sheet Sheet) paper.Sheet {
	out := PaperSheet(s, sheet)
	if sheet.Replaces != nil {
		if before, err := byNumber(tx, *sheet.Replaces); err == nil {
			out.Changed = changedFrom(out.Words.Sheet, PaperSheet(s, before).Words.Sheet)
			if before.TreeID != sheet.TreeID {
				out.TreeBefore = before.Content.Common + " " + before.Content.Tag
			}
		}
	}
	if sheet.ID != "" && desk.Public != "" && roles.SeesContact(tx.Who.Role) && sheet.WithdrawnAt == nil {
		if l, err := linkOf(tx, sheet.ID); err == nil && l.Holds(tx.Today()) {
			out.Link = desk.address(l)
		}
	}
	return out
}

// changedFrom are the moves that say something else than before, or were not there; what was taken out is no move any more.
func changedFrom(is, was words.SheetWords) map[planting.PanelCode]bool {
	before := map[planting.PanelCode]words.PanelWords{}
	for _, p := range was.Panels {
		before[p.Code] = p
	}
	out := map[planting.PanelCode]bool{}
	for _, p := range is.Panels {
		if b, there := before[p.Code]; !there || b.Figure != p.Figure || !slices.Equal(b.Texts, p.Texts) || !slices.Equal(b.Cautions, p.Cautions) {
			out[p.Code] = true
		}
	}
	return out
}

// PaperSheet is a sheet as paper needs it, without a link.
func PaperSheet(s words.Speaker, sheet Sheet) paper.Sheet {
	c := sheet.Content
	return paper.Sheet{
		Number: sheet.Number, Customer: c.Customer, Address: c.Address, SpotName: c.SpotName, Tag: c.Tag, Common: c.Common,
		Botanical: c.Botanical, LotNumber: c.LotNumber, IssuedAt: sheet.IssuedAt, IssuedBy: c.IssuedBy, PlantingOn: sheet.PlantingOn,
		Marked: markedText(s, c), Done: doneTexts(s, c), SignedReason: sheet.SignedReason, CoreVersion: sheet.CoreVersion,
		Series: sheet.Series, Revision: sheet.Revision, Ended: sheet.endedText(s), EndedAt: sheet.WithdrawnAt, Replaced: sheet.ReplacedBy != nil,
		Forgotten: c.ForgottenText(s), Chosen: c.ChosenText(s), Replaces: sheet.Replaces, Input: c.Input, Plan: c.Plan, Words: s.Plan(c.Input, c.Plan, c.Care),
	}
}
