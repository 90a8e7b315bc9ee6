package order

import (
	"slices"

	"gonum.org/v1/gonum/stat"

	"sedum/core/planting"
	"sedum/core/rules"
)

// Counted is what can be counted or measured on planting day, beside what was planned for it (handbook, features.md, F249).
type Counted string

// All lists them in the order of a list of prices, the water first.
func (Counted) All() []Counted {
	out := []Counted{"first-water"}
	for _, m := range Material("").All() {
		if m != Gear {
			out = append(out, Counted(m))
		}
	}
	return out
}

// UnitOf is the unit in which it is counted, "" for pieces.
func (c Counted) UnitOf() string {
	switch {
	case c == "first-water":
		return "l"
	case Material(c).SoldBy() == ByBag: // it is planned in litres, whatever it is sold in
		return "l"
	case Material(c).SoldBy() == ByKG, Material(c).SoldBy() == ByMetre:
		return string(Material(c).SoldBy())
	case Material(c) == Hour:
		return "h"
	}
	return ""
}

// Planned is what a plan asks for of each, and the hours of one practised person. What a locked plan withholds is not in it.
func Planned(h rules.House, in planting.Input, p planting.Plan) map[Counted]float64 {
	out := map[Counted]float64{}
	all := Counted("").All()
	for _, q := range p.Quantities {
		if slices.Contains(all, Counted(q.Code)) && (!p.Locked || !q.GivesAway()) {
			out[Counted(q.Code)] += q.Amount.Value
		}
	}
	if !byContractor(h, p) {
		out[Counted(Hour)] = HoursOf(h, in) * float64(max(1, in.Tree.Count))
	}
	return out
}

// Pair is what was planned for one planting and what was used; Planned 0 is that none was.
type Pair struct{ Planned, Used float64 }

// Against is what was used of one thing against what was planned, over plantings of which both are known.
type Against struct {
	Trees   int     `json:"trees"`
	Planned float64 `json:"planned" decimals:"1"`
	Used    float64 `json:"used" decimals:"1"`
	// Times is the sum used over the sum planned, nil where none was planned. Low and High are the middle half of the plantings.
	Times *float64 `json:"times" decimals:"2"`
	Low   *float64 `json:"low" decimals:"2"`
	High  *float64 `json:"high" decimals:"2"`
	// Unplanned is how many used some where none was planned.
	Unplanned int `json:"unplanned"`
	// Few is that there are fewer plantings than say anything.
	Few bool `json:"few"`
}

// fewPairs is under how many plantings nothing is said of a plan.
const fewPairs = 5

// Compare adds up pairs. A planting with nothing planned counts among Unplanned and in no ratio.
func Compare(pairs []Pair) Against {
	out := Against{}
	times := []float64{}
	for _, p := range pairs {
		if p.Planned <= 0 {
			if p.Used > 0 {
				out.Unplanned++
			}
			continue
		}
		out.Trees++
		out.Planned += p.Planned
		out.Used += p.Used
		times = append(times, p.Used/p.Planned)
	}
	out.Few = out.Trees < fewPairs
	if out.Trees == 0 {
		return out
	}
	slices.Sort(times)
	whole, low, high := out.Used/out.Planned, stat.Quantile(0.25, stat.LinInterp, times, nil), stat.Quantile(0.75, stat.LinInterp, times, nil)
	out.Times, out.Low, out.High = &whole, &low, &high
	return out
}
