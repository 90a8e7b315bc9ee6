package planting

import "math"

// tropicDeg is the latitude below which the sun at noon stands now on one side of a tree, now on the other.
const tropicDeg = 23.5

// NoonSunDeg is the bearing of the sun at noon; nil between the tropics, where it changes with the season.
func (s Spot) NoonSunDeg() *float64 {
	if math.Abs(s.LatDeg) <= tropicDeg {
		return nil
	}
	noon := 180.0
	if s.LatDeg < 0 {
		noon = 0
	}
	return &noon
}

// AcrossDeg is the bearing of the contour, along which the board lies and the section is cut; nil where it is level, or nobody said which way it falls.
func (s Spot) AcrossDeg() *float64 {
	if !s.Sloping || s.LowSideDeg == nil {
		return nil
	}
	across := math.Mod(*s.LowSideDeg+90, 360)
	return &across
}
