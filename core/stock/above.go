package stock

// Above is what was found above the soil line. "" is "not looked", which is never a pass.
type Above struct {
	Leader    string `json:"leader,omitempty" enum:",one,two,broken-tip,none"`
	Trunk     string `json:"trunk,omitempty" enum:",clean,healed-scar,small-wound,large-wound"`
	Branching string `json:"branching,omitempty" enum:",well-spaced,rubbing,included-bark"`
	Life      string `json:"life,omitempty" enum:",plump,dead-tips,late-buds,brown-to-trunk"`
	Ties      string `json:"ties,omitempty" enum:",none,tight,grooved"`
	Leaves    string `json:"leaves,omitempty" enum:",sound,light-scorch,yellow-wilting" doc:"asked while there are leaves to see"`
	Pests     string `json:"pests,omitempty" enum:",none,isolate,notifiable"`
	Graft     string `json:"graft,omitempty" enum:",clean,weeping,failed" doc:"asked of grafted lots; a bend at the graft is no fault"`
}

// aboveTable is the table "above the line" of the handbook: what each finding brings.
var aboveTable = map[string]map[string]Verdict{
	"leader":    {"one": Sell, "two": Fix, "broken-tip": Hold, "none": SendBack},
	"trunk":     {"clean": Sell, "healed-scar": Fix, "small-wound": Hold, "large-wound": SendBack},
	"branching": {"well-spaced": Sell, "rubbing": Fix, "included-bark": SendBack},
	"life":      {"plump": Sell, "dead-tips": Fix, "late-buds": Hold, "brown-to-trunk": SendBack},
	"ties":      {"none": Sell, "tight": Fix, "grooved": SendBack},
	"leaves":    {"sound": Sell, "light-scorch": Fix, "yellow-wilting": Hold},
	"pests":     {"none": Sell, "isolate": Hold, "notifiable": SendBack},
	"graft":     {"clean": Sell, "weeping": Hold, "failed": SendBack},
}

// aboveWork is the work that a finding asks for before the tree may be sold.
var aboveWork = map[string]string{"two": "keep-one-leader", "rubbing": "cut-rubbing", "dead-tips": "cut-dead-tips", "tight": "remove-tie"}

type aboveFinding struct{ part, found string }

// findings lists what is asked of such a tree, in the order of the eye.
func (a Above) findings(s Subject) []aboveFinding {
	out := []aboveFinding{}
	if s.Habit != Multi { // a shrub has no leader
		out = append(out, aboveFinding{"leader", a.Leader})
	}
	out = append(out, aboveFinding{"trunk", a.Trunk}, aboveFinding{"branching", a.Branching}, aboveFinding{"life", a.Life}, aboveFinding{"ties", a.Ties})
	if InLeaf(s) {
		out = append(out, aboveFinding{"leaves", a.Leaves})
	}
	out = append(out, aboveFinding{"pests", a.Pests})
	if s.Grafted {
		out = append(out, aboveFinding{"graft", a.Graft})
	}
	return out
}

// InLeaf tells whether there are leaves to look at.
func InLeaf(s Subject) bool {
	return s.Foliage == "evergreen" || s.Season == "summer" || s.Season == "spring-flush"
}

// AbovePart is one thing to look at above the line, with what may be found; the first is sound.
type AbovePart struct {
	Part  string   `json:"part"`
	Found []string `json:"found"`
}

var aboveChoices = map[string][]string{
	"leader": {"one", "two", "broken-tip", "none"}, "trunk": {"clean", "healed-scar", "small-wound", "large-wound"},
	"branching": {"well-spaced", "rubbing", "included-bark"}, "life": {"plump", "dead-tips", "late-buds", "brown-to-trunk"},
	"ties": {"none", "tight", "grooved"}, "leaves": {"sound", "light-scorch", "yellow-wilting"}, "pests": {"none", "isolate", "notifiable"},
	"graft": {"clean", "weeping", "failed"},
}

// AboveParts lists what is looked at above the line of such a tree, in the order of the eye.
func AboveParts(s Subject) []AbovePart {
	out := []AbovePart{}
	for _, f := range (Above{}).findings(s) {
		out = append(out, AbovePart{f.part, aboveChoices[f.part]})
	}
	return out
}
