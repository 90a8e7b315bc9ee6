package day

import (
	"cmp"
	"context"
	"slices"
)

// search is a day whose ways are made better step by step.
type search struct {
	in       Input
	ctx      context.Context
	progress func(share float64)
	// near are the stops next to each, itself among them: what is changed about a stop is tried beside these.
	near [][]int
	// ways are the stops of each crew in order, costs what each way comes to; crew and place are where each stop is, crew −1 where it is on none.
	ways        [][]int
	costs       []Cost
	crew, place []int
	// one and two are where ways are laid out that are only tried.
	one, two []int
}

const (
	// neighbours are looked at around each stop on a large day.
	neighbours = 14
	// rounds is how often all stops are looked at again at most; a day settles after a few.
	rounds = 20
)

func newSearch(ctx context.Context, in Input, progress func(float64)) *search {
	s := &search{in: in, ctx: ctx, progress: progress, near: make([][]int, len(in.Stops))}
	for i := range in.Stops {
		all := make([]int, len(in.Stops))
		for j := range all {
			all[j] = j
		}
		slices.SortStableFunc(all, func(a, b int) int {
			return cmp.Compare(apart(in.Stops[i].At, in.Stops[a].At), apart(in.Stops[i].At, in.Stops[b].At))
		})
		s.near[i] = slices.Clone(all[:min(len(all), neighbours+1)])
	}
	return s
}

// begin takes ways to be made better.
func (s *search) begin(ways [][]int) {
	s.ways, s.costs = ways, make([]Cost, len(ways))
	s.crew, s.place = make([]int, len(s.in.Stops)), make([]int, len(s.in.Stops))
	for i := range s.crew {
		s.crew[i] = -1
	}
	for c := range ways {
		s.put(c, ways[c])
	}
}

// put gives a crew its way.
func (s *search) put(c int, way []int) {
	s.ways[c] = way
	s.costs[c], _ = s.in.cost(c, way)
	for at, i := range way {
		s.crew[i], s.place[i] = c, at
	}
}

// best is where a stop costs least on the ways: beside one that is near it, or first on any way. False where it fits nowhere.
func (s *search) best(stop int) (crew int, way []int, more Cost, found bool) {
	last := [2]int{-1, -1}
	try := func(c, at int) {
		if last == [2]int{c, at} { // what follows one neighbour often comes before the next
			return
		}
		last = [2]int{c, at}
		s.one = append(append(append(s.one[:0], s.ways[c][:at]...), stop), s.ways[c][at:]...)
		cost, fits := s.in.cost(c, s.one)
		if !fits {
			return
		}
		if m := (Cost{0, cost.Late - s.costs[c].Late, cost.Minutes - s.costs[c].Minutes}); !found || m.Less(more) {
			crew, way, more, found = c, append(way[:0], s.one...), m, true
		}
	}
	for c := range s.ways {
		try(c, 0)
		try(c, len(s.ways[c]))
	}
	for _, other := range s.near[stop] {
		if c := s.crew[other]; c >= 0 && other != stop {
			try(c, s.place[other])
			try(c, s.place[other]+1)
		}
	}
	return crew, way, more, found
}

// cheapest puts each stop where it costs least, those whose clock runs out soonest first.
func (s *search) cheapest() {
	s.begin(make([][]int, len(s.in.Crews)))
	order := s.in.inTime()
	for n, stop := range order {
		if s.ctx.Err() != nil {
			return
		}
		if c, way, _, found := s.best(stop); found {
			s.put(c, way)
		}
		s.progress(0.4 + 0.2*float64(n+1)/float64(len(order)))
	}
}

// better moves single stops, puts in what was left, turns parts round and exchanges ends of ways while any of it helps.
func (s *search) better(from, to float64) {
	order := s.in.inTime()
	// look are the stops that are worth another look: all, then those near which something has changed, and what is on no way.
	look := make([]bool, len(s.in.Stops))
	for i := range look {
		look[i] = true
	}
	for n := range rounds {
		helped := false
		for i, stop := range order {
			if s.ctx.Err() != nil {
				return
			}
			if !look[stop] && s.crew[stop] >= 0 {
				continue
			}
			look[stop] = false
			for _, try := range []func(int) bool{s.move, s.turn, s.exchange} {
				if try(stop) {
					helped = true
					for _, other := range s.near[stop] {
						look[other] = true
					}
				}
			}
			s.progress(from + (to-from)*(float64(n)+float64(i+1)/float64(len(order)))/rounds)
		}
		if !helped {
			break
		}
	}
	s.progress(to)
}

// move takes a stop out of its way, if it is on one, and puts it where it costs least.
func (s *search) move(stop int) bool {
	from := s.crew[stop]
	if from < 0 {
		c, way, _, found := s.best(stop)
		if found {
			s.put(c, way)
		}
		return found
	}
	was, before := s.ways[from], s.costs[from]
	without := slices.Delete(slices.Clone(was), s.place[stop], s.place[stop]+1)
	if _, fits := s.in.cost(from, without); !fits { // loads are parted otherwise without it
		return false
	}
	s.crew[stop] = -1
	s.put(from, without)
	gained := Cost{0, before.Late - s.costs[from].Late, before.Minutes - s.costs[from].Minutes}
	if c, way, more, found := s.best(stop); found && more.Less(gained) {
		s.put(c, way)
		return true
	}
	s.put(from, was)
	return false
}

// turn goes the part of a way from a stop to one that is near it the other way round, where that helps.
func (s *search) turn(stop int) (helped bool) {
	for _, other := range s.near[stop] {
		c := s.crew[stop]
		if c < 0 || s.crew[other] != c || other == stop {
			continue
		}
		i, j := s.place[stop]+1, s.place[other]
		if i >= j {
			continue
		}
		next := slices.Clone(s.ways[c])
		slices.Reverse(next[i : j+1])
		if cost, fits := s.in.cost(c, next); fits && cost.Less(s.costs[c]) {
			s.put(c, next)
			helped = true
		}
	}
	return helped
}

// exchange gives what follows a stop to the crew of one that is near it and takes what follows that; or the two stops for each other.
func (s *search) exchange(stop int) (helped bool) {
	for _, other := range s.near[stop] {
		a, b := s.crew[stop], s.crew[other]
		if a < 0 || b < 0 || a == b {
			continue
		}
		i, j := s.place[stop], s.place[other]
		first, second := s.ways[a], s.ways[b]
		if s.both(a, b, first[:i+1], second[j:], second[:j], first[i+1:]) || s.both(a, b, first[:i], second[j:], second[:j], first[i:]) {
			helped = true
			continue
		}
		s.one, s.two = append(s.one[:0], first...), append(s.two[:0], second...)
		s.one[i], s.two[j] = other, stop
		helped = s.take(a, b) || helped
	}
	return helped
}

// both gives two crews new ways, each of a part of one and a part of the other, where that helps.
func (s *search) both(a, b int, begin, rest, other, end []int) bool {
	s.one, s.two = append(append(s.one[:0], begin...), rest...), append(append(s.two[:0], other...), end...)
	return s.take(a, b)
}

// take gives two crews the ways that are laid out, where that helps.
func (s *search) take(a, b int) bool {
	one, fits := s.in.cost(a, s.one)
	if !fits {
		return false
	}
	two, fits := s.in.cost(b, s.two)
	if !fits || !one.plus(two).Less(s.costs[a].plus(s.costs[b])) {
		return false
	}
	s.put(a, slices.Clone(s.one))
	s.put(b, slices.Clone(s.two))
	return true
}
