package ground_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/set"
)

func dayOf(text string) time.Time {
	d, err := time.Parse(time.DateOnly, text)
	if err != nil {
		panic(err)
	}
	return d
}

func is[T any](v T) *T { return &v }

var asksToday = dayOf("2026-11-29")

// Of a spot of which nothing is known nothing is said; what was said asks for what it asks for, and no more.
func TestASpotAsksOnlyWhatWasSaid(t *testing.T) {
	assert.Empty(t, ground.AsksOf(rules.House{}, ground.Facts{}, asksToday))
	for _, c := range []struct {
		a    ground.Around
		want []ground.Asks
	}{
		{ground.Around{Moisture: ground.MoistureSaturated, MoistureOn: "2026-11-27"}, []ground.Asks{"saturated"}},
		{ground.Around{Moisture: ground.MoistureSaturated, MoistureOn: "2026-11-01"}, nil},
		{ground.Around{Moisture: ground.MoistureSaturated, MoistureOn: "2026-12-01"}, nil},
		{ground.Around{Moisture: ground.MoistureDry, MoistureOn: "2026-08-01"}, []ground.Asks{"dry-now"}},
		{ground.Around{Moisture: ground.MoistureMoist, MoistureOn: "2026-11-28"}, nil},
		{ground.Around{FailedKind: "Rowan"}, []ground.Asks{"failed"}},
		{ground.Around{FailedKind: "Rowan", FailedWhy: ground.FailedWet}, []ground.Asks{"failed-wet"}},
		{ground.Around{Stump: is(false), Tainted: is(false)}, nil},
		{ground.Around{Stump: is(true), Tainted: is(true)}, []ground.Asks{"tainted", "stump"}},
		{ground.Around{Sod: ground.SodBare, Digs: ground.DigsSpade}, nil},
		{ground.Around{Sod: ground.SodLawn, Digs: ground.DigsBar, Traffic: []ground.Traffic{ground.TrafficStrimmer, ground.TrafficMower}}, []ground.Asks{"mower", "strimmer", "lawn", "bar"}},
		{ground.Around{LowSideDeg: is(90.0)}, nil}, // level ground has no low side
		{ground.Around{LookAgainOn: "2026-11-30"}, nil},
		{ground.Around{LookAgainOn: "2026-11-29"}, []ground.Asks{"look-again"}},
		{ground.Around{LookAgainOn: "2026-11-02"}, []ground.Asks{"look-again"}},
		{ground.Around{LeaveNeeded: is(false)}, nil},
		{ground.Around{LeaveNeeded: is(true), LeaveBy: "the town"}, []ground.Asks{"leave"}},
		{ground.Around{LeaveNeeded: is(true), LeaveRef: "V 7"}, nil},
		{ground.Around{LeaveNeeded: is(true), LeaveRef: "V 7", LeaveUntil: "2026-11-29"}, nil},
		{ground.Around{LeaveNeeded: is(true), LeaveRef: "V 7", LeaveUntil: "2026-11-28"}, []ground.Asks{"leave"}},
	} {
		got := ground.AsksOf(rules.House{}, ground.Facts{Around: c.a}, asksToday)
		assert.Equal(t, append([]ground.Asks{}, c.want...), got, "%+v", c.a)
	}
	assert.Equal(t, []ground.Asks{"gnawing", "browsing", "burrowing"}, ground.AsksOf(rules.House{}, ground.Facts{LivesHere: []ground.Resident{ground.Burrowing, ground.Children, ground.Gnawing, ground.Browsing}}, asksToday))
	assert.Equal(t, []ground.Asks{"far-water", "nobody-waters"}, ground.AsksOf(rules.House{}, ground.Facts{Water: ground.WaterCarried, Around: ground.Around{WaterM: is(80.0)}}, asksToday))
	assert.Equal(t, []ground.Asks{"low-side"}, ground.AsksOf(rules.House{}, ground.Facts{Sloping: true, SlopeFallMM: is(900.0), SlopeOverM: is(5.0), Around: ground.Around{LowSideDeg: is(90.0)}}, asksToday))
}

// The day on which the wetness was seen is written by the program: a touch anew is today, what stands stays.
func TestTheDayOfLookingIsWritten(t *testing.T) {
	before := ground.Around{Moisture: ground.MoistureWet, MoistureOn: "2026-10-01"}
	assert.Equal(t, "2026-11-29", ground.Around{Moisture: ground.MoistureDry, MoistureOn: "2020-01-01"}.Looked(before, asksToday).MoistureOn)
	assert.Equal(t, "2026-10-01", ground.Around{Moisture: ground.MoistureWet, MoistureOn: "2026-11-28"}.Looked(before, asksToday).MoistureOn, "no page dates it")
	assert.Equal(t, "2026-11-29", ground.Around{Moisture: ground.MoistureWet}.Looked(before, asksToday).MoistureOn, "looked at again")
	assert.Empty(t, ground.Around{MoistureOn: "2026-11-28"}.Looked(before, asksToday).MoistureOn)
}

// Whatever is said of a spot: it asks in one order, nothing twice, and saying more never takes another ask away but the one that it answers.
func TestMoreSaidAsksNoLess(t *testing.T) {
	all := set.All[ground.Asks]()
	rapid.Check(t, func(t *rapid.T) {
		g := ground.Facts{Water: rapid.SampledFrom(append(set.All[ground.Water](), "")).Draw(t, "water"), LivesHere: rapid.SliceOfDistinct(rapid.SampledFrom(set.All[ground.Resident]()), rapid.ID).Draw(t, "who")}
		g.Traffic = rapid.SliceOfDistinct(rapid.SampledFrom(set.All[ground.Traffic]()), rapid.ID).Draw(t, "traffic")
		g.Sod = rapid.SampledFrom(append(set.All[ground.Sod](), "")).Draw(t, "sod")
		g.WaterM = rapid.SampledFrom([]*float64{nil, is(5.0), is(200.0)}).Draw(t, "far")
		before := ground.AsksOf(rules.House{}, g, asksToday)
		assert.True(t, slices.IsSortedFunc(before, func(a, b ground.Asks) int { return slices.Index(all, a) - slices.Index(all, b) }), "%v", before)
		assert.Len(t, slices.Compact(slices.Clone(before)), len(before))
		g.Salt, g.RunOff, g.Stump = []ground.SaltFrom{ground.SaltSea}, []ground.RunOff{ground.RunOffRoof}, is(true)
		after := ground.AsksOf(rules.House{}, g, asksToday)
		for _, a := range before {
			assert.Contains(t, after, a)
		}
		assert.Subset(t, after, []ground.Asks{"stump", "run-off-roof", "salt-sea"})
	})
}

// A hole is old when it was read more than five years ago.
func TestAnOldHole(t *testing.T) {
	assert.False(t, ground.HoleIsOld(dayOf("2021-11-29"), asksToday))
	assert.True(t, ground.HoleIsOld(dayOf("2021-11-28"), asksToday))
}
