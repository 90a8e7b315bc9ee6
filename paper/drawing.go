package paper

import (
	"math"

	"codeberg.org/go-pdf/fpdf"

	"sedum/core/planting"
	"sedum/core/stock"
)

// drawings are the section and the view from above, each to a scale of its own.
func (p *page) drawings(y, high float64) {
	above := p.inner() * 0.27
	if p.large {
		above = p.inner() * 0.25
	}
	section := p.inner() - above - 3
	p.section(marginMM, y, section, high-1)
	p.fromAbove(marginMM+section+3, y, above, high-1)
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

// tied tells whether the tie can be shown to scale within a sky of that height.
func tied(tie *float64, sky float64) bool { return tie != nil && *tie+60 <= sky }

func (p *page) section(left, top, wide, high float64) {
	hole, basin, tree := p.sheet.Plan.Hole, p.sheet.Plan.Basin, p.sheet.Input.Tree
	hill := raised(p.sheet)
	half := math.Max(basin.MulchOuterRadiusMM*1.1, hole.HoleTopMM/2*1.15)
	if hole.BuildMoundFirst {
		half = math.Max(half, hill.foot*1.04)
	}
	tie := p.sheet.Plan.Stake.TieHeightMM
	if tie != nil && p.sheet.Plan.Stake.Kind != planting.StakeGuys {
		for _, foot := range p.sheet.Plan.Stake.Stakes {
			half = math.Max(half, foot.DistanceMM*1.15)
		}
	}
	sky := math.Max(hole.FinishedRaiseMM+300, 340)
	if tied(tie, sky*1.5) {
		sky = math.Max(sky, *tie+60)
	}
	below := math.Max(hole.HoleDepthMM, hole.FlareToBaseMM-hole.FinishedRaiseMM)
	const under = 10.0 // for the width under the hole
	scale := math.Min(wide*0.62/(2*half), (high-under)/(sky+below))
	c := scene{p, left + wide*0.5, top + high - under - below*scale, scale}
	reach := wide / 2 / scale
	p.ClipRect(left, top, wide, high, false)
	c.soil(reach, below+under/scale)
	c.hole()
	c.pad()
	c.hill(hill)
	c.stakes(sky, false)
	c.ballAndTrunk(tree.BallDiameterMM, hole.FlareToBaseMM, hole.FinishedRaiseMM, tree.CaliperMM, (c.y0-top)/scale)
	c.mulch(hill, basin.MulchInnerRadiusMM, basin.MulchOuterRadiusMM)
	c.ring(hill)
	c.stick()
	p.ClipEnd()
	c.notes(left, top, wide, high, hill)
}

func (c scene) soil(half, below float64) {
	c.SetFillColor(240, 240, 240)
	c.Rect(c.x(-half), c.y(0), 2*half*c.scale, below*c.scale, "F")
	c.SetFillColor(150, 150, 150)
	// Grains, in rows that do not line up.
	step := 3.4
	for row := 1; float64(row)*step < below*c.scale; row++ {
		for x := c.x(-half) + math.Mod(float64(row)*1.93, step); x < c.x(half); x += step {
			c.Circle(x, c.y(0)+float64(row)*step-1, 0.13, "F")
		}
	}
	c.SetDrawColor(0, 0, 0)
	c.SetLineWidth(0.6)
	c.line(-half, 0, half, 0)
}

// outline of the hole: a saucer's wall is a curve, the others are straight.
func (c scene) outline() [][2]float64 {
	h := c.sheet.Plan.Hole
	top, bottom, depth := h.HoleTopMM/2, h.HoleBottomMM/2, h.HoleDepthMM
	if shape := c.sheet.Plan.Schools["shape"]; shape == string(planting.ShapeSquare) || shape == string(planting.ShapeCylinder) {
		return [][2]float64{{-top, 0}, {top, 0}, {top, -depth}, {-top, -depth}}
	}
	return [][2]float64{{-top, 0}, {top, 0}, {bottom, -depth}, {-bottom, -depth}}
}

func (c scene) hole() {
	if c.sheet.Plan.Hole.HoleDepthMM <= 0 {
		return
	}
	c.SetFillColor(214, 214, 214)
	c.SetLineWidth(0.3)
	c.SetDashPattern([]float64{0.9, 0.7}, 0)
	c.polygon("DF", c.outline()...)
	c.SetDashPattern([]float64{}, 0)
}

// pad is what a ball stands on where it must end higher than the ground lets it.
func (c scene) pad() {
	high, half := c.sheet.Plan.Hole.PadUnderMM, c.sheet.Plan.Hole.HoleBottomMM/2
	if high <= 0 {
		return
	}
	c.SetFillColor(190, 190, 190)
	c.SetLineWidth(0.3)
	c.polygon("DF", [2]float64{-half, 0}, [2]float64{-half, high}, [2]float64{half, high}, [2]float64{half, 0})
}

// ballAndTrunk: the flare stands raise above grade, the base of the ball flare-to-base under the flare.
func (c scene) ballAndTrunk(width, flareToBase, raise, caliper, sky float64) {
	c.SetLineWidth(0.4)
	c.SetDrawColor(0, 0, 0)
	bare := c.sheet.Input.Tree.Form == stock.BareRoot
	if bare { // spread over a cone of firm soil
		c.SetFillColor(150, 150, 150)
		c.polygon("F", [2]float64{0, raise - flareToBase*0.3}, [2]float64{width * 0.3, raise - flareToBase}, [2]float64{-width * 0.3, raise - flareToBase})
	} else {
		c.SetFillColor(255, 255, 255)
		c.polygon("DF", [2]float64{-width / 2, raise}, [2]float64{width / 2, raise},
			[2]float64{width / 2 * 0.94, raise - flareToBase}, [2]float64{-width / 2 * 0.94, raise - flareToBase})
	}
	c.SetLineWidth(0.45)
	inner := 0.9 // roots stay in their ball
	for _, r := range [][2]float64{{-0.46, 0.3}, {-0.36, 0.66}, {-0.2, 0.9}, {-0.04, 0.94}, {0.14, 0.9}, {0.3, 0.74}, {0.45, 0.36}} {
		x := r[0] * width * inner
		c.MoveTo(c.x(math.Copysign(caliper*0.55, r[0])), c.y(raise-caliper*0.15))
		c.CurveBezierCubicTo(c.x(x*0.6), c.y(raise-flareToBase*0.08), c.x(x*0.95), c.y(raise-flareToBase*r[1]*0.45), c.x(x), c.y(raise-flareToBase*r[1]*inner))
		c.DrawPath("D")
	}
	c.trunk(raise, caliper, sky)
}

func (c scene) trunk(raise, caliper, sky float64) {
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.45)
	half := math.Max(caliper/2, 0.55/c.scale)
	wide := half * 2.3
	top := sky * 1.1
	c.MoveTo(c.x(-wide), c.y(raise-wide*0.2))
	c.CurveBezierCubicTo(c.x(-half*1.25), c.y(raise+half), c.x(-half), c.y(raise+half*2), c.x(-half), c.y(raise+half*4))
	c.LineTo(c.x(-half*0.92), c.y(top))
	c.LineTo(c.x(half*0.92), c.y(top))
	c.LineTo(c.x(half), c.y(raise+half*4))
	c.CurveBezierCubicTo(c.x(half), c.y(raise+half*2), c.x(half*1.25), c.y(raise+half), c.x(wide), c.y(raise-wide*0.2))
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
	c.SetFillColor(214, 214, 214)
	c.polygon("F", [2]float64{-h.foot, 0}, [2]float64{-h.top, h.raise}, [2]float64{h.top, h.raise}, [2]float64{h.foot, 0})
	c.SetLineWidth(0.3)
	c.line(-h.foot, 0, -h.top, h.raise)
	c.line(h.foot, 0, h.top, h.raise)
}

// ring is the ridge of soil that holds the water, on the low side alone where the plan says so.
func (c scene) ring(h hillside) {
	plan := c.sheet.Plan
	if plan.Berm == planting.BermNone || plan.BermMM <= 0 {
		return
	}
	inner, high := plan.Basin.BasinRadiusMM, plan.BermMM
	c.SetFillColor(200, 200, 200)
	c.SetLineWidth(0.35)
	sides := []float64{-1, 1}
	if plan.Berm == planting.BermLowSide {
		sides = sides[1:]
	}
	for _, side := range sides {
		foot := func(mm float64) float64 { return h.at(mm) }
		c.MoveTo(c.x(side*inner), c.y(foot(inner)))
		c.CurveBezierCubicTo(c.x(side*(inner+high*0.5)), c.y(foot(inner)), c.x(side*(inner+high*0.6)), c.y(foot(inner)+high), c.x(side*(inner+high)), c.y(foot(inner+high)+high))
		c.CurveBezierCubicTo(c.x(side*(inner+high*1.4)), c.y(foot(inner)+high), c.x(side*(inner+high*1.5)), c.y(foot(inner+2*high)), c.x(side*(inner+high*2)), c.y(foot(inner+2*high)))
		c.ClosePath()
		c.DrawPath("DF")
	}
}

// mulch lies on the finished surface, thin over a small ball, and clear of the trunk.
func (c scene) mulch(h hillside, inner, outer float64) {
	ball, thick, over := c.sheet.Input.Tree.BallDiameterMM, c.sheet.Plan.MulchMM, c.sheet.Plan.MulchOverBallMM
	if over == 0 { // issued before the plan told it
		over = thick
	}
	c.SetFillColor(70, 70, 70)
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

// stick is the board across the hole, its underside at the old ground; on a pad or a mound it lies elsewhere, and is not drawn.
func (c scene) stick() {
	hole := c.sheet.Plan.Hole
	if hole.HoleDepthMM <= 0 || hole.PadUnderMM > 0 || c.sheet.Input.Tree.Form == stock.Plug {
		return
	}
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.3)
	reach := hole.HoleTopMM/2 + 130
	c.Rect(c.x(-reach), c.y(0)-1.2, 2*reach*c.scale, 1.2, "DF")
}

// stakes stand at their distance from the trunk; what leans leans. Only two of three are in a section.
func (c scene) stakes(sky float64, small bool) {
	stake := c.sheet.Plan.Stake
	if stake.TieHeightMM == nil || len(stake.Stakes) == 0 {
		return
	}
	tie, top := *stake.TieHeightMM, *stake.TieHeightMM+50
	depth := math.Max(500, top/2)
	far := stake.Stakes[0].DistanceMM
	wide := math.Max(25, 0.5/c.scale)
	one := func(x, lean float64) {
		c.polygon("DF", [2]float64{x - wide, -depth}, [2]float64{x + wide, -depth}, [2]float64{x + wide + lean, top}, [2]float64{x - wide + lean, top})
		if tied(stake.TieHeightMM, sky*1.5) || small { // an eight, with play
			c.SetLineWidth(0.5)
			at := x + lean*(depth+tie)/(depth+top)
			c.MoveTo(c.x(at), c.y(tie))
			c.CurveBezierCubicTo(c.x(at*0.6), c.y(tie+40), c.x(at*0.3), c.y(tie-40), c.x(0), c.y(tie))
			c.DrawPath("D")
		}
	}
	c.SetFillColor(255, 255, 255)
	c.SetDrawColor(0, 0, 0)
	c.SetLineWidth(0.35)
	switch stake.Kind {
	case planting.StakePair, planting.StakeTripod:
		one(-far, 0)
		one(far, 0)
	case planting.StakeLowUpright:
		one(-far, 0)
	case planting.StakeAngled:
		one(far, -far*0.8)
	case planting.StakeGuys:
		for _, side := range []float64{-1, 1} {
			c.SetLineWidth(0.3)
			c.line(side*far, 0, 0, tie)
		}
	}
}

// notes are the words and the dimensions, each in a place of its own: in the sky what lies on top, in the soil how deep and how wide, at
// the right how high the flare ends. A locked plan has no digging figures to tell.
func (c scene) notes(left, top, wide, high float64, hill hillside) {
	plan, s := c.sheet.Plan, c.s
	hole, tree := plan.Hole, c.sheet.Input.Tree
	small, big := c.body*0.88, c.body*1.35
	right := left + wide
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
		sky.para("text", "B", small, s.Say("paper.mound", map[string]any{"raise": length(hole.FinishedRaiseMM)}))
	}

	// In the sky, at the right: the flare, and the tie.
	c.pointedFrom(up, small, s.Say("paper.flare", nil), math.Max(tree.CaliperMM, 1/c.scale), hole.FinishedRaiseMM)
	if tie := plan.Stake.TieHeightMM; tie != nil {
		up.para("text", "", small, s.Say("paper.tie", map[string]any{"tie": length(*tie)}))
	}

	// At the right, how high it ends, between the ground and a dotted line from the flare.
	x := math.Min(c.x(math.Max(outer, hole.HoleTopMM/2)*1.04)+3, right-21)
	if hole.BuildMoundFirst {
		x = math.Min(c.x(hill.foot)+2, right-21)
	}
	if hole.FinishedRaiseMM >= 1 {
		c.SetLineWidth(0.25)
		c.SetDashPattern([]float64{0.4, 0.6}, 0)
		c.Line(c.x(0), c.y(hole.FinishedRaiseMM), x+1, c.y(hole.FinishedRaiseMM))
		c.SetDashPattern([]float64{}, 0)
		c.dimension(x, c.y(0), x, c.y(hole.FinishedRaiseMM))
	}
	end := &flow{page: c.page, x: x + 1.6, wide: right - x - 1.6}
	end.y = c.y(hole.FinishedRaiseMM/2) - lineOf(big)*0.9
	if up.y > end.y && end.x+end.wide > up.x {
		end.y = up.y
	}
	if hole.FinishedRaiseMM >= 1 {
		end.para("answer", "", big, s.Measure(length(hole.FinishedRaiseMM)))
		end.y = math.Max(end.y, c.y(0)+0.8)
		end.para("text", "", small*0.94, s.Say("paper.flare-above", nil))
	} else {
		end.y = math.Max(end.y, c.y(0)+0.8)
		end.para("text", "B", small*0.94, s.Say("paper.flare-level", nil))
	}

	switch {
	case c.locked(): // the core has not told them
		c.SetFont("text", "B", c.body)
		c.plate(c.x(0), c.y(hole.FinishedRaiseMM-hole.FlareToBaseMM)+1, s.Say("sheet.withheld", nil))
	case hole.HoleDepthMM > 0:
		deep := c.x(-hole.HoleTopMM/2) - 4
		c.SetLineWidth(0.25)
		c.Line(deep-1.4, c.y(-hole.HoleDepthMM), c.x(-hole.HoleBottomMM/2), c.y(-hole.HoleDepthMM))
		c.dimension(deep, c.y(0), deep, c.y(-hole.HoleDepthMM))
		d := &flow{page: c.page, x: left, wide: deep - left - 1.6, y: (c.y(0)+c.y(-hole.HoleDepthMM))/2 - lineOf(big)}
		d.y = math.Max(d.y, c.y(0)+0.6)
		c.rightOf(d, "answer", "", big, s.Measure(length(hole.HoleDepthMM)))
		c.rightOf(d, "text", "", small*0.94, s.Say("paper.on-firm", nil))
		y := c.y(-hole.HoleDepthMM) + 4.6
		c.SetLineWidth(0.2)
		for _, side := range []float64{-1, 1} {
			c.Line(c.x(side*hole.HoleTopMM/2), c.y(-8/c.scale), c.x(side*hole.HoleTopMM/2), y+1)
		}
		c.dimension(c.x(-hole.HoleTopMM/2), y, c.x(hole.HoleTopMM/2), y)
		c.SetFont("answer", "", big)
		text := s.Say("sheet.wide", map[string]any{"width": length(hole.HoleTopMM)})
		// Clear of how deep, where the hole is narrower than its words.
		c.plate(math.Max(c.x(0), deep+2.4+c.GetStringWidth(text)/2), y-lineOf(big)/2, text)
	}
	c.inTheSoil(left, right, sky.y, end.y, small*0.94)
}

// inTheSoil names what lies under the ground: the board's underside, a cone, a pad.
func (c scene) inTheSoil(left, right, high, low, size float64) {
	hole, s := c.sheet.Plan.Hole, c.s
	c.SetFont("text", "", size)
	if hole.HoleDepthMM > 0 && hole.PadUnderMM == 0 && c.sheet.Input.Tree.Form != stock.Plug && high < c.y(0)-4.6 {
		text := s.Say("paper.board", nil)
		c.note(math.Max(left, c.x(-math.Max(hole.HoleTopMM/2+130, c.sheet.Plan.Basin.MulchOuterRadiusMM))-c.GetStringWidth(text)-2), c.y(0)-4.6, text, "L")
	}
	if c.sheet.Input.Tree.Form == stock.BareRoot && !c.locked() {
		text := s.Say("paper.cone", nil)
		x, y := math.Min(c.x(hole.HoleTopMM/2)+3, right-c.GetStringWidth(text)-2), math.Max(c.y(-hole.HoleDepthMM*0.8), low+2.4)
		if y+lineOf(size)/2+1 < c.y(-hole.HoleDepthMM)+2 { // clear of how wide
			c.note(x, y-2, text, "L")
			c.SetLineWidth(0.2)
			c.Line(x, y, c.x(c.sheet.Input.Tree.BallDiameterMM*0.18), y)
		}
	}
	if hole.PadUnderMM > 0 && !c.locked() {
		c.note(c.x(hole.HoleBottomMM/2)+2, c.y(0)+1, s.Say("paper.pad", map[string]any{"pad": length(hole.PadUnderMM)}), "L")
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
	p.SetLineWidth(0.3)
	p.SetFillColor(0, 0, 0)
	circle(math.Max(p.sheet.Input.Tree.CaliperMM/2, 0.5/c.scale), "F")
	for _, f := range plan.Stake.Stakes {
		x, y := bearing(f.BearingDeg, f.DistanceMM)
		p.Rect(c.x(x)-1, c.y(y)-1, 2, 2, "F")
	}
	p.wind(c, reach)
	p.SetFont("text", "", p.body*0.88)
	p.note(left+wide, top+high-4, p.s.Say("sheet.from-above", nil), "R")
	p.SetFont("answer", "", p.body)
	p.note(c.x(0)-p.GetStringWidth("N")/2-1, c.y(reach)-5.4, "N", "L")
	p.Line(c.x(0), c.y(reach)-1.6, c.x(0), c.y(reach)+0.6)
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
