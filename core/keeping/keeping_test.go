package keeping_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/keeping"
	"sedum/core/rules"
)

func day(y, m, d int) time.Time { return time.Date(y, time.Month(m), d, 0, 0, 0, 0, time.UTC) }

func TestHowLongSomebodyIsKnown(t *testing.T) {
	planted := day(2026, 4, 1)
	assert.Equal(t, day(2028, 11, 29), keeping.Until(rules.House{}, day(2026, 11, 29), nil), "who only asked: 24 months")
	assert.Equal(t, day(2036, 4, 1), keeping.Until(rules.House{}, day(2026, 3, 1), &planted), "ten years from the planting")
	assert.Equal(t, day(2039, 5, 1), keeping.Until(rules.House{}, day(2029, 5, 1), &planted), "or from a later word")
}

// Nobody is forgotten sooner after the last word than Shortest says, so who is asked for by it is all who may be.
func TestNobodyIsForgottenBeforeTheShortest(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h, err := rules.House{}.With(rules.KeepAskedMonths, float64(rapid.IntRange(3, 120).Draw(t, "months")))
		require.NoError(t, err)
		h, err = h.With(rules.KeepSheetYears, float64(rapid.IntRange(1, 30).Draw(t, "years")))
		require.NoError(t, err)
		word := day(2026, 1, 1).AddDate(0, 0, rapid.IntRange(0, 5000).Draw(t, "word"))
		var planted *time.Time
		if rapid.Bool().Draw(t, "planted") {
			on := day(2026, 1, 1).AddDate(0, 0, rapid.IntRange(0, 5000).Draw(t, "on"))
			planted = &on
		}
		until := keeping.Until(h, word, planted)
		assert.False(t, until.Before(word.AddDate(0, keeping.Shortest(h), 0)))
	})
}
