package paper

import (
	"fmt"
	"strings"
	"time"

	"sedum/words"
)

// RoundStop is a tree on the round as the paper has it.
type RoundStop struct {
	Tree, Who, Where, Due string
	// Wants is what is still to do there.
	Wants []string
}

// Round is who goes where, for the paper.
type Round struct {
	Title, Headline, About string
	Stops                  []RoundStop
	// Circles are what is looked at at each: a heading, and the words of which one is circled.
	Circles  []Circle
	Measured string
	At       time.Time
}

// Circle is one thing that is looked at, with its words.
type Circle struct {
	What  string
	Words []string
}

// RoundPDF draws it on a4 or letter: for each tree where it is, what is to do, and what to circle. Nothing is circled beforehand.
func RoundPDF(s words.Speaker, h House, r Round, size string) ([]byte, error) {
	p := blank(r.Title, s.Language, size, r.At)
	width, height := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, r.Title)
	p.Ln(5)
	p.SetFont("answer", "", 20)
	p.MultiCell(inner, 9, r.Headline, "", "L", false)
	p.SetFont("text", "", 10)
	p.MultiCell(inner, 5, r.About, "", "L", false)
	p.Ln(3)
	for i, stop := range r.Stops {
		p.room(height, 30+5*float64(len(stop.Wants))+4.6*float64(len(r.Circles)/2+2))
		top := p.GetY()
		p.SetLineWidth(0.4)
		p.Line(marginMM, top, width-marginMM, top)
		p.SetXY(marginMM, top+2)
		p.SetFont("answer", "", 18)
		p.CellFormat(11, 8, fmt.Sprint(i+1), "", 0, "L", false, 0, "")
		p.SetFont("text", "B", 12)
		p.CellFormat(inner-11, 6, stop.Tree, "", 2, "L", false, 0, "")
		p.SetFont("text", "", 10)
		for _, line := range []string{stop.Who, stop.Where, stop.Due} {
			if line != "" {
				p.SetX(marginMM + 11)
				p.MultiCell(inner-11, 5, line, "", "L", false)
			}
		}
		p.SetFont("text", "B", 10)
		for _, want := range stop.Wants {
			p.SetLineWidth(0.3)
			p.Rect(marginMM+11.5, p.GetY()+1, 3, 3, "D")
			p.SetX(marginMM + 16)
			p.MultiCell(inner-16, 5, want, "", "L", false)
		}
		p.SetFont("text", "", 9)
		left := true
		for k, c := range r.Circles {
			text := c.What + ": " + strings.Join(c.Words, " · ")
			// What does not fit beside another has a line of its own.
			wide, half := p.GetStringWidth(text) > (inner-11)/2-2, (inner-11)/2
			if wide && !left {
				p.Ln(4.6)
				left = true
			}
			if left {
				p.SetX(marginMM + 11)
			}
			next := 0
			if !left || wide || k == len(r.Circles)-1 {
				next = 1
			}
			p.CellFormat(half, 4.6, text, "", next, "L", false, 0, "")
			left = next == 1
		}
		p.SetX(marginMM + 11)
		p.MultiCell(inner-11, 6, r.Measured, "", "L", false)
		p.Ln(2)
	}
	p.made(s)
	return bytesOf(p)
}
