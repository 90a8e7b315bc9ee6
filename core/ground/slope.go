package ground

import "sedum/core/num"

// SlopeClass is how steep the ground is where the tree stands (handbook, site.md, "Slope").
type SlopeClass string

// The classes; "" is ground that slopes and that nobody measured.
const (
	SlopeLevel   SlopeClass = "level"
	SlopeGentle  SlopeClass = "gentle"
	SlopeShelf   SlopeClass = "shelf"
	SlopePockets SlopeClass = "pockets"
	SlopeSteep   SlopeClass = "steep"
)

// All lists them, the steepest last.
func (SlopeClass) All() []SlopeClass {
	return []SlopeClass{SlopeLevel, SlopeGentle, SlopeShelf, SlopePockets, SlopeSteep}
}

// Slope reads the fall over its distance: to 1:6 the mean at the trunk is the grade, to 1:3 a level shelf, to 1:2 pockets for whips and
// plugs; steeper, or any sign of slipping, is a specialist's.
func (f Facts) Slope() SlopeClass {
	if f.Slipping != nil && *f.Slipping {
		return SlopeSteep
	}
	if f.SlopeFallMM == nil || f.SlopeOverM == nil || *f.SlopeOverM <= 0 {
		if f.Sloping {
			return ""
		}
		return SlopeLevel
	}
	switch fall := *f.SlopeFallMM / 1000 / *f.SlopeOverM; {
	case num.AtMost(fall, 0):
		return SlopeLevel
	case num.AtMost(fall, 1.0/6):
		return SlopeGentle
	case num.AtMost(fall, 1.0/3):
		return SlopeShelf
	case num.AtMost(fall, 1.0/2):
		return SlopePockets
	}
	return SlopeSteep
}
