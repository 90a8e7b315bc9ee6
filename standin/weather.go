package standin

import (
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"math"
	"math/rand/v2"
	"time"
)

// weatherFrom is the first day of which the simulated service knows the weather.
var weatherFrom = time.Date(1985, 1, 1, 0, 0, 0, 0, time.UTC)

// Record is the daily weather of a place as a weather service writes it: an inland lake country, with cold spells that last some days, wet and
// dry weeks, a wind that mostly comes from the west, and winters that grow a little milder. The same place has the same weather each time.
func (Station) Record(_ context.Context, latDeg float64, from, to time.Time) ([]byte, error) {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	_ = w.Write([]string{"date", "tmin (C)", "tmax (C)", "rain (mm)", "wind speed (m/s)", "wind direction"})
	seed := uint64(math.Round(latDeg*10) + 1000)
	dice := rand.New(rand.NewPCG(seed, 8191))
	north := math.Abs(latDeg) - 47
	spell, wet := 0.0, false
	for day := weatherFrom; !day.After(to); day = day.AddDate(0, 0, 1) {
		turn := 2 * math.Pi * (float64(day.YearDay()) - 20) / 365.25
		if latDeg < 0 {
			turn += math.Pi
		}
		season := -math.Cos(turn) // -1 in the depth of winter
		spell = 0.78*spell + dice.NormFloat64()*(2.5-0.8*season)
		wet = dice.Float64() < map[bool]float64{true: 0.52, false: 0.24}[wet]
		mean := 8.4 + 11.7*season - 0.62*north + spell + 0.03*float64(day.Year()-2005)
		half := 5.3 + 1.5*season + dice.NormFloat64()*0.8
		rain := 0.0
		if wet {
			mean, half, rain = mean-0.8*season, half-1.6, 0.2+dice.ExpFloat64()*(5.6+3.4*season)
		}
		half = math.Max(0.8, half)
		bearing := 265 + dice.NormFloat64()*48
		if dice.Float64() < 0.2 {
			bearing = 60 + dice.NormFloat64()*30
		}
		speed := 1 + dice.ExpFloat64()*(2.6-0.5*season)
		if day.Before(from) {
			continue
		}
		_ = w.Write([]string{day.Format(time.DateOnly), fmt.Sprintf("%.1f", mean-half), fmt.Sprintf("%.1f", mean+half), fmt.Sprintf("%.1f", rain), fmt.Sprintf("%.1f", math.Min(speed, 30)),
			fmt.Sprintf("%.0f", math.Mod(bearing+720, 360))})
	}
	w.Flush()
	return out.Bytes(), w.Error()
}
