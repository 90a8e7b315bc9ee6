package match_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/ground"
	"sedum/app/match"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

func TestMatchRanksWhatMayBeSold(t *testing.T) {
	w := Open(t)
	ranked := func(customer string) []match.Kind {
		return Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(w.SpotOf(customer).ID)}).Kinds
	}
	list := ranked("Petra Averill")
	forSale := 0
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		forSale, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trees WHERE state = 'for-sale'")
		return err
	}))
	counted := 0
	for _, k := range list {
		counted += k.Count
	}
	assert.Equal(t, forSale, counted)
	for i := 1; i < len(list); i++ {
		a, b := list[i-1], list[i]
		if (a.Mark == "excluded") == (b.Mark == "excluded") {
			assert.GreaterOrEqual(t, a.Overall, b.Overall-1e-3)
		}
	}
	assert.Equal(t, "Black alder", ranked("Dorian Pell")[0].Common, "only what lives in standing water comes first in a ditch")
}

// What a kind is called and where it stands is the same as when each of its trees is held against the spot by itself, by its own look.
func TestAMatchByKindIsTheMatchOfEachTree(t *testing.T) {
	w := Open(t)
	for n, height := range []float64{1.4, 2.6, 4.75} {
		for _, tree := range w.TreesOf(w.TakeIn(LotOf([]string{"Hornbeam", "Rowan", "Hornbeam"}[n], stock.Container, 7))[0]) {
			look := SoundLook()
			look.HeightM = Ptr(height + float64(tree.Number%3)/2)
			w.SaveLook(tree.Tag, look)
		}
	}
	for _, customer := range []string{"Petra Averill", "Caspar Lund", "Dorian Pell", "Maud Ferriter"} {
		spot := w.SpotOf(customer).ID
		best, count := map[string]float64{}, map[string]int{}
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			known, err := ground.SpotOf(tx, spot)
			if err != nil {
				return err
			}
			trees, err := kernel.Many[yard.Tree](tx, "tag", "state = ?", stock.ForSale)
			for _, tree := range trees {
				lot, failed := yard.LotByID(tx, tree.LotID)
				require.NoError(t, failed)
				look, failed := kernel.One[bench.Check](tx, "id = ?", *tree.CheckID)
				require.NoError(t, failed)
				j := match.Judge(tx.Who.House, known, lot, yard.Offer{LotID: lot.ID, HeightM: look.Readings.HeightM, Tag: tree.Tag})
				count[lot.Called()]++
				if len(j.Result.ExcludedBy) == 0 && j.Stand.Never == "" {
					best[lot.Called()] = max(best[lot.Called()], j.Result.Overall)
				}
			}
			return err
		}))
		kinds := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot)}).Kinds
		assert.Len(t, kinds, len(count))
		for _, k := range kinds {
			assert.Equal(t, count[k.Common], k.Count, k.Common)
			overall, may := best[k.Common]
			assert.Equal(t, may, k.Mark != "excluded", "%s at %s", k.Common, customer)
			if may {
				assert.InDelta(t, overall, k.Overall, 0.005, "%s at %s", k.Common, customer)
			}
		}
	}
}

// Of many trees the first come at once and the rest on asking; a tree that somebody has in mind comes first, and one that may not be
// sold does not come.
func TestTheFirstTreesComeAtOnceAndTheRestOnAsking(t *testing.T) {
	w := Open(t)
	trees := w.TreesOf(w.TakeIn(LotOf("Hornbeam", stock.Container, 30))[0])
	for _, tree := range trees[:29] {
		w.SaveLook(tree.Tag, SoundLook())
	}
	spot := ByID(w.SpotOf("Petra Averill").ID)
	kind := func(tag string) match.Kind {
		for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: spot, Tag: tag}).Kinds {
			if k.Common == "Hornbeam" {
				return k
			}
		}
		return match.Kind{}
	}
	first := kind("")
	require.Len(t, first.Trees, 12)
	all := Saw[match.Kind](w, "match-kind", match.KindAsk{ByID: spot, Kind: "Hornbeam"})
	assert.Len(t, all.Trees, first.Count)
	assert.GreaterOrEqual(t, first.Count, 29)
	assert.Equal(t, first.Trees, all.Trees[:12])
	last := all.Trees[len(all.Trees)-1]
	wanted := kind(last.Tag)
	assert.Equal(t, last, wanted.Trees[0])
	assert.Len(t, wanted.Trees, 13)
	assert.Equal(t, first.Trees, kind(trees[29].Tag).Trees, "nobody has looked at it")
	_, err := Did[match.Kind](w, w.Manager, "match-kind", match.KindAsk{ByID: spot, Kind: "Moon tree"}, nil)
	assert.ErrorIs(t, err, kernel.ErrMissing)
}
