package survey

import "sedum/core/num"

// slope is the fall of the nearest slope on the plan, and over how far it was measured; false where none has its fall.
func (r SpotReading) slope() (fallMM, overM float64, ok bool) {
	best := 0.0
	for _, s := range r.slopes {
		far := r.At.DistanceM(nearestOn(s.from, s.to, r.At))
		if over := s.from.DistanceM(s.to); num.Over(over, 0) && (!ok || far < best) {
			best, fallMM, overM, ok = far, s.fallMM, num.Round(over, 2), true
		}
	}
	return fallMM, overM, ok
}

type slopeLine struct {
	from, to Located
	fallMM   float64
}

func slopesOf(p Plan, located map[string]Located) []slopeLine {
	out := []slopeLine{}
	for _, t := range p.Things {
		if corners := cornersOf(t, located); t.Kind == Slope && t.FallMM != nil && len(corners) == 2 {
			out = append(out, slopeLine{corners[0], corners[1], *t.FallMM})
		}
	}
	return out
}
