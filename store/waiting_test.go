package store_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/database/testdb"
	"sedum/store"
)

func TestASoakIsToldOnceAndEndsOnce(t *testing.T) {
	s := testdb.Open(t)
	tr, p := tree(t, s), person(t, s)
	begun := time.Now().UTC().Add(-5 * time.Hour).Truncate(time.Microsecond)
	later := store.Soak{ID: store.NewID(), LotID: tr.LotID, Water: yard.Muddy, BegunAt: begun.Add(time.Hour), PersonID: p.ID}
	first := store.Soak{ID: store.NewID(), LotID: tr.LotID, TreeID: &tr.ID, Water: yard.Clean, BegunAt: begun, PersonID: p.ID}
	require.NoError(t, store.Add(ctx, s, &later))
	require.NoError(t, store.Add(ctx, s, &first))
	open, err := s.OpenSoaks(ctx)
	require.NoError(t, err)
	require.Len(t, open, 2)
	assert.Equal(t, first.ID, open[0].ID, "the longest first")
	told, err := s.TellSoak(ctx, first.ID)
	require.NoError(t, err)
	assert.True(t, told)
	told, err = s.TellSoak(ctx, first.ID)
	require.NoError(t, err)
	assert.False(t, told, "once")
	require.NoError(t, s.EndSoak(ctx, first.ID, time.Now().UTC()))
	require.NoError(t, s.EndSoak(ctx, first.ID, time.Now().UTC()), "what is out of the water stays so")
	assert.ErrorIs(t, s.EndSoak(ctx, store.NewID(), time.Now().UTC()), store.ErrMissing)
	assert.Error(t, s.EndSoak(ctx, later.ID, begun), "it cannot end before it began")
	open, err = s.OpenSoaks(ctx)
	require.NoError(t, err)
	require.Len(t, open, 1)
	bad := store.Soak{ID: store.NewID(), LotID: tr.LotID, Water: "soup", BegunAt: begun, PersonID: p.ID}
	assert.Error(t, store.Add(ctx, s, &bad))
}

func TestRepairsThatWait(t *testing.T) {
	s := testdb.Open(t)
	tr, p := tree(t, s), person(t, s)
	add := func(journey string, d yard.Damage) store.JourneyDamage {
		r := yard.RepairOf(d, 0)
		j := store.JourneyDamage{ID: store.NewID(), TreeID: tr.ID, Journey: journey, Damage: d, Repair: r.Do, Verdict: r.Verdict, PersonID: p.ID, At: time.Now().UTC()}
		require.NoError(t, store.Add(ctx, s, &j))
		return j
	}
	branch := add("arrival", yard.BrokenBranch)
	add("arrival", yard.WindBurn) // held, not repaired by a cut
	add("going-home", yard.BrokenPot)
	waiting, err := s.DamagesToRepair(ctx)
	require.NoError(t, err)
	require.Len(t, waiting, 1)
	assert.Equal(t, branch.ID, waiting[0].ID)
	assert.Equal(t, "cut-back", waiting[0].Repair)
	assert.Equal(t, tr.Tag, waiting[0].Tag)
	n, err := s.OpenDamages(ctx, tr.ID)
	require.NoError(t, err)
	assert.Equal(t, 2, n)
	now := time.Now().UTC()
	require.NoError(t, s.SetRepaired(ctx, branch.ID, tr.ID, &now, &p.ID))
	assert.ErrorIs(t, s.SetRepaired(ctx, branch.ID, "another", &now, &p.ID), store.ErrMissing)
	waiting, err = s.DamagesToRepair(ctx)
	require.NoError(t, err)
	assert.Empty(t, waiting)
	require.NoError(t, s.SetRepaired(ctx, branch.ID, tr.ID, nil, nil))
	waiting, err = s.DamagesToRepair(ctx)
	require.NoError(t, err)
	assert.Len(t, waiting, 1, "taken back")
	all, err := s.DamagesOf(ctx, tr.ID)
	require.NoError(t, err)
	assert.Len(t, all, 3)
}

func TestWhatWasFeltAndCountedIsAppended(t *testing.T) {
	s := testdb.Open(t)
	tr, p := tree(t, s), person(t, s)
	for i, d := range []yard.Damp{yard.Moist, yard.Drying} {
		require.NoError(t, store.Add(ctx, s, &store.DampLook{ID: store.NewID(), LotID: tr.LotID, Damp: d, PersonID: p.ID, At: time.Now().UTC().Add(time.Duration(i) * time.Minute)}))
	}
	felt, err := s.DampLooksOf(ctx, []string{tr.LotID})
	require.NoError(t, err)
	require.Len(t, felt, 2)
	assert.Equal(t, yard.Drying, felt[0].Damp, "newest first")
	assert.Error(t, store.Add(ctx, s, &store.DampLook{ID: store.NewID(), LotID: tr.LotID, Damp: "soggy", PersonID: p.ID, At: time.Now().UTC()}))
	require.NoError(t, store.Add(ctx, s, &store.RootOutcome{ID: store.NewID(), LotID: tr.LotID, Lost: 2, Doubtful: 1, Sound: 30, PersonID: p.ID, At: time.Now().UTC()}))
	assert.Error(t, store.Add(ctx, s, &store.RootOutcome{ID: store.NewID(), LotID: tr.LotID, Lost: -2, PersonID: p.ID, At: time.Now().UTC()}))
	came, err := s.OutcomesOf(ctx, tr.LotID)
	require.NoError(t, err)
	require.Len(t, came, 1)
	assert.Equal(t, 30, came[0].Sound)
	assert.Equal(t, "Somebody", came[0].Person.Name)
	assert.Equal(t, stock.Unchecked, tr.State)
}
