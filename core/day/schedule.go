package day

import (
	"cmp"
	"context"
	"math"
	"slices"
)

// Plan is who goes where: a way for each crew, and what fits none.
type Plan struct {
	Ways [][]Visit `json:"ways"`
	// Left are the stops that fit no crew.
	Left []int `json:"left"`
	Cost Cost  `json:"cost"`
}

// FirstCome gives each stop, as they stand in the list, to the crew that can begin it soonest: what one does without a plan.
func FirstCome(in Input) [][]int {
	ways := make([][]int, len(in.Crews))
	for i := range in.Stops {
		chosen, soonest := -1, math.Inf(1)
		for c := range in.Crews {
			visits, _, fits := in.Way(c, append(slices.Clone(ways[c]), i))
			if fits && visits[len(visits)-1].ArrivesM < soonest {
				chosen, soonest = c, visits[len(visits)-1].ArrivesM
			}
		}
		if chosen >= 0 {
			ways[chosen] = append(ways[chosen], i)
		}
	}
	return ways
}

// Schedule gives the stops to the crews by way, within each crew's hours, with what is to be in the ground soonest first where the clock asks for
// it: a few stops by trying every way; more by putting each where it costs least, and then moving and exchanging while any change helps. What fits
// no crew is told. It is never worse than first come. Cancelled, it gives the best it has with the context's error.
func Schedule(ctx context.Context, in Input, progress func(share float64)) (Plan, error) {
	if progress == nil {
		progress = func(float64) {}
	}
	if len(in.Stops) <= few && len(in.Crews) <= 4 {
		return in.planOf(in.exact()), nil
	}
	return searched(ctx, in, progress)
}

func searched(ctx context.Context, in Input, progress func(share float64)) (Plan, error) {
	s := newSearch(ctx, in, progress)
	s.begin(FirstCome(in))
	s.better(0, 0.4)
	first := in.planOf(s.ways)
	s.cheapest()
	s.better(0.6, 1)
	if second := in.planOf(s.ways); second.Cost.Less(first.Cost) {
		return second, ctx.Err()
	}
	return first, ctx.Err()
}

// planOf follows the ways of a plan.
func (in Input) planOf(ways [][]int) Plan {
	out, on := Plan{Ways: make([][]Visit, len(in.Crews)), Left: []int{}}, map[int]bool{}
	for c := range in.Crews {
		out.Ways[c] = []Visit{}
		if c < len(ways) {
			visits, _, _ := in.Way(c, ways[c])
			out.Ways[c] = append(out.Ways[c], visits...)
			for _, i := range ways[c] {
				on[i] = true
			}
		}
	}
	for i := range in.Stops {
		if !on[i] {
			out.Left = append(out.Left, i)
		}
	}
	out.Cost, _ = in.CostOf(ways)
	return out
}

// inTime puts stops in the order of their clocks, those that have none last.
func (in Input) inTime() []int {
	order := []int{}
	for i := range in.Stops {
		order = append(order, i)
	}
	by := func(i int) float64 {
		if m := in.Stops[i].PlanByMin; m != nil {
			return *m
		}
		return math.Inf(1)
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(by(a), by(b)) })
	return order
}
