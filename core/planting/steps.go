package planting

import (
	"math"
	"slices"
	"strings"

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
	overheadStep(l, h, in, p)
	if n := in.Tree.Count; n > 1 {
		l.add("bundle", map[string]Measure{"count": {float64(n), ""}})
	}
	l.dig("clear-grass", map[string]Measure{"ring": mm(2 * p.Basin.MulchOuterRadiusMM)})
	gypsumStep(l, h, in, p)
	if s := in.Spot.Slope; s == ground.SlopeShelf || s == ground.SlopePockets {
		l.dig("shelf", map[string]Measure{"width": mm(p.Hole.HoleTopMM)}, "run-off").Choice = string(s)
	}
	holeSteps(l, h, in, p)
	// Never through roots: a bare root is set against its stake.
	if in.Tree.Form == stock.BareRoot && p.Stake.Needed {
		stakeStep(l, p)
	}
	cuts, early := !deadWoodOnly(pruneChoice(h, in)), h.School(rules.StepPruneWhen) == "before"
	if early { // while it lies at hand
		pruneStep(l, h, in)
	}
	treeSteps(l, h, in, p)
	stakeLater := in.Tree.Form != stock.BareRoot || !p.Stake.Needed
	if stakeLater && p.Stake.Needed && h.School(rules.StepStakeWhen) == "before-fill" {
		stakeStep(l, p)
		stakeLater = false
	}
	fillSteps(l, h, in, p)
	if p.Hole.BuildMoundFirst {
		moundBlendStep(l, p)
		l.dig("mound", map[string]Measure{"height": mm(p.StandsMM()), "volume": litres(p.Hole.MoundVolumeL)}, "run-off")
	}
	finishStep(l, h, in, p)
	if p.Berm != BermNone {
		l.add("basin", map[string]Measure{"radius": mm(p.Basin.BasinRadiusMM), "berm": mm(p.BermMM)}, bermCautions(in)...).Choice = p.basinChoice()
	}
	water := map[string]Measure{"first": litres(p.Basin.FirstWaterL)}
	w := l.add("water", water, "hose-air-gap")
	if p.Basin.Fills != nil && *p.Basin.Fills > 1 {
		water["fills"], w.Choice = Measure{*p.Basin.Fills, ""}, "fills"
	}
	mulchSteps(l, h, p)
	if stakeLater {
		stakeStep(l, p)
	}
	if cuts && !early { // before mesh stands in the way
		pruneStep(l, h, in)
	}
	guardStep(l, h, in, p)
	sunStep(l, h, in)
	if in.Tree.Found.CutInLeaf {
		l.add("shade", nil)
	}
	if in.Tree.Found.CollarCut {
		l.add("collar-cut", nil)
	}
	if !cuts && !early {
		pruneStep(l, h, in)
	}
	if in.Today.Plaque {
		l.add("plaque", map[string]Measure{"distance": mm(p.Basin.MulchOuterRadiusMM)})
	}
	l.add("tidy", nil)
	again := l.add("look-again", nil)
	if p.Hole.SettleMM > 0 {
		again.Choice, again.Values = "loosened", map[string]Measure{"settle": mm(p.Hole.SettleMM), "raise": mm(p.Hole.FinishedRaiseMM)}
	}
	return l.steps
}

func windowCautions(h rules.House, in Input) []Caution {
	out := append([]Caution{}, in.Kind.Cautions...)
	switch {
	case in.Today.Unasked:
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

func holeSteps(l *stepList, h rules.House, in Input, p Plan) {
	if p.Hole.HoleDepthMM > 0 {
		dig := l.dig("dig", map[string]Measure{
			"depth": mm(p.Hole.HoleDepthMM), "top": mm(p.Hole.HoleTopMM), "bottom": mm(p.Hole.HoleBottomMM),
		}, "spade-feet", "street-soil", "cover-hole")
		dig.Choice = p.Schools[string(rules.StepShape)]
		if in.Tree.Form == stock.Plug {
			dig.Choice = string(in.Tree.Form)
		}
		if wide := in.Tree.Found.WidenMM; wide != nil && in.Tree.Form == stock.BareRoot {
			l.dig("widen", map[string]Measure{"amount": mm(*wide)})
		}
		if p.Long.SlotMM > 0 {
			l.dig("slot", map[string]Measure{"length": mm(p.Long.SlotMM)})
		}
		l.dig("rough-sides", nil)
	} else if p.Long.SlotMM > 0 {
		// Nothing is dug, so there is no wall: what would lie in a slot lies flat on the old ground, under the soil that is put up.
		l.dig("slot", map[string]Measure{"length": mm(p.Long.SlotMM)}).Choice = "on-ground"
	}
	if p.Hole.PadUnderMM > 0 {
		l.dig("pad", map[string]Measure{"pad": mm(p.Hole.PadUnderMM)})
	} else {
		l.dig("firm-base", nil).Choice = loosened(in)
	}
	cageStep(l, h, in, p)
	checkHoleStep(l, in, p)
	// Only where the reading says that it can be passed, with the time that it leads one to expect.
	if hours, passes := halfFillHours(in, p); passes {
		l.dig("half-fill-test", map[string]Measure{"hours": {hours, "h"}})
	}
}

// treeSteps bring the tree to its height in the hole. Each form has its own: nobody tips a dug ball out of a pot, lowers bare roots by
// their ball, or soaks a ball that stands in the hole already.
func treeSteps(l *stepList, h rules.House, in Input, p Plan) {
	form, bare := in.Tree.Form, in.Tree.Form == stock.BareRoot
	lift := Caution("lift-" + string(p.Load.Handling))
	// A contractor's work: the sheet gives its weight, and no step by hand.
	byContractor := heavy(h, p.Load)
	rig := func(choice string, cautions ...Caution) {
		l.add("rig", map[string]Measure{"mass": {p.Load.RiggingKG, "kg"}}, append(cautions, "rated-slings")...).Choice = choice
		lift = "rated-slings"
	}
	mass := map[string]Measure{"mass": {p.Load.MassKG, "kg"}}
	if bare {
		l.add("unpot", nil).Choice = string(form)
	}
	soakStep(l, h, in)
	if form == stock.Container && !in.Tree.SupportBall && !byContractor {
		l.add("unpot", mass, lift, "knife-away").Choice = string(in.Tree.Pot)
	} else if form == stock.Plug {
		l.add("unpot", nil).Choice = string(form)
	}
	l.add("labels-off", nil)
	flareStep(l, in)
	if bare {
		trim := l.add("trim-roots", nil, "knife-away")
		if p.Long.CutMM > 0 {
			trim.Choice, trim.Values = "to-length", map[string]Measure{"cut": mm(p.Long.CutMM), "left": mm(p.Long.LeftMM)}
		}
	}
	inoculantStep(l, h, in, p)
	switch {
	case bare:
		if byContractor {
			rig(string(form))
		}
		l.add("cone", nil).Choice = placing(h, in.Tree)
	case in.Tree.SupportBall:
		if byContractor {
			rig("supported")
		}
		l.add("unpot", mass, lift, "knife-away").Choice = "cut-in-hole"
	case form == stock.Plug:
		l.add("set", nil).Choice = string(form)
	case byContractor && form == stock.Container:
		rig(string(form), "knife-away")
	case byContractor:
		rig(string(form))
	default:
		l.add("set", mass, lift).Choice = string(form)
	}
	if p.Long.SlotMM > 0 {
		lay := l.add("lay-in-slot", nil)
		if p.Hole.HoleDepthMM <= 0 {
			lay.Choice = "on-ground"
		}
	}
	stickStep(l, in, p)
	graftStep(l, h, in, p)
	turnStep(l, p)
	l.add("plumb", nil)
	if choice, any := in.Tree.Found.wrapping(h.School(rules.StepWrapping)); form == stock.Balled && any {
		l.add("unwrap", nil, "knife-away").Choice = choice
	}
}

// overheadStep: the distance that the line's owner set, else the house's; where the place itself lies nearer, by hand only.
func overheadStep(l *stepList, h rules.House, in Input, p Plan) {
	if !in.Spot.OverheadLine {
		return
	}
	keep := Measure{h.Value(rules.PlanLineNear), "m"}
	s := l.add("overhead", map[string]Measure{"keep": keep}, "overhead-line")
	switch given := in.Standing.LineKeepM; {
	case in.Standing.LineAnswered && given != nil:
		s.Choice, s.Values["keep"] = "owner", Measure{*given, "m"}
	case slices.Contains(p.First, NeedLineOwner):
		s.Choice = "waits"
	case in.Standing.LineAnswered && nearLine(h, in.Standing):
		s.Choice = "answered"
	case nearLine(h, in.Standing):
		s.Choice = "near"
	}
}

// soakStep wets what is dry before it goes into the hole.
func soakStep(l *stepList, h rules.House, in Input) {
	soak := l.add("soak-if-dry", nil)
	switch form := in.Tree.Form; form {
	case stock.BareRoot:
		soak.Choice, soak.Values = string(form), map[string]Measure{"hours": {h.Value(rules.SoakClean), "h"}}
	case stock.Balled, stock.Plug:
		soak.Choice = string(form)
	}
}

func flareStep(l *stepList, in Input) {
	if in.Tree.FlareDepthMM > 0 {
		l.add("clear-flare", map[string]Measure{"depth": mm(in.Tree.FlareDepthMM)})
		return
	}
	see := l.add("see-flare", nil)
	switch {
	case in.Tree.Form == stock.BareRoot || in.Tree.Form == stock.Plug:
		see.Choice = string(in.Tree.Form)
	case in.Tree.cleared():
		see.Choice = "cleared"
	}
}

// checkHoleStep measures the empty hole before a heavy ball goes down; the height is checked again with the tree in.
func checkHoleStep(l *stepList, in Input, p Plan) {
	switch {
	case in.Tree.Form == stock.Plug:
	case p.Hole.PadUnderMM > 0:
		l.dig("check-hole", map[string]Measure{"pad": mm(p.Hole.PadUnderMM)}).Choice = "on-pad"
	case p.Hole.BuildMoundFirst:
		l.dig("check-hole", map[string]Measure{"depth": mm(p.Hole.HoleDepthMM)}).Choice = "on-pegs"
	default:
		l.dig("check-hole", map[string]Measure{"depth": mm(p.Hole.HoleDepthMM)})
	}
}

// stickStep checks the height with the tree in; on a slope how the stick lies is said before.
func stickStep(l *stepList, in Input, p Plan) {
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
	case num.Under(p.Hole.StickMM, 1):
		stick.Choice = "level"
	}
}

// fillSteps fill the hole; tablets go in while it is filled.
func fillSteps(l *stepList, h rules.House, in Input, p Plan) {
	feed := h.School(rules.StepFeed)
	pipeStep(l, h, in, p)
	blendStep(l, p)
	if feed == "tablets" {
		l.add("feed", map[string]Measure{"tablets": {h.Value(rules.PlanTablets), ""}}, "label-is-law").Choice = feed
	}
	if num.AtLeast(p.Hole.BackfillL, 1) {
		l.dig("backfill", map[string]Measure{"backfill": litres(p.Hole.BackfillL)}).Choice = firming(h, in)
	}
	if feed == "light-starter" {
		l.add("feed", nil, "label-is-law").Choice = feed
	}
	if feed == "slow-release-ring" {
		inner := p.BallWidth / 2
		l.add("feed", map[string]Measure{"inner": mm(inner), "outer": mm(math.Max(p.Basin.MulchOuterRadiusMM, inner+100))}, "label-is-law").Choice = feed
	}
}

// firming is by the school; feet only in light soil: boots compact wet clay.
func firming(h rules.House, in Input) string {
	school := h.School(rules.StepFirming)
	if school == "feet" && in.Spot.SoilGroup != ground.SoilGroupCoarse {
		return "thirds-with-water"
	}
	return school
}

// finishStep brings the soil to its level round the ball.
func finishStep(l *stepList, h rules.House, in Input, p Plan) {
	if in.Tree.Form == stock.Plug {
		l.add("finish", map[string]Measure{"cover": mm(p.CoverMM)}).Choice = string(in.Tree.Form)
		return
	}
	// It settles later, where the base was loosened: the hands leave it as much higher.
	finish := l.add("finish", map[string]Measure{"raise": mm(p.StandsMM())})
	switch {
	case p.Hole.BuildMoundFirst:
		finish.Choice = "mound"
	case p.feathers(h):
		finish.Choice = "feather"
	case p.Drainage == ground.DrainageFast && drynessOf(in.Spot) >= 2 && p.Berm != BermNone:
		finish.Choice, finish.Values = "dry", map[string]Measure{"low": mm(h.Value(rules.PlanDryFloor))}
	case num.Under(p.StandsMM(), 1):
		finish.Choice = "level"
	}
	if in.Tree.Form == stock.BareRoot {
		finish.Choice = strings.TrimSuffix(string(stock.BareRoot)+"-"+finish.Choice, "-")
	}
}

func mulchSteps(l *stepList, h rules.House, p Plan) {
	if compostOnTop(h, p) {
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
	if wood := StakeWoodMM(p.Stake); wood > 0 {
		s.Values["wood"] = mm(wood)
	}
}
