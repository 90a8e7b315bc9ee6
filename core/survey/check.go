package survey

import (
	"fmt"
	"time"

	"sedum/core/fault"
	"sedum/core/num"
)

// Check returns what is wrong with a plan: its points that cannot be found, and things that are no shape.
func Check(p Plan) fault.List {
	l := fault.Check(p)
	located, faults := Locate(p)
	l = append(l, faults...)
	starts := 0
	for i, pt := range p.Points {
		if pt.How == Start {
			if starts++; starts > 1 {
				l.Add(fmt.Sprintf("points.%d.how", i), fault.SaidTwice, nil)
			}
		}
	}
	seen := map[string]bool{}
	for i, t := range p.Things {
		at := fmt.Sprintf("things.%d.", i)
		if seen[t.ID] || t.ID == "" {
			l.Add(at+"id", fault.SaidTwice, t.ID)
		}
		seen[t.ID] = true
		checkThing(&l, at, t, located)
	}
	stands := map[string]bool{}
	for i, s := range p.Spots {
		if stands[s.SpotID] {
			l.Add(fmt.Sprintf("spots.%d.spot_id", i), fault.SaidTwice, nil)
		}
		stands[s.SpotID] = true
		if !has(located, s.Point) {
			l.Add(fmt.Sprintf("spots.%d.point", i), fault.NotThere, s.Point)
		}
	}
	return l
}

func checkThing(l *fault.List, at string, t Thing, located map[string]Located) {
	if len(t.Points) < t.Kind.Least() {
		l.Add(at+"points", fault.TooFew, t.Kind.Least())
	} else if len(t.Points) > t.Kind.Most() {
		l.Add(at+"points", fault.TooMany, t.Kind.Most())
	}
	corners, whole := []Located{}, true
	for k, id := range t.Points {
		corner, ok := located[id]
		if !ok {
			l.Add(fmt.Sprintf("%spoints.%d", at, k), fault.NotThere, id)
			whole = false
			continue
		}
		if n := len(corners); n > 0 && num.AtMost(corners[n-1].DistanceM(corner), 0) {
			l.Add(fmt.Sprintf("%spoints.%d", at, k), fault.SamePlace, nil)
		}
		corners = append(corners, corner)
	}
	if whole && t.Kind.Closed() && len(corners) >= 3 {
		if a, _, crossed := Crossing(corners); crossed {
			l.Add(fmt.Sprintf("%spoints.%d", at, a), fault.CrossesItself, nil)
		}
	}
	if t.ReportedOn != "" {
		if _, err := time.Parse(time.DateOnly, t.ReportedOn); err != nil {
			l.Add(at+"reported_on", fault.WrongType, "date")
		}
	}
}

// Crossing finds two sides of a closed shape that cross or touch without being neighbours; side n goes from corner n to the next.
func Crossing(corners []Located) (a, b int, crossed bool) {
	n := len(corners)
	for i := range n {
		for j := i + 2; j < n; j++ {
			if i == 0 && j == n-1 {
				continue // the last side meets the first
			}
			if cross(corners[i], corners[i+1], corners[j], corners[(j+1)%n]) {
				return i, j, true
			}
		}
	}
	return 0, 0, false
}

// turn is positive when a, b, c turn left.
func turn(a, b, c Located) float64 {
	return (b.XM-a.XM)*(c.YM-a.YM) - (b.YM-a.YM)*(c.XM-a.XM)
}

func cross(a, b, c, d Located) bool {
	side := func(x float64) int {
		switch {
		case num.Over(x, 0):
			return 1
		case num.Under(x, 0):
			return -1
		}
		return 0
	}
	abc, abd, cda, cdb := side(turn(a, b, c)), side(turn(a, b, d)), side(turn(c, d, a)), side(turn(c, d, b))
	if abc != abd && cda != cdb {
		return true
	}
	within := func(p, q, r Located) bool {
		return num.AtLeast(r.XM, min(p.XM, q.XM)) && num.AtMost(r.XM, max(p.XM, q.XM)) && num.AtLeast(r.YM, min(p.YM, q.YM)) && num.AtMost(r.YM, max(p.YM, q.YM))
	}
	return (abc == 0 && within(a, b, c)) || (abd == 0 && within(a, b, d)) || (cda == 0 && within(c, d, a)) || (cdb == 0 && within(c, d, b))
}
