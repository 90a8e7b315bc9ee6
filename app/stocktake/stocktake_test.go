package stocktake_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/many"
	"sedum/app/stocktake"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/kernel"
)

func scan(w *World, number int, tags ...string) {
	w.T.Helper()
	w.Deed(w.Hand, "scan-tags", ByNumber(number), stocktake.Tags{Tags: tags})
}

func see(w *World, number int) stocktake.Page {
	return Saw[stocktake.Page](w, "see-stocktake", ByNumber(number))
}

// A lot of ten is counted by scanning: nine are there, one is missing, and what should not be there is named with why. A tag that is
// replaced counts for its tree; one that is scanned twice counts once.
func TestAStocktakeOfALot(t *testing.T) {
	w := Open(t)
	lot := w.TakeIn(LotOf("Hornbeam", stock.Container, 10))[0]
	trees := w.TreesOf(lot)
	number, err := Did[int](w, w.Hand, "begin-stocktake", kernel.None{}, stocktake.New{Lots: []int{lot}})
	require.NoError(t, err)
	w.Deed(w.Manager, "replace-tag", ByTag(trees[0].Tag), arrivals.Replaced{Reason: "torn"})
	for _, tree := range trees[:9] {
		scan(w, number, tree.Tag)
	}
	nobodys := tag.Of(900000)
	sold, other := w.TreeIn(stock.Sold).Tag, w.TreeIn(stock.ForSale).Tag
	scan(w, number, sold, other, nobodys, trees[1].Tag, " "+trees[2].Tag[:3]+trees[2].Tag[4:]+" ")
	page := see(w, number)
	assert.Equal(t, 10, page.Expected)
	assert.Equal(t, 9, page.There)
	require.Len(t, page.Missing, 1)
	assert.Equal(t, trees[9].Tag, page.Missing[0].Tag)
	why := map[string]string{}
	for _, odd := range page.Unexpected {
		why[odd.Tag] = string(odd.Why)
	}
	assert.Equal(t, map[string]string{sold: "gone", other: "elsewhere", nobodys: "unknown"}, why)
	w.Deed(w.Hand, "unscan-tag", ByNumber(number), stocktake.Tags{Tags: []string{other}})
	assert.Len(t, see(w, number).Unexpected, 2)

	var l fault.List
	require.ErrorAs(t, w.Err(w.Hand, "scan-tags", ByNumber(number), stocktake.Tags{Tags: []string{trees[3].Tag, "5012345"}}), &l)
	assert.Equal(t, "tags.1", l[0].Field, "what is no tag of ours is told, and which")

	// A loss that is entered takes it off what is missing; closed, the count stays as it was.
	w.Deed(w.Hand, "close-stocktake", ByNumber(number), kernel.None{})
	w.Deed(w.Advisor, "change-many", kernel.None{}, many.Change{Tags: []string{trees[9].Tag}, Deed: stock.LoseMany, Reason: "not found"})
	assert.Equal(t, 1, see(w, number).MissingCount)
	Refused(t, w.Err(w.Hand, "scan-tags", ByNumber(number), stocktake.Tags{Tags: []string{trees[9].Tag}}), "stocktake-closed")
	again, err := Did[int](w, w.Hand, "begin-stocktake", kernel.None{}, stocktake.New{Lots: []int{lot}})
	require.NoError(t, err)
	assert.Equal(t, 9, see(w, again).Expected, "what is lost is not expected any more")
	assert.Len(t, Saw[stocktake.List](w, "list-stocktakes", kernel.None{}).Stocktakes, 2)
}

// Of the whole yard every tree that has not left is expected.
func TestAStocktakeOfTheWholeYard(t *testing.T) {
	w := Open(t)
	number, err := Did[int](w, w.Hand, "begin-stocktake", kernel.None{}, stocktake.New{})
	require.NoError(t, err)
	here := 0
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		here, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trees WHERE state NOT IN ('sold', 'sent-back', 'lost')")
		return err
	}))
	page := see(w, number)
	assert.Equal(t, here, page.Expected)
	assert.Equal(t, here, page.MissingCount)
	assert.Equal(t, min(here, 500), len(page.Missing))
}
