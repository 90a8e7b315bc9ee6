package ground_test

import (
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/rules"
	"sedum/core/fault"
	house "sedum/core/rules"
	"sedum/core/survey"
	"sedum/kernel"
)

// newGround is a customer of whose ground nothing is known, as the counter takes one down.
func newGround(w *World) string {
	id, err := Did[string](w, w.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: "Odo Vance", Address: "1 Mill Row", LatDeg: Ptr(47.0), SpotName: "lawn"})
	require.NoError(w.T, err)
	return id
}

func behindAWall(spotID string, heightM *float64) survey.Plan {
	east, west, north, ten, four := 90.0, 270.0, 0.0, 10.0, 4.0
	return survey.Plan{
		North: survey.Compass, Complete: true,
		Points: []survey.Point{
			{ID: "A", How: survey.Start}, {ID: "B", How: survey.Bearing, From: "A", LengthM: &ten, BearingDeg: &east},
			{ID: "C", How: survey.Bearing, From: "A", LengthM: &ten, BearingDeg: &west}, {ID: "S", How: survey.Bearing, From: "A", LengthM: &four, BearingDeg: &north},
		},
		Things: []survey.Thing{{ID: "wall", Kind: survey.Wall, Name: "barn", Points: []string{"C", "B"}, HeightM: heightM}},
		Spots:  []survey.SpotAt{{SpotID: spotID, Point: "S"}},
	}
}

// What the plan gives is what the spot is judged by, and what is typed stands over it; the plan that is corrected corrects the spot.
func TestASpotIsJudgedByItsPlan(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	before := Saw[ground.Page](w, "see-spot", ByID(id))
	assert.Contains(t, fmt.Sprint(before.Reading.Missing), "sun_h")
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: behindAWall(id, Ptr(2.0))})
	saved := Saw[ground.PlanPage](w, "see-plan", ByID(id))
	assert.Equal(t, 1, saved.Version)
	require.Len(t, saved.History, 1)
	assert.NotEmpty(t, saved.History[0].By)
	low := Saw[ground.Page](w, "see-spot", ByID(id))
	require.NotNil(t, low.Found.SunH)
	assert.Equal(t, survey.FromPlan{Sun: true, Room: true}, low.FromPlan)
	assert.Nil(t, low.Ground.SunH, "nobody typed it")
	assert.NotContains(t, fmt.Sprint(low.Reading.Missing), "sun_h")
	require.Len(t, low.Found.Obstacles, 1)
	assert.InDelta(t, 4, *low.Found.Obstacles[0].DistanceM, 0.01)

	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Version: 1, Plan: behindAWall(id, Ptr(9.0))})
	high := Saw[ground.Page](w, "see-spot", ByID(id))
	assert.Less(t, *high.Found.SunH, *low.Found.SunH, "a higher wall to the south takes more")

	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Version: 2, Plan: behindAWall(id, nil)})
	unknown := Saw[ground.Page](w, "see-spot", ByID(id))
	assert.Nil(t, unknown.Found.SunH, "a height that nobody knows gives no sun")
	assert.Contains(t, fmt.Sprint(unknown.Reading.Missing), "sun_h")

	change := changeOf(unknown)
	change.Ground.SunH = Ptr(5.0)
	w.Deed(w.Advisor, "save-spot", ByID(id), change)
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Version: 3, Plan: behindAWall(id, Ptr(2.0))})
	typed := Saw[ground.Page](w, "see-spot", ByID(id))
	assert.InDelta(t, 5, *typed.Found.SunH, 0)
	assert.False(t, typed.FromPlan.Sun)
}

// An earlier plan is there to be put back, and putting it back is a version of its own.
func TestAnEarlierPlanIsPutBack(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: behindAWall(id, Ptr(2.0))})
	w.Deed(w.Manager, "save-plan", ByID(id), ground.PlanChange{Version: 1, Plan: survey.Plan{Points: []survey.Point{}, Things: []survey.Thing{}, Spots: []survey.SpotAt{}}})
	was := Saw[survey.Plan](w, "see-plan-was", ground.PlanWas{ByID: ByID(id), Version: 1})
	assert.Len(t, was.Things, 1)
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Version: 2, Plan: was})
	now := Saw[ground.PlanPage](w, "see-plan", ByID(id))
	assert.Equal(t, 3, now.Version)
	assert.Equal(t, was, now.Plan)
	assert.Len(t, now.History, 3)
}

// Two who measure the same garden at once do not write over each other: one plan is kept, the others are shown it.
func TestTwoDoNotMeasureOverEachOther(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	var kept, stale int
	var lock sync.Mutex
	var group sync.WaitGroup
	for i := range 12 {
		group.Go(func() {
			err := w.Err(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: behindAWall(id, Ptr(float64(i+1)))})
			var old kernel.Stale
			lock.Lock()
			defer lock.Unlock()
			switch {
			case err == nil:
				kept++
			case assert.ErrorAs(t, err, &old):
				stale++
				assert.Equal(t, 1, old.Current.(ground.PlanPage).Version)
			}
		})
	}
	group.Wait()
	assert.Equal(t, []int{1, 11}, []int{kept, stale})
}

func TestWhatAPlanOfASiteRefuses(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	other := w.SpotOf("Dorian Pell").ID
	p := behindAWall(other, Ptr(2.0))
	Fault(t, w.Err(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: p}), "plan.spots.0.spot_id", fault.NotThere)
	p = behindAWall(id, Ptr(2.0))
	p.Points[1].From = "Z"
	Fault(t, w.Err(w.Advisor, "read-plan", ByID(id), ground.PlanChange{Plan: p}), "plan.points.1.from", fault.NotThere)
	assert.ErrorIs(t, w.Err(w.Advisor, "save-plan", ByID("nowhere"), ground.PlanChange{Plan: behindAWall(id, nil)}), kernel.ErrMissing)
	var refused kernel.Refused
	assert.ErrorAs(t, w.Tx(func(tx *kernel.Tx) error {
		_, err := ground.PlanAsFile(tx, ByID(id))
		return err
	}), &refused)
	// A spot that was taken back leaves the plan at its next saving and does not stop it.
	second, err := Did[string](w, w.Advisor, "add-spot", ByID(id), ground.NewSpot{SpotName: "gate"})
	require.NoError(t, err)
	p = behindAWall(second, Ptr(2.0))
	w.Deed(w.Advisor, "take-back-spot", ByID(second), ground.TakenBack{Reason: "typed twice"})
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: p})
	assert.Empty(t, Saw[ground.PlanPage](w, "see-plan", ByID(id)).Plan.Spots)
}

// A file that another program wrote: what is odd is mended or left out, each by its number and reason.
func TestAFileFromAnotherProgram(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	feature := func(properties, geometry string) string {
		return fmt.Sprintf(`{"type":"Feature","properties":%s,"geometry":%s}`, properties, geometry)
	}
	house, square := `{"kind":"house","name":"Haus äöü","height_m":6.5}`, `[[8.0,47.0],[8.0001,47.0],[8.0001,47.0001],[8.0,47.0001],[8.0,47.0]]`
	read := func(features ...string) (ground.Imported, error) {
		text := `{"type":"FeatureCollection","features":[`
		for i, f := range features {
			if i > 0 {
				text += ","
			}
			text += f
		}
		return Did[ground.Imported](w, w.Advisor, "read-geojson", ByID(id), ground.GeoJSONFile{Text: text + `]}`})
	}
	for name, c := range map[string]struct {
		feature string
		added   int
		note    string
	}{
		"as it should be":         {feature(house, `{"type":"Polygon","coordinates":[`+square+`]}`), 1, ""},
		"heights above sea":       {feature(house, `{"type":"Polygon","coordinates":[[[8.0,47.0,410],[8.0001,47.0,410],[8.0001,47.0001,411],[8.0,47.0,410]]]}`), 1, ""},
		"no closing corner":       {feature(house, `{"type":"Polygon","coordinates":[[[8.0,47.0],[8.0001,47.0],[8.0001,47.0001]]]}`), 1, "not-closed"},
		"a corner twice":          {feature(house, `{"type":"Polygon","coordinates":[[[8.0,47.0],[8.0,47.0],[8.0001,47.0],[8.0001,47.0001],[8.0,47.0]]]}`), 1, "repeated"},
		"a bow tie":               {feature(house, `{"type":"Polygon","coordinates":[[[8.0,47.0],[8.0001,47.0001],[8.0001,47.0],[8.0,47.0001],[8.0,47.0]]]}`), 0, "crosses"},
		"a hole":                  {feature(house, `{"type":"Polygon","coordinates":[`+square+`,[[8.00003,47.00003],[8.00006,47.00003],[8.00006,47.00006],[8.00003,47.00003]]]}`), 1, "holes"},
		"two houses in one":       {feature(house, `{"type":"MultiPolygon","coordinates":[[`+square+`],[[[8.001,47.0],[8.0011,47.0],[8.0011,47.0001],[8.001,47.0]]]]}`), 2, "parts"},
		"nothing":                 {feature(house, `null`), 0, "empty"},
		"what is it?":             {feature(`{"colour":"red"}`, `{"type":"Point","coordinates":[8,47]}`), 0, "no-kind"},
		"a house of one point":    {feature(house, `{"type":"Point","coordinates":[8,47]}`), 0, "too-few"},
		"another town":            {feature(`{"kind":"wall"}`, `{"type":"LineString","coordinates":[[8,47],[9,47]]}`), 0, "far"},
		"a kind that is a number": {feature(`{"kind":7}`, `{"type":"Point","coordinates":[8,47]}`), 0, "no-kind"},
	} {
		got, err := read(c.feature)
		require.NoError(t, err, name)
		assert.Equal(t, c.added, got.Added, name)
		if c.note == "" {
			assert.Empty(t, got.Notes, name)
		} else if assert.Len(t, got.Notes, 1, name) {
			assert.Equal(t, c.note, got.Notes[0].Code, name)
		}
	}
	_, err := read(feature(house, `{"type":"Polygon","coordinates":[[[675432,5201234],[675532,5201234],[675532,5201334],[675432,5201234]]]}`))
	Fault(t, err, "text", fault.OtherGrid)
	for _, text := range []string{"", "not json", `{"type":"FeatureCollection","features":[`, `{"type":"FeatureCollection"}`, `[1,2]`} {
		var l fault.List
		if assert.ErrorAs(t, w.Err(w.Advisor, "read-geojson", ByID(id), ground.GeoJSONFile{Text: text}), &l, text) {
			assert.Equal(t, "text", l[0].Field)
		}
	}
}

// A plan that goes out and comes in again lies where it lay, to the centimetre.
func TestAPlanComesBackFromItsFile(t *testing.T) {
	w := Open(t)
	lawn := w.SpotOf("Petra Averill")
	page := Saw[ground.PlanPage](w, "see-plan", ByID(lawn.ID))
	require.NotEmpty(t, page.Plan.Things)
	page.Plan.OriginAt = &survey.LatLon{LatDeg: -37.8, LonDeg: 179.9999}
	w.Deed(w.Advisor, "save-plan", ByID(lawn.ID), ground.PlanChange{Version: page.Version, Plan: page.Plan})
	var file kernel.File
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		file, err = ground.PlanAsFile(tx, ByID(lawn.ID))
		return err
	}))
	require.True(t, json.Valid(file.Content))
	back, err := Did[ground.Imported](w, w.Advisor, "read-geojson", ByID(lawn.ID), ground.GeoJSONFile{Text: string(file.Content), Plan: survey.Plan{OriginAt: page.Plan.OriginAt}})
	require.NoError(t, err)
	was, _ := survey.Locate(page.Plan)
	is, _ := survey.Locate(back.Plan)
	require.Len(t, back.Plan.Things, len(page.Plan.Things))
	for _, thing := range page.Plan.Things {
		for _, again := range back.Plan.Things {
			if again.Name != thing.Name || len(again.Points) != len(thing.Points) {
				continue
			}
			assert.Equal(t, thing.HeightM, again.HeightM)
			nearest := 1e9
			for _, id := range again.Points {
				nearest = min(nearest, is[id].DistanceM(was[thing.Points[0]]))
			}
			assert.Less(t, nearest, 0.01, thing.Name)
		}
	}
}

// Who may not see an address is not told where on the globe the ground lies, and a customer who is forgotten leaves no name on the plan.
func TestWhereTheGroundLiesIsTheirs(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	p := behindAWall(id, Ptr(2.0))
	p.OriginAt = &survey.LatLon{LatDeg: 47.01, LonDeg: 8.02}
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: p})
	seen, err := Did[ground.PlanPage](w, w.Hand, "see-plan", ByID(id), nil)
	require.NoError(t, err)
	assert.Nil(t, seen.Plan.OriginAt)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		c, err := ground.HoldCustomerOf(tx, id)
		require.NoError(t, err)
		return ground.Forget(tx, c.ID)
	}))
	left := Saw[ground.PlanPage](w, "see-plan", ByID(id))
	assert.Nil(t, left.Plan.OriginAt)
	assert.Empty(t, left.Plan.Things[0].Name)
	assert.Len(t, left.Plan.Things, 1)
}

// Hours that were counted once are counted anew when a rule that they were counted by changes, or the latitude.
func TestTheSunFollowsItsRulesAndItsLatitude(t *testing.T) {
	w := Open(t)
	id := newGround(w)
	p := behindAWall(id, Ptr(6.0))
	p.Things[0].Kind, p.Things[0].Leaves = survey.Hedge, survey.Keeps
	w.Deed(w.Advisor, "save-plan", ByID(id), ground.PlanChange{Plan: p})
	hours := func() float64 { return *Saw[ground.Page](w, "see-spot", ByID(id)).Found.SunH }
	dense := hours()
	assert.InDelta(t, dense, hours(), 0)
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.SunEvergreenTakes), Value: "0.5", Reason: "thin hedges here"})
	w.Manager = w.Who("wren") // comes with the rules in force
	thin := hours()
	assert.Greater(t, thin, dense)
	spot := Saw[ground.Page](w, "see-spot", ByID(id))
	change := changeOf(spot)
	change.LatDeg = -40 // there the sun stands in the north, and the hedge to the south takes nothing at noon
	w.Deed(w.Advisor, "save-spot", ByID(id), change)
	assert.Greater(t, hours(), thin)
}

// A row is set out on a measured lawn: the plan gets a point for each place, a spot is made on each, and who saved meanwhile is told.
func TestARowIsSetOutAndBecomesSpots(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	was := Saw[ground.PlanPage](w, "see-plan", ByID(spot.ID))
	from := was.Plan.Points[0].ID
	setting := survey.SettingOut{Pattern: survey.Row, From: from, BearingDeg: Ptr(90.0), LengthM: Ptr(9.0), EndGapM: Ptr(1.5), SpacingM: Ptr(3.0)}
	out, err := Did[ground.SetOut](w, w.Advisor, "read-setting-out", ByID(spot.ID), ground.SettingOut{Plan: was.Plan, Setting: setting})
	require.NoError(t, err)
	require.Len(t, out.Names, 3)
	assert.Len(t, out.Plan.Points, len(was.Plan.Points)+3)
	makes := ground.NewSpots{PlanChange: ground.PlanChange{Version: was.Version, Plan: out.Plan}, Name: " row ", Points: out.Names}
	w.Deed(w.Advisor, "make-spots", ByID(spot.ID), makes)
	now := Saw[ground.PlanPage](w, "see-plan", ByID(spot.ID))
	names := map[string]bool{}
	for _, s := range now.Spots {
		names[s.Name] = s.Placed
	}
	assert.True(t, names["row 1"] && names["row 2"] && names["row 3"], "%v", names)
	var stale kernel.Stale
	require.ErrorAs(t, w.Err(w.Advisor, "make-spots", ByID(spot.ID), makes), &stale)
	assert.Len(t, Saw[ground.PlanPage](w, "see-plan", ByID(spot.ID)).Spots, len(now.Spots), "nothing of it was kept")
	makes.Version, makes.Points = now.Version, []string{"nowhere"}
	var l fault.List
	require.ErrorAs(t, w.Err(w.Advisor, "make-spots", ByID(spot.ID), makes), &l)
	assert.Equal(t, "points.0", l[0].Field)
	setting.From = "nowhere"
	require.ErrorAs(t, w.Err(w.Advisor, "read-setting-out", ByID(spot.ID), ground.SettingOut{Plan: was.Plan, Setting: setting}), &l)
	assert.Equal(t, "setting.from", l[0].Field)
}

// The survey on paper: blank it asks, filled it tells what was found, on either paper; both hold what a pen needs.
func TestTheSurveyOnPaper(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	read := func(blank bool) string {
		var text string
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			file, err := ground.SurveyPDF(tx, ground.SurveyOnPaper{ByID: ByID(spot.ID), Blank: blank})
			if err != nil {
				return err
			}
			path := filepath.Join(t.TempDir(), "survey.pdf")
			require.NoError(t, os.WriteFile(path, file.Content, 0o600))
			out, err := exec.Command("pdftotext", "-layout", path, "-").Output()
			text = strings.Join(strings.Fields(string(out)), " ")
			return err
		}))
		return text
	}
	blank, filled := read(true), read(false)
	for _, asked := range []string{"What is it for?", "Does water stand here in winter?", "An empty box is: do not know.", "Drainage hole"} {
		assert.Contains(t, blank, asked)
		assert.Contains(t, filled, asked)
	}
	assert.NotContains(t, blank, "LM-44")
	assert.Contains(t, filled, "LM-44")
	assert.Contains(t, filled, "6.6", "the pH that was found")
	assert.Contains(t, filled, "front lawn")
	for _, p := range Saw[ground.PlanPage](w, "see-plan", ByID(spot.ID)).Plan.Points[:6] {
		if p.LengthM != nil {
			assert.Contains(t, strings.ReplaceAll(filled, " ", ""), strconv.FormatFloat(*p.LengthM, 'f', -1, 64)+"m")
		}
	}
}
