// Package outcome is what became of the trees, and how much of it is chance (handbook, aftercare.md, "Outcomes and trials").
package outcome

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"

	"sedum/core/fault"
	"sedum/core/num"
)

// TooEarly is how many deaths there must be in all before anything is said of a difference.
const TooEarly = 10

// Life is how long a tree was followed after planting, and whether it died then.
type Life struct {
	Days int  `json:"days" minimum:"0" maximum:"40000"`
	Died bool `json:"died"`
}

// SurvivalInput are two groups of trees.
type SurvivalInput struct {
	A []Life `json:"a"`
	B []Life `json:"b"`
}

// Step is the share that lives after a day on which one died.
type Step struct {
	T        int     `json:"t"`
	Survival float64 `json:"survival" decimals:"4"`
}

// SurvivalResult is each group's curve, and whether their difference could be chance. LogRankChi2 has one degree of freedom; it is null, and
// its p too, when its variance is 0.
type SurvivalResult struct {
	A           []Step   `json:"a"`
	B           []Step   `json:"b"`
	Deaths      int      `json:"deaths"`
	TooEarly    bool     `json:"too_early"`
	LogRankChi2 *float64 `json:"log_rank_chi2" decimals:"4"`
	PValue      *float64 `json:"p_value" decimals:"5"`
}

// Survival holds two groups side by side: Kaplan-Meier and log-rank (calculators.md, survival).
func Survival(in SurvivalInput) (SurvivalResult, error) {
	if err := fault.Check(in).Err(); err != nil {
		return SurvivalResult{}, err
	}
	out := SurvivalResult{A: steps(in.A), B: steps(in.B), Deaths: deaths(in.A) + deaths(in.B)}
	out.TooEarly = out.Deaths < TooEarly
	if chi2, ok := logRank(in.A, in.B); ok {
		p := distuv.ChiSquared{K: 1}.Survival(chi2)
		out.LogRankChi2, out.PValue = &chi2, &p
	}
	return out, nil
}

func deaths(lives []Life) int {
	n := 0
	for _, l := range lives {
		if l.Died {
			n++
		}
	}
	return n
}

// at is one day of a group: how many were followed to it, and how many died on it. Who is lost sight of on that day was still there.
type at struct{ day, followed, died int }

func table(lives []Life) []at {
	sorted := slices.Clone(lives)
	slices.SortFunc(sorted, func(a, b Life) int { return a.Days - b.Days })
	out := []at{}
	for i := 0; i < len(sorted); {
		each := at{day: sorted[i].Days, followed: len(sorted) - i}
		for ; i < len(sorted) && sorted[i].Days == each.day; i++ {
			if sorted[i].Died {
				each.died++
			}
		}
		if each.died > 0 {
			out = append(out, each)
		}
	}
	return out
}

func steps(lives []Life) []Step {
	out := []Step{}
	share := 1.0
	for _, each := range table(lives) {
		share *= 1 - float64(each.died)/float64(each.followed)
		out = append(out, Step{each.day, share})
	}
	return out
}

// logRank is the chi-square of the difference between two groups, false when its variance is 0.
func logRank(a, b []Life) (chi2 float64, ok bool) {
	inA, inB := make([]int, 0, len(a)), make([]int, 0, len(b))
	for _, l := range a {
		inA = append(inA, l.Days)
	}
	for _, l := range b {
		inB = append(inB, l.Days)
	}
	slices.Sort(inA)
	slices.Sort(inB)
	diedA := map[int]int{}
	for _, l := range a {
		if l.Died {
			diedA[l.Days]++
		}
	}
	difference, variance := 0.0, 0.0
	for _, each := range table(append(slices.Clone(a), b...)) {
		notBefore := func(days []int) float64 {
			i, _ := slices.BinarySearch(days, each.day)
			return float64(len(days) - i)
		}
		nA, nB := notBefore(inA), notBefore(inB)
		n, d := nA+nB, float64(each.died)
		difference += float64(diedA[each.day]) - d*nA/n
		if n > 1 {
			variance += d * (nA / n) * (nB / n) * (n - d) / (n - 1)
		}
	}
	if num.AtMost(variance, 0) {
		return 0, false
	}
	return difference * difference / variance, true
}

// Curve is the share that lives, with its 95 % interval, after each day on which one died.
type Curve struct {
	T    int     `json:"t"`
	Mid  float64 `json:"mid"`
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Curved is the Kaplan-Meier curve with its interval (Greenwood's variance on the log of minus the log, so that it stays within 0 and 1).
func Curved(lives []Life) []Curve {
	out := []Curve{}
	share, sum := 1.0, 0.0
	for _, each := range table(lives) {
		n, d := float64(each.followed), float64(each.died)
		share *= 1 - d/n
		c := Curve{T: each.day, Mid: share, Low: 0, High: 1}
		switch {
		case each.died == each.followed: // nobody is left to reckon a variance from: the exact interval of those followed to that day
			c.Mid, share = 0, 0
			_, c.High = zero(each.followed)
		default:
			sum += d / (n * (n - d))
			se := math.Sqrt(sum) / math.Abs(math.Log(share))
			c.Low, c.High = math.Pow(share, math.Exp(1.96*se)), math.Pow(share, math.Exp(-1.96*se))
		}
		out = append(out, c)
	}
	return out
}

// On is the share of them that lives on a day. Before the first death the exact interval of those followed so long says how sure that is.
func On(lives []Life, day int) Curve {
	curve := Curved(lives)
	if len(curve) > 0 && curve[0].T <= day {
		return At(curve, day)
	}
	so := 0
	for _, l := range lives {
		if l.Days >= day {
			so++
		}
	}
	out := Curve{T: day, Mid: 1, High: 1}
	if so > 0 {
		_, lost := zero(so)
		out.Low = 1 - lost
	}
	return out
}

// At is the curve on a day.
func At(curve []Curve, day int) Curve {
	out := Curve{T: day, Mid: 1, Low: 1, High: 1}
	for _, c := range curve {
		if c.T > day {
			break
		}
		out = c
	}
	return out
}
