package paper

import (
	"math"

	"sedum/core/planting"
	"sedum/core/stock"
)

// notes are the words and the dimensions, each in a place of its own: in the sky what lies on top, in the soil how deep and how wide, at
// the right how high the flare ends. A locked plan has no digging figures to tell.
func (c scene) notes(left, top, wide, high float64, hill hillside) {
	plan, s := c.sheet.Plan, c.s
	hole, tree := plan.Hole, c.sheet.Input.Tree
	small, big := c.body*0.88, c.body*1.35
	right := left + wide
	words := places{left: left, right: right, low: top + high}
	c.SetDrawColor(0, 0, 0)

	from := c.x(math.Max(tree.CaliperMM*1.5, 60))
	up := &flow{page: c.page, x: math.Max(from+3, right-46*c.body/8.4), y: top + 1, plated: true}
	up.wide = right - up.x

	// In the sky, at the left: mulch and ring, each with a line to its thing.
	outer := plan.Basin.MulchOuterRadiusMM
	sky := &flow{page: c.page, x: left, y: top + 1, wide: math.Max(24, c.x(-tree.CaliperMM)-left-8), plated: true}
	said := s.Say("paper.mulch", map[string]any{"depth": length(plan.MulchMM), "gap": length(plan.Basin.MulchInnerRadiusMM - tree.CaliperMM/2)})
	sky.wide = math.Min(math.Min(sky.wide, 40*c.body/8.4), up.x-left-3)
	c.pointed(sky, small, said, -outer*0.8, hill.at(outer*0.8)+plan.MulchMM*0.9)
	if plan.Berm != planting.BermNone && plan.BermMM > 0 {
		id := "paper.ring"
		x := -(plan.Basin.BasinRadiusMM + plan.BermMM)
		if plan.Berm == planting.BermLowSide {
			id, x = "paper.half-ring", -x
		}
		if x < 0 {
			c.pointed(sky, small, s.Say(id, map[string]any{"berm": length(plan.BermMM)}), x, hill.at(-x)+plan.BermMM)
		} else {
			sky.para("text", "", small, s.Say(id, map[string]any{"berm": length(plan.BermMM)}))
		}
	}
	if hole.BuildMoundFirst {
		sky.para("text", "B", small, s.Say("paper.mound", map[string]any{"raise": length(plan.StandsMM())}))
	}

	// In the sky, at the right: the flare, and the tie.
	c.pointedFrom(up, small, s.Say("paper.flare", nil), math.Max(tree.CaliperMM, 1/c.scale), plan.StandsMM())
	if tie := plan.Stake.TieHeightMM; tie != nil {
		up.para("text", "", small, s.Say("paper.tie", map[string]any{"tie": length(*tie)}))
	}

	words.take(sky.x, top, sky.wide, sky.y-top)
	words.take(up.x, top, up.wide, up.y-top)

	// At the right, how high it ends, between the ground and a dotted line from the flare.
	x := math.Min(c.x(math.Max(outer, hole.HoleTopMM/2)*1.04)+3, right-21)
	if hole.BuildMoundFirst {
		x = math.Min(c.x(hill.foot)+2, right-21)
	}
	if plan.StandsMM() >= 1 {
		c.SetLineWidth(0.25)
		c.SetDashPattern([]float64{0.4, 0.6}, 0)
		c.Line(c.x(0), c.y(plan.StandsMM()), x+1, c.y(plan.StandsMM()))
		c.SetDashPattern([]float64{}, 0)
		c.dimension(x, c.y(0), x, c.y(plan.StandsMM()))
	}
	end := &flow{page: c.page, x: x + 1.6, wide: right - x - 1.6}
	end.y = c.y(plan.StandsMM()/2) - lineOf(big)*0.9
	if up.y > end.y && end.x+end.wide > up.x {
		end.y = up.y
	}
	if plan.StandsMM() >= 1 {
		end.para("answer", "", big, s.Measure(length(plan.StandsMM())))
		end.y = math.Max(end.y, c.y(0)+0.8)
		end.para("text", "", small*0.94, s.Say("paper.flare-above", nil))
		if hole.SettleMM > 0 {
			end.para("text", "", small*0.94, s.Say("paper.sinks", map[string]any{"raise": length(hole.FinishedRaiseMM)}))
		}
	} else {
		end.y = math.Max(end.y, c.y(0)+0.8)
		end.para("text", "B", small*0.94, s.Say("paper.flare-level", nil))
	}
	words.take(x-1.6, c.y(plan.StandsMM()/2)-lineOf(big), right-x+1.6, end.y-c.y(plan.StandsMM()/2)+lineOf(big))

	switch {
	case c.locked(): // the core has not told them
		c.SetFont("text", "B", c.body)
		c.plate(c.x(0), c.y(plan.StandsMM()-hole.FlareToBaseMM)+1, s.Say("sheet.withheld", nil))
	case hole.HoleDepthMM > 0:
		deep := c.x(-hole.HoleTopMM/2) - 4
		c.SetLineWidth(0.25)
		c.Line(deep-1.4, c.y(-hole.HoleDepthMM), c.x(-hole.HoleBottomMM/2), c.y(-hole.HoleDepthMM))
		c.dimension(deep, c.y(0), deep, c.y(-hole.HoleDepthMM))
		d := &flow{page: c.page, x: left, wide: deep - left - 1.6, y: (c.y(0)+c.y(-hole.HoleDepthMM))/2 - lineOf(big)}
		d.y = math.Max(d.y, c.y(0)+0.6)
		from := d.y
		c.rightOf(d, "answer", "", big, s.Measure(length(hole.HoleDepthMM)))
		c.rightOf(d, "text", "", small*0.94, s.Say("paper.on-firm", nil))
		words.take(left, from, deep+1.6-left, d.y-from)
		y := c.y(-hole.HoleDepthMM) + 4.6
		c.SetLineWidth(0.2)
		for _, side := range []float64{-1, 1} {
			c.Line(c.x(side*hole.HoleTopMM/2), c.y(-8/c.scale), c.x(side*hole.HoleTopMM/2), y+1)
		}
		c.dimension(c.x(-hole.HoleTopMM/2), y, c.x(hole.HoleTopMM/2), y)
		c.SetFont("answer", "", big)
		text := s.Say("sheet.wide", map[string]any{"width": length(hole.HoleTopMM)})
		// Clear of how deep, where the hole is narrower than its words.
		middle, half := math.Max(c.x(0), deep+2.4+c.GetStringWidth(text)/2), c.GetStringWidth(text)/2+1.2
		c.plate(middle, y-lineOf(big)/2, text)
		words.take(middle-half, y-lineOf(big)/2, 2*half, lineOf(big))
		words.take(c.x(-hole.HoleTopMM/2), y-1.3, hole.HoleTopMM*c.scale, 2.6)
	}
	c.inTheSoil(&words, small*0.94)
}

const noteHigh = 4.0

// inTheSoil names what lies under the ground: the board's underside, a cone, a pad.
func (c scene) inTheSoil(words *places, size float64) {
	hole, s := c.sheet.Plan.Hole, c.s
	c.SetFont("text", "", size)
	if hole.HoleDepthMM > 0 && hole.PadUnderMM == 0 && c.sheet.Input.Tree.Form != stock.Plug {
		text := s.Say("paper.board", nil)
		wide := c.GetStringWidth(text) + 2
		x, y := math.Max(words.left, c.x(-math.Max(hole.HoleTopMM/2+130, c.sheet.Plan.Basin.MulchOuterRadiusMM))-wide), c.y(0)-noteHigh-0.6
		if words.free(x, y, wide, noteHigh) {
			words.take(x, y, wide, noteHigh)
			c.note(x, y, text, "L")
		}
	}
	if c.sheet.Input.Tree.Form == stock.BareRoot && c.coned() && !c.locked() {
		c.beside(words, s.Say("paper.cone", nil), hole.HoleTopMM/2, -hole.HoleDepthMM*0.8, c.sheet.Input.Tree.BallDiameterMM*0.18)
	}
	if hole.PadUnderMM > 0 && !c.locked() {
		c.beside(words, s.Say("paper.pad", map[string]any{"pad": length(hole.PadUnderMM)}), hole.HoleBottomMM/2, hole.PadUnderMM/2, hole.HoleBottomMM/2-1)
	}
}

// beside names a thing with a line to it, at its side where there is room, else at the nearest place in the soil.
func (c scene) beside(words *places, text string, side, level, thing float64) {
	wide := c.GetStringWidth(text) + 2
	x, y, found := words.nearest(c.x(side)+3, math.Max(c.y(level)-noteHigh/2, c.y(0)+1), c.y(0)+1, wide, noteHigh)
	if !found { // a higher drawing has the room
		c.over = true
		return
	}
	c.note(x, y, text, "L")
	c.SetLineWidth(0.2)
	if x > c.x(thing) {
		c.Line(x, y+noteHigh/2, c.x(thing), c.y(level))
	} else {
		c.Line(math.Min(x+wide, c.x(-thing)), y+noteHigh/2, c.x(-thing), c.y(level))
	}
}

// pointed writes in a flow at the left and draws a line from it to a thing.
func (c scene) pointed(f *flow, size float64, text string, x, y float64) {
	top := f.y
	f.para("text", "", size, text)
	c.SetLineWidth(0.2)
	c.Line(math.Min(f.x+f.widest(text)+0.6, c.x(x)), top+(f.y-top)/2, c.x(x), c.y(y))
	f.gap(1)
}

func (c scene) pointedFrom(f *flow, size float64, text string, x, y float64) {
	top := f.y
	f.para("text", "B", size, text)
	c.SetLineWidth(0.2)
	c.Line(f.x-0.6, top+(f.y-top)/2, c.x(x), c.y(y))
	f.gap(1)
}

func (c scene) rightOf(f *flow, font, style string, size float64, text string) {
	c.SetFont(font, style, size)
	c.SetXY(f.x, f.y)
	c.MultiCell(f.wide, lineOf(size), text, "", "R", false)
	f.y = c.GetY()
}

func (p *page) note(x, y float64, text, align string) {
	width := p.GetStringWidth(text) + 2
	if align == "R" {
		x -= width
	}
	p.SetXY(x, y)
	p.CellFormat(width, 4, text, "", 0, align, false, 0, "")
}

// plate is a note on a white ground about a middle, so that it can be read over the drawing.
func (p *page) plate(middle, y float64, text string) {
	wide := p.GetStringWidth(text) + 2.4
	_, size := p.GetFontSize()
	p.SetFillColor(255, 255, 255)
	p.SetXY(middle-wide/2, y)
	p.CellFormat(wide, size*1.2, text, "", 0, "C", true, 0, "")
}

func (p *page) dimension(x1, y1, x2, y2 float64) {
	p.SetLineWidth(0.35)
	p.Line(x1, y1, x2, y2)
	for _, end := range [][2]float64{{x1, y1}, {x2, y2}} {
		if x1 == x2 {
			p.Line(end[0]-1.3, end[1], end[0]+1.3, end[1])
		} else {
			p.Line(end[0], end[1]-1.3, end[0], end[1]+1.3)
		}
	}
}
