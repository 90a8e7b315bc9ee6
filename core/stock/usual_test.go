package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/set"
	"sedum/core/stock"
)

// What nobody stated is never passed off as stated: whatever is left out of a lot is named as assumed, whatever was stated stands as it
// was, and settling twice changes nothing.
func TestWhatNobodyStatedIsNamedAsAssumed(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		stated := func(name string, low, high int) float64 {
			if rapid.Bool().Draw(t, name+" is left out") {
				return 0
			}
			return float64(rapid.IntRange(low, high).Draw(t, name))
		}
		f := stock.LotFacts{Form: rapid.SampledFrom(set.All[stock.Form]()).Draw(t, "form"), PotL: stated("litres", 1, 100),
			BallDiameterMM: stated("width", 40, 900), BallHeightMM: stated("height", 40, 700), CaliperMM: stated("caliper", 3, 120), HeightM: stated("tall", 1, 8),
			Size:        rapid.SampledFrom(append(set.All[stock.Size](), "")).Draw(t, "size"),
			Sensitivity: rapid.SampledFrom(append(set.All[stock.Sensitivity](), "")).Draw(t, "sensitivity")}
		got := f.Settled()
		assert.Equal(t, got, got.Settled(), "settling twice changes nothing")
		named := map[stock.Assumable]bool{}
		for _, each := range got.Assumed {
			assert.False(t, named[each], "named twice")
			named[each] = true
		}
		for what, pair := range map[stock.Assumable][2]float64{
			stock.AssumedWidth: {f.BallDiameterMM, got.BallDiameterMM}, stock.AssumedHeight: {f.BallHeightMM, got.BallHeightMM},
			stock.AssumedCaliper: {f.CaliperMM, got.CaliperMM}, stock.AssumedTreeHeight: {f.HeightM, got.HeightM}} {
			assert.Equal(t, pair[0] == 0, named[what], "%s of %+v", what, f)
			assert.Positive(t, pair[1], what)
			if pair[0] != 0 {
				assert.InDelta(t, pair[0], pair[1], 0, what)
			}
		}
		assert.Equal(t, f.Form == stock.BareRoot && f.Sensitivity == "", named[stock.AssumedSensitivity])
		if f.Sensitivity == "" {
			assert.Equal(t, stock.SensitivityTender, got.Sensitivity, "what is unknown never helps")
		}
	})
}
