package forgetting_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/claims"
	"sedum/app/forgetting"
	"sedum/app/ground"
	"sedum/app/photos"
	"sedum/app/planted"
	"sedum/app/rules"
	"sedum/app/sheets"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/core/climate"
	"sedum/core/fault"
	house "sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/visit"
	"sedum/demo"
	"sedum/kernel"
)

// holding tells where in the whole database a word stands: every table, every column that holds text.
func holding(t *testing.T, w *World, word string) []string {
	t.Helper()
	found := []string{}
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		type column struct{ TableName, ColumnName string }
		columns, err := kernel.Rows[column](tx, `SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = DATABASE()
			AND data_type IN ('varchar', 'char', 'text', 'mediumtext', 'longtext', 'json', 'blob', 'mediumblob', 'longblob') AND NOT (table_name IN ('photos', 'spot_photos') AND column_name IN ('picture', 'thumbnail'))`)
		if err != nil {
			return err
		}
		require.Greater(t, len(columns), 150)
		for _, c := range columns {
			n, err := kernel.Value[int](tx, fmt.Sprintf("SELECT COUNT(*) FROM `%s` WHERE INSTR(CONVERT(`%s` USING utf8mb4), ?) > 0", c.TableName, c.ColumnName), word)
			if err != nil {
				return err
			}
			if n > 0 {
				found = append(found, c.TableName+"."+c.ColumnName)
			}
		}
		return nil
	}))
	return found
}

func erase(w *World, spot, name string) error {
	return w.Err(w.Manager, "erase-customer", ByID(spot), forgetting.Erasure{Name: name})
}

// sheetOf is the only sheet of a spot.
func sheetOf(t *testing.T, w *World, spot string) (s sheets.Sheet) {
	t.Helper()
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		s, err = kernel.One[sheets.Sheet](tx, "spot_id = ?", spot)
		return err
	}))
	return s
}

func handOver(t *testing.T, w *World, tag string) {
	t.Helper()
	w.Deed(w.Manager, "move-tree", ByTag(tag), bench.Move{Version: w.Tree(tag).Version, To: stock.Sold, Note: "handed over"})
}

// Somebody who asks is given all that is kept of them; when they ask to be forgotten, nothing in the whole database tells who they were or
// where they live, and what was planted stays.
func TestSomebodyIsForgotten(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Maud Ferriter")
	w.Deed(w.Advisor, "amend-customer", ByID(spot.ID), ground.Person{Name: "Maud Ferriter-Vance", Phone: "555 0660", Address: "Kiln House, Marrow Hill", Reason: "Maud Ferriter married"})
	spot = w.SpotOf("Maud Ferriter-Vance")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Ground.WaterBy, change.Ground.LeaveBy, change.Ground.LeaveRef = "Oda of the mill", "the town of Marrow", "LV-77"
	change.Climate.ChillWinters, change.Climate.ChillSaid = []climate.WinterChill{{Year: 2024, Portions: 40}}, "Uncle Osric"
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	var picture bytes.Buffer
	require.NoError(t, jpeg.Encode(&picture, image.NewGray(image.Rect(0, 0, 64, 48)), nil))
	require.NoError(t, w.Do(context.Background(), w.Advisor, func(tx *kernel.Tx) error {
		made, err := photos.Made("shows", ground.Shows("place"), "behind the Kiln House", picture.Bytes())
		if err != nil {
			return err
		}
		return kernel.Add(tx, &ground.SpotPhoto{ID: kernel.NewID(), SpotID: spot.ID, Shows: "place", Caption: "behind the Kiln House", Width: made.Width, Height: made.Height, Picture: made.Picture, Thumbnail: made.Thumbnail, PersonID: tx.Who.ID, At: tx.Now})
	}))
	w.Deed(w.Advisor, "set-site-schools", ByID(spot.ID), ground.NewSiteSchools{Schools: map[house.Step]string{house.StepPipe: "yes"}, Reason: "Osric Ferriter asked for it",
		SiteVersion: Saw[ground.Page](w, "see-spot", ByID(spot.ID)).SiteVersion})
	number := sheetOf(t, w, spot.ID).Number
	before := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	Refused(t, erase(w, spot.ID, "Maud Ferriter-Vance"), "tree-held-for-them")
	handOver(t, w, before.Tag)
	Fault(t, erase(w, spot.ID, "Maud"), "name", fault.NotThisName)
	require.NotEmpty(t, holding(t, w, "Ferriter"))
	require.NoError(t, erase(w, spot.ID, " maud ferriter-vance "))

	for _, word := range []string{"Ferriter", "555 0660", "555 0119", "Kiln House", "LM-4403", "Oda of the mill", "town of Marrow", "LV-77", "Osric"} {
		assert.Empty(t, holding(t, w, word), word)
	}
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM spot_photos WHERE spot_id = ?", spot.ID)
		assert.Zero(t, n, "no picture of the place")
		return err
	}))
	after := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	assert.Equal(t, ground.Forgotten, after.Customer)
	assert.Equal(t, []any{before.Plan, before.PlantingOn, before.Tag, before.Words.Headline}, []any{after.Plan, after.PlantingOn, after.Tag, after.Words.Headline}, "what was planted stays")
	for _, s := range Saw[ground.Pages](w, "list-spots", kernel.None{}).Spots {
		assert.NotEqual(t, spot.ID, s.ID, "off the lists")
	}
	Refused(t, w.Err(w.Advisor, "amend-customer", ByID(spot.ID), ground.Person{Name: "Maud Ferriter", Phone: "", Address: "Kiln House", Reason: "back again"}), "customer-erased")
	require.NoError(t, erase(w, spot.ID, ground.Forgotten), "once more changes nothing")
	assert.NotEmpty(t, w.SpotOf("Petra Averill").Address, "nobody else is touched")
}

// The file that a person is given holds everything that would be erased.
func TestTheFileHoldsAllThatIsKept(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Dorian Pell")
	w.Deed(w.Advisor, "amend-customer", ByID(spot.ID), ground.Person{Name: "Dorian Pell", Phone: "555 0773", Address: "4 Sluice End, Oxbow Flat", Reason: "moved next door"})
	w.Deed(w.Advisor, "say-leaving", ByID(spot.ID), ground.NewLeaving{ID: "leaving-one", LeavesOn: "2027-03-31"})
	var text string
	require.NoError(t, w.Do(context.Background(), w.Manager, func(tx *kernel.Tx) error {
		data, err := ground.DataOfSpot(tx, spot.ID)
		if err != nil {
			return err
		}
		list, err := sheets.DataOf(tx, data.Spots)
		raw, _ := json.Marshal(map[string]any{"person": data, "sheets": list})
		text = string(raw)
		return err
	}))
	for _, word := range []string{"Dorian Pell", "555 0773", "555 0172", "4 Sluice End", "2 Sluice End", "low corner by the ditch", "LM-4402", "county locating service", "hole_width_mm", "2027-03-31", "customer wants it before winter"} {
		assert.Contains(t, text, word)
	}
}

// The house forgets by itself: who only asked after some months, who planted after some years from the day of planting or the last word
// with them; nobody for whom a tree is held; by the rules in force.
func TestTheHouseForgetsByItself(t *testing.T) {
	w := Open(t)
	start := w.Clock()
	asked, planted := w.SpotOf("Petra Averill"), w.SpotOf("Maud Ferriter")
	handOver(t, w, sheetOf(t, w, planted.ID).Content.Tag)
	night := func(at time.Time) {
		w.At(at)
		w.Job("forget-customers")
	}
	night(start.AddDate(0, 24, -1))
	assert.NotEmpty(t, holding(t, w, "Petra Averill"))
	night(start.AddDate(0, 24, 2))
	assert.Empty(t, holding(t, w, "Petra Averill"), "who only asked")
	assert.Empty(t, holding(t, w, asked.Address))
	assert.NotEmpty(t, holding(t, w, "Maud Ferriter"))
	assert.NotEmpty(t, holding(t, w, "Dorian Pell"), "a tree is held for him")

	w.At(start.AddDate(3, 0, 0))
	w.Deed(w.Advisor, "amend-customer", ByID(planted.ID), ground.Person{Name: "Maud Ferriter", Phone: "555 0990", Address: "Kiln House", Reason: "another telephone"})
	night(start.AddDate(10, 1, 0))
	assert.NotEmpty(t, holding(t, w, "Maud Ferriter"), "the counter wrote of her in the third year")
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.KeepSheetYears), Value: "6", Reason: "our guarantee is five"})
	w.Job("forget-customers")
	assert.Empty(t, holding(t, w, "Maud Ferriter"), "the rule of now holds")
	lines := 0
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		lines, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM security_log WHERE operation = 'forget-customer'")
		return err
	}))
	assert.Equal(t, 3, lines, "each has its line: %v", holding(t, w, "Caspar Lund"))
	w.Job("sheet-watch") // his reservation has long run out: by a withdrawn sheet nobody plants
	w.Job("forget-customers")
	assert.Empty(t, holding(t, w, "Dorian Pell"))
}

// A house that keeps who planted shorter than who only asked forgets them first.
func TestWhoPlantedMayGoBeforeWhoAsked(t *testing.T) {
	w := Open(t)
	start := w.Clock()
	handOver(t, w, sheetOf(t, w, w.SpotOf("Maud Ferriter").ID).Content.Tag)
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.KeepSheetYears), Value: "1", Reason: "no guarantee"})
	w.At(start.AddDate(1, 0, 3))
	w.Job("forget-customers")
	assert.Empty(t, holding(t, w, "Ferriter"))
	assert.NotEmpty(t, holding(t, w, "Petra Averill"))
}

// Many who planted and are quiet do not stand before one who only asked.
func TestWhoOnlyAskedIsFoundBehindManyWhoPlanted(t *testing.T) {
	w := Open(t)
	start := w.Clock()
	asked := w.SpotOf("Petra Averill")
	planted := sheetOf(t, w, w.SpotOf("Maud Ferriter").ID)
	handOver(t, w, planted.Content.Tag)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		for i := range 450 { // as 450 sheets would be: with the customer, the site and the spot that they are for
			id := fmt.Sprintf("quiet%06d", i)
			for _, sql := range []string{
				"INSERT INTO customers (id, name, phone, version, touched_at) SELECT ?, 'Quiet One', '', 1, '2026-01-01'",
				"INSERT INTO sites (id, customer_id, address, lat_deg, climate, version) SELECT ?, ?, 'There', 47, '{}', 1",
				"INSERT INTO spots (id, site_id, name, ground, version) SELECT ?, ?, 'lawn', '{}', 1",
			} {
				args := []any{id, id}
				if _, err := kernel.Exec(tx, sql, args[:strings.Count(sql, "?")]...); err != nil {
					return err
				}
			}
			sheet := planted
			sheet.ID, sheet.Number, sheet.SpotID, sheet.Series = id, 1000+i, id, id
			if err := kernel.Add(tx, &sheet); err != nil {
				return err
			}
		}
		return nil
	}))
	w.At(start.AddDate(0, 24, 2))
	w.Job("forget-customers")
	assert.Empty(t, holding(t, w, asked.Address))
	assert.NotEmpty(t, holding(t, w, "Quiet One"))
}

// Whether a sheet is issued or its customer erased first, never is a tree held for somebody who was erased.
func TestNoTreeIsHeldForSomebodyErased(t *testing.T) {
	for range Times(4, 60) {
		w := Open(t)
		spot, tree := w.SpotOf("Petra Averill"), w.TreeIn(stock.ForSale)
		ask := sheets.Issue{TreeVersion: tree.Version, Units: "metric", Language: "en-US", PlanAsk: sheets.PlanAsk{Tag: tree.Tag, SpotID: spot.ID,
			PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}}
		done := make(chan error, 2)
		go func() { done <- w.Err(w.Advisor, "issue-sheet", kernel.None{}, ask) }()
		go func() { done <- erase(w, spot.ID, "Petra Averill") }()
		first, second := <-done, <-done
		assert.True(t, (first == nil) != (second == nil), "one of both: %v, %v", first, second)
		if held := w.Tree(tree.Tag).State == stock.Reserved; held {
			assert.NotEmpty(t, holding(t, w, "Petra Averill"))
		} else {
			assert.Empty(t, holding(t, w, "Petra Averill"))
		}
	}
}

// Lines of the security log go after as long as the house keeps them.
func TestOldSecurityLinesGo(t *testing.T) {
	w := Open(t)
	start := w.Clock()
	line := func(at time.Time) {
		w.At(at)
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error { return kernel.LogHouse(tx, "restore") }))
	}
	line(start)
	line(start.AddDate(0, 23, 0))
	w.At(start.AddDate(0, 25, 0))
	w.Job("forget-security-lines")
	var left []kernel.SecurityLine
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		left, err = kernel.Many[kernel.SecurityLine](tx, "seq", "")
		return err
	}))
	require.Len(t, left, 1)
	assert.True(t, strings.HasPrefix(left[0].At.Format(time.RFC3339), start.AddDate(0, 23, 0).Format("2006-01")))
}

// What was said and shown at a planted tree is in the file that a person is given, and goes when they are forgotten; what became of the tree stays.
func TestWhatWasToldOfAPlantedTreeIsForgotten(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	line := planted.Line{}
	for _, each := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if each.Customer == "Odile Marsh" {
			line = each
		}
	}
	spot := w.SpotOf("Odile Marsh")
	w.Deed(w.Hand, "save-visit", ByID(line.ID), visits.NewVisit{ID: "visit-one", VisitedOn: "2026-11-25", Facts: visit.Facts{Alive: "living", Note: "ring at the blue door"}})
	w.Deed(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: troubles.Signs{PlantedID: line.ID, Said: "the neighbour Zebulon mows it", Seen: map[string]string{"grass": "mown-to-trunk"}, Unheard: []string{}}})
	w.Deed(w.Advisor, "take-back-care-entry", planted.OfTree{ByID: ByID(line.ID), Record: "demo-finger-0"}, planted.Because{Reason: "Zebulon told it"})
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: "2026-11-25", Said: "Zebulon says it is dead"})
	w.Deed(w.Advisor, "take-back-claim", ByNumber(1), claims.Because{Reason: "Zebulon was wrong", Version: 1})
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: "2026-11-25", Said: "Zebulon says it again"})
	w.Deed(w.Manager, "decide-claim", ByNumber(2), claims.Decided{Answer: "refused", Reason: "Zebulon mows", Letter: "Zebulon mowed it", Version: 1})
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		kept, err := claims.DataOf(tx, []string{spot.ID})
		require.NoError(t, err)
		require.Len(t, kept, 1)
		assert.Equal(t, "Zebulon mowed it", kept[0].Letter)
		data, err := troubles.DataOf(tx, []string{spot.ID})
		raw, _ := json.Marshal(data)
		assert.Contains(t, string(raw), "blue door")
		assert.Contains(t, string(raw), "Zebulon")
		return err
	}))
	require.NoError(t, erase(w, spot.ID, "Odile Marsh"))
	for _, word := range []string{"blue door", "Zebulon", "Odile Marsh"} {
		assert.Empty(t, holding(t, w, word), word)
	}
	page := Saw[visits.Page](w, "see-visits", ByID(line.ID))
	assert.Len(t, page.Visits, 3, "what was seen of the tree stays")
}
