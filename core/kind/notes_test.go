package kind_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// What no factor holds is said where it matters, and nowhere else.
func TestNotesAreSaidWhereTheyMatter(t *testing.T) {
	fruit := ground.Facts{Purpose: ground.PurposeFruit}
	dislikes := fit.BearsDislikes
	bears := fit.BearsBears
	salty := ground.Facts{Around: ground.Around{Salt: []ground.SaltFrom{ground.SaltRoad}}}
	sun := func(g ground.Facts, h float64) ground.Facts { g.SunH = ptr(h); return g }
	as := func(a ground.GrownAs) kind.Place {
		return kind.Place{Ground: ground.Facts{Around: ground.Around{GrownAs: a}}}
	}
	apple := kind.Facts{Kind: fit.Kind{Fruiting: true}, HeightMaxM: ptr(7.0)}
	low := apple
	low.HeightMaxM = ptr(2.2)
	roots := kind.Facts{Cautions: []planting.Caution{"surface-roots"}}
	near := func(m float64) kind.Place {
		return kind.Place{Ground: ground.Facts{Obstacles: []ground.Obstacle{{Kind: ground.NeighbourPaving, DistanceM: ptr(m)}}}}
	}
	for name, c := range map[string]struct {
		f     kind.Facts
		genus string
		p     kind.Place
		u     kind.Unit
		want  []kind.Note
	}{
		"nothing is known":        {kind.Facts{}, "Sorbus", kind.Place{}, kind.Unit{}, nil},
		"the same genus died":     {kind.Facts{}, "Sorbus", kind.Place{FailedGenus: "sorbus"}, kind.Unit{}, []kind.Note{"replant"}},
		"another genus died":      {kind.Facts{}, "Acer", kind.Place{FailedGenus: "Sorbus"}, kind.Unit{}, nil},
		"it died of drought":      {kind.Facts{}, "Sorbus", kind.Place{FailedGenus: "Sorbus", Ground: ground.Facts{Around: ground.Around{FailedWhy: ground.FailedDry}}}, kind.Unit{}, []kind.Note{"same-genus"}},
		"salt, and dislikes it":   {kind.Facts{Salt: &dislikes}, "", kind.Place{Ground: salty}, kind.Unit{}, []kind.Note{"salt-dislikes"}},
		"salt, and bears it":      {kind.Facts{Salt: &bears}, "", kind.Place{Ground: salty}, kind.Unit{}, nil},
		"salt, and nobody knows":  {kind.Facts{}, "", kind.Place{Ground: salty}, kind.Unit{}, []kind.Note{"salt-unknown"}},
		"fruit out of the sun":    {low, "", kind.Place{Ground: sun(fruit, 4), UsualHighC: ptr(27.0)}, kind.Unit{}, []kind.Note{"sweet"}},
		"fruit where it burns":    {low, "", kind.Place{Ground: sun(fruit, 11), UsualHighC: ptr(38.0)}, kind.Unit{}, []kind.Note{"scorch"}},
		"six hours where it does": {low, "", kind.Place{Ground: sun(fruit, 6), UsualHighC: ptr(38.0)}, kind.Unit{}, nil},
		"a tall fruit tree":       {apple, "", kind.Place{Ground: sun(fruit, 9)}, kind.Unit{}, []kind.Note{"ladder"}},
		"no fruit is wanted":      {apple, "", kind.Place{Ground: ground.Facts{SunH: ptr(3.0)}}, kind.Unit{}, nil},
		"bears drought":           {kind.Facts{Kind: fit.Kind{Drought: ptr(2)}}, "", kind.Place{}, kind.Unit{}, []kind.Note{"established"}},
		"roots beside paving":     {roots, "", near(3), kind.Unit{}, []kind.Note{"surface-roots"}},
		"paving far off":          {roots, "", near(9), kind.Unit{}, nil},
		"a leader of a bush":      {kind.Facts{}, "", as(ground.GrownLeader), kind.Unit{Habit: stock.Multi}, []kind.Note{"grown-stems"}},
		"a leader of a tree":      {kind.Facts{}, "", as(ground.GrownLeader), kind.Unit{Habit: stock.Single}, nil},
		"on wires":                {kind.Facts{}, "", as(ground.GrownWall), kind.Unit{}, []kind.Note{"grown-wall"}},
		"through the gate":        {kind.Facts{}, "", kind.Place{Ground: ground.Facts{Around: ground.Around{GateM: ptr(0.9)}}}, kind.Unit{BallWidthMM: ptr(700.0)}, nil},
		"not through the gate":    {kind.Facts{}, "", kind.Place{Ground: ground.Facts{Around: ground.Around{GateM: ptr(0.9)}}}, kind.Unit{BallWidthMM: ptr(850.0)}, []kind.Note{"gate"}},
	} {
		assert.Equal(t, append([]kind.Note{}, c.want...), kind.Notes(rules.House{}, c.f, c.genus, c.p, c.u), name)
	}
}

// What a house thinks near, high or hot is its own: another house's rules say otherwise of the same tree in the same place.
func TestNotesFollowTheHouse(t *testing.T) {
	high, near, gate := 4.0, 3.0, 0.9
	wide := 850.0
	f := kind.Facts{Kind: fit.Kind{Fruiting: true}, HeightMaxM: &high, Cautions: []planting.Caution{"surface-roots"}}
	p := kind.Place{Ground: ground.Facts{Purpose: ground.PurposeFruit, Obstacles: []ground.Obstacle{{Kind: ground.NeighbourPaving, DistanceM: &near}}, Around: ground.Around{GateM: &gate}}}
	u := kind.Unit{BallWidthMM: &wide}
	assert.Equal(t, []kind.Note{"ladder", "surface-roots", "gate"}, kind.Notes(rules.House{}, f, "", p, u))
	other := rules.House{}
	for key, value := range map[rules.Key]float64{rules.SiteLadder: 5, rules.SiteRootsNear: 2, rules.SiteGateSpare: 0} {
		next, err := other.With(key, value)
		require.NoError(t, err)
		other = next
	}
	assert.Empty(t, kind.Notes(other, f, "", p, u))
}
