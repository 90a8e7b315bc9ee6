package stock

import "slices"

// Looked tells whether a zone was looked at for roots that go round: it was said so, or one was found there. An arc in one zone says
// nothing of another (stock.md, "What has to be looked at").
func (r Readings) Looked(z Zone) bool {
	return slices.Contains(r.ZonesLooked, z) || (r.RootsLooked && len(r.Roots) == 0) || slices.ContainsFunc(r.Roots, func(c Circler) bool { return c.Zone == z })
}

// zonesAsked are the zones that every ball out of a pot is looked at in, with the name under which each is missing. The imprint of an
// earlier pot is looked for in one opened tree of a lot.
var zonesAsked = []struct {
	zone    Zone
	missing string
}{{ZoneCollar, "circling_collar"}, {ZoneSide, "circling_side"}, {ZoneBottom, "circling_base"}}

// AllZones are the zones that every ball is looked at in.
func AllZones() []Zone { return []Zone{ZoneCollar, ZoneSide, ZoneBottom} }

// collar tells whether a root found at the collar is of a kind.
func (r Readings) collar(is func(Circler) bool) bool {
	return slices.ContainsFunc(r.Roots, func(c Circler) bool { return c.Zone == ZoneCollar && is(c) })
}
