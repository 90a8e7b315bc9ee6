package survey

import (
	"math"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
)

// Seen is a piece of what stands around a spot, as the sun's calculator takes it, with the thing that it is of.
type Seen struct {
	ThingID string `json:"thing_id"`
	ground.SunObstacle
}

// View is what a spot sees of what stands around it.
type View struct {
	Seen []Seen
	// Unmeasured are things that stand before the sun and whose height, or crown, nobody measured.
	Unmeasured []string
	// LeavesUnknown are trees and hedges of which nobody said whether they drop their leaves: they are counted as keeping them.
	LeavesUnknown []string
	// Inside is the house that the spot lies in, "" in the open.
	Inside string
	// ByEye is that something of it was not measured.
	ByEye bool
}

// pieceDeg is how wide a piece of a wall may look from the spot: over its width one elevation stands for it.
const pieceDeg = 2.0

// ViewOf works out what stands between a spot and the sun: of each piece of a wall its bearings and its elevation at its middle, of a tree the
// width of its crown and the elevation of its top. Heights count from the spot's own ground.
func ViewOf(h rules.House, p Plan, located map[string]Located, spot Located) View {
	v := View{ByEye: spot.ByEye}
	for _, t := range p.Things {
		if !t.Kind.takesLight() {
			continue
		}
		corners := cornersOf(t, located)
		if len(corners) < len(t.Points) {
			continue
		}
		if t.HeightM == nil || (t.Kind == Tree && t.SpreadM == nil) {
			v.Unmeasured = append(v.Unmeasured, t.ID)
			continue
		}
		if t.Kind == House && within(corners, spot) {
			v.Inside = t.ID
		}
		in, bare := 1.0, (*float64)(nil)
		if t.Kind == Tree || t.Kind == Hedge {
			in = h.Value(rules.SunEvergreenTakes)
			switch t.Leaves {
			case Drops:
				b := h.Value(rules.SunBareTakes)
				in, bare = h.Value(rules.SunLeafTakes), &b
			case "":
				v.LeavesUnknown = append(v.LeavesUnknown, t.ID)
			}
		}
		for _, c := range corners {
			v.ByEye = v.ByEye || c.ByEye
		}
		add := func(from, to, elevation float64) {
			v.Seen = append(v.Seen, Seen{t.ID, ground.SunObstacle{FromDeg: from, ToDeg: to, ElevationDeg: elevation, Opacity: in, BareOpacity: bare}})
		}
		if t.Kind == Tree {
			seeCrown(spot, corners[0], *t.HeightM, *t.SpreadM/2, add)
			continue
		}
		for _, s := range sides(t.Kind, corners) {
			seeSide(spot, s[0], s[1], *t.HeightM, add)
		}
	}
	return v
}

// seeCrown: a crown is as wide as its two tangents; who stands under it has it all round and over them.
func seeCrown(spot, trunk Located, heightM, radiusM float64, add func(from, to, elevation float64)) {
	far := spot.DistanceM(trunk)
	if num.AtMost(far, radiusM) {
		add(0, 360, 90)
		return
	}
	middle, half := spot.BearingDeg(trunk), math.Asin(radiusM/far)*180/math.Pi
	add(num.Bearing(middle-half), num.Bearing(middle-half)+2*half, math.Atan2(heightM, far)*180/math.Pi)
}

// seeSide cuts a straight wall into pieces that look narrow.
func seeSide(spot, a, b Located, heightM float64, add func(from, to, elevation float64)) {
	const shortest = 0.05
	from, to := spot.BearingDeg(a), spot.BearingDeg(b)
	turned := num.Bearing(to - from)
	if turned > 180 { // it goes the other way round
		from, turned = to, 360-turned
	}
	middle := Located{XM: (a.XM + b.XM) / 2, YM: (a.YM + b.YM) / 2}
	if (turned > pieceDeg && a.DistanceM(b) > shortest) || turned > 175 {
		if a.DistanceM(b) > shortest {
			seeSide(spot, a, middle, heightM, add)
			seeSide(spot, middle, b, heightM, add)
			return
		}
	}
	add(from, from+turned, math.Atan2(heightM, spot.DistanceM(middle))*180/math.Pi)
}
