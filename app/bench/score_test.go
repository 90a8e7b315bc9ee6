package bench_test

import (
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// What is kept of each grower is what counting the looks of every lot of theirs gives, whatever is looked at, looked at again, measured
// after work, or left unjudged.
func TestWhatIsKeptOfAGrowerIsWhatTheirLooksSay(t *testing.T) {
	w := Open(t)
	trees := w.TreesOf(w.TakeIn(LotOf("Hornbeam", stock.Container, 12))[0])
	looks := []func() stock.Readings{
		SoundLook, Rotten, func() stock.Readings { return stock.Readings{} },
		func() stock.Readings { r := SoundLook(); r.SeenDepthMM = Ptr(90.0); return r },
		func() stock.Readings { r := SoundLook(); r.Moisture = "surface-dry"; return r },
		func() stock.Readings { r := SoundLook(); r.FillPct = Ptr(20.0); return r },
	}
	at := Ten
	saved := 0
	for range Times(60, 2000) {
		tree := trees[rand.IntN(len(trees))]
		at = at.AddDate(0, 0, rand.IntN(20)).Add(time.Second) // a tree is never looked at twice in one moment
		w.At(at)
		n := bench.NewCheck{Version: w.Tree(tree.Tag).Version, Readings: looks[rand.IntN(len(looks))](), AfterWork: rand.IntN(4) == 0}
		if w.Err(w.Hand, "save-check", ByTag(tree.Tag), n) == nil {
			saved++
		}
	}
	require.Greater(t, saved, 20)
	kept, counted := map[bench.Score]bool{}, map[bench.Score]bool{}
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		scores, err := bench.ScoresOf(tx)
		require.NoError(t, err)
		for _, list := range scores {
			for _, s := range list {
				kept[s] = true
			}
		}
		all, err := kernel.Many[yard.Lot](tx, "number", "")
		require.NoError(t, err)
		sums := map[bench.Score]int{}
		for _, lot := range all {
			first, err := bench.FirstLooksOfLot(tx, lot.ID)
			require.NoError(t, err)
			for _, look := range first {
				one := func(code string) {
					sums[bench.Score{GrowerID: lot.GrowerID, Half: bench.HalfYear(look.At), Code: code}]++
				}
				one("checked")
				if bad, _ := stock.Faulty(look.Assessment); bad {
					one("faulty")
				}
				for code := range stock.GrowerFaults(look.Assessment) {
					one(code)
				}
			}
		}
		for s, n := range sums {
			s.Trees = n
			counted[s] = true
		}
		return nil
	}))
	assert.Equal(t, counted, kept)
	assert.Greater(t, len(kept), 4)
}
