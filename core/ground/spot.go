package ground

import (
	"slices"
	"time"

	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/rules"
)

// Marking is from when to when buried services are marked at a spot; both days count.
type Marking struct{ MarkedOn, ExpiresOn time.Time }

// Holds tells whether somebody may dig by the marking on a day (safety.md).
func (m Marking) Holds(day time.Time) bool { return !m.ExpiresOn.Before(day) && !m.MarkedOn.After(day) }

// CheckMarking returns what is wrong with a marking that is entered on a day: it must not end before it begins, nor be over, nor begin
// later than tomorrow.
func CheckMarking(m Marking, today time.Time) fault.List {
	var l fault.List
	if m.ExpiresOn.Before(m.MarkedOn) {
		l.Add("expires_on", fault.NotRising, m.MarkedOn.Format(time.DateOnly))
	} else if m.ExpiresOn.Before(today) {
		l.Add("expires_on", fault.NotRising, today.Format(time.DateOnly))
	}
	if m.MarkedOn.After(today.AddDate(0, 0, 1)) {
		l.Add("marked_on", fault.AtMost, today.Format(time.DateOnly))
	}
	return l
}

// Hole is one drainage hole read against the clock.
type Hole struct {
	WidthMM  float64
	Readings []Reading
}

// SpotReading is what the entries of a spot say by the house's rules.
type SpotReading struct {
	// Soil is nil when nobody knows the texture.
	Soil *TextureResult
	// Drainage is nil when it was not measured; too-early counts as not measured.
	Drainage *PercolationResult
	// Class on the general scale, "" when not measured.
	Class Drainage
	// Wet is that water stands there in winter, whatever a hole said: then the class is standing.
	Wet bool
	// Holes is how many holes told something together; WhichHole is the place of the one that counts, -1 without any.
	Holes     int
	WhichHole int
	// HoldsMMPM is what the soil down to 0.6 m holds, nil when nobody knows its texture.
	HoldsMMPM *float64
	// Dryness is the drought index 0 to 3, nil when the deficit or the soil is unknown.
	Dryness *int
	// Missing is what a full match would still ask, in the order of asking.
	Missing []string
}

// ReadSpot reads the entries of a spot with its drainage holes; marked is whether services are marked today.
func ReadSpot(h rules.House, g Facts, c climate.Facts, marked bool, holes []DugHole) (SpotReading, error) {
	out := SpotReading{Missing: []string{}, WhichHole: -1}
	var err error
	if out.Soil, err = soilOf(g); err != nil {
		return out, err
	}
	if out.Soil != nil {
		holds := HoldsMMPM(g, *out.Soil)
		out.HoldsMMPM = &holds
	}
	var r PercolationResult
	if out.WhichHole, out.Holes, r, err = TrustedHole(h, holes); err != nil {
		return out, err
	}
	if out.WhichHole >= 0 {
		out.Drainage = &r
		switch r.Class {
		case TooEarly:
		case WaterEntering:
			out.Class = DrainageStanding
		default:
			out.Class = Drainage(r.Class)
		}
	}
	if g.StandsInWinter != nil && *g.StandsInWinter {
		out.Wet, out.Class = true, DrainageStanding
	}
	if c.SummerDeficitMM != nil && out.Soil != nil {
		index := climate.DroughtIndex(*c.SummerDeficitMM, g.RaiseMM, *out.HoldsMMPM)
		out.Dryness = &index
	}
	for _, need := range []struct {
		name  string
		known bool
	}{
		{"marking", marked}, {"soil", out.Soil != nil}, {"drainage", out.Class != ""}, {"winter", !WetSigns(g) || g.StandsInWinter != nil}, {"sun_h", g.SunH != nil},
		{"min_c", c.MinC != nil}, {"hot_month_c", c.HotMonthC != nil}, {"frost", c.FirstFrostDay != nil || c.CoolFromDay != nil},
		{"summer_deficit_mm", c.SummerDeficitMM != nil}, {"water", g.Water != ""}, {"exposure", g.Exposure != ""},
		{"wind_from_deg", g.WindFrom != nil}, {"room", g.RoomLooked}, {"ph", TrustedPH(g) != nil}, {"purpose", g.Purpose != ""},
	} {
		if !need.known {
			out.Missing = append(out.Missing, need.name)
		}
	}
	return out, nil
}

// Shrinks tells whether a soil is known to be a clay that shrinks when it dries: a third of clay and more.
func Shrinks(g Facts) bool {
	soil, err := soilOf(g)
	if err != nil || soil == nil {
		return false
	}
	return slices.Contains([]SoilClass{"sandy clay", "silty clay", "clay"}, soil.Class)
}

// CheckFacts returns what is wrong with the facts of a spot beyond their single limits.
func CheckFacts(g Facts) fault.List {
	var l fault.List

	if layers := []*float64{g.SandMM, g.SiltMM, g.ClayMM}; slices.Contains(layers, nil) {
		for i, name := range []string{"sand_mm", "silt_mm", "clay_mm"} {
			if layers[i] == nil && (g.SandMM != nil || g.SiltMM != nil || g.ClayMM != nil) {
				l.Add(name, fault.Required, nil)
			}
		}
	} else if *g.SandMM+*g.SiltMM+*g.ClayMM <= 0 {
		l.Add("sand_mm", fault.NoSum, 0)
	}
	for _, on := range []struct{ field, text string }{{"leave_until", g.LeaveUntil}, {"look_again_on", g.LookAgainOn}} {
		if _, err := time.Parse(time.DateOnly, on.text); on.text != "" && err != nil {
			l.Add(on.field, fault.WrongType, "date")
		}
	}
	l = append(l, checkSoil(g)...)
	return append(l, checkObstacles(g.Obstacles)...)
}
