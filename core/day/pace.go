package day

import (
	"math"

	"gonum.org/v1/gonum/stat"
	"gonum.org/v1/gonum/stat/distuv"

	"sedum/core/num"
)

const (
	// tableWeighs is how many days of one's own the table weighs (handbook, days.md: shrunk toward the table by n/(n+3)); fewer than that and the
	// table stands alone.
	tableWeighs = 3
	// tableSpread is how far days lie apart before any of one's own is known, on the log of the hours.
	tableSpread = 0.3
)

// Learned is how long work takes here against the table, on the log of its hours: a mean with a spread and how well that is known.
type Learned struct {
	Days   int     `json:"days"`
	Factor float64 `json:"factor" doc:"hours against the table's" decimals:"2"`
	scale  float64
	sure   float64
}

// Learn takes the hours of past days against the table's, one figure a day of one form in one soil, and gives what a day to come takes. Mean and
// spread are those of the log; three days' worth of the table is among them.
func Learn(hoursToTable []float64) Learned {
	n, logs := 0.0, []float64{}
	if len(hoursToTable) >= tableWeighs {
		for _, x := range hoursToTable {
			logs = append(logs, math.Log(x))
		}
		n = float64(len(logs))
	}
	mean, squares := 0.0, 0.0
	if n > 0 {
		var variance float64
		mean, variance = stat.PopMeanVariance(logs, nil)
		squares = variance * n
	}
	// The table is three days with mean 0 and its spread; one's own come to it (normal with unknown mean and variance).
	weight := n + tableWeighs
	sum := tableWeighs*tableSpread*tableSpread + squares + n*tableWeighs/weight*mean*mean
	middle := n / weight * mean
	return Learned{Days: int(n), Factor: math.Exp(middle), scale: math.Sqrt(sum / weight * (1 + 1/weight)), sure: weight}
}

// Hours is how many times the table's hours a day takes that is longer than so large a share of days.
func (l Learned) Hours(share float64) float64 {
	return math.Exp(math.Log(l.Factor) + l.scale*distuv.StudentsT{Mu: 0, Sigma: 1, Nu: l.sure}.Quantile(share))
}

// Finish is when a crew is done, with the range in which four of five such days end.
type Finish struct {
	LowMin  float64 `json:"low_min" decimals:"0"`
	MidMin  float64 `json:"mid_min" decimals:"0"`
	HighMin float64 `json:"high_min" decimals:"0"`
}

// FinishOf is when a way ends on which so many minutes are work and the others are not.
func FinishOf(from, work, other float64, l Learned) Finish {
	at := func(share float64) float64 { return num.Round(from+other+work*l.Hours(share), 6) }
	return Finish{at(0.1), at(0.5), at(0.9)}
}
