package day

import (
	"math"

	"sedum/core/num"
)

// Visit is a stop on a crew's way: when it comes there, begins and has planted, and whether it went back for a load before.
type Visit struct {
	Stop     int     `json:"stop"`
	Reloads  int     `json:"reloads" doc:"loads that were fetched before it"`
	ArrivesM float64 `json:"arrives_min"`
	DoneM    float64 `json:"done_min"`
	// Late is that the batch was to be in the ground before.
	Late bool `json:"late"`
}

// Cost is what a day comes to: trees that fit no crew, trees planted after their time, then the minutes of all crews until each is back.
type Cost struct {
	Unplaced int     `json:"unplaced"`
	Late     int     `json:"late"`
	Minutes  float64 `json:"minutes"`
}

// Less tells whether one day is better than another.
func (c Cost) Less(o Cost) bool {
	switch {
	case c.Unplaced != o.Unplaced:
		return c.Unplaced < o.Unplaced
	case c.Late != o.Late:
		return c.Late < o.Late
	}
	return c.Minutes < o.Minutes-1e-6
}

func (c Cost) plus(o Cost) Cost {
	return Cost{c.Unplaced + o.Unplaced, c.Late + o.Late, c.Minutes + o.Minutes}
}

func (c Crew) minutes(a, b Place) float64 {
	if c.MetresAMin <= 0 {
		return 0
	}
	return apart(a, b) / c.MetresAMin
}

func apart(a, b Place) float64 { return math.Hypot(a.EastM-b.EastM, a.NorthM-b.NorthM) }

// may tells whether a crew can do a stop at all: enough people, gear where nobody lifts by hand.
func (c Crew) may(s Stop) bool {
	return c.Practised+c.New >= max(1, s.People) && (c.Gear || !s.Gear)
}

// loads is how many times a vehicle must be filled for a stop.
func (c Crew) loads(s Stop) int {
	n := 1.0
	for _, part := range [][2]float64{{s.MassKG, c.LoadKG}, {s.RoomM3, c.LoadM3}} {
		if part[0] > 0 && part[1] > 0 {
			n = math.Max(n, num.Ceiling(part[0]/part[1]))
		}
	}
	return int(n)
}

// carries tells whether a vehicle that has so much on it takes a stop's load as well.
func (c Crew) carries(kg, m3 float64, s Stop) bool {
	return (c.LoadKG <= 0 || num.AtMost(kg+s.MassKG, c.LoadKG)) && (c.LoadM3 <= 0 || num.AtMost(m3+s.RoomM3, c.LoadM3))
}

// Way follows a crew from the staging place through its stops and back. It is false where it cannot be: too few hands, no gear, past its hours, or
// a batch that has nothing left.
func (in Input) Way(crew int, stops []int) (visits []Visit, cost Cost, fits bool) {
	cost, fits = in.follow(crew, stops, func(v Visit) { visits = append(visits, v) })
	if !fits {
		return nil, Cost{}, false
	}
	return visits, cost, true
}

// cost is what a way comes to.
func (in Input) cost(crew int, stops []int) (Cost, bool) { return in.follow(crew, stops, nil) }

func (in Input) follow(crew int, stops []int, visit func(Visit)) (cost Cost, fits bool) {
	c := in.Crews[crew]
	if len(stops) == 0 {
		return Cost{}, true
	}
	// now is the clock, begun when the first minute of work is; a load is taken for as many stops as it holds.
	now, at, kg, m3 := c.FromMin+in.Pace.LoadMin, Place{}, 0.0, 0.0
	for _, i := range stops {
		s := in.Stops[i]
		if !c.may(s) {
			return Cost{}, false
		}
		v := Visit{Stop: i}
		need := c.loads(s)
		if !c.carries(kg, m3, s) && (kg > 0 || m3 > 0) { // back for a load first
			now += c.minutes(at, Place{}) + in.Pace.LoadMin
			at, kg, m3 = Place{}, 0, 0
			v.Reloads++
		}
		now += c.minutes(at, s.At)
		for range need - 1 { // more than one load holds: there and back for each
			now += 2*c.minutes(s.At, Place{}) + in.Pace.LoadMin
			v.Reloads++
		}
		v.ArrivesM = now
		now += in.Pace.UnloadMin
		now += in.Pace.takes(c, now-c.FromMin, s.WorkH)
		v.DoneM = now
		at, kg, m3 = s.At, kg+s.MassKG, m3+s.RoomM3
		if num.Over(now, c.UntilMin) || s.LastMin != nil && num.Over(now, *s.LastMin) {
			return Cost{}, false
		}
		if s.PlanByMin != nil && num.Over(now, *s.PlanByMin) {
			v.Late = true
			cost.Late += s.Trees
		}
		if visit != nil {
			visit(v)
		}
	}
	now += c.minutes(at, Place{})
	cost.Minutes = now - c.FromMin
	return cost, num.AtMost(now, c.UntilMin)
}

// CostOf is what ways come to; what is on none of them is not planted. It is false where one of them cannot be.
func (in Input) CostOf(ways [][]int) (Cost, bool) {
	out, on := Cost{}, map[int]bool{}
	for crew, stops := range ways {
		_, cost, fits := in.Way(crew, stops)
		if !fits {
			return Cost{}, false
		}
		out = out.plus(cost)
		for _, i := range stops {
			on[i] = true
		}
	}
	for i, s := range in.Stops {
		if !on[i] {
			out.Unplaced += s.Trees
		}
	}
	return out, true
}
