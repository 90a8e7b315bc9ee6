package survey

import (
	"slices"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
)

// SpotReading is what the plan says of one spot.
type SpotReading struct {
	Placed bool
	At     Located
	Near   []Near
	View   View
	// Sun is what the spot has, and at most until Settled; nil while north is not known or the spot is not placed.
	Sun *ground.SunResult
	// Settled is that the whole view is known: somebody looked all round, everything that stands there has its height, and nothing of it was
	// put by eye.
	Settled bool
	slopes  []slopeLine
}

// Read says what the plan tells of a spot at a latitude.
func Read(h rules.House, p Plan, located map[string]Located, spotID string, latDeg float64) SpotReading {
	return ReadWith(h, p, located, spotID, func(v View) (ground.SunResult, error) { return ground.SunHours(v.SunInput(latDeg)) })
}

// ReadWith is Read by who counts the sun of a view, for who has counted it before.
func ReadWith(h rules.House, p Plan, located map[string]Located, spotID string, sunOf func(View) (ground.SunResult, error)) SpotReading {
	out := SpotReading{}
	at := PlaceOf(p, located, spotID)
	if at == nil {
		return out
	}
	out.Placed, out.At = true, *at
	out.slopes = slopesOf(p, located)
	out.Near, out.View = NearOf(p, located, out.At), ViewOf(h, p, located, out.At)
	if p.North == "" || out.View.Inside != "" {
		return out
	}
	if sun, err := sunOf(out.View); err == nil {
		out.Sun = &sun
		out.Settled = p.Complete && len(out.View.Unmeasured) == 0 && !out.View.ByEye
	}
	return out
}

// PlaceOf is where a spot stands, nil of one that is not on the plan.
func PlaceOf(p Plan, located map[string]Located, spotID string) *Located {
	for _, s := range p.Spots {
		if at, ok := located[s.Point]; ok && s.SpotID == spotID {
			return &at
		}
	}
	return nil
}

// SunInput is the view for the sun's calculator.
func (v View) SunInput(latDeg float64) ground.SunInput {
	in := ground.SunInput{LatDeg: latDeg, Obstacles: []ground.SunObstacle{}}
	for _, s := range v.Seen {
		in.Obstacles = append(in.Obstacles, s.SunObstacle)
	}
	return in
}

// Obstacles are what a grown tree at the spot may meet, by the plan. A house counts as a building on shrinkable clay where the soil is clay.
// Known is false where a line hangs at a height that nobody measured.
func (r SpotReading) Obstacles(p Plan, clay bool) (list []ground.Obstacle, known bool) {
	things := map[string]Thing{}
	for _, t := range p.Things {
		things[t.ID] = t
	}
	known = true
	for _, n := range r.Near {
		t, far := things[n.ThingID], num.Round(n.DistanceM, 2)
		kind, ok := neighbours[t.Kind]
		if !ok {
			continue
		}
		o := ground.Obstacle{Kind: kind, DistanceM: &far}
		if kind == ground.NeighbourLine {
			if t.HeightM == nil {
				known = false
				continue
			}
			o.HeightM, o.ClearanceM = t.HeightM, t.ClearanceM
		}
		list = append(list, o)
		if t.Kind == House && clay {
			list = append(list, ground.Obstacle{Kind: ground.NeighbourClayBuilding, DistanceM: &far})
		}
	}
	return list, known
}

var neighbours = map[Kind]ground.Neighbour{
	House: ground.NeighbourWall, Wall: ground.NeighbourWall, Line: ground.NeighbourLine, Boundary: ground.NeighbourBoundary,
	Paving: ground.NeighbourPaving, Drain: ground.NeighbourDrain,
}

// Facts are the facts of a spot with what the plan adds. What somebody typed overrides: sun hours typed stay, and a kind of obstacle that is
// typed stands for those of the plan.
func (r SpotReading) Facts(p Plan, typed ground.Facts) (facts ground.Facts, fromPlan FromPlan) {
	if !r.Placed {
		return typed, FromPlan{}
	}
	if typed.SunH == nil && r.Settled {
		h := num.Round(r.Sun.GrowingH, 2)
		typed.SunH, fromPlan.Sun = &h, true
	}
	list, known := r.Obstacles(p, ground.Shrinks(typed))
	said := map[ground.Neighbour]bool{}
	for _, o := range typed.Obstacles {
		said[o.Kind] = true
	}
	both := append([]ground.Obstacle{}, typed.Obstacles...)
	for _, o := range list {
		if !said[o.Kind] {
			both, fromPlan.Room = append(both, o), true
		}
	}
	typed.Obstacles = both
	known = known || said[ground.NeighbourLine]
	switch guessed := slices.ContainsFunc(r.Near, func(n Near) bool { return n.ByEye }); {
	case p.Complete && known && !guessed:
		typed.RoomLooked, fromPlan.Room = true, true
	case !known:
		typed.RoomLooked = false
	}
	if typed.SlopeFallMM == nil {
		if fall, over, ok := r.slope(); ok {
			typed.Sloping, typed.SlopeFallMM, typed.SlopeOverM, fromPlan.Slope = fall > 0, &fall, &over, true
		}
	}
	return typed, fromPlan
}

// FromPlan is which facts of a spot the plan gave; what is false was typed or is not known.
type FromPlan struct {
	Sun   bool `json:"sun"`
	Room  bool `json:"room"`
	Slope bool `json:"slope"`
}

// Paths are the sun's ways over those months as the spot sees them, for drawing.
func Paths(v View, latDeg float64, months ...int) []ground.SunPath {
	return ground.SunPaths(v.SunInput(latDeg), months...)
}
