package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/rules"
	"sedum/core/stock"
)

// Buds swell on day 100 and the flush lasts 56 days: summer begins on day 156 and ends 42 days before frost, on day 245 for one on day 288. From 1 January
// that is 155 days; on day 160 the next look in 28; on day 230 the next summer, 291 days away.
func TestTheDaysToSummer(t *testing.T) {
	for day, want := range map[int]int{1: 155, 100: 56, 155: 1, 160: 28, 230: 291, 300: 221, 365: 156} {
		assert.Equal(t, want, stock.DaysToSummer(rules.House{}, day, 100, 288), "day %d", day)
	}
}

// Held for 100 days it is looked at after 28, 56 and 84; for 28 or fewer only at the end.
func TestTheLooksWhileATreeIsHeld(t *testing.T) {
	assert.Equal(t, []int{28, 56, 84}, stock.LooksWhileHeld(rules.House{}, 100))
	assert.Empty(t, stock.LooksWhileHeld(rules.House{}, 28))
}
