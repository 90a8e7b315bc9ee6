package stock

// RootKnife is the tool of the cuts that take a share of the roots.
const RootKnife = "root-knife"

// tools says what is in the hand for each piece of work, so that a yard does all of one kind in one round.
var tools = []struct {
	tool  string
	codes []Correction
}{
	{"hands", []Correction{Uncover, Clear, RemoveTie, Tease, CountMainRoots, RemoveTwine, PickWeeds, PullWeeds}},
	{RootKnife, []Correction{Score, Shave, Slice, CutAndTease}},
	{"pruners", []Correction{CutAtCollar, CutStray, KeepOneLeader, CutRubbing, CutDeadTips, TrimBroken, CutStub}},
	{"water", []Correction{Soak, SoakRoots}},
	{"today", []Correction{PlantToday}},
}

// Tools lists the tools in the order of a round.
func Tools() []string {
	out := []string{}
	for _, t := range tools {
		out = append(out, t.tool)
	}
	return out
}

// WorkOf lists the work that is done with a tool.
func WorkOf(tool string) []Correction {
	for _, t := range tools {
		if t.tool == tool {
			return t.codes
		}
	}
	return nil
}

// ToolOf is the tool for a piece of work.
func ToolOf(code Correction) string {
	for _, t := range tools {
		for _, c := range t.codes {
			if c == code {
				return t.tool
			}
		}
	}
	return tools[0].tool
}
