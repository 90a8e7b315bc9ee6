package bench_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/core/stock"
)

// A young layer with too few roots of its own is told how to be potted and held until summer, with the days on which it is looked at; one with
// enough is not.
func TestAnUnderRootedLayerIsHeldUntilSummer(t *testing.T) {
	w := Open(t)
	lot := LotOf("Hazel", stock.BareRoot, 2)
	lot.Origin = stock.Layer
	number := w.TakeIn(lot)[0]
	trees := w.TreesOf(number)
	look := func(tag string, spread float64) []string {
		return w.SaveLook(tag, stock.Readings{CaliperMM: Ptr(8.0), HeightM: Ptr(0.6), Above: SoundLook().Above, BareRoot: &stock.BareRootLook{SpreadMM: Ptr(spread), LengthMM: Ptr(140.0),
			Sides: Ptr(2), SoilLineMM: Ptr(20.0), Moisture: "moist", Mould: Ptr(false), Buds: "dormant", BrokenRoots: Ptr(0), Stub: stock.StubClean}}).Potting
	}
	steps := look(trees[0].Tag, 120)
	require.NotEmpty(t, steps)
	all := strings.Join(steps, "\n")
	for _, said := range []string{"hold it until summer", "Fetch a pot", "June", "A gentle pull"} {
		assert.Contains(t, strings.ToLower(all), strings.ToLower(said))
	}
	assert.Empty(t, look(trees[1].Tag, 300), "it has enough roots to be planted")
}
