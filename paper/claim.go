package paper

import (
	"bytes"
	"fmt"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"sedum/words"
)

// ClaimRecord is the record of a tree that somebody asks to be made good, side by side, for the paper.
type ClaimRecord struct {
	Number                         int
	Title, Headline, Who, Said     string
	For, Against, Open             []string
	Checks, Looks, Waters, Decided []string
	Refused                        []string
	// Store is the share of the water store day by day from planting, Given the days on which somebody told of water.
	Store []float64
	Given []bool
	From  time.Time
	// Pictures are JPEG.
	Pictures [][]byte
	At       time.Time
}

// ClaimRecordPDF draws it on a4 or letter: what speaks for and against in two columns, then the record.
func ClaimRecordPDF(s words.Speaker, h House, c ClaimRecord, size string) ([]byte, error) {
	p := blank(c.Title, s.Language, size, c.At)
	p.SetAutoPageBreak(true, 16)
	width, height := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, c.Title)
	p.Ln(5)
	p.SetFont("answer", "", 20)
	p.MultiCell(inner, 9, c.Headline, "", "L", false)
	p.SetFont("text", "", 10)
	p.MultiCell(inner, 5, c.Who, "", "L", false)
	p.MultiCell(inner, 5, c.Said, "", "L", false)
	p.Ln(3)
	half, top := (inner-8)/2, p.GetY()
	left := p.column(s.Say("claim.for", nil), c.For, marginMM, top, half)
	right := p.column(s.Say("claim.against", nil), c.Against, marginMM+half+8, top, half)
	p.SetXY(marginMM, max(left, right)+3)
	for _, part := range []struct {
		title string
		lines []string
	}{{"open", c.Open}, {"refused", c.Refused}, {"decision", c.Decided}, {"checks", c.Checks}, {"water", c.Waters}} {
		p.listed(s, inner, part.title, part.lines)
	}
	if len(c.Store) > 1 {
		p.room(height, 34)
		p.store(s, c, marginMM, p.GetY()+1, inner, 24)
		p.SetXY(marginMM, p.GetY()+33)
	}
	p.listed(s, inner, "looks", c.Looks)
	const wide, high, gap = 42.0, 32.0, 3.0
	for i, picture := range c.Pictures {
		column := i % 4
		if column == 0 {
			p.room(height, high+gap)
		}
		name := fmt.Sprintf("claim-%d", i)
		p.RegisterImageOptionsReader(name, fpdf.ImageOptions{ImageType: "JPEG"}, bytes.NewReader(picture))
		p.ImageOptions(name, marginMM+float64(column)*(wide+gap), p.GetY()+1, 0, high, false, fpdf.ImageOptions{ImageType: "JPEG"}, 0, "")
		if column == 3 || i == len(c.Pictures)-1 {
			p.SetXY(marginMM, p.GetY()+high+gap)
		}
	}
	p.SetAutoPageBreak(false, 0)
	p.made(s)
	return bytesOf(p)
}

// room begins a new page when so much is not left of this one.
func (c canvas) room(height, mm float64) {
	if c.GetY()+mm > height-16 {
		c.AddPage()
	}
}

// column writes a heading with points under it, and tells where it ends.
func (c canvas) column(title string, lines []string, x, y, wide float64) float64 {
	c.SetXY(x, y)
	c.SetFont("answer", "", 13)
	c.CellFormat(wide, 7, title, "B", 2, "L", false, 0, "")
	c.SetFont("text", "", 10)
	if len(lines) == 0 {
		lines = []string{"–"}
	}
	for _, line := range lines {
		c.SetX(x)
		c.MultiCell(wide, 5, line, "", "L", false)
		c.Ln(1)
	}
	return c.GetY()
}

func (c canvas) listed(s words.Speaker, inner float64, part string, lines []string) {
	if len(lines) == 0 {
		return
	}
	c.SetFont("answer", "", 13)
	c.CellFormat(inner, 7, s.Say("claim."+part, nil), "B", 1, "L", false, 0, "")
	c.SetFont("text", "", 10)
	for _, line := range lines {
		c.MultiCell(inner, 5, line, "", "L", false)
	}
	c.Ln(3)
}

// store draws the water store from planting on: the line between empty and full, half dashed, a drop line for each day of which water was told.
func (c canvas) store(s words.Speaker, r ClaimRecord, x, y, wide, high float64) {
	c.SetLineWidth(0.2)
	c.SetDrawColor(150, 140, 120)
	c.Line(x, y, x+wide, y)
	c.Line(x, y+high, x+wide, y+high)
	c.SetDashPattern([]float64{1, 1}, 0)
	c.Line(x, y+high/2, x+wide, y+high/2)
	c.SetDashPattern(nil, 0)
	step := wide / float64(len(r.Store)-1)
	c.SetDrawColor(40, 90, 130)
	c.SetLineWidth(0.25)
	for i, given := range r.Given {
		if given {
			c.Line(x+float64(i)*step, y+high, x+float64(i)*step, y+high+2.5)
		}
	}
	c.SetLineWidth(0.4)
	for i := 1; i < len(r.Store); i++ {
		c.Line(x+float64(i-1)*step, y+high*(1-r.Store[i-1]), x+float64(i)*step, y+high*(1-r.Store[i]))
	}
	c.SetDrawColor(40, 35, 30)
	c.SetFont("text", "", 8)
	c.SetXY(x, y+high+3)
	c.CellFormat(wide, 4, s.Say("claim.store", map[string]any{"from": r.From, "to": r.From.AddDate(0, 0, len(r.Store)-1)}), "", 0, "L", false, 0, "")
	c.SetXY(x, y)
}

// ClaimLetter is the letter with which a claim is answered.
type ClaimLetter struct {
	Title, To, About, Answer, Text, SignedBy string
	At                                       time.Time
}

// ClaimLetterPDF draws it on a4 or letter.
func ClaimLetterPDF(s words.Speaker, h House, l ClaimLetter, size string) ([]byte, error) {
	p := blank(l.Title, s.Language, size, l.At)
	p.SetAutoPageBreak(true, 16)
	width, _ := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, s.Date(l.At))
	p.Ln(16)
	p.SetFont("text", "", 11)
	p.MultiCell(inner, 5.5, l.To, "", "L", false)
	p.Ln(12)
	p.SetFont("answer", "", 16)
	p.MultiCell(inner, 7.5, l.About, "", "L", false)
	p.Ln(4)
	p.SetFont("text", "B", 11)
	p.MultiCell(inner, 6, l.Answer, "", "L", false)
	p.Ln(3)
	p.SetFont("text", "", 11)
	p.MultiCell(inner, 6, l.Text, "", "L", false)
	p.Ln(14)
	p.MultiCell(inner, 6, l.SignedBy, "", "L", false)
	p.SetAutoPageBreak(false, 0)
	p.made(s)
	return bytesOf(p)
}
