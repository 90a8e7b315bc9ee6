package visits_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/visits"
	"sedum/core/fault"
	"sedum/core/survey"
	"sedum/core/visit"
	"sedum/demo"
	"sedum/kernel"
)

func ptr[T any](v T) *T { return &v }

func plant(w *World, number int, contact bool) string {
	w.T.Helper()
	w.Deed(w.Advisor, "record-planted", ByNumber(number), planted.NewPlanted{PlantedOn: "2026-11-25", Contact: &contact})
	return Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(number)).ID
}

func see(w *World, id string) visits.Page { return Saw[visits.Page](w, "see-visits", ByID(id)) }

func round(w *World) visits.Round {
	return Saw[visits.Round](w, "see-round", struct{ Days, Limit int }{7, 12})
}

func look(w *World, id, visitID, on string, f visit.Facts) {
	w.T.Helper()
	w.Deed(w.Hand, "save-visit", ByID(id), visits.NewVisit{ID: visitID, VisitedOn: on, Facts: f})
}

func TestAVisitIsKeptAndWhatFollowsFromItFollows(t *testing.T) {
	w := Open(t)
	id := plant(w, 1, true)
	w.At(time.Date(2027, 7, 1, 8, 0, 0, 0, time.UTC))
	look(w, id, "visit-one", "2027-06-30", visit.Facts{Alive: "living", ShootMM: ptr(60.0), Tie: "tight", MiddleSoil: "dry"})
	look(w, id, "visit-one", "2027-06-30", visit.Facts{Alive: "dead"})
	page := see(w, id)
	require.Len(t, page.Visits, 1, "a visit that is sent twice is one")
	v := page.Visits[0]
	assert.Equal(t, []string{"Loosen the tie", "Water the ball"}, v.Wants)
	assert.Equal(t, visit.GrowthShort, v.Growth)
	require.Len(t, page.Entries, 1, "a finger was in the ball")
	assert.Equal(t, "2027-11-25", page.NextOn, "it settled the looks of months 1, 3 and 6")

	look(w, id, "visit-two", "2027-07-01", visit.Facts{Alive: "dead"})
	page = see(w, id)
	require.NotNil(t, page.EndedOn)
	assert.Equal(t, "dead", page.EndedAs)
	assert.Empty(t, page.NextOn)
	assert.Equal(t, "ended", page.Says[0].Code)

	// It was another tree: it lives again, and is looked at again.
	require.Error(t, w.Err(w.Hand, "take-back-visit", planted.OfTree{ByID: ByID(id), Record: "visit-two"}, planted.Because{}))
	w.Deed(w.Hand, "take-back-visit", planted.OfTree{ByID: ByID(id), Record: "visit-two"}, planted.Because{Reason: "the tree beside it"})
	page = see(w, id)
	assert.Nil(t, page.EndedOn)
	assert.Equal(t, "2027-11-25", page.NextOn)
	w.Deed(w.Hand, "take-back-visit", planted.OfTree{ByID: ByID(id), Record: "visit-one"}, planted.Because{Reason: "the tree beside it"})
	assert.Empty(t, see(w, id).Entries, "and so was the finger")
	require.ErrorIs(t, w.Err(w.Advisor, "take-back-visit", planted.OfTree{ByID: ByID(id), Record: "visit-one"}, planted.Because{Reason: "x"}), kernel.ErrMissing)
}

func TestAVisitThatCannotBeNamesItsField(t *testing.T) {
	w := Open(t)
	id := plant(w, 1, true)
	for field, n := range map[string]visits.NewVisit{
		"facts.alive":    {ID: "visit-one", VisitedOn: "2026-11-25"},
		"visited_on":     {ID: "visit-one", VisitedOn: "2026-11-26", Facts: visit.Facts{Alive: "living"}},
		"facts.lean_deg": {ID: "visit-one", VisitedOn: "2026-11-25", Facts: visit.Facts{LeanDeg: ptr(120.0)}},
		"facts.leaves":   {ID: "visit-one", VisitedOn: "2026-11-25", Facts: visit.Facts{Leaves: "purple"}},
		"id":             {ID: "x", VisitedOn: "2026-11-25", Facts: visit.Facts{Alive: "living"}},
	} {
		var l fault.List
		require.ErrorAs(t, w.Err(w.Hand, "save-visit", ByID(id), n), &l, field)
		assert.Equal(t, field, l[0].Field)
	}
}

func TestTheRoundGoesWhereSomebodyIsDueOrInDanger(t *testing.T) {
	w := Open(t)
	one, two := plant(w, 1, true), plant(w, 2, false)
	assert.Empty(t, round(w).Stops)
	w.At(time.Date(2026, 12, 20, 8, 0, 0, 0, time.UTC))
	stops := round(w).Stops
	require.Len(t, stops, 1, "no look was promised for the other")
	assert.Equal(t, one, stops[0].ID)
	assert.Equal(t, "2026-12-25", stops[0].DueOn.Format(time.DateOnly))
	assert.False(t, stops[0].Placed)
	look(w, two, "visit-two", "2026-12-20", visit.Facts{Tie: "cutting-in"})
	stops = round(w).Stops
	require.Len(t, stops, 2, "what strangles a tree is gone to whoever planned it")
	assert.Equal(t, two, stops[0].ID, "the most urgent first where nobody knows where they lie")
	w.At(time.Date(2027, 1, 28, 8, 0, 0, 0, time.UTC))
	for _, s := range round(w).Stops {
		assert.Equal(t, s.ID == one, s.Late)
	}
	// The look settles it.
	look(w, one, "visit-one", "2027-01-28", visit.Facts{Alive: "living"})
	look(w, two, "visit-six", "2027-01-28", visit.Facts{Tie: "slack"})
	assert.Empty(t, round(w).Stops)

	// Placed on the globe, the way between them is told.
	for i, name := range []string{"Maud Ferriter", "Dorian Pell"} {
		spot := w.SpotOf(name)
		plan := Saw[ground.PlanPage](w, "see-plan", ByID(spot.ID))
		plan.Plan.OriginAt = &survey.LatLon{LatDeg: 47.2 + 0.01*float64(i), LonDeg: -64.6}
		w.Deed(w.Advisor, "save-plan", ByID(spot.ID), ground.PlanChange{Version: plan.Version, Plan: plan.Plan})
	}
	look(w, two, "visit-ten", "2027-01-28", visit.Facts{Rocks: ptr(true)})
	w.At(time.Date(2027, 4, 28, 8, 0, 0, 0, time.UTC))
	way := round(w)
	require.Len(t, way.Stops, 2)
	assert.InDelta(t, 1112, way.WayM, 15, "a hundredth of a degree of latitude")
	hand, err := Did[visits.Round](w, w.Hand, "see-round", struct{ Days, Limit int }{7, 12}, nil)
	require.NoError(t, err)
	_ = hand
}

// Who is gone to is the same as by asking every planted tree in turn, on any day of three years.
func TestTheRoundReadsAlongItsIndexesWhatEveryTreeWouldSay(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(t.Context(), w.Kernel))
	lines := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees
	for i, l := range lines[:3] {
		page := Saw[planted.Page](w, "see-planted", ByID(l.ID))
		if l.EndedOn == nil && i > 0 {
			w.Deed(w.Advisor, "set-contact", ByID(l.ID), planted.Contacted{Contact: false, Version: page.Version})
		}
	}
	fresh := plant(w, 1, true) // nobody has looked at it yet
	seen := map[int]bool{}
	for day := 0; day < 1000; day += 7 {
		until := Ten.AddDate(0, 0, day)
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			list, _, _, err := visits.DueUntil(tx, until, 500)
			require.NoError(t, err)
			got := []string{}
			for _, l := range list {
				got = append(got, l.ID)
			}
			want, err := kernel.Rows[struct{ ID string }](tx, `SELECT t.id FROM planted_trees t LEFT JOIN visit_due d ON d.planted_id = t.id WHERE t.taken_back_at IS NULL AND t.ended_on IS NULL
				AND (COALESCE(d.urgent, FALSE) OR (t.contact AND IF(d.planted_id IS NULL, t.planted_on + INTERVAL 1 MONTH, d.due_on) <= ?))`, until)
			ids := []string{}
			for _, r := range want {
				ids = append(ids, r.ID)
			}
			assert.ElementsMatch(t, ids, got, until.Format(time.DateOnly))
			seen[len(got)] = true
			return err
		}))
	}
	assert.Greater(t, len(seen), 1, "not the same trees on all days")
	list := Saw[visits.Round](w, "see-round", visits.RoundAsk{Days: 60, Limit: 60}).Stops
	assert.True(t, slices.ContainsFunc(list, func(s visits.Stop) bool { return s.ID == fresh }), "a first look is due a month after planting")
}
