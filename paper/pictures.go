package paper

import (
	"math"

	"codeberg.org/go-pdf/fpdf"

	"sedum/core/planting"
	"sedum/core/stock"
)

// picture draws one move of the hands in a box, with this plan's own hole, ball and heights, to one scale in all of them.
func (p *page) picture(code planting.PanelCode, x, y, wide, high float64) {
	if p.tried {
		return
	}
	hole, tree := p.sheet.Plan.Hole, p.sheet.Input.Tree
	half := math.Max(math.Max(hole.HoleTopMM/2, tree.BallDiameterMM*0.75), 160)
	if hole.BuildMoundFirst {
		half = math.Max(half, raised(p.sheet).foot)
	}
	below := math.Max(hole.HoleDepthMM, 40)
	above := math.Max(math.Max(hole.FlareToBaseMM, p.sheet.Plan.StandsMM()+120)*1.1, 160)
	scale := math.Min(wide*0.84/(2*half), (high-2)/(below+above))
	c := scene{p, x + wide/2, y + high - 1 - below*scale, scale}
	if code == planting.PanelFree || code == planting.PanelFlare { // beside the hole
		c.scale = math.Min(wide*0.4/tree.BallDiameterMM, (high-5.5)/hole.FlareToBaseMM)
		c.y0 = y + high - 1.4
	}
	p.ClipRect(x, y, wide, high, false)
	defer p.ClipEnd()
	c.SetDrawColor(0, 0, 0)
	draw := map[planting.PanelCode]func(scene, float64){
		planting.PanelMarkOut: scene.pictureMarkOut, planting.PanelDig: scene.pictureDig, planting.PanelEmpty: scene.pictureEmpty,
		planting.PanelDrain: scene.pictureDrain, planting.PanelFree: scene.pictureFree, planting.PanelFlare: scene.pictureFlare,
		planting.PanelSet: scene.pictureSet, planting.PanelCheck: scene.pictureCheck, planting.PanelStraight: scene.pictureStraight,
		planting.PanelFill: scene.pictureFill, planting.PanelLevel: scene.pictureLevel, planting.PanelWater: scene.pictureWater, planting.PanelMulch: scene.pictureMulch,
		planting.PanelStake: scene.pictureStake, planting.PanelCut: scene.pictureCut, planting.PanelGuard: scene.pictureGuard, planting.PanelAfter: scene.pictureAfter,
	}[code]
	draw(c, wide/2/scale)
}

// ground is the line, with the hole open in it or filled.
func (c scene) ground(reach float64, filled bool) {
	c.SetLineWidth(0.3)
	if c.sheet.Plan.Hole.HoleDepthMM > 0 {
		shade := 232
		if filled {
			shade = 196
		}
		c.SetFillColor(shade, shade, shade)
		c.polygon("DF", c.outline()...)
	}
	if c.sheet.Plan.Hole.PadUnderMM > 0 {
		c.pad()
	}
	c.SetLineWidth(0.45)
	top := c.sheet.Plan.Hole.HoleTopMM / 2
	if filled || c.sheet.Plan.Hole.HoleDepthMM <= 0 {
		c.line(-reach, 0, reach, 0)
		return
	}
	c.line(-reach, 0, -top, 0)
	c.line(top, 0, reach, 0)
}

// tree stands in the hole at its height.
func (c scene) tree() {
	c.smallTree(c.sheet.Plan.StandsMM())
}

// smallTree is the ball or the roots with a trunk, the flare at a height.
func (c scene) smallTree(flare float64) {
	tree, base := c.sheet.Input.Tree, c.sheet.Plan.Hole.FlareToBaseMM
	width := tree.BallDiameterMM
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.35)
	if tree.Form == stock.BareRoot {
		c.fan(flare)
	} else {
		c.polygon("DF", [2]float64{-width / 2, flare}, [2]float64{width / 2, flare}, [2]float64{width * 0.47, flare - base}, [2]float64{-width * 0.47, flare - base})
	}
	c.trunk(flare, math.Min(tree.CaliperMM, 2.4/c.scale), 4000)
}

func (c scene) fan(flare float64) {
	width, base := c.sheet.Input.Tree.BallDiameterMM, c.sheet.Plan.Hole.FlareToBaseMM
	c.SetLineWidth(0.4)
	for _, r := range [][2]float64{{-0.48, 0.5}, {-0.3, 0.85}, {-0.1, 1}, {0.1, 1}, {0.3, 0.85}, {0.48, 0.5}} {
		c.MoveTo(c.x(0), c.y(flare))
		c.CurveBezierCubicTo(c.x(r[0]*width*0.4), c.y(flare-base*0.1), c.x(r[0]*width*0.9), c.y(flare-base*r[1]*0.5), c.x(r[0]*width), c.y(flare-base*r[1]))
		c.DrawPath("D")
	}
}

func (c scene) arrow(x1, y1, x2, y2 float64) {
	c.SetLineWidth(0.4)
	c.Line(x1, y1, x2, y2)
	angle := math.Atan2(y2-y1, x2-x1)
	for _, turn := range []float64{2.6, -2.6} {
		c.Line(x2, y2, x2+1.5*math.Cos(angle+turn), y2+1.5*math.Sin(angle+turn))
	}
}

func (c scene) pictureMarkOut(reach float64) {
	c.SetLineWidth(0.45)
	c.line(-reach, 0, reach, 0)
	wide := reach * 0.66
	c.SetDashPattern([]float64{0.9, 0.7}, 0)
	c.Ellipse(c.x(0), c.y(0), wide*c.scale, 2.4, 0, "D")
	c.SetDashPattern([]float64{}, 0)
	c.SetLineWidth(0.25)
	for i := range 9 {
		x := c.x(-reach) + float64(i)*1.1
		if x > c.x(-wide)-0.8 {
			break
		}
		for _, side := range []float64{x, 2*c.x(0) - x} {
			c.Line(side, c.y(0), side+0.3, c.y(0)-1.7)
		}
	}
	y := c.y(0) - 4.2
	c.dimension(c.x(-wide), y, c.x(wide), y)
}

func (c scene) pictureDig(reach float64) {
	c.ground(reach, false)
	hole := c.sheet.Plan.Hole
	if hole.HoleDepthMM > 0 {
		c.dimension(c.x(0), c.y(0), c.x(0), c.y(-hole.HoleDepthMM))
	}
	// The heap beside it, on its sheet.
	c.SetFillColor(196, 196, 196)
	at := c.x(reach) - 5
	c.Polygon([]fpdf.PointType{{X: at - 4.5, Y: c.y(0) - 0.3}, {X: at - 0.6, Y: c.y(0) - 4}, {X: at + 0.8, Y: c.y(0) - 4}, {X: at + 4.5, Y: c.y(0) - 0.3}}, "DF")
}

func (c scene) pictureEmpty(reach float64) {
	c.ground(reach, false)
	hole := c.sheet.Plan.Hole
	switch {
	case hole.PadUnderMM > 0:
		c.dimension(c.x(hole.HoleBottomMM/2)+2, c.y(0), c.x(hole.HoleBottomMM/2)+2, c.y(hole.PadUnderMM))
	case hole.HoleDepthMM > 0:
		c.board()
		c.dimension(c.x(0), c.y(0), c.x(0), c.y(-hole.HoleDepthMM))
	}
}

// board lies across the hole, thick enough to be seen.
func (c scene) board() {
	reach := c.sheet.Plan.Hole.HoleTopMM/2*c.scale + 3
	c.SetFillColor(0, 0, 0)
	c.Rect(c.x(0)-reach, c.y(0)-1, 2*reach, 1, "F")
}

func (c scene) pictureDrain(reach float64) {
	c.ground(reach, false)
	hole := c.sheet.Plan.Hole
	half := hole.HoleDepthMM / 2
	wide := (hole.HoleTopMM + hole.HoleBottomMM) / 4
	if shape := c.sheet.Plan.Schools["shape"]; shape == string(planting.ShapeSquare) || shape == string(planting.ShapeCylinder) {
		wide = hole.HoleTopMM / 2
	}
	c.SetFillColor(150, 150, 150)
	bottom := c.outline()
	c.polygon("DF", [2]float64{-wide, -half}, [2]float64{wide, -half}, bottom[2], bottom[3])
	c.arrow(c.x(0), c.y(-half)-3, c.x(0), c.y(-hole.HoleDepthMM)-0.5)
}

// pictureFree: out of its pot or its cell; a dug ball is felt; bare roots stay wet.
func (c scene) pictureFree(reach float64) {
	c.SetLineWidth(0.45)
	c.line(-reach, 0, reach, 0)
	hole := c.sheet.Plan.Hole
	if c.sheet.Input.Tree.Form == stock.BareRoot { // in a bucket
		c.fan(hole.FlareToBaseMM * 1.02)
		c.trunk(hole.FlareToBaseMM*1.02, math.Min(c.sheet.Input.Tree.CaliperMM, 2.4/c.scale), 4000)
		half, high := c.sheet.Input.Tree.BallDiameterMM*0.55, hole.FlareToBaseMM*0.9
		c.SetLineWidth(0.45)
		c.line(-half, high, -half*0.85, 0)
		c.line(half, high, half*0.85, 0)
		c.SetLineWidth(0.25)
		c.SetDashPattern([]float64{1, 0.6}, 0)
		c.line(-half, high*0.8, half, high*0.8)
		c.SetDashPattern([]float64{}, 0)
		return
	}
	tilt := 0.0
	if c.sheet.Input.Tree.Form == stock.Container && !c.sheet.Input.Tree.SupportBall {
		tilt = 38
	}
	c.TransformBegin()
	c.TransformRotate(-tilt, c.x(0), c.y(hole.FlareToBaseMM*0.4))
	c.smallTree(hole.FlareToBaseMM)
	c.TransformEnd()
	if tilt > 0 {
		c.arrow(c.x(-reach*0.5), c.y(hole.FlareToBaseMM*0.9), c.x(-reach*0.75), c.y(hole.FlareToBaseMM*0.3))
	} else {
		c.arrow(c.x(reach*0.7), c.y(hole.FlareToBaseMM), c.x(c.sheet.Input.Tree.BallDiameterMM/2)-1, c.y(hole.FlareToBaseMM*0.6))
	}
}

func (c scene) pictureFlare(reach float64) {
	c.SetLineWidth(0.45)
	c.line(-reach, 0, reach, 0)
	flare := c.sheet.Plan.Hole.FlareToBaseMM
	c.smallTree(flare)
	c.SetLineWidth(0.35)
	c.SetDashPattern([]float64{0.8, 0.6}, 0)
	c.Circle(c.x(0), c.y(flare), 2.7, "D")
	c.SetDashPattern([]float64{}, 0)
}

func (c scene) pictureSet(reach float64) {
	c.ground(reach, false)
	c.tree()
	at := c.x(c.sheet.Input.Tree.BallDiameterMM/2) + 2.2
	c.arrow(at, c.y(0)-6, at, c.y(-c.sheet.Plan.Hole.HoleDepthMM*0.6))
}

func (c scene) pictureCheck(reach float64) {
	c.ground(reach, false)
	hole := c.sheet.Plan.Hole
	if hole.PadUnderMM > 0 {
		c.tree()
		at := c.x(-c.sheet.Input.Tree.BallDiameterMM/2) - 2
		c.dimension(at, c.y(hole.PadUnderMM), at, c.y(c.sheet.Plan.StandsMM()))
		return
	}
	c.smallTree(hole.StickMM)
	c.board()
	at := c.x(c.sheet.Input.Tree.BallDiameterMM/2) + 2
	c.dimension(at, c.y(0)-0.3, at, c.y(hole.StickMM)-0.3)
}

func (c scene) pictureStraight(reach float64) {
	c.ground(reach, false)
	c.tree()
	c.SetLineWidth(0.3)
	c.SetDashPattern([]float64{0.6, 0.6}, 0)
	c.Line(c.x(0), c.y(0)-40, c.x(0), c.y(-c.sheet.Plan.Hole.HoleDepthMM))
	c.SetDashPattern([]float64{}, 0)
	for _, side := range []float64{-1, 1} { // an eye at each of two sides
		x, y := c.x(0)+side*reach*c.scale*0.56, c.y(0)-5
		c.MoveTo(x-2, y)
		c.CurveBezierCubicTo(x-1, y-1.5, x+1, y-1.5, x+2, y)
		c.CurveBezierCubicTo(x+1, y+1.5, x-1, y+1.5, x-2, y)
		c.DrawPath("D")
		c.SetFillColor(0, 0, 0)
		c.Circle(x, y, 0.55, "F")
	}
}

func (c scene) pictureFill(reach float64) {
	c.ground(reach, true)
	hole := c.sheet.Plan.Hole
	if hole.HoleDepthMM > 0 { // three layers
		c.SetLineWidth(0.2)
		points := c.outline()
		for _, part := range []float64{1. / 3, 2. / 3} {
			wide := points[1][0] + (points[2][0]-points[1][0])*part
			c.line(-wide, -hole.HoleDepthMM*part, wide, -hole.HoleDepthMM*part)
		}
	}
	c.tree()
}

// pictureLevel: how the soil ends round the tree.
func (c scene) pictureLevel(reach float64) {
	c.ground(reach, true)
	hill := raised(c.sheet)
	c.hill(hill)
	c.tree()
	if hill.raise > 0 {
		for _, side := range []float64{-1, 1} {
			c.arrow(c.x(side*hill.top)+side*1, c.y(hill.raise)-1.6, c.x(side*hill.foot)+side*2.5, c.y(0)-1.4)
		}
	}
}

func (c scene) pictureWater(reach float64) {
	c.ground(reach, true)
	hill := raised(c.sheet)
	c.hill(hill)
	c.tree()
	c.ring(hill)
	c.can(c.x(0)+reach*c.scale*0.42, c.y(0)-6.2, 4.8, c.x(c.sheet.Input.Tree.BallDiameterMM*0.3), c.y(hill.raise))
}

// can pours toward a place.
func (c scene) can(x, y, wide, toX, toY float64) {
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.4)
	c.Polygon([]fpdf.PointType{{X: x, Y: y}, {X: x + wide*0.8, Y: y - wide*0.25}, {X: x + wide, Y: y + wide*0.4}, {X: x + wide*0.2, Y: y + wide*0.62}}, "DF")
	c.Line(x+wide*0.1, y+wide*0.35, x-wide*0.45, y+wide*0.1)
	c.SetLineWidth(0.25)
	for i := range 3 {
		from := x - wide*0.45 - float64(i)*0.5
		c.MoveTo(from, y+wide*0.12)
		c.CurveBezierCubicTo(from-0.8, y+wide*0.3, toX-float64(i)*0.6+0.5, (y+toY)/2, toX-float64(i)*0.6, toY-0.2)
		c.DrawPath("D")
	}
}

func (c scene) pictureMulch(reach float64) {
	c.ground(reach, true)
	hill := raised(c.sheet)
	c.hill(hill)
	c.tree()
	inner := math.Max(c.sheet.Plan.Basin.MulchInnerRadiusMM, 2.2/c.scale)
	c.mulch(hill, inner, math.Min(c.sheet.Plan.Basin.MulchOuterRadiusMM, reach*0.97))
}

func (c scene) pictureStake(reach float64) {
	c.ground(reach, true)
	hill := raised(c.sheet)
	c.hill(hill)
	stake := c.sheet.Plan.Stake
	if stake.TieHeightMM == nil {
		c.tree()
		c.SetLineWidth(0.8) // crossed out
		x, y := c.x(0)+reach*c.scale*0.55, c.y(0)-4
		c.SetLineWidth(0.5)
		c.Line(x, y-4, x, y+4)
		c.SetLineWidth(0.7)
		c.Line(x-2.4, y-2.4, x+2.4, y+2.4)
		c.Line(x-2.4, y+2.4, x+2.4, y-2.4)
		return
	}
	// How the stakes stand, not how high: the height stands in figures beside it.
	small := *c.page
	sheet := small.sheet
	tie := 6 / c.scale
	far := math.Min(distance(stake), reach*0.7)
	sheet.Plan.Stake.TieHeightMM = &tie
	sheet.Plan.Stake.Stakes = []planting.Foot{{DistanceMM: far}, {DistanceMM: far}}
	small.sheet = sheet
	d := scene{&small, c.x0, c.y0, c.scale}
	c.tree()
	d.stakes(tie, true)
}

// distance of the stakes, withheld while nobody digs.
func distance(s planting.StakeResult) float64 {
	if len(s.Stakes) == 0 {
		return 300
	}
	return s.Stakes[0].DistanceMM
}

// pictureCut is a shoot of the crown with the cut on the slant, just above a bud.
func (c scene) pictureCut(reach float64) {
	w := reach * c.scale
	x, foot, top := c.x(0), c.y(0)+3, c.y(0)-w*0.62
	c.SetLineWidth(1.1)
	c.Line(x, foot, x, top)
	c.SetLineWidth(0.6)
	for i, side := range []float64{-1, 1, -1} {
		y := foot - (foot-top)*(0.3+0.22*float64(i))
		c.Line(x, y, x+side*w*0.3, y-w*0.2)
		c.Circle(x+side*w*0.3, y-w*0.2, 0.5, "F") // a bud
	}
	// What goes is dashed, and the blade lies across.
	c.SetDashPattern([]float64{0.7, 0.6}, 0)
	c.Line(x+w*0.3, foot-(foot-top)*0.52-w*0.2, x+w*0.52, foot-(foot-top)*0.52-w*0.36)
	c.SetDashPattern([]float64{}, 0)
	c.SetLineWidth(0.5)
	c.Line(x+w*0.27, foot-(foot-top)*0.52-w*0.34, x+w*0.41, foot-(foot-top)*0.52-w*0.18)
}

// pictureGuard is what stands round the trunk.
func (c scene) pictureGuard(reach float64) {
	c.ground(reach, true)
	hill := raised(c.sheet)
	c.hill(hill)
	c.tree()
	c.guard(hill, reach*0.6)
}

func (c scene) pictureAfter(reach float64) {
	c.ground(reach, true)
	hill := raised(c.sheet)
	c.hill(hill)
	c.tree()
	x, y, r := c.x(0)+reach*c.scale*0.6, c.y(0)-4, 2.8
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.4)
	c.Circle(x, y, r, "DF")
	c.Line(x, y, x, y-r*0.7)
	c.Line(x, y, x+r*0.5, y)
}

// pouring shows where the water goes.
func (p *page) pouring(x, y, wide, high float64) {
	c, reach := p.small(x, y, wide, high)
	p.ClipRect(x, y, wide, high, false)
	defer p.ClipEnd()
	c.pictureWater(reach)
}

// fingering shows the finger beside the ball.
func (p *page) fingering(x, y, wide, high float64) {
	c, reach := p.small(x, y, wide, high)
	p.ClipRect(x, y, wide, high, false)
	defer p.ClipEnd()
	c.ground(reach, true)
	c.hill(raised(p.sheet))
	c.tree()
	at := c.x(p.sheet.Input.Tree.BallDiameterMM/2) + 2.4
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.5)
	top, low := c.y(0)-7.0, c.y(-math.Max(p.sheet.Plan.Hole.FlareToBaseMM*0.5, 3/c.scale))
	c.MoveTo(at, top)
	c.LineTo(at, low)
	c.CurveBezierCubicTo(at, low+1.4, at+2.2, low+1.4, at+2.2, low)
	c.LineTo(at+2.2, top)
	c.DrawPath("DF")
}

// small is a scene that holds the planted tree in a box.
func (p *page) small(x, y, wide, high float64) (c scene, reach float64) {
	hole := p.sheet.Plan.Hole
	half := math.Max(math.Max(hole.HoleTopMM/2, p.sheet.Input.Tree.BallDiameterMM*0.75), 160)
	below := math.Max(hole.HoleDepthMM, 60)
	scale := math.Min(wide*0.9/(2*half), high*0.52/below)
	c = scene{p, x + wide/2, y + high - 1 - below*scale, scale}
	return c, wide / 2 / scale
}
