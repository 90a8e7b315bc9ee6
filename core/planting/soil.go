package planting

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// Soil is where the ground that is dug goes, in litres of firm ground: nothing is called left over while something is built of it (handbook,
// planting.md, "Heights" and "The hole").
type Soil struct {
	DugL      float64 `json:"dug_l"`
	BackfillL float64 `json:"backfill_l"`
	MoundL    float64 `json:"mound_l,omitempty"`
	PadL      float64 `json:"pad_l,omitempty"`
	FeatherL  float64 `json:"feather_l,omitempty" doc:"the side sloped out from the top of the ball"`
	BermL     float64 `json:"berm_l,omitempty"`
	// CoverL is heaped over the mix of a plug.
	CoverL float64 `json:"cover_l,omitempty"`
	// BlendL is bought and stirred into the backfill, MoundBlendL into the mound: both are part of them.
	BlendL      float64 `json:"blend_l,omitempty"`
	MoundBlendL float64 `json:"mound_blend_l,omitempty"`
	// LeftL is carried away, BroughtL is brought: one of them at the most.
	LeftL    float64 `json:"left_l,omitempty"`
	BroughtL float64 `json:"brought_l,omitempty"`
}

func soil(h rules.House, in Input, p Plan) Soil {
	out := Soil{DugL: p.Hole.HoleVolumeL, BackfillL: p.Hole.BackfillL, PadL: cylinderL(p.Hole.HoleBottomMM, p.Hole.PadUnderMM), CoverL: cylinderL(p.BallWidth, p.CoverMM)}
	switch {
	case p.Hole.BuildMoundFirst:
		out.MoundL = p.Hole.MoundVolumeL
	case p.feathers(h):
		raise := p.Hole.FinishedRaiseMM
		out.FeatherL = frustumL(p.BallWidth, p.BallWidth+2*h.Value(rules.HoleMoundSlope)*raise, raise) - cylinderL(p.BallWidth, raise)
	}
	if p.Berm != BermNone {
		// A ridge as high as half of its foot is wide.
		out.BermL = 2 * math.Pi * (p.Basin.BasinRadiusMM + p.BermMM) * p.BermMM * p.BermMM / 1e6
		if p.Berm == BermLowSide {
			out.BermL /= 2
		}
	}
	out.BlendL, out.MoundBlendL = out.BackfillL*blendShare(h), out.MoundL*(1-moundNative(h, p))
	if num.Under(out.BlendL, 0.5) { // nobody stirs a handful
		out.BlendL = 0
	}
	left := out.DugL + out.BlendL + out.MoundBlendL - out.BackfillL - out.MoundL - out.PadL - out.FeatherL - out.BermL - out.CoverL
	out.LeftL, out.BroughtL = math.Max(0, left), math.Max(0, -left)
	return out
}

// feathers tells whether the sides are sloped out round a raised ball: no bare sides over a house rule.
func (p Plan) feathers(h rules.House) bool {
	return !p.Hole.BuildMoundFirst && num.Over(p.Hole.FinishedRaiseMM, h.Value(rules.PlanFeather))
}
