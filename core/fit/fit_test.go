package fit_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/rules"
)

func ptr[T any](v T) *T { return &v }

func goodSite() fit.Site {
	return fit.Site{MinC: ptr(-14.0), HotMonthC: ptr(21.0), SunH: ptr(8.0), Drainage: ptr(ground.Drainage("good")), PH: ptr(6.4), SummerDeficitMM: ptr(180.0),
		AvailableMMPM: ptr(170.0), Water: ptr(ground.Water("hose")), Chill: ptr(70.0), Wind: ptr(ground.Wind("open")), SoilGroup: ptr(ground.SoilGroup("medium"))}
}

func goodKind() fit.Kind {
	return fit.Kind{ColdC: ptr(-25.0), HeatC: ptr(30.0), SunH: &[4]float64{2, 4, 10, 16}, DrainageMax: ptr(ground.Drainage("good")), PH: &[4]float64{4.5, 5.5, 7.2, 8},
		Drought: ptr(1), Wind: ptr(ground.Wind("open")), SoilBearings: map[ground.SoilGroup]fit.Bears{"coarse": "good", "medium": "good", "fine": "bears"}}
}

func TestUnknownIsNotAPass(t *testing.T) {
	assert.InDelta(t, 1, fit.Judge(rules.House{}, goodSite(), goodKind()).Overall, 1e-9)
	for factor, forget := range map[fit.Factor]func(*fit.Site){
		fit.Cold: func(s *fit.Site) { s.MinC = nil }, fit.Heat: func(s *fit.Site) { s.HotMonthC = nil }, fit.Light: func(s *fit.Site) { s.SunH = nil },
		fit.Drainage: func(s *fit.Site) { s.Drainage = nil }, fit.Reaction: func(s *fit.Site) { s.PH = nil },
		fit.Drought: func(s *fit.Site) { s.Water = nil }, fit.Room: func(s *fit.Site) { s.RoomUnknown = true },
		fit.Wind: func(s *fit.Site) { s.Wind = nil }, fit.SoilGroup: func(s *fit.Site) { s.SoilGroup = nil },
	} {
		s := goodSite()
		forget(&s)
		r := fit.Judge(rules.House{}, s, goodKind())
		assert.Equal(t, []fit.Factor{factor}, r.Unknown)
		assert.NotContains(t, r.Factors, factor)
		assert.InDelta(t, 0.65, r.Overall, 1e-9, factor)
	}
}

// fit.md, the table: gates exclude whatever else is good.
func TestGates(t *testing.T) {
	for factor, spoil := range map[fit.Factor]func(*fit.Site, *fit.Kind){
		fit.Cold: func(s *fit.Site, _ *fit.Kind) { s.MinC = ptr(-26.1) }, fit.Heat: func(s *fit.Site, _ *fit.Kind) { s.HotMonthC = ptr(31.1) },
		fit.Light: func(s *fit.Site, _ *fit.Kind) { s.SunH = ptr(2.0) }, fit.Drainage: func(s *fit.Site, k *fit.Kind) { s.Drainage = ptr(ground.Drainage("standing")) },
		fit.Reaction: func(s *fit.Site, _ *fit.Kind) { s.PH = ptr(8.0) },
		fit.Drought:  func(s *fit.Site, _ *fit.Kind) { s.SummerDeficitMM, s.Water = ptr(500.0), ptr(ground.Water("none")) },
		fit.Room:     func(s *fit.Site, _ *fit.Kind) { s.MeetsLine = true },
		fit.Chill:    func(s *fit.Site, k *fit.Kind) { k.ChillNeed, s.WantsFruit, k.Fruiting = ptr(150.0), true, true },
	} {
		s, k := goodSite(), goodKind()
		spoil(&s, &k)
		r := fit.Judge(rules.House{}, s, k)
		assert.Contains(t, r.ExcludedBy, factor)
		assert.Zero(t, r.Overall, factor)
	}
	s, k := goodSite(), goodKind()
	s.MinC = ptr(-26.0) // a degree past the limit is worth nothing, and what is worth nothing excludes
	r := fit.Judge(rules.House{}, s, k)
	assert.Equal(t, []fit.Factor{fit.Cold}, r.ExcludedBy)
	s.MinC = ptr(-25.9)
	assert.Empty(t, fit.Judge(rules.House{}, s, k).ExcludedBy)
}

func TestRaisingABed(t *testing.T) {
	for _, c := range []struct {
		class string
		mm    float64
		want  string
	}{
		{"poor", 149, "poor"}, {"poor", 150, "slow"}, {"poor", 300, "good"}, {"poor", 900, "good"}, {"slow", 300, "good"}, {"fast", 300, "fast"},
		{"good", 150, "good"}, {"standing", 150, "poor"}, {"standing", 300, "poor"},
	} {
		assert.EqualValues(t, c.want, fit.RaisedDrainage(ground.Drainage(c.class), c.mm), "%s raised %v", c.class, c.mm)
	}
}

// Properties: the overall lies between the lowest factor and 1, its square is lowest times geometric mean (computed
// here from logarithms of the printed factors), and a remedy really reaches what it promises.
func TestScoreProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s, k := goodSite(), goodKind()
		s.MinC = ptr(rapid.Float64Range(-25, 0).Draw(t, "cold"))
		s.SunH = ptr(rapid.Float64Range(2.1, 15).Draw(t, "sun"))
		s.PH = ptr(rapid.Float64Range(4.6, 7.9).Draw(t, "ph"))
		s.Drainage = ptr(rapid.SampledFrom([]ground.Drainage{"fast", "good", "slow", "poor"}).Draw(t, "drainage"))
		s.Water = ptr(rapid.SampledFrom([]ground.Water{"none", "carried", "hose"}).Draw(t, "water"))
		s.SummerDeficitMM = ptr(rapid.Float64Range(0, 340).Draw(t, "deficit"))
		r := fit.Judge(rules.House{}, s, k)
		lowest, product := 1.0, 1.0
		for _, v := range r.Factors {
			lowest, product = math.Min(lowest, v), product*v
		}
		if lowest > 0 && len(r.ExcludedBy) == 0 {
			assert.InDelta(t, lowest*math.Pow(product, 1/float64(len(r.Factors))), r.Overall*r.Overall, 1e-9)
			assert.InDelta(t, lowest, r.Factors[r.Limiting], 1e-9)
		}
		if r.Remedy != nil {
			assert.Less(t, r.Overall, 0.7)
			assert.GreaterOrEqual(t, r.Remedy.Overall, 0.7-1e-9)
			for _, change := range r.Remedy.Changes {
				switch change {
				case "carry-water":
					s.Water = ptr(ground.Water("carried"))
				case "hose":
					s.Water = ptr(ground.Water("hose"))
				case "raise-150":
					s.RaiseMM = 150
				case "raise-300":
					s.RaiseMM = 300
				}
			}
			assert.InDelta(t, r.Remedy.Overall, fit.Judge(rules.House{}, s, k).Overall, 1e-9)
		}
	})
}

// fit.md: excluded kinds come last, a higher score first, and a wish only orders equals.
func TestTheBetterComesFirst(t *testing.T) {
	good, fair := fit.Result{Overall: 0.9}, fit.Result{Overall: 0.7}
	out := fit.Result{Overall: 0.95, ExcludedBy: []fit.Factor{fit.Cold}}
	assert.Negative(t, fit.Compare(good, fair, 0, 2), "a wish does not lift a worse kind over a better")
	assert.Positive(t, fit.Compare(fair, good, 1, 0))
	assert.Negative(t, fit.Compare(fair, out, 0, 1), "excluded is last, whatever its score")
	assert.Negative(t, fit.Compare(good, fit.Result{Overall: 0.9 + 1e-12}, 2, 1), "among equals the wish comes first")
	assert.Zero(t, fit.Compare(good, good, 1, 1))
}

// fit.md, room: what is known counts even when something else is not, and a line that is met excludes though its owner was not asked.
func TestRoomUnknownBesideWhatIsKnown(t *testing.T) {
	year := 12
	for name, c := range map[string]struct {
		change   func(*fit.Site)
		value    float64
		excluded bool
	}{
		"a known conflict":     {func(s *fit.Site) { s.ConflictYear = &year }, 0.4, false},
		"a line that it meets": {func(s *fit.Site) { s.ConflictYear, s.MeetsLine = &year, true }, 0, true},
	} {
		s := goodSite()
		s.RoomUnknown = true
		c.change(&s)
		r := fit.Judge(rules.House{}, s, goodKind())
		assert.Contains(t, r.Unknown, fit.Room, name)
		require.Contains(t, r.Factors, fit.Room, name)
		assert.InDelta(t, c.value, r.Factors[fit.Room], 1e-9, name)
		assert.Equal(t, c.excluded, len(r.ExcludedBy) > 0, name)
		assert.LessOrEqual(t, r.Overall, 0.65, name)
	}
}

// A remedy says what doing it alone will show: while something is unknown, no more than the hold.
func TestARemedyIsHeldWhileSomethingIsUnknown(t *testing.T) {
	s, k := goodSite(), goodKind()
	s.Water, s.SummerDeficitMM = ptr(ground.WaterNone), ptr(300.0)
	r := fit.Judge(rules.House{}, s, k)
	require.NotNil(t, r.Remedy)
	assert.InDelta(t, r.Remedy.Overall, r.Remedy.HeldOverall, 1e-12)
	s.SoilGroup = nil
	r = fit.Judge(rules.House{}, s, k)
	require.NotNil(t, r.Remedy)
	assert.GreaterOrEqual(t, r.Remedy.Overall, 0.7)
	assert.InDelta(t, 0.65, r.Remedy.HeldOverall, 1e-12)
}

// Of two that what nobody knows holds down alike, the one that something else holds back stands behind, whatever is wished for.
func TestOfEquallyHeldTheLessHeldBackComesFirst(t *testing.T) {
	s, k := goodSite(), goodKind()
	s.SoilGroup, s.Wind = nil, ptr(ground.WindExposed)
	bears, blown := k, k
	bears.Wind, blown.Wind = ptr(ground.WindExposed), ptr(ground.WindOpen)
	a, b := fit.Judge(rules.House{}, s, bears), fit.Judge(rules.House{}, s, blown)
	require.InDelta(t, 0.65, a.Overall, 1e-12)
	require.InDelta(t, a.Overall, b.Overall, 1e-12)
	assert.Equal(t, fit.Wind, b.Limiting)
	assert.Negative(t, fit.Compare(a, b, 0, 1))
}

// Unheld is the overall again where nothing holds it.
func TestUnheldIsTheOverallWhereNothingIsUnknown(t *testing.T) {
	r := fit.Judge(rules.House{}, goodSite(), goodKind())
	require.Empty(t, r.Unknown)
	assert.InDelta(t, r.Overall, r.Unheld(), 1e-12)
}
