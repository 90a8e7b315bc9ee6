package planting

// PanelCode names one picture of the strip of a sheet: a move of the hands that one looks at, does, and ticks off (handbook, planting.md,
// "Order of steps").
type PanelCode string

// The pictures, in the order in which they usually come.
const (
	PanelMarkOut  PanelCode = "mark-out"
	PanelDig      PanelCode = "dig"
	PanelEmpty    PanelCode = "empty"
	PanelDrain    PanelCode = "drain"
	PanelFree     PanelCode = "free"
	PanelFlare    PanelCode = "flare"
	PanelSet      PanelCode = "set"
	PanelCheck    PanelCode = "check"
	PanelStraight PanelCode = "straight"
	PanelFill     PanelCode = "fill"
	PanelLevel    PanelCode = "level"
	PanelWater    PanelCode = "water"
	PanelMulch    PanelCode = "mulch"
	PanelStake    PanelCode = "stake"
	PanelCut      PanelCode = "cut"
	PanelGuard    PanelCode = "guard"
	PanelAfter    PanelCode = "after"
)

// All lists them.
func (PanelCode) All() []PanelCode {
	return []PanelCode{PanelMarkOut, PanelDig, PanelEmpty, PanelDrain, PanelFree, PanelFlare, PanelSet, PanelCheck, PanelStraight, PanelFill, PanelLevel, PanelWater,
		PanelMulch, PanelStake, PanelCut, PanelGuard, PanelAfter}
}

// Panel is one picture with the steps that it shows, by their place in the plan.
type Panel struct {
	Code  PanelCode `json:"code"`
	Steps []int     `json:"steps"`
}

// pictured is the picture that a step belongs to. What is not here is read before anything is begun, and stands in the box of what can hurt.
var pictured = map[StepCode]PanelCode{
	"clear-grass": PanelMarkOut, "gypsum": PanelMarkOut, "shelf": PanelMarkOut,
	"dig": PanelDig, "widen": PanelDig, "slot": PanelDig, "rough-sides": PanelDig,
	"pad": PanelEmpty, "firm-base": PanelEmpty, "check-hole": PanelEmpty, "cage": PanelEmpty,
	"half-fill-test": PanelDrain,
	"soak-if-dry":    PanelFree, "unpot": PanelFree,
	"labels-off": PanelFlare, "clear-flare": PanelFlare, "see-flare": PanelFlare, "trim-roots": PanelFlare, "inoculant": PanelFlare,
	"rig": PanelSet, "cone": PanelSet, "set": PanelSet, "lay-in-slot": PanelSet,
	"contour": PanelCheck, "stick": PanelCheck, "graft": PanelCheck,
	"turn": PanelStraight, "plumb": PanelStraight, "unwrap": PanelStraight,
	"pipe": PanelFill, "blend": PanelFill, "feed": PanelFill, "backfill": PanelFill, "mound-blend": PanelLevel, "mound": PanelLevel, "finish": PanelLevel,
	"basin": PanelWater, "water": PanelWater,
	"compost": PanelMulch, "mulch": PanelMulch,
	"no-stake": PanelStake, "stake": PanelStake,
	"prune": PanelAfter, "arm": PanelCut, "seal": PanelCut, "guard": PanelGuard, "sun-paint": PanelAfter, "shade": PanelAfter,
	"plaque": PanelAfter, "tidy": PanelAfter, "collar-cut": PanelAfter, "look-again": PanelAfter,
}

// Panels are the pictures of a plan in the order of its steps, each step in one of them or in none; a run of steps of one picture is one
// panel. A pot that is cut away in the hole is a picture of setting the tree, not of freeing it; a cut of more than dead wood
// has a picture of its own.
func (p Plan) Panels() []Panel {
	out := []Panel{}
	watered := false
	for i, s := range p.Steps {
		watered = watered || s.Code == "water"
		code, shown := pictured[s.Code]
		if !shown {
			continue
		}
		switch {
		case s.Code == "unpot" && s.Choice == "cut-in-hole":
			code = PanelSet
		case s.Code == "prune" && (!deadWoodOnly(s.Choice) || !watered):
			code = PanelCut
		}
		if n := len(out); n > 0 && out[n-1].Code == code {
			out[n-1].Steps = append(out[n-1].Steps, i)
			continue
		}
		out = append(out, Panel{code, []int{i}})
	}
	return out
}

// BeforeBegun tells whether a step is read before anything is begun.
func (s Step) BeforeBegun() bool { _, shown := pictured[s.Code]; return !shown }
