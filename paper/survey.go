package paper

import (
	"math"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"sedum/words"
)

// Survey is a ground on paper, to take along blank, or as it was found.
type Survey struct {
	Title, Where string
	Questions    []SurveyQuestion
	// Book has a line for every point that was measured, and empty ones to go on with.
	Head []string
	Book [][]string
	Plan SurveyPlan
	At   time.Time
}

// SurveyQuestion is one question with what was answered; no answer is "do not know".
type SurveyQuestion struct {
	Ask     string
	Options []SurveyOption
	// Value is what was measured, Unit what it is in; both are of a question that takes a figure.
	Value, Unit string
}

// SurveyOption is an answer with its box.
type SurveyOption struct {
	Text string
	On   bool
}

// SurveyPlan is the ground from above, in metres east and north; without lines it is a grid to draw on.
type SurveyPlan struct {
	Lines  []SurveyLine
	Points map[string][2]float64
	Spots  map[string][2]float64
	North  string
}

// SurveyLine is one thing: its corners in order.
type SurveyLine struct {
	Name    string
	Corners [][2]float64
	Closed  bool
	// RoundM is the width of a crown, 0 of everything else.
	RoundM float64
}

const surveyRowMM = 7.0

// SurveyPDF draws a survey on a4 or letter: the questions on its first page, the ground and its field book on the second.
func SurveyPDF(s words.Speaker, h House, v Survey, size string) ([]byte, error) {
	p := blank(v.Title, s.Language, size, v.At)
	p.SetAutoPageBreak(false, 0)
	width, height := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, v.Title)
	p.Ln(3)
	p.SetFont("answer", "", 17)
	p.MultiCell(inner, 8, v.Where, "", "L", false)
	p.SetFont("text", "", 9)
	p.MultiCell(inner, 4.4, s.Say("survey-paper.unknown", nil), "", "L", false)
	p.Ln(1)
	for _, q := range v.Questions {
		p.question(q, inner)
	}
	p.made(s)
	p.AddPage()
	p.letterhead(h, v.Title)
	top := p.GetY() + 4
	rows := float64(len(v.Book)) + 1
	book := min(rows, math.Floor((height-top-16)/2/surveyRowMM)) * surveyRowMM
	p.ground(v.Plan, marginMM, top, inner, height-top-book-20)
	p.SetXY(marginMM, height-book-14)
	p.book(v, inner, int(book/surveyRowMM)-1)
	p.made(s)
	return bytesOf(p)
}

func (c canvas) question(q SurveyQuestion, inner float64) {
	const ask = 58.0
	y := c.GetY()
	c.SetFont("text", "B", 9.5)
	c.MultiCell(ask-3, 4.6, q.Ask, "", "L", false)
	low := c.GetY()
	x := marginMM + ask
	c.SetFont("text", "", 9.5)
	c.SetDrawColor(40, 35, 30)
	c.SetLineWidth(0.3)
	line := y
	for _, o := range q.Options {
		wide := c.GetStringWidth(o.Text) + 9
		if x+wide > marginMM+inner {
			x, line = marginMM+ask, line+5.6
		}
		c.Rect(x, line+0.5, 3.4, 3.4, "D")
		if o.On {
			c.SetLineWidth(0.7)
			c.Line(x+0.6, line+2.2, x+1.5, line+3.3)
			c.Line(x+1.5, line+3.3, x+3.1, line+0.9)
			c.SetLineWidth(0.3)
		}
		c.SetXY(x+4.4, line)
		c.CellFormat(wide-4, 4.6, o.Text, "", 0, "L", false, 0, "")
		x += wide
	}
	if len(q.Options) == 0 {
		c.SetXY(x, line)
		if q.Value != "" {
			c.SetFont("answer", "", 11)
			c.MultiCell(inner-ask, 4.9, q.Value, "", "L", false)
			line = c.GetY() - 4.9
		} else {
			c.Line(x, line+4.4, x+38, line+4.4)
			c.SetXY(x+39, line)
			c.CellFormat(30, 4.6, q.Unit, "", 0, "L", false, 0, "")
		}
	}
	c.SetY(max(low, line+4.8) + 1.7)
}

// ground draws what stands there to one scale, or a grid of five millimetres to draw on.
func (c canvas) ground(plan SurveyPlan, x, y, wide, high float64) {
	c.SetLineWidth(0.1)
	c.SetDrawColor(205, 196, 178)
	for at := 0.0; at <= wide; at += 5 {
		c.Line(x+at, y, x+at, y+high)
	}
	for at := 0.0; at <= high; at += 5 {
		c.Line(x, y+at, x+wide, y+at)
	}
	c.SetDrawColor(40, 35, 30)
	c.SetLineWidth(0.4)
	c.Line(x+wide-6, y+16, x+wide-6, y+4)
	c.Line(x+wide-8, y+8, x+wide-6, y+4)
	c.Line(x+wide-4, y+8, x+wide-6, y+4)
	c.SetFont("answer", "", 9)
	c.SetXY(x+wide-11, y+16.5)
	c.CellFormat(10, 4, plan.North, "", 0, "C", false, 0, "")
	low, top := [2]float64{math.Inf(1), math.Inf(1)}, [2]float64{math.Inf(-1), math.Inf(-1)}
	reach := func(at [2]float64, around float64) {
		for i := range 2 {
			low[i], top[i] = min(low[i], at[i]-around), max(top[i], at[i]+around)
		}
	}
	for _, at := range plan.Points {
		reach(at, 0)
	}
	for _, at := range plan.Spots {
		reach(at, 0)
	}
	for _, l := range plan.Lines {
		if len(l.Corners) > 0 {
			reach(l.Corners[0], l.RoundM/2)
		}
	}
	if len(plan.Points) < 2 {
		return
	}
	scale := min((wide-24)/max(top[0]-low[0], 1), (high-16)/max(top[1]-low[1], 1))
	place := func(at [2]float64) fpdf.PointType {
		return fpdf.PointType{X: x + 12 + (at[0]-low[0])*scale, Y: y + high - 8 - (at[1]-low[1])*scale}
	}
	c.SetFont("text", "", 7.5)
	for _, l := range plan.Lines {
		if len(l.Corners) == 0 {
			continue
		}
		if l.RoundM > 0 {
			at := place(l.Corners[0])
			c.Circle(at.X, at.Y, l.RoundM/2*scale, "D")
		}
		for i := 1; i < len(l.Corners); i++ {
			a, b := place(l.Corners[i-1]), place(l.Corners[i])
			c.Line(a.X, a.Y, b.X, b.Y)
		}
		if n := len(l.Corners); l.Closed && n > 2 {
			a, b := place(l.Corners[n-1]), place(l.Corners[0])
			c.Line(a.X, a.Y, b.X, b.Y)
		}
		at := place(l.Corners[0])
		c.Text(at.X+1.5, at.Y+3, l.Name)
	}
	for name, at := range plan.Points {
		p := place(at)
		c.SetFillColor(40, 35, 30)
		c.Circle(p.X, p.Y, 0.7, "F")
		c.SetFont("answer", "", 8)
		c.Text(p.X+1.2, p.Y-1.2, name)
	}
	c.SetFillColor(156, 52, 80)
	for name, at := range plan.Spots {
		p := place(at)
		c.Circle(p.X, p.Y, 1.6, "F")
		c.SetFont("answer", "", 9)
		c.Text(p.X+2.4, p.Y+3.4, name)
	}
}

// book is the table of what was measured, as many rows as there is room for.
func (c canvas) book(v Survey, inner float64, rows int) {
	wide := inner / float64(len(v.Head))
	c.SetDrawColor(140, 130, 112)
	c.SetLineWidth(0.15)
	c.SetFont("text", "B", 8.5)
	for _, head := range v.Head {
		c.CellFormat(wide, surveyRowMM, head, "1", 0, "L", false, 0, "")
	}
	c.Ln(surveyRowMM)
	c.SetFont("text", "", 8.5)
	for i := range rows {
		for k := range v.Head {
			cell := ""
			if i < len(v.Book) && k < len(v.Book[i]) {
				cell = v.Book[i][k]
			}
			c.CellFormat(wide, surveyRowMM, cell, "1", 0, "L", false, 0, "")
		}
		c.Ln(surveyRowMM)
	}
}
