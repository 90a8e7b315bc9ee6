package ground

import (
	"fmt"
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
)

// Obstacle is something near the spot that a grown tree may meet.
type Obstacle struct {
	Kind       Neighbour `json:"kind"`
	DistanceM  *float64  `json:"distance_m,omitempty" minimum:"0" doc:"always needed"`
	HeightM    *float64  `json:"height_m,omitempty" exclusiveMinimum:"0" doc:"height of an overhead line"`
	ClearanceM *float64  `json:"clearance_m,omitempty" minimum:"0" doc:"what the line's owner asks for; not given is not known"`
}

// RoomInput is a tree's size over the years and what stands around its spot.
type RoomInput struct {
	HeightNowM float64    `json:"height_now_m" exclusiveMinimum:"0"`
	Height10M  float64    `json:"height_10_m" exclusiveMinimum:"0"`
	HeightMaxM float64    `json:"height_max_m" exclusiveMinimum:"0"`
	Spread10M  float64    `json:"spread_10_m" exclusiveMinimum:"0"`
	SpreadMaxM float64    `json:"spread_max_m" exclusiveMinimum:"0"`
	Thirsty    bool       `json:"thirsty"`
	Obstacles  []Obstacle `json:"obstacles"`
}

// Meeting is the first year in which the tree meets an obstacle; nil is never in 50 years.
type Meeting struct {
	Kind      Neighbour `json:"kind"`
	FirstYear *int      `json:"first_year"`
	AskOwner  bool      `json:"ask_owner"`
}

// Size is how large the tree is after so many years.
type Size struct {
	Year    int     `json:"year"`
	HeightM float64 `json:"height_m" decimals:"2"`
	SpreadM float64 `json:"spread_m" decimals:"2"`
}

// RoomResult is when the tree meets what, its soil, and its size over the years.
type RoomResult struct {
	Obstacles    []Meeting `json:"obstacles"`
	FirstYear    *int      `json:"first_year"`
	SoilVolumeM3 float64   `json:"soil_volume_m3" decimals:"1"`
	Sizes        []Size    `json:"sizes"`
}

const (
	roomYears = 50
)

// Check returns what is wrong with the input.
func (in RoomInput) Check() error {
	l := fault.Check(in)
	greater := func(field string, x, grown float64) {
		if x > grown {
			l.Add(field, fault.GreaterThan, grown)
		}
	}
	greater("height_now_m", in.HeightNowM, in.HeightMaxM)
	greater("height_10_m", in.Height10M, in.HeightMaxM)
	greater("spread_10_m", in.Spread10M, in.SpreadMaxM)
	l = append(l, checkObstacles(in.Obstacles)...)
	return l.Err()
}

// checkObstacles: everything that is near stands somewhere, and a line hangs at a height.
func checkObstacles(list []Obstacle) fault.List {
	var l fault.List
	for i, o := range list {
		if o.DistanceM == nil {
			l.Add(fmt.Sprintf("obstacles.%d.distance_m", i), fault.Required, nil)
		}
		if o.Kind == NeighbourLine && o.HeightM == nil {
			l.Add(fmt.Sprintf("obstacles.%d.height_m", i), fault.Required, nil)
		}
	}
	return l
}

// growth is a tree's height and spread so many years from now: both slow down towards the grown size.
type growth struct{ heightMax, spreadMax, heightRate, spreadRate, age float64 }

func grow(in RoomInput) growth {
	rate := func(at10, grown float64) float64 { return -math.Log(1-math.Min(at10/grown, 0.95)) / 10 }
	g := growth{in.HeightMaxM, in.SpreadMaxM, rate(in.Height10M, in.HeightMaxM), rate(in.Spread10M, in.SpreadMaxM), 0}
	g.age = -math.Log(1-math.Min(in.HeightNowM/in.HeightMaxM, 0.99)) / g.heightRate
	return g
}

func (g growth) height(year int) float64 {
	return g.heightMax * (1 - math.Exp(-g.heightRate*(g.age+float64(year))))
}

func (g growth) spread(year int) float64 {
	return g.spreadMax * (1 - math.Exp(-g.spreadRate*(g.age+float64(year))))
}

// Room says in which year a tree first meets each thing around its spot.
func Room(h rules.House, in RoomInput) (RoomResult, error) {
	if err := in.Check(); err != nil {
		return RoomResult{}, err
	}
	g := grow(in)
	out := RoomResult{
		Obstacles: make([]Meeting, len(in.Obstacles)), Sizes: []Size{},
		SoilVolumeM3: h.Value(rules.RoomSoil) * math.Pi / 4 * in.SpreadMaxM * in.SpreadMaxM,
	}
	for i, o := range in.Obstacles {
		meets := meeting(h, g, in.Thirsty, o)
		m := Meeting{Kind: o.Kind, AskOwner: o.Kind == NeighbourLine && o.ClearanceM == nil}
		for year := 0; year <= roomYears && m.FirstYear == nil; year++ {
			if meets(year) {
				first := year
				m.FirstYear = &first
			}
		}
		out.Obstacles[i] = m
		if m.FirstYear != nil && (out.FirstYear == nil || *m.FirstYear < *out.FirstYear) {
			out.FirstYear = m.FirstYear
		}
	}
	for _, year := range []int{0, 5, 10, 20, 50} {
		out.Sizes = append(out.Sizes, Size{year, g.height(year), g.spread(year)})
	}
	return out, nil
}

// Growing is the tree's size in each year from now to the fiftieth. Errors: fault.List.
func Growing(in RoomInput) ([]Size, error) {
	if err := in.Check(); err != nil {
		return nil, err
	}
	g, out := grow(in), []Size{}
	for year := range roomYears + 1 {
		out = append(out, Size{year, g.height(year), g.spread(year)})
	}
	return out, nil
}

// meeting gives the test for one obstacle. A line whose owner nobody asked is given the house's clearance.
func meeting(h rules.House, g growth, thirsty bool, o Obstacle) (meets func(year int) bool) {
	within := func(limit float64) func(int) bool {
		return func(int) bool { return num.Under(*o.DistanceM, limit) }
	}
	reach := func(limit float64) func(int) bool {
		return func(year int) bool { return num.Over(g.spread(year)/2, limit) }
	}
	switch o.Kind {
	case NeighbourWall:
		return reach(*o.DistanceM - h.Value(rules.RoomEaves))
	case NeighbourBoundary:
		return reach(*o.DistanceM)
	case NeighbourLine:
		clearance := h.Value(rules.RoomClearance)
		if o.ClearanceM != nil {
			clearance = *o.ClearanceM
		}
		sideways := reach(*o.DistanceM - clearance)
		return func(year int) bool {
			return sideways(year) && num.Over(g.height(year), *o.HeightM-clearance)
		}
	case NeighbourPaving:
		switch {
		case num.Under(g.heightMax, 6):
			return within(h.Value(rules.RoomPavingSmall))
		case num.AtMost(g.heightMax, 12):
			return within(h.Value(rules.RoomPavingMedium))
		}
		return within(h.Value(rules.RoomPavingLarge))
	case NeighbourDrain:
		if thirsty {
			return within(h.Value(rules.RoomDrainThirsty))
		}
		return within(h.Value(rules.RoomDrain))
	}
	// A building on shrinkable clay: the roots dry the ground as far out as the tree is high.
	if thirsty {
		return within(g.heightMax * h.Value(rules.RoomClayThirsty))
	}
	return within(g.heightMax)
}
