package planting

import (
	"math"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Step is one thing to do, in order. Its sentence, and the reason beside it, are made of the code
// and the values in package words.
type Step struct {
	Code     StepCode           `json:"code"`
	Values   map[string]Measure `json:"values"`
	Choice   string             `json:"choice" doc:"which wording of the step"`
	Cautions []Caution          `json:"cautions" doc:"said before the step"`
	Digs     bool               `json:"digs"`
	Locked   bool               `json:"locked"`
}

// stepList gathers steps; digging steps stay locked until services are marked.
type stepList struct {
	locked bool
	steps  []Step
}

func (l *stepList) add(code StepCode, values map[string]Measure, cautions ...Caution) *Step {
	if values == nil {
		values = map[string]Measure{}
	}
	if cautions == nil {
		cautions = []Caution{}
	}
	l.steps = append(l.steps, Step{Code: code, Values: values, Cautions: cautions})
	return &l.steps[len(l.steps)-1]
}

func (l *stepList) dig(code StepCode, values map[string]Measure, cautions ...Caution) *Step {
	s := l.add(code, values, cautions...)
	s.Digs, s.Locked = true, l.locked
	return s
}

// steps lists the day's work in the order of the hands (handbook, planting.md, "Order of steps").
func steps(h rules.House, in Input, p Plan) []Step {
	l := &stepList{locked: p.Locked}
	l.add("services", nil, "hand-spade-near-marks")
	l.add("window", nil, windowCautions(h, in)...).Choice = string(p.Window.Status)
	if in.Spot.OverheadLine {
		l.add("overhead", nil, "overhead-line")
	}
	l.dig("clear-grass", map[string]Measure{"ring": mm(2 * p.Basin.MulchOuterRadiusMM)})
	if s := in.Spot.Slope; s == ground.SlopeShelf || s == ground.SlopePockets {
		l.dig("shelf", map[string]Measure{"width": mm(p.Hole.HoleTopMM)}, "run-off").Choice = string(s)
	}
	holeSteps(l, in, p)
	// Never through roots: a bare root is set against its stake.
	if in.Tree.Form == stock.BareRoot && p.Stake.Needed {
		stakeStep(l, p)
	}
	treeSteps(l, h, in, p)
	if num.AtLeast(p.Hole.BackfillL, 1) {
		l.add("backfill", map[string]Measure{"backfill": litres(p.Hole.BackfillL)}).Choice = h.School(rules.StepFirming)
	}
	if p.Hole.BuildMoundFirst {
		l.dig("mound", map[string]Measure{"height": mm(p.Hole.FinishedRaiseMM), "volume": litres(p.Hole.MoundVolumeL)}, "run-off")
	}
	feedStep(l, h, p)
	finish := l.add("finish", map[string]Measure{"raise": mm(p.Hole.FinishedRaiseMM)})
	if num.Over(p.Hole.FinishedRaiseMM, h.Value(rules.PlanFeather)) {
		finish.Choice = "feather"
	}
	if p.Berm != BermNone {
		l.add("basin", map[string]Measure{"radius": mm(p.Basin.BasinRadiusMM), "berm": mm(p.BermMM)}, bermCautions(in)...).Choice = string(p.Berm)
	}
	water := map[string]Measure{"first": litres(p.Basin.FirstWaterL)}
	w := l.add("water", water, "hose-air-gap")
	if p.Basin.Fills != nil && *p.Basin.Fills > 1 {
		water["fills"], w.Choice = Measure{*p.Basin.Fills, ""}, "fills"
	}
	mulchSteps(l, h, p)
	if in.Tree.Form != stock.BareRoot || !p.Stake.Needed {
		stakeStep(l, p)
	}
	if in.Kind.BarkTender && in.Spot.SunH != nil && *in.Spot.SunH >= h.Value(rules.PlanSunPaint) {
		l.add("sun-paint", nil, "label-is-law")
	}
	if in.Tree.Found.CutInLeaf {
		l.add("shade", nil)
	}
	l.add("labels-off", nil)
	l.add("look-again", nil)
	return l.steps
}

func windowCautions(h rules.House, in Input) []Caution {
	out := append([]Caution{}, in.Kind.Cautions...)
	switch {
	case in.Today.HighC >= h.Value(rules.PlanHeatStop):
		out = append(out, "heat-stop")
	case in.Today.HighC <= h.Value(rules.PlanColdStop):
		out = append(out, "cold-stop")
	}
	return out
}

func bermCautions(in Input) []Caution {
	if in.Spot.Sloping {
		return []Caution{"run-off"}
	}
	return []Caution{}
}

func holeSteps(l *stepList, in Input, p Plan) {
	if p.Hole.HoleDepthMM > 0 {
		l.dig("dig", map[string]Measure{
			"depth": mm(p.Hole.HoleDepthMM), "top": mm(p.Hole.HoleTopMM), "bottom": mm(p.Hole.HoleBottomMM),
		}, "spade-feet", "street-soil", "cover-hole").Choice = p.Schools[string(rules.StepShape)]
		if wide := in.Tree.Found.WidenMM; wide != nil && in.Tree.Form == stock.BareRoot {
			l.dig("widen", map[string]Measure{"amount": mm(*wide)})
		}
		l.dig("rough-sides", nil)
	}
	if p.Hole.PadUnderMM > 0 {
		l.dig("pad", map[string]Measure{"pad": mm(p.Hole.PadUnderMM)})
	} else {
		l.dig("firm-base", nil)
	}
	// Only where the reading says that it can be passed, with the time that it leads one to expect.
	passes := p.Drainage == ground.DrainageFast || p.Drainage == ground.DrainageGood
	if minutes := in.Spot.Drain300Min; in.Spot.SoilGroup == ground.SoilGroupFine && passes && minutes != nil && p.Hole.HoleDepthMM > 0 {
		l.dig("half-fill-test", map[string]Measure{"hours": {math.Max(1, num.Ceiling(*minutes/300*p.Hole.HoleDepthMM/2/60)), "h"}})
	}
}

func treeSteps(l *stepList, h rules.House, in Input, p Plan) {
	lift := Caution("lift-" + string(p.Load.Handling))
	if heavy(h, p.Load) {
		// A contractor's work: the sheet gives its weight, and no step by hand.
		l.add("rig", map[string]Measure{"mass": {p.Load.RiggingKG, "kg"}}, "rated-slings")
		lift = "rated-slings"
	}
	cautions := []Caution{lift, "knife-away"}
	if in.Tree.Form == stock.BareRoot {
		cautions = nil // it has no ball to lift by, and nothing is cut off it here
	}
	unpot := l.add("unpot", map[string]Measure{"mass": {p.Load.MassKG, "kg"}}, cautions...)
	unpot.Choice = string(in.Tree.Pot)
	switch {
	case in.Tree.Form == stock.BareRoot || in.Tree.Form == stock.Balled:
		unpot.Choice = string(in.Tree.Form)
	case in.Tree.SupportBall:
		unpot.Choice = "cut-in-hole"
	}
	if in.Tree.FlareDepthMM > 0 {
		l.add("clear-flare", map[string]Measure{"depth": mm(in.Tree.FlareDepthMM)})
	} else {
		see := l.add("see-flare", nil)
		switch {
		case in.Tree.Form == stock.BareRoot:
			see.Choice = string(stock.BareRoot)
		case in.Tree.cleared():
			see.Choice = "cleared"
		}
	}
	if in.Tree.Form == stock.BareRoot {
		l.add("cone", nil)
	} else {
		l.add("soak-if-dry", nil)
		l.add("set", nil, lift)
	}
	if s := in.Spot.Slope; s != "" && s != ground.SlopeLevel {
		l.add("contour", nil).Choice = string(s)
	}
	stick := l.add("stick", map[string]Measure{"stick": mm(p.Hole.StickMM)})
	switch {
	case p.Hole.PadUnderMM > 0:
		stick.Choice = "on-pad"
		stick.Values["stick"] = mm(p.Hole.FlareToBaseMM)
	case p.Hole.BuildMoundFirst:
		stick.Choice = "on-pegs"
	}
	graftStep(l, h, in, p)
	turnStep(l, in, p)
	l.add("plumb", nil)
	if choice, any := in.Tree.Found.wrapping(); in.Tree.Form == stock.Balled && any {
		l.add("unwrap", nil, "knife-away").Choice = choice
	}
}

func mulchSteps(l *stepList, h rules.House, p Plan) {
	if h.School(rules.StepBackfill) == "native-compost-top" {
		l.add("compost", map[string]Measure{"depth": mm(h.Value(rules.PlanCompostTop))}, "damp-mix")
	}
	mulch := l.add("mulch", map[string]Measure{
		"depth": mm(p.MulchMM), "gap": mm(h.Value(rules.MulchGap)), "outer": mm(p.Basin.MulchOuterRadiusMM),
	}, "damp-mulch")
	if p.MulchOverBallMM < p.MulchMM {
		mulch.Choice = "small-ball"
		mulch.Values["over"] = mm(p.MulchOverBallMM)
	}
}

// feedStep tells of feed only where the school asks for some: tablets while the hole is filled, a ring on top of it.
func feedStep(l *stepList, h rules.House, p Plan) {
	values := map[string]Measure{}
	choice := h.School(rules.StepFeed)
	switch choice {
	case "tablets":
		values["tablets"] = Measure{h.Value(rules.PlanTablets), ""}
	case "slow-release-ring":
		values["inner"], values["outer"] = mm(p.BallWidth/2), mm(p.Basin.BasinRadiusMM)
	default:
		return
	}
	l.add("feed", values, "label-is-law").Choice = choice
}

// overBall is the mulch over the ball itself: a small ball drowns under thick mulch.
func overBall(h rules.House, p Plan) float64 {
	if num.Under(p.BallWidth, h.Value(rules.MulchSmallBall)) {
		return math.Min(p.MulchMM, h.Value(rules.MulchOverSmall))
	}
	return p.MulchMM
}

func stakeStep(l *stepList, p Plan) {
	if !p.Stake.Needed {
		l.add("no-stake", nil)
		return
	}
	s := l.dig("stake", map[string]Measure{
		"count": {float64(len(p.Stake.Stakes)), ""}, "tie": mm(*p.Stake.TieHeightMM),
		"distance": mm(p.Stake.Stakes[0].DistanceMM), "bearing": {p.Stake.Stakes[0].BearingDeg, "deg"},
		"months": {*p.Stake.RemoveAfterMonths, "months"},
	}, "stake-caps", "stake-hands")
	s.Choice = string(p.Stake.Kind)
}
