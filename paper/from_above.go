package paper

import (
	"math"

	"sedum/core/planting"
)

// fromAbove: north is up; ball, hole, mulch ring, basin, stakes and the wind.
func (p *page) fromAbove(left, top, wide, high float64) {
	plan := p.sheet.Plan
	reach := math.Max(plan.Basin.MulchOuterRadiusMM, plan.Hole.HoleTopMM/2)
	for _, f := range plan.Stake.Stakes {
		reach = math.Max(reach, f.DistanceMM)
	}
	radius := math.Min(wide-22, high-14) / 2
	c := scene{p, left + wide/2, top + 7 + (high-14)/2, radius / reach}
	p.SetDrawColor(0, 0, 0)
	p.SetLineWidth(0.3)
	circle := func(mm float64, style string) { p.Circle(c.x(0), c.y(0), mm*c.scale, style) }
	p.SetFillColor(205, 205, 205)
	circle(plan.Basin.MulchOuterRadiusMM, "DF")
	p.SetFillColor(255, 255, 255)
	circle(plan.Basin.MulchInnerRadiusMM, "DF")
	if plan.Hole.HoleTopMM > 0 {
		p.SetDashPattern([]float64{0.9, 0.7}, 0)
		circle(plan.Hole.HoleTopMM/2, "D")
		p.SetDashPattern([]float64{}, 0)
	}
	if plan.Berm == planting.BermRing {
		p.SetLineWidth(0.9)
		circle(plan.Basin.BasinRadiusMM, "D")
	}
	if inner, outer, fed := plan.FeedRing(); fed {
		p.SetFillColor(0, 0, 0)
		for deg := 0.0; deg < 360; deg += 15 {
			x, y := bearing(deg, (inner+outer)/2)
			p.Circle(c.x(x), c.y(y), 0.35, "F")
		}
	}
	p.lowSide(c, reach)
	p.noonSun(c, reach)
	p.SetLineWidth(0.3)
	p.SetFillColor(0, 0, 0)
	circle(math.Max(p.sheet.Input.Tree.CaliperMM/2, 0.5/c.scale), "F")
	for _, f := range plan.Stake.Stakes {
		x, y := bearing(f.BearingDeg, f.DistanceMM)
		p.Rect(c.x(x)-1, c.y(y)-1, 2, 2, "F")
	}
	p.turned(c, reach)
	p.wind(c, reach)
	p.SetFont("text", "", p.body*0.88)
	caption := p.s.Say("sheet.from-above", nil)
	if p.sheet.Input.Spot.AcrossDeg() != nil {
		p.note(left+wide, top+high-4-lineOf(p.body), p.s.Say("sheet.falls", nil), "R")
	}
	if _, _, fed := plan.FeedRing(); fed {
		p.note(left+wide, top+high-4-2*lineOf(p.body), p.s.Say("sheet.feed-dots", nil), "R")
	}
	if turn := plan.Turn; turn != nil {
		caption = p.s.Say("paper.turned."+turn.What, nil)
	}
	p.note(left+wide, top+high-4, caption, "R")
	p.SetFont("answer", "", p.body)
	p.note(c.x(0)-p.GetStringWidth("N")/2-1, c.y(reach)-5.4, "N", "L")
	p.Line(c.x(0), c.y(reach)-1.6, c.x(0), c.y(reach)+0.6)
}

// lowSide is where the ground falls to, with the half-moon of soil on that side and the board lying across the fall.
func (p *page) lowSide(c scene, reach float64) {
	across := p.sheet.Input.Spot.AcrossDeg()
	if across == nil {
		return
	}
	low, plan := *p.sheet.Input.Spot.LowSideDeg, p.sheet.Plan
	if plan.Berm == planting.BermLowSide {
		p.SetLineWidth(0.9)
		for i := -90.0; i < 90; i += 10 {
			x1, y1 := bearing(low+i, plan.Basin.BasinRadiusMM)
			x2, y2 := bearing(low+i+10, plan.Basin.BasinRadiusMM)
			c.line(x1, y1, x2, y2)
		}
	}
	p.SetLineWidth(0.35)
	if plan.Hole.HoleTopMM > 0 {
		x, y := bearing(*across, plan.Hole.HoleTopMM/2+130)
		c.line(-x, -y, x, y)
	}
	// Three strokes down the fall, the longest in the middle.
	for _, side := range []float64{-9, 0, 9} {
		from, to := reach*0.78, reach*0.92
		if side == 0 {
			to = reach * 1.02
		}
		x1, y1 := bearing(low+side, from)
		x2, y2 := bearing(low+side, to)
		c.line(x1, y1, x2, y2)
	}
}

// noonSun stands where the sun is at noon, on the mulch.
func (p *page) noonSun(c scene, reach float64) {
	noon := p.sheet.Input.Spot.NoonSunDeg()
	if noon == nil {
		return
	}
	x, y := bearing(*noon+14, reach*0.86) // beside the north line
	p.SetLineWidth(0.25)
	p.SetFillColor(255, 255, 255)
	const size = 1.1
	p.Circle(c.x(x), c.y(y), size, "DF")
	for ray := 0.0; ray < 360; ray += 45 {
		dx, dy := bearing(ray, size)
		p.Line(c.x(x)+dx*1.35, c.y(y)+dy*1.35, c.x(x)+dx*1.9, c.y(y)+dy*1.9)
	}
}

func (p *page) wind(c scene, reach float64) {
	if p.sheet.Input.Spot.WindFromDeg == nil {
		return
	}
	from := p.sheet.Plan.WindFrom
	x1, y1 := bearing(from, reach*1.14)
	x2, y2 := bearing(from, reach*0.8)
	p.SetLineWidth(0.6)
	c.line(x1, y1, x2, y2)
	for _, turn := range []float64{-8, 8} {
		x, y := bearing(from+turn, reach*0.9)
		c.line(x2, y2, x, y)
	}
	p.SetFont("text", "", p.body*0.88)
	text := p.s.Say("sheet.wind", nil)
	x, y := bearing(from, reach*1.14)
	at := c.x(x) + 1.8 // beside its arrow, on the outer side
	if x < 0 {
		at = c.x(x) - p.GetStringWidth(text) - 1.8
	}
	p.note(at, c.y(y)-2, text, "L")
}

func bearing(deg, distance float64) (x, y float64) {
	rad := deg * math.Pi / 180
	return math.Sin(rad) * distance, math.Cos(rad) * distance
}
