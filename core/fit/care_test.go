package fit_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/set"
)

func TestCareThatAKindWants(t *testing.T) {
	for _, c := range []struct {
		wants fit.CareWants
		care  ground.Care
	}{
		{fit.CareWants{Drought: ptr(2)}, ground.CareLittle}, {fit.CareWants{}, ground.CareSome}, {fit.CareWants{Drought: ptr(0)}, ground.CareSome},
		{fit.CareWants{Drought: ptr(3), Thirsty: true}, ground.CareSome}, {fit.CareWants{Drought: ptr(3), Bleeds: true}, ground.CareSome},
		{fit.CareWants{Drought: ptr(3), Fruiting: true}, ground.CareMuch}, {fit.CareWants{Drought: ptr(3), Tender: true}, ground.CareMuch},
	} {
		assert.Equal(t, c.care, fit.CareOf(c.wants), "%+v", c.wants)
	}
	for i, given := range set.All[ground.Care]() {
		for k, wanted := range set.All[ground.Care]() {
			assert.Equal(t, k <= i, given.Enough(wanted))
		}
	}
}
