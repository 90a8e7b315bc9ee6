package paper

import (
	"fmt"
	"math"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"sedum/core/planting"
	"sedum/words"
)

// Move is how a tree of a garden is moved, for the paper. Lengths in mm.
type Move struct {
	Common, Headline, Where, When string
	Why, Steps                    []string
	BallMM, DepthMM, TrunkMM      float64
	At                            time.Time
}

// MovePDF draws it on a4 or letter: the answer, the ball to dig to scale, the steps in order.
func MovePDF(s words.Speaker, h House, m Move, size string) ([]byte, error) {
	p := blank(s.Say("move.title", map[string]any{"kind": m.Common}), s.Language, size, m.At)
	p.SetAutoPageBreak(true, 16)
	width, _ := p.GetPageSize()
	inner := width - 2*marginMM
	p.AddPage()
	p.letterhead(h, s.Say("move.title", map[string]any{"kind": m.Common}))
	p.Ln(5)
	p.SetFont("answer", "", 20)
	p.MultiCell(inner, 9, m.Headline, "", "L", false)
	p.SetFont("text", "", 10)
	p.MultiCell(inner, 5, m.Where, "", "L", false)
	for _, why := range append(m.Why, m.When) {
		if why != "" {
			p.MultiCell(inner, 5, why, "", "L", false)
		}
	}
	p.Ln(4)
	y := p.GetY()
	drawDugBall(p, s, m, marginMM, y, inner*0.55, 62)
	p.SetY(y + 66)
	p.SetFont("text", "", 11)
	for i, step := range m.Steps {
		p.SetFont("answer", "", 12)
		p.CellFormat(9, 6, fmt.Sprint(i+1), "", 0, "L", false, 0, "")
		p.SetFont("text", "", 11)
		p.MultiCell(inner-9, 6, step, "", "L", false)
		p.Ln(1)
	}
	p.SetAutoPageBreak(false, 0)
	p.made(s)
	return bytesOf(p)
}

// drawDugBall draws the ball in the ground to scale, with its width and its depth.
func drawDugBall(p canvas, s words.Speaker, m Move, x, y, wide, high float64) {
	scale := math.Min((wide-34)/m.BallMM, (high-24)/m.DepthMM)
	grade, middle := y+18, x+(wide-26)/2
	half, base := m.BallMM*scale/2, grade+m.DepthMM*scale
	p.SetFillColor(226, 210, 184)
	p.Rect(x, grade, wide-26, high-18, "F")
	p.SetDrawColor(40, 35, 30)
	p.SetLineWidth(0.4)
	p.SetDashPattern([]float64{1.4, 1}, 0)
	p.SetFillColor(200, 169, 124)
	p.Polygon([]fpdf.PointType{{X: middle - half, Y: grade}, {X: middle + half, Y: grade}, {X: middle + half*0.7, Y: base}, {X: middle - half*0.7, Y: base}}, "DF")
	p.SetDashPattern(nil, 0)
	trunk := math.Max(0.7, m.TrunkMM*scale/2)
	p.SetFillColor(110, 84, 60)
	p.Polygon([]fpdf.PointType{{X: middle - trunk, Y: y}, {X: middle + trunk, Y: y}, {X: middle + trunk, Y: grade - 2}, {X: middle + trunk*2.6, Y: grade + 0.4},
		{X: middle - trunk*2.6, Y: grade + 0.4}, {X: middle - trunk, Y: grade - 2}}, "F")
	p.SetLineWidth(0.6)
	p.Line(x, grade, x+wide-26, grade)
	p.SetLineWidth(0.25)
	p.Line(middle-half, grade-4, middle+half, grade-4)
	p.Line(middle-half, grade-5.5, middle-half, grade-2.5)
	p.Line(middle+half, grade-5.5, middle+half, grade-2.5)
	p.SetFont("answer", "", 10)
	p.SetXY(middle+trunk+2, grade-9.5)
	p.CellFormat(40, 4, s.Measure(planting.Measure{Value: m.BallMM, Unit: "mm"}), "", 0, "L", false, 0, "")
	p.Line(x+wide-22, grade, x+wide-22, base)
	p.Line(x+wide-23.5, grade, x+wide-20.5, grade)
	p.Line(x+wide-23.5, base, x+wide-20.5, base)
	p.SetXY(x+wide-20, (grade+base)/2-2)
	p.CellFormat(24, 4, s.Measure(planting.Measure{Value: m.DepthMM, Unit: "mm"}), "", 0, "L", false, 0, "")
}
