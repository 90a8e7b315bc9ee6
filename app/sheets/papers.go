package sheets

import (
	"errors"
	"sync"
	"time"

	"sedum/app/letterhead"
	"sedum/core/roles"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// Handed is a paper of a sheet as it was handed over, byte for byte: rules, kinds, type and program may change, it does not.
type Handed struct {
	SheetID string
	Size    string
	PDF     []byte
	DrawnAt time.Time
}

// TableName says of what.
func (Handed) TableName() string { return "sheet_papers" }

// sizes that are handed over.
var sizes = []string{"a4", "letter"}

// drawPapers draws a sheet in its own words and units as it goes out, with the link that goes with it.
func (desk Desk) drawPapers(tx *kernel.Tx, s Sheet, link Link) ([]Handed, error) {
	h, err := letterhead.Of(tx)
	if err != nil {
		return nil, err
	}
	say := words.In(s.Content.Language, s.Content.Units)
	sheet := desk.paperSheet(tx, say, s)
	sheet.Link = desk.address(link)
	// Both at once: whoever issues another sheet waits for its number until these are drawn.
	drawn, errs := make([][]byte, len(sizes)), make([]error, len(sizes))
	var both sync.WaitGroup
	for i, size := range sizes {
		both.Go(func() { drawn[i], errs[i] = paper.SheetPDF(say, h, sheet, size, false) })
	}
	both.Wait()
	if err := errors.Join(errs...); err != nil {
		return nil, err
	}
	out := []Handed{}
	for i, size := range sizes {
		out = append(out, Handed{s.ID, size, drawn[i], tx.Now})
	}
	return out, nil
}

func keepPapers(tx *kernel.Tx, papers []Handed) error {
	for _, each := range papers {
		if err := kernel.Add(tx, &each); err != nil {
			return err
		}
	}
	return nil
}

// kept is the paper that was handed over; ErrMissing for a sheet of an earlier program, which kept what it says and not its paper.
func kept(tx *kernel.Tx, s Sheet, size string) (Handed, error) {
	return kernel.One[Handed](tx, "sheet_id = ? AND size = ?", s.ID, size)
}

// sheetPDF is the sheet to print: the paper that was handed over while it says what the sheet says, to who may read all of it, in the words
// it went out in. A sheet that holds no more, large print, other words or other units are drawn from what was kept.
func (desk Desk) sheetPDF(tx *kernel.Tx, p onPaper) (kernel.File, error) {
	s, err := byNumber(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	c := s.Content
	same := (p.Units == "" || p.Units == c.Units) && (p.Language == "" || p.Language == c.Language) && !p.Large
	if same && s.WithdrawnAt == nil && roles.SeesContact(tx.Who.Role) {
		switch paper, err := kept(tx, s, p.Paper.Paper); {
		case err == nil:
			return kernel.PDF(paper.PDF, "sheet-%d.pdf", p.Number), nil
		case !errors.Is(err, kernel.ErrMissing):
			return kernel.File{}, err
		}
	}
	say, h, sheet, err := desk.handedOut(tx, p)
	if err != nil {
		return kernel.File{}, err
	}
	pdf, err := paper.SheetPDF(say, h, sheet, p.Paper.Paper, p.Large)
	return kernel.PDF(pdf, "sheet-%d.pdf", p.Number), err
}

type handedAsk struct {
	kernel.ByNumber
	kernel.Paper
}

// handedOver is the paper as it was handed over, whatever became of the sheet: the record of years later.
func handedOver(tx *kernel.Tx, p handedAsk) (kernel.File, error) {
	s, err := byNumber(tx, p.Number)
	if err != nil {
		return kernel.File{}, err
	}
	paper, err := kept(tx, s, p.Paper.Paper)
	return kernel.PDF(paper.PDF, "sheet-%d-as-handed-over.pdf", p.Number), err
}

// redraw puts papers without the person in the place of those that were handed over, which say so.
func redraw(tx *kernel.Tx, s Sheet) error {
	papers, err := kernel.Many[Handed](tx, "size", "sheet_id = ?", s.ID)
	if err != nil || len(papers) == 0 {
		return err
	}
	if _, err := kernel.Exec(tx, "DELETE FROM sheet_papers WHERE sheet_id = ?", s.ID); err != nil {
		return err
	}
	papers, err = Desk{}.drawPapers(tx, s, Link{}) // nobody is left to hold one
	if err != nil {
		return err
	}
	return keepPapers(tx, papers)
}
