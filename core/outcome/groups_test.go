package outcome_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/outcome"
)

func TestOnlyPlannedContactMakesACurve(t *testing.T) {
	all := []outcome.Followed{
		{"native", true, outcome.Life{Days: 400}}, {"native", true, outcome.Life{Days: 90, Died: true}}, {"native", false, outcome.Life{Days: 10, Died: true}}, {"native", false, outcome.Life{}},
		{"blended", true, outcome.Life{Days: 100}},
	}
	groups := outcome.Groups(all)
	require.Equal(t, "native", groups[0].Name)
	n := groups[0]
	assert.Equal(t, []int{2, 1, 2}, []int{n.Trees, n.Deaths, n.Others})
	assert.InDelta(t, 0.5, n.Best, 1e-9, "two of four are known to be dead")
	assert.InDelta(t, 0.25, n.Worst, 1e-9, "of one alone it is known that it lives")
	require.NotNil(t, n.Year)
	assert.InDelta(t, 0.5, n.Year.Mid, 1e-9)
	assert.True(t, n.TooEarly)
	assert.Nil(t, n.P, "nothing is said of a difference")
	assert.Nil(t, groups[1].Year, "nobody was followed for a year")
}

func TestWhereNobodyDiedTheIntervalIsStillThere(t *testing.T) {
	all := []outcome.Followed{}
	for range 12 {
		all = append(all, outcome.Followed{Group: "a", Contact: true, Life: outcome.Life{Days: 500}})
	}
	g := outcome.Groups(all)[0]
	assert.InDelta(t, 1, g.Year.Mid, 1e-9)
	assert.InDelta(t, 0.7354, g.Year.Low, 1e-3, "exact 95 % interval of 0 of 12: at most 0.2646")
	require.Len(t, g.Curve, 1, "a curve without a loss is drawn with how sure it is")
	assert.InDelta(t, 500, g.Curve[0].T, 0)
	assert.InDelta(t, 0.7354, g.Curve[0].Low, 1e-3)

	// Those who were not followed for a year say nothing of a year, and half of all were followed to day 20.
	for range 14 {
		all = append(all, outcome.Followed{Group: "a", Contact: true, Life: outcome.Life{Days: 20}})
	}
	g = outcome.Groups(all)[0]
	assert.InDelta(t, 0.7354, g.Year.Low, 1e-3, "twelve were followed for a year, whatever the others")
	assert.Equal(t, 20, g.Curve[0].T)
	assert.InDelta(t, 1-0.1323, g.Curve[0].Low, 1e-3, "0 of 26")

	// One that dies later than a year makes nothing surer of the year before.
	all = append(all, outcome.Followed{Group: "a", Contact: true, Life: outcome.Life{Days: 600, Died: true}})
	g = outcome.Groups(all)[0]
	assert.InDelta(t, 1-0.2471, g.Year.Low, 1e-3, "0 of 13")
	assert.Equal(t, 600, g.Curve[0].T)
}

// By chance alone, a difference of p under 0.05 is seen about once in twenty.
func TestChanceAloneSeldomLooksLikeADifference(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	seen, tried := 0, 400
	for range tried {
		all := []outcome.Followed{}
		for i := range 120 {
			all = append(all, outcome.Followed{Group: string(rune('a' + i%2)), Contact: true, Life: outcome.Life{Days: 1 + r.IntN(600), Died: r.Float64() < 0.3}})
		}
		if g := outcome.Groups(all)[0]; g.P != nil && *g.P < 0.05 {
			seen++
		}
	}
	assert.InDelta(t, 0.05, float64(seen)/float64(tried), 0.03)
}
