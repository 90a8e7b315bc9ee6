package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/stock"
)

// However many roots there are to cut, each piece of work is done by itself: no two share a key.
func TestEveryPieceOfWorkHasAKeyOfItsOwn(t *testing.T) {
	most := 0
	rapid.Check(t, func(t *rapid.T) {
		r := drawLook(t)
		r.Texture, r.Odour, r.BottomRoots = stock.TextureFirm, stock.OdourNone, "present"
		for i := range rapid.IntRange(0, 25).Draw(t, "at the collar") {
			r.Roots = append(r.Roots, stock.Circler{Root: stock.Root{Zone: stock.ZoneCollar, DiameterMM: 2, ArcDeg: 300, GapMM: ptr(float64(i % 4))}})
		}
		r.SeenDepthMM = nil
		for i := range rapid.IntRange(0, 24).Draw(t, "probes") {
			r.Probes = append(r.Probes, stock.Probe{BearingDeg: float64(i * 15), DepthMM: ptr(float64(rapid.IntRange(0, 60).Draw(t, "deep")))})
		}
		a, err := stock.Assess(rules.House{}, subject(), r)
		require.NoError(t, err)
		once := map[string]bool{}
		for _, w := range a.Work {
			assert.False(t, once[w.Key], "two pieces of work called %s", w.Key)
			once[w.Key] = true
		}
		most = max(most, len(a.Work))
	})
	assert.Greater(t, most, 10, "more than ten pieces of work were made")
}
