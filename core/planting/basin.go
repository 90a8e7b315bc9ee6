package planting

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// BasinInput is the ball in its hole, and the berm and mulch wanted round it.
type BasinInput struct {
	Form           stock.Form   `json:"form"`
	Habit          Habit        `json:"habit"`
	Medium         stock.Medium `json:"medium" doc:"of bare roots, the ground"`
	BallVolumeL    float64      `json:"ball_volume_l" exclusiveMinimum:"0"`
	BackfillL      float64      `json:"backfill_l" minimum:"0"`
	BallDiameterMM float64      `json:"ball_diameter_mm" exclusiveMinimum:"0" doc:"of bare roots, their spread"`
	CaliperMM      float64      `json:"caliper_mm" exclusiveMinimum:"0"`
	HoleTopMM      float64      `json:"hole_top_mm" exclusiveMinimum:"0"`
	Berm           Berm         `json:"berm"`
	BermHeightMM   float64      `json:"berm_height_mm" minimum:"0"`
	MulchMM        float64      `json:"mulch_mm" minimum:"0"`
}

// BasinResult is the first watering, the later dose, the basin and the mulch ring.
type BasinResult struct {
	FirstWaterL        float64  `json:"first_water_l" decimals:"1"`
	DoseL              float64  `json:"dose_l" decimals:"1"`
	BasinRadiusMM      float64  `json:"basin_radius_mm" decimals:"1"`
	BasinL             float64  `json:"basin_l" decimals:"1"`
	Fills              *float64 `json:"fills" decimals:"0"`
	MulchOuterRadiusMM float64  `json:"mulch_outer_radius_mm" decimals:"1"`
	MulchInnerRadiusMM float64  `json:"mulch_inner_radius_mm" decimals:"1"`
	MulchL             float64  `json:"mulch_l" decimals:"1"`
}

// availableToTree is the share of a ball's volume that its medium holds for the roots.
var availableToTree = map[stock.Medium]float64{stock.MediumMix: 0.25, stock.MediumSand: 0.07, stock.MediumLoam: 0.17, stock.MediumClay: 0.14}

// Basin works out water, basin and mulch for a tree in its hole.
func Basin(h rules.House, in BasinInput) (BasinResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return BasinResult{}, err
	}
	out := BasinResult{FirstWaterL: firstWater(h, in), DoseL: dose(h, in)}
	out.BasinRadiusMM = math.Max(in.BallDiameterMM/2+h.Value(rules.BasinRoom), h.Value(rules.BasinRadiusLeast))
	if in.Form == stock.Plug {
		out.BasinRadiusMM = math.Max(in.BallDiameterMM/2, h.Value(rules.BasinPlugRadius))
	}
	// Half of the mulch that lies in the ring is air, and water stands in it.
	free := in.BermHeightMM - math.Min(in.MulchMM, in.BermHeightMM)/2
	switch in.Berm {
	case BermRing:
		out.BasinL = cylinderL(2*out.BasinRadiusMM, free)
	case BermLowSide:
		out.BasinL = cylinderL(2*out.BasinRadiusMM, free) / 2
	}
	if out.BasinL > 0 {
		fills := num.Ceiling(out.FirstWaterL / out.BasinL)
		out.Fills = &fills
	}
	out.MulchOuterRadiusMM, out.MulchInnerRadiusMM = mulchRing(h, in)
	out.MulchL = cylinderL(2*out.MulchOuterRadiusMM, in.MulchMM) - cylinderL(2*out.MulchInnerRadiusMM, in.MulchMM)
	return out, nil
}

func firstWater(h rules.House, in BasinInput) float64 {
	if in.Form == stock.Plug {
		return math.Max(1, 10*in.BallVolumeL)
	}
	least := num.Hold(h.Value(rules.BasinTreePerMM)*in.CaliperMM, h.Value(rules.BasinLeastSmall), h.Value(rules.BasinLeastTree))
	if in.Habit == HabitShrub {
		least = h.Value(rules.BasinLeastShrub)
	}
	wetted := in.wettedL(h)
	wanted := h.Value(rules.BasinBallShare)*wetted + h.Value(rules.BasinBackfillShare)*in.BackfillL
	return math.Max(least, min(wanted, h.Value(rules.BasinBallMost)*wetted, h.Value(rules.BasinBigPerMM)*in.CaliperMM))
}

// wettedL is what holds the water for the tree: the ball, or the soil among bare roots, never the roots' own wood.
func (in BasinInput) wettedL(h rules.House) float64 {
	if in.Form == stock.BareRoot {
		return h.Value(rules.BasinRootSoil) * in.BallVolumeL
	}
	return in.BallVolumeL
}

func dose(h rules.House, in BasinInput) float64 {
	if in.Form == stock.Plug {
		return num.Hold(5*in.BallVolumeL, 0.5, 1)
	}
	wanted := h.Value(rules.BasinDoseFactor) * availableToTree[in.Medium] * in.wettedL(h)
	return num.Hold(wanted, 1, math.Max(1, h.Value(rules.BasinDosePerMM)*in.CaliperMM))
}

func mulchRing(h rules.House, in BasinInput) (outer, inner float64) {
	if in.Form == stock.Plug {
		return h.Value(rules.MulchPlugOuter), h.Value(rules.MulchPlugGap)
	}
	least := h.Value(rules.MulchLeast)
	outer = num.Hold(in.HoleTopMM/2, least, math.Max(least, in.BallDiameterMM/2+h.Value(rules.MulchBeyond)))
	return outer, math.Min(h.Value(rules.MulchGap)+in.CaliperMM/2, outer)
}

// RoundDose is a dose as it is told: to the half litre under 10 L, to whole litres above (handbook, planting.md, "Water and basin").
func RoundDose(litres float64) float64 {
	if litres < 10 {
		return math.Max(0.5, math.Round(litres*2)/2)
	}
	return math.Round(litres)
}
