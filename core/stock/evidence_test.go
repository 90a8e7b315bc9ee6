package stock_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// What a reason says it was held against is really broken, by a rule that the house has, and whoever moves that rule past what was
// found has the reason gone or held against another.
func TestAReasonIsHeldAgainstALimitThatItBreaks(t *testing.T) {
	under := []stock.Cause{"under-rooted", "support-ball", "ball-small", "ball-too-small", "too-little-root-below-flare", "roots-short", "roots-too-short"}
	rapid.Check(t, func(t *rapid.T) {
		s := subject()
		s.Season = rapid.SampledFrom(set.All[stock.Season]()).Draw(t, "season")
		a, err := stock.Assess(rules.House{}, s, drawLook(t))
		require.NoError(t, err)
		for _, r := range a.Reasons {
			if !slices.Contains(set.All[stock.Cause](), r.Code) || stock.Causes()[r.Part][r.Code] == "" {
				t.Fatalf("%s is no cause that is known", r.Name())
			}
			e := r.Evidence
			if e == nil {
				continue
			}
			if _, known := rules.Find(e.Rule); e.Rule != "" && !known {
				t.Fatalf("%s by no rule of the house: %+v", r.Name(), *e)
			}
			few := r.Code == "too-much-to-cut" && e.Unit == "roots"
			if broken := e.Value > e.Limit; broken == (slices.Contains(under, r.Code) || few) {
				t.Fatalf("%s does not break its limit: %+v", r.Name(), *e)
			}
		}
	})
}

// The limit moves with the house.
func TestTheLimitOfAReasonIsTheHouses(t *testing.T) {
	look := soundLook()
	look.SeenDepthMM = ptr(45.0)
	s := subject()
	first, err := stock.Assess(rules.House{}, s, look)
	require.NoError(t, err)
	require.Len(t, first.Reasons, 1)
	e := first.Reasons[0].Evidence
	require.NotNil(t, e)
	require.InDelta(t, 45, e.Value, 0)
	own, err := rules.House{}.With(rules.FlareShallowMost, 30)
	require.NoError(t, err)
	second, err := stock.Assess(own, s, look)
	require.NoError(t, err)
	require.Equal(t, &stock.Evidence{Value: 45, Limit: 30, Unit: "mm", Rule: rules.FlareShallowMost}, second.Reasons[0].Evidence)
}
