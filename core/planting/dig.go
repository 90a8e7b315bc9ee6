package planting

import (
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/stock"
)

// DigL is how much earth is moved to plant a ball, in litres, by the plan's own rule for the hole; false while too little is known, or where
// nobody plants it. Of bare roots nobody knows before they are measured.
func DigL(h rules.House, in Input, bed ground.Drainage) (float64, bool) {
	if in.Tree.Form == stock.BareRoot || in.Tree.BallDiameterMM <= 0 || in.Tree.BallHeightMM <= 0 || bed == "" || in.Spot.SoilGroup == "" {
		return 0, false
	}
	r, err := Hole(h, holeInput(h, in, bed, 0))
	if err != nil || r.Refused != "" {
		return 0, false
	}
	return r.HoleVolumeL, true
}
