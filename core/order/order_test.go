package order_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/order"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
)

func cents(n int) *int { return &n }

func mulched(litres float64) order.Tree {
	return order.Tree{
		Input:      planting.Input{Tree: planting.Tree{Form: stock.Container, BallDiameterMM: 300, BallHeightMM: 260}},
		Plan:       planting.Plan{Load: stock.Load{Handling: stock.OnePerson}, Quantities: []planting.Quantity{{Code: "mulch", Amount: planting.Measure{Value: litres, Unit: "l"}, Bags: 1}, {Code: "first-water", Amount: planting.Measure{Value: 20, Unit: "l"}}}},
		PriceCents: 4500,
	}
}

func line(t *testing.T, o order.Order, m order.Material) order.Line {
	t.Helper()
	for _, l := range o.Lines {
		if l.Material == m {
			return l
		}
	}
	t.Fatalf("no %s", m)
	return order.Line{}
}

// Five trees with 27 L each take 135 L: three bags of 50, not five; loose 0.2 cubic metres. At 8.50 a bag that is 25.50, at 60.00 a cubic metre 12.00:
// loose is the cheaper. Five trees at 45.00 are 225.00; water is 100 L.
func TestBagsAreRoundedOnceOverTheOrder(t *testing.T) {
	trees := []order.Tree{}
	for range 5 {
		trees = append(trees, mulched(27))
	}
	bagged := order.Of(rules.House{}, trees, order.Prices{"mulch": {Cents: cents(850)}}, false)
	l := line(t, bagged, "mulch")
	assert.InDelta(t, 135, l.Amount.Value, 1e-9)
	assert.InDelta(t, 3, l.Units, 0)
	assert.Equal(t, 2550, *l.Cents)
	assert.InDelta(t, 0.2, l.LooseM3, 1e-9)
	assert.False(t, l.Loose)
	assert.Equal(t, 22500+2550, bagged.TotalCents)
	assert.InDelta(t, 100, bagged.WaterL, 1e-9)
	loose := order.Of(rules.House{}, trees, order.Prices{"mulch": {Cents: cents(850), LooseCents: cents(6000)}}, false)
	assert.True(t, line(t, loose, "mulch").Loose)
	assert.Equal(t, 22500+1200, loose.TotalCents)
}

// What has no price is named and is not in the total; a tree without one is counted.
func TestWhatHasNoPriceIsNamed(t *testing.T) {
	tree := mulched(27)
	tree.PriceCents = 0
	o := order.Of(rules.House{}, []order.Tree{tree}, order.Prices{}, true)
	assert.Equal(t, []order.Material{"mulch", order.Hour}, o.Unpriced)
	assert.Equal(t, 1, o.UnpricedTrees)
	assert.Zero(t, o.TotalCents)
}

// The table of the handbook (days.md): trees of one practised person in an hour of easy soil, and 0.8 of it in firm.
func TestHoursByFormAndSoil(t *testing.T) {
	for name, c := range map[string]struct {
		tree  planting.Tree
		fine  bool
		hours float64
	}{
		"plug":         {planting.Tree{Form: stock.Plug, HeightM: 0.4}, false, 1.0 / 30},
		"whip":         {planting.Tree{Form: stock.BareRoot, HeightM: 0.9}, false, 1.0 / 12},
		"feathered":    {planting.Tree{Form: stock.BareRoot, HeightM: 2}, false, 1.0 / 4},
		"standard":     {planting.Tree{Form: stock.BareRoot, HeightM: 3}, false, 1 / 1.5},
		"small pot":    {planting.Tree{Form: stock.Container, BallDiameterMM: 300, BallHeightMM: 260}, false, 1 / 1.5},
		"large pot":    {planting.Tree{Form: stock.Container, BallDiameterMM: 450, BallHeightMM: 380}, false, 1 / 0.7},
		"balled":       {planting.Tree{Form: stock.Balled}, false, 1 / 0.4},
		"balled, firm": {planting.Tree{Form: stock.Balled}, true, 1 / 0.4 / 0.8},
	} {
		in := planting.Input{Tree: c.tree}
		in.Spot.SoilGroup = "medium"
		if c.fine {
			in.Spot.SoilGroup = "fine"
		}
		assert.InDelta(t, c.hours, order.HoursOf(rules.House{}, in), 1e-9, name)
	}
	// Six large pots are 8.571 hours; a beginner makes 0.6 of an hour's work in the first and 0.85 after: 1 + 7.971/0.85.
	trees := []order.Tree{}
	for range 6 {
		tree := mulched(27)
		tree.Input.Tree.BallDiameterMM, tree.Input.Tree.BallHeightMM = 450, 380
		trees = append(trees, tree)
	}
	o := order.Of(rules.House{}, trees, nil, false)
	assert.InDelta(t, 6/0.7, o.Hours, 1e-9)
	assert.InDelta(t, 1+(6/0.7-0.6)/0.85, o.NewHours, 1e-9)
}

// A can of 10 L that fills in 24 seconds makes 100 L four minutes.
func TestTheHoseIsTimedIntoACan(t *testing.T) {
	assert.InDelta(t, 4, *order.HoseMinutes(100, 10, 24), 1e-9)
	assert.Nil(t, order.HoseMinutes(100, 0, 24), "not timed")
}

// Of every order: an amount is the sum of its plans', whole bags hold it and one less would not, the total is the sum of what stands on its lines, and
// what a locked plan withholds is not told by its order.
func TestAnOrderAddsUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		trees, prices := []order.Tree{}, order.Prices{}
		var house rules.House
		for i := range rapid.IntRange(1, 6).Draw(t, "trees") {
			h, in, p := plantingtest.Plan(t)
			if i == 0 {
				house = h
			}
			if p.Refused == "" {
				trees = append(trees, order.Tree{Input: in, Plan: p, PriceCents: rapid.IntRange(0, 90000).Draw(t, "price")})
			}
		}
		for _, m := range set.All[order.Material]() {
			if rapid.Bool().Draw(t, "priced") {
				prices[m] = order.Price{Cents: cents(rapid.IntRange(1, 20000).Draw(t, string(m)))}
				if m.ComesLoose() && rapid.Bool().Draw(t, "loose too") {
					prices[m] = order.Price{Cents: prices[m].Cents, LooseCents: cents(rapid.IntRange(1, 20000).Draw(t, "loose"))}
				}
			}
		}
		o := order.Of(house, trees, prices, true)
		total, want := o.TreesCents, map[string]float64{}
		for _, tree := range trees {
			for _, q := range tree.Plan.Quantities {
				want[q.Code] += q.Amount.Value
			}
		}
		got := map[string]float64{}
		for _, l := range o.Lines {
			got[string(l.Material)] += l.Amount.Value
			switch {
			case l.Loose:
				total += *l.LooseCents
			case l.Cents != nil:
				total += *l.Cents
			}
			if l.Sold == order.ByBag {
				size := l.Amount.Value / l.Units
				require.LessOrEqual(t, size, 100.0)
				require.InDelta(t, l.Units, math.Ceil(l.Units), 0, "whole bags")
			}
		}
		require.Equal(t, total, o.TotalCents)
		for code, amount := range want {
			if code != "first-water" && code != "spoil-left" && code != "mound-soil" {
				require.InDelta(t, amount, got[code], 1e-6, code)
			}
		}
		require.InDelta(t, want["first-water"], o.WaterL, 1e-6)
		require.InDelta(t, want["mound-soil"], o.OwnSoilL, 1e-6)
	})
}
