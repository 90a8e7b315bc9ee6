package trouble_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/set"
	"sedum/core/trouble"
)

func TestTheTableIsWhole(t *testing.T) {
	told := map[trouble.Cause]bool{}
	names := map[trouble.Question]bool{}
	for _, q := range trouble.Questions() {
		assert.False(t, names[q.Question], "%s stands twice", q.Question)
		names[q.Question] = true
		assert.Contains(t, set.All[trouble.Place](), q.Place)
		assert.Contains(t, set.All[trouble.Effort](), q.Effort)
		assert.GreaterOrEqual(t, len(q.Answers), 2, q.Question)
		for _, g := range q.Answers {
			for c, f := range g.Factor {
				assert.True(t, f >= 0.01 && f <= 100, "%s %s %s", q.Question, g.Answer, c)
				if f >= 4 {
					told[c] = true
				}
			}
		}
	}
	for _, c := range set.All[trouble.Cause]() {
		assert.True(t, told[c] || c == trouble.None, "no sign speaks strongly for %s", c)
	}
}

// drawn is a tree with a cause and the answers that it shows, by the odds of the table themselves.
func drawn(r *rand.Rand, odds trouble.Odds, looked int) (trouble.Cause, trouble.Seen) {
	causes := set.All[trouble.Cause]()
	before, err := odds.Weigh(trouble.Seen{})
	if err != nil {
		panic(err)
	}
	pick := func(share func(int) float64) int {
		at := r.Float64()
		for i := 0; ; i++ {
			if at -= share(i); at < 0 {
				return i
			}
		}
	}
	cause := before[min(len(causes)-1, pick(func(i int) float64 {
		if i >= len(before) {
			return 1
		}
		return before[i].Share
	}))].Cause
	seen := trouble.Seen{}
	questions := slices.Clone(trouble.Questions())
	r.Shuffle(len(questions), func(i, j int) { questions[i], questions[j] = questions[j], questions[i] })
	for _, q := range questions[:looked] {
		likely := odds.Likely(q.Question, cause)
		seen[q.Question] = q.Answers[pick(func(i int) float64 {
			if i >= len(likely) {
				return 1
			}
			return likely[i]
		})].Answer
	}
	return cause, seen
}

// What is said with 0.7 is so seven times in ten: over trees drawn by the same odds, in each tenth of what is said.
func TestWhatIsSaidIsAsOftenSo(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 29))
	odds := trouble.OddsOf([]trouble.Changed{{Question: "flare", Answer: "straight", Cause: "planted-deep", Factor: 30}})
	type tenth struct {
		n, right int
		said     float64
	}
	tenths := [10]tenth{}
	for range 20_000 {
		cause, seen := drawn(r, odds, 1+r.IntN(9))
		weighed, err := odds.Weigh(seen)
		require.NoError(t, err)
		each := &tenths[min(9, int(weighed[0].Share*10))]
		each.n++
		each.said += weighed[0].Share
		if weighed[0].Cause == cause {
			each.right++
		}
	}
	tried := 0
	for i, each := range tenths {
		if each.n < 300 {
			continue
		}
		tried++
		said, is := each.said/float64(each.n), float64(each.right)/float64(each.n)
		assert.InDelta(t, said, is, 4*math.Sqrt(said*(1-said)/float64(each.n)), "in tenth %d, of %d", i, each.n)
	}
	assert.GreaterOrEqual(t, tried, 7)
}

// The next check is the one that leaves the least doubt: held against weighing every answer of every question to its end.
func TestTheNextCheckTellsMost(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 5))
	odds := trouble.OddsOf(nil)
	doubt := func(seen trouble.Seen) float64 {
		weighed, err := odds.Weigh(seen)
		require.NoError(t, err)
		bits := 0.0
		for _, w := range weighed {
			if w.Share > 0 {
				bits -= w.Share * math.Log2(w.Share)
			}
		}
		return bits
	}
	for range 60 {
		_, seen := drawn(r, odds, r.IntN(12))
		now := doubt(seen)
		weighed, err := odds.Weigh(seen)
		require.NoError(t, err)
		best, most := trouble.Question(""), 0.0
		for _, q := range trouble.Questions() {
			if _, looked := seen[q.Question]; looked || q.Effort == "record" {
				continue
			}
			after := 0.0
			for i, g := range q.Answers {
				chance := 0.0
				for _, w := range weighed {
					chance += w.Share * odds.Likely(q.Question, w.Cause)[i]
				}
				with := trouble.Seen{q.Question: g.Answer}
				for k, v := range seen {
					with[k] = v
				}
				after += chance * doubt(with)
			}
			if told := now - after; told > most+1e-9 {
				best, most = q.Question, told
			}
		}
		next := odds.Next(seen)
		if most < 0.01 {
			assert.Empty(t, next)
			continue
		}
		require.NotEmpty(t, next)
		assert.Equal(t, best, next[0].Question)
		assert.InDelta(t, most, next[0].Bits, 1e-9)
	}
}

func TestSharesAddUpAndUnknownHelpsNobody(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rand.New(rand.NewPCG(rapid.Uint64().Draw(t, "seed"), 1))
		odds := trouble.OddsOf(nil)
		_, seen := drawn(r, odds, rapid.IntRange(0, len(trouble.Questions())).Draw(t, "looked"))
		weighed, err := odds.Weigh(seen)
		require.NoError(t, err)
		sum := 0.0
		for _, w := range weighed {
			sum += w.Share
			assert.Len(t, w.Speaks, len(seen), "each sign that was looked at, and no other, speaks")
		}
		assert.InDelta(t, 1, sum, 1e-9)
		assert.True(t, slices.IsSortedFunc(weighed, func(a, b trouble.Weighed) int {
			switch {
			case a.Share > b.Share:
				return -1
			case a.Share < b.Share:
				return 1
			}
			return 0
		}))
	})
}

func TestAHouseCanHoldASignForMore(t *testing.T) {
	seen := trouble.Seen{"flare": "straight"}
	ours, err := trouble.OddsOf(nil).Weigh(seen)
	require.NoError(t, err)
	theirs, err := trouble.OddsOf([]trouble.Changed{{"flare", "straight", "planted-deep", 0.5}}).Weigh(seen)
	require.NoError(t, err)
	share := func(list []trouble.Weighed) float64 {
		return list[slices.IndexFunc(list, func(w trouble.Weighed) bool { return w.Cause == "planted-deep" })].Share
	}
	assert.Greater(t, share(ours), 3*share(theirs))
	assert.NotEmpty(t, trouble.Changed{"flare", "sideways", "planted-deep", 2}.Check())
	assert.NotEmpty(t, trouble.Changed{"smell", "straight", "planted-deep", 2}.Check())
	assert.NotEmpty(t, trouble.Changed{"flare", "straight", "bad luck", 2}.Check())
	assert.NotEmpty(t, trouble.Changed{"flare", "straight", "planted-deep", 0}.Check())
	assert.Empty(t, trouble.Changed{"flare", "straight", "planted-deep", 2}.Check())
}
