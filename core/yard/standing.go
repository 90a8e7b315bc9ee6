package yard

import "sedum/core/stock"

// Place is one thing that waiting stock asks of where it stands.
type Place string

// All lists them.
func (Place) All() []Place {
	return []Place{InShade, OutOfWind, Cool, FrostFree, Grouped, OffHardBed, Tied, BallCovered, BallUpright, RootsCovered, WaterDaily}
}

// What may be asked. The wording is made elsewhere.
const (
	InShade      Place = "shade"
	OutOfWind    Place = "out-of-wind"
	Cool         Place = "cool"
	FrostFree    Place = "frost-free"
	Grouped      Place = "grouped"
	OffHardBed   Place = "off-hard-bed"
	Tied         Place = "tied"
	BallCovered  Place = "ball-covered"
	BallUpright  Place = "ball-upright"
	RootsCovered Place = "roots-covered"
	WaterDaily   Place = "water-daily"
)

// Standing tells where stock of a form waits until it is sold or planted, the most pressing first
// (stock.md: pots on hard standing cook, freeze and fall over; frost kills bare fine roots; a closed
// cover never stands in the sun). Nothing is told of a form that is not known.
func Standing(form stock.Form) []Place {
	switch form {
	case stock.Container:
		return []Place{InShade, Grouped, OffHardBed, Tied, WaterDaily}
	case stock.Plug:
		return []Place{InShade, OutOfWind, FrostFree, WaterDaily}
	case stock.Balled:
		return []Place{BallUpright, BallCovered, InShade, OutOfWind, FrostFree}
	case stock.BareRoot:
		return []Place{RootsCovered, Cool, FrostFree, InShade, OutOfWind}
	}
	return nil
}
