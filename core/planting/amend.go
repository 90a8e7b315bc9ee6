package planting

import (
	"math"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// The schools of the backfill (handbook, schools.md, "backfill").
const (
	backfillTop     = "native-compost-top"
	backfillQuarter = "blend-quarter"
	backfillHalf    = "blend-half"
	backfillMound   = "mound-blend"
)

// blendShare is how much of what goes back into the hole is compost, by the school's own name.
func blendShare(h rules.House) float64 {
	return map[string]float64{backfillQuarter: 0.25, backfillHalf: 0.5}[h.School(rules.StepBackfill)]
}

// compostOnTop tells whether compost lies over what was filled: by its school, and by the mound's where there is no mound.
func compostOnTop(h rules.House, p Plan) bool {
	school := h.School(rules.StepBackfill)
	return school == backfillTop || (school == backfillMound && !p.Hole.BuildMoundFirst)
}

// moundNative is the share of native soil in a mound; 1 where the mound is not blended.
func moundNative(h rules.House, p Plan) float64 {
	switch {
	case h.School(rules.StepBackfill) != backfillMound || !p.Hole.BuildMoundFirst:
		return 1
	case p.Drainage == ground.DrainagePoor:
		return h.Value(rules.PlanMoundPoor)
	}
	return h.Value(rules.PlanMoundSlow)
}

// inMound are the materials of a blended mound in equal parts, the light ones last.
var inMound = []string{"grit", "aggregate", "bark", "chips"}

// gypsumKG is spread over the ring where the school and a laboratory's word ask for it.
func gypsumKG(h rules.House, in Input, p Plan) float64 {
	if h.School(rules.StepGypsum) != "by-test" || !in.Spot.Sodic {
		return 0
	}
	radius := p.Basin.MulchOuterRadiusMM / 1000
	return math.Max(0.1, num.Round(math.Pi*radius*radius*h.Value(rules.PlanGypsum), 1))
}

func gypsumStep(l *stepList, h rules.House, in Input, p Plan) {
	if kg := gypsumKG(h, in, p); kg > 0 {
		l.add("gypsum", map[string]Measure{"mass": {kg, "kg"}}, "damp-mix")
	}
}

// blendStep stirs what is bought into what goes back. Its figures tell the hole, so it digs.
func blendStep(l *stepList, p Plan) {
	if p.Soil.BlendL > 0 {
		l.dig("blend", map[string]Measure{"blend": litres(p.Soil.BlendL), "own": litres(p.Soil.BackfillL - p.Soil.BlendL)}, "damp-mix")
	}
}

func moundBlendStep(l *stepList, p Plan) {
	if p.Soil.MoundBlendL > 0 {
		l.dig("mound-blend", map[string]Measure{"own": litres(p.Soil.MoundL - p.Soil.MoundBlendL), "each": litres(p.Soil.MoundBlendL / float64(len(inMound)))}, "damp-mix")
	}
}

// inoculantStep gives what the label doses by: the litres of soil that the roots stand in.
func inoculantStep(l *stepList, h rules.House, in Input, p Plan) {
	if h.School(rules.StepInoculant) == "yes" {
		l.add("inoculant", map[string]Measure{"soil": litres(math.Max(0.1, stock.BallVolumeL(h, in.Tree.Form, in.Tree.BallDiameterMM, p.Hole.FlareToBaseMM)))}, "label-is-law")
	}
}

// PipeMM is how long a deep watering pipe is, from the bottom of the hole to above the ground; 0 where there is none.
func pipeMM(h rules.House, in Input, p Plan) float64 {
	if h.School(rules.StepPipe) != "yes" || in.Tree.Form == stock.Plug || p.Hole.HoleDepthMM <= 0 {
		return 0
	}
	return p.Hole.HoleDepthMM + h.Value(rules.PlanPipeAbove)
}

func pipeStep(l *stepList, h rules.House, in Input, p Plan) {
	if long := pipeMM(h, in, p); long > 0 {
		l.dig("pipe", map[string]Measure{"length": mm(long), "above": mm(h.Value(rules.PlanPipeAbove)), "from": mm(p.BallWidth / 2)})
	}
}
