package stock

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// BareRootInput is a bare root as it was spread and measured, and the hole that waits for it.
type BareRootInput struct {
	CaliperMM    float64 `json:"caliper_mm" exclusiveMinimum:"0"`
	RootSpreadMM float64 `json:"root_spread_mm" exclusiveMinimum:"0"`
	RootLengthMM float64 `json:"root_length_mm" exclusiveMinimum:"0" doc:"what hangs downward once the roots are spread"`
	HoleDepthMM  float64 `json:"hole_depth_mm" exclusiveMinimum:"0" doc:"from the flare down to loosened soil"`
	Drainage     string  `json:"drainage" enum:"fast,good,slow,poor"`
	School       string  `json:"school" enum:"never-trim,trim"`
	Moisture     string  `json:"moisture" enum:"moist,surface-dry,brittle"`
	Mould        bool    `json:"mould"`
	Buds         string  `json:"buds" enum:"dormant,swelling,leafed"`
	BrokenRoots  int     `json:"broken_roots" minimum:"0"`
}

// BareRootResult holds the roots against the caliper and against the hole.
type BareRootResult struct {
	RequiredSpreadMM    *float64 `json:"required_spread_mm" decimals:"1"`
	SpreadRatio         *float64 `json:"spread_ratio" decimals:"3"`
	TrimMM              float64  `json:"trim_mm" decimals:"1"`
	RequiredHoleDepthMM float64  `json:"required_hole_depth_mm" decimals:"1"`
	Verdict             Verdict  `json:"verdict"`
	Reasons             []string `json:"reasons"`
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
	j := judgement{verdict: Sell, reasons: []string{}}
	if in.Moisture == "brittle" {
		j.because("dried-out", SendBack)
	}
	if in.Mould {
		j.because("mould", SendBack)
	}
	if in.Buds == "leafed" {
		j.because("pot-up", Hold)
	}
	if in.Moisture == "surface-dry" {
		j.because("soak", Fix)
	}
	if in.Buds == "swelling" {
		j.because("plant-within-3-days", Fix)
	}
	out := BareRootResult{RequiredSpreadMM: RequiredSpreadMM(in.CaliperMM)}
	if out.RequiredSpreadMM == nil {
		if num.Under(in.RootLengthMM, h.Value(rules.BareRootSeedling)) {
			j.because("roots-too-short", SendBack)
		}
	} else {
		ratio := in.RootSpreadMM / *out.RequiredSpreadMM
		out.SpreadRatio = &ratio
		if num.Under(ratio, h.Value(rules.BareRootLeastShare)) {
			j.because("roots-too-short", SendBack)
		} else if num.Under(ratio, 1) {
			j.because("roots-short", Fix)
		}
	}
	if in.BrokenRoots > 0 {
		j.because("trim-broken", Fix)
	}
	out.RequiredHoleDepthMM, out.TrimMM = fitToHole(h, in, &j)
	out.Verdict, out.Reasons = j.verdict, j.reasons
	return out, nil
}

// fitToHole gives the depth of the hole and what is cut off the root's length, mm.
func fitToHole(h rules.House, in BareRootInput, j *judgement) (hole, trim float64) {
	under := h.Value(rules.BareRootUnderTips)
	most := in.RootLengthMM * h.Value(rules.BareRootTrimShare)
	if num.AtMost(in.RootLengthMM, in.HoleDepthMM-under) {
		return in.HoleDepthMM, 0
	}
	if in.School == "trim" {
		trim = math.Min(most, in.RootLengthMM-(in.HoleDepthMM-under))
		return math.Max(in.HoleDepthMM, in.RootLengthMM-trim+under), trim
	}
	deepest := h.Value(rules.BareRootHoleMost)
	if in.Drainage == "slow" || in.Drainage == "poor" {
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
