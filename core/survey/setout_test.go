package survey_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fault"
	"sedum/core/survey"
)

// pegs is a lawn with two pegs twelve metres apart, the second due east, a house to the north and a boundary round it.
func pegs() survey.Plan {
	p := survey.Plan{North: survey.Compass, Points: []survey.Point{start("A"), bearing("B", "A", 12, 90)}}
	corner := func(id string, x, y float64) string {
		p.Points = append(p.Points, survey.Point{ID: id, How: survey.FromFile, XM: ptr(x), YM: ptr(y)})
		return id
	}
	p.Things = []survey.Thing{
		{ID: "t1", Kind: survey.House, Points: []string{corner("C", 2, 3), corner("D", 8, 3), corner("E", 8, 9), corner("F", 2, 9)}, HeightM: ptr(6.0)},
		{ID: "t2", Kind: survey.Boundary, Points: []string{corner("G", -5, -5), corner("H", 11, -5), corner("J", 11, 12), corner("K", -5, 12)}},
	}
	return p
}

func setOut(t require.TestingT, p survey.Plan, s survey.SettingOut) survey.SetOutResult {
	located, faults := survey.Locate(p)
	require.Empty(t, faults)
	r, err := survey.SetOut(p, located, s)
	require.NoError(t, err)
	return r
}

type xy struct{ X, Y float64 }

func placesOf(r survey.SetOutResult) []xy {
	out := []xy{}
	for _, p := range r.Places {
		out = append(out, xy{math.Round(p.XM*1000) / 1000, math.Round(p.YM*1000) / 1000})
	}
	return out
}

// Each pattern by hand: a row of five three metres apart in twelve, a grid, an avenue with its second row in the gaps, trees on wires half a
// spacing from either post, a ring clockwise from ahead.
func TestPatternsAreSetOut(t *testing.T) {
	p := pegs()
	row := setOut(t, p, survey.SettingOut{Pattern: survey.Row, From: "A", Towards: "B", EndGapM: ptr(0.0), SpacingM: ptr(2.9)})
	assert.Equal(t, []xy{{0, 0}, {3, 0}, {6, 0}, {9, 0}, {12, 0}}, placesOf(row))
	assert.InDelta(t, 3, *row.SpacingM, 1e-9)
	assert.InDelta(t, 6, *row.Places[2].SecondM, 1e-9)
	assert.Equal(t, []string{"", "", "", "", "t2"}, []string{row.Places[0].In, row.Places[1].In, row.Places[2].In, row.Places[3].In, row.Places[4].In}, "the last stands outside the boundary")

	grid := setOut(t, p, survey.SettingOut{Pattern: survey.Grid, From: "A", BearingDeg: ptr(0.0), LengthM: ptr(6.0), EndGapM: ptr(0.0), SpacingM: ptr(3.0), RowsM: ptr(4.0), Rows: ptr(2)})
	assert.Equal(t, []xy{{0, 0}, {0, 3}, {0, 6}, {4, 0}, {4, 3}, {4, 6}}, placesOf(grid), "rows follow to the right")
	assert.Equal(t, "t1", grid.Places[5].In)
	assert.InDelta(t, 2, *grid.Places[1].NearestM, 1e-9)

	avenue := setOut(t, p, survey.SettingOut{Pattern: survey.Avenue, From: "A", BearingDeg: ptr(180.0), LengthM: ptr(4.0), EndGapM: ptr(0.0), SpacingM: ptr(2.0), RowsM: ptr(6.0), Staggered: true})
	assert.Equal(t, []xy{{3, 0}, {3, -2}, {3, -4}, {-3, -1}, {-3, -3}}, placesOf(avenue))

	wires := setOut(t, p, survey.SettingOut{Pattern: survey.Wires, From: "A", Towards: "B", SpacingM: ptr(3.0)})
	assert.Equal(t, []xy{{1.5, 0}, {4.5, 0}, {7.5, 0}, {10.5, 0}}, placesOf(wires))
	assert.InDelta(t, 12, *wires.WireM, 1e-9)

	ring := setOut(t, p, survey.SettingOut{Pattern: survey.Ring, From: "A", BearingDeg: ptr(90.0), RadiusM: ptr(2.0), Count: ptr(4)})
	assert.Equal(t, []xy{{2, 0}, {0, -2}, {-2, 0}, {0, 2}}, placesOf(ring))
}

// What is set out is found again by the tape: the points that the plan gets lie where the places are, and a peg that is corrected moves them all.
func TestPlacesRestOnTheirPeg(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := pegs()
		s := survey.SettingOut{Pattern: rapid.SampledFrom([]survey.Pattern{survey.Row, survey.Grid, survey.Avenue, survey.Wires, survey.Ring}).Draw(t, "pattern"), From: "B",
			BearingDeg: ptr(rapid.Float64Range(0, 360).Draw(t, "bearing")), LengthM: ptr(rapid.Float64Range(8, 40).Draw(t, "length")), EndGapM: ptr(rapid.Float64Range(0, 3).Draw(t, "gap")),
			SpacingM: ptr(rapid.Float64Range(2, 8).Draw(t, "spacing")), RowsM: ptr(rapid.Float64Range(2, 6).Draw(t, "rows")), Rows: ptr(rapid.IntRange(1, 2).Draw(t, "n")),
			Staggered: rapid.Bool().Draw(t, "staggered"), RadiusM: ptr(rapid.Float64Range(1, 9).Draw(t, "radius")), Count: ptr(rapid.IntRange(1, 12).Draw(t, "count"))}
		r := setOut(t, p, s)
		next, names := survey.WithPlaces(p, s, r.Places)
		located, faults := survey.Locate(next)
		require.Empty(t, faults)
		require.Len(t, names, len(r.Places))
		for i, at := range r.Places {
			assert.Less(t, at.DistanceM(located[names[i]]), 0.02)
			for _, other := range r.Places[:i] {
				assert.GreaterOrEqual(t, at.DistanceM(other.Located), min(*s.RowsM, *orOne(r.SpacingM))*0.49, "no two stand in one place")
			}
		}
		moved := next
		moved.Points = append([]survey.Point{}, next.Points...)
		moved.Points[1].LengthM = ptr(13.0)
		after, _ := survey.Locate(moved)
		for _, name := range names {
			assert.InDelta(t, 1, located[name].DistanceM(after[name]), 1e-6)
		}
	})
}

func orOne(x *float64) *float64 {
	if x == nil {
		return ptr(0.0)
	}
	return x
}

func TestWhatCannotBeSetOut(t *testing.T) {
	p := pegs()
	located, _ := survey.Locate(p)
	for field, s := range map[string]survey.SettingOut{
		"from":        {Pattern: survey.Ring, From: "Z", RadiusM: ptr(2.0), Count: ptr(3)},
		"radius_m":    {Pattern: survey.Ring, From: "A", Count: ptr(3)},
		"towards":     {Pattern: survey.Wires, From: "A", Towards: "A", SpacingM: ptr(3.0)},
		"bearing_deg": {Pattern: survey.Wires, From: "A", SpacingM: ptr(3.0), LengthM: ptr(9.0)},
		"length_m":    {Pattern: survey.Wires, From: "A", SpacingM: ptr(3.0), BearingDeg: ptr(9.0)},
		"spacing_m":   {Pattern: survey.Row, From: "A", Towards: "B", EndGapM: ptr(0.0), SpacingM: ptr(0.1)},
		"end_gap_m":   {Pattern: survey.Row, From: "A", Towards: "B", EndGapM: ptr(7.0), SpacingM: ptr(1.0)},
		"rows":        {Pattern: survey.Grid, From: "A", Towards: "B", EndGapM: ptr(1.0), SpacingM: ptr(1.0), RowsM: ptr(3.0)},
		"pattern":     {Pattern: "spiral", From: "A"},
	} {
		_, err := survey.SetOut(p, located, s)
		var l fault.List
		require.ErrorAs(t, err, &l, field)
		assert.True(t, l.Has(field), "%s: %v", field, l)
	}
}
