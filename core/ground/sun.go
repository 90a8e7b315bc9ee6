package ground

import (
	"math"

	"sedum/core/fault"
	"sedum/core/num"
)

// SunObstacle is something that stands between a spot and the sun: its bearings clockwise from, to (360 and more apart is all round), its
// height above the horizon, and how much of the light it takes, in leaf and, if that differs, in the six months without leaves.
type SunObstacle struct {
	FromDeg      float64  `json:"from_deg"`
	ToDeg        float64  `json:"to_deg"`
	ElevationDeg float64  `json:"elevation_deg" minimum:"0" maximum:"90"`
	Opacity      float64  `json:"opacity" minimum:"0" maximum:"1"`
	BareOpacity  *float64 `json:"bare_opacity,omitempty" minimum:"0" maximum:"1" doc:"in the six months without leaves; not given is as in leaf"`
}

// SunInput is a latitude and what stands around a spot.
type SunInput struct {
	LatDeg    float64       `json:"lat_deg" minimum:"-66" maximum:"66"`
	Obstacles []SunObstacle `json:"obstacles"`
}

// Light is how sunny a spot is over its growing months.
type Light string

// The words of Light: six hours and more, three and more, less.
const (
	LightFull  Light = "full"
	LightPart  Light = "part"
	LightShade Light = "shade"
)

// All lists them.
func (Light) All() []Light { return []Light{LightFull, LightPart, LightShade} }

// SunResult is the direct sun of a spot in hours a day, by month, and of the growing months the mean and its part before noon.
type SunResult struct {
	MonthlyH        []float64 `json:"monthly_h" decimals:"2"`
	GrowingH        float64   `json:"growing_h" decimals:"2"`
	GrowingMorningH float64   `json:"growing_morning_h" decimals:"2"`
	Class           Light     `json:"class"`
}

const (
	// sunStepsOfDay are steps of five minutes, read at their middle.
	sunStepsOfDay = 288
	// sunLowestDeg: at or under it the sun is too low to count.
	sunLowestDeg = 3.0
	sunFullH     = 6.0
	sunPartH     = 3.0
)

// sunDays are the days that stand for the months.
var sunDays = [12]int{15, 46, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349}

// SunAt is where the sun stands in solar time: the hour of the day (12 is noon), its elevation, its bearing from north.
type SunAt struct {
	Hour         float64
	ElevationDeg float64
	BearingDeg   float64
}

// sunAt gives the place of the sun at an hour of solar time on a day of the year (handbook, calculators.md, sun-hours).
func sunAt(latDeg float64, dayOfYear int, hour float64) SunAt {
	const radian = math.Pi / 180
	declination := 23.45 * math.Sin(2*math.Pi*float64(284+dayOfYear)/365) * radian
	lat, angle := latDeg*radian, (hour-12)*15*radian
	height := math.Sin(lat)*math.Sin(declination) + math.Cos(lat)*math.Cos(declination)*math.Cos(angle)
	bearing := math.Atan2(math.Sin(angle), math.Cos(angle)*math.Sin(lat)-math.Tan(declination)*math.Cos(lat))/radian + 180
	return SunAt{hour, math.Asin(num.Hold(height, -1, 1)) / radian, num.Bearing(bearing)}
}

// growing tells whether a month (0 is January) has its leaves: April to September, in the south October to March.
func growing(latDeg float64, month int) bool {
	summer := month >= 3 && month <= 8
	return summer == (latDeg >= 0)
}

// screen is an obstacle with its bearings folded once: it is held against the sun some thousand times.
type screen struct {
	from, span, elevation float64
	leaf, bare            float64
}

func screens(obstacles []SunObstacle) []screen {
	out := make([]screen, len(obstacles))
	for i, o := range obstacles {
		s := screen{num.Bearing(o.FromDeg), num.Bearing(o.ToDeg - o.FromDeg), o.ElevationDeg, o.Opacity, o.Opacity}
		if num.AtLeast(o.ToDeg-o.FromDeg, 360) {
			s.span = 360
		}
		if o.BareOpacity != nil {
			s.bare = *o.BareOpacity
		}
		out[i] = s
	}
	return out
}

// hides tells whether it stands before a sun at a place. Both ends are in.
func (o screen) hides(s SunAt) bool {
	if !num.AtMost(s.ElevationDeg, o.elevation) {
		return false
	}
	beyond := s.BearingDeg - o.from
	if beyond < 0 {
		beyond += 360
	}
	return num.AtMost(beyond, o.span) || num.AtLeast(beyond, 360)
}

// passes is the share of the sun that gets by: of several things before it the densest counts.
func passes(obstacles []screen, s SunAt, inLeaf bool) float64 {
	taken := 0.0
	for _, o := range obstacles {
		share := o.leaf
		if !inLeaf {
			share = o.bare
		}
		if share > taken && o.hides(s) {
			taken = share
		}
	}
	return 1 - taken
}

// SunHours counts the direct sun that reaches a spot through the year.
func SunHours(in SunInput) (SunResult, error) {
	l := fault.Check(in)
	if err := l.Err(); err != nil {
		return SunResult{}, err
	}
	out, before := SunResult{MonthlyH: make([]float64, len(sunDays))}, screens(in.Obstacles)
	for month, day := range sunDays {
		inLeaf, morning := growing(in.LatDeg, month), 0.0
		for step := range sunStepsOfDay {
			s := sunAt(in.LatDeg, day, (float64(step)+0.5)*24/sunStepsOfDay)
			if !num.Over(s.ElevationDeg, sunLowestDeg) {
				continue
			}
			h := passes(before, s, inLeaf) * 24 / sunStepsOfDay
			out.MonthlyH[month] += h
			if s.Hour < 12 {
				morning += h
			}
		}
		if inLeaf {
			out.GrowingH += out.MonthlyH[month] / 6
			out.GrowingMorningH += morning / 6
		}
	}
	switch {
	case num.AtLeast(out.GrowingH, sunFullH):
		out.Class = LightFull
	case num.AtLeast(out.GrowingH, sunPartH):
		out.Class = LightPart
	default:
		out.Class = LightShade
	}
	return out, nil
}

// GrowingHours is the growing months' mean of SunHours in steps of twenty minutes: near enough for a map of many places, and thirty times as quick.
func GrowingHours(in SunInput) float64 {
	const steps = 72
	before, hours := screens(in.Obstacles), 0.0
	for month, day := range sunDays {
		if !growing(in.LatDeg, month) {
			continue
		}
		for step := range steps {
			if s := sunAt(in.LatDeg, day, (float64(step)+0.5)*24/steps); num.Over(s.ElevationDeg, sunLowestDeg) {
				hours += passes(before, s, true) * 24 / steps / 6
			}
		}
	}
	return hours
}

// SunPath is the sun's way over a month's day in steps of a quarter of an hour, as far as it counts, and what gets by of it at each.
type SunPath struct {
	Month int
	Steps []SunStep
}

// SunStep is a place of the sun with the share of its light that reaches the spot.
type SunStep struct {
	SunAt
	Passes float64
}

// SunPaths are the ways of the sun in those months (1 is January), for drawing.
func SunPaths(in SunInput, months ...int) []SunPath {
	out, before := []SunPath{}, screens(in.Obstacles)
	for _, m := range months {
		path := SunPath{Month: m}
		for quarter := range 24*4 + 1 {
			if s := sunAt(in.LatDeg, sunDays[m-1], float64(quarter)/4); num.Over(s.ElevationDeg, sunLowestDeg) {
				path.Steps = append(path.Steps, SunStep{s, passes(before, s, growing(in.LatDeg, m-1))})
			}
		}
		out = append(out, path)
	}
	return out
}
