package paper

import (
	"bytes"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"sedum/words"
)

// House is who hands a paper out, as a manager wrote it; what is left empty is not on it.
type House struct {
	Name      string
	Address   string
	Telephone string
	Mail      string
	Opening   string
	// Web is where the house is reached by a browser (https://...): its codes lead there. "" is nowhere, and a code is the tag alone.
	Web string
	// Logo is a PNG without transparency.
	Logo []byte
}

// lines are what stands under the name.
func (h House) lines() []string {
	out := []string{}
	for _, group := range [][]string{{h.Address}, {h.Telephone, h.Mail, h.Web}, {h.Opening}} {
		said := []string{}
		for _, each := range group {
			if each = strings.Join(strings.Fields(each), " "); each != "" {
				said = append(said, each)
			}
		}
		if len(said) > 0 {
			out = append(out, strings.Join(said, " · "))
		}
	}
	return out
}

// leadsTo is what a code on a tag says: the house's address with the tag, in capitals, which takes fewer modules; without one the tag.
func (h House) leadsTo(tag string) string {
	if h.Web == "" {
		return tag
	}
	return strings.ToUpper(strings.TrimRight(h.Web, "/")) + "/T/" + tag
}

const (
	logoHighMM = 11.0
	logoWideMM = 34.0
)

// letterhead draws who hands the paper out, and at the right what it is; it leaves the pen under its line.
func (c canvas) letterhead(h House, right string) {
	width, _ := c.GetPageSize()
	left, inner := marginMM, width-2*marginMM
	top, low := c.GetY(), c.GetY()+5
	if len(h.Logo) > 0 {
		left, low = c.logo(h.Logo, left, top)
	}
	c.SetFont("answer", "", 11)
	wide := c.GetStringWidth(right) + 3
	c.SetXY(width-marginMM-wide, top)
	c.CellFormat(wide, 5, right, "", 1, "R", false, 0, "")
	c.SetXY(left, top)
	c.MultiCell(inner-(left-marginMM)-wide, 5, h.Name, "", "L", false)
	c.SetFont("text", "", 8)
	for _, line := range h.lines() {
		c.SetX(left)
		c.MultiCell(inner-(left-marginMM), 3.5, line, "", "L", false)
	}
	c.SetXY(marginMM, max(c.GetY(), low, top+5))
	c.SetLineWidth(0.5)
	c.Line(marginMM, c.GetY()+1, width-marginMM, c.GetY()+1)
}

// logo draws the picture in its box, and gives where writing begins beside it and where it ends.
func (c canvas) logo(picture []byte, x, y float64) (right, low float64) {
	kind := fpdf.ImageOptions{ImageType: "PNG"}
	info := c.RegisterImageOptionsReader("logo", kind, bytes.NewReader(picture))
	wide, high := logoHighMM*info.Width()/info.Height(), logoHighMM
	if wide > logoWideMM {
		wide, high = logoWideMM, logoWideMM*info.Height()/info.Width()
	}
	c.ImageOptions("logo", x, y, wide, high, false, kind, 0, "")
	return x + wide + 4, y + high
}

// made says small with what the paper was made.
func (c canvas) made(s words.Speaker) {
	width, height := c.GetPageSize()
	c.SetFont("text", "", 6.5)
	c.SetXY(marginMM, height-9)
	c.CellFormat(width-2*marginMM, 3, s.Say("paper.made", nil), "", 0, "L", false, 0, "")
}

// LetterheadPDF is an empty paper, to see how the house stands on it.
func LetterheadPDF(s words.Speaker, h House, size string, at time.Time) ([]byte, error) {
	p := blank(s.Say("letterhead.title", nil), s.Language, size, at)
	p.SetAutoPageBreak(false, 0)
	p.AddPage()
	p.letterhead(h, "")
	width, _ := p.GetPageSize()
	if h.Web != "" {
		p.Ln(8)
		y := p.GetY()
		if err := drawCode(p, h.leadsTo("ABC-DEF"), marginMM, y, 27); err != nil {
			return nil, err
		}
		p.SetXY(marginMM+30, y+4)
		p.SetFont("text", "", 10)
		p.MultiCell(width-2*marginMM-30, 5, s.Say("letterhead.code", map[string]any{"where": h.leadsTo("ABC-DEF")}), "", "L", false)
	}
	p.made(s)
	return bytesOf(p)
}
