package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/rules"
	"sedum/core/stock"
)

// stock.md: over a sixth of the root area at the collar. A girdling root of 10 mm beside three main roots of 12: 100 of 532.
func TestMuchCutAtTheCollar(t *testing.T) {
	look := func(girdling float64, main ...float64) (stock.Assessment, stock.Readings) {
		r := stock.Readings{Roots: []stock.Circler{{Root: stock.Root{Zone: stock.ZoneSide, DiameterMM: 20}}, {Root: stock.Root{Zone: stock.ZoneCollar, DiameterMM: girdling}}}, MainRootsMM: &main}
		return stock.Assessment{RootBall: &stock.RootBallResult{RootClasses: []stock.RootClass{stock.RootMajor, stock.RootGirdling}}}, r
	}
	a, r := look(10, 12, 12, 12)
	assert.InDelta(t, 100.0/532, stock.CollarCutShare(a, r), 1e-9)
	assert.True(t, stock.CutMuchAtCollar(rules.House{}, a, r), "18.8 %")
	a, r = look(8, 12, 12, 12)
	assert.False(t, stock.CutMuchAtCollar(rules.House{}, a, r), "12.9 %")
	a, r = look(10)
	r.MainRootsMM = nil
	assert.Zero(t, stock.CollarCutShare(a, r), "nobody counted the main roots")
	assert.Zero(t, stock.CollarCutShare(stock.Assessment{}, r))
}
