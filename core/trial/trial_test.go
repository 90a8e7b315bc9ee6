package trial_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/outcome"
	"sedum/core/trial"
)

// Every block stays in balance within two, in every four there are two of each way, and the same seed draws the same.
func TestBlocksAreBalanced(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		seed, block := rapid.Uint64().Draw(t, "seed"), rapid.String().Draw(t, "block")
		ahead := 0
		for place := range rapid.IntRange(1, 60).Draw(t, "trees") {
			way := trial.Draw(seed, block, place)
			require.Equal(t, way, trial.Draw(seed, block, place))
			if way == trial.A {
				ahead++
			} else {
				ahead--
			}
			require.LessOrEqual(t, max(ahead, -ahead), 2)
			if place%4 == 3 {
				require.Zero(t, ahead)
			}
		}
	})
}

// No way is favoured at any place: over many seeds each gets half.
func TestTheDrawFavoursNobody(t *testing.T) {
	for place := range 8 {
		a := 0
		for seed := range uint64(4000) {
			if trial.Draw(seed, "hornbeam of Marsh", place) == trial.A {
				a++
			}
		}
		assert.InDelta(t, 2000, a, 130, "place %d", place) // four standard deviations
	}
}

// The spending function by a table of the normal distribution: for 5 % over four looks 2 - 2 Φ(1.95996/√t).
func TestLittleIsSpentEarly(t *testing.T) {
	got := trial.Spent(0.05, 4)
	for k, want := range []float64{0.0000887, 0.005575, 0.023625, 0.05} { // Φ of 3.9199, 2.7718, 2.2632, 1.9600
		assert.InDelta(t, want, got[k], 0.00003, "look %d", k+1)
	}
	assert.InDelta(t, got[1], trial.Limit(0.05, 4, 1, nil), 1e-12, "a look that was too early has spent nothing")
	assert.InDelta(t, got[1]-got[0], trial.Limit(0.05, 4, 1, got[:1]), 1e-12)
}

// p by counting every drawing: one block of four and one of two places taken, worked by brute force.
func TestPEqualsCountingEveryDrawing(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	for range 6 {
		trees := []trial.Tree{}
		for i := range 12 {
			trees = append(trees, trial.Tree{Block: "x", Place: i, Way: trial.Draw(3, "x", i), Counts: true, Life: outcome.Life{Days: r.IntN(300) + 1, Died: i < 10}})
		}
		p := trial.At(trees, 0.05, 1, 40_000).P
		require.NotNil(t, p)
		assert.InDelta(t, counted(trees), *p, 0.012)
	}
}

// counted goes through all 6^3 drawings of twelve trees, with the log-rank numerator summed day by day.
func counted(trees []trial.Tree) float64 {
	orders := [][4]int{{0, 0, 1, 1}, {0, 1, 0, 1}, {0, 1, 1, 0}, {1, 0, 0, 1}, {1, 0, 1, 0}, {1, 1, 0, 0}}
	apart := func(isB func(int) bool) float64 {
		sum := 0.0
		for day := range 400 {
			at, atB, died, diedB := 0.0, 0.0, 0.0, 0.0
			for i, x := range trees {
				if x.Days < day {
					continue
				}
				at++
				dies := x.Died && x.Days == day
				if dies {
					died++
				}
				if isB(i) {
					atB++
					if dies {
						diedB++
					}
				}
			}
			if at > 0 {
				sum += diedB - died*atB/at
			}
		}
		return math.Abs(sum)
	}
	seen := apart(func(i int) bool { return trees[i].Way == trial.B })
	as, all := 0, 0
	for _, a := range orders {
		for _, b := range orders {
			for _, c := range orders {
				of := [3][4]int{a, b, c}
				all++
				if apart(func(i int) bool { return of[i/4][i%4] == 1 }) >= seen-1e-9 {
					as++
				}
			}
		}
	}
	return float64(as) / float64(all)
}

// run plays a trial with its looks; hazards per day of each way. It tells at which look it was ended, -1 for never, and by which way.
func run(r *rand.Rand, looks, trees, redraws int, hazardA, hazardB float64) (at int, better trial.Way) {
	seed := r.Uint64()
	type drawn struct {
		block     string
		place     int
		way       trial.Way
		begun     int
		lives     int
		lostSight int
	}
	all, places := []drawn{}, map[string]int{}
	for range trees {
		block := fmt.Sprint(r.IntN(1 + trees/5))
		d := drawn{block: block, place: places[block], way: trial.Draw(seed, block, places[block]), begun: r.IntN(400), lostSight: 200 + r.IntN(2000)}
		places[block]++
		hazard := hazardA
		if d.way == trial.B {
			hazard = hazardB
		}
		d.lives = int(r.ExpFloat64() / hazard)
		all = append(all, d)
	}
	had := []float64{}
	for k := range looks {
		day := 300 * (k + 1)
		list := []trial.Tree{}
		for _, d := range all {
			if d.begun >= day {
				continue
			}
			seen := min(day-d.begun, d.lostSight)
			list = append(list, trial.Tree{Block: d.block, Place: d.place, Way: d.way, Counts: true, Life: outcome.Life{Days: min(d.lives, seen), Died: d.lives <= seen}})
		}
		limit := trial.Limit(0.05, looks, k, had)
		look := trial.At(list, limit, seed, redraws)
		if look.TooEarly {
			continue
		}
		had = append(had, limit)
		if look.Found {
			return k, look.Better
		}
	}
	return -1, ""
}

// False alarms come at most as often as promised, over made-up trials in which the ways do not differ; the long run has 2,000 of them.
func TestFalseAlarmsAreAsRareAsPromised(t *testing.T) {
	trials, redraws := 400, 1999
	if os.Getenv("SEDUM_LONG") != "" {
		trials, redraws = 2000, 4999
	}
	r := rand.New(rand.NewPCG(20261130, 12))
	alarms := 0
	for i := range trials {
		if at, _ := run(r, 2+i%4, 20+r.IntN(100), redraws, 0.001, 0.001); at >= 0 {
			alarms++
		}
	}
	// At most 5 % of them; by chance three standard deviations more.
	assert.LessOrEqual(t, float64(alarms), 0.05*float64(trials)+3*math.Sqrt(0.05*0.95*float64(trials)), "%d of %d", alarms, trials)
	assert.Positive(t, alarms, "nothing is ever told by this test")
}

// A way that loses four times as many is found, before the last look as a rule, and named rightly.
func TestAGreatDifferenceIsFoundEarly(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 12))
	found, early := 0, 0
	for range 60 {
		at, better := run(r, 4, 120, 1999, 0.0004, 0.0016)
		if at >= 0 {
			found++
			assert.Equal(t, trial.A, better)
		}
		if at >= 0 && at < 3 {
			early++
		}
	}
	assert.GreaterOrEqual(t, found, 54)
	assert.GreaterOrEqual(t, early, 40)
}

// Under ten losses nothing is told, and a tree that does not count tells nothing.
func TestTooEarlyToTell(t *testing.T) {
	trees := []trial.Tree{}
	for i := range 40 {
		trees = append(trees, trial.Tree{Block: "x", Place: i, Way: trial.Draw(1, "x", i), Counts: true, Life: outcome.Life{Days: 100, Died: i < 9}})
	}
	assert.True(t, trial.At(trees, 0.05, 1, 99).TooEarly)
	trees[20].Died = true
	assert.False(t, trial.At(trees, 0.05, 1, 99).TooEarly)
	trees[20].Counts = false
	look := trial.At(trees, 0.05, 1, 99)
	assert.True(t, look.TooEarly)
	assert.Nil(t, look.P)
	assert.Equal(t, 39, look.TreesA+look.TreesB)
}

// How a bed of one kind is drawn.
func Example() {
	of := map[trial.Way]int{}
	for place := range 8 {
		of[trial.Draw(12, "hornbeam, Marsh", place)]++
	}
	fmt.Println(of, trial.At(nil, 0.05, 12, 99).TooEarly)
	// Output: map[a:4 b:4] true
}
