package rules_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/set"
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
	for _, bad := range []error{second(one.With(rules.MulchGap, 5000)), second(one.With("no.such", 1)), second(one.WithSchool(rules.StepBerm, "lake")), second(one.WithSchool("no-step", "x"))} {
		assert.Error(t, bad)
	}
}

func second(_ rules.House, err error) error { return err }

// A house is kept whole with what was judged by it: later defaults change nothing of it, and what is unknown is refused.
func TestAHouseIsKeptWhole(t *testing.T) {
	own, err := rules.House{}.With(rules.MulchGap, 120)
	require.NoError(t, err)
	own, err = own.WithSchool(rules.StepFlare, "proud")
	require.NoError(t, err)
	whole := own.Whole()
	assert.Len(t, whole.Values, len(set.All[rules.Key]()))
	assert.Len(t, whole.Schools, len(set.All[rules.Step]()))
	again := rules.Restore(whole)
	for _, r := range rules.Catalogue() {
		assert.InDelta(t, own.Value(r.Key), again.Value(r.Key), 0, r.Key)
	}
	assert.Equal(t, "proud", again.School(rules.StepFlare))
	assert.Equal(t, "by-season", again.School(rules.StepRoots))
	_, known := rules.Find("no.such")
	assert.False(t, known)
	assert.Panics(t, func() { rules.House{}.Value("no.such") }, "a key that no rule has is a bug of ours")
	assert.Panics(t, func() { rules.House{}.School("no-step") })
	_, known = rules.FindSchools("no-step")
	assert.False(t, known)
	assert.Equal(t, "mulch", func() string { r, _ := rules.Find(rules.MulchGap); return r.Group() }())
	_, err = rules.House{}.With(rules.MulchGap, -1)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.AtLeast, l[0].Code)
}

// Two houses at once: the first lays mulch as we do, the second keeps it further from the trunk.
func Example() {
	ours := rules.House{}
	theirs, err := ours.With(rules.MulchGap, 150)
	fmt.Println(ours.Value(rules.MulchGap), theirs.Value(rules.MulchGap), err, theirs.Changed())
	// Output: 100 150 <nil> map[mulch.gap_mm:150]
}
