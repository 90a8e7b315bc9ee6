package stock_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/stock"
)

// Whatever was done at a tree: with nothing measured again it is not sold. What no work touched stands, so that no hand enters it twice.
func TestWorkDoneIsLookedAtAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawLook(t)
		a, err := stock.Assess(rules.House{}, subject(), r)
		require.NoError(t, err)
		done := map[string]bool{}
		for _, w := range a.Work {
			if !w.AtPlanting {
				done[w.Key] = rapid.Bool().Draw(t, w.Key)
			}
		}
		next := stock.Untouched(a, r, func(key string) bool { return done[key] })
		again, err := stock.Assess(rules.House{}, subject(), next)
		require.NoError(t, err)
		any := false
		for _, is := range done {
			any = any || is
		}
		if !any {
			require.Equal(t, r, next)
			return
		}
		if again.Verdict != stock.NotYetJudged && again.Verdict != stock.SendBack {
			t.Fatalf("%v done, nothing looked at again, and it is %s", done, again.Verdict)
		}
	})
}

// Each piece of work hints at what it leaves, and the hint is never less than what it touches: what is empty after the work has a hint, or
// is measured without one.
func TestAHintIsOnlyOfWhatTheWorkTouches(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawLook(t)
		a, err := stock.Assess(rules.House{}, subject(), r)
		require.NoError(t, err)
		never := func(string) bool { return false }
		require.Equal(t, stock.Untouched(a, r, never), stock.AfterWork(a, r, never), "nothing done, nothing touched")
		all := func(string) bool { return true }
		left, hint := stock.Untouched(a, r, all), stock.AfterWork(a, r, all)
		if left.Moisture != "" {
			require.Equal(t, r.Moisture, hint.Moisture)
		}
		if left.BallDiameterMM != nil {
			require.Equal(t, r.BallDiameterMM, hint.BallDiameterMM)
		}
		if left.Above.Ties != "" {
			require.Equal(t, r.Above.Ties, hint.Above.Ties)
		}
	})
}
