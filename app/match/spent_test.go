package match_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/match"
	"sedum/core/stock"
)

// Bare roots that were sound when somebody looked are out of the match, and out of sale, as soon as their clock is spent: nobody looks
// again, and no job runs.
func TestSpentRootsAreOutOfTheMatchAndOutOfSale(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hazel", stock.BareRoot, 4))[0]
	tag := w.TreesOf(number)[0].Tag
	look := stock.Readings{CaliperMM: Ptr(10.0), HeightM: Ptr(1.2), Above: SoundLook().Above}
	look.BareRoot = &stock.BareRootLook{SpreadMM: Ptr(400.0), LengthMM: Ptr(280.0), Sides: Ptr(4), SoilLineMM: Ptr(20.0), Moisture: "moist", Mould: Ptr(false), Buds: "dormant", BrokenRoots: Ptr(0)}
	w.SaveLook(tag, look)
	page := w.Tree(tag)
	require.Equal(t, stock.ForSale, page.State, "%+v", page.Checks[0].Assessment)
	spot := w.SpotOf("Petra Averill").ID
	offered := func() bool {
		for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot)}).Kinds {
			for _, o := range k.Trees {
				if o.Tag == tag {
					return true
				}
			}
		}
		return false
	}
	require.True(t, offered())
	w.At(Ten.Add(200 * 24 * time.Hour))
	assert.False(t, offered())
	Refused(t, w.Err(w.Manager, "move-tree", ByTag(tag), bench.Move{Version: w.Tree(tag).Version, To: stock.Sold}), "clock-spent")
}
