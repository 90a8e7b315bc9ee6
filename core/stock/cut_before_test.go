package stock_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
)

// Buds swell on day 98 (8 April) and the first frost falls on day 288 (15 October).
func TestAutumnsCutAndWintersAreOne(t *testing.T) {
	day := func(text string) time.Time { d, _ := time.Parse(time.DateOnly, text); return d }
	for _, c := range []struct {
		cut, today string
		grown      bool
	}{
		{"2026-10-01", "2027-01-20", false},
		{"2026-10-01", "2027-10-14", false},
		{"2026-10-01", "2027-10-15", true},
		{"2027-05-01", "2027-12-01", false}, // it grew a part of that season only
		{"2027-05-01", "2028-10-14", true},  // a leap year has the day one earlier
	} {
		assert.Equal(t, c.grown, stock.GrownSince(day(c.cut), day(c.today), 98, 288), "%+v", c)
	}
}

// A ball of 300 by 230: a shave of 18.75 leaves (262.5/300)^2 of it, a slice of 23 nine tenths.
func TestTheShareThatDoneWorkTookOff(t *testing.T) {
	a := stock.Assessment{RootBall: &stock.RootBallResult{SideShaveMM: 18.75, BottomSliceMM: 23}}
	r := stock.Readings{BallDiameterMM: ptr(300.0), BallHeightMM: ptr(230.0)}
	share := func(codes ...stock.Correction) float64 {
		return stock.CutShare(a, r, func(c stock.Correction) bool {
			for _, each := range codes {
				if each == c {
					return true
				}
			}
			return false
		})
	}
	assert.Zero(t, share(stock.Tease))
	assert.InDelta(t, 1-0.875*0.875, share(stock.Shave), 1e-9)
	assert.InDelta(t, 0.1, share(stock.Slice), 1e-9)
	assert.InDelta(t, 1-0.875*0.875*0.9, share(stock.Shave, stock.Slice), 1e-9)
	assert.Zero(t, stock.CutShare(stock.Assessment{}, r, func(stock.Correction) bool { return true }))
}
