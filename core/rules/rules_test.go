package rules_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/rules"
)

func TestEveryRuleHasASoundDefault(t *testing.T) {
	seen := map[rules.Key]bool{}
	for _, r := range rules.Catalogue() {
		assert.False(t, seen[r.Key], r.Key)
		seen[r.Key] = true
		assert.True(t, r.Low <= r.Default && r.Default <= r.High, r.Key)
		assert.Contains(t, string(r.Key), ".")
		assert.InDelta(t, r.Default, rules.House{}.Value(r.Key), 0)
	}
	for _, s := range rules.AllSchools() {
		assert.Contains(t, s.Choices, s.Default)
	}
}

func TestAHouseIsAValue(t *testing.T) {
	one, err := rules.House{}.With(rules.MulchGap, 120)
	require.NoError(t, err)
	two, err := one.With(rules.MulchGap, 150)
	require.NoError(t, err)
	assert.InDelta(t, 120, one.Value(rules.MulchGap), 0, "changing one house leaves the other alone")
	assert.InDelta(t, 150, two.Value(rules.MulchGap), 0)
	assert.Equal(t, map[rules.Key]float64{rules.MulchGap: 150}, two.Changed())
	for _, bad := range []error{second(one.With(rules.MulchGap, 5000)), second(one.With("no.such", 1)), second(one.WithSchool(rules.StepBerm, "moat")), second(one.WithSchool("no-step", "x"))} {
		assert.Error(t, bad)
	}
}

func second(_ rules.House, err error) error { return err }
