package ground

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
)

// WindRecord is one wind: where it came from and how fast it was.
type WindRecord struct {
	FromDeg float64 `json:"from_deg"`
	SpeedMS float64 `json:"speed_ms" minimum:"0"`
}

// WindInput is a record of winds and the speed from which they matter.
type WindInput struct {
	MinSpeedMS float64      `json:"min_speed_ms" minimum:"0"`
	Records    []WindRecord `json:"records"`
}

// Sector is one of eight directions that a wind comes from.
type Sector string

// All lists them, clockwise from north.
func (Sector) All() []Sector { return []Sector{"N", "NE", "E", "SE", "S", "SW", "W", "NW"} }

// WindResult is where the winds that matter come from; nil where none did.
type WindResult struct {
	PrevailingDeg *float64 `json:"prevailing_deg" decimals:"1"`
	Steadiness    *float64 `json:"steadiness" decimals:"3"`
	Sector        *Sector  `json:"sector"`
	Variable      *bool    `json:"variable" doc:"no direction prevails: the bearing is the heaviest sector's"`
}

// windSteady: under it no direction prevails.
const windSteady = 0.3

// Rose is the summed speed of the winds that matter by sector, clockwise from north, and how many they were.
type Rose struct {
	SpeedSum [8]float64
	Count    [8]int
	east     float64
	north    float64
}

// Add counts a wind that matters.
func (r *Rose) Add(w WindRecord) {
	i := int(num.Floor((num.Bearing(w.FromDeg)+22.5)/45)) % 8
	r.SpeedSum[i] += w.SpeedMS
	r.Count[i]++
	sin, cos := math.Sincos(w.FromDeg * math.Pi / 180)
	r.east += w.SpeedMS * sin
	r.north += w.SpeedMS * cos
}

// Result reads the rose.
func (r *Rose) Result() WindResult {
	sum, heaviest := 0.0, 0
	for i, s := range r.SpeedSum {
		sum += s
		if num.Over(s, r.SpeedSum[heaviest]) {
			heaviest = i
		}
	}
	if sum <= 0 {
		return WindResult{}
	}
	sector := Sector("").All()[heaviest]
	steadiness := math.Hypot(r.east, r.north) / sum
	variable := num.Under(steadiness, windSteady)
	bearing := num.Bearing(math.Atan2(r.east, r.north) * 180 / math.Pi)
	if variable {
		bearing = float64(heaviest) * 45
	}
	return WindResult{&bearing, &steadiness, &sector, &variable}
}

// Winds finds where the winds that matter come from: those at or above the least speed, and over 0 (handbook, calculators.md, wind).
func Winds(in WindInput) (WindResult, error) {
	l := fault.Check(in)
	if err := l.Err(); err != nil {
		return WindResult{}, err
	}
	var rose Rose
	for _, w := range in.Records {
		if Matters(w, in.MinSpeedMS) {
			rose.Add(w)
		}
	}
	return rose.Result(), nil
}

// Matters tells whether a wind is fast enough to count.
func Matters(w WindRecord, leastMS float64) bool {
	return num.Over(w.SpeedMS, 0) && num.AtLeast(w.SpeedMS, leastMS)
}
