package visit

import "math"

// Stop is a place on a round, in metres from some point; one of which nobody knows where it is has none.
type Stop struct {
	X, Y  float64
	Known bool
}

// Apart is how far two stops lie apart, in metres.
func Apart(a, b Stop) float64 { return math.Hypot(a.X-b.X, a.Y-b.Y) }

// Length is how long a way through stops is from a start and back to it, in metres.
func Length(start Stop, stops []Stop, order []int) float64 {
	sum, at := 0.0, start
	for _, i := range order {
		sum += Apart(at, stops[i])
		at = stops[i]
	}
	return sum + Apart(at, start)
}

// Order is the way of a round from a start and back: nearest next, then two ways crossed are uncrossed while that shortens it (2-opt). Stops
// of which nobody knows where they are come last, in the order they stand in.
func Order(start Stop, stops []Stop) []int {
	known, rest := []int{}, []int{}
	for i, s := range stops {
		if s.Known {
			known = append(known, i)
		} else {
			rest = append(rest, i)
		}
	}
	out, at := []int{}, start
	left := append([]int{}, known...)
	for len(left) > 0 {
		best := 0
		for i := range left {
			if Apart(at, stops[left[i]]) < Apart(at, stops[left[best]]) {
				best = i
			}
		}
		at = stops[left[best]]
		out = append(out, left[best])
		left = append(left[:best], left[best+1:]...)
	}
	place := func(i int) Stop {
		if i < 0 || i >= len(out) {
			return start
		}
		return stops[out[i]]
	}
	for shorter := true; shorter; {
		shorter = false
		for i := range out {
			for j := i + 1; j < len(out); j++ {
				now := Apart(place(i-1), place(i)) + Apart(place(j), place(j+1))
				then := Apart(place(i-1), place(j)) + Apart(place(i), place(j+1))
				if then < now-1e-9 {
					for a, b := i, j; a < b; a, b = a+1, b-1 {
						out[a], out[b] = out[b], out[a]
					}
					shorter = true
				}
			}
		}
	}
	return append(out, rest...)
}
