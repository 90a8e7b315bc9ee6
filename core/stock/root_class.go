package stock

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// ClassRoot is the first class that fits a root beside a trunk of that caliper: strangling, girdling,
// radial, fine, severe, major or moderate. At the collar a root that dents the trunk, touches it or lies near it girdles.
func ClassRoot(h rules.House, r Root, caliperMM float64) RootClass {
	ratio := r.DiameterMM / caliperMM
	atLeast := func(x float64, k rules.Key) bool { return num.AtLeast(x, h.Value(k)) }
	over := func(x float64, k rules.Key) bool { return num.Over(x, h.Value(k)) }
	thick := over(ratio, rules.RootsStranglingRatio)
	thinnest := math.Min(h.Value(rules.RootsFine), h.Value(rules.RootsFineShare)*caliperMM)
	grooved := r.Grooved != nil && *r.Grooved
	touching := r.GapMM != nil && num.AtMost(*r.GapMM, h.Value(rules.RootsTouchingGap)) &&
		atLeast(r.ArcDeg, rules.RootsRadialArc) && num.AtLeast(r.DiameterMM, thinnest)
	near := r.GapMM != nil && num.AtMost(*r.GapMM, math.Max(h.Value(rules.RootsCollarGap), caliperMM/2)) &&
		atLeast(ratio, rules.RootsCollarRatio) && atLeast(r.ArcDeg, rules.RootsGirdlingArc)
	switch {
	case r.Zone == ZoneCollar && (grooved || touching || near):
		if (grooved && atLeast(ratio, rules.RootsGroovedRatio)) || (thick && atLeast(r.ArcDeg, rules.RootsStranglingArc)) {
			return RootStrangling
		}
		return RootGirdling
	case num.Under(r.ArcDeg, h.Value(rules.RootsRadialArc)):
		return RootRadial
	case num.Under(r.DiameterMM, thinnest):
		return RootFine
	case r.Zone == ZoneInner && thick && atLeast(r.ArcDeg, rules.RootsSevereArc):
		return RootSevere
	case thick && atLeast(r.ArcDeg, rules.RootsSevereArc),
		over(ratio, rules.RootsMajorRatio) && atLeast(r.ArcDeg, rules.RootsMajorArc),
		atLeast(r.DiameterMM, rules.RootsMajorThick) && atLeast(r.ArcDeg, rules.RootsMajorThickArc):
		return RootMajor
	}
	return RootModerate
}
