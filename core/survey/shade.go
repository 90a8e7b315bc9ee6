package survey

import (
	"slices"

	"sedum/core/num"
	"sedum/core/rules"
)

// Shade is what a tree would take of the sun of a ground: of each square that loses any, and of the spots.
type Shade struct {
	StepM float64 `json:"step_m" decimals:"2"`
	// Cells are the squares that lose sun; their hours are those that they lose.
	Cells []Cell `json:"cells"`
	// Most is how much the square loses that loses most, 0 when none does.
	Most  float64     `json:"most_h" decimals:"1"`
	Spots []SpotShade `json:"spots"`
	// Settled is that everything that stands there is known.
	Settled bool `json:"settled"`
}

// SpotShade is the sun of a spot without the tree and with it, in hours a day of the growing months.
type SpotShade struct {
	SpotID  string  `json:"spot_id"`
	BeforeH float64 `json:"before_h" decimals:"1"`
	AfterH  float64 `json:"after_h" decimals:"1"`
}

// losesLeast is from which loss a square is told, in hours a day.
const losesLeast = 0.2

// newTree is a tree that does not stand there yet.
const newTree = "\x00new"

// ShadeOf works out what a tree at a spot would shade, in about so many squares; a tree of no height shades nothing. False where the spot is
// not on the plan, or nobody knows where north is.
func ShadeOf(h rules.House, p Plan, located map[string]Located, latDeg float64, spotID string, heightM, spreadM float64, leaves Leaves, most int) (Shade, bool) {
	out := Shade{Cells: []Cell{}, Spots: []SpotShade{}}
	point := ""
	for _, s := range p.Spots {
		if s.SpotID == spotID {
			point = s.Point
		}
	}
	at, placed := located[point]
	if !placed || p.North == "" {
		return out, false
	}
	with := p
	if heightM > 0 && spreadM > 0 {
		with.Things = append(slices.Clone(p.Things), Thing{ID: newTree, Kind: Tree, Points: []string{point}, HeightM: &heightM, SpreadM: &spreadM, Leaves: leaves})
	}
	before, after := LightOf(h, p, located, latDeg, most), LightOf(h, with, located, latDeg, most)
	out.StepM, out.Settled = before.StepM, before.Settled
	for i, cell := range before.Cells {
		if lost := cell.Hours - after.Cells[i].Hours; num.AtLeast(lost, losesLeast) {
			out.Cells = append(out.Cells, Cell{cell.XM, cell.YM, lost})
			out.Most = max(out.Most, lost)
		}
	}
	for _, s := range p.Spots {
		there, is := located[s.Point]
		if !is || s.SpotID == spotID || there == at {
			continue
		}
		out.Spots = append(out.Spots, SpotShade{s.SpotID, SunAt(h, p, located, there, latDeg), SunAt(h, with, located, there, latDeg)})
	}
	return out, true
}
