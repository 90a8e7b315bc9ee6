package planting

import (
	"math"

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
		{"hole_top", hole.HoleTopMM, "mm", true, used(widthRule[in.Spot.SoilGroup], rules.HoleWidthMost, rules.HoleWidthLeast), by(rules.StepWidth), map[string]Measure{
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
			"mulch_outer": mm(basin.MulchOuterRadiusMM), "mulch_inner": mm(basin.MulchInnerRadiusMM), "mulch_depth": mm(p.MulchMM), "mulch_over_ball": mm(p.MulchOverBallMM)}},
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
	// Each is how long each of them is, where that matters.
	Each *Measure `json:"each,omitempty"`
	// Bags is the whole number of bags; 0 when it is not sold in bags.
	Bags float64 `json:"bags"`
}

// quantities are what is brought and what is left over, for every tree of a bundle: bags are rounded up once for them all.
func quantities(h rules.House, in Input, p Plan) []Quantity {
	count := float64(max(1, in.Tree.Count))
	out := []Quantity{}
	add := func(code string, each Measure, bag rules.Key) {
		q := Quantity{Code: code, Amount: Measure{each.Value * count, each.Unit}}
		if bag != "" {
			q.Bags = num.Ceiling(q.Amount.Value / h.Value(bag))
		}
		out = append(out, q)
	}
	add("mulch", litres(p.Basin.MulchL), rules.PlanBag)
	// Soil is moved loose, and what is bought lies loose in its bag.
	loose := h.Value(rules.HoleBulking)
	if compostOnTop(h, p) {
		add("compost", litres(compostL(h, in, p)), rules.PlanCompostBag)
	}
	if p.Soil.BlendL > 0 {
		add("blend", litres(p.Soil.BlendL*loose), rules.PlanCompostBag)
	}
	if p.Soil.MoundBlendL > 0 {
		for _, code := range inMound {
			bag := rules.PlanBag
			if code == "grit" || code == "aggregate" {
				bag = rules.PlanGritBag
			}
			add(code, litres(p.Soil.MoundBlendL/float64(len(inMound))*loose), bag)
		}
	}
	if kg := gypsumKG(h, in, p); kg > 0 {
		add("gypsum", Measure{kg, "kg"}, "")
	}
	if cage, any := cageOf(h, in, p); any {
		add("cage", Measure{1, ""}, "")
		out[len(out)-1].Each = &Measure{cage.WidthMM, "mm"}
	}
	if long := pipeMM(h, in, p); long > 0 {
		add("pipe", Measure{1, ""}, "")
		out[len(out)-1].Each = &Measure{long, "mm"}
	}
	switch {
	case in.Spot.Browsing:
		if p.Stake.Kind != StakeTripod {
			add("guard-posts", Measure{3, ""}, "")
		}
		add("guard-mesh", Measure{2 * math.Pi * postsMM(h, p) / 1000, "m"}, "")
	case in.Spot.Gnawing:
		add("guard", Measure{1, ""}, "")
		out[len(out)-1].Each = &Measure{gnawMM(h, in), "mm"}
	}
	if h.School(rules.StepFeed) == "tablets" {
		add("tablets", Measure{h.Value(rules.PlanTablets), ""}, "")
	}
	add("first-water", litres(p.Basin.FirstWaterL), "")
	if n := float64(len(p.Stake.Stakes)); n > 0 {
		add("stakes", Measure{n, ""}, "")
		if wood := StakeWoodMM(p.Stake); wood > 0 {
			out[len(out)-1].Each = &Measure{wood, "mm"}
		}
		add("ties", Measure{n, ""}, "")
	}
	if p.Soil.BroughtL > 0 {
		add("mound-soil", litres(p.Soil.BroughtL*loose), "")
	}
	if p.Soil.LeftL > 0 {
		add("spoil-left", litres(p.Soil.LeftL*loose), "")
	}
	return out
}

// compostL lies over what was filled in, and not on the ball.
func compostL(h rules.House, in Input, p Plan) float64 {
	thick := h.Value(rules.PlanCompostTop)
	open := cylinderL(p.Hole.HoleTopMM, thick)
	if p.Schools[string(rules.StepShape)] == string(ShapeSquare) {
		open = p.Hole.HoleTopMM * p.Hole.HoleTopMM * thick / 1e6
	}
	if in.Tree.Form == stock.BareRoot { // its roots are spread under all of it
		return open
	}
	return open - cylinderL(p.BallWidth, thick)
}

// mulchL is the mulch of the ring, thinner where it lies over a small ball.
func mulchL(p Plan) float64 {
	inner, ball := 2*p.Basin.MulchInnerRadiusMM, p.BallWidth
	saved := p.MulchMM - p.MulchOverBallMM
	if ball <= inner || saved <= 0 {
		return p.Basin.MulchL
	}
	return p.Basin.MulchL - cylinderL(math.Min(ball, 2*p.Basin.MulchOuterRadiusMM), saved) + cylinderL(inner, saved)
}
