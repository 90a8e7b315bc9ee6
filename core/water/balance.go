// Package water is the store of water that a planted tree lives on, day by day: what its ball and the ground its roots have reached hold,
// what rain and people give and what the leaves use (handbook, aftercare.md, "Water", and calculators.md, water-balance).
package water

import (
	"math"
	"strconv"

	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/num"
	"sedum/core/rules"
	"sedum/core/stock"
)

// Ground is what the ball stands in.
type Ground string

// The words of Ground.
const (
	Sand Ground = "sand"
	Loam Ground = "loam"
	Clay Ground = "clay"
)

// All lists them.
func (Ground) All() []Ground { return []Ground{Sand, Loam, Clay} }

// Leaf is how much of its leaves a tree has on a day.
type Leaf string

// The words of Leaf.
const (
	Leafless  Leaf = "leafless"
	Leafing   Leaf = "leafing"
	FullLeaf  Leaf = "full"
	Evergreen Leaf = "evergreen"
)

// All lists them in the order of the year; evergreen is all year.
func (Leaf) All() []Leaf { return []Leaf{Leafless, Leafing, FullLeaf, Evergreen} }

// Tree is what of a planted tree and its place the store depends on.
type Tree struct {
	LatDeg         float64      `json:"lat_deg" minimum:"-66" maximum:"66"`
	BallVolumeL    float64      `json:"ball_volume_l" exclusiveMinimum:"0"`
	BallDiameterMM float64      `json:"ball_diameter_mm" exclusiveMinimum:"0"`
	Medium         stock.Medium `json:"medium"`
	Ground         Ground       `json:"ground"`
	CanopyAreaM2   float64      `json:"canopy_area_m2" exclusiveMinimum:"0"`
}

// Weather is one day of a station's record, and the leaves the tree had on it.
type Weather struct {
	DayOfYear int     `json:"day_of_year" minimum:"1" maximum:"365"`
	TMaxC     float64 `json:"tmax_c" minimum:"-60" maximum:"60"`
	TMinC     float64 `json:"tmin_c" minimum:"-60" maximum:"60"`
	RainMM    float64 `json:"rain_mm" minimum:"0" maximum:"2000"`
	Leaf      Leaf    `json:"leaf"`
}

// Store is the water at the roots at the end of a day.
type Store struct {
	ReachMM   float64 `json:"reach_mm" doc:"how far roots have grown out of the ball"`
	CapacityL float64 `json:"capacity_l"`
	StoreL    float64 `json:"store_l"`
}

// Share is how full it is, 0 to 1.
func (s Store) Share() float64 { return s.StoreL / s.CapacityL }

// Owed tells whether water is owed: the store has fallen to its half.
func (s Store) Owed(h rules.House) bool {
	return num.AtMost(s.StoreL, h.Value(rules.WaterOwedShare)*s.CapacityL)
}

// held is the share of its volume that a medium holds for the roots once it stands in the ground.
func held(h rules.House, m stock.Medium) float64 {
	return h.Value(map[stock.Medium]rules.Key{stock.MediumMix: rules.WaterHoldMix, stock.MediumSand: rules.WaterHoldSand,
		stock.MediumLoam: rules.WaterHoldLoam, stock.MediumClay: rules.WaterHoldClay}[m])
}

// capacityL is what ball and reached ground hold, with roots so far out.
func (t Tree) capacityL(h rules.House, reachMM float64) float64 {
	r0 := t.BallDiameterMM / 2
	grown := (r0 + reachMM) / r0
	return held(h, t.Medium)*t.BallVolumeL + held(h, stock.Medium(t.Ground))*t.BallVolumeL*(grown*grown-1)
}

// ReachedM2 is the area that roots have reached, seen from above.
func (t Tree) ReachedM2(reachMM float64) float64 {
	r := (t.BallDiameterMM/2 + reachMM) / 1000
	return math.Pi * r * r
}

// Full is the store on the day of planting: watered in, no root out of the ball.
func (t Tree) Full(h rules.House) Store {
	c := t.capacityL(h, 0)
	return Store{CapacityL: c, StoreL: c}
}

// Coefficient is the share of the reference evapotranspiration that a crown with such leaves uses.
func (l Leaf) Coefficient(h rules.House) float64 {
	return h.Value(map[Leaf]rules.Key{Leafless: rules.WaterLeafless, Leafing: rules.WaterLeafing, FullLeaf: rules.WaterFullLeaf, Evergreen: rules.WaterEvergreen}[l])
}

// UseL is what the leaves would use on a day.
func (t Tree) UseL(h rules.House, w Weather) (float64, error) {
	et0, err := climate.ET0(climate.ET0Input{LatDeg: t.LatDeg, DayOfYear: w.DayOfYear, TMaxC: w.TMaxC, TMinC: w.TMinC})
	return et0.ET0MM * w.Leaf.Coefficient(h) * t.CanopyAreaM2, err
}

// RainL is what of a day's rain reaches the roots that have grown so far out.
func (t Tree) RainL(h rules.House, rainMM, reachMM float64) float64 {
	return h.Value(rules.WaterRainShare) * math.Max(0, rainMM-h.Value(rules.WaterRainLost)) * t.ReachedM2(reachMM)
}

// After is the store at the end of a day on which nobody watered: the roots grow, the rain falls, the leaves use.
//
// Errors: fault.List for a day that cannot be.
func (t Tree) After(h rules.House, s Store, w Weather) (next Store, useL float64, err error) {
	useL, err = t.UseL(h, w)
	if err != nil {
		return s, 0, err
	}
	if num.Over((w.TMaxC+w.TMinC)/2, h.Value(rules.WaterWarm)) {
		s.ReachMM += h.Value(rules.WaterReach)
		grown := t.capacityL(h, s.ReachMM)
		s.StoreL *= grown / s.CapacityL
		s.CapacityL = grown
	}
	s.StoreL = math.Min(s.CapacityL, s.StoreL+t.RainL(h, w.RainMM, s.ReachMM))
	s.StoreL = math.Max(0, s.StoreL-useL)
	return s, useL, nil
}

// BalanceInput is a tree and the days after its planting.
type BalanceInput struct {
	Tree
	Days []Weather `json:"days"`
}

// BalanceDay is what happened to the store on one day.
type BalanceDay struct {
	UseL      float64 `json:"use_l" decimals:"3"`
	DoseL     float64 `json:"dose_l" decimals:"2"`
	StoreL    float64 `json:"store_l" decimals:"3"`
	CapacityL float64 `json:"capacity_l" decimals:"2"`
}

// BalanceResult is each day, how often it was watered and with how much in all.
type BalanceResult struct {
	Days      []BalanceDay `json:"days"`
	Waterings int          `json:"waterings"`
	TotalL    float64      `json:"total_l" decimals:"1"`
}

// Balance waters a tree to full on each day on which its store has fallen to half (calculators.md, water-balance).
func Balance(h rules.House, in BalanceInput) (BalanceResult, error) {
	l := fault.Check(in)
	for i, d := range in.Days {
		if d.TMaxC < d.TMinC && len(l) < fault.Most {
			l.Add(day(i, "tmax_c"), fault.BelowMinimum, d.TMinC)
		}
	}
	if err := l.Err(); err != nil {
		return BalanceResult{}, err
	}
	out := BalanceResult{Days: []BalanceDay{}}
	s := in.Full(h)
	for _, d := range in.Days {
		next, use, err := in.After(h, s, d)
		if err != nil {
			return BalanceResult{}, err
		}
		s = next
		dose := 0.0
		if s.Owed(h) {
			dose = s.CapacityL - s.StoreL
			s.StoreL = s.CapacityL
			out.Waterings++
			out.TotalL += dose
		}
		out.Days = append(out.Days, BalanceDay{use, dose, s.StoreL, s.CapacityL})
	}
	return out, nil
}

func day(i int, field string) string { return "days." + strconv.Itoa(i) + "." + field }
