package trial

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/mathext/prng"

	"sedum/core/num"
	"sedum/core/outcome"
)

// Tree is a drawn tree. Counts is that it was planted and is looked at on planned days: the others keep their place in the block and are not counted.
type Tree struct {
	Block  string
	Place  int
	Way    Way
	Counts bool
	outcome.Life
}

// Look is what is told at a look.
type Look struct {
	Deaths int `json:"deaths"`
	// TooEarly is that fewer than ten have died in all: nothing is tested, and nothing of what may be spent is spent.
	TooEarly bool `json:"too_early"`
	// P is how often the drawing by itself would part the ways so far; null when too early.
	P     *float64 `json:"p" decimals:"5"`
	Limit float64  `json:"limit" decimals:"5"`
	// Found is that p is at or under the limit: the trial may be ended. Better is the way in which they lived longer.
	Found  bool `json:"found"`
	Better Way  `json:"better,omitempty" optional:"true"`
	// Of each way those that count, and those of them that died.
	TreesA int `json:"trees_a"`
	TreesB int `json:"trees_b"`
	LostA  int `json:"lost_a"`
	LostB  int `json:"lost_b"`
}

// Redraws is by how many other drawings a look is held against, when nothing else is asked.
const Redraws = 20_000

// At tests the two ways at a look by the drawing itself: the ways are drawn anew, block by block as they were, and p is how often that parts the
// losses at least as far (the score of the log-rank test). It rests on nothing but the drawing, so it is right for the smallest trial.
func At(trees []Tree, limit float64, seed uint64, redraws int) Look {
	out := Look{Limit: limit}
	lives := []outcome.Life{}
	for _, t := range trees {
		if !t.Counts {
			continue
		}
		lives = append(lives, t.Life)
		trees, lost := &out.TreesA, &out.LostA
		if t.Way == B {
			trees, lost = &out.TreesB, &out.LostB
		}
		*trees++
		if t.Died {
			*lost++
			out.Deaths++
		}
	}
	if out.TooEarly = out.Deaths < outcome.TooEarly || out.TreesA == 0 || out.TreesB == 0; out.TooEarly {
		return out
	}
	scores := scoresOf(trees, lives)
	seen := 0.0
	for i, t := range trees {
		if t.Way == A {
			seen += scores[i]
		}
	}
	groups := groupsOf(trees, scores)
	random := prng.NewSplitMix64(seed)
	asFar := 1
	for range redraws {
		sum := 0.0
		for _, g := range groups {
			for i, way := range order(random.Uint64()) {
				if way == A {
					sum += g[i]
				}
			}
		}
		if num.AtLeast(math.Abs(sum), math.Abs(seen)) {
			asFar++
		}
	}
	p := float64(asFar) / float64(redraws+1)
	out.P, out.Found = &p, num.AtMost(p, limit)
	if out.Better = A; seen > 0 { // more of A died than the days that they were followed would let one expect
		out.Better = B
	}
	return out
}

// scoresOf gives each tree that counts its died less what was to be expected by the hazard of all up to its day; the sum over one way is the
// numerator of the log-rank test. Trees that do not count have 0.
func scoresOf(trees []Tree, lives []outcome.Life) []float64 {
	days := []int{}
	for _, l := range lives {
		if l.Died {
			days = append(days, l.Days)
		}
	}
	slices.Sort(days)
	ends := []int{}
	for _, l := range lives {
		ends = append(ends, l.Days)
	}
	slices.Sort(ends)
	hazard, sum := map[int]float64{}, 0.0
	for i := 0; i < len(days); {
		n := 0
		for day := days[i]; i < len(days) && days[i] == day; i++ {
			n++
		}
		before, _ := slices.BinarySearch(ends, days[i-1])
		sum += float64(n) / float64(len(ends)-before)
		hazard[days[i-1]] = sum
	}
	steps := slices.Compact(days)
	out := make([]float64, len(trees))
	for i, t := range trees {
		if !t.Counts {
			continue
		}
		at, exact := slices.BinarySearch(steps, t.Days)
		if !exact {
			at--
		}
		if at >= 0 {
			out[i] = -hazard[steps[at]]
		}
		if t.Died {
			out[i]++
		}
	}
	return out
}

// groupsOf are the scores of each four of a block by their place; a place that nobody was drawn for has 0.
func groupsOf(trees []Tree, scores []float64) [][4]float64 {
	type key struct {
		block string
		four  int
	}
	order, of := []key{}, map[key]*[4]float64{}
	for i, t := range trees {
		k := key{t.Block, t.Place / 4}
		if of[k] == nil {
			of[k] = &[4]float64{}
			order = append(order, k)
		}
		of[k][t.Place%4] += scores[i]
	}
	slices.SortFunc(order, func(a, b key) int { return cmp.Or(cmp.Compare(a.block, b.block), a.four-b.four) })
	out := make([][4]float64, 0, len(order))
	for _, k := range order {
		out = append(out, *of[k])
	}
	return out
}
