package order

import (
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// peopleWithGear plant what nobody lifts by hand.
const peopleWithGear = 3

// rateOf is how many such trees one practised person plants in an hour of easy soil (handbook, days.md, "What is planned").
func rateOf(h rules.House, t planting.Tree) float64 {
	switch t.Form {
	case stock.Plug:
		return h.Value(rules.PacePlug)
	case stock.BareRoot:
		switch {
		case num.AtMost(t.HeightM, h.Value(rules.PaceWhipM)):
			return h.Value(rules.PaceWhip)
		case num.AtMost(t.HeightM, h.Value(rules.PaceFeatheredM)):
			return h.Value(rules.PaceFeathered)
		}
		return h.Value(rules.PaceStandard)
	case stock.Balled:
		return h.Value(rules.PaceBalled)
	}
	if num.AtMost(stock.BallVolumeL(h, t.Form, t.BallDiameterMM, t.BallHeightMM), h.Value(rules.PacePotL)) {
		return h.Value(rules.PacePot)
	}
	return h.Value(rules.PaceLargePot)
}

// HoursOf are the hours of one practised person for one tree in its place.
func HoursOf(h rules.House, in planting.Input) float64 {
	rate := rateOf(h, in.Tree)
	if in.Spot.SoilGroup == ground.SoilGroupFine {
		rate *= h.Value(rules.PaceFirm)
	}
	return 1 / rate
}

// newHours are those of somebody who never did it: slow in the first hour, less so after it.
func newHours(h rules.House, practised float64) float64 {
	first := h.Value(rules.PaceFirstHour)
	if num.AtMost(practised, first) { // what is done within the first hour
		return practised / first
	}
	return 1 + (practised-first)/h.Value(rules.PaceNew)
}
