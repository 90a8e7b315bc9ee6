package water_test

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/stock"
	"sedum/core/water"
)

// second is the store worked out a second time, from the published formulas: in millimetres over the ball instead of litres, with the
// day length in hours, and the radiation in mm of water. It shares no line with the program.
func second(t water.Tree, days []water.Weather) (stores []float64, waterings int) {
	area := math.Pi / 4 * t.BallDiameterMM * t.BallDiameterMM // mm2
	deep := t.BallVolumeL * 1e6 / area                        // mm of ball under each mm2
	f := map[string]float64{"mix": 0.12, "sand": 0.07, "loam": 0.17, "clay": 0.14}
	out := 0.0 // growth outward, mm
	grownArea := func() float64 { r := t.BallDiameterMM/2 + out; return math.Pi * r * r }
	capacity := func() float64 {
		return f[string(t.Medium)]*deep*area + f[string(t.Ground)]*deep*(grownArea()-area)
	}
	empty := 0.0 // what is missing to the full
	for _, d := range days {
		before := capacity()
		if d.TMaxC+d.TMinC-20 > 2e-9 {
			out += 2
			empty *= capacity() / before
		}
		come := math.Max(0, d.RainMM-2) * 0.8 * grownArea()
		empty = math.Max(0, empty-come)
		lat := t.LatDeg / 180 * math.Pi
		sun := 0.409 * math.Sin(2*math.Pi/365*float64(d.DayOfYear)-1.39)
		hours := 24 / math.Pi * math.Acos(min(1, max(-1, -math.Tan(lat)*math.Tan(sun))))
		ws := hours * math.Pi / 24
		ra := 37.586031360582 * (1 + 0.033*math.Cos(2*math.Pi/365*float64(d.DayOfYear))) * (ws*math.Sin(lat)*math.Sin(sun) + math.Cos(lat)*math.Cos(sun)*math.Sin(ws))
		mm := 0.0009384 * ra * ((d.TMaxC+d.TMinC)/2 + 17.8) * math.Sqrt(d.TMaxC-d.TMinC)
		k := map[water.Leaf]float64{"leafless": 0.05, "leafing": 0.3, "full": 0.6, "evergreen": 0.5}[d.Leaf]
		empty = math.Min(capacity(), empty+math.Max(0, mm)*k*t.CanopyAreaM2*1e6)
		if capacity()-empty <= capacity()/2+1e-3 {
			empty = 0
			waterings++
		}
		stores = append(stores, (capacity()-empty)/1e6)
	}
	return stores, waterings
}

func drawTree(t *rapid.T) water.Tree {
	return water.Tree{LatDeg: rapid.Float64Range(-60, 60).Draw(t, "lat"), BallVolumeL: rapid.Float64Range(0.5, 900).Draw(t, "volume"), BallDiameterMM: rapid.Float64Range(60, 1500).Draw(t, "diameter"),
		Medium: rapid.SampledFrom([]stock.Medium{"mix", "sand", "loam", "clay"}).Draw(t, "medium"), Ground: rapid.SampledFrom([]water.Ground{"sand", "loam", "clay"}).Draw(t, "ground"),
		CanopyAreaM2: rapid.Float64Range(0.05, 9).Draw(t, "canopy")}
}

// year is ten years' worth of weather at most, by a seed.
func weatherOf(t *rapid.T, lat float64) []water.Weather {
	days := make([]water.Weather, rapid.IntRange(1, 3650).Draw(t, "days"))
	noise := rapid.SliceOfN(rapid.Float64Range(-8, 8), 40, 40).Draw(t, "noise")
	rain := rapid.SliceOfN(rapid.SampledFrom([]float64{0, 0, 0, 1, 2, 5, 14, 60}), 23, 23).Draw(t, "rain")
	leaves := []water.Leaf{"leafless", "leafing", "full", "evergreen"}
	for i := range days {
		turn := 2 * math.Pi * float64(i) / 365
		if lat < 0 {
			turn += math.Pi
		}
		mean := 12 - 12*math.Cos(turn) + noise[i%len(noise)]
		days[i] = water.Weather{DayOfYear: i%365 + 1, TMinC: mean - 5 + noise[(i*7)%len(noise)]/2, TMaxC: mean + 6 + math.Abs(noise[(i*3)%len(noise)]), RainMM: rain[i%len(rain)], Leaf: leaves[(i/91)%4]}
	}
	return days
}

func TestTheStoreIsASecondComputationsStore(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tree := drawTree(t)
		days := weatherOf(t, tree.LatDeg)
		got, err := water.Balance(rules.House{}, water.BalanceInput{Tree: tree, Days: days})
		require.NoError(t, err)
		want, waterings := second(tree, days)
		assert.InDelta(t, waterings, got.Waterings, 1+float64(waterings)/200, "a tie may fall either way")
		off := 0
		for i := range want {
			if math.Abs(want[i]-got.Days[i].StoreL) > 1e-5*got.Days[i].CapacityL {
				off++
			}
		}
		if waterings == got.Waterings {
			assert.LessOrEqual(t, off, len(want)/50)
		}
	})
}

func TestTheStoreStaysWithinItsBounds(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tree := drawTree(t)
		h := rules.House{}
		s := tree.Full(h)
		for _, d := range weatherOf(t, tree.LatDeg) {
			next, use, err := tree.After(h, s, d)
			require.NoError(t, err)
			if next.StoreL < 0 || next.StoreL > next.CapacityL+1e-9 || next.CapacityL < s.CapacityL || use < 0 {
				t.Fatalf("%+v after %+v on %+v", next, s, d)
			}
			s = next
		}
	})
}

func TestADayThatCannotBeIsNamed(t *testing.T) {
	tree := water.Tree{LatDeg: 47, BallVolumeL: 14, BallDiameterMM: 260, Medium: "mix", Ground: "loam", CanopyAreaM2: 0.5}
	_, err := water.Balance(rules.House{}, water.BalanceInput{Tree: tree, Days: []water.Weather{{DayOfYear: 1, TMaxC: 3, TMinC: 9, Leaf: "full"}}})
	assert.ErrorContains(t, err, "days.0.tmax_c")
}

func daysOf(from time.Time, n int, max, min, rain float64) []station.DayWeather {
	out := []station.DayWeather{}
	for i := range n {
		out = append(out, station.DayWeather{Date: from.AddDate(0, 0, i), MaxC: max, MinC: min, RainMM: rain})
	}
	return out
}

var small = water.Tree{LatDeg: 47, BallVolumeL: 45, BallDiameterMM: 400, Medium: "mix", Ground: "loam", CanopyAreaM2: 0.3}
var deciduous = water.Year{BudSwell: 95, LeafFall: 300, Bare: true}

func TestAFingerTestMovesTheStoreAndIsKept(t *testing.T) {
	june := time.Date(2026, 6, 1, 0, 0, 0, 0, time.UTC)
	f := water.Followed{Tree: small, Year: deciduous, Planted: june}
	lines, err := water.Follow(rules.House{}, f, daysOf(june, 3, 20, 10, 0), []water.Entry{{Date: june.AddDate(0, 0, 1), Felt: "dry"}})
	require.NoError(t, err)
	assert.Equal(t, water.Felt("dry"), lines[1].Felt)
	assert.Less(t, lines[1].Moved, -0.1, "it was reckoned fuller than a finger found it")
	assert.InDelta(t, 0.5, lines[1].Share(), 1e-9)
	assert.Equal(t, water.WaterNow, lines[1].Advice)
	wet, err := water.Follow(rules.House{}, f, daysOf(june, 3, 20, 10, 0), []water.Entry{{Date: june.AddDate(0, 0, 1), Felt: "wet"}})
	require.NoError(t, err)
	assert.Equal(t, water.NotYet, wet[1].Advice)
	assert.Greater(t, wet[1].Moved, 0.0)
	given, err := water.Follow(rules.House{}, f, daysOf(june, 3, 20, 10, 0), []water.Entry{{Date: june.AddDate(0, 0, 2), GivenL: 400}})
	require.NoError(t, err)
	assert.InDelta(t, given[2].CapacityL-given[2].UseL, given[2].StoreL, 1e-9, "more than it holds runs away")
}

func TestAFullBallIsLeftAlone(t *testing.T) {
	march := time.Date(2026, 2, 1, 0, 0, 0, 0, time.UTC)
	f := water.Followed{Tree: small, Year: deciduous, Planted: march}
	lines, err := water.Follow(rules.House{}, f, daysOf(march, 9, 6, 1, 12), nil)
	require.NoError(t, err)
	for i, l := range lines {
		assert.Equal(t, i+1, l.FullDays)
		assert.Equal(t, i >= 5, l.Advice == water.TooWet, "day %d", i)
	}
	// Slow ground keeps what is over.
	f.SlowDays = 3
	days := append(daysOf(march, 1, 6, 1, 40), daysOf(march.AddDate(0, 0, 1), 5, 25, 10, 0)...)
	slow, err := water.Follow(rules.House{}, f, days, nil)
	require.NoError(t, err)
	assert.InDelta(t, 1, slow[2].Share(), 1e-9)
	assert.Less(t, slow[4].Share(), 1.0)
}

func TestLeavesComeAndGo(t *testing.T) {
	day := func(m time.Month, d int) time.Time { return time.Date(2026, m, d, 0, 0, 0, 0, time.UTC) }
	assert.Equal(t, water.Leafless, deciduous.On(day(1, 10)))
	assert.Equal(t, water.Leafing, deciduous.On(day(4, 20)))
	assert.Equal(t, water.FullLeaf, deciduous.On(day(7, 1)))
	assert.Equal(t, water.Leafless, deciduous.On(day(11, 20)))
	south := water.Year{BudSwell: 277, LeafFall: 117, Bare: true}
	assert.Equal(t, water.FullLeaf, south.On(day(1, 10)))
	assert.Equal(t, water.Leafless, south.On(day(7, 1)))
	assert.Equal(t, water.FullLeaf, water.Year{BudSwell: 95, LeafFall: 300}.On(day(1, 10)), "where nothing freezes")
	assert.Equal(t, water.Evergreen, water.Year{Evergreen: true}.On(day(1, 10)))
}

// A pot-grown tree in leaf needs water every few days in its first weeks.
func Example() {
	june := time.Date(2026, 6, 1, 0, 0, 0, 0, time.UTC)
	f := water.Followed{Tree: small, Year: deciduous, Planted: june}
	days := []station.DayWeather{{Date: june, MaxC: 24, MinC: 12}, {Date: june.AddDate(0, 0, 1), MaxC: 27, MinC: 13}, {Date: june.AddDate(0, 0, 2), MaxC: 25, MinC: 12, RainMM: 20}}
	lines, err := water.Follow(rules.House{}, f, days, nil)
	for _, l := range lines {
		fmt.Printf("%s: %.0f %% %s\n", l.Date.Format("2 January"), 100*l.Share(), l.Advice)
	}
	fmt.Println(err)
	// Output:
	// 1 June: 85 % not-yet
	// 2 June: 67 % not-yet
	// 3 June: 84 % not-yet
	// <nil>
}
