package stations_test

import (
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"math"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/stations"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/station"
	"sedum/kernel"
	"sedum/standin"
)

// weir is a station that nobody has written a record of.
func weir(w *World, lat float64) string {
	w.T.Helper()
	id, err := Did[string](w, w.Advisor, "add-station", kernel.None{}, stations.NewStation{Name: " Weir ", LatDeg: lat})
	require.NoError(w.T, err)
	return id
}

func opened(w *World, id, text string) stations.Preview {
	w.T.Helper()
	record, err := Did[string](w, w.Advisor, "open-record", stations.RecordFile{ByID: ByID(id), Name: "w.csv"}, []byte(text))
	require.NoError(w.T, err)
	return Saw[stations.Preview](w, "see-record", ByID(record))
}

func takeIn(w *World, record string) stations.Progress {
	w.T.Helper()
	for p, from := (stations.Progress{}), 0; ; from = p.Done {
		var err error
		p, err = Did[stations.Progress](w, w.Advisor, "take-in-record", ByID(record), stations.From{From: from})
		require.NoError(w.T, err)
		if p.Done == p.Parts {
			return p
		}
	}
}

func page(w *World, id string) stations.Page { return Saw[stations.Page](w, "see-station", ByID(id)) }

// daily is the weather of some years as the stand-in writes it.
func daily(t testing.TB, lat float64, from, to string) string {
	t.Helper()
	at := func(day string) time.Time {
		d, err := time.Parse(time.DateOnly, day)
		require.NoError(t, err)
		return d
	}
	file, err := standin.Station{}.Record(context.Background(), lat, at(from), at(to))
	require.NoError(t, err)
	return string(file)
}

// The whole path: a file is opened, its columns are guessed, it is taken in, and the station says what the same rows say when they are read
// directly; a site that chooses the station has its climate, and what is typed stands over it.
func TestAFileBecomesTheClimateOfASite(t *testing.T) {
	w := Open(t)
	id := weir(w, 47.4)
	text := daily(t, 47.4, "2010-07-01", "2020-06-30")
	r := opened(w, id, text)
	assert.Empty(t, r.Missing)
	assert.Equal(t, []any{3653, 3653, "2010-07-01", "2020-06-30"}, []any{r.Rows, r.Taken, r.From, r.To})
	assert.Empty(t, page(w, id).Summary.From, "opened is not taken in")
	p := takeIn(w, r.ID)
	assert.Equal(t, 3653, p.Rows)

	rows, err := csv.NewReader(strings.NewReader(text)).ReadAll()
	require.NoError(t, err)
	reader, series := station.NewFileReader(station.Guess(rows[0])), station.NewSeries(47.4)
	for i, row := range rows[1:] {
		got, ok := reader.Row(i, row)
		require.True(t, ok)
		series.Add(got)
	}
	want, got := series.Summary(), page(w, id).Summary
	assert.Equal(t, want.Cold, got.Cold)
	assert.Equal(t, want.Winters, got.Winters)
	assert.InDelta(t, *want.DeficitMM, *got.DeficitMM, 1e-6)
	assert.Equal(t, 10, got.Cold.Winters)

	before := w.SpotOf("Maud Ferriter")
	w.Deed(w.Advisor, "choose-station", ByID(before.ID), ground.ChosenStation{StationID: id, SiteVersion: before.SiteVersion})
	spot := w.SpotOf("Maud Ferriter")
	require.NotNil(t, spot.Station)
	assert.InDelta(t, *want.Cold.MeanMinimumC, *spot.Reading.Climate.MinC, 0.051)
	assert.Nil(t, spot.Climate.MinC, "nobody typed it")
	assert.Equal(t, 338, *spot.Reading.Climate.SoilFreezeDay, "what no station tells was typed")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Climate.MinC = Ptr(-11.0)
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	spot = w.SpotOf("Maud Ferriter")
	assert.InDelta(t, -11.0, *spot.Reading.Climate.MinC, 1e-9)

	// The record is taken out again: the site knows only what was typed, and is told so at once.
	w.Deed(w.Advisor, "take-out-record", ByID(r.ID), kernel.None{})
	spot = w.SpotOf("Maud Ferriter")
	assert.Nil(t, spot.Station)
	assert.Nil(t, spot.Reading.Climate.HotMonthC)
	assert.Equal(t, station.NewSeries(47.4).Summary(), page(w, id).Summary)
	assert.Equal(t, 3653, takeIn(w, r.ID).Rows, "and it can be taken in again")
	w.Deed(w.Advisor, "take-back-station", ByID(id), kernel.None{})
	assert.Nil(t, w.SpotOf("Maud Ferriter").Station)
	assert.ErrorIs(t, w.Err(w.Advisor, "take-in-record", ByID(r.ID), stations.From{}), kernel.ErrMissing)
}

// A file that is cut short at any part goes on where it stopped, and one part that comes twice changes nothing.
func TestAFileIsTakenInPartByPart(t *testing.T) {
	w := Open(t)
	id := weir(w, 47)
	text := &strings.Builder{}
	text.WriteString("a station of somebody\n\nTime;Temp (C);Rain (mm)\n")
	begin := time.Date(2019, 7, 1, 0, 0, 0, 0, time.UTC)
	const hours = 365 * 2 * 24
	for h := range hours {
		fmt.Fprintf(text, "%s;%s;0,1\n", begin.Add(time.Duration(h)*time.Hour).Format("2006-01-02 15:04"), strings.Replace(fmt.Sprintf("%.1f", 9-11*math.Cos(2*math.Pi*float64(h)/8766)), ".", ",", 1))
	}
	r := opened(w, id, text.String())
	require.Greater(t, r.Parts, 1)
	assert.Equal(t, hours, r.Taken)
	assert.Empty(t, r.Counts)
	for part := range r.Parts {
		assert.Empty(t, page(w, id).Summary.From, "half a file says nothing")
		for range 2 {
			p, err := Did[stations.Progress](w, w.Advisor, "take-in-record", ByID(r.ID), stations.From{From: part})
			require.NoError(t, err)
			assert.Equal(t, part+1, p.Done)
		}
	}
	assert.Equal(t, "2021-06-29", page(w, id).Summary.To)
	assert.Empty(t, page(w, id).Summary.Gaps)
	assert.True(t, page(w, id).Summary.Hourly)

	// The next year's file overlaps by a month: what is there stays, and is counted.
	more := "time,temp (C)\n"
	for h := range 60 * 24 {
		more += begin.AddDate(0, 0, 700).Add(time.Duration(h)*time.Hour).Format("2006-01-02 15:04") + ",5\n"
	}
	next := opened(w, id, more)
	p := takeIn(w, next.ID)
	assert.Equal(t, []int{30 * 24, 30 * 24}, []int{p.Rows, p.There})
	assert.Equal(t, "2021-07-29", page(w, id).Summary.To)
	w.Deed(w.Advisor, "take-out-record", ByID(next.ID), kernel.None{})
	assert.Equal(t, "2021-06-29", page(w, id).Summary.To)
	w.Deed(w.Advisor, "discard-record", ByID(next.ID), nil)
	var refused kernel.Refused
	require.ErrorAs(t, w.Err(w.Advisor, "discard-record", ByID(r.ID), nil), &refused)
	assert.Equal(t, "record-begun", refused.Code)
}

// Many at one file at once take each part once; several files of one station at once are all there in the end.
func TestManyTakeInAtOnce(t *testing.T) {
	w := Open(t)
	id := weir(w, 47)
	files := []stations.Preview{}
	for year := 2000; year < 2006; year++ {
		files = append(files, opened(w, id, daily(t, 47, fmt.Sprintf("%d-01-01", year), fmt.Sprintf("%d-12-31", year))))
	}
	var all sync.WaitGroup
	for range 3 {
		for _, f := range files {
			all.Go(func() {
				_, err := Did[stations.Progress](w, w.Advisor, "take-in-record", ByID(f.ID), stations.From{})
				assert.NoError(t, err)
			})
		}
	}
	all.Wait()
	s := page(w, id).Summary
	assert.Equal(t, []any{"2000-01-01", "2005-12-31", 2192}, []any{s.From, s.To, s.Days})
	assert.Empty(t, s.Gaps)
}

// Files as nobody should send them: each is refused with why, or read with what was done.
func TestBrokenFiles(t *testing.T) {
	w := Open(t)
	id := weir(w, 47)
	for name, c := range map[string]struct{ content, code string }{
		"nothing":           {"", "record-empty"},
		"headings only":     {"date,tmin (C),tmax (C)\n", "record-empty"},
		"a picture":         {"\x89PNG\x00\x01\x02\x03 and more of it", "record-encoding"},
		"far too large":     {strings.Repeat("x", stations.FileLimit+1), "record-too-large"},
		"spaces, many rows": {"\n \n  \n", "record-empty"},
	} {
		_, err := Did[string](w, w.Advisor, "open-record", stations.RecordFile{ByID: ByID(id), Name: name}, []byte(c.content))
		var said kernel.Said
		require.ErrorAs(t, err, &said, name)
		assert.Equal(t, c.code, said.Code, name)
	}
	odd := opened(w, id, "date,tmin (C),tmax (C),rain (mm)\n2020-01-01,5,1,0\n2020-01-01,1,2,0\n2019-12-30,9999,2,0\n2020-02-30,1,2,0\n2020-01-05,1,2,-4\n2020-01-06,1")
	assert.Equal(t, map[station.RowFault]int{station.Swapped: 1, station.Twice: 1, station.Unordered: 1, station.Missing: 1, station.NoTime: 1, station.Impossible: 1, station.CutShort: 1}, odd.Counts)
	rows := map[station.RowFault]int{}
	for _, n := range odd.Notes {
		rows[n.Fault] = n.Row
	}
	assert.Equal(t, map[station.RowFault]int{station.Swapped: 2, station.Twice: 3, station.Unordered: 4, station.Missing: 4, station.NoTime: 5, station.Impossible: 6, station.CutShort: 7}, rows, "by their lines in the file")
	assert.Equal(t, 3, takeIn(w, odd.ID).Rows)

	// Nobody said a unit: nothing is read, and nothing is taken in.
	bare := opened(w, id, "date,tmin,tmax\n2021-01-01,20,30\n")
	require.Len(t, bare.Missing, 2)
	assert.Equal(t, "headings.1.unit", bare.Missing[0].Field)
	assert.Zero(t, bare.Rows)
	var l fault.List
	require.ErrorAs(t, w.Err(w.Advisor, "take-in-record", ByID(bare.ID), stations.From{}), &l)
	how := stations.Chosen{How: station.How{Headings: []station.Heading{{Column: "time"}, {Column: "min", Unit: "f"}, {Column: "max", Unit: "f"}}}}
	w.Deed(w.Advisor, "read-record-so", ByID(bare.ID), how)
	takeIn(w, bare.ID)
	var refused kernel.Refused
	require.ErrorAs(t, w.Err(w.Advisor, "read-record-so", ByID(bare.ID), how), &refused)
	assert.Equal(t, "record-begun", refused.Code)
	how.Headings = how.Headings[:2]
	fresh := opened(w, id, "a,b,c\n1,2,3\n")
	assert.False(t, fresh.Headed)
	require.ErrorAs(t, w.Err(w.Advisor, "read-record-so", ByID(fresh.ID), how), &l, "a file keeps its columns")

	// A summer in Fahrenheit that is called Celsius is asked about before it is taken in.
	hot := &bytes.Buffer{}
	hot.WriteString("date,tmin (C),tmax (C)\n")
	for d := range 120 {
		fmt.Fprintf(hot, "%s,58,81\n", time.Date(2018, 5, 1+d, 0, 0, 0, 0, time.UTC).Format(time.DateOnly))
	}
	f := opened(w, id, hot.String())
	assert.True(t, f.Fahrenheit)
	require.ErrorAs(t, w.Err(w.Advisor, "take-in-record", ByID(f.ID), stations.From{}), &refused)
	assert.Equal(t, "record-fahrenheit", refused.Code)
}

// A southern station's winters are of its calendar years; one whose latitude was wrong is read anew when it is mended.
func TestAStationIsMended(t *testing.T) {
	w := Open(t)
	id := weir(w, 41)
	takeIn(w, opened(w, id, daily(t, -41, "2010-01-01", "2015-12-31")).ID)
	assert.Greater(t, *page(w, id).Summary.Facts().MinC, -25.0)
	was := page(w, id)
	change := stations.Amended{NewStation: stations.NewStation{Name: "Weir", LatDeg: -41}, Version: was.Version}
	w.Deed(w.Advisor, "amend-station", ByID(id), change)
	now := page(w, id)
	assert.Equal(t, 6, now.Summary.Cold.Winters)
	assert.Equal(t, 5, was.Summary.Cold.Winters)
	assert.Greater(t, *now.Summary.Facts().FirstFrostDay, 60)
	assert.Less(t, *now.Summary.Facts().FirstFrostDay, 200)
	var stale kernel.Stale
	require.ErrorAs(t, w.Err(w.Advisor, "amend-station", ByID(id), change), &stale)
}

// A customer who names no latitude is where the only station is; with several, somebody says which.
func TestLatitudeIsNotAskedOfEveryCustomer(t *testing.T) {
	w := Open(t)
	n := ground.NewCustomer{Name: "Odo Vance", Address: "1 Mill Row", SpotName: "lawn"}
	id, err := Did[string](w, w.Advisor, "add-customer", kernel.None{}, n)
	require.NoError(t, err)
	first := Saw[ground.Page](w, "see-spot", ByID(id))
	require.NotNil(t, first.Station)
	assert.InDelta(t, 47.2, first.LatDeg, 1e-9)
	other := weir(w, 51)
	var l fault.List
	require.ErrorAs(t, w.Err(w.Advisor, "add-customer", kernel.None{}, n), &l)
	assert.Equal(t, "lat_deg", l[0].Field)
	n.StationID = other
	id, err = Did[string](w, w.Advisor, "add-customer", kernel.None{}, n)
	require.NoError(t, err)
	assert.InDelta(t, 51.0, Saw[ground.Page](w, "see-spot", ByID(id)).LatDeg, 1e-9)
	n.StationID = "none"
	require.ErrorAs(t, w.Err(w.Advisor, "add-customer", kernel.None{}, n), &l)
	assert.Equal(t, "station_id", l[0].Field)
	near := Saw[ground.NearList](w, "near-stations", ByID(first.ID))
	require.Len(t, near.Stations, 2)
	assert.Equal(t, []any{"Quarrywell Mill", true, 0.0}, []any{near.Stations[0].Name, near.Stations[0].Chosen, near.Stations[0].NorthKM})
	assert.InDelta(t, 423, near.Stations[1].NorthKM, 2)
}

// What is forgotten of a customer is the town of their station too; the figures of their climate stay.
func TestAForgottenSiteKeepsItsFigures(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Maud Ferriter")
	min := *spot.Reading.Climate.MinC
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		d, err := ground.DataOfSpot(tx, spot.ID)
		require.NoError(t, err)
		assert.Equal(t, "Quarrywell Mill", d.Sites[0].Station)
		s, err := kernel.One[ground.Spot](tx.With("Site"), "id = ?", spot.ID)
		require.NoError(t, err)
		require.NoError(t, ground.Forget(tx, s.Site.CustomerID))
		s, err = kernel.One[ground.Spot](tx.With("Site"), "id = ?", spot.ID)
		assert.Nil(t, s.Site.StationID)
		assert.InDelta(t, min, *s.Site.Climate.MinC, 0.06)
		assert.Equal(t, climate.SourceStation, s.Site.Climate.Source)
		return err
	}))
}

// The ledger has every winter of the record by each count; one that is not whole counts for nothing, and the least is marked once.
func TestTheChillOfEveryWinter(t *testing.T) {
	w := Open(t)
	l := Saw[stations.Ledger](w, "see-chill", kernel.None{})
	require.NotEmpty(t, l.Stations)
	assert.Positive(t, l.Kinds)
	for _, s := range l.Stations {
		worst, least := 0, math.Inf(1)
		for _, each := range s.Winters {
			if each.Whole {
				least = math.Min(least, each.Chill.Portions)
				require.NotNil(t, each.Enough)
				assert.LessOrEqual(t, *each.Enough, l.Kinds)
			} else {
				assert.Nil(t, each.Enough, "of a winter that is not whole nobody knows")
				assert.False(t, each.Worst)
			}
		}
		for _, each := range s.Winters {
			if each.Worst {
				worst++
				assert.InDelta(t, least, each.Chill.Portions, 0.01)
			}
		}
		if !math.IsInf(least, 1) {
			assert.Equal(t, 1, worst, s.Name)
		}
	}
}
