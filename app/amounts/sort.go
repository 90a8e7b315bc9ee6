package amounts

import (
	"cmp"
	"math"
)

// byDistance sorts what is furthest from its plan first, by the ratio either way; what is known of few plantings, or was never planned, last.
func byDistance(a, b Compared) int {
	return cmp.Or(cmp.Compare(distance(b), distance(a)), cmp.Compare(a.Label, b.Label))
}

func distance(c Compared) float64 {
	if c.Few || c.Times == nil {
		return -1
	}
	return math.Abs(math.Log(math.Max(*c.Times, 0.01)))
}
