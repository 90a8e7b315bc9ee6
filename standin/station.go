// Package standin holds small simulated outside things, each behind what a real one would offer.
package standin

import (
	"context"
	"math"
	"time"

	"sedum/core/climate"
	"sedum/core/num"
	"sedum/core/stock"
)

// Station is a weather station's summary of many years. The simulated one knows an inland lake country:
// figures change smoothly with latitude and are the same each time they are asked.
type Station struct{}

// Climate gives the station's figures for a latitude (degrees, south negative).
func (Station) Climate(_ context.Context, latDeg float64) (climate.Facts, error) {
	north := math.Abs(latDeg)
	away := north - 47 // of the lake country
	whole := func(x float64) *int { v := int(math.Round(x)); return &v }
	tenth := func(x float64) *float64 { v := num.Round(x, 1); return &v }
	day := func(northern float64) *int {
		if latDeg < 0 {
			northern += 182
		}
		return whole(math.Mod(northern-1+730, 365) + 1)
	}
	c := climate.Facts{
		MinC: tenth(-17.5 - 0.9*away), HotMonthC: tenth(19.8 - 0.35*away), UsualHighC: tenth(26 - 0.35*away),
		SummerDeficitMM: tenth(math.Max(0, 150-6*away)), ChillPortions: tenth(num.Hold(78-1.5*math.Abs(away), 0, 95)), Source: climate.SourceStation,
	}
	if north < 30 {
		c.CoolFromDay = day(330)
		return c, nil
	}
	c.FirstFrostDay, c.LastFrostDay = day(288-2*away), day(118+2*away)
	c.LastFrost90Day, c.SoilFreezeDay, c.BudSwellDay = day(132+2*away), day(338-2*away), day(98+1.5*away)
	return c, nil
}

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
