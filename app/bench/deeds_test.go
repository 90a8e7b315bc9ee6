package bench_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/bench"
	"sedum/app/journeys"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

func newPart(n int) arrivals.NewPart { return arrivals.NewPart{Count: n} }

func newDamage(journey yard.Journey, d yard.Damage, girth float64) journeys.NewDamage {
	return journeys.NewDamage{Journey: journey, Damage: d, GirthShare: girth}
}

func repair(t *testing.T, w *World, tag, id string) {
	t.Helper()
	require.NoError(t, w.Err(w.Hand, "repair-damage", journeys.Of{ByTag: ByTag(tag), ByID: kernel.ByID{ID: id}}, journeys.Repaired{Repaired: true}))
}

// What was shaved counts on: a ball shaved this winter has less to give at the next look in the same season, and the look says so.
func TestWhatWasShavedCountsAtTheNextLook(t *testing.T) {
	w := Open(t)
	w.At(time.Date(2026, 1, 20, 10, 0, 0, 0, time.UTC))
	tag := w.TreesOf(w.TakeIn(LotOf("Hornbeam", stock.Container, 1))[0])[0].Tag
	circled := func() stock.Readings {
		r := SoundLook()
		r.Roots = []stock.Circler{{Root: stock.Root{Zone: stock.ZoneSide, DiameterMM: 9, ArcDeg: 200}}}
		return r
	}
	w.SaveLook(tag, circled())
	page := Saw[bench.Tree](w, "see-tree", ByTag(tag))
	assert.Zero(t, page.Subject.RemovedBefore, "nothing is done yet")
	for _, work := range page.Checks[0].Assessment.Work {
		if work.Code == stock.Shave || work.Code == stock.Slice {
			w.Deed(w.Hand, "correct", ByTag(tag), bench.Correct{WorkKey: work.Key, Done: true})
		}
	}
	page = Saw[bench.Tree](w, "see-tree", ByTag(tag))
	removed := page.Checks[0].Assessment.RootBall.RemovedShare
	require.Greater(t, removed, 0.05)
	assert.InDelta(t, removed, page.Subject.RemovedBefore, 1e-3)
	w.At(time.Date(2026, 1, 20, 11, 0, 0, 0, time.UTC))
	w.SaveLook(tag, circled())
	again := Saw[bench.Tree](w, "see-tree", ByTag(tag)).Checks[0].Assessment
	assert.InDelta(t, 1-0.6/(1-removed), again.RootBall.SeasonLimit, 1e-3)
	w.At(time.Date(2026, 12, 20, 10, 0, 0, 0, time.UTC))
	assert.Zero(t, Saw[bench.Tree](w, "see-tree", ByTag(tag)).Subject.RemovedBefore, "it grew a whole season since")
}

// Apart is not undone by a look of a yard hand; a manager's word with a reason takes it back to the bench.
func TestNoLookEndsApart(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0]
	tag := w.TreesOf(number)[0].Tag
	w.SaveLook(tag, Rotten())
	require.Equal(t, stock.Apart, w.Tree(tag).State)
	w.SaveLook(tag, SoundLook())
	assert.Equal(t, stock.Apart, w.Tree(tag).State)
	faulty := 0
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		faulty, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trees WHERE tag = ? AND faulty", tag)
		return err
	}))
	assert.Equal(t, 1, faulty, "what was found stays in the lot's count")
	back := bench.Move{Version: w.Tree(tag).Version, To: stock.NotJudged}
	Refused(t, w.Err(w.Manager, "move-tree", ByTag(tag), back), "apart-with-reason")
	back.Note = "the smell came from the sleeve"
	w.Deed(w.Manager, "move-tree", ByTag(tag), back)
	assert.Equal(t, stock.NotJudged, w.Tree(tag).State)
}

// The season for cutting may be corrected, with who and why; without a reason it is not, and the calendar's own needs none.
func TestTheSeasonIsCorrectedWithAReason(t *testing.T) {
	w := Open(t)
	tree := w.TreeIn(stock.Unchecked)
	was := w.Tree(tree.Tag).Subject.Season
	look := SoundLook()
	look.MatSidePct, look.Above.Leaves = Ptr(60.0), "sound"
	look.Roots = []stock.Circler{{Root: stock.Root{Zone: "side", DiameterMM: 12, ArcDeg: 200}}}
	n := bench.NewCheck{Version: tree.Version, Readings: look, Season: "spring-flush"}
	require.NotEqual(t, was, n.Season)
	Fault(t, w.Err(w.Hand, "save-check", ByTag(tree.Tag), n), "season_reason", fault.Required)
	n.SeasonReason = "buds broke early under glass"
	w.Deed(w.Hand, "save-check", ByTag(tree.Tag), n)
	c := w.Tree(tree.Tag).Checks[0]
	assert.EqualValues(t, "spring-flush", c.Season)
	assert.Contains(t, c.SeasonText, "buds broke early under glass")
	assert.Contains(t, c.SeasonText, "Ilsa Tarrow")
	assert.NotEqual(t, stock.Fix, c.Assessment.Verdict, "what the flush forbids to cut waits")
	n = bench.NewCheck{Version: w.Tree(tree.Tag).Version, Readings: look, Season: was}
	w.Deed(w.Hand, "save-check", ByTag(tree.Tag), n)
	assert.Empty(t, w.Tree(tree.Tag).Checks[0].SeasonText)
}

// "As the last one" copies how the lot came, never a ball that work has cut down.
func TestWhatRepeatsInALotIsAsItWasDelivered(t *testing.T) {
	w := Open(t)
	trees := w.TreesOf(w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0])
	look := SoundLook()
	look.BallDiameterMM, look.MatSidePct = Ptr(330.0), Ptr(60.0)
	first := w.SaveLook(trees[0].Tag, look)
	require.Equal(t, stock.InWork, first.State)
	for _, piece := range first.Checks[0].Assessment.Work {
		w.Deed(w.Hand, "correct", ByTag(trees[0].Tag), bench.Correct{WorkKey: piece.Key, Done: true})
	}
	after := SoundLook()
	after.BallDiameterMM, after.MatSidePct = Ptr(290.0), Ptr(0.0)
	w.Deed(w.Hand, "save-check", ByTag(trees[0].Tag), bench.NewCheck{Version: w.Tree(trees[0].Tag).Version, AfterWork: true, Readings: after})
	require.Len(t, w.Tree(trees[0].Tag).Checks, 2)
	last := w.Tree(trees[1].Tag).Last
	require.NotNil(t, last)
	assert.InDelta(t, 330, *last.BallDiameterMM, 0)
}
