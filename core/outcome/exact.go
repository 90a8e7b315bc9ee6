package outcome

import (
	"math"

	"sedum/core/num"
	"sedum/core/sampling"
)

// zero is the exact interval of a share of which none of n is seen.
func zero(n int) (low, high float64) { return sampling.Interval(0, n) }

// Fisher is the two-sided p of Fisher's exact test for died and living in two groups: the chance, with the sums as they are, of a table at
// most as likely as the one seen.
func Fisher(diedA, livingA, diedB, livingB int) float64 {
	a, b := diedA+livingA, diedB+livingB
	died := diedA + diedB
	logOf := func(x int) float64 { return choose(a, x) + choose(b, died-x) - choose(a+b, died) }
	seen := logOf(diedA)
	p := 0.0
	for x := max(0, died-b); x <= min(a, died); x++ {
		if each := logOf(x); num.AtMost(each, seen) {
			p += math.Exp(each)
		}
	}
	return math.Min(1, p)
}

// choose is the logarithm of n over k.
func choose(n, k int) float64 {
	lg := func(x int) float64 { v, _ := math.Lgamma(float64(x + 1)); return v }
	return lg(n) - lg(k) - lg(n-k)
}
