// Package ground reads the customer's ground: how fast it drains, what it is made
// of, and what a grown tree will meet there (handbook, site.md and the ground
// part of calculators.md).
package ground

import (
	"fmt"
	"math"

	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/set"
)

// Reading is the height of the water above the bottom of the hole at a minute.
type Reading struct {
	Min     float64 `json:"min" minimum:"0"`
	WaterMM float64 `json:"water_mm" minimum:"0" doc:"height of the water above the bottom"`
}

// PercolationInput is the second filling of a drainage hole about 300 mm deep.
type PercolationInput struct {
	HoleWidthMM float64   `json:"hole_width_mm" exclusiveMinimum:"0"`
	Scale       Scale     `json:"scale"`
	Readings    []Reading `json:"readings" minItems:"2"`
}

// Percolated is what a drainage hole tells: a class, or why there is none.
type Percolated string

// The words of Percolated that are no class: water ran in from below; the water had hardly fallen yet.
const (
	WaterEntering Percolated = "water-entering"
	TooEarly      Percolated = "too-early"
)

// All lists them.
func (Percolated) All() []Percolated {
	out := []Percolated{}
	for _, class := range set.All[Drainage]() {
		out = append(out, Percolated(class))
	}
	return append(out, WaterEntering, TooEarly)
}

// PercolationResult is how fast the ground drains.
type PercolationResult struct {
	RateMMPerH       *float64   `json:"rate_mm_per_h" decimals:"1"`
	NormalRateMMPerH *float64   `json:"normal_rate_mm_per_h" decimals:"1"`
	Drain300Min      *float64   `json:"drain_300_min" decimals:"1"`
	Class            Percolated `json:"class"`
}

const (
	// emptyMM: at or under this height the hole counts as empty; later readings say nothing.
	emptyMM = 5.0
)

// Check returns what is wrong with the input.
func (in PercolationInput) Check() error {
	l := fault.Check(in)
	if len(in.Readings) > 0 && in.Readings[0].WaterMM <= emptyMM {
		l.Add("readings.0.water_mm", fault.MustExceed, emptyMM)
	}
	for i := 1; i < len(in.Readings); i++ {
		if in.Readings[i].Min <= in.Readings[i-1].Min {
			l.Add(fmt.Sprintf("readings.%d.min", i), fault.NotRising, in.Readings[i-1].Min)
		}
	}
	return l.Err()
}

// Percolation turns water levels against the clock into the rate that a hole 300 mm wide and deep would show.
func Percolation(h rules.House, in PercolationInput) (PercolationResult, error) {
	if err := in.Check(); err != nil {
		return PercolationResult{}, err
	}
	for i := 1; i < len(in.Readings); i++ {
		if num.Over(in.Readings[i].WaterMM-in.Readings[i-1].WaterMM, h.Value(rules.DrainRising)) {
			return PercolationResult{Class: WaterEntering}, nil
		}
	}
	kept := untilEmpty(in.Readings)
	first, last := kept[0], kept[len(kept)-1]
	used := laterHalf(kept)
	rate := math.Max(0, -slope(used)*60)
	if num.Under(first.WaterMM-last.WaterMM, h.Value(rules.SurveyTooEarlyFall)) && num.Under(last.Min-first.Min, 60) {
		return PercolationResult{RateMMPerH: &rate, Class: TooEarly}, nil
	}
	mean := 0.0
	for _, r := range used {
		mean += r.WaterMM / float64(len(used))
	}
	normal := rate * 3 / (1 + 2*mean/(in.HoleWidthMM/2))
	out := PercolationResult{RateMMPerH: &rate, NormalRateMMPerH: &normal}
	if normal > 0 {
		minutes := 300 / normal * 60
		out.Drain300Min = &minutes
	}
	out.Class = Percolated(DrainageClass(h, in.Scale, out.Drain300Min))
	return out, nil
}

func untilEmpty(readings []Reading) []Reading {
	for i, r := range readings {
		if num.AtMost(r.WaterMM, emptyMM) {
			return readings[:i+1]
		}
	}
	return readings
}

// laterHalf leaves out the first, faster part of the fall.
func laterHalf(kept []Reading) []Reading {
	first, last := kept[0].Min, kept[len(kept)-1].Min
	middle := first + (last-first)/2
	for i, r := range kept {
		if num.AtLeast(r.Min, middle) {
			if len(kept)-i >= 2 {
				return kept[i:]
			}
			break
		}
	}
	return kept[len(kept)-2:]
}

// slope is the least-squares slope in mm per minute.
func slope(readings []Reading) float64 {
	var meanT, meanY float64
	n := float64(len(readings))
	for _, r := range readings {
		meanT += r.Min / n
		meanY += r.WaterMM / n
	}
	var ty, tt float64
	for _, r := range readings {
		ty += (r.Min - meanT) * (r.WaterMM - meanY)
		tt += (r.Min - meanT) * (r.Min - meanT)
	}
	return ty / tt
}

// DrainageClass reads the minutes in which 300 mm of water would be gone on a scale; nil is never.
func DrainageClass(h rules.House, scale Scale, drain300Min *float64) Drainage {
	limits := []rules.Key{rules.DrainFast, rules.DrainGood, rules.DrainSlow, rules.DrainPoor}
	if scale == ScaleStrict {
		limits = []rules.Key{rules.DrainStrictFast, rules.DrainStrictGood, rules.DrainStrictSlow, rules.DrainStrictPoor}
	}
	if drain300Min != nil {
		for i, class := range []Drainage{DrainageFast, DrainageGood, DrainageSlow, DrainagePoor} {
			if num.AtMost(*drain300Min, h.Value(limits[i])) {
				return class
			}
		}
	}
	return DrainageStanding
}
