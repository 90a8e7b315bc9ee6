package store_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/store"
)

// manyTrees fills the lot of a tree with unchecked ones at the places 2 to n.
func manyTrees(t *testing.T, s *store.Store, first store.Tree, n int) []store.Tree {
	t.Helper()
	trees := []store.Tree{}
	for i := 2; i <= n; i++ {
		trees = append(trees, store.Tree{ID: store.NewID(), Tag: store.NewID()[:7], LotID: first.LotID, LotNumber: first.LotNumber, Number: i, State: stock.Unchecked,
			StateSince: time.Now().UTC(), BundleCount: 1 + i%3, Version: 1})
	}
	require.NoError(t, store.AddAll(ctx, s, trees))
	return append([]store.Tree{first}, trees...)
}

func TestALotIsTalliedByState(t *testing.T) {
	s := testdb.Open(t)
	trees := manyTrees(t, s, tree(t, s), 1200)
	moved := trees[7]
	moved.State = stock.ForSale
	require.NoError(t, s.MoveTree(ctx, moved))
	tally, err := s.TallyOf(ctx, moved.LotNumber)
	require.NoError(t, err)
	assert.Equal(t, 1200, tally.Tags)
	want := 0
	for i, each := range trees {
		if i == 0 {
			want++ // a single tree
			continue
		}
		want += each.BundleCount
	}
	assert.Equal(t, want, tally.Trees)
	assert.Equal(t, map[stock.State]int{stock.Unchecked: 1199, stock.ForSale: 1}, tally.Counts)
	first, err := s.FirstTrees(ctx, moved.LotID, 60)
	require.NoError(t, err)
	require.Len(t, first, 60)
	for i, each := range first {
		assert.Equal(t, i+1, each.Number)
	}
	places, err := s.PlacesOf(ctx, moved.LotID)
	require.NoError(t, err)
	assert.Len(t, places, 1200)
	at, err := s.TreesAt(ctx, moved.LotID, []int{900, 3})
	require.NoError(t, err)
	assert.Equal(t, []int{3, 900}, []int{at[0].Number, at[1].Number})
	none, err := s.TreesAt(ctx, moved.LotID, nil)
	require.NoError(t, err)
	assert.Empty(t, none)
}

func TestTheNextInALotGoesRound(t *testing.T) {
	s := testdb.Open(t)
	trees := manyTrees(t, s, tree(t, s), 5)
	next := func(after int) string {
		tag, err := s.NextInLot(ctx, trees[0].LotNumber, after)
		require.NoError(t, err)
		return tag
	}
	assert.Equal(t, trees[2].Tag, next(2))
	assert.Equal(t, trees[0].Tag, next(5), "after the last it begins again")
	for _, each := range trees {
		each.State = stock.ForSale
		require.NoError(t, s.MoveTree(ctx, each))
	}
	assert.Empty(t, next(1))
}

// A look and the move of its tree are one: a tree that somebody else moved meanwhile keeps its state and gets no look.
func TestALookGoesInOnlyWhenItsTreeIsAsItWasSeen(t *testing.T) {
	s := testdb.Open(t)
	seen, p := tree(t, s), person(t, s)
	closed := [4]stock.State{stock.Sold, stock.Reserved, stock.SentBack, stock.Lost}
	look := func() store.Check {
		return store.Check{ID: store.NewID(), TreeID: seen.ID, PersonID: p.ID, At: time.Now().UTC(), Verdict: stock.Sell, Readings: stock.Readings{RootsLooked: true}}
	}
	looks := func() []store.Check {
		all, err := s.ChecksOf(ctx, seen.ID)
		require.NoError(t, err)
		return all
	}
	first := look()
	seen.State, seen.CheckID = stock.ForSale, &first.ID
	require.NoError(t, s.SaveLook(ctx, first, seen, closed))
	require.Len(t, looks(), 1)
	assert.True(t, looks()[0].Readings.RootsLooked)
	now, err := s.TreeByTag(ctx, seen.Tag)
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, now.State)
	assert.Equal(t, seen.Version+1, now.Version)

	assert.ErrorIs(t, s.SaveLook(ctx, look(), seen, closed), store.ErrMoved, "its version is another now")
	assert.ErrorIs(t, s.SaveLook(ctx, first, now, closed), store.ErrTwice, "the same look")
	now.State = stock.Sold
	require.NoError(t, s.MoveTree(ctx, now))
	now.Version++
	assert.ErrorIs(t, s.SaveLook(ctx, look(), now, closed), store.ErrMoved, "it is sold")
	assert.Len(t, looks(), 1, "none of these went in")
	after, err := s.TreeByTag(ctx, seen.Tag)
	require.NoError(t, err)
	assert.Equal(t, now.Version, after.Version, "nor moved the tree")

	// The connection is fit for the next deed: no transaction was left open on it.
	for range 30 {
		other := tree(t, s)
		other.State = stock.ForSale
		assert.ErrorIs(t, s.SaveLook(ctx, store.Check{ID: first.ID, TreeID: other.ID, PersonID: p.ID, At: time.Now().UTC()}, other, closed), store.ErrTwice)
	}
	require.NoError(t, store.Add(ctx, s, &store.Message{ID: store.NewID(), PersonID: p.ID, Code: "clock-soon", At: time.Now().UTC(), Facts: map[string]string{}}))
}

func TestTheBenchReadsATreeInOneGo(t *testing.T) {
	s := testdb.Open(t)
	trees := manyTrees(t, s, tree(t, s), 4)
	got, err := s.TreeOnBench(ctx, trees[1].Tag)
	require.NoError(t, err)
	assert.Equal(t, trees[1].ID, got.Tree.ID)
	assert.Equal(t, trees[1].Tag, got.Tree.Tag)
	assert.Equal(t, trees[2].Tag, got.NextInLot)
	assert.Nil(t, got.Drawn)
	whole, err := s.LotByID(ctx, trees[1].LotID)
	require.NoError(t, err)
	assert.Equal(t, []any{whole.Number, whole.Form, whole.Pot, whole.Decision, whole.Kind.Habit, whole.Kind.Common},
		[]any{got.Lot.Number, got.Lot.Form, got.Lot.Pot, got.Lot.Decision, got.Lot.Kind.Habit, got.Lot.Kind.Common})
	last, err := s.TreeOnBench(ctx, trees[3].Tag)
	require.NoError(t, err)
	assert.Empty(t, last.NextInLot, "nothing after the last")
	_, err = s.TreeOnBench(ctx, "NOTHERE")
	assert.ErrorIs(t, err, store.ErrMissing)
}

func TestASampleKeepsItsDrawAndALotHasOne(t *testing.T) {
	s := testdb.Open(t)
	lot, p := tree(t, s).LotID, person(t, s)
	none, err := s.DrawnOf(ctx, lot)
	require.NoError(t, err)
	assert.Nil(t, none)
	sample := store.Sample{ID: store.NewID(), LotID: lot, Seed: 1<<63 - 5, LotSize: 40, TolerableShare: 0.1, Confidence: 0.95, Strictness: sampling.Normal,
		Looks: []sampling.Look{{Checked: 3, Miss: 0.25}}, Drawn: []int{7, 2, 31}, PersonID: p.ID, At: time.Now().UTC()}
	require.NoError(t, store.Add(ctx, s, &sample))
	again := sample
	again.ID = store.NewID()
	assert.ErrorIs(t, store.Add(ctx, s, &again), store.ErrTwice)
	back, err := s.SampleOf(ctx, lot)
	require.NoError(t, err)
	assert.Equal(t, sample.Seed, back.Seed)
	assert.Equal(t, sample.Looks, back.Looks)
	assert.Equal(t, "Somebody", back.Person.Name)
	drawn, err := s.DrawnOf(ctx, lot)
	require.NoError(t, err)
	assert.Equal(t, []int{7, 2, 31}, drawn)
}

func TestWhoIsOnDutyIsWhoeverSignedOnLastElseAManager(t *testing.T) {
	s := testdb.Open(t)
	_, err := s.OnDuty(ctx)
	assert.ErrorIs(t, err, store.ErrMissing, "nobody is there")
	hand, other := person(t, s), person(t, s)
	manager := store.Person{ID: store.NewID(), SignIn: "boss", Name: "Manager", Role: store.Manager, PasswordHash: "x", Active: true, Version: 1}
	require.NoError(t, store.Add(ctx, s, &manager))
	duty := func() string {
		p, err := s.OnDuty(ctx)
		require.NoError(t, err)
		return p.ID
	}
	assert.Equal(t, manager.ID, duty())
	early, late := time.Now().UTC().Add(-time.Hour), time.Now().UTC()
	require.NoError(t, s.SetDuty(ctx, hand.ID, &late))
	require.NoError(t, s.SetDuty(ctx, other.ID, &early))
	assert.Equal(t, hand.ID, duty())
	require.NoError(t, s.SetDuty(ctx, hand.ID, nil))
	assert.Equal(t, other.ID, duty())
}

func TestTheFirstLookOfATreeIsTheNewestBeforeAnyWork(t *testing.T) {
	s := testdb.Open(t)
	each, p := tree(t, s), person(t, s)
	look := func(minute int, verdict stock.Verdict, afterWork bool) {
		c := store.Check{ID: store.NewID(), TreeID: each.ID, PersonID: p.ID, At: time.Date(2026, 11, 25, 9, minute, 0, 0, time.UTC), AfterWork: afterWork, Verdict: verdict,
			Assessment: stock.Assessment{Verdict: verdict}, Rules: map[rules.Key]float64{}, CoreVersion: fmt.Sprint(minute)}
		require.NoError(t, store.Add(ctx, s, &c))
		each.CheckID = &c.ID
		require.NoError(t, s.MoveTree(ctx, each))
	}
	look(0, stock.NotYetJudged, false)
	looks, err := s.FirstLooks(ctx, "lot", each.LotID)
	require.NoError(t, err)
	assert.Empty(t, looks, "what was not judged counts for nothing")
	look(1, stock.SendBack, false)
	look(2, stock.Fix, false)
	look(3, stock.Sell, true)
	looks, err = s.FirstLooks(ctx, "lot", each.LotID)
	require.NoError(t, err)
	require.Len(t, looks, 1)
	assert.Equal(t, stock.Fix, looks[0].Assessment.Verdict)
}

func TestARetiredMeasureGivesItsNameFree(t *testing.T) {
	s := testdb.Open(t)
	p := person(t, s)
	m := store.HouseMeasure{ID: store.NewID(), Name: "blue scoop", Kind: "scoop", Substance: "gel powder", Amount: 28, Unit: "g", PersonID: p.ID, At: time.Now().UTC(), Version: 1}
	require.NoError(t, store.Add(ctx, s, &m))
	same := m
	same.ID = store.NewID()
	require.ErrorIs(t, store.Add(ctx, s, &same), store.ErrTwice)
	require.NoError(t, s.RetireMeasure(ctx, m.ID))
	require.NoError(t, store.Add(ctx, s, &same))
	assert.ErrorIs(t, s.RetireMeasure(ctx, "nothing"), store.ErrMissing)
	list, err := s.HouseMeasures(ctx)
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.InDelta(t, 28, list[0].Amount, 0)
}
