package stock_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// The powder is the label's in proportion, shared evenly, in as few batches as the tub allows.
func TestGelIsMixedByTheLabelInProportion(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := stock.GelDipInput{Trees: rapid.IntRange(1, 5000).Draw(t, "trees"), GelPerTreeL: rapid.Float64Range(0.005, 2).Draw(t, "per tree"),
			WastePct: rapid.Float64Range(0, 50).Draw(t, "spare"), PacketG: rapid.Float64Range(50, 2000).Draw(t, "packet"),
			PacketWaterL: rapid.Float64Range(5, 400).Draw(t, "water"), VatL: rapid.Float64Range(2, 200).Draw(t, "tub")}
		out, err := stock.GelDip(in)
		require.NoError(t, err)
		need := float64(in.Trees) * in.GelPerTreeL
		need += need * in.WastePct / 100
		assert.InEpsilon(t, need, out.WaterPerBatchL*float64(out.Batches), 1e-9, "all that clings and the spare")
		assert.InEpsilon(t, in.PacketG/in.PacketWaterL, out.PowderPerBatch/out.WaterPerBatchL, 1e-9, "the label's dose in every batch")
		assert.LessOrEqual(t, out.WaterPerBatchL, in.VatL*(1+1e-9), "it goes into the tub")
		if out.Batches > 1 {
			assert.Greater(t, need/float64(out.Batches-1), in.VatL*(1-1e-9), "one batch less would not")
		}
	})
}

// Within the tolerance a weight is enough, beyond it the scale says by how much: the tie itself is enough.
func TestTheScaleSaysByHowMuch(t *testing.T) {
	for _, c := range []struct {
		target, read float64
		word         string
		by           float64
	}{
		{200, 200, "enough", 0}, {200, 210, "enough", 0}, {200, 190, "enough", 0}, {200, 210.1, "remove", 10.1}, {200, 189.9, "add", 10.1}, {200, 0, "add", 200},
	} {
		got := stock.Weighing(rules.House{}, c.target, c.read)
		assert.Equal(t, c.word, got.Word, "%+v", c)
		assert.InDelta(t, c.by, got.ByG, 1e-6, "%+v", c)
		assert.InDelta(t, (c.read-c.target)/c.target, got.OffShare, 1e-9)
	}
}

// A dose under half of the label's or over twice is refused; both ties are taken.
func TestADoseFarFromTheLabelIsRefused(t *testing.T) {
	const label = 8.0
	for dose, taken := range map[float64]bool{4: true, 3.99: false, 8: true, 16: true, 16.01: false, 0: false} {
		assert.Equal(t, taken, stock.LabelDose(rules.House{}, label, dose), "%g g a litre", dose)
	}
	// Gel by the size of the tree, as the house defaults have it (stock.md).
	for size, litres := range map[string]float64{"seedling": 0.02, "whip": 0.1, "feathered": 0.4, "standard": 0.9} {
		assert.InDelta(t, litres, stock.GelPerTreeL(rules.House{}, stock.Size(size)), 0, size)
	}
}

// One stage is as good as the same stage cut in two, for the budget, the age and the state alike.
func TestAStageMayBeCutInTwo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := stock.ExposureInput{Sensitivity: "average", Stages: drawStages(t),
			Now: stock.Air{Cover: rapid.SampledFrom(set.All[stock.Cover]()).Draw(t, "now"), TempC: 8, RHPct: 70}}
		whole, err := stock.Exposure(rules.House{}, in)
		require.NoError(t, err)
		cut := stock.ExposureInput{Sensitivity: in.Sensitivity, Now: in.Now, Stages: []stock.Stage{}}
		for _, s := range in.Stages {
			if s.Rewet != nil {
				cut.Stages = append(cut.Stages, s)
				continue
			}
			part := *s.Hours * rapid.Float64Range(0, 1).Draw(t, "part")
			cut.Stages = append(cut.Stages, stage(*s.Cover, part, *s.TempC, *s.RHPct), stage(*s.Cover, *s.Hours-part, *s.TempC, *s.RHPct))
		}
		pieces, err := stock.Exposure(rules.House{}, cut)
		require.NoError(t, err)
		assert.InDelta(t, whole.UsedKPaH, pieces.UsedKPaH, 1e-9)
		assert.InDelta(t, whole.AgeShare, pieces.AgeShare, 1e-9)
		assert.Equal(t, whole.Status, pieces.Status)
		assert.Equal(t, whole.Alarms, pieces.Alarms)
	})
}

// The drying power of the air beside another formula for the pressure of saturated vapour (Goff and Gratch's curve, by its points in
// kPa from printed steam tables), half a percent apart at most.
func TestTheDryingPowerOfTheAir(t *testing.T) {
	for tempC, saturated := range map[float64]float64{0: 0.6113, 5: 0.8725, 10: 1.2281, 15: 1.7056, 20: 2.3388, 25: 3.1690, 30: 4.2455} {
		for _, rh := range []float64{0, 40, 75} {
			got := stock.DryingRate(rules.House{}, stock.Air{Cover: stock.BareShade, TempC: tempC, RHPct: rh})
			assert.InEpsilon(t, saturated*(1-rh/100), got, 0.005, "%g C at %g %%", tempC, rh)
		}
		assert.Zero(t, stock.DryingRate(rules.House{}, stock.Air{Cover: stock.BareShade, TempC: tempC, RHPct: 100}), "air that is full takes nothing")
		assert.Zero(t, stock.DryingRate(rules.House{}, stock.Air{Cover: stock.WaterBucket, TempC: tempC, RHPct: 0}), "in water nothing dries")
	}
	sun := stock.DryingRate(rules.House{}, stock.Air{Cover: stock.BareSunWind, TempC: 20, RHPct: 50})
	shade := stock.DryingRate(rules.House{}, stock.Air{Cover: stock.BareShade, TempC: 20, RHPct: 50})
	assert.InDelta(t, 3, sun/shade, 1e-9, "sun and wind take three times as much")
	hot := stock.DryingRate(rules.House{}, stock.Air{Cover: stock.GelBag, TempC: 26, RHPct: 50})
	warm := stock.DryingRate(rules.House{}, stock.Air{Cover: stock.GelBag, TempC: 25, RHPct: 50})
	assert.Greater(t, hot/warm, 4.0, "over 25 C a closed bag cooks")
	assert.False(t, math.IsNaN(hot))
}
