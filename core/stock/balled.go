package stock

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// BalledInput is a field-dug ball as it stands in the yard.
type BalledInput struct {
	BallDiameterMM float64   `json:"ball_diameter_mm" exclusiveMinimum:"0"`
	BallHeightMM   float64   `json:"ball_height_mm" exclusiveMinimum:"0"`
	CaliperMM      float64   `json:"caliper_mm" exclusiveMinimum:"0"`
	FlareDepthMM   float64   `json:"flare_depth_mm" minimum:"0" doc:"soil thrown up over the flare when it was dug"`
	Medium         Medium    `json:"medium"`
	Soundness      Soundness `json:"soundness"  doc:"a flattened ball counts as loose"`
	TrunkMoves     bool      `json:"trunk_moves" doc:"the trunk moves and the ball does not"`
	Moisture       Moisture  `json:"moisture"`
	Sizing         Sizing    `json:"sizing"  doc:"conifers and shrubs are sized by height"`
	Lifters        Lifters   `json:"lifters" `
}

// BalledResult holds the ball against the least for that caliper, and says how it is lifted.
type BalledResult struct {
	MinDiameterMM *float64 `json:"min_diameter_mm" decimals:"1"`
	MinDepthMM    *float64 `json:"min_depth_mm" decimals:"1"`
	UsableDepthMM float64  `json:"usable_depth_mm" decimals:"0"`
	Load
	Verdict Verdict `json:"verdict"`
	Reasons []Cause `json:"reasons"`
	held    map[Cause]*Evidence
}

// leastBall is the least diameter of a ball by caliper, mm (handbook, calculators.md, balled).
var leastBall = [][2]float64{{13, 305}, {19, 356}, {25, 406}, {32, 457}, {38, 508}, {44, 559}, {51, 610}, {64, 711},
	{76, 813}, {89, 965}, {102, 1067}, {114, 1219}, {127, 1372}}

// leastDepth is the least depth of a ball by its least diameter, mm.
var leastDepth = [][2]float64{{305, 200}, {508, 320}, {760, 440}, {1372, 755}}

// LeastBallMM is the least diameter of a ball for a caliper, both mm.
func LeastBallMM(caliperMM float64) float64 {
	switch {
	case num.Under(caliperMM, 13):
		return math.Max(150, 23.5*caliperMM)
	case num.Over(caliperMM, 127):
		return 10.8 * caliperMM
	}
	return num.Interpolate(leastBall, caliperMM)
}

// LeastBallDepthMM is the least depth for a ball of that diameter, both mm.
func LeastBallDepthMM(diameterMM float64) float64 {
	switch {
	case num.Under(diameterMM, 305):
		return 0.65 * diameterMM
	case num.Over(diameterMM, 1372):
		return math.Min(900, 0.55*diameterMM)
	}
	return num.Interpolate(leastDepth, diameterMM)
}

// Check returns what is wrong with the input.
func (in BalledInput) Check() error {
	l := fault.Check(in)
	if in.FlareDepthMM > in.BallHeightMM {
		l.Add("flare_depth_mm", fault.DeeperThan, in.BallHeightMM)
	}
	return l.Err()
}

// JudgeBalled holds a ball against its trunk. The depth counts from the flare: a ball that is good by the tape may have
// too little root.
func JudgeBalled(h rules.House, in BalledInput) (BalledResult, error) {
	if err := in.Check(); err != nil {
		return BalledResult{}, err
	}
	out := BalledResult{
		UsableDepthMM: in.BallHeightMM - in.FlareDepthMM,
		Load:          Weigh(h, Balled, in.BallDiameterMM, in.BallHeightMM, in.Medium, in.Lifters),
	}
	j := judge()
	if in.Soundness != SoundnessFirm || in.TrunkMoves {
		j.because("broken-ball", SendBack)
	}
	if in.Sizing == SizingHeight {
		j.because("no-standard", Fix)
	} else {
		diameter := LeastBallMM(in.CaliperMM)
		depth := LeastBallDepthMM(diameter)
		out.MinDiameterMM, out.MinDepthMM = &diameter, &depth
		least := h.Value(rules.BalledLeastShare)
		if num.Under(in.BallDiameterMM, least*diameter) {
			j.against("ball-too-small", SendBack, Evidence{in.BallDiameterMM, least * diameter, "mm", rules.BalledLeastShare})
		} else if num.Under(in.BallDiameterMM, diameter) {
			j.against("ball-small", Fix, Evidence{in.BallDiameterMM, diameter, "mm", ""})
		}
		if num.Under(out.UsableDepthMM, least*depth) {
			j.against("too-little-root-below-flare", SendBack, Evidence{out.UsableDepthMM, least * depth, "mm", rules.BalledLeastShare})
		}
	}
	if in.Moisture == MoistureDry {
		j.because("soak", Fix)
	}
	if surface := SurfaceLimitMM(h, in.BallHeightMM); num.Over(in.FlareDepthMM, surface) {
		j.against("clear-flare", Fix, Evidence{in.FlareDepthMM, surface, "mm", rules.FlareSurfaceShare})
	}
	out.Verdict, out.Reasons, out.held = j.verdict, j.reasons, j.held
	return out, nil
}
