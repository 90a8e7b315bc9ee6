package ground_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/set"
)

func day(text string) time.Time {
	d, err := time.Parse(time.DateOnly, text)
	if err != nil {
		panic(err)
	}
	return d
}

// safety.md: a marking opens the digging from its day to its end, both days in, and not a day longer.
func TestAMarkingHoldsBetweenItsDays(t *testing.T) {
	m := ground.Marking{MarkedOn: day("2026-11-20"), ExpiresOn: day("2026-12-04")}
	for on, want := range map[string]bool{"2026-11-19": false, "2026-11-20": true, "2026-12-04": true, "2026-12-05": false} {
		assert.Equal(t, want, m.Holds(day(on)), on)
	}
	today := day("2026-11-28")
	assert.Empty(t, ground.CheckMarking(m, today))
	field := func(m ground.Marking) string {
		l := ground.CheckMarking(m, today)
		require.Len(t, l, 1)
		return l[0].Field
	}
	assert.Equal(t, "expires_on", field(ground.Marking{MarkedOn: day("2026-11-20"), ExpiresOn: day("2026-11-19")}), "it ends before it begins")
	assert.Equal(t, "expires_on", field(ground.Marking{MarkedOn: day("2026-11-01"), ExpiresOn: day("2026-11-27")}), "it is over")
	assert.Equal(t, "marked_on", field(ground.Marking{MarkedOn: day("2026-12-01"), ExpiresOn: day("2026-12-20")}), "nobody has been there yet")
}

// A spot of which nothing is known asks for everything, the marking first, and says nothing; each fact that comes takes its question away.
func TestASpotIsAskedForWhatItLacks(t *testing.T) {
	empty, err := ground.ReadSpot(rules.House{}, ground.Facts{}, climate.Facts{}, false, nil)
	require.NoError(t, err)
	assert.Equal(t, []string{"marking", "soil", "drainage", "sun_h", "min_c", "hot_month_c", "frost", "summer_deficit_mm", "water", "exposure", "wind_from_deg", "room",
		"ph", "purpose"}, empty.Missing)
	assert.Nil(t, empty.Soil)
	assert.Nil(t, empty.Drainage)
	assert.Nil(t, empty.Dryness)
	assert.Empty(t, empty.Class)

	first, x := 288, 6.0
	facts := ground.Facts{SoilClass: "loam", PH: &x, SunH: &x, Water: ground.WaterHose, WindFrom: &x, Exposure: ground.WindOpen, RoomLooked: true, Purpose: ground.PurposeShade}
	air := climate.Facts{MinC: ptr(-14.0), HotMonthC: ptr(21.0), FirstFrostDay: &first, LastFrostDay: &first, SummerDeficitMM: ptr(250.0)}
	hole := []ground.DugHole{{Hole: ground.Hole{WidthMM: 300, Readings: []ground.Reading{{Min: 0, WaterMM: 300}, {Min: 60, WaterMM: 240}, {Min: 120, WaterMM: 180}}}}}
	whole, err := ground.ReadSpot(rules.House{}, facts, air, true, hole)
	require.NoError(t, err)
	assert.Empty(t, whole.Missing)
	assert.Equal(t, ground.DrainageSlow, whole.Class)
	assert.Equal(t, ground.SoilGroupMedium, whole.Soil.Group)
	// 250 mm less what 0.6 m of loam holds (102): 148, index 2.
	assert.Equal(t, 2, *whole.Dryness)
}

// Water that ran in makes it standing; water that had hardly fallen tells nothing, and the hole is asked for again.
func TestWhatAHoleMakesOfASpot(t *testing.T) {
	read := func(levels ...float64) ground.SpotReading {
		hole := &ground.Hole{WidthMM: 300}
		for i, level := range levels {
			hole.Readings = append(hole.Readings, ground.Reading{Min: float64(i * 20), WaterMM: level})
		}
		r, err := ground.ReadSpot(rules.House{}, ground.Facts{}, climate.Facts{}, true, []ground.DugHole{{Hole: *hole}})
		require.NoError(t, err)
		return r
	}
	assert.Equal(t, ground.DrainageStanding, read(100, 110).Class)
	early := read(100, 99)
	assert.Empty(t, early.Class)
	assert.Contains(t, early.Missing, "drainage")
	assert.Equal(t, ground.TooEarly, early.Drainage.Class)
	assert.Equal(t, ground.DrainageFast, read(200, 4, 0).Class, "what comes after it was empty says nothing")
}

func TestAHoleThatCannotBeRead(t *testing.T) {
	_, err := ground.Percolation(rules.House{}, ground.PercolationInput{HoleWidthMM: 300, Scale: ground.ScaleGeneral,
		Readings: []ground.Reading{{Min: 0, WaterMM: 5}, {Min: 0, WaterMM: 4}}})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("readings.0.water_mm"))
	assert.True(t, l.Has("readings.1.min"))
}

// The jar goes before a texture that somebody knows; a half jar is asked for its other layers.
func TestTheJarGoesBeforeTheHand(t *testing.T) {
	jar := ground.Facts{SandMM: ptr(80.0), SiltMM: ptr(10.0), ClayMM: ptr(10.0), SoilClass: "clay"}
	r, err := ground.ReadSpot(rules.House{}, jar, climate.Facts{}, true, nil)
	require.NoError(t, err)
	assert.EqualValues(t, "sandy loam", r.Soil.Class)
	assert.Equal(t, fault.List{{Field: "clay_mm", Code: fault.Required}}, ground.CheckFacts(ground.Facts{SandMM: ptr(80.0), SiltMM: ptr(10.0)}))
	assert.Equal(t, fault.List{{Field: "sand_mm", Code: fault.NoSum, Limit: 0}}, ground.CheckFacts(ground.Facts{SandMM: ptr(0.0), SiltMM: ptr(0.0), ClayMM: ptr(0.0)}))
	assert.Equal(t, "soil_class", fault.Check(ground.Facts{SoilClass: "peat"})[0].Field)
	_, err = ground.Texture(ground.TextureInput{})
	assert.Error(t, err)
}

// Calculators, room: what a tree meets at once, or never, goes by how far it stands from it and how large it grows.
func TestWhatATreeMeets(t *testing.T) {
	tree := func(grown float64, thirsty bool, o ...ground.Obstacle) ground.RoomResult {
		t.Helper()
		r, err := ground.Room(rules.House{}, ground.RoomInput{HeightNowM: 1, Height10M: grown / 2, HeightMaxM: grown, Spread10M: grown / 4, SpreadMaxM: grown / 2,
			Thirsty: thirsty, Obstacles: o})
		require.NoError(t, err)
		return r
	}
	for _, c := range []struct {
		kind    ground.Neighbour
		grown   float64
		thirsty bool
		limit   float64
	}{
		{ground.NeighbourPaving, 5, false, 1}, {ground.NeighbourPaving, 12, false, 2}, {ground.NeighbourPaving, 13, false, 3},
		{ground.NeighbourDrain, 8, false, 3}, {ground.NeighbourDrain, 8, true, 6},
		{ground.NeighbourClayBuilding, 8, false, 8}, {ground.NeighbourClayBuilding, 8, true, 10},
	} {
		near, far := tree(c.grown, c.thirsty, ground.Obstacle{Kind: c.kind, DistanceM: ptr(c.limit - 0.01)}), tree(c.grown, c.thirsty, ground.Obstacle{Kind: c.kind, DistanceM: ptr(c.limit)})
		require.NotNil(t, near.FirstYear, "%+v", c)
		assert.Zero(t, *near.FirstYear, "%+v", c)
		assert.Nil(t, far.FirstYear, "%+v", c)
	}
	boundary, wall := tree(10, false, ground.Obstacle{Kind: ground.NeighbourBoundary, DistanceM: ptr(2.0)}), tree(10, false, ground.Obstacle{Kind: ground.NeighbourWall, DistanceM: ptr(2.0)})
	assert.Greater(t, *boundary.FirstYear, *wall.FirstYear, "a wall wants half a metre of air")
	line := tree(10, false, ground.Obstacle{Kind: ground.NeighbourLine, DistanceM: ptr(1.0), HeightM: ptr(6.0), ClearanceM: ptr(1.0)})
	require.NotNil(t, line.FirstYear)
	assert.Positive(t, *line.FirstYear, "only once it is as high as the line less its clearance")
	assert.Nil(t, tree(4, false, ground.Obstacle{Kind: ground.NeighbourLine, DistanceM: ptr(0.0), HeightM: ptr(6.0), ClearanceM: ptr(1.0)}).FirstYear, "it never grows so high")
	_, err := ground.Room(rules.House{}, ground.RoomInput{HeightNowM: 9, Height10M: 5, HeightMaxM: 8, Spread10M: 2, SpreadMaxM: 4, Obstacles: []ground.Obstacle{{Kind: ground.NeighbourLine}}})
	var l fault.List
	require.ErrorAs(t, err, &l)
	for _, field := range []string{"height_now_m", "obstacles.0.distance_m", "obstacles.0.height_m"} {
		assert.True(t, l.Has(field), field)
	}
}

func TestSetsOfASpot(t *testing.T) {
	assert.Len(t, set.All[ground.SoilClass](), 12)
	assert.Contains(t, set.All[ground.Percolated](), ground.Percolated(ground.DrainagePoor))
	_, known := ground.FindSoil("peat")
	assert.False(t, known)
}

// A hole is dug, filled twice and read against the clock.
func Example() {
	r, err := ground.Percolation(rules.House{}, ground.PercolationInput{HoleWidthMM: 300, Scale: ground.ScaleGeneral,
		Readings: []ground.Reading{{Min: 0, WaterMM: 300}, {Min: 60, WaterMM: 240}, {Min: 120, WaterMM: 180}}})
	fmt.Printf("%s: 300 mm in %.0f min %v\n", r.Class, *r.Drain300Min, err)
	// Output: slow: 300 mm in 380 min <nil>
}
