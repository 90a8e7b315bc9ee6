package sampling

import "gonum.org/v1/gonum/mathext"

// Interval is the exact 95 % interval of a share when x of n were faulty (both tails cut at 2.5 %, from the
// beta distribution). Nothing looked at: the whole of 0 to 1.
func Interval(x, n int) (low, high float64) {
	const tail = 0.025
	if n == 0 {
		return 0, 1
	}
	low, high = 0, 1
	if x > 0 {
		low = mathext.InvRegIncBeta(float64(x), float64(n-x+1), tail)
	}
	if x < n {
		high = mathext.InvRegIncBeta(float64(x+1), float64(n-x), 1-tail)
	}
	return low, high
}
