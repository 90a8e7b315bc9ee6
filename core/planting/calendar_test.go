package planting_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// lake is a place with its first frost on 15 October, its last on 28 April, ground frozen from 4 December and buds swelling on 8 April.
func lake(form stock.Form) planting.Input {
	return planting.Input{Tree: planting.Tree{Form: form}, Spot: planting.Spot{LatDeg: 47, Frost: planting.FrostDays{First: ptr(288), Last: ptr(118), SoilFreeze: ptr(338), BudSwell: ptr(98)}}}
}

// By hand: bare roots are best from leaf fall (302) until the ground freezes (338), then the ground is frozen until six weeks before the last
// frost (76), and dormant until the buds swell (98); three weeks later they are risky. Pots are best in autumn and early spring.
func TestTheCalendarOfAPlace(t *testing.T) {
	for _, c := range []struct {
		form stock.Form
		day  int
		want planting.WindowStatus
		next int
	}{
		{stock.BareRoot, 310, planting.WindowBest, 310}, {stock.BareRoot, 345, planting.WindowNo, 76}, {stock.BareRoot, 20, planting.WindowNo, 76}, {stock.BareRoot, 80, planting.WindowBest, 80},
		{stock.BareRoot, 119, planting.WindowRisky, 302}, {stock.BareRoot, 200, planting.WindowNo, 302}, {stock.Container, 260, planting.WindowBest, 260}, {stock.Container, 345, planting.WindowNo, 76},
		{stock.Container, 200, planting.WindowRisky, 244},
	} {
		got, known := planting.ByCalendar(rules.House{}, lake(c.form), c.day)
		assert.True(t, known)
		assert.Equal(t, c.want, got, "%s on %d", c.form, c.day)
		next, ok := planting.NextByCalendar(rules.House{}, lake(c.form), c.day)
		assert.True(t, ok)
		assert.Equal(t, c.next, next, "%s from %d", c.form, c.day)
	}
	_, known := planting.ByCalendar(rules.House{}, planting.Input{Tree: planting.Tree{Form: stock.BareRoot}}, 10)
	assert.False(t, known, "nobody knows its frosts")
}

// The seasons of the south are half a year away.
func TestWhenSomebodyWantsToPlant(t *testing.T) {
	for _, c := range []struct {
		form  stock.Form
		when  ground.When
		today int
		yes   bool
	}{
		{stock.BareRoot, ground.WhenNow, 310, true}, {stock.BareRoot, ground.WhenNow, 345, false}, {stock.BareRoot, ground.WhenAutumn, 345, true},
		{stock.BareRoot, ground.WhenSpring, 345, true}, {stock.Container, ground.WhenNow, 200, false}, {stock.Container, ground.WhenAutumn, 200, true},
	} {
		yes, known := planting.PlantableIn(rules.House{}, lake(c.form), c.when, c.today)
		assert.True(t, known)
		assert.Equal(t, c.yes, yes, "%s %s on %d", c.form, c.when, c.today)
		south := lake(c.form)
		south.Spot.LatDeg = -47
		turn := func(day *int) *int { d := (*day+181)%365 + 1; return &d }
		south.Spot.Frost = planting.FrostDays{First: turn(south.Spot.Frost.First), Last: turn(south.Spot.Frost.Last), SoilFreeze: turn(south.Spot.Frost.SoilFreeze), BudSwell: turn(south.Spot.Frost.BudSwell)}
		yes, _ = planting.PlantableIn(rules.House{}, south, c.when, (c.today+181)%365+1)
		assert.Equal(t, c.yes, yes, "south: %s %s", c.form, c.when)
	}
	_, known := planting.PlantableIn(rules.House{}, planting.Input{Tree: planting.Tree{Form: stock.BareRoot}}, ground.WhenNow, 1)
	assert.False(t, known)
}
