package planting

import (
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Measure is a value with its unit: mm, m, l, kg, h, deg, compass (degrees from north, said as a direction), months, c, pct or "" for a count.
type Measure struct {
	Value float64 `json:"value"`
	Unit  string  `json:"unit"`
}

// Number is one figure of the plan and how it came: the rules and the school it used, and what went in.
type Number struct {
	Key    string             `json:"key"`
	Value  float64            `json:"value"`
	Unit   string             `json:"unit"`
	Digs   bool               `json:"digs" doc:"withheld until services are marked"`
	Rules  []RuleUsed         `json:"rules"`
	School *SchoolUsed        `json:"school"`
	From   map[string]Measure `json:"from"`
}

// RuleUsed is a house rule with the value it had.
type RuleUsed struct {
	Key   rules.Key `json:"key"`
	Value float64   `json:"value"`
}

// SchoolUsed is a school that decided a number.
type SchoolUsed struct {
	Step   rules.Step `json:"step"`
	Choice string     `json:"choice"`
}

func mm(v float64) Measure { return Measure{v, "mm"} }

func litres(v float64) Measure { return Measure{v, "l"} }

// numbers lists the figures of the plan in the order in which they are needed.
func numbers(h rules.House, in Input, p Plan) []Number {
	used := func(keys ...rules.Key) []RuleUsed {
		out := []RuleUsed{}
		for _, k := range keys {
			out = append(out, RuleUsed{k, h.Value(k)})
		}
		return out
	}
	by := func(s rules.Step) *SchoolUsed { return &SchoolUsed{s, h.School(s)} }
	hole, basin := p.Hole, p.Basin
	ballVolumeL := stock.BallVolumeL(h, in.Tree.Form, in.Tree.BallDiameterMM, hole.FlareToBaseMM)
	out := []Number{
		{"flare_to_base", hole.FlareToBaseMM, "mm", false, used(), nil, map[string]Measure{
			"ball_height": mm(in.Tree.BallHeightMM), "flare_depth": mm(in.Tree.FlareDepthMM)}},
		{"finished_raise", hole.FinishedRaiseMM, "mm", false, used(raiseRule[p.Drainage], rules.HoleRaiseSharp, rules.HoleSchoolStep,
			rules.HoleRaiseShareDry, rules.HoleRaiseShareWet), by(rules.StepFlare), map[string]Measure{
			"flare_to_base": mm(hole.FlareToBaseMM), "bed_raise": mm(in.Spot.RaiseMM)}},
		{"hole_depth", hole.HoleDepthMM, "mm", true, used(), by(rules.StepFlare), map[string]Measure{
			"flare_to_base": mm(hole.FlareToBaseMM), "finished_raise": mm(hole.FinishedRaiseMM), "settle": mm(hole.SettleMM)}},
		{"stick", hole.StickMM, "mm", false, used(), nil, map[string]Measure{
			"flare_to_base": mm(hole.FlareToBaseMM), "hole_depth": mm(hole.HoleDepthMM)}},
		{"hole_top", hole.HoleTopMM, "mm", true, used(widthRule[in.Spot.SoilGroup], rules.HoleWidthMost, rules.HoleWidthLeast), nil, map[string]Measure{
			"ball_width": mm(in.Tree.BallDiameterMM)}},
		{"hole_volume", hole.HoleVolumeL, "l", true, used(), by(rules.StepShape), map[string]Measure{
			"hole_top": mm(hole.HoleTopMM), "hole_bottom": mm(hole.HoleBottomMM), "hole_depth": mm(hole.HoleDepthMM)}},
		{"backfill", hole.BackfillL, "l", true, used(rules.BallShareContainer), by(rules.StepBackfill), map[string]Measure{
			"hole_volume": litres(hole.HoleVolumeL), "ball_below_grade": litres(hole.BallBelowGradeL)}},
		{"first_water", basin.FirstWaterL, "l", false, used(rules.BasinBallShare, rules.BasinBackfillShare, rules.BasinBallMost,
			rules.BasinLeastTree), nil, map[string]Measure{
			"ball_volume": litres(ballVolumeL), "backfill": litres(hole.BackfillL)}},
		{"dose", basin.DoseL, "l", false, used(rules.BasinDoseFactor, rules.BasinDosePerMM), nil, map[string]Measure{
			"ball_volume": litres(ballVolumeL), "caliper": mm(in.Tree.CaliperMM)}},
		{"basin_radius", basin.BasinRadiusMM, "mm", false, used(rules.BasinRadiusLeast), by(rules.StepBerm), map[string]Measure{
			"ball_width": mm(in.Tree.BallDiameterMM)}},
		{"mulch", basin.MulchL, "l", false, used(rules.MulchLeast, rules.MulchBeyond, rules.MulchGap), by(rules.StepMulch), map[string]Measure{
			"mulch_outer": mm(basin.MulchOuterRadiusMM), "mulch_inner": mm(basin.MulchInnerRadiusMM), "mulch_depth": mm(p.MulchMM)}},
		{"mass", p.Load.MassKG, "kg", false, used(rules.MassMix, rules.MassWrap, rules.MassPublicOne, rules.MassPublicTwo), nil, map[string]Measure{
			"ball_width": mm(in.Tree.BallDiameterMM), "ball_height": mm(in.Tree.BallHeightMM)}},
	}
	if hole.BuildMoundFirst {
		out = append(out, Number{"mound", hole.MoundVolumeL, "l", true, used(rules.HoleMoundCrestBalls, rules.HoleMoundCrest,
			rules.HoleMoundSlope), nil, map[string]Measure{"finished_raise": mm(hole.FinishedRaiseMM)}})
	}
	if p.Stake.TieHeightMM != nil {
		out = append(out, Number{"tie_height", *p.Stake.TieHeightMM, "mm", false, used(rules.StakeTieLeast, rules.StakeTieMost),
			by(rules.StepStake), map[string]Measure{"height": {in.Tree.HeightM, "m"}}})
	}
	return out
}

// Quantity is one line of the shopping list.
type Quantity struct {
	Code   string  `json:"code"`
	Amount Measure `json:"amount"`
	// Bags is the whole number of bags; 0 when it is not sold in bags.
	Bags float64 `json:"bags"`
}

func quantities(h rules.House, p Plan) []Quantity {
	bags := func(l float64, k rules.Key) float64 { return num.Ceiling(l / h.Value(k)) }
	out := []Quantity{{"mulch", litres(p.Basin.MulchL), bags(p.Basin.MulchL, rules.PlanBag)}}
	if h.School(rules.StepBackfill) == "native-compost-top" {
		compost := cylinderL(p.Hole.HoleTopMM, h.Value(rules.PlanCompostTop))
		out = append(out, Quantity{"compost", litres(compost), bags(compost, rules.PlanCompostBag)})
	}
	if h.School(rules.StepFeed) == "tablets" {
		out = append(out, Quantity{"tablets", Measure{h.Value(rules.PlanTablets), ""}, 0})
	}
	out = append(out, Quantity{"first-water", litres(p.Basin.FirstWaterL), 0})
	if n := float64(len(p.Stake.Stakes)); n > 0 {
		out = append(out, Quantity{"stakes", Measure{n, ""}, 0}, Quantity{"ties", Measure{n, ""}, 0})
	}
	if p.Hole.BuildMoundFirst {
		// What comes out of the ground and does not go back beside the ball goes into the mound and the pad; the rest is brought.
		pad := cylinderL(p.Hole.HoleBottomMM, p.Hole.PadUnderMM)
		if bring := p.Hole.MoundVolumeL + pad - (p.Hole.HoleVolumeL - p.Hole.BackfillL); bring > 0 {
			out = append(out, Quantity{"mound-soil", litres(bring), 0})
		}
	} else if left := p.Hole.SpoilL - p.Hole.BackfillL*h.Value(rules.HoleBulking); left > 0 {
		out = append(out, Quantity{"spoil-left", litres(left), 0})
	}
	return out
}
