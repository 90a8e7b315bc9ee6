package ground_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/climate"
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/set"
)

// A laboratory wins over the jar, the jar over the ribbon, the ribbon over what somebody held it to be, and that over what was dug; all are told.
func TestTheMostTrustedTellingOfASoilCounts(t *testing.T) {
	g := ground.Facts{
		Lab:    &ground.Lab{SandPct: ptr(20.0), SiltPct: ptr(20.0), ClayPct: ptr(60.0)},
		SandMM: ptr(34.0), SiltMM: ptr(40.0), ClayMM: ptr(26.0),
		Ribbon: &ground.Ribbon{Length: ground.RibbonShort, Feel: ground.Gritty}, SoilClass: "silt", Layers: []ground.Layer{{ToMM: 300, Class: "sand"}},
	}
	assert.Equal(t, []ground.FoundSoil{{Source: "lab", Class: "clay"}, {Source: "jar", Class: "loam"}, {Source: "ribbon", Class: "sandy loam"}, {Source: "known", Class: "silt"}, {Source: "dug", Class: "sand"}}, ground.SoilsFound(g))
	for _, step := range []struct {
		drop func()
		then ground.SoilClass
	}{
		{func() {}, "clay"}, {func() { g.Lab.ClayPct = nil }, "loam"}, {func() { g.SiltMM = nil }, "sandy loam"}, {func() { g.Ribbon.Feel = "" }, "silt"},
		{func() { g.SoilClass = "" }, "sand"},
	} {
		step.drop()
		r, err := ground.ReadSpot(rules.House{}, g, climate.Facts{}, true, nil)
		require.NoError(t, err)
		require.NotNil(t, r.Soil)
		assert.Equal(t, step.then, r.Soil.Class)
	}
	g.Layers = nil
	r, err := ground.ReadSpot(rules.House{}, g, climate.Facts{}, true, nil)
	require.NoError(t, err)
	assert.Nil(t, r.Soil, "a half answer tells nothing")
	assert.Nil(t, r.HoldsMMPM)
}

// The ribbon's table: longer is never less clay, and smooth never less silt; half an answer is none.
func TestTheRibbonTellsATexture(t *testing.T) {
	for _, c := range []struct {
		length ground.RibbonLength
		feel   ground.Feel
		want   ground.SoilClass
	}{
		{ground.NoBall, "", "sand"}, {ground.NoBall, ground.Smooth, "sand"}, {ground.NoRibbon, "", "loamy sand"}, {ground.RibbonShort, "", ""}, {"", ground.Gritty, ""},
		{ground.RibbonShort, ground.Gritty, "sandy loam"}, {ground.RibbonShort, ground.Smooth, "silt loam"}, {ground.RibbonShort, ground.Neither, "loam"},
		{ground.RibbonMiddle, ground.Gritty, "sandy clay loam"}, {ground.RibbonMiddle, ground.Smooth, "silty clay loam"}, {ground.RibbonMiddle, ground.Neither, "clay loam"},
		{ground.RibbonLong, ground.Gritty, "sandy clay"}, {ground.RibbonLong, ground.Smooth, "silty clay"}, {ground.RibbonLong, ground.Neither, "clay"},
	} {
		assert.Equal(t, c.want, ground.Ribbon{Length: c.length, Feel: c.feel}.Class(), "%s %s", c.length, c.feel)
	}
	for _, length := range []ground.RibbonLength{ground.RibbonShort, ground.RibbonMiddle, ground.RibbonLong} {
		for _, feel := range set.All[ground.Feel]() {
			_, known := ground.FindSoil(ground.Ribbon{Length: length, Feel: feel}.Class())
			assert.True(t, known)
		}
	}
}

// Over a pan only what lies above it holds water; the deeper the pan, the more, and without one the table's.
func TestAPanHoldsLess(t *testing.T) {
	loam, _ := ground.FindSoil("loam")
	soil := ground.TextureResult{AvailableWaterMMPM: loam.AvailableWaterMMPM}
	for pan, want := range map[float64]float64{300: 85, 600: 170, 900: 170} {
		g := ground.Facts{Layers: []ground.Layer{{ToMM: pan}, {ToMM: pan + 100, Signs: []ground.LayerSign{ground.SignHard}}}}
		assert.InDelta(t, want, ground.HoldsMMPM(g, soil), 1e-9, "%g", pan)
	}
	at, is := ground.PanMM(ground.Facts{Layers: []ground.Layer{{ToMM: 100, Signs: []ground.LayerSign{ground.SignHard}}}})
	assert.True(t, is)
	assert.Zero(t, at)
	// The same garden over a pan is drier: 100 mm short in summer, 102 mm held by 0.6 m of loam and 51 mm by half of it.
	dry := func(layers []ground.Layer) int {
		r, err := ground.ReadSpot(rules.House{}, ground.Facts{SoilClass: "loam", Layers: layers}, climate.Facts{SummerDeficitMM: ptr(100.0)}, true, nil)
		require.NoError(t, err)
		return *r.Dryness
	}
	assert.Equal(t, 0, dry(nil))
	assert.Equal(t, 1, dry([]ground.Layer{{ToMM: 300}, {ToMM: 400, Signs: []ground.LayerSign{ground.SignHard}}}))
}

// Water that stands in winter wins over any hole; a mottled layer within reach of roots asks about winter, and a deep one does not.
func TestWinterWinsOverASummersHole(t *testing.T) {
	dry := []ground.DugHole{{At: dayAt(0), Hole: ground.Hole{WidthMM: 300, Readings: []ground.Reading{{Min: 0, WaterMM: 300}, {Min: 30, WaterMM: 60}, {Min: 60, WaterMM: 0}}}}}
	read := func(g ground.Facts) ground.SpotReading {
		r, err := ground.ReadSpot(rules.House{}, g, climate.Facts{}, true, dry)
		require.NoError(t, err)
		return r
	}
	// 60 mm in the last half hour at 30 mm of water: 120 x 3 / 1.4 = 257 mm an hour, 300 mm in 70 minutes.
	assert.Equal(t, ground.DrainageGood, read(ground.Facts{}).Class)
	assert.Equal(t, ground.DrainageGood, read(ground.Facts{StandsInWinter: ptr(false)}).Class)
	wet := read(ground.Facts{StandsInWinter: ptr(true)})
	assert.Equal(t, ground.DrainageStanding, wet.Class)
	assert.True(t, wet.Wet)
	mottled := func(from float64) ground.Facts {
		return ground.Facts{Layers: []ground.Layer{{ToMM: from}, {ToMM: from + 200, Signs: []ground.LayerSign{ground.SignMottled}}}}
	}
	assert.Contains(t, read(mottled(400)).Missing, "winter")
	assert.NotContains(t, read(mottled(700)).Missing, "winter")
	g := mottled(400)
	g.StandsInWinter = ptr(false)
	assert.NotContains(t, read(g).Missing, "winter")
}

func dayAt(n int) time.Time { return time.Date(2026, 5, 1+n, 12, 0, 0, 0, time.UTC) }

// falling is a hole that loses so many mm an hour.
func falling(at time.Time, mmPerH float64) ground.DugHole {
	h := ground.DugHole{At: at, Hole: ground.Hole{WidthMM: 300}}
	for m := 0.0; m <= 120; m += 30 {
		h.Readings = append(h.Readings, ground.Reading{Min: m, WaterMM: max(6, 300-mmPerH*m/60)})
	}
	return h
}

// Of several holes the slowest counts, whatever their order; one that was left too early tells nothing beside another, and one of a year ago
// nothing at all. Another hole never makes the ground drain better.
func TestTheSlowestHoleCounts(t *testing.T) {
	early := ground.DugHole{At: dayAt(3), Hole: ground.Hole{WidthMM: 300, Readings: []ground.Reading{{Min: 0, WaterMM: 300}, {Min: 5, WaterMM: 299}}}}
	rising := ground.DugHole{At: dayAt(3), Hole: ground.Hole{WidthMM: 300, Readings: []ground.Reading{{Min: 0, WaterMM: 200}, {Min: 60, WaterMM: 260}}}}
	old := falling(dayAt(-100), 1)
	for name, c := range map[string]struct {
		holes        []ground.DugHole
		which, count int
		class        ground.Percolated
	}{
		"none":                  {nil, -1, 0, ""},
		"one":                   {[]ground.DugHole{falling(dayAt(0), 100)}, 0, 1, "good"},
		"the slower":            {[]ground.DugHole{falling(dayAt(0), 100), falling(dayAt(2), 50)}, 1, 2, "slow"},
		"too early":             {[]ground.DugHole{early}, 0, 0, ground.TooEarly},
		"too early and another": {[]ground.DugHole{early, falling(dayAt(0), 100)}, 1, 1, "good"},
		"water from below":      {[]ground.DugHole{falling(dayAt(0), 100), rising, falling(dayAt(1), 30)}, 1, 3, ground.WaterEntering},
		"long ago":              {[]ground.DugHole{falling(dayAt(0), 100), old}, 0, 1, "good"},
	} {
		which, count, r, err := ground.TrustedHole(rules.House{}, c.holes)
		require.NoError(t, err, name)
		assert.Equal(t, []any{c.which, c.count, c.class}, []any{which, count, r.Class}, name)
	}
	rapid.Check(t, func(t *rapid.T) {
		holes := []ground.DugHole{}
		for i := range rapid.IntRange(1, 5).Draw(t, "n") {
			holes = append(holes, falling(dayAt(i), rapid.Float64Range(2, 290).Draw(t, "rate")))
		}
		_, _, before, err := ground.TrustedHole(rules.House{}, holes[1:])
		require.NoError(t, err)
		which, count, after, err := ground.TrustedHole(rules.House{}, holes)
		require.NoError(t, err)
		assert.Equal(t, len(holes), count)
		assert.GreaterOrEqual(t, which, 0)
		if len(holes) > 1 {
			assert.GreaterOrEqual(t, *after.Drain300Min, *before.Drain300Min-1e-9)
		}
	})
}

func TestWhatIsWrongWithASoil(t *testing.T) {
	for field, g := range map[string]ground.Facts{
		"lab.silt_pct":   {Lab: &ground.Lab{SandPct: ptr(40.0)}},
		"lab.sand_pct":   {Lab: &ground.Lab{SandPct: ptr(40.0), SiltPct: ptr(40.0), ClayPct: ptr(30.0)}},
		"layers.1.to_mm": {Layers: []ground.Layer{{ToMM: 300}, {ToMM: 300}}},
	} {
		assert.True(t, ground.CheckFacts(g).Has(field), field)
	}
	assert.Empty(t, ground.CheckFacts(ground.Facts{Lab: &ground.Lab{PH: ptr(6.0)}, Layers: []ground.Layer{{ToMM: 200}, {ToMM: 500}}}))
	assert.InDelta(t, 6.0, *ground.TrustedPH(ground.Facts{PH: ptr(7.5), Lab: &ground.Lab{PH: ptr(6.0)}}), 1e-9)
}
