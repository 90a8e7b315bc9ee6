package rules

import (
	"maps"
	"slices"

	"sedum/core/fault"
)

// Step is a step of the work at which practitioners differ.
type Step string

// All lists the steps at which practice differs, in the order of the work.
func (Step) All() []Step {
	out := []Step{}
	for _, each := range schools {
		out = append(out, each.Step)
	}
	return out
}

// The steps whose school sets an input of a calculator (handbook, schools.md, last part),
// and those that only change the words and quantities of the sheet.
const (
	StepSeason      Step = "season"
	StepFlare       Step = "flare"
	StepShape       Step = "shape"
	StepWidth       Step = "width"
	StepRoots       Step = "roots"
	StepTrim        Step = "trim"
	StepStake       Step = "stake"
	StepBerm        Step = "berm"
	StepMulch       Step = "mulch_mm"
	StepScale       Step = "scale"
	StepBackfill    Step = "backfill"
	StepFeed        Step = "feed"
	StepFirming     Step = "firming"
	StepPlacing     Step = "placing"
	StepGypsum      Step = "gypsum"
	StepInoculant   Step = "inoculant"
	StepStakeWhen   Step = "stake_when"
	StepPruning     Step = "pruning"
	StepPruneWhen   Step = "prune_when"
	StepGraftHeight Step = "graft_height"
	StepPaint       Step = "paint"
	StepSun         Step = "sun"
	StepGraftTo     Step = "graft_to"
	StepStrongTo    Step = "strong_to"
	StepWrapping    Step = "wrapping"
	StepPipe        Step = "pipe"
	StepFruit       Step = "first_fruit"
	StepWatering    Step = "watering"
	StepPests       Step = "pests"
)

// Schools of one step: what may be chosen, what we chose, and why.
type Schools struct {
	Step    Step     `json:"step"`
	Choices []string `json:"choices"`
	Default string   `json:"default"`
	// SetsInput tells whether the choice enters the arithmetic.
	SetsInput bool `json:"sets_input"`
}

var schools = []Schools{
	{StepSeason, []string{"by-kind", "autumn", "dormancy", "early-spring"}, "by-kind", false},
	{StepFlare, []string{"level", "slight", "proud"}, "slight", true},
	{StepShape, []string{"saucer", "square", "cylinder"}, "saucer", true},
	{StepWidth, []string{"by-soil", "twice", "three-times"}, "by-soil", true},
	{StepRoots, []string{"by-season", "tease", "score", "shave"}, "by-season", true},
	{StepTrim, []string{"never-trim", "trim"}, "never-trim", true},
	{StepStake, []string{"auto", "pair", "low-upright", "angled", "tripod", "guys", "always-exposed"}, "auto", true},
	{StepBerm, []string{"by-water", "none", "ring", "low-side", "moat"}, "by-water", true},
	{StepMulch, []string{"50", "75", "100", "150"}, "75", true},
	{StepScale, []string{"by-kind", "general", "strict"}, "by-kind", true},
	{StepBackfill, []string{"native-compost-top", "native", "blend-quarter", "blend-half", "mound-blend"}, "native-compost-top", false},
	{StepGypsum, []string{"none", "by-test"}, "none", false},
	{StepPlacing, []string{"by-size", "cone", "slot-lift", "layers"}, "by-size", false},
	{StepInoculant, []string{"no", "yes"}, "no", false},
	{StepGraftTo, []string{"by-climate", "wind", "from-sun", "to-sun", "none"}, "by-climate", false},
	{StepStrongTo, []string{"wind", "sun", "none"}, "wind", false},
	{StepGraftHeight, []string{"both", "flare-only"}, "both", false},
	{StepWrapping, []string{"all-off", "top-third", "leave-natural"}, "all-off", false},
	{StepFirming, []string{"thirds-with-water", "water-only", "feet"}, "thirds-with-water", false},
	{StepFeed, []string{"none", "light-starter", "slow-release-ring", "tablets"}, "none", false},
	{StepPipe, []string{"no", "yes"}, "no", false},
	{StepStakeWhen, []string{"after", "before-fill"}, "after", false},
	{StepPruning, []string{"little", "top-third", "fruit-frame"}, "little", false},
	{StepPruneWhen, []string{"after", "before"}, "after", false},
	{StepPaint, []string{"none", "seal"}, "none", false},
	{StepSun, []string{"paint", "wrap", "none"}, "paint", false},
	{StepFruit, []string{"off", "leave"}, "off", false},
	{StepWatering, []string{"balance", "feel", "interval"}, "balance", false},
	{StepPests, []string{"wait", "treat"}, "wait", false},
}

// AllSchools lists the steps at which practice differs, in the order of the work.
func AllSchools() []Schools { return slices.Clone(schools) }

// FindSchools gives the choices of one step.
func FindSchools(s Step) (Schools, bool) {
	for _, each := range schools {
		if each.Step == s {
			return each, true
		}
	}
	return Schools{}, false
}

// School is the choice in force for a step. A step that is not listed is a bug of ours.
func (h House) School(s Step) string {
	if v, ok := h.schools[s]; ok {
		return v
	}
	each, ok := FindSchools(s)
	if !ok {
		panic("rules: no such step: " + string(s))
	}
	return each.Default
}

// WithSchool is the house with another school chosen for one step.
func (h House) WithSchool(s Step, choice string) (House, error) {
	each, ok := FindSchools(s)
	if !ok {
		return h, fault.List{{Field: string(s), Code: fault.UnknownField}}
	}
	if !slices.Contains(each.Choices, choice) {
		return h, fault.List{{Field: string(s), Code: fault.NotAChoice, Limit: each.Choices}}
	}
	next := maps.Clone(h.schools)
	if next == nil {
		next = map[Step]string{}
	}
	next[s] = choice
	h.schools = next
	return h, nil
}

// Own is a school that holds for one ground or one sheet and not for the whole house, and why.
type Own struct {
	Step   Step   `json:"step"`
	Choice string `json:"choice"`
	Reason string `json:"reason"`
}

// Chosen lists the school in force at every step.
func (h House) Chosen() map[Step]string {
	out := map[Step]string{}
	for _, each := range schools {
		out[each.Step] = h.School(each.Step)
	}
	return out
}
