package sampling_test

import (
	"math/big"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/sampling"
)

// slipsByCounting is the second computation: every sample counted in whole numbers.
func slipsByCounting(lotSize, d, n, accept int64) float64 {
	choose := func(n, k int64) *big.Int {
		if k < 0 || k > n {
			return new(big.Int)
		}
		return new(big.Int).Binomial(n, k)
	}
	pass := new(big.Int)
	for x := int64(0); x <= accept; x++ {
		pass.Add(pass, new(big.Int).Mul(choose(d, x), choose(lotSize-d, n-x)))
	}
	share, _ := new(big.Rat).SetFrac(pass, choose(lotSize, n)).Float64()
	return share
}

func TestTheChanceEqualsCountingEverySample(t *testing.T) {
	for n := int64(1); n <= 24; n++ {
		for d := int64(0); d <= 24; d++ {
			for accept := int64(0); accept <= 3; accept++ {
				want := slipsByCounting(24, d, n, accept)
				assert.InDelta(t, want, sampling.Slips(24, int(d), int(n), int(accept)), 1e-12, "d=%d n=%d accept=%d", d, n, accept)
			}
		}
	}
}

func TestThePlanOfASmallLotEqualsBruteForce(t *testing.T) {
	for lot := 1; lot <= 40; lot++ {
		for _, share := range []float64{0.05, 0.1, 0.25} {
			for accept := 0; accept <= 2; accept++ {
				in := sampling.PlanInput{LotSize: lot, TolerableShare: share, Confidence: 0.95, Accept: accept}
				plan, err := sampling.Plan(in)
				require.NoError(t, err)
				var want *int
				for n := 1; n <= lot && want == nil && accept < plan.DefectiveAtLimit; n++ {
					if slipsByCounting(int64(lot), int64(plan.DefectiveAtLimit), int64(n), int64(accept)) <= 0.05+1e-9 {
						want = &n
					}
				}
				assert.Equal(t, want, plan.SampleSize, "%+v", in)
			}
		}
	}
}

func TestAHugeLotIsPlannedLikeAnEndlessOne(t *testing.T) {
	plan, err := sampling.Plan(sampling.PlanInput{LotSize: 100_000_000, TolerableShare: 0.1, Confidence: 0.95})
	require.NoError(t, err)
	assert.Equal(t, 29, *plan.SampleSize, "0.9^29 is the first power of 0.9 under 0.05")
}

// The sample's answer must cover the truth at least as often as it says, over all its looks. A fixed seed.
func TestTheAnswerCoversTheTruthOverAllLooks(t *testing.T) {
	const lots, lotSize, confidence = 4000, 90, 0.9
	random := rand.New(rand.NewPCG(7, 11))
	for _, looks := range []int{1, 3} {
		for _, faulty := range []int{4, 9, 14, 30} {
			announced, err := sampling.Announce(sampling.PlanInput{LotSize: lotSize, TolerableShare: 0.1, Confidence: confidence}, looks)
			require.NoError(t, err)
			low, high := 0, 0
			for range lots {
				places := random.Perm(lotSize)
				missedLow, missedHigh := false, false
				for _, look := range announced {
					found := 0
					for _, p := range places[:look.Checked] {
						if p < faulty {
							found++
						}
					}
					a, err := sampling.Answer(sampling.ResultInput{LotSize: lotSize, Checked: look.Checked, Defective: found,
						TolerableShare: 0.1, Confidence: confidence, Looks: looks})
					require.NoError(t, err)
					missedLow = missedLow || a.DefectiveLow > faulty
					missedHigh = missedHigh || a.DefectiveHigh < faulty
				}
				if missedLow {
					low++
				}
				if missedHigh {
					high++
				}
			}
			// Each side is promised by itself; three standard deviations of the count are allowed for the draw.
			most := float64(lots)*(1-confidence) + 3*19
			assert.LessOrEqual(t, float64(low), most, "looks %d, faulty %d", looks, faulty)
			assert.LessOrEqual(t, float64(high), most, "looks %d, faulty %d", looks, faulty)
		}
	}
}

func TestEachAnnouncedLookReleasesWithWhatItForgives(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := sampling.PlanInput{
			LotSize: rapid.IntRange(1, 400).Draw(t, "lot"), TolerableShare: rapid.Float64Range(0.02, 0.5).Draw(t, "share"),
			Confidence: rapid.Float64Range(0.5, 0.99).Draw(t, "confidence"),
		}
		looks := rapid.IntRange(1, 3).Draw(t, "looks")
		announced, err := sampling.Announce(in, looks)
		require.NoError(t, err)
		before := 0
		for _, look := range announced {
			assert.Greater(t, look.Checked, before)
			before = look.Checked
			if look.Accept >= look.Checked || look.Miss == 0 {
				continue
			}
			a, err := sampling.Answer(sampling.ResultInput{LotSize: in.LotSize, Checked: look.Checked, Defective: look.Accept,
				TolerableShare: in.TolerableShare, Confidence: in.Confidence, Looks: looks})
			require.NoError(t, err)
			assert.Equal(t, sampling.Release, a.Decision, "%+v %+v %+v", in, look, a)
		}
		assert.LessOrEqual(t, before, in.LotSize)
	})
}

func TestADrawCanBeMadeAgainAndTakesNoTreeTwice(t *testing.T) {
	seeded := func(seed uint64) sampling.Source { return rand.New(rand.NewPCG(seed, 1)) }
	first := sampling.Draw(seeded(99), 120, 26)
	assert.Equal(t, first, sampling.Draw(seeded(99), 120, 26))
	assert.NotEqual(t, first, sampling.Draw(seeded(100), 120, 26))
	assert.Equal(t, first, sampling.Draw(seeded(99), 120, 40)[:26], "a longer sample goes on where the first ended")
	seen := map[int]bool{}
	for _, p := range sampling.Draw(seeded(5), 60, 60) {
		assert.True(t, p >= 1 && p <= 60 && !seen[p])
		seen[p] = true
	}
}

func TestAGrowersRecordMovesThePlan(t *testing.T) {
	record := func(s string) []bool {
		out := []bool{}
		for _, c := range s {
			out = append(out, c == '+')
		}
		return out
	}
	for lots, want := range map[string]sampling.Strictness{
		"": sampling.Normal, "-": sampling.Normal, "--": sampling.Tightened, "-+++-": sampling.Tightened,
		"-++++-": sampling.Normal, "--++++": sampling.Tightened, "--+++++": sampling.Normal,
		"+++++++++": sampling.Normal, "++++++++++": sampling.Relaxed, "++++++++++-": sampling.Normal,
		"++++++++++--": sampling.Tightened, "--++++++++++": sampling.Relaxed,
	} {
		assert.Equal(t, want, sampling.Switch(rules.House{}, record(lots)), lots)
	}
	assert.InDelta(t, 0.05, sampling.TolerableShare(rules.House{}, sampling.Tightened), 1e-12)
	assert.InDelta(t, 0.10, sampling.TolerableShare(rules.House{}, sampling.Normal), 1e-12)
	assert.InDelta(t, 0.15, sampling.TolerableShare(rules.House{}, sampling.Relaxed), 1e-12)
}

// Exact 95 % limits from published tables of the binomial: 0 of 10, 1 of 10, 5 of 20.
func TestTheIntervalOfAShareIsExact(t *testing.T) {
	for _, c := range []struct {
		x, n      int
		low, high float64
	}{{0, 10, 0, 0.3085}, {1, 10, 0.0025, 0.4450}, {5, 20, 0.0866, 0.4910}, {10, 10, 0.6915, 1}, {0, 0, 0, 1}} {
		low, high := sampling.Interval(c.x, c.n)
		assert.InDelta(t, c.low, low, 5e-5)
		assert.InDelta(t, c.high, high, 5e-5)
	}
}

func TestTheCurveFallsAsMoreIsFaulty(t *testing.T) {
	curve := sampling.Curve(120, 26, 0, 0.3)
	assert.InDelta(t, 1, curve[0].Released, 0)
	for i := 1; i < len(curve); i++ {
		assert.LessOrEqual(t, curve[i].Released, curve[i-1].Released+1e-12)
	}
}
