package ground

import "sedum/core/num"

// LineAnswer is the nearest overhead line that its owner answered for: an answer is about that line as it was recorded.
type LineAnswer struct {
	DistanceM float64
	HeightM   float64
}

// NearestLine is the overhead line nearest to a spot, false where none is recorded.
func NearestLine(near []Obstacle) (LineAnswer, bool) {
	out, ok := LineAnswer{}, false
	for _, o := range near {
		if o.Kind == NeighbourLine && o.DistanceM != nil && o.HeightM != nil && (!ok || *o.DistanceM < out.DistanceM) {
			out, ok = LineAnswer{*o.DistanceM, *o.HeightM}, true
		}
	}
	return out, ok
}

// Holds tells whether an answer is about the line that is nearest now: another line, or one measured anew to hang nearer or lower, is asked
// for again.
func (a LineAnswer) Holds(near []Obstacle) bool {
	now, ok := NearestLine(near)
	return ok && num.AtLeast(now.DistanceM, a.DistanceM) && num.AtLeast(now.HeightM, a.HeightM)
}
