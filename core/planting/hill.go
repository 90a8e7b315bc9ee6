package planting

import (
	"math"

	"sedum/core/rules"
)

// Hill is the soil that is raised round a ball, seen from the side: half of its level top, and how far from the trunk its foot is, mm (handbook,
// planting.md, "Heights": the crest of a mound, and its sides by the house's rule; a lesser raise falls away from the ball as a mound does).
type Hill struct {
	TopMM  float64 `json:"top_mm" decimals:"0"`
	FootMM float64 `json:"foot_mm" decimals:"0"`
}

// leastFeatherMM is as short as soil is ever sloped out: a trowel's width.
const leastFeatherMM = 60

func hill(h rules.House, p Plan) *Hill {
	raise, slope := p.StandsMM(), h.Value(rules.HoleMoundSlope)
	switch {
	case raise <= 0:
		return nil
	case p.Hole.BuildMoundFirst:
		top := MoundCrestMM(h, p.BallWidth) / 2
		return &Hill{top, top + slope*raise}
	}
	return &Hill{p.BallWidth / 2, p.BallWidth/2 + math.Max(slope*raise, leastFeatherMM)}
}
