package fit

import (
	"math"

	"sedum/core/num"
	"sedum/core/rules"
)

// Remedy is the cheapest change of the spot that reaches a good match, really recomputed.
type Remedy struct {
	Changes []Change `json:"changes"`
	Cost    int      `json:"cost"`
	Overall float64  `json:"overall" decimals:"4"`
	// HeldOverall is what doing it alone will show, while something is unknown.
	HeldOverall float64 `json:"held_overall" decimals:"4"`
}

// Result is how well a kind suits a spot.
type Result struct {
	Factors    map[Factor]float64 `json:"factors" decimals:"4"`
	Unknown    []Factor           `json:"unknown"`
	ExcludedBy []Factor           `json:"excluded_by"`
	Limiting   Factor             `json:"limiting"`
	Overall    float64            `json:"overall" decimals:"4"`
	Remedy     *Remedy            `json:"remedy"`
}

// Judge scores a kind in a spot: the square root of the lowest factor times the geometric mean of
// all, so that one bad factor cannot be bought off by ten good ones.
func Judge(h rules.House, s Site, k Kind) Result {
	out := score(h, s, k)
	if num.Under(out.Overall, h.Value(rules.FitEnough)) {
		out.Remedy = findRemedy(h, s, k)
	}
	out.Overall = out.held(h)
	return out
}

// ExcludedBy are the factors that exclude a kind from a spot, and nothing else: for who counts.
func ExcludedBy(h rules.House, s Site, k Kind) []Factor { return score(h, s, k).ExcludedBy }

// held is the overall, kept down while something is unknown.
func (r Result) held(h rules.House) float64 {
	if len(r.Unknown) > 0 {
		return math.Min(r.Overall, h.Value(rules.FitUnknownCap))
	}
	return r.Overall
}

// score is the result before unknown factors hold it down.
func score(h rules.House, s Site, k Kind) Result {
	out := Result{Factors: map[Factor]float64{}, Unknown: []Factor{}, ExcludedBy: []Factor{}}
	lowest, logs, zero := math.Inf(1), 0.0, false
	for _, f := range order {
		r := read(h, f, s, k)
		if r.unknown {
			out.Unknown = append(out.Unknown, f)
		}
		if !r.counts {
			continue
		}
		out.Factors[f] = r.value
		if r.gated {
			out.ExcludedBy = append(out.ExcludedBy, f)
		}
		if num.Under(r.value, lowest) {
			lowest, out.Limiting = r.value, f
		}
		zero = zero || r.value <= 0
		logs += math.Log(math.Max(r.value, math.SmallestNonzeroFloat64))
	}
	if len(out.Factors) == 0 || len(out.ExcludedBy) > 0 || zero {
		return out
	}
	out.Overall = math.Sqrt(lowest * math.Exp(logs/float64(len(out.Factors))))
	return out
}
