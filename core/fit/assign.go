package fit

import (
	"container/heap"
	"errors"
	"math"
	"slices"

	"sedum/core/num"
)

// Order is several trees and several spots (handbook, fit.md, "Several trees, several spots"). Trees and spots go by their place in the lists.
type Order struct {
	// Score is how well each tree does at each spot, 0 to 1; 0 is where it is not planted.
	Score [][]float64
	// DistanceM is between spots; SpreadM is how wide each tree grows: two trees stand at least half of both apart.
	DistanceM [][]float64
	SpreadM   []float64
	// Partners are, of a tree that bears only beside another, those that it may bear with; empty of one that needs none here.
	Partners [][]int
	// ReachM is how far a partner may stand.
	ReachM float64
	// Pins are trees whose spot a person chose.
	Pins map[int]int
}

// Assigned says where each tree goes.
type Assigned struct {
	// Spot of each tree, -1 of one that finds none.
	Spot  []int
	Total float64
	// Exact is that nothing better exists; else the search was cut short, and Bound is what could be reached at most.
	Exact bool
	Bound float64
}

// ErrPins says that, as far as was searched, the chosen spots cannot all be kept: two trees at one, two too near each other, or one without
// its partner.
var ErrPins = errors.New("fit: the pinned choices exclude each other")

// searchMost is how many part problems are solved before the best so far is given.
const searchMost = 1500

// never is worth so little that no sum of scores makes up for it.
const never = -1e6

// part is a part of the choices with the best of it.
type part struct {
	*matching
	spot  []int
	bound float64
}

type parts []*part

func (p parts) Len() int           { return len(p) }
func (p parts) Less(i, j int) bool { return p[i].bound > p[j].bound }
func (p parts) Swap(i, j int)      { p[i], p[j] = p[j], p[i] }
func (p *parts) Push(x any)        { *p = append(*p, x.(*part)) }
func (p *parts) Pop() any {
	last := (*p)[len(*p)-1]
	*p = (*p)[:len(*p)-1]
	return last
}

// Assign finds the best whole: the greatest sum of scores with every pin, the spacing and the partners kept. Errors: ErrPins.
func Assign(o Order) (Assigned, error) {
	first := o.start()
	best, err := o.search(first)
	return best, err
}

// RunnerUp is the best whole that differs from one in at least one tree, false where there is none.
func RunnerUp(o Order, from Assigned) (Assigned, bool) {
	best, found := Assigned{Total: math.Inf(-1)}, false
	start := o.start()
	for tree, spot := range from.Spot {
		if _, pinned := o.Pins[tree]; !pinned {
			p := start.copied()
			p.forbid(tree, spot)
			if next, err := o.search(p); err == nil && num.Over(next.Total, best.Total) {
				best, found = next, true
			}
		}
		start = start.copied() // what comes after agrees with it here
		start.pin(tree, spot)
	}
	return best, found
}

func (o Order) start() *part {
	worth := [][]float64{}
	for _, row := range o.Score {
		of := make([]float64, len(row))
		for spot, score := range row {
			if of[spot] = score; num.AtMost(score, 0) {
				of[spot] = never
			}
		}
		worth = append(worth, of)
	}
	p := &part{matching: newMatching(worth, make([]float64, len(worth)))}
	for tree, spot := range o.Pins {
		p.worth[tree][spot] = o.Score[tree][spot]
		p.pin(tree, spot)
	}
	return p
}

func (p *part) copied() *part { return &part{matching: p.matching.copied()} }

// forbid takes a choice away; spot -1 is to leave the tree out.
func (p *part) forbid(tree, spot int) {
	if spot < 0 {
		p.none[tree] = never
		return
	}
	p.worth[tree][spot] = never
}

// pin leaves a tree one choice.
func (p *part) pin(tree, spot int) {
	for s := range p.worth[tree] {
		if s != spot {
			p.worth[tree][s] = never
		}
	}
	if spot >= 0 {
		p.none[tree] = never
	}
}

// search goes on with the most promising part until what it finds keeps everything: then nothing is better.
func (o Order) search(first *part) (Assigned, error) {
	best := Assigned{Total: math.Inf(-1)}
	open := &parts{}
	add := func(p *part) {
		p.solve()
		if p.spot, p.bound = p.result(); p.bound > never/2 {
			heap.Push(open, p)
		}
	}
	add(first)
	for solved := 0; open.Len() > 0; solved++ {
		p := heap.Pop(open).(*part)
		if num.AtMost(p.bound, best.Total) {
			break
		}
		if solved >= searchMost && !math.IsInf(best.Total, -1) {
			best.Bound = p.bound
			return best, nil
		}
		if solved >= 20*searchMost {
			return best, ErrPins
		}
		children, broken := o.split(p)
		if !broken {
			return Assigned{Spot: p.spot, Total: p.bound, Exact: true, Bound: p.bound}, nil
		}
		if kept := o.mended(p); kept != nil && num.Over(kept.Total, best.Total) {
			best = *kept
		}
		for _, child := range children {
			add(child)
		}
	}
	if math.IsInf(best.Total, -1) {
		return best, ErrPins
	}
	best.Exact, best.Bound = true, best.Total
	return best, nil
}

// tooNear tells whether two trees at two spots stand in each other's crown.
func (o Order) tooNear(a, atA, b, atB int) bool {
	return len(o.DistanceM) > 0 && num.Under(o.DistanceM[atA][atB], (o.SpreadM[a]+o.SpreadM[b])/2)
}

// alone tells whether a tree at its spot lacks a partner in reach.
func (o Order) alone(tree int, spots []int) bool {
	if len(o.Partners) == 0 || len(o.Partners[tree]) == 0 {
		return false
	}
	return !slices.ContainsFunc(o.Partners[tree], func(other int) bool {
		return spots[other] >= 0 && o.inReach(spots[tree], spots[other])
	})
}

func (o Order) inReach(a, b int) bool {
	return len(o.DistanceM) == 0 || num.AtMost(o.DistanceM[a][b], o.ReachM)
}

// split parts the choices where the best of them breaks something, so that each kept choice lies in one of the parts.
func (o Order) split(p *part) (children []*part, broken bool) {
	for tree, spot := range p.spot {
		if spot < 0 || !o.alone(tree, p.spot) {
			continue
		}
		without := p.copied()
		without.forbid(tree, spot)
		children = append(children, without)
		for _, other := range o.Partners[tree] {
			with := p.copied()
			with.pin(tree, spot)
			with.none[other] = never
			for s := range with.worth[other] {
				if !o.inReach(spot, s) {
					with.worth[other][s] = never
				}
			}
			children = append(children, with)
		}
		return children, true
	}
	for a, atA := range p.spot {
		for b := a + 1; b < len(p.spot); b++ {
			if atB := p.spot[b]; atA >= 0 && atB >= 0 && o.tooNear(a, atA, b, atB) {
				left, right := p.copied(), p.copied()
				left.forbid(a, atA)
				right.pin(a, atA)
				right.forbid(b, atB)
				return []*part{left, right}, true
			}
		}
	}
	return nil, false
}

// mended is what is left of a part's best when the trees that break something are left out; nil where a pin would have to go.
func (o Order) mended(p *part) *Assigned {
	spots := slices.Clone(p.spot)
	drop := func(tree int) bool {
		spots[tree] = -1
		return p.none[tree] > never/2
	}
	for a := range spots {
		for b := a + 1; b < len(spots); b++ {
			if spots[a] >= 0 && spots[b] >= 0 && o.tooNear(a, spots[a], b, spots[b]) {
				less := a
				if o.Score[b][spots[b]] < o.Score[a][spots[a]] || p.none[a] <= never/2 {
					less = b
				}
				if !drop(less) {
					return nil
				}
			}
		}
	}
	for again := true; again; {
		again = false
		for tree, spot := range spots {
			if spot >= 0 && o.alone(tree, spots) {
				if again = true; !drop(tree) {
					return nil
				}
			}
		}
	}
	o.fill(p, spots)
	total := 0.0
	for tree, spot := range spots {
		if spot >= 0 {
			total += o.Score[tree][spot]
		}
	}
	return &Assigned{Spot: spots, Total: total}
}

// fill puts trees that found no spot where one is left that breaks nothing, the most that it is worth first.
func (o Order) fill(p *part, spots []int) {
	for {
		bestTree, bestSpot, most := -1, -1, 0.0
		for tree, at := range spots {
			if at >= 0 {
				continue
			}
			for spot, worth := range p.worth[tree] {
				if worth > most && o.free(tree, spot, spots) {
					bestTree, bestSpot, most = tree, spot, worth
				}
			}
		}
		if bestTree < 0 {
			return
		}
		spots[bestTree] = bestSpot
	}
}

// free tells whether a tree may go to a spot beside those that are placed.
func (o Order) free(tree, spot int, spots []int) bool {
	for other, at := range spots {
		if other != tree && at >= 0 && (at == spot || o.tooNear(tree, spot, other, at)) {
			return false
		}
	}
	return len(o.Partners) == 0 || len(o.Partners[tree]) == 0 || slices.ContainsFunc(o.Partners[tree], func(other int) bool {
		return spots[other] >= 0 && o.inReach(spot, spots[other])
	})
}
