package fit_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/fit"
	"sedum/core/ground"
)

// The roots are the stock's: a tree is never better in a soil than its stock, nor than its kind; and nothing unknown becomes known.
func TestATreeStandsOnItsRootstock(t *testing.T) {
	kind := map[ground.SoilGroup]fit.Bears{ground.SoilGroupCoarse: fit.BearsGood, ground.SoilGroupMedium: fit.BearsBears}
	got := fit.OnRootstock(kind, fit.Rootstock{Name: "M9", SizePct: 35, Coarse: fit.BearsDislikes, Medium: fit.BearsGood, Fine: fit.BearsGood})
	assert.Equal(t, map[ground.SoilGroup]fit.Bears{ground.SoilGroupCoarse: fit.BearsDislikes, ground.SoilGroupMedium: fit.BearsBears}, got)
	assert.Equal(t, fit.BearsGood, kind[ground.SoilGroupCoarse], "the kind itself stays as it is")
	for label, is := range map[string]bool{"M9": true, "m 9": true, "M.9": true, "M26": false, "": false, "MM-9": false} {
		assert.Equal(t, is, fit.Rootstock{Name: "M9"}.Is(label), label)
	}
}
