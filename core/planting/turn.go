package planting

import (
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
)

// Turn is to which side of the compass what of the tree looks, degrees clockwise from north (handbook, schools.md, "graft bearing" and "strongest
// roots' bearing").
type Turn struct {
	// What is roots or graft.
	What  string  `json:"what"`
	ToDeg float64 `json:"to_deg"`
	// By is what the bearing was taken from: wind, sun (the hot afternoon's), from-sun.
	By string `json:"by"`
	// TagDeg is where the side of the tag then looks, where the bench told how the roots lie.
	TagDeg *float64 `json:"tag_deg,omitempty"`
}

// afternoonSun is where the hot sun of the afternoon stands; mirrored in the other hemisphere.
func afternoonSun(h rules.House, s Spot) float64 {
	deg := h.Value(rules.PlanAfternoonSun)
	if s.LatDeg < 0 {
		return num.Bearing(180 - deg + 360)
	}
	return deg
}

// graftTo is by what a graft is turned, "" for no rule: away from the hot afternoon sun in hot climates, to the wind in windy cool ones.
func graftTo(h rules.House, in Input) string {
	if in.Tree.Found.GraftMM == nil {
		return ""
	}
	switch school := h.School(rules.StepGraftTo); {
	case school == "none":
		return ""
	case school != "by-climate":
		return school
	case in.Spot.HotMonthC == nil: // unknown never helps
		return ""
	case num.AtLeast(*in.Spot.HotMonthC, h.Value(rules.PlanHotMonth)):
		return "from-sun"
	case in.Spot.Exposure == ground.WindExposed:
		return "wind"
	}
	return ""
}

// turnOf is how the tree is turned: it turns once, so of graft and roots one wins. What somebody chose for the graft goes before the roots, the
// roots before a rule by climate.
func turnOf(h rules.House, in Input, p Plan) *Turn {
	bearing := func(by string) (float64, bool) {
		sun := afternoonSun(h, in.Spot)
		switch by {
		case "wind":
			return p.WindFrom, in.Spot.WindFromDeg != nil
		case "to-sun", "sun":
			return sun, true
		case "from-sun":
			return num.Bearing(sun + 180), true
		}
		return 0, false
	}
	graft, roots := graftTo(h, in), h.School(rules.StepStrongTo)
	rootsDeg, rootsTurn := bearing(roots)
	if graftDeg, ok := bearing(graft); ok && (!rootsTurn || h.School(rules.StepGraftTo) != "by-climate") {
		return &Turn{What: "graft", ToDeg: graftDeg, By: graft}
	}
	if !rootsTurn {
		return nil
	}
	out := &Turn{What: "roots", ToDeg: rootsDeg, By: roots}
	if deg := in.Tree.Found.StrongestDeg; deg != nil {
		tag := num.Bearing(rootsDeg - *deg)
		out.TagDeg = &tag
	}
	return out
}

// turnOpposed tells whether graft and roots would be turned to different sides, and which won.
func turnOpposed(h rules.House, in Input, p Plan) (won string, opposed bool) {
	if p.Turn == nil || graftTo(h, in) == "" || h.School(rules.StepStrongTo) == "none" {
		return "", false
	}
	other := Turn{What: "roots", By: h.School(rules.StepStrongTo)}
	if p.Turn.What == "roots" {
		other = Turn{What: "graft", By: graftTo(h, in)}
	}
	if other.By == "wind" && in.Spot.WindFromDeg == nil { // it could not be turned anyway
		return "", false
	}
	return p.Turn.What, other.By != p.Turn.By && (other.By != "to-sun" || p.Turn.By != "sun") && (other.By != "sun" || p.Turn.By != "to-sun")
}

// turnStep says it by the tag when the bench told where the strongest roots are.
func turnStep(l *stepList, p Plan) {
	t := p.Turn
	if t == nil {
		return
	}
	s := l.add("turn", map[string]Measure{"to": {t.ToDeg, "compass"}})
	switch {
	case t.What == "graft":
		s.Choice = "graft-" + t.By
	case t.TagDeg != nil:
		s.Choice, s.Values["tag"] = "by-tag", Measure{*t.TagDeg, "compass"}
		if t.By == "sun" {
			s.Choice = "by-tag-sun"
		}
	case t.By == "sun":
		s.Choice = "sun"
	}
}
