package ground_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/core/fault"
	core "sedum/core/ground"
	"sedum/kernel"
)

func changeOf(p ground.Page) ground.Change {
	return ground.Change{Version: p.Version, SiteVersion: p.SiteVersion, Name: p.Name, LatDeg: p.LatDeg, Ground: p.Ground, Climate: p.Climate}
}

// A second spot of the same customer shares the site: its address and its climate, not its ground.
func TestAnotherSpotOnTheSameSite(t *testing.T) {
	w := Open(t)
	first := w.SpotOf("Petra Averill")
	id, err := Did[string](w, w.Advisor, "add-spot", ByID(first.ID), ground.NewSpot{SpotName: "  by the gate "})
	require.NoError(t, err)
	second := Saw[ground.Page](w, "see-spot", ByID(id))
	assert.Equal(t, "by the gate", second.Name)
	assert.Equal(t, []any{first.Customer, first.Address, first.Climate}, []any{second.Customer, second.Address, second.Climate})
	assert.Empty(t, second.Tests, "nobody dug a drainage hole there")
	Fault(t, w.Err(w.Advisor, "add-spot", ByID(first.ID), ground.NewSpot{SpotName: "   "}), "spot_name", fault.Required)
	assert.ErrorIs(t, w.Err(w.Advisor, "add-spot", ByID("nowhere"), ground.NewSpot{SpotName: "x"}), kernel.ErrMissing)
}

// What is typed about a spot is answered and not kept.
func TestASpotIsReadWhileItIsTyped(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	change := changeOf(spot)
	change.Ground.SandMM, change.Ground.SiltMM, change.Ground.ClayMM = Ptr(20.0), Ptr(30.0), Ptr(50.0) // half of it clay: clay by the triangle
	typed, err := Did[ground.Answer](w, w.Advisor, "read-spot", ByID(spot.ID), change)
	require.NoError(t, err)
	require.NotNil(t, typed.Soil)
	assert.EqualValues(t, "clay", typed.Soil.Class)
	assert.NotEqual(t, "clay", spot.Reading.Soil.Class)
	assert.Equal(t, spot, w.SpotOf("Petra Averill"), "nothing is kept")
	change.Ground.SoilClass, change.Ground.SandMM, change.Ground.SiltMM, change.Ground.ClayMM = "porridge", nil, nil, nil
	Fault(t, w.Err(w.Advisor, "read-spot", ByID(spot.ID), change), "ground.soil_class", fault.NotAChoice)
}

func TestStaleSpotShowsBothStates(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	change := changeOf(spot)
	change.Ground.SunH = Ptr(3.0)
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	change.Ground.SunH = Ptr(9.0)
	var stale kernel.Stale
	require.ErrorAs(t, w.Err(w.Manager, "save-spot", ByID(spot.ID), change), &stale)
	assert.InDelta(t, 3, *stale.Current.(ground.Page).Ground.SunH, 0)
}

func TestBadGroundNamesTheField(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	for field, spoil := range map[string]func(*ground.Change){
		"ground.sun_h":            func(c *ground.Change) { c.Ground.SunH = Ptr(25.0) },
		"ground.ph":               func(c *ground.Change) { c.Ground.PH = Ptr(15.0) },
		"ground.clay_mm":          func(c *ground.Change) { c.Ground.ClayMM = nil },
		"ground.soil_class":       func(c *ground.Change) { c.Ground.SoilClass = "mud" },
		"climate.last_frost_day":  func(c *ground.Change) { c.Climate.FirstFrostDay = Ptr(290) },
		"climate.first_frost_day": func(c *ground.Change) { c.Climate.FirstFrostDay = Ptr(0) },
		"name":                    func(c *ground.Change) { c.Name = "  " },
		"lat_deg":                 func(c *ground.Change) { c.LatDeg = 80 },
	} {
		change := changeOf(spot)
		spoil(&change)
		var l fault.List
		require.ErrorAs(t, w.Err(w.Advisor, "save-spot", ByID(spot.ID), change), &l, field)
		assert.True(t, l.Has(field), "%s: %v", field, l)
	}
}

// drainsWell is handbook case percolation 1: 160 minutes for 300 mm.
func drainsWell() ground.NewDrainageTest {
	return ground.NewDrainageTest{HoleWidthMM: 300, Readings: []core.Reading{{Min: 0, WaterMM: 280}, {Min: 15, WaterMM: 240}, {Min: 30, WaterMM: 205}, {Min: 60, WaterMM: 150}, {Min: 90, WaterMM: 100}}}
}

// The drainage hole is a digging step too; a marking holds through its last day and not a day longer.
func TestNobodyDigsWithoutAMarking(t *testing.T) {
	w := Open(t)
	spot := ByID(w.SpotOf("Caspar Lund").ID)
	Refused(t, w.Err(w.Advisor, "record-drainage", spot, drainsWell()), "services-unmarked")
	mark := func(from, to string) error {
		return w.Err(w.Advisor, "record-marking", spot, ground.NewMarking{Reference: "LM-1", MarkedOn: from, ExpiresOn: to, MarkedBy: "county", PrivateLines: "none"})
	}
	Fault(t, mark("2026-11-20", "2026-11-19"), "expires_on", fault.NotRising)
	Fault(t, mark("2026-11-20", "2026-11-24"), "expires_on", fault.NotRising)
	Fault(t, mark("2026-11-27", "2026-12-24"), "marked_on", fault.AtMost)
	Fault(t, mark("yesterday", "2026-12-24"), "marked_on", fault.WrongType)
	require.NoError(t, mark("2026-11-20", "2026-11-25"))
	require.NoError(t, w.Err(w.Advisor, "record-drainage", spot, drainsWell()))
	w.At(time.Date(2026, 11, 26, 0, 1, 0, 0, time.UTC))
	Refused(t, w.Err(w.Advisor, "record-drainage", spot, drainsWell()), "services-unmarked")
}

// A marking, a hole and a customer can be mended, with a reason; a marking taken back holds on no day any more.
func TestEntriesOfTheGroundAreMended(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	require.NotNil(t, spot.Reading.Marked)
	of := ground.OfSpot{ByID: ByID(spot.ID), Record: spot.Reading.Marked.ID}
	Fault(t, w.Err(w.Advisor, "take-back-marking", of, ground.TakenBack{}), "reason", fault.Required)
	w.Deed(w.Advisor, "take-back-marking", of, ground.TakenBack{Reason: "the other address"})
	now := w.SpotOf("Petra Averill")
	assert.Nil(t, now.Reading.Marked)
	assert.ErrorIs(t, w.Err(w.Advisor, "take-back-marking", of, ground.TakenBack{Reason: "twice"}), kernel.ErrMissing)
	require.NotEmpty(t, now.Tests)
	w.Deed(w.Advisor, "take-back-drainage", ground.OfSpot{ByID: ByID(spot.ID), Record: now.Tests[0].ID}, ground.TakenBack{Reason: "misread"})
	assert.Len(t, w.SpotOf("Petra Averill").Tests, len(now.Tests)-1)
	w.Deed(w.Advisor, "amend-customer", ByID(spot.ID), ground.Person{Name: "Petra Averil", Phone: "555 0101", Address: spot.Address, Reason: "one l"})
	assert.Equal(t, spot.Address, w.SpotOf("Petra Averil").Address)
	w.Deed(w.Advisor, "take-back-spot", ByID(spot.ID), ground.TakenBack{Reason: "planted elsewhere"})
	for _, s := range Saw[ground.Pages](w, "list-spots", kernel.None{}).Spots {
		assert.NotEqual(t, spot.ID, s.ID)
	}
}

// Of two holes the slower counts, and the page says so; taken back, the other counts again. Water in winter shuts what no wet foot bears.
func TestTheSlowestOfSeveralHolesCounts(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Maud Ferriter")
	assert.Equal(t, core.DrainageFast, spot.Reading.Class)
	slow := ground.NewDrainageTest{HoleWidthMM: 300, Readings: []core.Reading{{Min: 0, WaterMM: 300}, {Min: 240, WaterMM: 290}, {Min: 600, WaterMM: 280}}}
	w.Deed(w.Advisor, "record-drainage", ByID(spot.ID), slow)
	w.Deed(w.Advisor, "record-drainage", ByID(spot.ID), ground.NewDrainageTest{HoleWidthMM: 300, Readings: []core.Reading{{Min: 0, WaterMM: 300}, {Min: 30, WaterMM: 100}, {Min: 45, WaterMM: 20}}})
	now := w.SpotOf("Maud Ferriter")
	require.Len(t, now.Tests, 3)
	assert.Contains(t, now.Reading.DrainageText, "The slowest of 3 holes counts.")
	assert.Equal(t, core.DrainageStanding, now.Reading.Class)
	counts := []bool{}
	for _, h := range now.Tests {
		counts = append(counts, h.Counts)
		assert.NotEmpty(t, h.Text)
	}
	assert.Equal(t, []bool{false, true, false}, counts)
	w.Deed(w.Advisor, "take-back-drainage", ground.OfSpot{ByID: ByID(spot.ID), Record: now.Tests[1].ID}, ground.TakenBack{Reason: "a stone lay in it"})
	assert.NotEqual(t, core.DrainageStanding, w.SpotOf("Maud Ferriter").Reading.Class)
}
