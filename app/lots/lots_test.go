package lots_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/lots"
	"sedum/app/rules"
	records "sedum/app/yard"
	"sedum/core/fault"
	house "sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// close closes a lot by somebody's word.
func closeLot(w *World, who kernel.Who, number, version int, d stock.LotDecision) error {
	return w.Err(who, "close-lot", ByNumber(number), lots.Closing{Version: version, Decision: d, Note: "we know this ground"})
}

func TestALotStandsInRows(t *testing.T) {
	w := Open(t)
	w.Deed(w.Hand, "stand-in-rows", ByNumber(14), sampling.Rows{PerRow: 6})
	assert.Equal(t, 6, w.Lot(14).PerRow)
	Fault(t, w.Err(w.Hand, "stand-in-rows", ByNumber(14), sampling.Rows{PerRow: 1001}), "per_row", fault.AtMost)
	assert.ErrorIs(t, w.Err(w.Hand, "stand-in-rows", ByNumber(9999), sampling.Rows{PerRow: 6}), kernel.ErrMissing)
	w.Deed(w.Hand, "stand-in-rows", ByNumber(14), sampling.Rows{})
	assert.Zero(t, w.Lot(14).PerRow, "they stand in no rows any more")
}

func TestASampleIsToldOnlyAtItsLooks(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 60))[0]
	want, err := sampling.Announce(sampling.PlanInput{LotSize: 60, TolerableShare: 0.1, Confidence: 0.95}, 2)
	require.NoError(t, err)
	for i, look := range w.Lot(number).Plan.Options[1].Looks {
		assert.Equal(t, want[i].Checked, look.Checked)
		assert.InDelta(t, want[i].Miss, look.Miss, 1e-4)
	}
	w.Deed(w.Hand, "draw-sample", ByNumber(number), lots.NewDraw{Looks: 2})
	Refused(t, w.Err(w.Hand, "draw-sample", ByNumber(number), lots.NewDraw{Looks: 1}), "sample-drawn")
	v := w.Lot(number)
	first := v.Sample.Looks[0].Checked
	for i, drawn := range v.Sample.Drawn[:first] {
		require.Nil(t, v.Sample.Answer, "between looks nothing is answered")
		assert.Equal(t, drawn.Tag, v.Sample.NextTag)
		if i == 3 {
			w.SaveLook(drawn.Tag, Rotten())
		} else {
			w.SaveLook(drawn.Tag, SoundLook())
		}
		v = w.Lot(number)
		if i+1 < first {
			assert.Equal(t, i+1, v.Sample.Checked)
		}
	}
	expect, err := sampling.Answer(sampling.ResultInput{LotSize: 60, Checked: first, Defective: 1, TolerableShare: 0.1, Confidence: 0.95, Looks: 2})
	require.NoError(t, err)
	assert.Equal(t, sampling.KeepChecking, expect.Decision)
	assert.Contains(t, v.Sample.More, "more", "the answer of the first look asks for more")
	assert.Equal(t, v.Sample.Looks[1].Checked-first, v.Sample.Left)
}

func TestClosingALotMovesItsTreesAndIsTheManagersWord(t *testing.T) {
	w := Open(t)
	for decision, c := range map[stock.LotDecision]struct {
		unchecked, sound stock.State
		follow           int
	}{stock.LotReleased: {stock.Unreleased, stock.ForSale, 3}, stock.LotRefused: {stock.Apart, stock.Apart, 4}} {
		number := w.TakeIn(LotOf("Hornbeam", stock.Container, 4))[0]
		w.SaveLook(w.TreesOf(number)[0].Tag, SoundLook())
		require.NoError(t, closeLot(w, w.Hand, number, w.Lot(number).Version, decision))
		v := w.Lot(number)
		assert.Equal(t, stock.LotOpen, v.Decision, "a yard hand proposes")
		assert.True(t, v.Decisions[0].Proposed)
		assert.Equal(t, c.follow, v.Follows[decision].Trees, "it is said beforehand")
		require.NoError(t, closeLot(w, w.Manager, number, v.Version, decision))
		v = w.Lot(number)
		assert.Equal(t, decision, v.Decision)
		assert.Equal(t, c.sound, v.Trees[0].State)
		assert.Equal(t, c.unchecked, v.Trees[1].State)
		events := 0
		require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
			events, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM tree_events e JOIN trees t ON t.id = e.tree_id WHERE t.lot_number = ?", number)
			return err
		}))
		assert.Equal(t, c.follow, events, "every tree that moved has its event")
		Refused(t, closeLot(w, w.Manager, number, v.Version, decision), "lot-closed")
		var stale kernel.Stale
		require.ErrorAs(t, closeLot(w, w.Manager, number, 1, decision), &stale)
		assert.Equal(t, decision, stale.Current.(lots.Page).Decision)
	}
}

func TestWhatALotNeedsWhileItWaits(t *testing.T) {
	w := Open(t)
	keeping := func(number int) lots.Keeping { return Saw[lots.Keeping](w, "see-lot-keeping", ByNumber(number)) }
	pots := keeping(14)
	assert.Len(t, pots.Standing, len(yard.Standing(stock.Container)))
	assert.Empty(t, pots.Risks, "a mild November day")
	assert.Empty(t, pots.Beside)
	assert.Contains(t, keeping(23).Box, "0.3 L", "it came without packing")
	assert.Len(t, keeping(23).Beside, 2, "whips beside plugs")
	assert.Empty(t, keeping(21).Box, "it came in moss")
	assert.Len(t, keeping(24).Beside, 2)
	// In the depth of winter a house that warns earlier is warned.
	w.At(time.Date(2027, 1, 20, 12, 0, 0, 0, time.UTC))
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.YardPotFrost), Value: "0", Reason: "black pots on stone"})
	w.Manager = w.Who("wren")
	assert.Len(t, keeping(14).Risks, 1)
	assert.Empty(t, keeping(20).Risks, "a dug ball has no pot wall")
}

// smallest and largest lots of N trees with D faulty that a sample of n with x faulty does not speak against: every lot is asked by
// counting its samples, ways to choose k of n as exact whole numbers.
func rangeByCounting(lotSize, checked, found int, doubt float64) (low, high int) {
	ways := func(n, k int) float64 {
		out := 1.0
		for i := range k {
			out = out * float64(n-i) / float64(i+1)
		}
		return out
	}
	chance := func(faulty, from, to int) float64 {
		p := 0.0
		for k := from; k <= to; k++ {
			if k <= faulty && checked-k <= lotSize-faulty {
				p += ways(faulty, k) * ways(lotSize-faulty, checked-k) / ways(lotSize, checked)
			}
		}
		return p
	}
	low, high = -1, -1
	for faulty := found; faulty <= lotSize-(checked-found); faulty++ {
		if chance(faulty, found, checked) > doubt && low < 0 {
			low = faulty
		}
		if chance(faulty, 0, found) > doubt {
			high = faulty
		}
	}
	return low, high
}

// What was found in a lot is counted by fault; its range for the whole lot is told only at a complete look of the drawn trees, and
// is what counting every such lot says.
func TestFaultsOfALotWithAnHonestRange(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 30))[0]
	faults := func() lots.Faults { return Saw[lots.Faults](w, "see-lot-faults", ByNumber(number)) }
	assert.Equal(t, lots.Faults{Faults: []lots.Share{}}, faults())
	w.Deed(w.Hand, "draw-sample", ByNumber(number), lots.NewDraw{Looks: 1})
	v := w.Lot(number)
	drawn := []string{}
	for _, d := range v.Sample.Drawn {
		drawn = append(drawn, d.Tag)
	}
	// A tree that chance did not draw is rotten too; it must not count for the range.
	for _, tree := range v.Trees {
		if !slices.Contains(drawn, tree.Tag) {
			w.SaveLook(tree.Tag, Rotten())
			break
		}
	}
	for i, tag := range drawn {
		if i == len(drawn)-1 {
			between := faults()
			assert.False(t, between.Ranged, "between looks it is only counted")
			assert.Zero(t, between.Faults[0].High)
			assert.Equal(t, i+1, between.Checked, "all that were looked at")
		}
		if i%5 == 0 {
			w.SaveLook(tag, Rotten())
		} else {
			w.SaveLook(tag, SoundLook())
		}
	}
	got := faults()
	require.True(t, got.Ranged)
	assert.Equal(t, len(drawn), got.Checked, "the drawn trees alone")
	rotten := (len(drawn) + 4) / 5
	require.Len(t, got.Faults, 1)
	f := got.Faults[0]
	assert.Equal(t, "rot", f.Code)
	assert.Equal(t, rotten, f.Found)
	low, high := rangeByCounting(30, len(drawn), rotten, 0.05)
	assert.InDelta(t, float64(low)/30, f.Low, 1e-9)
	assert.InDelta(t, float64(high)/30, f.High, 1e-9)
	assert.True(t, f.Low < f.Share && f.Share < f.High)
	_, err := Did[lots.Faults](w, w.Hand, "see-lot-faults", ByNumber(9999), nil)
	assert.ErrorIs(t, err, kernel.ErrMissing)
}

// A lot that nobody looked at is released only with a reason, is called released unchecked, and counts nowhere for its grower.
func TestALotReleasedUncheckedCountsNowhere(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 20))[0]
	silent := lots.Closing{Version: w.Lot(number).Version, Decision: stock.LotReleased, Note: "  "}
	for _, who := range []kernel.Who{w.Hand, w.Manager} {
		Refused(t, w.Err(who, "close-lot", ByNumber(number), silent), "unchecked-with-reason")
	}
	record := func() (n int) {
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			lot, err := records.LotByNumber(tx, number)
			if err != nil {
				return err
			}
			closed, err := records.RecordOf(tx, lot.GrowerID)
			n = len(closed)
			return err
		}))
		return n
	}
	before := record()
	require.NoError(t, closeLot(w, w.Manager, number, w.Lot(number).Version, stock.LotReleased))
	page := Saw[lots.Page](w, "see-lot", ByNumber(number))
	assert.Equal(t, stock.LotReleased, page.Decision)
	assert.True(t, page.Unchecked)
	assert.Equal(t, before, record())
}
