// Package standin holds small simulated outside things, each behind what a real one would offer.
package standin

import (
	"context"
	"math"
	"time"

	"sedum/core/num"
	"sedum/core/stock"
)

// Station is a weather service. The simulated one knows an inland lake country: its weather changes smoothly with latitude and is the same each
// time it is asked.
type Station struct{}

// Air is its readings of each hour between two moments, from the hour that the first lies in to the one after the last.
func (Station) Air(_ context.Context, latDeg float64, from, to time.Time) ([]stock.AirReading, error) {
	out := []stock.AirReading{}
	for at := from.UTC().Truncate(time.Hour); !at.After(to.Add(time.Hour)); at = at.Add(time.Hour) {
		tempC, rhPct := airAt(latDeg, at)
		out = append(out, stock.AirReading{At: at, TempC: tempC, RHPct: rhPct})
	}
	return out, nil
}

// airAt is the simulated air of an hour: a yearly and a daily wave, the same each time it is asked.
func airAt(latDeg float64, at time.Time) (tempC, rhPct float64) {
	day, hour := float64(at.YearDay()), float64(at.Hour())+float64(at.Minute())/60
	if latDeg < 0 {
		day += 182
	}
	season := -math.Cos(2 * math.Pi * (day - 20) / 365)
	daily := math.Cos(2 * math.Pi * (hour - 15) / 24)
	passing := math.Sin(day*1.7) + 0.5*math.Sin(day*0.61)
	tempC = 9 - 0.5*(math.Abs(latDeg)-47) + 10*season + (2.5+1.5*season)*daily + 1.5*passing
	rhPct = num.Hold(76-6*season-12*daily+5*passing, 25, 98)
	return num.Round(tempC, 1), num.Round(rhPct, 0)
}
