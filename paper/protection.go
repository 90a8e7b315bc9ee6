package paper

import (
	"math"

	"sedum/core/planting"
)

// valuesOf are the figures of a step, nil where the plan has none or withholds them.
func (p *page) valuesOf(code planting.StepCode) (map[string]planting.Measure, string) {
	for _, s := range p.sheet.Plan.Steps {
		if s.Code == code && !s.Locked {
			return s.Values, s.Choice
		}
	}
	return nil, ""
}

// cage is the wire round the roots, its rim above the soil.
func (c scene) cage(base, raise float64) {
	v, _ := c.valuesOf("cage")
	if v == nil {
		return
	}
	half, rim := v["width"].Value/2, raise+v["rim"].Value
	c.SetLineWidth(0.3)
	c.SetDashPattern([]float64{0.5, 0.5}, 0)
	for _, side := range []float64{-1, 1} {
		c.line(side*half, base, side*half, rim)
		c.line(side*(half-12), base, side*(half-12), rim)
	}
	c.line(-half, base, half, base)
	c.SetDashPattern([]float64{}, 0)
}

// pipe stands in the backfill beside the roots.
func (c scene) pipe() {
	v, _ := c.valuesOf("pipe")
	if v == nil {
		return
	}
	from, above := v["from"].Value, v["above"].Value
	wide := math.Max(50, 1/c.scale)
	c.SetFillColor(255, 255, 255)
	c.SetLineWidth(0.3)
	c.polygon("DF", [2]float64{-from - wide, -c.sheet.Plan.Hole.HoleDepthMM}, [2]float64{-from, -c.sheet.Plan.Hole.HoleDepthMM}, [2]float64{-from, above}, [2]float64{-from - wide, above})
}

// guard is mesh on posts, or the guard round the trunk, as far up as the drawing goes.
func (c scene) guard(h hillside, sky float64) {
	v, choice := c.valuesOf("guard")
	if v == nil {
		return
	}
	c.SetLineWidth(0.25)
	top := math.Min(v["height"].Value, sky)
	half := v["across"].Value / 2
	if choice != "gnaw" {
		half = v["distance"].Value
	}
	c.SetDashPattern([]float64{0.3, 0.7}, 0)
	for y := h.at(half); y < top; y += 3 / c.scale {
		c.line(-half, y, half, y)
	}
	c.SetDashPattern([]float64{}, 0)
	for _, side := range []float64{-1, 1} {
		c.line(side*half, h.at(half), side*half, top)
	}
}

// turned marks to which side graft or strongest roots look, in the view from above.
func (p *page) turned(c scene, reach float64) {
	t := p.sheet.Plan.Turn
	if t == nil {
		return
	}
	x1, y1 := bearing(t.ToDeg, math.Max(p.sheet.Input.Tree.CaliperMM/2, 0.5/c.scale))
	x2, y2 := bearing(t.ToDeg, reach*0.55)
	p.SetLineWidth(0.9)
	c.line(x1, y1, x2, y2)
	p.Circle(c.x(x2), c.y(y2), 0.8, "F")
}
