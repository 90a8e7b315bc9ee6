package fit_test

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fit"
)

// keeps holds a whole against the order's own words, apart from how it was found.
func keeps(o fit.Order, spots []int) bool {
	taken := map[int]bool{}
	for tree, s := range spots {
		if pin, ok := o.Pins[tree]; ok && s != pin {
			return false
		}
		if s < 0 {
			continue
		}
		if _, pinned := o.Pins[tree]; taken[s] || (o.Score[tree][s] <= 0 && !pinned) {
			return false
		}
		taken[s] = true
		for other, at := range spots {
			if other != tree && at >= 0 && o.DistanceM[s][at] < (o.SpreadM[tree]+o.SpreadM[other])/2-1e-9 {
				return false
			}
		}
		if len(o.Partners[tree]) > 0 {
			with := false
			for _, p := range o.Partners[tree] {
				with = with || (spots[p] >= 0 && o.DistanceM[s][spots[p]] <= o.ReachM+1e-9)
			}
			if !with {
				return false
			}
		}
	}
	return true
}

// byHand tries every way to put every tree somewhere or nowhere: the best and the second best total.
func byHand(o fit.Order) (best, second float64, ways int) {
	best, second = math.Inf(-1), math.Inf(-1)
	spots := make([]int, len(o.Score))
	var try func(tree int)
	try = func(tree int) {
		if tree == len(spots) {
			if !keeps(o, spots) {
				return
			}
			ways++
			total := 0.0
			for t, s := range spots {
				if s >= 0 {
					total += o.Score[t][s]
				}
			}
			if total > best {
				best, second = total, best
			} else if total > second {
				second = total
			}
			return
		}
		for s := -1; s < len(o.DistanceM); s++ {
			spots[tree] = s
			try(tree + 1)
		}
	}
	try(0)
	return best, second, ways
}

func drawOrder(t *rapid.T, trees, spots int) fit.Order {
	o := fit.Order{ReachM: rapid.Float64Range(5, 60).Draw(t, "reach"), Pins: map[int]int{}}
	type xy struct{ x, y float64 }
	places := make([]xy, spots)
	for i := range places {
		places[i] = xy{rapid.Float64Range(0, 40).Draw(t, "x"), rapid.Float64Range(0, 40).Draw(t, "y")}
	}
	for _, a := range places {
		row := []float64{}
		for _, b := range places {
			row = append(row, math.Hypot(a.x-b.x, a.y-b.y))
		}
		o.DistanceM = append(o.DistanceM, row)
	}
	for tree := range trees {
		row := []float64{}
		for range spots {
			row = append(row, float64(rapid.IntRange(0, 20).Draw(t, "score"))/20)
		}
		o.Score = append(o.Score, row)
		o.SpreadM = append(o.SpreadM, rapid.Float64Range(0, 16).Draw(t, "spread"))
		partners := []int{}
		if rapid.IntRange(0, 3).Draw(t, "needs") == 0 {
			for other := range trees {
				if other != tree && rapid.Bool().Draw(t, "partner") {
					partners = append(partners, other)
				}
			}
		}
		o.Partners = append(o.Partners, partners)
	}
	if rapid.IntRange(0, 2).Draw(t, "pins") == 0 {
		o.Pins[rapid.IntRange(0, trees-1).Draw(t, "pinned")] = rapid.IntRange(0, spots-1).Draw(t, "at")
	}
	return o
}

// With few trees every way can be tried: the whole that is found is the best of all, and the runner-up the next best.
func TestAssignmentIsTheBestOfAllWays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		o := drawOrder(t, rapid.IntRange(1, 5).Draw(t, "trees"), rapid.IntRange(1, 5).Draw(t, "spots"))
		best, second, ways := byHand(o)
		got, err := fit.Assign(o)
		if ways == 0 {
			require.ErrorIs(t, err, fit.ErrPins)
			return
		}
		require.NoError(t, err)
		require.True(t, got.Exact)
		assert.True(t, keeps(o, got.Spot), "%v", got.Spot)
		assert.InDelta(t, best, got.Total, 1e-6)
		next, ok := fit.RunnerUp(o, got)
		assert.Equal(t, ways > 1, ok)
		if ok {
			assert.InDelta(t, second, next.Total, 1e-6)
			assert.True(t, keeps(o, next.Spot))
			assert.NotEqual(t, got.Spot, next.Spot)
		}
	})
}

func TestSevenTreesAreTheBestOfAllWays(t *testing.T) {
	for seed := range uint64(4) {
		o := bigOrder(rand.New(rand.NewPCG(seed, 7)), 7, 6)
		best, _, _ := byHand(o)
		got, err := fit.Assign(o)
		require.NoError(t, err)
		assert.True(t, got.Exact)
		assert.InDelta(t, best, got.Total, 1e-6, "seed %d", seed)
	}
}

func bigOrder(r *rand.Rand, trees, spots int) fit.Order {
	o := fit.Order{ReachM: 40, Pins: map[int]int{}}
	xs, ys := make([]float64, spots), make([]float64, spots)
	for i := range xs { // set out in rows, as people do, and a little off
		xs[i], ys[i] = float64(i%10)*8+r.Float64()*2, float64(i/10)*8+r.Float64()*2
	}
	for i := range xs {
		row := []float64{}
		for j := range xs {
			row = append(row, math.Hypot(xs[i]-xs[j], ys[i]-ys[j]))
		}
		o.DistanceM = append(o.DistanceM, row)
	}
	for tree := range trees {
		row := []float64{}
		for range spots {
			row = append(row, math.Max(0, r.Float64()*1.2-0.2))
		}
		o.Score, o.SpreadM = append(o.Score, row), append(o.SpreadM, 3+r.Float64()*6)
		partners := []int{}
		if tree%7 == 0 {
			partners = append(partners, (tree+1)%trees, (tree+2)%trees)
		}
		o.Partners = append(o.Partners, partners)
	}
	return o
}

// Sixty trees and sixty spots: everything is kept, what a person chose stands, and a hand is answered. (The time is told, not judged: ./run bench
// measures it.)
func TestSixtyTreesToSixtySpots(t *testing.T) {
	for seed := range uint64(3) {
		o := bigOrder(rand.New(rand.NewPCG(seed, 60)), 60, 60)
		first, err := fit.Assign(o)
		require.NoError(t, err)
		assert.True(t, keeps(o, first.Spot))
		// A person moves the first tree to another spot that it bears, and has the rest solved again.
		for spot, score := range o.Score[0] {
			if score > 0 && spot != first.Spot[0] {
				o.Pins[0] = spot
				break
			}
		}
		began := time.Now()
		again, err := fit.Assign(o)
		require.NoError(t, err)
		t.Logf("seed %d: %v, exact %v, total %.2f of at most %.2f", seed, time.Since(began).Round(time.Millisecond), again.Exact, again.Total, again.Bound)
		assert.Equal(t, o.Pins[0], again.Spot[0])
		assert.True(t, keeps(o, again.Spot))
		assert.LessOrEqual(t, again.Total, first.Bound+1e-6)
		assert.Greater(t, again.Total, 0.9*again.Bound)
		// Where nothing stands in another's crown nothing is left to search.
		for i := range o.SpreadM {
			o.SpreadM[i] = 0
		}
		wide, err := fit.Assign(o)
		require.NoError(t, err)
		assert.True(t, wide.Exact)
		assert.GreaterOrEqual(t, wide.Total, again.Total-1e-6)
	}
}
