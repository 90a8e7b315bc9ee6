package fit

import (
	"math"
	"slices"
)

// matching gives each tree a spot of its own, or none, so that the sum of what they are worth is greatest: shortest augmenting paths over
// the costs (the Hungarian method), each tree with a place of its own beside the spots for "none", and as many that stand for nobody as there
// are spots, so that every place has its owner. What is worth less afterwards is solved again from where it stood: only who lost their place
// looks for another.
type matching struct {
	worth [][]float64
	none  []float64
	// Potentials of trees and places, from 1; owner is the tree of a place, 0 none.
	u, v  []float64
	owner []int
}

func newMatching(worth [][]float64, none []float64) *matching {
	m := &matching{worth: worth, none: none}
	m.u, m.v, m.owner = make([]float64, m.places()+1), make([]float64, m.places()+1), make([]int, m.places()+1)
	return m
}

func (m *matching) spots() int {
	if len(m.worth) == 0 {
		return 0
	}
	return len(m.worth[0])
}

func (m *matching) places() int { return m.spots() + len(m.worth) }

func (m *matching) copied() *matching {
	out := &matching{none: slices.Clone(m.none), u: slices.Clone(m.u), v: slices.Clone(m.v), owner: slices.Clone(m.owner)}
	for _, row := range m.worth {
		out.worth = append(out.worth, slices.Clone(row))
	}
	return out
}

// cost of a tree at a place; both from 0. Nobody takes another tree's "none".
func (m *matching) cost(tree, place int) float64 {
	switch spots := m.spots(); {
	case tree >= len(m.worth): // nobody
		return 0
	case place < spots:
		return -m.worth[tree][place]
	case place == spots+tree:
		return -m.none[tree]
	}
	return -never * 2
}

// solve finds places for the trees that have none, or one that is worth nothing any more.
func (m *matching) solve() {
	has := make([]bool, m.places()+1)
	for place := 1; place < len(m.owner); place++ {
		if tree := m.owner[place]; tree > 0 {
			if m.cost(tree-1, place-1) >= -never {
				m.owner[place] = 0
				continue
			}
			has[tree] = true
		}
	}
	for tree := 1; tree < len(has); tree++ {
		if !has[tree] {
			m.augment(tree)
		}
	}
}

// augment finds a tree its place by the cheapest chain of moves.
func (m *matching) augment(tree int) {
	places := m.places()
	way, least, used := make([]int, places+1), make([]float64, places+1), make([]bool, places+1)
	for j := range least {
		least[j] = math.Inf(1)
	}
	m.owner[0] = tree
	at := 0
	for {
		used[at] = true
		from, step, next := m.owner[at], math.Inf(1), 0
		for j := 1; j <= places; j++ {
			if used[j] {
				continue
			}
			if slack := m.cost(from-1, j-1) - m.u[from] - m.v[j]; slack < least[j] {
				least[j], way[j] = slack, at
			}
			if least[j] < step {
				step, next = least[j], j
			}
		}
		for j := range used {
			if used[j] {
				m.u[m.owner[j]] += step
				m.v[j] -= step
			} else {
				least[j] -= step
			}
		}
		if at = next; m.owner[at] == 0 {
			break
		}
	}
	for at != 0 {
		m.owner[at] = m.owner[way[at]]
		at = way[at]
	}
	m.owner[0] = 0
}

// result is the spot of each tree, -1 for none, and what all are worth.
func (m *matching) result() (spot []int, total float64) {
	spot = make([]int, len(m.worth))
	for place := 1; place < len(m.owner); place++ {
		if tree := m.owner[place] - 1; tree >= 0 && tree < len(m.worth) {
			total -= m.cost(tree, place-1)
			if spot[tree] = -1; place-1 < m.spots() {
				spot[tree] = place - 1
			}
		}
	}
	return spot, total
}
