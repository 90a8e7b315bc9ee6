package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
)

func ptr[T any](v T) *T { return &v }

func seen(height, depth float64) stock.FlareInput {
	return stock.FlareInput{Form: stock.Container, Habit: stock.Single, BallHeightMM: height, SeenDepthMM: &depth, Probes: []stock.Probe{}}
}

// Class borders by the table of stock.md, worked by hand for a ball 300 mm high: surface to 9, shallow to 50,
// deep to 100 (two thirds left), worse beyond.
func TestFlareClassBorders(t *testing.T) {
	for _, c := range []struct {
		depth  float64
		class  stock.FlareClass
		action stock.FlareAction
	}{
		{0, stock.AtSurface, stock.ActNone}, {9, stock.AtSurface, stock.ActNone}, {9.01, stock.Shallow, stock.ActClear},
		{50, stock.Shallow, stock.ActClear}, {50.01, stock.Deep, stock.ActClearAndInspect},
		{100, stock.Deep, stock.ActClearAndInspect}, {100.01, stock.TooDeep, stock.ActSendBack}, {300, stock.TooDeep, stock.ActSendBack},
	} {
		r, err := stock.Flare(rules.House{}, seen(300, c.depth))
		require.NoError(t, err)
		assert.Equal(t, c.class, r.Class, "%v mm", c.depth)
		assert.Equal(t, c.action, r.Action, "%v mm", c.depth)
	}
}

func TestNothingIsSentBackForADepthNobodySaw(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := drawFlare(t)
		in.SeenDepthMM = nil
		r, err := stock.Flare(rules.House{}, in)
		require.NoError(t, err)
		assert.NotEqual(t, stock.ActSendBack, r.Action)
	})
}

// Properties: the flare lies within the ball, what is usable and the depth make the height, and strays lie above it.
func TestFlareStaysInItsBall(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := drawFlare(t)
		r, err := stock.Flare(rules.House{}, in)
		require.NoError(t, err)
		if r.Status == stock.FlareNotFound {
			assert.Nil(t, r.FlareDepthMM)
			assert.Equal(t, stock.ActExcavate, r.Action)
			return
		}
		assert.GreaterOrEqual(t, *r.FlareDepthMM, 0.0)
		assert.InDelta(t, in.BallHeightMM, *r.FlareDepthMM+*r.UsableHeightMM, 1e-6)
		for _, s := range r.StrayRoots {
			assert.Less(t, s.DepthMM, *r.FlareDepthMM-38)
		}
	})
}

func drawFlare(t *rapid.T) stock.FlareInput {
	height := rapid.Float64Range(80, 600).Draw(t, "height")
	in := stock.FlareInput{
		Form:         rapid.SampledFrom([]stock.Form{stock.Container, stock.Balled}).Draw(t, "form"),
		Habit:        rapid.SampledFrom([]stock.Habit{stock.Single, stock.Multi, stock.DeepOK}).Draw(t, "habit"),
		BallHeightMM: height, Probes: []stock.Probe{},
	}
	for range rapid.IntRange(0, 10).Draw(t, "probes") {
		p := stock.Probe{BearingDeg: rapid.Float64Range(-720, 720).Draw(t, "bearing")}
		depth := rapid.Float64Range(0, height).Draw(t, "depth")
		if rapid.Bool().Draw(t, "hit") {
			p.DepthMM = &depth
		} else {
			p.ReachedMM = &depth
		}
		in.Probes = append(in.Probes, p)
	}
	if rapid.Bool().Draw(t, "seen") {
		in.SeenDepthMM = ptr(rapid.Float64Range(0, height).Draw(t, "seen depth"))
	}
	return in
}

func TestFlareFaultsNameTheField(t *testing.T) {
	in := seen(200, 201)
	in.Probes = []stock.Probe{{BearingDeg: 0, DepthMM: ptr(250.0)}, {BearingDeg: 45}}
	_, err := stock.Flare(rules.House{}, in)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("seen_depth_mm"))
	assert.True(t, l.Has("probes.0.depth_mm"))
	assert.True(t, l.Has("probes.1.reached_mm"), "nothing met, and no word how deep the wire went")
}

// A house may know its growers better: the rule in force decides.
func TestFlareFollowsTheHouse(t *testing.T) {
	house, err := rules.House{}.With(rules.FlareShallowMost, 70)
	require.NoError(t, err)
	r, err := stock.Flare(house, seen(400, 65))
	require.NoError(t, err)
	assert.Equal(t, stock.Shallow, r.Class)
	r, err = stock.Flare(rules.House{}, seen(400, 65))
	require.NoError(t, err)
	assert.Equal(t, stock.Deep, r.Class)
}
