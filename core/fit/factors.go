package fit

import (
	"math"
	"sedum/core/climate"
	"slices"

	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/rules"
)

// reading is one factor's value, or that it is unknown or does not apply; gated excludes the kind.
type reading struct {
	value float64
	// counts is false when there is no value: unknown, or it does not apply.
	counts, unknown bool
	gated           bool
}

var (
	doesNotApply = reading{}
	notKnown     = reading{unknown: true}
)

func value(v float64) reading { return reading{value: v, counts: true} }

func gate(v float64) reading { return reading{value: v, counts: true, gated: num.AtMost(v, 0)} }

func read(h rules.House, f Factor, s Site, k Kind) reading {
	switch f {
	case Cold:
		if s.MinC == nil || k.ColdC == nil {
			return notKnown
		}
		return margin(h, *s.MinC-*k.ColdC)
	case Heat:
		switch {
		case k.HeatC == nil:
			return doesNotApply
		case s.HotMonthC == nil:
			return notKnown
		}
		return margin(h, *k.HeatC-*s.HotMonthC)
	case Light:
		if s.SunH == nil || k.SunH == nil {
			return notKnown
		}
		return gate(trapezoid(*k.SunH, *s.SunH))
	case Drainage:
		return readDrainage(s, k)
	case Reaction:
		return readReaction(s, k)
	case Drought:
		return readDrought(s, k)
	case Room:
		return readRoom(s)
	case Chill:
		return readChill(s, k)
	case Pollination:
		switch {
		case !k.Fruiting || !s.WantsFruit:
			return doesNotApply
		case k.SelfFertile || s.Partner:
			return value(1)
		}
		return value(0.2)
	case Wind:
		if s.Wind == nil || k.Wind == nil {
			return notKnown
		}
		gap := slices.Index(exposures, *s.Wind) - slices.Index(exposures, *k.Wind)
		return value([]float64{1, 0.6, 0.2}[max(0, gap)])
	}
	if s.SoilGroup == nil || k.SoilBearings == nil {
		return notKnown
	}
	bearing, ok := k.SoilBearings[*s.SoilGroup]
	if !ok {
		return notKnown
	}
	return value(map[Bears]float64{BearsGood: 1, BearsBears: 0.7, BearsDislikes: 0.3}[bearing])
}

// margin is (m+1)/4 held to 0..1 for m degrees to spare; a degree past the limit excludes.
func margin(h rules.House, m float64) reading {
	return gate(num.Hold((m+h.Value(rules.FitColdGate))/h.Value(rules.FitMarginSpan), 0, 1))
}

// trapezoid is 1 from b to c, both ends included, and falls straight to 0 at a and d.
func trapezoid(r [4]float64, x float64) float64 {
	a, b, c, d := r[0], r[1], r[2], r[3]
	switch {
	case num.AtLeast(x, b) && num.AtMost(x, c):
		return 1
	case num.AtMost(x, a) || num.AtLeast(x, d):
		return 0
	case x < b:
		return (x - a) / (b - a)
	}
	return (d - x) / (d - c)
}

// RaisedDrainage is the class of a bed after it is raised: one class better at 150 mm and two at 300,
// never better than good; standing ground gains one at most.
func RaisedDrainage(class ground.Drainage, raiseMM float64) ground.Drainage {
	i := slices.Index(drainages, class)
	steps := int(math.Min(2, num.Floor(raiseMM/150)))
	if class == ground.DrainageStanding {
		steps = min(steps, 1)
	}
	return drainages[max(i-steps, min(i, 1))]
}

func readDrainage(s Site, k Kind) reading {
	if s.Drainage == nil || k.DrainageMax == nil {
		return notKnown
	}
	over := slices.Index(drainages, RaisedDrainage(*s.Drainage, s.RaiseMM)) - slices.Index(drainages, *k.DrainageMax)
	switch {
	case over <= 0:
		return value(1)
	case over == 1:
		return value(0.5)
	case over == 2:
		return value(0.15)
	}
	return gate(0)
}

func readReaction(s Site, k Kind) reading {
	switch {
	case k.PH == nil:
		return notKnown
	case s.PH != nil:
		return gate(trapezoid(*k.PH, *s.PH))
	case num.AtLeast(k.PH[2]-k.PH[1], 2.5):
		return value(0.8)
	}
	return notKnown
}

// readDrought is the lower of the first years, when no kind is drought-tolerant, and of later.
func readDrought(s Site, k Kind) reading {
	if s.SummerDeficitMM == nil || s.AvailableMMPM == nil || s.Water == nil || k.Drought == nil {
		return notKnown
	}
	index := climate.DroughtIndex(*s.SummerDeficitMM, s.RaiseMM, *s.AvailableMMPM)
	first, later := 1.0, index
	switch waters[*s.Water] {
	case 0:
		first = []float64{1, 0.6, 0.2, 0}[index]
	case 1:
		later = max(0, index-1)
	default:
		later = 0
	}
	return gate(math.Min(first, []float64{1, 0.6, 0.25, 0.05}[max(0, later-*k.Drought)]))
}

// readRoom: what is known counts even when something else is not.
func readRoom(s Site) reading {
	r := value(0.1)
	switch {
	case s.MeetsLine:
		r = gate(0)
	case s.ConflictYear == nil && s.RoomUnknown:
		return notKnown
	case s.ConflictYear == nil:
		r = value(1)
	case *s.ConflictYear >= 20:
		r = value(0.8)
	case *s.ConflictYear >= 10:
		r = value(0.4)
	}
	r.unknown = s.RoomUnknown
	return r
}

func readChill(s Site, k Kind) reading {
	switch {
	case k.ChillNeed == nil:
		return doesNotApply
	case s.Chill == nil:
		return notKnown
	}
	ratio, fruit := *s.Chill / *k.ChillNeed, s.WantsFruit && k.Fruiting
	switch {
	case !fruit && num.AtLeast(ratio, 0.5):
		return value(1)
	case !fruit:
		return value(0.15)
	case num.AtLeast(ratio, 1.1):
		return value(1)
	case num.AtLeast(ratio, 0.8):
		return value(0.3 + 0.7*(ratio-0.8)/0.3)
	}
	r := value(0.3 * ratio / 0.8)
	r.gated = num.Under(ratio, 0.5)
	return r
}
