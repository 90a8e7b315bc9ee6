package planting

import (
	"sedum/core/num"
	"sedum/core/stock"
)

// Tool is one thing of the kit: to have ready before the first sod is cut (handbook, planting.md, "Order of steps").
type Tool string

// All lists them as they are put into the barrow.
func (Tool) All() []Tool {
	return []Tool{"gloves", "spade", "fork", "board", "tape", "pegs", "mallet", "sheet-for-soil", "barrow", "knife", "pruners", "cutters", "hose-or-can", "bucket",
		"wet-cloth", "brush", "shade-cloth", "second-adult", "contractor"}
}

// toolsOf are the tools that a step cannot be done without.
var toolsOf = map[StepCode][]Tool{
	"clear-grass": {"spade", "tape"}, "shelf": {"spade"},
	"dig": {"spade", "tape", "sheet-for-soil", "gloves"}, "widen": {"spade"}, "slot": {"spade", "tape"},
	"rough-sides": {"fork"}, "pad": {"spade", "tape"}, "check-hole": {"board", "tape"}, "stick": {"board", "tape"},
	"trim-roots": {"pruners"}, "unwrap": {"cutters"}, "labels-off": {"cutters"}, "half-fill-test": {"hose-or-can"},
	"water": {"hose-or-can"}, "backfill": {"spade"}, "mound": {"spade"}, "compost": {"gloves"}, "mulch": {"gloves"},
	"prune": {"pruners"}, "cage": {"gloves"}, "mound-blend": {"sheet-for-soil"}, "shade": {"shade-cloth"}, "rig": {"contractor"},
}

// Kit are the tools that the steps of a plan need, each once.
func (p Plan) Kit(in Input) []Tool {
	need := map[Tool]bool{}
	for _, s := range p.Steps {
		for _, t := range toolsOf[s.Code] {
			need[t] = true
		}
		switch {
		case s.Code == "sun-paint" && s.Choice == "":
			need["brush"] = true
		case s.Code == "guard" && s.Choice == "browse":
			need["mallet"] = true
		case s.Code == "unpot" && (s.Choice == "cut-in-hole" || s.Choice == string(stock.PotFabric)):
			need["knife"] = true
		case s.Code == "check-hole" && s.Choice == "on-pegs", s.Code == "stake":
			need["mallet"] = true
		}
		if s.Code == "check-hole" && s.Choice == "on-pegs" {
			need["pegs"] = true
		}
	}
	if in.Tree.Form == stock.BareRoot {
		need["bucket"], need["wet-cloth"] = true, true
	}
	switch p.Load.Handling {
	case stock.TwoPerson:
		need["second-adult"], need["barrow"] = true, true
	case stock.Gear:
		need["barrow"] = true
	}
	out := []Tool{}
	for _, t := range (Tool("")).All() {
		if need[t] {
			out = append(out, t)
		}
	}
	return out
}

// BoardMM is how long a board must be to lie across the hole and rest on firm ground at both sides, to the next 100 mm; 0 where the digging is
// withheld.
func (p Plan) BoardMM() float64 {
	if p.Hole.HoleTopMM == 0 {
		return 0
	}
	return num.Ceiling((p.Hole.HoleTopMM+300)/100) * 100
}
