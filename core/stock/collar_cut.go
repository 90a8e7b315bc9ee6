package stock

import (
	"sedum/core/num"
	"sedum/core/rules"
)

// collarShare is how much of the root area at the collar the girdling roots make up: the sum of their diameters squared over that plus the
// sum of the sound main roots squared (root-ball); 0 when there are none.
func collarShare(classes []RootClass, roots []Root, main []float64) float64 {
	cut, left := 0.0, 0.0
	for i, class := range classes {
		if class == RootGirdling {
			cut += roots[i].DiameterMM * roots[i].DiameterMM
		}
	}
	if cut == 0 {
		return 0
	}
	for _, mm := range main {
		left += mm * mm
	}
	return cut / (cut + left)
}

// CollarCutShare is that share of a look, 0 when nobody counted the main roots.
func CollarCutShare(a Assessment, r Readings) float64 {
	if a.RootBall == nil || r.MainRootsMM == nil || len(a.RootBall.RootClasses) != len(r.Roots) {
		return 0
	}
	roots := []Root{}
	for _, c := range r.Roots {
		roots = append(roots, c.Root)
	}
	return collarShare(a.RootBall.RootClasses, roots, *r.MainRootsMM)
}

// CutMuchAtCollar tells whether so much goes at the collar that the tree is then treated as one that cannot stand alone and is looked at in
// a year (stock.md, "Corrections": over a sixth).
func CutMuchAtCollar(h rules.House, a Assessment, r Readings) bool {
	return num.Over(CollarCutShare(a, r), h.Value(rules.RootsCutDormant))
}
