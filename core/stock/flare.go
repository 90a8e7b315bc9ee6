// Package stock judges a tree in its pot or ball: where its flare lies, what its
// roots do, how heavy it is, and what becomes of it (handbook, stock.md and the
// stock part of calculators.md).
//
// Every function is pure: measured values and the house rules in, a judgement out.
// Lengths are mm, angles degrees, shares 0 to 1, percentages 0 to 100.
package stock

import (
	"math"
	"sort"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// Form is how a tree is sold.
type Form string

// All lists them.
func (Form) All() []Form { return []Form{Container, Plug, Balled, BareRoot} }

// The forms of stock.
const (
	Container Form = "container"
	Plug      Form = "plug"
	Balled    Form = "balled"
	BareRoot  Form = "bare-root"
)

// Habit tells what stands at the soil line of a kind: one trunk with a flare, a
// crown of stems, or a stem that roots freely when it stands deeper.
type Habit string

// All lists them.
func (Habit) All() []Habit { return []Habit{Single, Multi, DeepOK} }

// The habits.
const (
	Single Habit = "single"
	Multi  Habit = "multi"
	DeepOK Habit = "deep-ok"
)

// Probe is one push of the wire beside the trunk.
type Probe struct {
	BearingDeg float64 `json:"bearing_deg" doc:"degrees from the side of the tag, clockwise"`
	// DepthMM is where something firm was met; nil when nothing was.
	DepthMM *float64 `json:"depth_mm" minimum:"0" doc:"depth at which something firm was met, null when nothing was"`
	// ReachedMM is how deep the wire went when it met nothing.
	ReachedMM *float64 `json:"reached_mm,omitempty" minimum:"0" doc:"how deep the wire went when it met nothing"`
	// DistanceMM from the trunk; nil is the usual distance.
	DistanceMM *float64 `json:"distance_mm,omitempty" exclusiveMinimum:"0" doc:"distance from the trunk, 75 when not given"`
}

// FlareInput is what was found at the line.
type FlareInput struct {
	Form         Form     `json:"form" enum:"container,plug,balled"`
	Habit        Habit    `json:"habit"`
	BallHeightMM float64  `json:"ball_height_mm" exclusiveMinimum:"0"`
	SeenDepthMM  *float64 `json:"seen_depth_mm,omitempty" minimum:"0" doc:"depth of the flare once it was uncovered and measured"`
	Probes       []Probe  `json:"probes"`
}

// FlareStatus is how the flare is known.
type FlareStatus string

// All lists them.
func (FlareStatus) All() []FlareStatus { return []FlareStatus{FlareSeen, FlareLocated, FlareNotFound} }

// How the flare is known.
const (
	FlareSeen     FlareStatus = "seen"
	FlareLocated  FlareStatus = "located"
	FlareNotFound FlareStatus = "not-found"
)

// FlareClass is how deep the flare lies in its ball.
type FlareClass string

// All lists them.
func (FlareClass) All() []FlareClass {
	return []FlareClass{AtSurface, Shallow, Deep, TooDeep, UnknownFlare}
}

// The classes, from sound to worst.
const (
	AtSurface    FlareClass = "at-surface"
	Shallow      FlareClass = "shallow"
	Deep         FlareClass = "deep"
	TooDeep      FlareClass = "too-deep"
	UnknownFlare FlareClass = "unknown"
)

// FlareAction is what the class asks for.
type FlareAction string

// All lists them.
func (FlareAction) All() []FlareAction {
	return []FlareAction{ActNone, ActClear, ActClearAndInspect, ActExcavate, ActSendBack}
}

// The actions.
const (
	ActNone            FlareAction = "none"
	ActClear           FlareAction = "clear"
	ActClearAndInspect FlareAction = "clear-and-inspect"
	ActExcavate        FlareAction = "excavate"
	ActSendBack        FlareAction = "send-back"
)

// Confidence is how far probes can be trusted; what was seen needs none.
type Confidence string

// The words of Confidence.
const (
	ConfidenceSeen   Confidence = "seen"
	ConfidenceHigh   Confidence = "high"
	ConfidenceMedium Confidence = "medium"
	ConfidenceLow    Confidence = "low"
)

// All lists them.
func (Confidence) All() []Confidence {
	return []Confidence{ConfidenceSeen, ConfidenceHigh, ConfidenceMedium, ConfidenceLow}
}

// StrayRoot is a hit much shallower than the flare.
type StrayRoot struct {
	BearingDeg float64 `json:"bearing_deg" decimals:"0"`
	DepthMM    float64 `json:"depth_mm" decimals:"1"`
}

// FlareResult is where the flare lies and what to do about it.
type FlareResult struct {
	Status         FlareStatus `json:"status"`
	FlareDepthMM   *float64    `json:"flare_depth_mm" decimals:"1"`
	AtLeastMM      *float64    `json:"at_least_mm" decimals:"0"`
	Confidence     Confidence  `json:"confidence"`
	UsableHeightMM *float64    `json:"usable_height_mm" decimals:"1"`
	Class          FlareClass  `json:"class"`
	Action         FlareAction `json:"action"`
	StrayRoots     []StrayRoot `json:"stray_roots"`

	held *Evidence
}

// Check returns what is wrong with the input.
func (in FlareInput) Check() error {
	l := fault.Check(in)
	if in.SeenDepthMM != nil && *in.SeenDepthMM > in.BallHeightMM {
		l.Add("seen_depth_mm", fault.DeeperThan, in.BallHeightMM)
	}
	for i, p := range in.Probes {
		at := place("probes", i)
		if p.DepthMM != nil && *p.DepthMM > in.BallHeightMM {
			l.Add(at+"depth_mm", fault.DeeperThan, in.BallHeightMM)
		}
		if p.ReachedMM != nil && *p.ReachedMM > in.BallHeightMM {
			l.Add(at+"reached_mm", fault.DeeperThan, in.BallHeightMM)
		}
		if p.DepthMM == nil && p.ReachedMM == nil {
			l.Add(at+"reached_mm", fault.Required, nil)
		}
	}
	return l.Err()
}

type hit struct{ bearing, depth float64 }

// Flare finds the level of the flare from probes, or takes it as seen.
//
// Two roots at least 60 degrees apart make a flare; one alone is a stray. Nothing is
// sent back for a depth that nobody has seen.
func Flare(h rules.House, in FlareInput) (FlareResult, error) {
	if err := in.Check(); err != nil {
		return FlareResult{}, err
	}
	hits := countedHits(h, in.Probes)
	result := FlareResult{StrayRoots: []StrayRoot{}}
	var depth float64
	switch located, ok := locate(h, hits); {
	case in.SeenDepthMM != nil:
		depth, result.Status, result.Confidence = *in.SeenDepthMM, FlareSeen, ConfidenceSeen
	case ok:
		depth, result.Status, result.Confidence = located, FlareLocated, confidence(in.Probes, len(hits))
	default:
		reached := greatestReach(in.Probes)
		return FlareResult{
			Status: FlareNotFound, AtLeastMM: &reached, Confidence: confidence(in.Probes, len(hits)),
			Class: UnknownFlare, Action: ActExcavate, StrayRoots: []StrayRoot{},
		}, nil
	}
	usable := in.BallHeightMM - depth
	result.FlareDepthMM, result.UsableHeightMM = &depth, &usable
	for _, each := range hits {
		if num.Over(depth-each.depth, h.Value(rules.FlareStray)) {
			result.StrayRoots = append(result.StrayRoots, StrayRoot{each.bearing, each.depth})
		}
	}
	result.Class, result.held = flareClass(h, in.Form, in.BallHeightMM, depth)
	result.Action = flareAction(result.Class, in.Habit, result.Status == FlareSeen, len(result.StrayRoots) > 0)
	return result, nil
}

func countedHits(h rules.House, probes []Probe) []hit {
	hits := []hit{}
	for _, p := range probes {
		if p.DepthMM == nil {
			continue
		}
		distance := h.Value(rules.FlareProbeDistance)
		if p.DistanceMM != nil {
			distance = *p.DistanceMM
		}
		counted := math.Max(0, *p.DepthMM-h.Value(rules.FlareProbeFall)*distance)
		hits = append(hits, hit{num.Bearing(p.BearingDeg), counted})
	}
	sort.SliceStable(hits, func(i, j int) bool {
		if num.Same(hits[i].depth, hits[j].depth) {
			return hits[i].bearing < hits[j].bearing
		}
		return hits[i].depth < hits[j].depth
	})
	return hits
}

func locate(h rules.House, hits []hit) (float64, bool) {
	for i, later := range hits {
		for _, earlier := range hits[:i] {
			if num.AtLeast(num.Apart(later.bearing, earlier.bearing), h.Value(rules.FlareApart)) {
				return later.depth, true
			}
		}
	}
	return 0, false
}

func greatestReach(probes []Probe) float64 {
	greatest := 0.0
	for _, p := range probes {
		for _, d := range []*float64{p.DepthMM, p.ReachedMM} {
			if d != nil {
				greatest = math.Max(greatest, *d)
			}
		}
	}
	return greatest
}

// confidence grows with probes all round the trunk and with what they met.
func confidence(probes []Probe, hits int) Confidence {
	quadrants := map[int]bool{}
	for _, p := range probes {
		quadrants[int(num.Floor(num.Bearing(p.BearingDeg)/90))%4] = true
	}
	switch {
	case len(probes) >= 6 && len(quadrants) == 4 && hits >= 4:
		return ConfidenceHigh
	case len(probes) >= 4 && len(quadrants) >= 3 && hits >= 2:
		return ConfidenceMedium
	}
	return ConfidenceLow
}

// SurfaceLimitMM is the depth to which a flare counts as at the surface of a ball that high.
func SurfaceLimitMM(h rules.House, ballHeightMM float64) float64 {
	return num.Hold(h.Value(rules.FlareSurfaceShare)*ballHeightMM,
		h.Value(rules.FlareSurfaceLeast), h.Value(rules.FlareSurfaceMost))
}

// flareClass is how deep the flare lies, and what the depth was held against.
func flareClass(h rules.House, form Form, height, depth float64) (FlareClass, *Evidence) {
	against := func(limit float64, rule rules.Key) *Evidence { return &Evidence{depth, limit, "mm", rule} }
	surface := SurfaceLimitMM(h, height)
	shallow, shallowRule := h.Value(rules.FlareShallowShare)*height, rules.FlareShallowShare
	if most := h.Value(rules.FlareShallowMost); most < shallow {
		shallow, shallowRule = most, rules.FlareShallowMost
	}
	leaves := height * (1 - h.Value(rules.FlareBallLeft))
	switch {
	case num.AtMost(depth, surface):
		return AtSurface, nil
	case num.AtMost(depth, shallow):
		return Shallow, against(surface, rules.FlareSurfaceShare)
	case !num.AtMost(depth, leaves):
		return TooDeep, against(leaves, rules.FlareBallLeft)
	case form != Balled && !num.AtMost(depth, h.Value(rules.FlareDeepMost)):
		return TooDeep, against(h.Value(rules.FlareDeepMost), rules.FlareDeepMost)
	}
	return Deep, against(shallow, shallowRule)
}

func flareAction(class FlareClass, habit Habit, seen, strays bool) FlareAction {
	action := map[FlareClass]FlareAction{
		AtSurface: ActNone, Shallow: ActClear, Deep: ActClearAndInspect, TooDeep: ActSendBack,
	}[class]
	if habit != Single {
		action = ActClear
		if class == AtSurface {
			action = ActNone
		}
	} else if !seen && (class == Deep || class == TooDeep) {
		action = ActExcavate
	}
	if strays && (action == ActNone || action == ActClear) {
		action = ActClearAndInspect
	}
	return action
}
