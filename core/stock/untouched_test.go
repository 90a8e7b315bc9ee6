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
