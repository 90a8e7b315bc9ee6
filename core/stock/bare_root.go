package stock

import (
	"math"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
)

// BareRootInput is a bare root as it was spread and measured, and the hole that waits for it.
type BareRootInput struct {
	CaliperMM    float64         `json:"caliper_mm" exclusiveMinimum:"0"`
	RootSpreadMM float64         `json:"root_spread_mm" exclusiveMinimum:"0"`
	RootLengthMM float64         `json:"root_length_mm" exclusiveMinimum:"0" doc:"what hangs downward once the roots are spread"`
	HoleDepthMM  float64         `json:"hole_depth_mm" exclusiveMinimum:"0" doc:"from the flare down to loosened soil"`
	Drainage     ground.Drainage `json:"drainage" enum:"fast,good,slow,poor"`
	School       TrimSchool      `json:"school"`
	Moisture     RootMoisture    `json:"moisture"`
	Mould        bool            `json:"mould"`
	Buds         Buds            `json:"buds"`
	BrokenRoots  int             `json:"broken_roots" minimum:"0"`
}

// BareRootResult holds the roots against the caliper and against the hole.
type BareRootResult struct {
	RequiredSpreadMM    *float64 `json:"required_spread_mm" decimals:"1"`
	SpreadRatio         *float64 `json:"spread_ratio" decimals:"3"`
	TrimMM              float64  `json:"trim_mm" decimals:"1"`
	RequiredHoleDepthMM float64  `json:"required_hole_depth_mm" decimals:"1"`
	Verdict             Verdict  `json:"verdict"`
	Reasons             []Cause  `json:"reasons"`
	held                map[Cause]*Evidence
}

// spreadByCaliper is the root spread that a caliper asks for, mm (handbook, calculators.md, bare-root).
var spreadByCaliper = [][2]float64{{6, 200}, {10, 250}, {13, 300}, {19, 400}, {25, 450}, {32, 500}, {38, 560}, {51, 710}}

// RequiredSpreadMM is the least root spread for a caliper, nil for seedlings under 6 mm, which are judged by length.
func RequiredSpreadMM(caliperMM float64) *float64 {
	if num.Under(caliperMM, spreadByCaliper[0][0]) {
		return nil
	}
	spread := num.Interpolate(spreadByCaliper, caliperMM)
	return &spread
}

// JudgeBareRoot judges a bare root, and fits hole and root to each other without ever bending one.
func JudgeBareRoot(h rules.House, in BareRootInput) (BareRootResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return BareRootResult{}, err
	}
	j := judge()
	if in.Moisture == RootMoistureBrittle {
		j.because("dried-out", SendBack)
	}
	if in.Mould {
		j.because("mould", SendBack)
	}
	if in.Buds == BudsLeafed {
		j.because("pot-up", Hold)
	}
	if in.Moisture == RootMoistureSurfaceDry {
		j.because("soak", Fix)
	}
	if in.Buds == BudsSwelling {
		j.because("plant-within-3-days", Fix)
	}
	out := BareRootResult{RequiredSpreadMM: RequiredSpreadMM(in.CaliperMM)}
	if out.RequiredSpreadMM == nil {
		if least := h.Value(rules.BareRootSeedling); num.Under(in.RootLengthMM, least) {
			j.against("roots-too-short", SendBack, Evidence{in.RootLengthMM, least, "mm", rules.BareRootSeedling})
		}
	} else {
		ratio := in.RootSpreadMM / *out.RequiredSpreadMM
		out.SpreadRatio = &ratio
		if least := h.Value(rules.BareRootLeastShare); num.Under(ratio, least) {
			j.against("roots-too-short", SendBack, Evidence{in.RootSpreadMM, least * *out.RequiredSpreadMM, "mm", rules.BareRootLeastShare})
		} else if num.Under(ratio, 1) {
			j.against("roots-short", Fix, Evidence{in.RootSpreadMM, *out.RequiredSpreadMM, "mm", ""})
		}
	}
	if in.BrokenRoots > 0 {
		j.because("trim-broken", Fix)
	}
	out.RequiredHoleDepthMM, out.TrimMM = fitToHole(h, in, &j)
	out.Verdict, out.Reasons, out.held = j.verdict, j.reasons, j.held
	return out, nil
}

// fitToHole gives the depth of the hole and what is cut off the root's length, mm.
func fitToHole(h rules.House, in BareRootInput, j *judgement) (hole, trim float64) {
	under := h.Value(rules.BareRootUnderTips)
	most := in.RootLengthMM * h.Value(rules.BareRootTrimShare)
	if num.AtMost(in.RootLengthMM, in.HoleDepthMM-under) {
		return in.HoleDepthMM, 0
	}
	if in.School == TrimSchoolTrim {
		trim = math.Min(most, in.RootLengthMM-(in.HoleDepthMM-under))
		return math.Max(in.HoleDepthMM, in.RootLengthMM-trim+under), trim
	}
	deepest := h.Value(rules.BareRootHoleMost)
	if in.Drainage == ground.DrainageSlow || in.Drainage == ground.DrainagePoor {
		deepest = h.Value(rules.BareRootHoleWet)
	}
	if num.AtMost(in.RootLengthMM+under, deepest) {
		return in.RootLengthMM + under, 0
	}
	hole = math.Max(in.HoleDepthMM, deepest)
	trim = math.Min(most, in.RootLengthMM-(hole-under))
	j.because("slot-or-trim", Fix)
	if num.Over(in.RootLengthMM-trim+under, hole) {
		j.because("bend-risk", Fix)
	}
	return hole, trim
}
