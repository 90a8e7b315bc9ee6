package trial

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// Spent is how much of the false alarms that a trial may raise in all is spent after each of its planned looks: very little early, all of it at
// the last (the spending function 2 - 2 Φ(z/√t), t the share of the looks).
func Spent(falseAlarm float64, looks int) []float64 {
	normal := distuv.UnitNormal
	z := normal.Quantile(1 - falseAlarm/2)
	out := make([]float64, looks)
	for k := range out {
		out[k] = 2 * (1 - normal.CDF(z/math.Sqrt(float64(k+1)/float64(looks))))
	}
	return out
}

// Limit is under which p the look stops a trial: what may be spent by then less what earlier looks at which something was told have had. The
// chances of false alarm add up to no more than is spent in all, however the looks hang together.
func Limit(falseAlarm float64, looks, look int, had []float64) float64 {
	left := Spent(falseAlarm, looks)[look]
	for _, h := range had {
		left -= h
	}
	return math.Max(0, left)
}
