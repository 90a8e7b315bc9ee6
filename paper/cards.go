package paper

import (
	"fmt"
	"math"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"sedum/words"
)

// BenchCard is what a checked tree says of itself: where its flare is, how its roots are, what to do before planting.
type BenchCard struct {
	Tag       string
	Common    string
	Botanical string
	LotNumber int
	Number    int
	// Finding draws the ball.
	Finding Finding
	Verdict string
	Flare   string
	Grades  string
	// Before is what to do before planting; AtPlanting what waits for the hole.
	Before, AtPlanting []string
	Signed             string
}

const cardsOnPage = 3

// BenchCardsPDF draws cards on a4 or letter, three to a page, to be cut and tied to the tree.
func BenchCardsPDF(s words.Speaker, h House, cards []BenchCard, size string, at time.Time) ([]byte, error) {
	p := blank(s.Say("card.title", nil), s.Language, size, at)
	p.SetAutoPageBreak(false, 0)
	_, height := p.GetPageSize()
	high := (height - 2*marginMM) / cardsOnPage
	for i, c := range cards {
		if i%cardsOnPage == 0 {
			p.AddPage()
		}
		if err := drawCard(p, s, h, c, marginMM+float64(i%cardsOnPage)*high, high); err != nil {
			return nil, err
		}
	}
	return bytesOf(p)
}

func drawCard(p canvas, s words.Speaker, h House, c BenchCard, top, high float64) error {
	width, _ := p.GetPageSize()
	inner := width - 2*marginMM
	const drawn, codeMM = 62.0, 20.0
	p.SetDrawColor(190, 180, 160)
	p.SetLineWidth(0.1)
	p.Line(marginMM, top+high, width-marginMM, top+high)
	if err := drawCode(p, h.leadsTo(c.Tag), width-marginMM-codeMM, top+3, codeMM); err != nil {
		return err
	}
	p.SetTextColor(0, 0, 0)
	drawBall(p, s, c.Finding, marginMM, top+4, drawn, high-16)
	x, wide := marginMM+drawn+5, inner-drawn-5
	line := func(font, style string, points, step float64, text string) {
		if text == "" {
			return
		}
		p.SetFont(font, style, points)
		p.SetX(x)
		at := wide
		if p.GetY() < top+3+codeMM {
			at = wide - codeMM - 3
		}
		p.MultiCell(at, step, text, "", "L", false)
	}
	p.SetXY(x, top+3)
	line("answer", "", 17, 7.5, c.Flare)
	line("text", "B", 10, 5, c.Common+"  "+c.Tag)
	line("text", "", 8.5, 4, s.Say("labels.place", map[string]any{"lot": fmt.Sprint(c.LotNumber), "place": fmt.Sprint(c.Number)})+" · "+c.Botanical)
	p.SetY(math.Max(p.GetY()+1, top+3+codeMM+1))
	line("text", "B", 9.5, 4.6, c.Verdict)
	line("text", "", 9, 4.4, c.Grades)
	list := func(id string, items []string) {
		if len(items) == 0 {
			return
		}
		line("text", "B", 9, 4.6, s.Say(id, nil))
		for _, each := range items {
			line("text", "", 9, 4.3, "– "+each)
		}
	}
	list("card.before", c.Before)
	list("card.at-planting", c.AtPlanting)
	p.SetXY(marginMM, top+high-8)
	p.SetFont("text", "", 8)
	p.CellFormat(inner/2, 4, c.Signed, "", 0, "L", false, 0, "")
	p.CellFormat(inner/2, 4, strings.Trim(h.Name+" · "+h.Telephone, " ·"), "", 0, "R", false, 0, "")
	return nil
}

// ConfidencePDF is the card that goes home with a bare root: it looks like a stick, and lives.
func ConfidencePDF(s words.Speaker, h House, common, kept, size string, at time.Time) ([]byte, error) {
	p := blank(s.Say("confidence.title", map[string]any{"common": common}), s.Language, size, at)
	width, _ := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, "")
	p.Ln(6)
	p.SetFont("answer", "", 30)
	p.MultiCell(inner, 12, s.Say("confidence.title", map[string]any{"common": common}), "", "L", false)
	p.Ln(3)
	drawStick(p, marginMM+8, p.GetY(), 96)
	left := marginMM + 62.0
	y := p.GetY()
	p.SetXY(left, y)
	for _, id := range []string{"alive", "roots", "wait", "water", "patience", "call"} {
		p.SetFont("text", "B", 12)
		p.SetX(left)
		p.MultiCell(inner-62, 6, s.Say("confidence."+id, nil), "", "L", false)
		p.SetFont("text", "", 11)
		p.SetX(left)
		p.MultiCell(inner-62, 5.4, s.Say("confidence."+id+".more", map[string]any{"kept": kept}), "", "L", false)
		p.Ln(2.5)
	}
	p.SetAutoPageBreak(false, 0)
	p.made(s)
	return bytesOf(p)
}

// drawStick draws a bare whip: a stem with buds, the soil line, and its few roots with what stayed behind in pale dashes.
func drawStick(p canvas, x, y, high float64) {
	soil := y + high*0.62
	middle := x + 20
	p.SetDrawColor(60, 50, 40)
	p.SetLineWidth(1.4)
	p.Line(middle, y, middle, soil)
	p.SetFillColor(60, 50, 40)
	for i := range 6 {
		at := y + 5 + float64(i)*(soil-y-10)/6
		side := float64(1 - 2*(i%2))
		p.Polygon([]fpdf.PointType{{X: middle, Y: at}, {X: middle + side*3, Y: at - 2.6}, {X: middle + side*0.6, Y: at + 2.4}}, "F")
	}
	p.SetLineWidth(0.4)
	p.Line(x-4, soil, x+44, soil)
	for i, reach := range []float64{-16, -7, 5, 15} {
		p.SetLineWidth(0.9)
		end := soil + 12 + float64(i%2)*6
		p.Curve(middle, soil, middle+reach*0.3, soil+6, middle+reach, end, "D")
		p.SetLineWidth(0.25)
		p.SetDashPattern([]float64{1, 1}, 0)
		p.Curve(middle+reach, end, middle+reach*1.3, end+8, middle+reach*1.6, end+16, "D")
		p.SetDashPattern(nil, 0)
	}
}
