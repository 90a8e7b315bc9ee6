package guarantee_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/guarantee"
	"sedum/core/set"
	"sedum/core/trouble"
)

// What is unknown never helps: an open cause, and an advice in own words, leave open whether it bears.
func TestAnAdviceBearsOnKnownCausesOnly(t *testing.T) {
	for _, a := range set.All[guarantee.Advice]() {
		assert.Nil(t, guarantee.Bears(a, ""), a)
		assert.Nil(t, guarantee.Bears(a, trouble.None), a)
	}
	for _, c := range set.All[trouble.Cause]() {
		assert.Nil(t, guarantee.Bears("other", c))
		if yes := guarantee.Bears("looks", c); c != trouble.None {
			assert.False(t, *yes, "nobody dies of not being looked at: %s", c)
		}
	}
	assert.True(t, *guarantee.Bears("stake", "rocking"))
	assert.False(t, *guarantee.Bears("stake", "drought"))
	assert.True(t, *guarantee.Bears("water", "dry-ball"))
	assert.False(t, slices.Contains([]bool{*guarantee.Bears("mulch", "circling-roots"), *guarantee.Bears("depth", "frost-damage")}, true))
}
