package planting_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fault"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// The ball by the caliper table of the handbook (19 mm: 356 wide), the years by its rule of two or three, the weight by two people.
func TestATreeInTheGardenIsMoved(t *testing.T) {
	for name, c := range map[string]struct {
		in   planting.MoveInput
		word planting.MoveWord
		why  []planting.MoveReason
		ball float64
	}{
		"a whip of two years":    {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 13, YearsThere: ptr(2.0)}, planting.MoveGood, []planting.MoveReason{"young"}, 305},
		"three years":            {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 19, YearsThere: ptr(3.0)}, planting.MoveGood, []planting.MoveReason{"young"}, 356},
		"too heavy for theirs":   {planting.MoveInput{Lifters: stock.Public, CaliperMM: 19, YearsThere: ptr(2.0)}, planting.MoveMover, []planting.MoveReason{"young", "heavy"}, 356},
		"four years":             {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 19, YearsThere: ptr(4.0)}, planting.MoveMover, []planting.MoveReason{"old"}, 356},
		"nobody knows how long":  {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 19}, planting.MoveFair, []planting.MoveReason{"years-unknown"}, 356},
		"shy of it":              {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 19, YearsThere: ptr(1.0), MovesBadly: true}, planting.MoveFair, []planting.MoveReason{"young", "moves-badly"}, 356},
		"too heavy for two":      {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 76, YearsThere: ptr(2.0)}, planting.MoveMover, []planting.MoveReason{"young", "heavy"}, 813},
		"heavy, old and shy too": {planting.MoveInput{Lifters: stock.Staff, CaliperMM: 76, YearsThere: ptr(20.0), MovesBadly: true}, planting.MoveMover, []planting.MoveReason{"old", "heavy", "moves-badly"}, 813},
	} {
		r, err := planting.Move(rules.House{}, c.in)
		require.NoError(t, err, name)
		assert.Equal(t, c.word, r.Word, name)
		assert.Equal(t, c.why, r.Reasons, name)
		assert.InDelta(t, c.ball, r.BallDiameterMM, 1e-9, name)
	}
	_, err := planting.Move(rules.House{}, planting.MoveInput{})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("caliper_mm"))
	// A larger tree, or one that stood longer, is never easier to move.
	rapid.Check(t, func(t *rapid.T) {
		caliper, years := rapid.Float64Range(13, 200).Draw(t, "caliper"), rapid.Float64Range(0, 9).Draw(t, "years")
		a, err := planting.Move(rules.House{}, planting.MoveInput{Lifters: stock.Staff, CaliperMM: caliper, YearsThere: &years})
		require.NoError(t, err)
		more := years + rapid.Float64Range(0, 5).Draw(t, "more")
		b, err := planting.Move(rules.House{}, planting.MoveInput{Lifters: stock.Staff, CaliperMM: caliper + rapid.Float64Range(0, 50).Draw(t, "thicker"), YearsThere: &more})
		require.NoError(t, err)
		rank := map[planting.MoveWord]int{"good": 0, "fair": 1, "mover": 2}
		assert.LessOrEqual(t, rank[a.Word], rank[b.Word])
		assert.LessOrEqual(t, a.MassKG, b.MassKG+1e-9)
	})
}

// Where the ground freezes a tree is moved before leaf-out and not in autumn; where it does not, in any dormant week.
func TestATreeIsMovedBeforeLeafOut(t *testing.T) {
	day, ok := planting.NextMove(rules.House{}, lake(stock.Container), 290)
	assert.True(t, ok)
	assert.Equal(t, 76, day)
	mild := lake(stock.Container)
	mild.Spot.Frost.SoilFreeze = nil
	day, _ = planting.NextMove(rules.House{}, mild, 290)
	assert.Equal(t, 302, day)
	_, ok = planting.NextMove(rules.House{}, planting.Input{}, 10)
	assert.False(t, ok)
}
