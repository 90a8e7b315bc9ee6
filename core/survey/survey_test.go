package survey_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/core/survey"
)

func ptr[T any](v T) *T { return &v }

func start(id string) survey.Point { return survey.Point{ID: id, How: survey.Start} }

func bearing(id, from string, lengthM, deg float64) survey.Point {
	return survey.Point{ID: id, How: survey.Bearing, From: from, LengthM: &lengthM, BearingDeg: &deg}
}

func distances(id, from string, lengthM float64, second string, secondM float64, side survey.Side) survey.Point {
	return survey.Point{ID: id, How: survey.Distances, From: from, LengthM: &lengthM, Second: second, SecondM: &secondM, Side: side}
}

func byEye(id string, x, y float64) survey.Point {
	return survey.Point{ID: id, How: survey.ByEye, XM: &x, YM: &y}
}

// A spot five metres north of a wall of three metres that runs from east to west, in the middle of its twenty metres.
func beforeAWall() survey.Plan {
	return survey.Plan{
		North: survey.Compass, Complete: true,
		Points: []survey.Point{start("A"), bearing("B", "A", 20, 90), bearing("M", "A", 10, 90), bearing("S", "M", 5, 0)},
		Things: []survey.Thing{{ID: "wall", Kind: survey.Wall, Points: []string{"A", "B"}, HeightM: ptr(3.0)}},
		Spots:  []survey.SpotAt{{SpotID: "spot", Point: "S"}},
	}
}

// Hand trigonometry: before a straight wall the elevation at a bearing is that of its height over the distance along that bearing.
func TestTheHorizonAgreesWithHandTrigonometry(t *testing.T) {
	p := beforeAWall()
	located, faults := survey.Locate(p)
	require.Empty(t, faults)
	v := survey.ViewOf(rules.House{}, p, located, located["S"])
	require.NotEmpty(t, v.Seen)
	from, to := math.Inf(1), math.Inf(-1)
	for _, s := range v.Seen {
		from, to = math.Min(from, s.FromDeg), math.Max(to, s.ToDeg)
		middle := (s.FromDeg + s.ToDeg) / 2
		assert.InDelta(t, math.Atan(3*math.Cos((middle-180)*math.Pi/180)/5)*180/math.Pi, s.ElevationDeg, 0.2, "bearing %v", middle)
	}
	assert.InDelta(t, 180-math.Atan(10.0/5)*180/math.Pi, from, 1e-6)
	assert.InDelta(t, 180+math.Atan(10.0/5)*180/math.Pi, to, 1e-6)
}

// A crown of six metres across, ten high, fifteen metres to the west: half of its width by the tangent, its top over the distance.
func TestACrownIsSeenByItsTangents(t *testing.T) {
	p := survey.Plan{
		North: survey.Compass, Points: []survey.Point{start("S"), bearing("T", "S", 15, 270)},
		Things: []survey.Thing{{ID: "linden", Kind: survey.Tree, Points: []string{"T"}, HeightM: ptr(10.0), SpreadM: ptr(6.0), Leaves: survey.Drops}},
	}
	located, _ := survey.Locate(p)
	v := survey.ViewOf(rules.House{}, p, located, located["S"])
	require.Len(t, v.Seen, 1)
	half := math.Asin(3.0/15) * 180 / math.Pi
	assert.InDelta(t, 270-half, v.Seen[0].FromDeg, 1e-6)
	assert.InDelta(t, 270+half, v.Seen[0].ToDeg, 1e-6)
	assert.InDelta(t, math.Atan(10.0/15)*180/math.Pi, v.Seen[0].ElevationDeg, 1e-6)
	assert.Equal(t, 0.8, v.Seen[0].Opacity)
	assert.Equal(t, 0.3, *v.Seen[0].BareOpacity)
}

// The hours behind a wall by a ray: at each step of the sun, does the ray from the spot pass over the wall where it crosses it?
func TestSunHoursOfAPlanAgreeWithRays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		far, high := rapid.Float64Range(1, 20).Draw(t, "far"), rapid.Float64Range(0.5, 12).Draw(t, "high")
		lat := rapid.Float64Range(-60, 60).Draw(t, "lat")
		toward := rapid.SampledFrom([]float64{0, 45, 90, 135, 180, 225, 270, 315}).Draw(t, "toward")
		left, right := rapid.Float64Range(1, 40).Draw(t, "left"), rapid.Float64Range(1, 40).Draw(t, "right")
		p := survey.Plan{
			North: survey.Map, Complete: true,
			Points: []survey.Point{start("S"), bearing("M", "S", far, toward), bearing("A", "M", left, math.Mod(toward+270, 360)), bearing("B", "M", right, math.Mod(toward+90, 360))},
			Things: []survey.Thing{{ID: "wall", Kind: survey.Wall, Points: []string{"A", "B"}, HeightM: &high}},
			Spots:  []survey.SpotAt{{SpotID: "spot", Point: "S"}},
		}
		located, faults := survey.Locate(p)
		require.Empty(t, faults)
		r := survey.Read(rules.House{}, p, located, "spot", lat)
		require.True(t, r.Settled)
		for _, path := range ground.SunPaths(ground.SunInput{LatDeg: lat}, 1, 4, 6, 9, 12) {
			want := 0.0
			for _, s := range path.Steps {
				ray := (s.BearingDeg - toward) * math.Pi / 180
				along, aside := math.Cos(ray), math.Sin(ray)
				hit := along > 0 && far/along*aside >= -left && far/along*aside <= right
				if !hit || math.Tan(s.ElevationDeg*math.Pi/180)*far/along > high {
					want += 0.25
				}
			}
			assert.InDelta(t, want, r.Sun.MonthlyH[path.Month-1], 1.0, "month %d", path.Month)
		}
	})
}

// A point set out by a length and a bearing is found again by its lengths from two others, on the hand on which it lies.
func TestTwoLengthsFindThePointAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		deg := func(name string) float64 { return rapid.Float64Range(0, 359.9).Draw(t, name) }
		length := func(name string) float64 { return rapid.Float64Range(0.5, 60).Draw(t, name) }
		p := survey.Plan{Points: []survey.Point{start("A"), bearing("B", "A", length("b"), deg("b°")), bearing("C", "B", length("c"), deg("c°"))}}
		located, faults := survey.Locate(p)
		require.Empty(t, faults)
		a, b, c := located["A"], located["B"], located["C"]
		turn := (b.XM-a.XM)*(c.YM-a.YM) - (b.YM-a.YM)*(c.XM-a.XM)
		if math.Abs(turn) < 0.1 || a.DistanceM(c) < 0.1 {
			return // in one line: either hand
		}
		side := survey.Right
		if turn > 0 {
			side = survey.Left
		}
		p.Points = append(p.Points, distances("D", "A", a.DistanceM(c), "B", b.DistanceM(c), side))
		again, faults := survey.Locate(p)
		require.Empty(t, faults)
		assert.InDelta(t, 0, again["D"].DistanceM(c), 1e-4)
	})
}

// What rests on a point by eye was not measured either, whatever lengths lie between.
func TestByEyeIsHandedOn(t *testing.T) {
	p := survey.Plan{Points: []survey.Point{start("A"), byEye("B", 4, 4), bearing("C", "B", 2, 90), distances("D", "A", 5, "C", 5, survey.Left), bearing("E", "A", 3, 0)}}
	located, faults := survey.Locate(p)
	require.Empty(t, faults)
	for id, want := range map[string]bool{"A": false, "B": true, "C": true, "D": true, "E": false} {
		assert.Equal(t, want, located[id].ByEye, id)
	}
}

func TestWhatAPlanRefuses(t *testing.T) {
	corner := []survey.Point{start("A"), bearing("B", "A", 10, 90), bearing("C", "B", 10, 0), bearing("D", "A", 10, 0)}
	for name, c := range map[string]struct {
		plan survey.Plan
		at   string
	}{
		"lengths that miss each other": {survey.Plan{Points: append(corner[:2:2], distances("X", "A", 3, "B", 6, survey.Left))}, "points.2.second_m: do_not_meet 1"},
		"a length inside the other":    {survey.Plan{Points: append(corner[:2:2], distances("X", "A", 3, "B", 14, survey.Left))}, "points.2.second_m: do_not_meet 1"},
		"a point that is not there":    {survey.Plan{Points: []survey.Point{bearing("B", "A", 10, 90)}}, "points.0.from: not_there"},
		"a point that rests on itself": {survey.Plan{Points: []survey.Point{bearing("B", "C", 10, 90), bearing("C", "B", 10, 90)}}, "points.1.from: not_there"},
		"two points of one name":       {survey.Plan{Points: []survey.Point{start("A"), bearing("A", "A", 1, 1)}}, "points.1.id: said_twice"},
		"two starts":                   {survey.Plan{Points: []survey.Point{start("A"), start("B")}}, "points.1.how: said_twice"},
		"no bearing":                   {survey.Plan{Points: []survey.Point{start("A"), {ID: "B", How: survey.Bearing, From: "A", LengthM: ptr(1.0)}}}, "points.1.bearing_deg: required"},
		"no hand":                      {survey.Plan{Points: append(corner[:2:2], distances("X", "A", 8, "B", 8, ""))}, "points.2.side: required"},
		"a house of two corners":       {survey.Plan{Points: corner, Things: []survey.Thing{{ID: "h", Kind: survey.House, Points: []string{"A", "B"}}}}, "things.0.points: too_few"},
		"an outline that crosses":      {survey.Plan{Points: corner, Things: []survey.Thing{{ID: "h", Kind: survey.House, Points: []string{"A", "C", "B", "D"}}}}, "things.0.points.0: crosses_itself"},
		"a corner twice":               {survey.Plan{Points: corner, Things: []survey.Thing{{ID: "w", Kind: survey.Wall, Points: []string{"A", "A"}}}}, "things.0.points.1: same_place"},
		"a spot nowhere":               {survey.Plan{Points: corner, Spots: []survey.SpotAt{{SpotID: "s", Point: "Z"}}}, "spots.0.point: not_there"},
		"a date that is none":          {survey.Plan{Points: corner, Things: []survey.Thing{{ID: "w", Kind: survey.Service, Points: []string{"A", "B"}, ReportedOn: "12 Nov"}}}, "things.0.reported_on: wrong_type"},
	} {
		assert.Contains(t, fmt.Sprint(survey.Check(c.plan)), c.at, name)
	}
	assert.Empty(t, survey.Check(survey.Plan{Points: corner, Things: []survey.Thing{{ID: "h", Kind: survey.House, Points: []string{"A", "B", "C", "D"}}}}))
}

// What is unknown never helps: without north, without a look all round, without a height, the plan gives no sun to a match.
func TestThePlanGivesNoSunThatNobodyKnows(t *testing.T) {
	sun := func(change func(*survey.Plan)) *float64 {
		p := beforeAWall()
		change(&p)
		located, _ := survey.Locate(p)
		facts, from := survey.Read(rules.House{}, p, located, "spot", 50).Facts(p, ground.Facts{})
		assert.Equal(t, facts.SunH != nil, from.Sun)
		return facts.SunH
	}
	assert.NotNil(t, sun(func(*survey.Plan) {}))
	assert.Nil(t, sun(func(p *survey.Plan) { p.North = "" }))
	assert.Nil(t, sun(func(p *survey.Plan) { p.Complete = false }))
	assert.Nil(t, sun(func(p *survey.Plan) { p.Things[0].HeightM = nil }))
	assert.Nil(t, sun(func(p *survey.Plan) { p.Spots = nil }))
}

// Typed values override, and only those: hours typed stay, a wall typed stands for the plan's walls, its boundary still counts.
func TestWhatIsTypedOverridesThePlan(t *testing.T) {
	p := beforeAWall()
	p.Points = append(p.Points, bearing("C", "A", 30, 0))
	p.Things = append(p.Things, survey.Thing{ID: "b", Kind: survey.Boundary, Points: []string{"A", "B", "C"}})
	located, _ := survey.Locate(p)
	read := survey.Read(rules.House{}, p, located, "spot", 50)
	facts, from := read.Facts(p, ground.Facts{SunH: ptr(2.0), Obstacles: []ground.Obstacle{{Kind: ground.NeighbourWall, DistanceM: ptr(1.5)}}})
	assert.Equal(t, 2.0, *facts.SunH)
	assert.Equal(t, survey.FromPlan{Room: true}, from)
	require.Len(t, facts.Obstacles, 2)
	assert.Equal(t, 1.5, *facts.Obstacles[0].DistanceM)
	assert.Equal(t, ground.NeighbourBoundary, facts.Obstacles[1].Kind)
	assert.True(t, facts.RoomLooked)
}

// A line whose height nobody measured leaves the room unknown; a house on clay is asked about.
func TestLinesAndHousesOfThePlan(t *testing.T) {
	p := beforeAWall()
	p.Things = []survey.Thing{{ID: "l", Kind: survey.Line, Points: []string{"A", "B"}}}
	located, _ := survey.Locate(p)
	facts, _ := survey.Read(rules.House{}, p, located, "spot", 50).Facts(p, ground.Facts{RoomLooked: true})
	assert.False(t, facts.RoomLooked)
	p.Points = append(p.Points, bearing("C", "A", 4, 180))
	p.Things = []survey.Thing{{ID: "h", Kind: survey.House, Points: []string{"A", "B", "C"}, HeightM: ptr(6.0)}}
	located, _ = survey.Locate(p)
	list, known := survey.Read(rules.House{}, p, located, "spot", 50).Obstacles(p, true)
	assert.True(t, known)
	require.Len(t, list, 2)
	assert.Equal(t, ground.NeighbourClayBuilding, list[1].Kind)
	assert.InDelta(t, 5, *list[1].DistanceM, 0.01)
}

// The map says of each square what a spot there would be told, within what coarser steps cost; behind the wall there is least.
func TestTheMapOfTheSunSaysWhatASpotIsTold(t *testing.T) {
	p := beforeAWall()
	p.Points = append(p.Points, bearing("C", "B", 12, 0), bearing("D", "A", 12, 0))
	p.Things = append(p.Things, survey.Thing{ID: "bounds", Kind: survey.Boundary, Points: []string{"A", "B", "C", "D"}})
	located, faults := survey.Locate(p)
	require.Empty(t, faults)
	light := survey.LightOf(rules.House{}, p, located, 47, 100)
	require.GreaterOrEqual(t, len(light.Cells), 60)
	assert.True(t, light.Settled)
	near, far := []float64{}, []float64{}
	for _, c := range light.Cells {
		sun, err := ground.SunHours(survey.ViewOf(rules.House{}, p, located, survey.Located{XM: c.XM, YM: c.YM}).SunInput(47))
		require.NoError(t, err)
		assert.InDelta(t, sun.GrowingH, c.Hours, 0.35)
		if c.YM < 2.5 {
			near = append(near, c.Hours)
		} else if c.YM > 8 {
			far = append(far, c.Hours)
		}
	}
	assert.Less(t, near[len(near)/2], far[len(far)/2], "close behind the wall to the south there is less")
	p.North = ""
	assert.Empty(t, survey.LightOf(rules.House{}, p, located, 47, 100).Cells)
	p.North, p.Things[0].HeightM = survey.Compass, nil
	assert.False(t, survey.LightOf(rules.House{}, p, located, 47, 100).Settled)
}

// What was put by eye gives no sun to a match and no look all round, though what it stands near still counts against a tree.
func TestAGuessHelpsNoMatch(t *testing.T) {
	p := beforeAWall()
	p.Points[1] = byEye("B", 20, 0)
	located, _ := survey.Locate(p)
	read := survey.Read(rules.House{}, p, located, "spot", 50)
	require.NotNil(t, read.Sun)
	facts, from := read.Facts(p, ground.Facts{})
	assert.Nil(t, facts.SunH)
	assert.False(t, facts.RoomLooked)
	assert.False(t, from.Sun)
	assert.Len(t, facts.Obstacles, 1)
}

// A line that is typed stands for the plan's line whose height nobody measured.
func TestATypedLineStandsForOneOfUnknownHeight(t *testing.T) {
	p := beforeAWall()
	p.Things = []survey.Thing{{ID: "l", Kind: survey.Line, Points: []string{"A", "B"}}}
	located, _ := survey.Locate(p)
	facts, _ := survey.Read(rules.House{}, p, located, "spot", 50).Facts(p, ground.Facts{Obstacles: []ground.Obstacle{{Kind: ground.NeighbourLine, DistanceM: ptr(5.0), HeightM: ptr(7.0)}}})
	assert.True(t, facts.RoomLooked)
}
