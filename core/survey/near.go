package survey

import (
	"cmp"
	"math"
	"slices"

	"sedum/core/num"
)

// Near is how far a spot is from a thing, to its nearest place.
type Near struct {
	ThingID    string  `json:"thing_id"`
	DistanceM  float64 `json:"distance_m" decimals:"2"`
	BearingDeg float64 `json:"bearing_deg" decimals:"0"`
	// At is that nearest place.
	At    Located `json:"at"`
	ByEye bool    `json:"by_eye"`
	// Inside is that the spot lies on or in it.
	Inside bool `json:"inside"`
}

// NearOf lists everything on the plan by its distance from a place, the nearest first. Of a tree it is the trunk.
func NearOf(p Plan, located map[string]Located, spot Located) []Near {
	out := []Near{}
	for _, t := range p.Things {
		corners := cornersOf(t, located)
		if len(corners) < len(t.Points) || t.Kind == Slope {
			continue
		}
		n := Near{ThingID: t.ID, At: corners[0], ByEye: spot.ByEye}
		for _, c := range corners {
			n.ByEye = n.ByEye || c.ByEye
		}
		best := math.Inf(1)
		for _, s := range sides(t.Kind, corners) {
			if at := nearestOn(s[0], s[1], spot); spot.DistanceM(at) < best {
				best, n.At = spot.DistanceM(at), at
			}
		}
		n.DistanceM, n.BearingDeg = spot.DistanceM(n.At), spot.BearingDeg(n.At)
		if t.Kind.Closed() && t.Kind != Boundary && within(corners, spot) {
			n.Inside, n.DistanceM = true, 0
		}
		out = append(out, n)
	}
	slices.SortStableFunc(out, func(a, b Near) int { return cmp.Compare(a.DistanceM, b.DistanceM) })
	return out
}

// cornersOf are the places of a thing's points, as far as they are known.
func cornersOf(t Thing, located map[string]Located) []Located {
	out := []Located{}
	for _, id := range t.Points {
		if at, ok := located[id]; ok {
			out = append(out, at)
		}
	}
	return out
}

// sides are the straight pieces of a thing; a tree is one piece without a length.
func sides(k Kind, corners []Located) [][2]Located {
	if len(corners) == 1 {
		return [][2]Located{{corners[0], corners[0]}}
	}
	out := [][2]Located{}
	for i := 1; i < len(corners); i++ {
		out = append(out, [2]Located{corners[i-1], corners[i]})
	}
	if k.Closed() {
		out = append(out, [2]Located{corners[len(corners)-1], corners[0]})
	}
	return out
}

func nearestOn(a, b, from Located) Located {
	dx, dy := b.XM-a.XM, b.YM-a.YM
	length := dx*dx + dy*dy
	if length == 0 {
		return a
	}
	share := num.Hold(((from.XM-a.XM)*dx+(from.YM-a.YM)*dy)/length, 0, 1)
	return Located{a.XM + share*dx, a.YM + share*dy, a.ByEye || b.ByEye}
}

// within tells whether a place lies in a closed shape, its sides included.
func within(corners []Located, at Located) bool {
	in := false
	for i := range corners {
		a, b := corners[i], corners[(i+1)%len(corners)]
		if num.AtMost(at.DistanceM(nearestOn(a, b, at)), 0) {
			return true
		}
		if (a.YM > at.YM) != (b.YM > at.YM) && at.XM < (b.XM-a.XM)*(at.YM-a.YM)/(b.YM-a.YM)+a.XM {
			in = !in
		}
	}
	return in
}
