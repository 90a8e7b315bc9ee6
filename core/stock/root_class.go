package stock

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// ClassRoot is the first class that fits a root beside a trunk of that caliper: strangling, girdling,
// radial, fine, severe, major or moderate.
func ClassRoot(h rules.House, r Root, caliperMM float64) RootClass {
	ratio := r.DiameterMM / caliperMM
	atLeast := func(x float64, k rules.Key) bool { return num.AtLeast(x, h.Value(k)) }
	over := func(x float64, k rules.Key) bool { return num.Over(x, h.Value(k)) }
	thick := over(ratio, rules.RootsStranglingRatio)
	near := r.GapMM != nil && num.AtMost(*r.GapMM, math.Max(h.Value(rules.RootsCollarGap), caliperMM/2))
	switch {
	case r.Zone == ZoneCollar && atLeast(ratio, rules.RootsCollarRatio) && near && atLeast(r.ArcDeg, rules.RootsGirdlingArc):
		if (r.Grooved != nil && *r.Grooved) || (thick && atLeast(r.ArcDeg, rules.RootsStranglingArc)) {
			return RootStrangling
		}
		return RootGirdling
	case num.Under(r.ArcDeg, h.Value(rules.RootsRadialArc)):
		return RootRadial
	case num.Under(r.DiameterMM, math.Min(h.Value(rules.RootsFine), h.Value(rules.RootsFineShare)*caliperMM)):
		return RootFine
	case (r.Zone == ZoneCollar || r.Zone == ZoneInner) && thick && atLeast(r.ArcDeg, rules.RootsSevereArc):
		return RootSevere
	case thick && atLeast(r.ArcDeg, rules.RootsSevereArc),
		over(ratio, rules.RootsMajorRatio) && atLeast(r.ArcDeg, rules.RootsMajorArc),
		atLeast(r.DiameterMM, rules.RootsMajorThick) && atLeast(r.ArcDeg, rules.RootsMajorThickArc):
		return RootMajor
	}
	return RootModerate
}
