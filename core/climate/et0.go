// Package climate turns a weather record into what a tree feels of it (handbook,
// calculators.md, ground and care).
package climate

import (
	"math"

	"sedum/core/fault"
)

// ET0Input is a place, a day of a 365-day year, and its highest and lowest temperature.
type ET0Input struct {
	LatDeg    float64 `json:"lat_deg" minimum:"-66" maximum:"66"`
	DayOfYear int     `json:"day_of_year" minimum:"1" maximum:"365"`
	TMaxC     float64 `json:"tmax_c" minimum:"-60" maximum:"60"`
	TMinC     float64 `json:"tmin_c" minimum:"-60" maximum:"60"`
}

// ET0Result is the radiation above the air (MJ per m2 and day) and the reference evapotranspiration (mm a day).
type ET0Result struct {
	ExtraterrestrialMJ float64 `json:"extraterrestrial_mj" decimals:"2"`
	ET0MM              float64 `json:"et0_mm" decimals:"2"`
}

// ET0 estimates reference evapotranspiration from the day's temperatures and the sun's path.
func ET0(in ET0Input) (ET0Result, error) {
	l := fault.Check(in)
	if len(l) == 0 && in.TMaxC < in.TMinC {
		l.Add("tmax_c", fault.BelowMinimum, in.TMinC)
	}
	if err := l.Err(); err != nil {
		return ET0Result{}, err
	}
	ra := extraterrestrialMJ(in.LatDeg, in.DayOfYear)
	mean := (in.TMaxC + in.TMinC) / 2
	et0 := 0.0023 * 0.408 * ra * (mean + 17.8) * math.Sqrt(in.TMaxC-in.TMinC)
	return ET0Result{ra, math.Max(0, et0)}, nil
}

func extraterrestrialMJ(latDeg float64, dayOfYear int) float64 {
	phi := latDeg * math.Pi / 180
	angle := 2 * math.Pi * float64(dayOfYear) / 365
	distance := 1 + 0.033*math.Cos(angle)
	declination := 0.409 * math.Sin(angle-1.39)
	sunset := math.Acos(math.Max(-1, math.Min(1, -math.Tan(phi)*math.Tan(declination))))
	return 24 * 60 / math.Pi * 0.0820 * distance *
		(sunset*math.Sin(phi)*math.Sin(declination) + math.Cos(phi)*math.Cos(declination)*math.Sin(sunset))
}
