package survey

import (
	"math"

	"sedum/core/ground"
	"sedum/core/rules"
)

// Cell is a square of the ground by its middle, and the sun of its growing months in hours a day.
type Cell struct {
	XM    float64 `json:"x_m" decimals:"2"`
	YM    float64 `json:"y_m" decimals:"2"`
	Hours float64 `json:"hours" decimals:"1"`
}

// Light is the sun over the whole ground, in squares.
type Light struct {
	StepM float64 `json:"step_m" decimals:"2"`
	Cells []Cell  `json:"cells"`
	// Settled is that everything that stands there is known; else each is at most that much.
	Settled bool `json:"settled"`
}

// LightOf works out the sun in about so many squares: inside the boundary where there is one, else all round what was measured, and not in
// the house. Without north there are none.
func LightOf(h rules.House, p Plan, located map[string]Located, latDeg float64, most int) Light {
	out := Light{Cells: []Cell{}}
	bounds, houses := []Located{}, [][]Located{}
	for _, t := range p.Things {
		switch corners := cornersOf(t, located); {
		case len(corners) < t.Kind.Least():
		case t.Kind == Boundary && len(bounds) == 0:
			bounds = corners
		case t.Kind == House:
			houses = append(houses, corners)
		}
	}
	inside := bounds
	if len(inside) == 0 {
		for _, at := range located {
			inside = append(inside, at)
		}
	}
	if p.North == "" || len(inside) == 0 {
		return out
	}
	west, east, south, north := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	for _, at := range inside {
		west, east, south, north = math.Min(west, at.XM), math.Max(east, at.XM), math.Min(south, at.YM), math.Max(north, at.YM)
	}
	out.StepM = math.Max(0.5, math.Ceil(2*math.Sqrt((east-west)*(north-south)/float64(most)))/2)
	out.Settled = p.Complete
	for y := south + out.StepM/2; y < north; y += out.StepM {
		for x := west + out.StepM/2; x < east; x += out.StepM {
			at := Located{XM: x, YM: y}
			in := len(bounds) == 0 || within(bounds, at)
			for _, house := range houses {
				in = in && !within(house, at)
			}
			if !in {
				continue
			}
			v := ViewOf(h, p, located, at)
			out.Settled = out.Settled && len(v.Unmeasured) == 0
			out.Cells = append(out.Cells, Cell{x, y, ground.GrowingHours(v.SunInput(latDeg))})
		}
	}
	return out
}

// SunAt is the sun of one place in its growing months, in hours a day, by what the plan has.
func SunAt(h rules.House, p Plan, located map[string]Located, at Located, latDeg float64) float64 {
	return ground.GrowingHours(ViewOf(h, p, located, at).SunInput(latDeg))
}
