package lots_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/lots"
	"sedum/core/fault"
	"sedum/core/stock"
)

// A refused lot is opened again by a reason: its trees stand where they stood; what somebody decided since stays decided.
func TestARefusedLotIsOpenedAgain(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 3))[0]
	trees := w.TreesOf(number)
	w.SaveLook(trees[0].Tag, SoundLook())
	w.Deed(w.Manager, "close-lot", ByNumber(number), lots.Closing{Version: w.Lot(number).Version, Decision: stock.LotRefused, Note: "all buried"})
	w.Deed(w.Manager, "move-tree", ByTag(trees[2].Tag), bench.Move{Version: w.Tree(trees[2].Tag).Version, To: stock.SentBack})
	r := lots.Reopening{Version: w.Lot(number).Version}
	Fault(t, w.Err(w.Manager, "reopen-lot", ByNumber(number), r), "reason", fault.Required)
	r.Reason = "it was the other lot"
	w.Deed(w.Manager, "reopen-lot", ByNumber(number), r)
	states := []stock.State{}
	for _, tree := range w.TreesOf(number) {
		states = append(states, tree.State)
	}
	assert.Equal(t, []stock.State{stock.ForSale, stock.Unchecked, stock.SentBack}, states)
	page := w.Lot(number)
	assert.Equal(t, stock.LotOpen, page.Decision)
	for _, each := range page.Record {
		assert.NotEqual(t, number, each.Number, "it counts nowhere while it is open")
	}
	r.Version = page.Version
	Refused(t, w.Err(w.Manager, "reopen-lot", ByNumber(number), r), "lot-open")
}
