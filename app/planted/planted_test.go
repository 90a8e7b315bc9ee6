package planted_test

import (
	"context"
	"errors"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/planted"
	"sedum/app/stations"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/water"
	"sedum/demo"
	"sedum/kernel"
)

func see(w *World, id string) planted.Page { return Saw[planted.Page](w, "see-planted", ByID(id)) }

// plant writes down that the tree of a sheet was planted on a day.
func plant(w *World, number int, on string) planted.Page {
	w.T.Helper()
	w.Deed(w.Advisor, "record-planted", ByNumber(number), planted.NewPlanted{PlantedOn: on})
	return see(w, Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(number)).ID)
}

// polled lets the house ask the weather service for the demo's station, and gives its id.
func polled(w *World) string {
	s := Saw[stations.List](w, "list-stations", kernel.None{}).Stations[0]
	page := Saw[stations.Page](w, "see-station", ByID(s.ID))
	w.Deed(w.Advisor, "poll-station", ByID(s.ID), stations.Polled{Polled: true, Version: page.Version})
	return s.ID
}

var june = time.Date(2027, 6, 20, 7, 0, 0, 0, time.UTC)

func TestATreeIsFollowedFromItsPlanting(t *testing.T) {
	w := Open(t)
	polled(w)
	page := plant(w, 1, "2026-11-25")
	assert.Equal(t, "no-weather", page.Says[0].Code, "the day is not over yet")
	assert.Nil(t, page.AsOf)
	w.At(june)
	w.Job("weather-poll")
	w.Job("water-night")
	page = see(w, page.ID)
	require.Len(t, page.Water, 207, "every day from planting to yesterday")
	assert.Equal(t, "2027-06-19", page.AsOf.Format(time.DateOnly))
	assert.Zero(t, page.Missing)
	assert.Contains(t, []water.Advice{water.WaterNow, water.WaterTwice}, page.Advice, "nobody watered it all spring")
	list := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100})
	require.Len(t, list.Trees, 1)
	assert.Equal(t, page.Advice, list.Trees[0].Advice, "the list says what the page says")
	assert.InDelta(t, *page.Share, *list.Trees[0].Share, 0.006)
	assert.Equal(t, 1, list.Owed)

	// Water fills it, at once on the page and on the list; taken back, it is as before.
	litres := 400.0
	w.Deed(w.Hand, "add-care-entry", ByID(page.ID), planted.NewEntry{ID: "entry-one", DoneOn: "2027-06-19", GivenL: &litres})
	w.Deed(w.Hand, "add-care-entry", ByID(page.ID), planted.NewEntry{ID: "entry-one", DoneOn: "2027-06-19", GivenL: &litres})
	after := see(w, page.ID)
	require.Len(t, after.Entries, 1, "what is sent twice is one")
	assert.Greater(t, *after.Share, *page.Share)
	assert.InDelta(t, *after.Share, *Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees[0].Share, 0.006)
	w.Deed(w.Advisor, "take-back-care-entry", planted.OfTree{ByID: ByID(page.ID), Record: "entry-one"}, planted.Because{Reason: "another tree"})
	assert.InDelta(t, *page.Share, *see(w, page.ID).Share, 1e-9)

	// A finger is nearer the roots than any reckoning, and what it found is kept as evidence.
	w.Deed(w.Hand, "add-care-entry", ByID(page.ID), planted.NewEntry{ID: "finger-one", DoneOn: "2027-06-19", Felt: "wet"})
	felt := see(w, page.ID)
	assert.Equal(t, water.NotYet, felt.Advice)
	require.NotNil(t, felt.Entries[0].Moved)
	assert.Greater(t, *felt.Entries[0].Moved, 0.15)
	assert.Equal(t, "evidence", felt.Says[len(felt.Says)-1].Code)
}

func TestWhatCannotBeIsRefused(t *testing.T) {
	w := Open(t)
	says := func(number int, on string) error {
		return w.Err(w.Advisor, "record-planted", ByNumber(number), planted.NewPlanted{PlantedOn: on})
	}
	for on, code := range map[string]fault.Code{"2026-11-26": fault.AtMost, "2026-11-24": fault.AtLeast} {
		l, ok := errors.AsType[fault.List](says(1, on))
		require.True(t, ok, on)
		assert.Equal(t, "planted_on", l[0].Field)
		assert.Equal(t, code, l[0].Code)
	}
	page := plant(w, 1, "2026-11-25")
	Refused(t, says(1, "2026-11-25"), "planted-twice")
	assert.Equal(t, stock.Sold, w.Tree(page.Tag).State, "it has left the yard")
	litres := 5.0
	for on, code := range map[string]fault.Code{"2026-11-26": fault.AtMost, "2026-11-24": fault.AtLeast} {
		l, ok := errors.AsType[fault.List](w.Err(w.Hand, "add-care-entry", ByID(page.ID), planted.NewEntry{ID: "some-entry", DoneOn: on, GivenL: &litres}))
		require.True(t, ok, on)
		assert.Equal(t, code, l[0].Code)
	}
	require.Error(t, w.Err(w.Hand, "add-care-entry", ByID(page.ID), planted.NewEntry{ID: "some-entry", DoneOn: "2026-11-25"}), "an entry of nothing")
	w.Deed(w.Advisor, "take-back-planted", ByID(page.ID), planted.Because{Reason: "the wrong sheet"})
	assert.Empty(t, Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees)
	again := plant(w, 1, "2026-11-25")
	assert.NotEqual(t, page.ID, again.ID)
}

func TestLooksArePlannedWhileItLives(t *testing.T) {
	w := Open(t)
	page := plant(w, 1, "2026-11-25")
	assert.False(t, page.Contact, "nobody promised to look")
	w.Deed(w.Advisor, "set-contact", ByID(page.ID), planted.Contacted{Contact: true, Version: page.Version})
	_, stale := errors.AsType[kernel.Stale](w.Err(w.Advisor, "set-contact", ByID(page.ID), planted.Contacted{Contact: false, Version: page.Version}))
	assert.True(t, stale)
	assert.True(t, see(w, page.ID).Contact)
}

// away is a weather service that is there or not.
type away struct {
	stations.Weather
	is *bool
}

func (a away) Record(ctx context.Context, lat float64, from, to time.Time) ([]byte, error) {
	if *a.is {
		return nil, errors.New("no answer")
	}
	return a.Weather.Record(ctx, lat, from, to)
}

func TestTheNightIsDoneOnceAndGoesOnWhereItStopped(t *testing.T) {
	w := Open(t)
	id := polled(w)
	page := plant(w, 1, "2026-11-25")
	due := func() (units []string) {
		for _, j := range w.Jobs() {
			if j.ID == "water-night" {
				require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) { units, err = j.Due(tx); return err }))
			}
		}
		return units
	}
	assert.Empty(t, due(), "it was worked out when it was written down")
	w.At(june)
	assert.Len(t, due(), 1)
	w.Job("water-night")
	assert.Empty(t, due())
	first := see(w, page.ID)
	assert.Nil(t, first.AsOf, "the station was not asked")
	assert.True(t, first.Stale || first.Says[0].Code == "no-weather")
	w.Job("weather-poll")
	assert.Len(t, due(), 1, "the station was read anew: whoever is told by it is told anew")
	w.Job("water-night")
	assert.NotNil(t, Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees[0].AsOf)
	// The station is taken off: nothing is said of its weather any more.
	w.Deed(w.Advisor, "take-back-station", ByID(id), kernel.None{})
	assert.Len(t, due(), 1)
	w.Job("water-night")
	assert.Equal(t, water.Advice(""), Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees[0].Advice)
	assert.Equal(t, "no-station", see(w, page.ID).Says[0].Code)
}

func TestAServiceThatIsAwayIsAskedAgain(t *testing.T) {
	gone := false
	w := OpenWith(t, func(s *app.Settings) {
		s.Station = awayStation{demo.Outside().Station, away{demo.Outside().Station, &gone}}
	})
	id := polled(w)
	w.At(june)
	gone = true
	for _, j := range w.Jobs() {
		if j.ID == "weather-poll" {
			_, err := w.Run(context.Background(), j)
			require.Error(t, err)
		}
	}
	gone = false
	w.Job("weather-poll")
	assert.Equal(t, "2027-06-19", Saw[stations.Page](w, "see-station", ByID(id)).To, "up to yesterday, and nothing of what comes")
}

type awayStation struct {
	air interface {
		Air(context.Context, float64, time.Time, time.Time) ([]stock.AirReading, error)
	}
	away
}

func (a awayStation) Air(ctx context.Context, lat float64, from, to time.Time) ([]stock.AirReading, error) {
	return a.air.Air(ctx, lat, from, to)
}

// What is sold back stands in the yard: it is not followed in the ground any more, and says why.
func TestATreeThatComesBackIsNotFollowed(t *testing.T) {
	w := Open(t)
	page := plant(w, 1, "2026-11-25")
	tree := w.Tree(page.Tag)
	w.Job("planted-returned")
	assert.Len(t, Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees, 1)
	w.Deed(w.Advisor, "move-tree", ByTag(page.Tag), bench.Move{Version: tree.Version, To: stock.NotJudged, Note: "they move away"})
	w.Job("planted-returned")
	assert.Empty(t, Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees)
	assert.True(t, see(w, page.ID).TakenBack)
}

// Twenty thousand trees over a night is bench/planted_bench_test.go; here every one of many is worked out, each bucket by itself.
func TestTheWholeNightIsDone(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	w.At(time.Date(2026, 11, 28, 3, 0, 0, 0, time.UTC))
	w.Job("weather-poll")
	w.Job("water-night")
	for _, line := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		page := see(w, line.ID)
		if line.EndedOn != nil {
			assert.Empty(t, line.Advice)
			continue
		}
		assert.Equal(t, page.Advice, line.Advice, line.Customer)
		assert.Equal(t, "2026-11-27", line.AsOf.Format(time.DateOnly))
	}
}

// The night leaves a tree alone that is established, or was found dead: it is worked out once more after its last day, and never again; what comes
// back to life is followed again.
func TestTheNightLeavesAnEstablishedTreeAlone(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(t.Context(), w.Kernel))
	worked := func() (days map[string]time.Time) {
		days = map[string]time.Time{}
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			rows, err := kernel.Many[planted.Water](tx, "planted_id", "TRUE")
			for _, r := range rows {
				days[r.PlantedID] = r.WorkedOn
				if r.WorkedOn.After(*r.UntilOn) {
					assert.Empty(t, r.Advice, "nothing is owed to it any more")
				}
			}
			return err
		}))
		return days
	}
	w.Job("water-night")
	first := worked()
	w.At(Ten.AddDate(0, 0, 1))
	w.Job("water-night")
	next := worked()
	moved := 0
	for id, on := range next {
		if on.After(first[id]) {
			moved++
		}
	}
	assert.Equal(t, 8, moved, "each that lives, and not the dead one")
	w.At(Ten.AddDate(12, 0, 0))
	w.Job("water-night")
	last := worked()
	w.At(Ten.AddDate(12, 0, 1))
	w.Job("water-night")
	assert.Equal(t, last, worked(), "all of them are established")
}
