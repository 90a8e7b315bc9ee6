package planting

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// Cage is the wire round roots that burrowers would eat: its rim stands above the ground (handbook, planting.md, "Protection").
type Cage struct {
	WidthMM  float64
	HeightMM float64
}

// cageOf is no wider than the hole that it stands in.
func cageOf(h rules.House, in Input, p Plan) (Cage, bool) {
	if !in.Spot.Burrowing {
		return Cage{}, false
	}
	wide := p.BallWidth + 2*h.Value(rules.PlanCageRoom)
	if p.Hole.HoleDepthMM > 0 {
		wide = math.Min(wide, p.Hole.HoleTopMM)
	}
	return Cage{wide, p.Hole.FlareToBaseMM + h.Value(rules.PlanCageRim)}, true
}

func cageStep(l *stepList, h rules.House, in Input, p Plan) {
	if cage, any := cageOf(h, in, p); any {
		l.dig("cage", map[string]Measure{"width": mm(cage.WidthMM), "height": mm(cage.HeightMM), "rim": mm(h.Value(rules.PlanCageRim))}, "mesh-cuts")
	}
}

// guardStep keeps teeth off the bark: mesh on three posts against what browses, a guard round the trunk against what gnaws. A tree that has three
// stakes carries the mesh on them.
func guardStep(l *stepList, h rules.House, in Input, p Plan) {
	switch {
	case in.Spot.Browsing:
		s := l.dig("guard", map[string]Measure{"height": mm(h.Value(rules.PlanBrowseHeight)), "distance": mm(postsMM(h, p))}, "mesh-cuts")
		s.Choice = "browse"
		if p.Stake.Kind == StakeTripod {
			s.Choice = "browse-on-stakes"
		}
	case in.Spot.Gnawing:
		l.add("guard", map[string]Measure{"height": mm(gnawMM(h, in)), "across": mm(in.Tree.CaliperMM + 2*h.Value(rules.PlanGuardRoom))}).Choice = "gnaw"
	}
}

// postsMM is how far the posts of a browsing guard stand from the trunk: outside the roots.
func postsMM(h rules.House, p Plan) float64 { return p.BallWidth/2 + h.Value(rules.PlanBrowseRoom) }

// gnawMM is how high a guard round the trunk is: no higher than half of a small tree.
func gnawMM(h rules.House, in Input) float64 {
	return num.Round(math.Min(h.Value(rules.PlanGnawHeight), in.Tree.HeightM*500), 0)
}

// sunStep covers tender bark in strong sun, by the school.
func sunStep(l *stepList, h rules.House, in Input) {
	school := h.School(rules.StepSun)
	if !in.Kind.BarkTender || in.Spot.SunH == nil || *in.Spot.SunH < h.Value(rules.PlanSunPaint) || school == "none" {
		return
	}
	if school == "wrap" {
		l.add("sun-paint", nil).Choice = school
		return
	}
	l.add("sun-paint", nil, "label-is-law")
}

// Wrapped tells whether the trunk wears a wrap that comes off again.
func (p Plan) Wrapped() bool { return p.Does("sun-paint", "wrap") }
