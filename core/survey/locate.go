package survey

import (
	"fmt"
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/set"
)

// Located is where a point lies; ByEye is that it, or something that it rests on, was not measured.
type Located struct {
	XM    float64 `json:"x_m" decimals:"3"`
	YM    float64 `json:"y_m" decimals:"3"`
	ByEye bool    `json:"by_eye"`
}

// DistanceM to another point.
func (a Located) DistanceM(b Located) float64 { return math.Hypot(b.XM-a.XM, b.YM-a.YM) }

// BearingDeg to another point.
func (a Located) BearingDeg(b Located) float64 {
	return num.Bearing(math.Atan2(b.XM-a.XM, b.YM-a.YM) * 180 / math.Pi)
}

// locator finds points by what they rest on.
type locator struct {
	byID map[string]int
	plan Plan
	out  map[string]Located
	// open are the points that are being found: who comes back to one of them rests on itself.
	open   map[string]bool
	faults fault.List
}

// Locate finds every point of a plan. What cannot be found has a fault at points.N and is left out.
func Locate(p Plan) (map[string]Located, fault.List) {
	l := locator{byID: map[string]int{}, plan: p, out: map[string]Located{}, open: map[string]bool{}}
	for i, pt := range p.Points {
		if _, ok := l.byID[pt.ID]; ok || pt.ID == "" {
			l.faults.Add(fmt.Sprintf("points.%d.id", i), fault.SaidTwice, pt.ID)
			continue
		}
		l.byID[pt.ID] = i
	}
	for _, pt := range p.Points {
		l.find(pt.ID)
	}
	return l.out, l.faults
}

func (l *locator) find(id string) (Located, bool) {
	if at, ok := l.out[id]; ok {
		return at, true
	}
	i, ok := l.byID[id]
	if !ok || l.open[id] {
		return Located{}, false
	}
	l.open[id] = true
	at, ok := l.work(l.plan.Points[i], fmt.Sprintf("points.%d.", i))
	if ok {
		l.out[id] = at
	}
	return at, ok
}

// work finds one point. A point that rests on one that cannot be found has no fault of its own unless that is nowhere or rests on it.
func (l *locator) work(p Point, at string) (Located, bool) {
	need := func(field string, given bool) bool {
		if !given {
			l.faults.Add(at+field, fault.Required, nil)
		}
		return given
	}
	known := func(field, id string) (Located, bool) {
		if !need(field, id != "") {
			return Located{}, false
		}
		_, exists := l.byID[id]
		onItself := l.open[id] && !has(l.out, id)
		if !exists || onItself {
			l.faults.Add(at+field, fault.NotThere, id)
			return Located{}, false
		}
		return l.find(id)
	}
	switch p.How {
	case Start:
		return Located{}, true
	case ByEye, FromFile:
		x, y := need("x_m", p.XM != nil), need("y_m", p.YM != nil)
		if !x || !y {
			return Located{}, false
		}
		return Located{*p.XM, *p.YM, p.How == ByEye}, true
	case Bearing:
		from, ok := known("from", p.From)
		length, bearing := need("length_m", p.LengthM != nil), need("bearing_deg", p.BearingDeg != nil)
		if !ok || !length || !bearing {
			return Located{}, false
		}
		sin, cos := math.Sincos(*p.BearingDeg * math.Pi / 180)
		return Located{from.XM + *p.LengthM*sin, from.YM + *p.LengthM*cos, from.ByEye}, true
	case Distances:
		a, okA := known("from", p.From)
		b, okB := known("second", p.Second)
		first, second, side := need("length_m", p.LengthM != nil), need("second_m", p.SecondM != nil), need("side", set.Has(p.Side))
		if !okA || !okB || !first || !second || !side {
			return Located{}, false
		}
		return l.meet(a, b, p, at)
	}
	l.faults.Add(at+"how", fault.NotAChoice, set.Texts[How]())
	return Located{}, false
}

func has(m map[string]Located, id string) bool { _, ok := m[id]; return ok }

// meet finds the point at two lengths from two known points, on one hand of the way from the first to the second. Lengths that miss each
// other are refused with what they miss by.
func (l *locator) meet(a, b Located, p Point, at string) (Located, bool) {
	apart, r, s := a.DistanceM(b), *p.LengthM, *p.SecondM
	if num.AtMost(apart, 0) {
		l.faults.Add(at+"second", fault.SamePlace, nil)
		return Located{}, false
	}
	if miss := math.Max(apart-r-s, math.Max(r-apart-s, s-apart-r)); num.Over(miss, 0) {
		l.faults.Add(at+"second_m", fault.DoNotMeet, num.Round(miss, 2))
		return Located{}, false
	}
	along := (apart*apart + r*r - s*s) / (2 * apart)
	aside := math.Sqrt(math.Max(0, r*r-along*along))
	if p.Side == Right {
		aside = -aside
	}
	ux, uy := (b.XM-a.XM)/apart, (b.YM-a.YM)/apart
	return Located{a.XM + along*ux - aside*uy, a.YM + along*uy + aside*ux, a.ByEye || b.ByEye}, true
}
