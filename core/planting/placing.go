package planting

import (
	"slices"

	"sedum/core/rules"
	"sedum/core/stock"
)

// placing is how bare roots are set: a cone for trees, and for seedlings the lift that draws their roots straight (handbook, schools.md,
// "bare-root placing").
func placing(h rules.House, t Tree) string {
	switch school := h.School(rules.StepPlacing); school {
	case "by-size":
		if stock.SizeByCaliper(t.CaliperMM) == stock.SizeSeedling {
			return "slot-lift"
		}
		return ""
	case "cone":
		return ""
	default:
		return school
	}
}

// loosened is how the base of the hole is brought to hold: as it is, or firmed where somebody dug under it.
func loosened(in Input) string {
	if in.Today.LoosenedMM > 0 {
		return string(in.Today.Base)
	}
	return ""
}

// Coned tells whether the bare roots of a plan lie over a cone of soil.
func (p Plan) Coned() bool {
	return slices.ContainsFunc(p.Steps, func(s Step) bool { return s.Code == "cone" && s.Choice == "" })
}
