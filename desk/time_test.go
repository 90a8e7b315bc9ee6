package desk_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
	"sedum/store"
)

// An entry that waited on a device counts from when it was made, wherever the clock of that device stood.
func TestAnEntryCountsFromWhenItWasMade(t *testing.T) {
	q := open(t)
	base := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	lot := q.bareLot(base, 10)
	now := base.Add(3 * time.Hour)
	q.Now = func() time.Time { return now }
	late := q.hand
	late.EnteredAgo = 2 * time.Hour
	made := base.Add(time.Hour)

	_, err := q.KeepRoots(ctx, late, key(), desk.NewStage{Lot: lot, Cover: stock.ColdStore})
	require.NoError(t, err)
	_, err = q.FeelRoots(ctx, late, key(), desk.NewDampLook{Lot: lot, Damp: yard.Dry})
	require.NoError(t, err)
	u := q.unit(lot, "")
	require.Len(t, u.Stages, 3)
	assert.Equal(t, made, u.Stages[1].At, "in the cold store since then")
	assert.Equal(t, made, u.Stages[2].At, "wetted then")
	assert.Equal(t, made, u.Felt.At)

	soaks, err := q.BeginSoak(ctx, late, key(), desk.NewSoak{Lot: lot, Water: yard.Clean})
	require.NoError(t, err)
	assert.Equal(t, made.Add(4*time.Hour), soaks[0].Soaking.EndsAt)
	out := q.hand
	out.EnteredAgo = time.Hour
	_, err = q.EndSoak(ctx, out, soaks[0].ID)
	require.NoError(t, err)
	_, err = q.EndSoak(ctx, q.hand, soaks[0].ID)
	require.NoError(t, err, "out of the water twice is out of the water")

	tag := q.treeIn(stock.InWork).Tag
	before, err := q.Tree(ctx, late, tag)
	require.NoError(t, err)
	after, err := q.Correct(ctx, late, tag, key(), before.Current().Assessment.Work[0].Key, true)
	require.NoError(t, err)
	assert.Equal(t, made, after.Corrections[len(after.Corrections)-1].At)

	fresh := q.treeIn(stock.Unchecked).Tag
	seen, err := q.Tree(ctx, late, fresh)
	require.NoError(t, err)
	_, err = q.SaveCheck(ctx, late, fresh, key(), desk.NewCheck{Version: seen.Tree.Version})
	require.NoError(t, err)
	seen, err = q.Tree(ctx, late, fresh)
	require.NoError(t, err)
	assert.Equal(t, made, seen.Checks[0].At)
	assert.Equal(t, made, seen.Tree.StateSince)
}

// The roots of a tree that was looked at without a network are judged by where their clock stood then.
func TestALateLookIsJudgedByTheClockOfThen(t *testing.T) {
	q := open(t)
	base := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	lot := q.bareLot(base, 3)
	q.Now = func() time.Time { return base.Add(time.Minute) }
	_, err := q.KeepRoots(ctx, q.hand, key(), desk.NewStage{Lot: lot, Cover: stock.BareSunWind})
	require.NoError(t, err)
	record, err := q.Store.LotByNumber(ctx, lot)
	require.NoError(t, err)
	trees, err := q.Store.TreesOfLot(ctx, record.ID)
	require.NoError(t, err)
	q.Now = func() time.Time { return base.Add(30 * time.Hour) }
	look := func(t0 store.Tree, who desk.Caller) string {
		v, err := q.save(who, t0.Tag, desk.NewCheck{Version: t0.Version})
		require.NoError(t, err)
		return v.Checks[0].Subject.Clock
	}
	late := q.hand
	late.EnteredAgo = 30*time.Hour - 2*time.Minute
	assert.Equal(t, "fresh", look(trees[0], late), "a minute after it was laid in the sun")
	assert.Equal(t, "spent", look(trees[1], q.hand), "a day and a night in the sun")
	early := q.hand
	early.EnteredAgo = 40 * time.Hour
	assert.Equal(t, "fresh", look(trees[2], early), "before its clock began")
}

// The yard's day is its own: a box that was felt yesterday evening is due, though in Greenwich it is the same day.
func TestTheYardsDayIsItsOwn(t *testing.T) {
	q := open(t)
	q.Zone = time.FixedZone("far east", 10*3600)
	evening := time.Date(2026, 11, 26, 13, 0, 0, 0, time.UTC) // 23:00 in the yard
	lot := q.bareLot(evening, 10)
	_, err := q.FeelRoots(ctx, q.hand, key(), desk.NewDampLook{Lot: lot, Damp: yard.Moist})
	require.NoError(t, err)
	assert.False(t, q.unit(lot, "").FeelToday)
	q.Now = func() time.Time { return evening.Add(2 * time.Hour) } // 01:00
	assert.True(t, q.unit(lot, "").FeelToday)

	// What arrives at one in the morning arrives on that day.
	v := q.takeIn(aLot("Hazel", stock.Container, 4))
	assert.Equal(t, "2026-11-27", v.Lots[0].ArrivedOn.Format(time.DateOnly))
}
