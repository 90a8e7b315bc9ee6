package day

import "math/bits"

// few is up to how many stops every way is tried.
const few = 8

// exact tries each order of each part of the stops for each crew, and then each way to give the parts to the crews.
func (in Input) exact() [][]int {
	n := len(in.Stops)
	type way struct {
		stops []int
		cost  Cost
		fits  bool
	}
	best := make([][]way, len(in.Crews))
	for c := range in.Crews {
		best[c] = make([]way, 1<<n)
		order := make([]int, 0, n)
		var try func(set int)
		try = func(set int) {
			_, cost, fits := in.Way(c, order)
			if !fits { // what does not fit does not with more stops after it
				return
			}
			if w := &best[c][set]; !w.fits || cost.Less(w.cost) {
				*w = way{append([]int{}, order...), cost, true}
			}
			for i := range n {
				if set&(1<<i) == 0 {
					order = append(order, i)
					try(set | 1<<i)
					order = order[:len(order)-1]
				}
			}
		}
		try(0)
	}
	// given[set] is the best of the crews so far for the stops of a set.
	type part struct {
		cost Cost
		ways [][]int
		fits bool
	}
	given := make([]part, 1<<n)
	given[0] = part{fits: true}
	for c := range in.Crews {
		next := make([]part, 1<<n)
		for set := range next {
			for mine := set; ; mine = (mine - 1) & set {
				if w, rest := best[c][mine], given[set&^mine]; w.fits && rest.fits {
					if cost := w.cost.plus(rest.cost); !next[set].fits || cost.Less(next[set].cost) {
						next[set] = part{cost, append(append([][]int{}, rest.ways...), w.stops), true}
					}
				}
				if mine == 0 {
					break
				}
			}
		}
		given = next
	}
	var out [][]int
	var least Cost
	for set, p := range given {
		if !p.fits {
			continue
		}
		cost := p.cost
		for left := (1<<n - 1) &^ set; left != 0; left &= left - 1 {
			cost.Unplaced += in.Stops[bits.TrailingZeros(uint(left))].Trees
		}
		if out == nil || cost.Less(least) {
			out, least = p.ways, cost
		}
	}
	return out
}
