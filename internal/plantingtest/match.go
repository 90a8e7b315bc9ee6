package plantingtest

import (
	"slices"

	"pgregory.net/rapid"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
)

// Pair is a kind held against a spot, as the match does it.
type Pair struct {
	Site   fit.Site
	Kind   fit.Kind
	Room   *ground.RoomResult
	Near   []ground.Obstacle
	Result fit.Result
}

// Match holds what was drawn against each other: what else the match asks is drawn too, and may be unknown.
func Match(t *rapid.T, h rules.House, in planting.Input) Pair {
	s, k := in.Spot, in.Kind
	p := Pair{}
	p.Kind = fit.Kind{ColdC: k.ColdC, HeatC: maybe(t, 20, 45, "heat limit"), SunH: four(t, 0, 12, "likes sun"), DrainageMax: &k.DrainageMax, PH: four(t, 4, 9, "likes pH"),
		Drought: ptr(rapid.IntRange(0, 3).Draw(t, "drought")), Wind: ptr(draw(t, set.All[ground.Wind](), "bears wind")), Fruiting: k.GrownForFruit, SelfFertile: yes(t, "self-fertile"),
		SoilBearings: map[ground.SoilGroup]fit.Bears{}}
	for _, g := range set.All[ground.SoilGroup]() {
		p.Kind.SoilBearings[g] = draw(t, set.All[fit.Bears](), "bears soil")
	}
	p.Site = fit.Site{MinC: s.MinC, HotMonthC: maybe(t, 10, 45, "hot month"), SunH: s.SunH, RaiseMM: s.RaiseMM, PH: maybe(t, 4, 9, "pH"), SummerDeficitMM: s.SummerDeficitMM,
		AvailableMMPM: s.AvailableMMPM, Water: &s.Water, WantsFruit: k.GrownForFruit, Partner: yes(t, "partner"), SoilGroup: &s.SoilGroup}
	if s.Exposure != "" {
		p.Site.Wind = &s.Exposure
	}
	class := ground.DrainageStanding
	if !s.WaterEntering {
		class = ground.DrainageClass(h, planting.Scale(h, k), s.Drain300Min)
	}
	p.Site.Drainage = &class
	p.near(t, h, in)
	p.Result = fit.Judge(h, p.Site, p.Kind)
	return p
}

// near draws what stands round the spot and how large the kind grows, which nobody may know.
func (p *Pair) near(t *rapid.T, h rules.House, in planting.Input) {
	if in.Spot.OverheadLine {
		line := ground.Obstacle{Kind: ground.NeighbourLine, DistanceM: ptr(rapid.Float64Range(0.5, 25).Draw(t, "line")), HeightM: ptr(rapid.Float64Range(4, 15).Draw(t, "hangs at"))}
		line.ClearanceM = maybe(t, 1, 6, "its owner's clearance")
		p.Near = append(p.Near, line)
	}
	if yes(t, "something near") {
		others := slices.DeleteFunc(set.All[ground.Neighbour](), func(n ground.Neighbour) bool { return n == ground.NeighbourLine })
		p.Near = append(p.Near, ground.Obstacle{Kind: draw(t, others, "what"), DistanceM: ptr(rapid.Float64Range(0.3, 20).Draw(t, "how far"))})
	}
	looked, sized := yes(t, "looked round"), yes(t, "its size is known")
	p.Site.RoomUnknown = !looked
	if !sized || (!looked && len(p.Near) == 0) {
		p.Site.RoomUnknown = true
		return
	}
	grown := rapid.Float64Range(2, 25).Draw(t, "grown")
	room, err := ground.Room(h, ground.RoomInput{HeightNowM: min(in.Tree.HeightM, grown), Height10M: grown * 0.6, HeightMaxM: grown, Spread10M: grown * 0.4, SpreadMaxM: grown * 0.7, Obstacles: p.Near})
	if err != nil {
		t.Fatal(err)
	}
	p.Room, p.Site.ConflictYear = &room, room.FirstYear
	for _, o := range room.Obstacles {
		p.Site.RoomUnknown = p.Site.RoomUnknown || o.AskOwner
		p.Site.MeetsLine = p.Site.MeetsLine || (o.Kind == ground.NeighbourLine && o.FirstYear != nil)
	}
}

func maybe(t *rapid.T, low, high float64, name string) *float64 {
	if !yes(t, "known: "+name) {
		return nil
	}
	return ptr(rapid.Float64Range(low, high).Draw(t, name))
}

func four(t *rapid.T, low, high float64, name string) *[4]float64 {
	out := [4]float64{}
	for i := range out {
		out[i] = rapid.Float64Range(low, high).Draw(t, name)
	}
	slices.Sort(out[:])
	return &out
}
