package outcome_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/outcome"
)

// Of ten trees: six seen this year, one two years ago, one never, two lost. Between six and eight of ten live.
func TestWhatNobodyKnowsIsBetweenTheBounds(t *testing.T) {
	today := time.Date(2026, 11, 25, 0, 0, 0, 0, time.UTC)
	on := func(y, m, d int) *time.Time {
		at := time.Date(y, time.Month(m), d, 0, 0, 0, 0, time.UTC)
		return &at
	}
	all := []outcome.Seen{{Ended: true}, {Ended: true, LastOn: on(2026, 11, 1)}, {}, {LastOn: on(2024, 6, 1)}, {LastOn: on(2025, 11, 25)}}
	for range 5 {
		all = append(all, outcome.Seen{LastOn: on(2026, 5, 4)})
	}
	assert.Equal(t, outcome.Standing{Trees: 10, Living: 6, Before: 1, Unseen: 1, Lost: 2, Least: 0.6, Most: 0.8}, outcome.StandingOf(today, all))
	assert.Equal(t, outcome.Standing{}, outcome.StandingOf(today, nil))
}

// Every tree is counted once, and one more that nobody has seen never helps the lower bound.
func TestEveryTreeStandsSomewhere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		today := time.Date(2026, 11, 25, 0, 0, 0, 0, time.UTC)
		all := []outcome.Seen{}
		for range rapid.IntRange(0, 40).Draw(t, "trees") {
			s := outcome.Seen{Ended: rapid.Bool().Draw(t, "ended")}
			if rapid.Bool().Draw(t, "seen") {
				at := today.AddDate(0, 0, -rapid.IntRange(0, 3000).Draw(t, "ago"))
				s.LastOn = &at
			}
			all = append(all, s)
		}
		got := outcome.StandingOf(today, all)
		assert.Equal(t, len(all), got.Living+got.Before+got.Unseen+got.Lost)
		assert.LessOrEqual(t, got.Least, got.Most)
		more := outcome.StandingOf(today, append(all, outcome.Seen{}))
		assert.LessOrEqual(t, more.Least, got.Least)
	})
}
