package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/stock"
)

// Nothing that a yard hand does to many trees at once puts one on sale, ends what a manager decides, or takes a promised tree away.
func TestManyAtOnceNeverHelpsATree(t *testing.T) {
	for _, d := range set.All[stock.ManyDeed]() {
		for _, s := range set.All[stock.State]() {
			why, to := d.LeavesOut(s), d.Becomes(s)
			if s.Left() {
				assert.Equal(t, stock.LeftGone, why, "%s %s", d, s)
			}
			if why != "" {
				continue
			}
			assert.False(t, to != s && (to == stock.ForSale || to == stock.Sold || to == stock.Unreleased), "%s %s", d, s)
			assert.False(t, to != s && s == stock.Reserved, "%s of a promised tree", d)
			assert.False(t, s == stock.Apart && to == stock.Held, "apart ends by a manager's word")
		}
	}
	assert.False(t, stock.MayDoMany(stock.LoseMany, roles.YardHand))
	assert.True(t, stock.MayDoMany(stock.LoseMany, roles.Advisor))
	assert.True(t, stock.MayDoMany(stock.HoldMany, roles.YardHand))
	assert.Equal(t, stock.Apart, stock.MoveMany.Becomes(stock.Apart))
}
