package planting

import (
	"math"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/stock"
)

// TroubleCode names what may go otherwise than by the book, with what is done then (handbook, planting.md, "When it does not go by the book").
type TroubleCode string

// All lists them in the order in which they are met.
func (TroubleCode) All() []TroubleCode {
	return []TroubleCode{"flood", "deep", "shallow", "falls", "missed", "void", "leans", "bare", "alone"}
}

// Trouble is one of them, of this tree in this ground.
type Trouble struct {
	Code   TroubleCode        `json:"code"`
	Values map[string]Measure `json:"values,omitempty"`
}

func troubles(in Input, p Plan) []Trouble {
	out := []Trouble{}
	add := func(code TroubleCode, when bool) {
		if when {
			out = append(out, Trouble{Code: code})
		}
	}
	if hours, passes := halfFillHours(in, p); passes {
		out = append(out, Trouble{"flood", map[string]Measure{"hours": {hours, "h"}}})
	}
	form := in.Tree.Form
	dug := p.Hole.HoleDepthMM > 0 && form != stock.Plug
	add("deep", dug)
	add("shallow", dug)
	add("falls", form == stock.Container)
	add("missed", form == stock.Container)
	add("void", form != stock.Plug)
	add("leans", form != stock.Plug)
	add("bare", form == stock.Container || form == stock.Balled)
	// Nobody is told how to work alone with what one person does not lift.
	add("alone", form != stock.Plug && p.Load.Handling == stock.OnePerson)
	return out
}

// halfFillHours is how long a half filled hole may stand, as its drainage was read; passes is false where the reading does not lead one to
// expect that it drains, and the plan has dealt with it.
func halfFillHours(in Input, p Plan) (hours float64, passes bool) {
	minutes := in.Spot.Drain300Min
	if in.Spot.SoilGroup != ground.SoilGroupFine {
		return 0, false // only fine soil is tried so
	}
	if (p.Drainage != ground.DrainageFast && p.Drainage != ground.DrainageGood) || minutes == nil || p.Hole.HoleDepthMM <= 0 {
		return 0, false
	}
	return math.Max(1, num.Ceiling(*minutes/300*p.Hole.HoleDepthMM/2/60)), true
}
