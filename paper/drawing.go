package paper

import (
	"math"

	"codeberg.org/go-pdf/fpdf"

	"sedum/core/planting"
	"sedum/core/stock"
)

const drawingHighMM = 66.0

// drawings are the section and the view from above, both to one scale of their own.
func (p *page) drawings(y float64) float64 {
	sectionWide := p.inner() * 0.66
	p.section(marginMM, y, sectionWide, drawingHighMM)
	p.fromAbove(marginMM+sectionWide+4, y, p.inner()-sectionWide-4, drawingHighMM)
	return y + drawingHighMM + 2
}

// scene turns mm in the ground into mm on paper: x from the trunk, y up from grade.
type scene struct {
	*page
	x0, y0, scale float64
}

func (c scene) x(mm float64) float64 { return c.x0 + mm*c.scale }

func (c scene) y(mm float64) float64 { return c.y0 - mm*c.scale }

func (c scene) polygon(style string, points ...[2]float64) {
	out := make([]fpdf.PointType, len(points))
	for i, at := range points {
		out[i] = fpdf.PointType{X: c.x(at[0]), Y: c.y(at[1])}
	}
	c.Polygon(out, style)
}

func (c scene) line(x1, y1, x2, y2 float64) { c.Line(c.x(x1), c.y(y1), c.x(x2), c.y(y2)) }

func (p *page) section(left, top, wide, high float64) {
	hole, basin := p.sheet.Plan.Hole, p.sheet.Plan.Basin
	ball := p.sheet.Input.Tree.BallDiameterMM
	ground := raised(p.sheet)
	half := math.Max(basin.MulchOuterRadiusMM*1.12, hole.HoleTopMM/2*1.15)
	if hole.BuildMoundFirst {
		half = math.Max(half, ground.foot*1.04)
	}
	above := math.Max(420, hole.FinishedRaiseMM+320)
	below := math.Max(hole.HoleDepthMM, hole.FlareToBaseMM-hole.FinishedRaiseMM) + 190
	scale := math.Min(wide/(2*half), high/(above+below))
	c := scene{p, left + wide/2, top + above*scale, scale}
	half = wide / 2 / scale
	p.ClipRect(left, top, wide, high, false)
	c.soil(half, below)
	c.hole(hole.HoleTopMM, hole.HoleBottomMM, hole.HoleDepthMM)
	c.hill(ground)
	c.ballAndTrunk(ball, hole.FlareToBaseMM, hole.FinishedRaiseMM, p.sheet.Input.Tree.CaliperMM, above)
	c.mulch(ground, basin.MulchInnerRadiusMM, basin.MulchOuterRadiusMM)
	c.stick(hole.HoleTopMM)
	p.ClipEnd()
	c.sectionNotes(left, wide)
}

func (c scene) soil(half, below float64) {
	c.SetFillColor(236, 236, 236)
	c.Rect(c.x(-half), c.y(0), 2*half*c.scale, below*c.scale, "F")
	c.SetDrawColor(120, 120, 120)
	c.SetLineWidth(0.12)
	for x := -half; x < half; x += 26 / c.scale * 0.35 {
		c.line(x, 0, x-12/c.scale*0.25, -12/c.scale*0.25)
	}
	c.SetDrawColor(0, 0, 0)
	c.SetLineWidth(0.55)
	c.line(-half, 0, half, 0)
}

func (c scene) hole(top, bottom, depth float64) {
	if depth <= 0 {
		return
	}
	c.SetFillColor(206, 206, 206)
	c.SetLineWidth(0.3)
	c.SetDashPattern([]float64{0.8, 0.7}, 0)
	c.polygon("DF", [2]float64{-top / 2, 0}, [2]float64{top / 2, 0}, [2]float64{bottom / 2, -depth}, [2]float64{-bottom / 2, -depth})
	c.SetDashPattern([]float64{}, 0)
}

// ballAndTrunk: the flare stands raise above grade, the base of the ball flare-to-base under the flare.
func (c scene) ballAndTrunk(width, flareToBase, raise, caliper, above float64) {
	c.SetFillColor(170, 170, 170)
	c.SetLineWidth(0.35)
	if c.sheet.Input.Tree.Form == stock.BareRoot { // no ball: the roots lie in the fill itself
		c.SetDrawColor(0, 0, 0)
	} else {
		c.polygon("DF", [2]float64{-width / 2, raise}, [2]float64{width / 2, raise},
			[2]float64{width / 2 * 0.94, raise - flareToBase}, [2]float64{-width / 2 * 0.94, raise - flareToBase})
		c.SetDrawColor(255, 255, 255)
	}
	c.SetLineWidth(0.5)
	for _, r := range [][2]float64{{-0.42, 0.35}, {-0.28, 0.75}, {-0.1, 0.9}, {0.12, 0.88}, {0.3, 0.7}, {0.43, 0.3}} {
		c.MoveTo(c.x(math.Copysign(caliper*0.6, r[0])), c.y(raise-caliper*0.2))
		c.CurveBezierCubicTo(c.x(r[0]*width*0.5), c.y(raise-flareToBase*0.1), c.x(r[0]*width*0.9), c.y(raise-flareToBase*r[1]*0.5),
			c.x(r[0]*width), c.y(raise-flareToBase*r[1]))
		c.DrawPath("D")
	}
	c.SetDrawColor(0, 0, 0)
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.35)
	half := caliper / 2
	top := above * 1.1
	c.MoveTo(c.x(-half*2.1), c.y(raise-4))
	c.CurveBezierCubicTo(c.x(-half*1.2), c.y(raise+caliper*0.5), c.x(-half), c.y(raise+caliper), c.x(-half), c.y(raise+caliper*1.9))
	c.LineTo(c.x(-half*0.9), c.y(top))
	c.LineTo(c.x(half*0.9), c.y(top))
	c.LineTo(c.x(half), c.y(raise+caliper*1.9))
	c.CurveBezierCubicTo(c.x(half), c.y(raise+caliper), c.x(half*1.2), c.y(raise+caliper*0.5), c.x(half*2.1), c.y(raise-4))
	c.ClosePath()
	c.DrawPath("DF")
}

// hillside is the raised soil round the ball: its height, its level top and its foot, mm from the trunk. The sides
// are one in three, as the plan says of a mound and of a feathered raise.
type hillside struct{ raise, top, foot float64 }

func raised(sheet Sheet) hillside {
	raise, ball := sheet.Plan.Hole.FinishedRaiseMM, sheet.Input.Tree.BallDiameterMM
	if sheet.Plan.Hole.BuildMoundFirst {
		top := math.Max(ball*1.5, 450)
		return hillside{raise, top, top + 3*raise}
	}
	return hillside{raise, ball / 2, ball/2 + math.Max(3*raise, 60)}
}

// at is the height of the finished surface at a distance from the trunk.
func (h hillside) at(mm float64) float64 {
	from := math.Abs(mm)
	switch {
	case from <= h.top:
		return h.raise
	case from >= h.foot:
		return 0
	}
	return h.raise * (1 - (from-h.top)/(h.foot-h.top))
}

func (c scene) hill(h hillside) {
	if h.raise <= 0 {
		return
	}
	c.SetFillColor(206, 206, 206)
	c.polygon("F", [2]float64{-h.foot, 0}, [2]float64{-h.top, h.raise}, [2]float64{h.top, h.raise}, [2]float64{h.foot, 0})
	c.SetLineWidth(0.3)
	c.line(-h.foot, 0, -h.top, h.raise)
	c.line(h.foot, 0, h.top, h.raise)
}

// mulch lies on the finished surface, thin over a small ball, and clear of the trunk.
func (c scene) mulch(h hillside, inner, outer float64) {
	ball, thick, over := c.sheet.Input.Tree.BallDiameterMM, c.sheet.Plan.MulchMM, c.sheet.Plan.MulchOverBallMM
	if over == 0 { // issued before the plan told it
		over = thick
	}
	c.SetFillColor(96, 96, 96)
	const parts = 40
	for _, side := range []float64{-1, 1} {
		upper, lower := [][2]float64{}, [][2]float64{}
		for i := 0; i <= parts; i++ {
			mm := inner + (outer-inner)*float64(i)/parts
			const slope = 45.0
			beyond := math.Max(0, math.Min(1, (mm-ball/2+slope)/(2*slope)))
			layer := over + (thick-over)*beyond*beyond*(3-2*beyond)
			edge := math.Min(1, math.Min((mm-inner)/45, (outer-mm)/(thick*1.6+1)))
			layer *= math.Sqrt(math.Max(0, 1-(1-edge)*(1-edge)))
			upper = append(upper, [2]float64{side * mm, h.at(mm) + layer})
			lower = append([][2]float64{{side * mm, h.at(mm)}}, lower...)
		}
		c.polygon("F", append(upper, lower...)...)
	}
}

func (c scene) stick(top float64) {
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.3)
	reach := top/2 + 90
	c.Rect(c.x(-reach), c.y(0)-1.3, 2*reach*c.scale, 1.3, "DF")
}

// sectionNotes are the dimensions, each with its own ticks. A locked plan has no digging figures to tell.
func (c scene) sectionNotes(left, wide float64) {
	hole, s := c.sheet.Plan.Hole, c.s
	withheld := s.Say("sheet.withheld", nil)
	// The notes stand above the ball, clear of mound and mulch.
	high := math.Min(c.y(0)-20, c.y(hole.FinishedRaiseMM)-18)
	c.SetFont("text", "B", 9)
	c.note(left+1, high, s.Say("sheet.above-stick", map[string]any{"stick": length(hole.StickMM)}), "L")
	c.SetLineWidth(0.25)
	c.Line(left+24, high+4, c.x(-c.sheet.Input.Tree.CaliperMM), c.y(hole.FinishedRaiseMM))
	c.SetFont("text", "", 7.5)
	c.note(left+1, c.y(0)-4.6, s.Say("sheet.check-stick", nil), "L")
	depth := s.Say("sheet.deep", map[string]any{"depth": length(hole.HoleDepthMM)})
	width := s.Say("sheet.wide", map[string]any{"width": length(hole.HoleTopMM)})
	c.SetFont("text", "B", 9)
	if c.locked() { // the core has not told them
		c.plate(c.x(0)-c.GetStringWidth(withheld)/2-1, c.y(hole.FinishedRaiseMM-hole.FlareToBaseMM)+3, withheld)
	}
	if hole.HoleDepthMM > 0 {
		x := hole.HoleBottomMM/2 + (hole.HoleTopMM-hole.HoleBottomMM)/8
		c.dimension(c.x(x), c.y(0), c.x(x), c.y(-hole.HoleDepthMM))
		c.plate(c.x(x)+1.4, (c.y(0)+c.y(-hole.HoleDepthMM))/2-2.2, depth)
		y := c.y(-hole.HoleDepthMM) + 5
		c.dimension(c.x(-hole.HoleTopMM/2), y, c.x(hole.HoleTopMM/2), y)
		c.plate(c.x(0)-c.GetStringWidth(width)/2-1, y-2.2, width)
	}
	c.SetFont("text", "", 7.5)
	c.note(left+wide-1, high, s.Say("sheet.mulch", nil)+" "+s.Measure(length(c.sheet.Plan.MulchMM))+", "+
		s.Say("sheet.clear", map[string]any{"gap": length(c.sheet.Plan.Basin.MulchInnerRadiusMM - c.sheet.Input.Tree.CaliperMM/2)}), "R")
}

func (p *page) note(x, y float64, text, align string) {
	width := p.GetStringWidth(text) + 2
	if align == "R" {
		x -= width
	}
	p.SetXY(x, y)
	p.CellFormat(width, 4, text, "", 0, align, false, 0, "")
}

// plate is a note on a white ground, so that it can be read over the drawing.
func (p *page) plate(x, y float64, text string) {
	p.SetFillColor(255, 255, 255)
	p.SetXY(x, y)
	p.CellFormat(p.GetStringWidth(text)+2, 4.4, text, "", 0, "C", true, 0, "")
}

func (p *page) dimension(x1, y1, x2, y2 float64) {
	p.SetLineWidth(0.3)
	p.Line(x1, y1, x2, y2)
	for _, end := range [][2]float64{{x1, y1}, {x2, y2}} {
		p.Line(end[0]-1, end[1]+1, end[0]+1, end[1]-1)
	}
}

// fromAbove: north is up; ball, hole, mulch ring, basin, stakes and the wind.
func (p *page) fromAbove(left, top, wide, high float64) {
	plan := p.sheet.Plan
	reach := math.Max(plan.Basin.MulchOuterRadiusMM, plan.Hole.HoleTopMM/2)
	for _, f := range plan.Stake.Stakes {
		reach = math.Max(reach, f.DistanceMM)
	}
	radius := math.Min(wide, high-12)/2 - 5
	c := scene{p, left + wide/2, top + 6 + radius, radius / (reach * 1.1)}
	p.SetLineWidth(0.3)
	circle := func(mm float64, style string) { p.Circle(c.x(0), c.y(0), mm*c.scale, style) }
	p.SetFillColor(225, 225, 225)
	circle(plan.Basin.MulchOuterRadiusMM, "DF")
	p.SetFillColor(255, 255, 255)
	circle(plan.Basin.MulchInnerRadiusMM, "DF")
	p.SetDashPattern([]float64{0.8, 0.7}, 0)
	circle(plan.Hole.HoleTopMM/2, "D")
	p.SetDashPattern([]float64{}, 0)
	if plan.Berm != planting.BermNone {
		p.SetLineWidth(0.9)
		circle(plan.Basin.BasinRadiusMM, "D")
	}
	p.SetLineWidth(0.3)
	p.SetFillColor(0, 0, 0)
	circle(p.sheet.Input.Tree.CaliperMM/2, "F")
	for _, f := range plan.Stake.Stakes {
		x, y := bearing(f.BearingDeg, f.DistanceMM)
		p.Rect(c.x(x)-1, c.y(y)-1, 2, 2, "F")
	}
	p.wind(c, reach*1.12)
	p.SetFont("text", "", 7.5)
	p.note(left+wide, top, p.s.Say("sheet.from-above", nil), "R")
	p.note(c.x(0)-2.2, c.y(reach*1.1)-4.4, "N", "L")
}

func (p *page) wind(c scene, reach float64) {
	if p.sheet.Input.Spot.WindFromDeg == nil {
		return
	}
	x1, y1 := bearing(p.sheet.Plan.WindFrom, reach)
	x2, y2 := bearing(p.sheet.Plan.WindFrom, reach*0.8)
	p.SetLineWidth(0.5)
	c.line(x1, y1, x2, y2)
	for _, turn := range []float64{-9, 9} {
		x, y := bearing(p.sheet.Plan.WindFrom+turn, reach*0.88)
		c.line(x2, y2, x, y)
	}
	p.SetFont("text", "", 7.5)
	x, y := bearing(p.sheet.Plan.WindFrom, reach*1.02)
	p.note(c.x(x)-4, c.y(y)-2, p.s.Say("sheet.wind", nil), "L")
}

func bearing(deg, distance float64) (x, y float64) {
	rad := deg * math.Pi / 180
	return math.Sin(rad) * distance, math.Cos(rad) * distance
}
