package desk_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

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
	q := open(t)
	number := q.takeIn(aLot("Hornbeam", stock.Container, 30)).Lots[0].Number
	none, err := q.FaultsOfLot(ctx, q.hand, number)
	require.NoError(t, err)
	assert.Equal(t, desk.LotFaults{Faults: []desk.ShareOf{}}, none)
	v, err := q.DrawLot(ctx, q.hand, number, key(), 1)
	require.NoError(t, err)
	tags := map[int]string{}
	for _, tree := range v.First {
		tags[tree.Number] = tree.Tag
	}
	drawn := v.Sample.Drawn
	// A tree that chance did not draw is rotten too; it must not count for the range.
	for place, tag := range tags {
		if !slices.Contains(drawn, place) {
			q.judge(tag, true)
			break
		}
	}
	for i, place := range drawn {
		if i == len(drawn)-1 {
			between, err := q.FaultsOfLot(ctx, q.hand, number)
			require.NoError(t, err)
			assert.False(t, between.Ranged, "between looks it is only counted")
			assert.Zero(t, between.Faults[0].High)
			assert.Equal(t, i+1, between.Checked, "all that were looked at")
		}
		q.judge(tags[place], i%5 == 0)
	}
	got, err := q.FaultsOfLot(ctx, q.hand, number)
	require.NoError(t, err)
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
	assert.Less(t, f.Low, f.Share)
	assert.Greater(t, f.High, f.Share)

	_, err = q.FaultsOfLot(ctx, q.hand, 9999)
	assert.ErrorIs(t, err, store.ErrMissing)
	_, err = q.FaultsOfLot(ctx, desk.Caller{}, number)
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
}
