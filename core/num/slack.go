// Package num compares and rounds measured numbers.
//
// Thresholds of the house have a slack of 1e-9, so that an exact tie never
// depends on the order in which a sum was made (handbook, calculators.md,
// general rules). Limits on input are exact and do not use this package.
package num

import "math"

// Slack is the difference under which two computed values are the same value.
const Slack = 1e-9

// Over reports x > limit.
func Over(x, limit float64) bool { return x > limit+Slack }

// AtMost reports x <= limit.
func AtMost(x, limit float64) bool { return x <= limit+Slack }

// Under reports x < limit.
func Under(x, limit float64) bool { return x < limit-Slack }

// AtLeast reports x >= limit.
func AtLeast(x, limit float64) bool { return x >= limit-Slack }

// Same reports whether two values are a tie.
func Same(a, b float64) bool { return math.Abs(a-b) <= Slack }

// Ceiling is the least whole number not under x.
func Ceiling(x float64) float64 { return math.Ceil(x - Slack) }

// Floor is the greatest whole number not over x.
func Floor(x float64) float64 { return math.Floor(x + Slack) }

// Hold keeps x within low and high, both allowed.
func Hold(x, low, high float64) float64 { return math.Max(low, math.Min(high, x)) }

// Round gives x to so many decimals, halves away from zero, and never -0.
func Round(x float64, decimals int) float64 {
	scale := math.Pow(10, float64(decimals))
	scaled := x * scale
	if math.IsInf(scaled, 0) {
		return x
	}
	return math.Round(scaled)/scale + 0
}

// Bearing folds degrees clockwise from north into [0, 360).
func Bearing(deg float64) float64 {
	folded := math.Mod(deg, 360)
	if folded < 0 {
		folded += 360
	}
	if folded >= 360 {
		folded = 0
	}
	return folded
}

// Apart is the angle between two bearings, 0 to 180 degrees.
func Apart(a, b float64) float64 {
	d := math.Abs(Bearing(a) - Bearing(b))
	return math.Min(d, 360-d)
}

// Interpolate reads y at x from points with rising x, flat beyond both ends.
func Interpolate(points [][2]float64, x float64) float64 {
	if x <= points[0][0] {
		return points[0][1]
	}
	for i := 1; i < len(points); i++ {
		low, high := points[i-1], points[i]
		if x <= high[0] {
			return low[1] + (high[1]-low[1])*(x-low[0])/(high[0]-low[0])
		}
	}
	return points[len(points)-1][1]
}
