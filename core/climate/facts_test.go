package climate_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/set"
)

// The published worked examples of the temperature method: 20 degrees south on 3 September has 32.2 MJ; in July at 45.72 north, between
// 14.8 and 26.6 C, 40.6 MJ and 5.0 mm a day.
func TestEvaporationOfThePublishedExamples(t *testing.T) {
	south, err := climate.ET0(climate.ET0Input{LatDeg: -20, DayOfYear: 246, TMinC: 10, TMaxC: 20})
	require.NoError(t, err)
	assert.InDelta(t, 32.2, south.ExtraterrestrialMJ, 0.1)
	july, err := climate.ET0(climate.ET0Input{LatDeg: 45.72, DayOfYear: 196, TMinC: 14.8, TMaxC: 26.6})
	require.NoError(t, err)
	assert.InDelta(t, 40.6, july.ExtraterrestrialMJ, 0.25)
	assert.InDelta(t, 5.0, july.ET0MM, 0.1)
}

func TestEvaporationIsNeverLessThanNothing(t *testing.T) {
	cold, err := climate.ET0(climate.ET0Input{LatDeg: 60, DayOfYear: 15, TMinC: -40, TMaxC: -30})
	require.NoError(t, err)
	assert.Zero(t, cold.ET0MM)
	night, err := climate.ET0(climate.ET0Input{LatDeg: 66, DayOfYear: 355, TMinC: 0, TMaxC: 5})
	require.NoError(t, err)
	assert.GreaterOrEqual(t, night.ExtraterrestrialMJ, 0.0)
	_, err = climate.ET0(climate.ET0Input{LatDeg: 45, DayOfYear: 196, TMinC: 20, TMaxC: 19})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.List{{Field: "tmax_c", Code: fault.BelowMinimum, Limit: 20.0}}, l)
}

func TestFirstAndLastFrostGoTogether(t *testing.T) {
	day := 288
	assert.Empty(t, climate.CheckFacts(climate.Facts{}))
	assert.Empty(t, climate.CheckFacts(climate.Facts{FirstFrostDay: &day, LastFrostDay: &day}))
	assert.Equal(t, fault.List{{Field: "last_frost_day", Code: fault.BothOrNeither, Limit: "first_frost_day"}}, climate.CheckFacts(climate.Facts{FirstFrostDay: &day}))
	assert.Equal(t, fault.List{{Field: "first_frost_day", Code: fault.BothOrNeither, Limit: "last_frost_day"}}, climate.CheckFacts(climate.Facts{LastFrostDay: &day}))
}

// fit.md, drought: the summer's deficit, 30 mm more for each whole 150 mm raised, less what 0.6 m of the soil holds; 0, 100 and 250 mm
// are the ends of the classes.
func TestTheDroughtIndex(t *testing.T) {
	for _, c := range []struct {
		deficit, raise, holds float64
		want                  int
	}{
		{102, 0, 170, 0}, {102.1, 0, 170, 1}, {202, 0, 170, 1}, {202.1, 0, 170, 2}, {352, 0, 170, 2}, {352.1, 0, 170, 3},
		{102, 149, 170, 0}, {102, 150, 170, 1}, {42, 300, 170, 0}, {-50, 0, 100, 0},
	} {
		assert.Equal(t, c.want, climate.DroughtIndex(c.deficit, c.raise, c.holds), "%+v", c)
	}
	assert.Len(t, set.All[climate.Source](), 2)
}

// Single winters as a neighbour counted them give the middle one, unless one figure is said for all; who counted them, and how, goes with them.
func TestSingleWintersGiveTheMiddle(t *testing.T) {
	winters := func(portions ...float64) (out []climate.WinterChill) {
		for i, p := range portions {
			out = append(out, climate.WinterChill{Year: 2020 + i, Portions: p})
		}
		return out
	}
	said := 70.0
	for _, c := range []struct {
		f    climate.Facts
		want *float64
	}{
		{climate.Facts{}, nil},
		{climate.Facts{ChillWinters: winters(30)}, ptr(30.0)},
		{climate.Facts{ChillWinters: winters(60, 20, 40)}, ptr(40.0)},
		{climate.Facts{ChillWinters: winters(60, 20, 40, 45)}, ptr(42.5)},
		{climate.Facts{ChillWinters: winters(60, 20), ChillPortions: &said}, &said},
	} {
		assert.Equal(t, c.want, c.f.WithChill().ChillPortions)
	}
	twice := append(winters(50, 60), climate.WinterChill{Year: 2021, Portions: 3})
	l := climate.CheckFacts(climate.Facts{ChillWinters: twice})
	assert.Equal(t, fault.List{{Field: "chill_winters.2.year", Code: fault.SaidTwice, Limit: 2021}, {Field: "chill_said", Code: fault.Required}}, l)
	assert.Empty(t, climate.CheckFacts(climate.Facts{ChillWinters: winters(50), ChillSaid: "the orchard over the hill, by portions"}))
}

func ptr[T any](v T) *T { return &v }
