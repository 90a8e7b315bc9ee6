package paper

import (
	"bytes"
	_ "embed" // fonts
	"fmt"
	"slices"
	"strings"

	"sedum/core/care"
	"sedum/words"
)

var (
	//go:embed fonts/text-400.ttf
	textRegular []byte
	//go:embed fonts/text-700.ttf
	textBold []byte
	//go:embed fonts/answer-700.ttf
	answerBold []byte
)

const (
	marginMM = 14.0
	gutterMM = 8.0
)

// bodySizes are the sizes of type that are tried, in points, until the sheet keeps to two pages. The smallest
// can still be read by hand-held light.
var bodySizes = []float64{9.2, 8.8, 8.4, 8}

const pagesMost = 2

// page writes one sheet. Lengths on paper are mm.
type page struct {
	canvas
	s             words.Speaker
	sheet         Sheet
	house         House
	width, height float64
	// column is the x and width of the column being filled; tops is where columns begin on this page.
	column, columns int
	top             float64
	// body is the size of type in points, line the height of its lines.
	body, line float64
}

// SheetPDF draws a sheet on a4 or letter, two pages of it.
func SheetPDF(s words.Speaker, h House, sheet Sheet, size string) ([]byte, error) {
	var p *page
	for _, body := range bodySizes {
		if p = drawSheet(s, h, sheet, size, body); p.PageCount() <= pagesMost {
			break
		}
	}
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}

func drawSheet(s words.Speaker, h House, sheet Sheet, size string, body float64) *page {
	p := &page{canvas: blank(sheetTitle(s, sheet), s.Language, size, sheet.IssuedAt), s: s, sheet: sheet, house: h, columns: 2, body: body, line: body * 0.443}
	p.SetAutoPageBreak(false, 0)
	p.width, p.height = p.GetPageSize()
	p.AddPage()
	y := p.head()
	y = p.drawings(y)
	y = p.figures(y)
	p.top, p.column = y, 0
	p.SetXY(p.left(), y)
	p.steps()
	p.after()
	p.feet()
	return p
}

func (p *page) inner() float64 { return p.width - 2*marginMM }

func (p *page) columnWidth() float64 { return (p.inner() - gutterMM) / 2 }

func (p *page) left() float64 { return marginMM + float64(p.column)*(p.columnWidth()+gutterMM) }

func (p *page) bottom() float64 { return p.height - 20 }

func (p *page) locked() bool { return p.sheet.Plan.Locked }

// head is who, what and where, with the answer as the largest thing on the page.
func (p *page) head() float64 {
	s, sheet := p.s, p.sheet
	p.SetXY(marginMM, marginMM)
	p.letterhead(p.house, numberOf(s, sheet))
	for x := marginMM; x <= p.width-marginMM; x += 5 {
		p.SetLineWidth(0.15)
		p.Line(x, p.GetY()+1, x, p.GetY()+2.2)
	}
	p.SetY(p.GetY() + 4.5)
	if sheet.Ended != "" {
		p.across(s.Say("sheet.ended", nil), sheet.Ended)
	} else if p.locked() {
		p.across(s.Say("sheet.not-to-dig", nil), s.Say("sheet.not-to-dig-more", nil))
	}
	p.SetFont("answer", "", 22)
	p.CellFormat(p.inner(), 9, sheet.Words.Headline, "", 1, "L", false, 0, "")
	p.SetFont("text", "", 9.5)
	for i, line := range lead(s, sheet) {
		if i == 2 { // what stands here on some sheets only
			p.SetFont("text", "B", 9.5)
		}
		p.MultiCell(p.inner(), 4.4, line, "", "L", false)
	}
	p.against()
	return p.GetY() + 1
}

// against is what is wrong and what will happen, though somebody signed: on the first page, in a frame.
func (p *page) against() {
	if len(p.sheet.Words.Against) == 0 {
		return
	}
	p.SetFont("text", "B", 9.5)
	p.SetY(p.GetY() + 1)
	p.SetLineWidth(0.5)
	p.MultiCell(p.inner(), 4.6, againstOf(p.s, p.sheet), "1", "L", false)
}

// across is what must be read before anything else.
func (p *page) across(loud, more string) {
	p.SetFillColor(20, 20, 20)
	p.SetTextColor(255, 255, 255)
	p.SetFont("answer", "", 24)
	p.MultiCell(p.inner(), 11, loud, "", "L", true)
	p.SetFont("text", "", 9.5)
	p.MultiCell(p.inner(), 5, more, "", "L", true)
	p.SetTextColor(0, 0, 0)
	p.SetY(p.GetY() + 1.5)
}

// figures are the amounts, a figure with a word under it.
func (p *page) figures(y float64) float64 {
	wanted := []string{"hole_volume", "backfill", "mulch", "first_water", "dose", "mass"}
	cell := p.inner() / float64(len(wanted))
	x := marginMM
	for _, key := range wanted {
		for _, f := range p.sheet.Words.Figures {
			if f.Key != key {
				continue
			}
			text := f.Figure + " " + f.Unit
			if f.Withheld {
				text = "–"
			}
			p.SetXY(x, y)
			p.SetFont("answer", "", 13)
			p.CellFormat(cell, 6, text, "", 2, "L", false, 0, "")
			p.SetFont("text", "", 8)
			p.CellFormat(cell, 4, f.Label, "", 0, "L", false, 0, "")
			x += cell
		}
	}
	return y + 12.5
}

// room moves to the next column, or page, when what comes does not fit.
func (p *page) room(high float64) {
	if p.GetY()+high <= p.bottom() {
		return
	}
	if p.column+1 < p.columns {
		p.column++
		p.SetXY(p.left(), p.top)
		return
	}
	p.AddPage()
	p.column, p.top = 0, marginMM
	p.SetXY(p.left(), p.top)
}

func (p *page) linesOf(text string, width float64) float64 {
	return float64(len(p.SplitText(text, width)))
}

func (p *page) heading(text string) {
	p.SetFont("answer", "", 11.5)
	p.room(14)
	p.SetX(p.left())
	p.CellFormat(p.columnWidth(), 6.5, text, "", 1, "L", false, 0, "")
}

// block writes a paragraph with a hanging mark: a box to tick, a figure, or nothing.
func (p *page) block(mark, bold, text string, box bool) { p.warned("", mark, bold, text, box) }

// warned is a block with its caution before it.
func (p *page) warned(caution, mark, bold, text string, box bool) {
	const hang = 7.5
	indent := hang
	if mark == "" && !box {
		indent = 0
	}
	width := p.columnWidth() - indent
	p.SetFont("text", "B", p.body)
	boldLines := 0.0
	if bold != "" {
		boldLines = p.linesOf(bold, width)
	}
	p.SetFont("text", "", p.body)
	lines := boldLines
	if caution != "" {
		lines += p.linesOf(caution, width)
	}
	if text != "" {
		lines += p.linesOf(text, width)
	}
	p.room(lines*p.line + 1)
	if caution != "" {
		p.SetX(p.left() + indent)
		p.MultiCell(width, p.line, caution, "", "L", false)
	}
	y := p.GetY()
	if box {
		p.SetLineWidth(0.3)
		p.Rect(p.left(), y+0.5, 2.8, 2.8, "D")
	}
	if mark != "" {
		p.SetFont("answer", "", 8.5)
		p.SetXY(p.left()+3, y)
		p.CellFormat(hang-3.4, p.line, mark, "", 0, "L", false, 0, "")
	}
	p.SetXY(p.left()+indent, y)
	if bold != "" {
		p.SetFont("text", "B", p.body)
		p.MultiCell(width, p.line, bold, "", "L", false)
		p.SetX(p.left() + indent)
	}
	if text != "" {
		p.SetFont("text", "", p.body)
		p.MultiCell(width, p.line, text, "", "L", false)
	}
	p.SetXY(p.left(), p.GetY()+1)
}

// steps in order: caution first, then what to do, then why in one phrase.
func (p *page) steps() {
	if len(p.sheet.Done) > 0 {
		p.heading(p.s.Say("sheet.before", nil))
		p.block("", "", strings.Join(p.sheet.Done, "; ")+".", false)
	}
	p.heading(p.s.Say("sheet.steps", nil))
	for i, step := range p.sheet.Words.Steps {
		rest := []string{}
		if step.Why != "" {
			rest = append(rest, capital(step.Why)+".")
		}
		caution := ""
		if len(step.Cautions) > 0 {
			caution = "! " + strings.Join(step.Cautions, " ")
		}
		p.warned(caution, fmt.Sprint(i+1), step.Text, strings.Join(rest, " "), true)
	}
}

// after is everything that is not done on the day.
func (p *page) after() {
	s, w := p.s, p.sheet.Words
	p.heading(s.Say("sheet.bring", nil))
	for _, line := range toBring(p.sheet) {
		p.block("", "", line, true)
	}
	p.heading(s.Say("sheet.water", nil))
	for _, line := range w.Water {
		p.block("", "", line, false)
	}
	p.heading(s.Say("sheet.care", nil))
	for _, c := range careByDeed(w.Care) {
		p.block("", strings.Join(c.dates, "; "), c.text, true)
	}
	p.heading(s.Say("sheet.trouble", nil))
	for _, t := range w.Trouble {
		p.block("", "", t, false)
	}
	p.block("", "", s.Say("sheet.mulch-not-grade", nil), false)
	for _, n := range w.Notes {
		p.block("", "", n, false)
	}
	p.block("", "", w.Schools, false)
	if p.sheet.SignedReason != "" && len(w.Against) == 0 { // by an earlier program; else it stands on the first page
		p.block("", againstOf(s, p.sheet), "", false)
	}
	if p.sheet.Number > 0 {
		p.block("", "", pageIs(s, p.house, p.sheet), false)
	}
}

// deed is one thing to do after planting, with all its dates.
type deed struct {
	code  care.Code
	text  string
	dates []string
}

// careByDeed puts what comes again under one box, in the order of its first date; the watering rule has its own.
func careByDeed(care []words.CareWords) []deed {
	out := []deed{}
	for _, c := range care {
		if c.InBox {
			continue
		}
		date := c.Date
		if c.Until != "" {
			date += " – " + c.Until
		}
		if i := slices.IndexFunc(out, func(d deed) bool { return d.code == c.Code }); i >= 0 {
			out[i].dates = append(out[i].dates, date)
			continue
		}
		out = append(out, deed{c.Code, c.Text, []string{date}})
	}
	return out
}

func (p *page) feet() {
	basis := basisOf(p.s, p.sheet)
	for n := 1; n <= p.PageCount(); n++ {
		p.SetPage(n)
		p.SetLineWidth(0.2)
		p.Line(marginMM, p.height-17, p.width-marginMM, p.height-17)
		p.SetXY(marginMM, p.height-16)
		p.SetFont("text", "", 7.5)
		p.MultiCell(p.inner()-22, 3.4, basis, "", "L", false)
		p.SetXY(p.width-marginMM-22, p.height-16)
		p.CellFormat(22, 3.4, fmt.Sprintf("%s  %d/%d", p.sheet.Tag, n, p.PageCount()), "", 0, "R", false, 0, "")
		p.made(p.s)
	}
}

func capital(text string) string {
	if text == "" {
		return text
	}
	return strings.ToUpper(text[:1]) + text[1:]
}
