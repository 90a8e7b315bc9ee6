package care

import (
	"sedum/core/planting"
	"sedum/core/stock"
)

// Sign is what may look odd once a tree stands, with what is done then (handbook, aftercare.md, "Visits and troubles").
type Sign string

// All lists them as they are met.
func (Sign) All() []Sign {
	return []Sign{"sinks", "wilts-wet", "wilts-dry", "no-leaves", "root-across", "bark-gnawed", "tie-rubs", "leaves-eaten"}
}

// SignsOf are the signs that this tree can show: no tie rubs where there is none, and what keeps its leaves does not fail to open them.
func SignsOf(in planting.Input, p planting.Plan) []Sign {
	out := []Sign{}
	for _, s := range (Sign("")).All() {
		switch {
		case s == "tie-rubs" && !p.Stake.Needed, s == "no-leaves" && in.Kind.Evergreen:
		case s == "root-across" && in.Tree.Form == stock.Plug: // it is too young to have one
		default:
			out = append(out, s)
		}
	}
	return out
}

// Never is what nobody does to a young tree.
type Never string

// All lists them, the commonest killer first.
func (Never) All() []Never {
	return []Never{"mulch-at-trunk", "soil-on-flare", "feed", "strimmer", "water-unfelt", "push-upright", "cut-back"}
}

// NeversOf are those that hold for a plan: whoever chose to feed or to cut is not told that nobody does.
func NeversOf(p planting.Plan) []Never {
	fed := false
	for _, s := range p.Steps {
		fed = fed || s.Code == "feed"
	}
	out := []Never{}
	for _, n := range (Never("")).All() {
		if (n == "feed" && fed) || (n == "cut-back" && p.CutsBack()) {
			continue
		}
		out = append(out, n)
	}
	return out
}
