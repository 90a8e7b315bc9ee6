package fit_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/set"
)

// fit.md, the table of factors, row by row: what each finding makes of a kind that is otherwise at home.
func TestTheTableOfFactors(t *testing.T) {
	type change func(*fit.Site, *fit.Kind)
	fruit := func(chill, need float64) change {
		return func(s *fit.Site, k *fit.Kind) {
			s.WantsFruit, s.Partner, k.Fruiting, s.Chill, k.ChillNeed = true, true, true, &chill, &need
		}
	}
	for _, c := range []struct {
		what   string
		factor fit.Factor
		change change
		want   float64
	}{
		{"two degrees to spare", fit.Cold, func(s *fit.Site, _ *fit.Kind) { s.MinC = ptr(-23.0) }, 0.75},
		{"at the heat limit", fit.Heat, func(s *fit.Site, _ *fit.Kind) { s.HotMonthC = ptr(30.0) }, 0.25},
		{"half way up the light", fit.Light, func(s *fit.Site, _ *fit.Kind) { s.SunH = ptr(3.0) }, 0.5},
		{"half way down the light", fit.Light, func(s *fit.Site, _ *fit.Kind) { s.SunH = ptr(13.0) }, 0.5},
		{"one class too wet", fit.Drainage, func(s *fit.Site, _ *fit.Kind) { s.Drainage = ptr(ground.DrainageSlow) }, 0.5},
		{"two classes too wet", fit.Drainage, func(s *fit.Site, _ *fit.Kind) { s.Drainage = ptr(ground.DrainagePoor) }, 0.15},
		{"half way up the pH", fit.Reaction, func(s *fit.Site, _ *fit.Kind) { s.PH = ptr(5.0) }, 0.5},
		{"pH unknown to a kind of a wide range", fit.Reaction, func(s *fit.Site, k *fit.Kind) { s.PH, k.PH = nil, &[4]float64{4, 5, 7.5, 8} }, 0.8},
		{"no water, index 2", fit.Drought, func(s *fit.Site, k *fit.Kind) {
			s.SummerDeficitMM, s.Water, k.Drought = ptr(300.0), ptr(ground.WaterNone), ptr(3)
		}, 0.2},
		{"carried water, index 2 over a tolerance of 0", fit.Drought, func(s *fit.Site, k *fit.Kind) {
			s.SummerDeficitMM, s.Water, k.Drought = ptr(300.0), ptr(ground.WaterCarried), ptr(0)
		}, 0.6},
		{"meets something in 25 years", fit.Room, func(s *fit.Site, _ *fit.Kind) { s.ConflictYear = ptr(25) }, 0.8},
		{"meets something in 12 years", fit.Room, func(s *fit.Site, _ *fit.Kind) { s.ConflictYear = ptr(12) }, 0.4},
		{"meets something at once", fit.Room, func(s *fit.Site, _ *fit.Kind) { s.ConflictYear = ptr(0) }, 0.1},
		{"fruit, chill to spare", fit.Chill, fruit(66, 60), 1},
		{"fruit, chill in between", fit.Chill, fruit(57, 60), 0.3 + 0.7*0.5},
		{"fruit, too little chill", fit.Chill, fruit(36, 60), 0.3 * 0.6 / 0.8},
		{"no fruit wanted, half the chill", fit.Chill, func(s *fit.Site, k *fit.Kind) { s.Chill, k.ChillNeed = ptr(30.0), ptr(60.0) }, 1},
		{"no fruit wanted, less", fit.Chill, func(s *fit.Site, k *fit.Kind) { s.Chill, k.ChillNeed = ptr(29.0), ptr(60.0) }, 0.15},
		{"fruit without a partner", fit.Pollination, func(s *fit.Site, k *fit.Kind) { s.WantsFruit, k.Fruiting = true, true }, 0.2},
		{"fruit of a self-fertile kind", fit.Pollination, func(s *fit.Site, k *fit.Kind) { s.WantsFruit, k.Fruiting, k.SelfFertile = true, true, true }, 1},
		{"one step windier", fit.Wind, func(s *fit.Site, _ *fit.Kind) { s.Wind = ptr(ground.WindExposed) }, 0.6},
		{"two steps windier", fit.Wind, func(s *fit.Site, k *fit.Kind) { s.Wind, k.Wind = ptr(ground.WindExposed), ptr(ground.WindSheltered) }, 0.2},
		{"a soil it bears", fit.SoilGroup, func(s *fit.Site, _ *fit.Kind) { s.SoilGroup = ptr(ground.SoilGroupFine) }, 0.7},
		{"a soil it dislikes", fit.SoilGroup, func(_ *fit.Site, k *fit.Kind) { k.SoilBearings["medium"] = fit.BearsDislikes }, 0.3},
	} {
		s, k := goodSite(), goodKind()
		c.change(&s, &k)
		r := fit.Judge(rules.House{}, s, k)
		assert.InDelta(t, c.want, r.Factors[c.factor], 1e-9, c.what)
	}
}

func TestWhatDoesNotApplyIsLeftOut(t *testing.T) {
	s, k := goodSite(), goodKind()
	k.HeatC, s.HotMonthC = nil, nil
	r := fit.Judge(rules.House{}, s, k)
	for _, f := range []fit.Factor{fit.Heat, fit.Chill, fit.Pollination} {
		assert.NotContains(t, r.Factors, f)
		assert.NotContains(t, r.Unknown, f)
	}
}

// Every set of words has its marks at the house's own limits.
func TestTheMarkGoesByTheHouse(t *testing.T) {
	assert.Equal(t, fit.Well, fit.MarkOf(rules.House{}, fit.Result{Overall: 0.7}))
	assert.Equal(t, fit.Excluded, fit.MarkOf(rules.House{}, fit.Result{Overall: 0.9, ExcludedBy: []fit.Factor{fit.Cold}}))
	fair := rules.House{}.Value(rules.FitFair)
	assert.Equal(t, fit.Fair, fit.MarkOf(rules.House{}, fit.Result{Overall: fair}))
	assert.Equal(t, fit.Poor, fit.MarkOf(rules.House{}, fit.Result{Overall: fair - 0.01}))
	strict, err := rules.House{}.With(rules.FitEnough, 0.8)
	require.NoError(t, err)
	assert.Equal(t, fit.Fair, fit.MarkOf(strict, fit.Result{Overall: 0.75}))
	assert.Len(t, set.All[fit.Mark](), 4)
}

func TestTheStrictContractRefusesARangeThatFalls(t *testing.T) {
	k := fit.InputKind{DrainageMax: ground.DrainageGood, Wind: ground.WindOpen, SunH: [4]float64{2, 4, 3, 8}, PH: [4]float64{5, 6, 7, 8},
		Soil: fit.Bearing{Coarse: fit.BearsGood, Medium: fit.BearsGood, Fine: fit.BearsGood}}
	s := fit.InputSite{Drainage: ground.DrainageGood, Water: ground.WaterHose, Wind: ground.WindOpen, SoilGroup: ground.SoilGroupMedium, SunH: 6, AvailableMMPM: 170}
	_, err := fit.Fit(rules.House{}, fit.Input{Site: s, Kind: k})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.List{{Field: "kind.sun_h.2", Code: fault.Falls, Limit: 4.0}}, l)
	k.SunH[2] = 6
	r, err := fit.Fit(rules.House{}, fit.Input{Site: s, Kind: k})
	require.NoError(t, err)
	assert.Equal(t, []fit.Factor{fit.Reaction}, r.Unknown, "the pH that nobody gave is unknown")
}

// A near miss, and the cheapest change that is really enough.
func Example() {
	s, k := goodSite(), goodKind()
	s.Drainage = ptr(ground.DrainagePoor)
	r := fit.Judge(rules.House{}, s, k)
	fmt.Printf("%.2f, held back by %s; with %v it is %.2f\n", r.Overall, r.Limiting, r.Remedy.Changes, r.Remedy.Overall)
	// Output: 0.35, held back by drainage; with [raise-300] it is 1.00
}
