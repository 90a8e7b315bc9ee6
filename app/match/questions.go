package match

import (
	"slices"
	"strconv"

	"sedum/app/yard"
	"sedum/core/fit"
	coreground "sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/words"
)

// Asked is one of the questions that come before a list of trees (handbook, site.md).
type Asked string

// The words of Asked: what for, how tall, who is there, what not at all, how much care, how it is watered, when.
const (
	AskedPurpose Asked = "purpose"
	AskedTallest Asked = "tallest"
	AskedLives   Asked = "lives-here"
	AskedNever   Asked = "never"
	AskedCare    Asked = "care"
	AskedWater   Asked = "water"
	AskedWhen    Asked = "when"
)

// All lists them in the order of asking.
func (Asked) All() []Asked {
	return []Asked{AskedPurpose, AskedTallest, AskedLives, AskedNever, AskedCare, AskedWater, AskedWhen}
}

// Question is one of them with its answers.
type Question struct {
	Question Asked   `json:"question"`
	Options  []Leave `json:"options"`
}

// Leave is an answer, whether it is given, and how many trees would live here and meet it, all other answers as they are.
type Leave struct {
	Answer string `json:"answer"`
	Given  bool   `json:"given"`
	Trees  int    `json:"trees_count"`
}

// tallest are the heights that are offered, in metres; "any" is no wish.
var tallest = []float64{5, 10, 20}

// tally is how many trees of a lot may be sold, by its number.
type tally map[int]int

func talliesOf(tx *kernel.Tx, judged []Judged) (tally, error) {
	numbers := []int{}
	for _, j := range judged {
		numbers = append(numbers, j.Lot.Number)
	}
	counts, err := yard.TalliesOf(tx, numbers)
	out := tally{}
	for number, of := range counts {
		out[number] = of.Counts[stock.ForSale]
	}
	return out, err
}

// count is how many trees would live there and meet something; a lot of several heights counts once.
func (t tally) count(list []Judged, meets func(Judged) bool) (n int) {
	counted := map[int]bool{}
	for _, j := range list {
		if !j.excluded() && meets(j) && !counted[j.Lot.Number] {
			counted[j.Lot.Number] = true
			n += t[j.Lot.Number]
		}
	}
	return n
}

// Open is a factor that nobody measured, and how many trees are held back for it.
type Open struct {
	Factor fit.Factor `json:"factor"`
	Name   string     `json:"name"`
	Trees  int        `json:"trees_count"`
}

// openFactors are what nobody measured, the one first that would tell of most trees.
func openFactors(s words.Speaker, judged []Judged, tallies tally) []Open {
	out := []Open{}
	for _, f := range set.All[fit.Factor]() {
		if n := tallies.count(judged, func(j Judged) bool { return slices.Contains(j.Result.Unknown, f) }); n > 0 {
			out = append(out, Open{f, s.Say("factor."+string(f), nil), n})
		}
	}
	slices.SortStableFunc(out, func(a, b Open) int { return b.Trees - a.Trees })
	return out
}

// questions counts for each answer the trees that it leaves.
func questions(h rules.House, g coreground.Facts, judged []Judged, tallies tally) []Question {
	count := tallies.count
	out := []Question{}
	add := func(q Asked, options []Leave) { out = append(out, Question{q, options}) }
	options := []Leave{}
	for _, p := range set.All[coreground.Purpose]() {
		options = append(options, Leave{string(p), g.Purpose == p, count(judged, func(j Judged) bool { return j.meets(p) })})
	}
	add(AskedPurpose, options)
	options = []Leave{}
	for _, m := range tallest {
		options = append(options, Leave{strconv.FormatFloat(m, 'f', -1, 64), g.TallestM != nil && *g.TallestM == m, count(judged, func(j Judged) bool { return j.staysUnder(m) })})
	}
	add(AskedTallest, options)
	options = []Leave{}
	for _, r := range set.All[coreground.Resident]() {
		options = append(options, Leave{string(r), slices.Contains(g.LivesHere, r), count(judged, func(j Judged) bool { return len(j.harms(r.Harms())) == 0 })})
	}
	add(AskedLives, options)
	options = []Leave{}
	for _, h := range set.All[coreground.Harm]() {
		options = append(options, Leave{string(h), slices.Contains(g.Never, h), count(judged, func(j Judged) bool { return len(j.harms([]coreground.Harm{h})) == 0 })})
	}
	add(AskedNever, options)
	options = []Leave{}
	for _, care := range set.All[coreground.Care]() {
		options = append(options, Leave{string(care), g.Care == care, count(judged, func(j Judged) bool { return care.Enough(j.careWanted()) })})
	}
	add(AskedCare, options)
	options = []Leave{}
	for _, water := range set.All[coreground.Water]() {
		list := slices.Clone(judged)
		for i := range list {
			list[i].Site.Water = &water
			list[i].Result.ExcludedBy = fit.ExcludedBy(h, list[i].Site, list[i].Lot.Kind.Facts.Kind)
		}
		options = append(options, Leave{string(water), g.Water == water, count(list, func(Judged) bool { return true })})
	}
	add(AskedWater, options)
	options = []Leave{}
	for _, when := range set.All[coreground.When]() {
		options = append(options, Leave{string(when), g.When == when, count(judged, func(j Judged) bool { return j.CanWhen[when] })})
	}
	add(AskedWhen, options)
	return out
}
