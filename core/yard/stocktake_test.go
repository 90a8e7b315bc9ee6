package yard_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/yard"
)

func TestAStocktake(t *testing.T) {
	got := yard.Count([]string{"A", "B", "C"}, []yard.Seen{{Tag: "B", Known: true, Expected: true}, {Tag: "X"}, {Tag: "S", Known: true, Gone: true},
		{Tag: "E", Known: true}, {Tag: "B", Known: true, Expected: true}})
	assert.Equal(t, yard.Stocktake{Expected: 3, There: 1, Missing: []string{"A", "C"}, Unexpected: []yard.Unexpected{{"X", yard.OddUnknown}, {"S", yard.OddGone}, {"E", yard.OddElsewhere}}}, got)
}

// Whatever is scanned, in whatever order and how often: each expected tag is there or missing, each other one is named once, and scanning
// again changes nothing.
func TestEveryTagIsCountedOnce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(0, 40).Draw(t, "expected")
		var expected []string
		for i := range n {
			expected = append(expected, fmt.Sprint(i))
		}
		var seen []yard.Seen
		others := map[int]bool{}
		for _, i := range rapid.SliceOf(rapid.IntRange(0, 60)).Draw(t, "scans") {
			s := yard.Seen{Tag: fmt.Sprint(i), Known: i < 55, Gone: i >= 50 && i < 55, Expected: i < n}
			if i >= n {
				others[i] = true
			}
			seen = append(seen, s)
		}
		got := yard.Count(expected, seen)
		require.Equal(t, n, got.There+len(got.Missing))
		require.Len(t, got.Unexpected, len(others))
		require.Equal(t, got, yard.Count(expected, append(seen, seen...)))
	})
}
