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
	sky := math.Max(p.sheet.Plan.StandsMM()+300, 340)
	if tied(tie, sky*1.5) {
		sky = math.Max(sky, *tie+60)
	}
	below := math.Max(hole.HoleDepthMM, hole.FlareToBaseMM-p.sheet.Plan.StandsMM())
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
	c.cage(p.sheet.Plan.StandsMM()-hole.FlareToBaseMM, p.sheet.Plan.StandsMM())
	c.pipe()
	c.ballAndTrunk(tree.BallDiameterMM, hole.FlareToBaseMM, p.sheet.Plan.StandsMM(), tree.CaliperMM, (c.y0-top)/scale)
	c.mulch(hill, basin.MulchInnerRadiusMM, basin.MulchOuterRadiusMM)
	c.ring(hill)
	c.stick()
	c.guard(hill, (c.y0-top)/scale)
	p.ClipEnd()
	c.notes(left, top, wide, high, hill)
}

func (c scene) soil(half, below float64) {
	if c.tried {
		return
	}
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
	if bare && c.coned() { // spread over a cone of firm soil
		c.SetFillColor(150, 150, 150)
		c.polygon("F", [2]float64{0, raise - flareToBase*0.3}, [2]float64{width * 0.3, raise - flareToBase}, [2]float64{-width * 0.3, raise - flareToBase})
	} else if !bare {
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

// coned tells whether bare roots lie over a cone; by the other schools they are laid in fine soil, or lifted in it.
func (c scene) coned() bool { return c.sheet.Plan.Coned() }

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
// are as the plan says of a mound and of a feathered raise.
type hillside struct{ raise, top, foot float64 }

func raised(sheet Sheet) hillside {
	raise, ball := sheet.Plan.StandsMM(), sheet.Input.Tree.BallDiameterMM
	if hill := sheet.Plan.Hill; hill != nil {
		return hillside{raise, hill.TopMM, hill.FootMM}
	}
	// A sheet of an earlier program does not tell it.
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
	if c.sheet.Input.Spot.AcrossDeg() != nil && plan.Berm == planting.BermLowSide {
		return // cut along the slope: it is seen from above
	}
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
	depth := planting.StakeWoodMM(stake) - top // in firm ground
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
