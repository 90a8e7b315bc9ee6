package words_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/core/rules"
	"sedum/core/set"
	"sedum/words"
)

// Every threshold is a sentence with its figure in it, as people think of it: no bare key, no bare share, and the figure is the rule's.
func TestEveryRuleIsASentence(t *testing.T) {
	for _, units := range set.All[words.Units]() {
		s := words.In(words.American, units)
		for _, r := range rules.Catalogue() {
			says, value := s.RuleSays(r, r.Default), s.RuleValue(r, r.Default)
			before, after := s.RuleParts(r)
			assert.Equal(t, says, before+words.Capital(before, value)+after, r.Key)
			assert.NotContains(t, says, "rule.says", r.Key)
			assert.Equal(t, 1, strings.Count(before+"#"+after, "#"))
			assert.NotRegexp(t, `\d share`, says, r.Key)
			assert.NotContains(t, says, "_", r.Key)
			assert.GreaterOrEqual(t, len(strings.Fields(says)), 4, "%s: %s", r.Key, says)
		}
	}
}

// Figures are said as people say them.
func TestFiguresOfRules(t *testing.T) {
	s := words.In(words.American, words.Metric)
	for key, want := range map[rules.Key]string{
		rules.FlareShallowMost: "A flare deeper than 50 mm is deep", rules.RootsShaveShare: "A shave is 6% of the width",
		rules.FlareBallLeft: "With a deep flare at least 67% of the ball must be left below it", rules.HoleWidthMedium: "In medium soil a hole is 2.5 balls wide",
		"yard.bud_swell_day": "In our yard buds swell on April 10", rules.DrainFast: "Ground is fast when 300 mm of water is gone in 60 min",
	} {
		r, ok := rules.Find(key)
		assert.True(t, ok, key)
		assert.Equal(t, want, s.RuleSays(r, r.Default))
	}
	r, _ := rules.Find(rules.FlareShallowMost)
	assert.Equal(t, "A flare deeper than 2 in is deep", words.In(words.American, words.US).RuleSays(r, r.Default))
}
