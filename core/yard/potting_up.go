package yard

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// PottingInput is the ball as it comes out of its pot.
type PottingInput struct {
	BallDiameterMM float64 `json:"ball_diameter_mm" exclusiveMinimum:"0" maximum:"3000"`
	BallHeightMM   float64 `json:"ball_height_mm" exclusiveMinimum:"0" maximum:"2000"`
	FlareDepthMM   float64 `json:"flare_depth_mm" minimum:"0" doc:"as seen, under the surface of the ball"`
	BaseSliceMM    float64 `json:"base_slice_mm" minimum:"0" doc:"the matted base that comes off"`
}

// Potting is the next pot, with the flare at its surface.
type Potting struct {
	// PotDiameterMM and PotDepthMM are the inside of the pot to fetch, rounded up to 10 mm.
	PotDiameterMM float64
	PotDepthMM    float64
	// ClearMM comes off the top, SliceMM off the base; UnderMM of mix goes in first, RimMM stays free for water.
	ClearMM float64
	SliceMM float64
	UnderMM float64
	RimMM   float64
	// MixL fills the room under and round the ball.
	MixL float64
}

// PottingUp sets a ball into the next pot: the matted base off first, the flare at the new surface (stock.md), the house's
// room of fresh mix all round.
//
// Errors: faults naming the field; clearing and slicing must leave some ball.
func PottingUp(h rules.House, in PottingInput) (Potting, error) {
	l := fault.Check(in)
	left := in.BallHeightMM - in.FlareDepthMM - in.BaseSliceMM
	if len(l) == 0 && left <= num.Slack {
		l.Add("base_slice_mm", fault.MustBeUnder, in.BallHeightMM-in.FlareDepthMM)
	}
	if err := l.Err(); err != nil {
		return Potting{}, err
	}
	room, rim := h.Value(rules.PottingRoom), h.Value(rules.PottingRim)
	up := func(x float64) float64 { return math.Ceil(x/10-num.Slack) * 10 }
	p := Potting{PotDiameterMM: up(in.BallDiameterMM + 2*room), ClearMM: in.FlareDepthMM, SliceMM: in.BaseSliceMM, RimMM: rim}
	p.PotDepthMM = up(left + room + rim)
	p.UnderMM = p.PotDepthMM - rim - left
	circle := func(d float64) float64 { return math.Pi / 4 * d * d }
	p.MixL = (circle(p.PotDiameterMM)*(p.PotDepthMM-rim) - circle(in.BallDiameterMM)*left) / 1e6
	return p, nil
}
