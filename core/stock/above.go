package stock

import "maps"

// Above is what was found above the soil line. "" is "not looked", which is never a pass.
type Above struct {
	Leader    Cause `json:"leader,omitempty" optional:"true" enum:"one,two,broken-tip,none"`
	Trunk     Cause `json:"trunk,omitempty" optional:"true" enum:"clean,healed-scar,small-wound,large-wound"`
	Branching Cause `json:"branching,omitempty" optional:"true" enum:"well-spaced,rubbing,included-bark"`
	Life      Cause `json:"life,omitempty" optional:"true" enum:"plump,dead-tips,late-buds,brown-to-trunk"`
	Ties      Cause `json:"ties,omitempty" optional:"true" enum:"none,tight,grooved"`
	Leaves    Cause `json:"leaves,omitempty" optional:"true" enum:"sound,light-scorch,yellow-wilting" doc:"asked while there are leaves to see"`
	Pests     Cause `json:"pests,omitempty" optional:"true" enum:"none,isolate,notifiable"`
	Graft     Cause `json:"graft,omitempty" optional:"true" enum:"none-seen,clean,weeping,failed" doc:"asked of grafted lots, and whether there is one where nobody stated it; a bend at the graft is no fault"`
}

// aboveTable is the table "above the line" of the handbook: what each finding brings.
var aboveTable = map[Part]map[Cause]Verdict{
	PartLeader:    {"one": Sell, "two": Fix, "broken-tip": Hold, "none": SendBack},
	PartTrunk:     {"clean": Sell, "healed-scar": Fix, "small-wound": Hold, "large-wound": SendBack},
	PartBranching: {"well-spaced": Sell, "rubbing": Fix, "included-bark": SendBack},
	PartLife:      {"plump": Sell, "dead-tips": Fix, "late-buds": Hold, "brown-to-trunk": SendBack},
	PartTies:      {"none": Sell, "tight": Fix, "grooved": SendBack},
	PartLeaves:    {"sound": Sell, "light-scorch": Fix, "yellow-wilting": Hold},
	PartPests:     {"none": Sell, "isolate": Hold, "notifiable": SendBack},
	PartGraft:     {"none-seen": Sell, "clean": Sell, "weeping": Hold, "failed": SendBack},
}

// aboveWork is the work that a finding asks for before the tree may be sold.
var aboveWork = map[Cause]Correction{"two": KeepOneLeader, "rubbing": CutRubbing, "dead-tips": CutDeadTips, "tight": RemoveTie}

type aboveFinding struct {
	part  Part
	found Cause
}

// findings lists what is asked of such a tree, in the order of the eye.
func (a Above) findings(s Subject) []aboveFinding {
	out := []aboveFinding{}
	if s.Habit != Multi { // a shrub has no leader
		out = append(out, aboveFinding{PartLeader, a.Leader})
	}
	out = append(out, aboveFinding{PartTrunk, a.Trunk}, aboveFinding{PartBranching, a.Branching}, aboveFinding{PartLife, a.Life}, aboveFinding{PartTies, a.Ties})
	if InLeaf(s) {
		out = append(out, aboveFinding{PartLeaves, a.Leaves})
	}
	out = append(out, aboveFinding{PartPests, a.Pests})
	if s.Grafted || s.GraftUnknown {
		out = append(out, aboveFinding{PartGraft, a.Graft})
	}
	return out
}

// InLeaf tells whether there are leaves to look at.
func InLeaf(s Subject) bool {
	return s.Foliage == FoliageEvergreen || s.Season == SeasonSummer || s.Season == SeasonSpringFlush
}

// AbovePart is one thing to look at above the line, with what may be found; the first is sound.
type AbovePart struct {
	Part  Part    `json:"part"`
	Found []Cause `json:"found"`
}

var aboveChoices = map[Part][]Cause{
	PartLeader: {"one", "two", "broken-tip", "none"}, PartTrunk: {"clean", "healed-scar", "small-wound", "large-wound"},
	PartBranching: {"well-spaced", "rubbing", "included-bark"}, PartLife: {"plump", "dead-tips", "late-buds", "brown-to-trunk"},
	PartTies: {"none", "tight", "grooved"}, PartLeaves: {"sound", "light-scorch", "yellow-wilting"}, PartPests: {"none", "isolate", "notifiable"},
	PartGraft: {"clean", "weeping", "failed"},
}

// AboveParts lists what is looked at above the line of such a tree, in the order of the eye.
func AboveParts(s Subject) []AbovePart {
	out := []AbovePart{}
	for _, f := range (Above{}).findings(s) {
		found := aboveChoices[f.part]
		if f.part == PartGraft && s.GraftUnknown {
			found = append([]Cause{"none-seen"}, found...)
		}
		out = append(out, AbovePart{f.part, found})
	}
	return out
}

// AboveChoices is what may be found above the line, by part; the first is sound.
func AboveChoices() map[Part][]Cause { return maps.Clone(aboveChoices) }
