// Package sampling says how many trees of a lot to check, what the sample then says
// of the whole lot, and how a grower's record moves the plan (handbook, stock.md,
// "Lots and samples").
//
// Everything is exact for a finite lot: X faulty trees in a sample of n from a lot of
// N with D faulty ones is hypergeometric. Shares are 0 to 1.
package sampling

import "math"

// chances gives P(X <= x) and P(X >= x) for X faulty trees in a sample of n from N trees of which d are faulty.
//
// The weights are built outward from the likeliest count, so that none underflows, and end where they
// no longer matter.
func chances(lotSize, d, n, x int) (atMost, atLeast float64) {
	low, high := max(0, n+d-lotSize), min(n, d)
	if x < low {
		return 0, 1
	}
	if x > high {
		return 1, 0
	}
	mode := int((float64(n) + 1) * (float64(d) + 1) / (float64(lotSize) + 2))
	mode = min(max(mode, low), high)
	var below, at, above float64
	count := func(k int, weight float64) {
		switch {
		case k < x:
			below += weight
		case k == x:
			at += weight
		default:
			above += weight
		}
	}
	total := float64(lotSize)
	sample, faulty := float64(n), float64(d)
	weight := 1.0
	for k := mode; ; k++ {
		count(k, weight)
		if k == high {
			break
		}
		f := float64(k)
		if weight *= (faulty - f) * (sample - f) / ((f + 1) * (total - faulty - sample + f + 1)); weight < negligible {
			break
		}
	}
	weight = 1
	for k := mode; k > low; k-- {
		f := float64(k)
		if weight *= f * (total - faulty - sample + f) / ((faulty - f + 1) * (sample - f + 1)); weight < negligible {
			break
		}
		count(k-1, weight)
	}
	sum := below + at + above
	return math.Min(1, (below+at)/sum), math.Min(1, (at+above)/sum)
}

const negligible = 1e-60

// Slips is the chance that a lot of lotSize with d faulty trees passes a sample of n that may hold
// accept faulty ones: a point of the plan's operating curve.
func Slips(lotSize, d, n, accept int) float64 {
	p, _ := chances(lotSize, d, n, accept)
	return p
}
