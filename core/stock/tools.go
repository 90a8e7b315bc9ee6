package stock

// RootKnife is the tool of the cuts that take a share of the roots.
const RootKnife = "root-knife"

// tools says what is in the hand for each piece of work, so that a yard does all of one kind in one round.
var tools = []struct {
	tool  string
	codes []string
}{
	{"hands", []string{"uncover", "clear", "remove-tie", "tease", "count-main-roots", "remove-twine", "pick-weeds", "pull-weeds"}},
	{RootKnife, []string{"score", "shave", "slice", "cut-and-tease"}},
	{"pruners", []string{"cut-at-collar", "cut-stray", "keep-one-leader", "cut-rubbing", "cut-dead-tips", "trim-broken", "cut-stub"}},
	{"water", []string{"soak", "soak-roots"}},
	{"today", []string{"plant-today"}},
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
func WorkOf(tool string) []string {
	for _, t := range tools {
		if t.tool == tool {
			return t.codes
		}
	}
	return nil
}

// ToolOf is the tool for a piece of work.
func ToolOf(code string) string {
	for _, t := range tools {
		for _, c := range t.codes {
			if c == code {
				return t.tool
			}
		}
	}
	return tools[0].tool
}
