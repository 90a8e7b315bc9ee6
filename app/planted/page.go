package planted

import (
	"errors"
	"slices"
	"strings"
	"time"

	"sedum/app/ground"
	"sedum/app/sheets"
	"sedum/app/stations"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/water"
	"sedum/kernel"
)

// Line is a planted tree in a list.
type Line struct {
	ID        string       `json:"id"`
	Tag       string       `json:"tag"`
	Common    string       `json:"common"`
	Customer  string       `json:"customer"`
	SpotName  string       `json:"spot_name"`
	Number    int          `json:"number" doc:"of its sheet"`
	PlantedOn time.Time    `json:"planted_on"`
	EndedOn   *time.Time   `json:"ended_on"`
	EndedAs   string       `json:"ended_as"`
	Cause     string       `json:"cause"`
	Contact   bool         `json:"contact"`
	AsOf      *time.Time   `json:"as_of" doc:"the last day that its station tells of"`
	Share     *float64     `json:"share" decimals:"2"`
	FillL     *float64     `json:"fill_l" decimals:"1"`
	Advice    water.Advice `json:"advice" optional:"true"`
	// Spares is how many spares of it stand somewhere, and where the newest does: one plant in a pot and in the ground is one line.
	Spares      int    `json:"spares"`
	SpareStands string `json:"spare_stands"`
}

// Lines are planted trees, those that want something first.
type Lines struct {
	Trees []Line `json:"trees"`
	// More tells that there are more than are shown.
	More bool `json:"more"`
	// Owed and Wet are of all, not only of those shown.
	Owed int `json:"owed"`
	Wet  int `json:"wet"`
}

type linesAsk struct {
	Text  string `query:"text" maxLength:"80" doc:"tag, kind, customer or spot"`
	Limit int    `query:"limit" default:"100" minimum:"1" maximum:"500"`
}

// list shows what wants water first, then what stands too wet, then the youngest.
func list(tx *kernel.Tx, ask linesAsk) (Lines, error) {
	out := Lines{Trees: []Line{}}
	find := first
	if ask.Text != "" {
		find = sought
	}
	ids, err := find(tx, ask.Text, ask.Limit+1)
	if err != nil {
		return out, err
	}
	if len(ids) > ask.Limit {
		ids, out.More = ids[:ask.Limit], true
	}
	if out.Trees, err = LinesOf(tx, ids); err != nil {
		return out, err
	}
	for _, part := range []struct {
		advice water.Advice
		into   *int
	}{{water.WaterTwice, &out.Owed}, {water.WaterNow, &out.Owed}, {water.TooWet, &out.Wet}} {
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM planted_water WHERE advice = ? AND worked_on >= ?", part.advice, fresh(tx))
		if err != nil {
			return out, err
		}
		*part.into += n
	}
	return out, nil
}

// LinesOf are planted trees in the order of their ids.
func LinesOf(tx *kernel.Tx, ids []string) ([]Line, error) {
	out := []Line{}
	if len(ids) == 0 {
		return out, nil
	}
	rows, err := kernel.Rows[Line](tx, `SELECT t.id, s.tag, s.common, s.customer, s.spot_name,
		s.number, t.planted_on, t.ended_on, t.ended_as, t.cause, t.contact, w.as_of, w.share, w.fill_l, COALESCE(w.advice, '') AS advice,
		(SELECT COUNT(*) FROM planted_spares p WHERE p.planted_id = t.id AND p.ended_on IS NULL) AS spares,
		COALESCE((SELECT p.stands FROM planted_spares p WHERE p.planted_id = t.id AND p.ended_on IS NULL ORDER BY p.taken_on DESC, p.at DESC LIMIT 1), '') AS spare_stands
		FROM planted_trees t JOIN sheets s ON s.id = t.sheet_id LEFT JOIN planted_water w ON w.planted_id = t.id AND w.worked_on >= ? WHERE t.id IN ?`, fresh(tx), ids)
	byID := map[string]Line{}
	for _, r := range rows {
		byID[r.ID] = r
	}
	for _, id := range ids {
		if l, ok := byID[id]; ok {
			if !roles.SeesContact(tx.Who.Role) {
				l.Customer = ""
			}
			out = append(out, calc.Rounded(l))
		}
	}
	return out, err
}

// first are those that want something first, as many as are asked for: read part by part, each along its index.
func first(tx *kernel.Tx, _ string, limit int) ([]string, error) {
	ids := []string{}
	for _, advice := range []water.Advice{water.WaterTwice, water.WaterNow, water.TooWet} {
		rows, err := kernel.Rows[struct{ ID string }](tx, "SELECT planted_id AS id FROM planted_water WHERE advice = ? AND worked_on >= ? ORDER BY share LIMIT ?", advice, fresh(tx), limit-len(ids))
		if err != nil {
			return nil, err
		}
		for _, r := range rows {
			ids = append(ids, r.ID)
		}
		if len(ids) >= limit {
			return ids, nil
		}
	}
	for _, rest := range []string{"ended_on IS NULL", "ended_on IS NOT NULL"} {
		rows, err := kernel.Rows[struct{ ID string }](tx, "SELECT id FROM planted_trees WHERE taken_back_at IS NULL AND "+rest+" ORDER BY planted_on DESC, id LIMIT ?", limit+len(ids))
		if err != nil {
			return nil, err
		}
		for _, r := range rows {
			if len(ids) < limit && !slices.Contains(ids, r.ID) {
				ids = append(ids, r.ID)
			}
		}
	}
	return ids, nil
}

// fresh is since when a store must have been worked out for its advice to be told in a list: a night that did not run tells nothing old.
func fresh(tx *kernel.Tx) time.Time { return tx.Today().AddDate(0, 0, -1) }

// mostSpots are the spots of a name in which planted trees are looked for.
const mostSpots = 200

// sought are those of which the tag or a word of the customer, the address or the spot begins with these letters, or the kind has them.
func sought(tx *kernel.Tx, text string, limit int) ([]string, error) {
	letters := yard.Letters(strings.TrimSpace(text))
	spots, err := ground.Named(tx, text, mostSpots)
	if err != nil {
		return nil, err
	}
	like := "%" + letters + "%"
	rows, err := kernel.Rows[struct{ ID string }](tx, `SELECT t.id FROM (SELECT id FROM planted_trees WHERE spot_id IN ? UNION SELECT p.id FROM trees y JOIN planted_trees p ON p.tree_key = y.id WHERE y.tag LIKE ?
		UNION SELECT p.id FROM kinds k JOIN lots l ON l.kind_id = k.id JOIN trees y ON y.lot_id = l.id JOIN planted_trees p ON p.tree_key = y.id WHERE k.common LIKE ? OR k.botanical LIKE ?) f
		STRAIGHT_JOIN planted_trees t ON t.id = f.id WHERE t.taken_back_at IS NULL ORDER BY t.planted_on DESC, t.id LIMIT ?`, append(spots, ""), strings.ToUpper(letters)+"%", like, like, limit)
	ids := []string{}
	for _, r := range rows {
		ids = append(ids, r.ID)
	}
	return ids, err
}

// Owed is how many living trees are owed water.
func Owed(tx *kernel.Tx) (int, error) {
	return kernel.Value[int](tx, "SELECT COUNT(*) FROM planted_water WHERE advice IN ('water-now', 'water-twice') AND worked_on >= ?", fresh(tx))
}

// ShownEntry is an entry on the page.
type ShownEntry struct {
	ID         string     `json:"id"`
	DoneOn     string     `json:"done_on"`
	GivenL     *float64   `json:"given_l" decimals:"1"`
	Way        water.Way  `json:"way" optional:"true"`
	Felt       water.Felt `json:"felt" optional:"true"`
	ByCustomer bool       `json:"by_customer"`
	// Moved is by how much of its capacity the store was off, nil for an entry without a finger test.
	Moved *float64 `json:"moved" decimals:"2"`
}

// Page is a planted tree with its water.
type Page struct {
	Line
	Version    int           `json:"version"`
	ByCustomer bool          `json:"by_customer"`
	TakenBack  bool          `json:"taken_back"`
	SpotID     string        `json:"spot_id"`
	Tree       planting.Tree `json:"tree"`
	Plan       planting.Plan `json:"plan" doc:"as the sheet has it; what the drawing is made of"`
	Soil       string        `json:"soil"`
	DoseL      float64       `json:"dose_l" decimals:"1"`
	Station    string        `json:"station" doc:"empty while the site has none"`
	Until      string        `json:"until" doc:"the day from which it is watered in drought only"`
	Water      []water.Line  `json:"water"`
	Entries    []ShownEntry  `json:"entries"`
	Filled     int           `json:"filled" doc:"days of which something was not read and was filled by rule"`
	Missing    int           `json:"missing" doc:"days of which nothing is known"`
	Stale      bool          `json:"stale" doc:"the station has told nothing for over two days"`
	// Foretold is the newest forecast of its station; it is told beside the answer and never counted.
	Foretold stations.Foretold `json:"foretold"`
	Thirsty  bool              `json:"thirsty" doc:"on a hot day of the coming month it uses over half of what its ball holds"`
	Says     []kernel.Sentence `json:"says" doc:"the answer of today, first, and what stands behind it"`
}

func see(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	t, err := kernel.One[Tree](tx, "id = ?", p.ID)
	if err != nil {
		return Page{}, err
	}
	return pageOf(tx, t)
}

// Pages is the page of a planted tree for other capabilities.
func Pages(tx *kernel.Tx, t Tree) (Page, error) { return pageOf(tx, t) }

func pageOf(tx *kernel.Tx, t Tree) (Page, error) {
	all, err := gather(tx, []Tree{t})
	if err != nil {
		return Page{}, err
	}
	f := all[0]
	c := f.sheet.Content
	out := Page{Line: Line{ID: t.ID, Tag: c.Tag, Common: c.Common, Customer: c.Customer, SpotName: c.SpotName, Number: f.sheet.Number, PlantedOn: t.PlantedOn, EndedOn: t.EndedOn, EndedAs: t.EndedAs, Cause: t.Cause, Contact: t.Contact},
		Version: t.Version, ByCustomer: t.ByCustomer, TakenBack: t.TakenBackAt != nil, SpotID: t.SpotID, Tree: c.Input.Tree, Plan: c.Plan, Soil: string(c.Input.Spot.SoilClass), DoseL: c.Plan.Basin.DoseL,
		Until: care.Established(t.PlantedOn, c.Input.Tree.CaliperMM).Format(time.DateOnly), Water: []water.Line{}, Entries: []ShownEntry{}, Foretold: stations.Foretold{Days: []station.ForecastDay{}}, Says: []kernel.Sentence{}}
	if f.station != nil {
		out.Station = f.station.Name
		if out.Foretold, err = stations.ForetoldOf(tx, f.station.ID); err != nil {
			return out, err
		}
		until := f.until(tx.Today())
		days, err := stations.DailyOf(tx, *f.station, t.PlantedOn, until)
		if err != nil {
			return out, err
		}
		if out.Water, err = f.lines(tx, days); err != nil {
			return out, err
		}
		out.count(f, until)
	}
	of := map[string]water.Line{}
	for _, l := range out.Water {
		of[l.Date.Format(time.DateOnly)] = l
	}
	for _, e := range f.entries {
		shown := ShownEntry{ID: e.ID, DoneOn: e.DoneOn.Format(time.DateOnly), GivenL: e.GivenL, Way: e.Way, Felt: e.Felt, ByCustomer: e.ByCustomer}
		if l, ok := of[shown.DoneOn]; ok && e.Felt != "" {
			shown.Moved = &l.Moved
		}
		out.Entries = append(out.Entries, shown)
	}
	if n := len(out.Water); n > 0 && t.EndedOn == nil {
		last := out.Water[n-1]
		share := last.Share()
		out.AsOf, out.Share, out.FillL, out.Advice = &last.Date, &share, &last.FillL, last.Advice
	}
	in := f.inCore(tx)
	out.Thirsty = t.EndedOn == nil && in.On(tx.Today().AddDate(0, 0, 30)) != water.Leafless && in.Thirsty(tx.Who.House, tx.Today().AddDate(0, 1, 0).Month())
	out.says(tx)
	if !roles.SeesContact(tx.Who.Role) {
		out.Customer = ""
	}
	return calc.Rounded(out), nil
}

// count tells what of the record had to be filled, and how old it is.
func (out *Page) count(f followed, until time.Time) {
	for _, l := range out.Water {
		if l.Temps != "" || l.Rain != "" {
			out.Filled++
		}
	}
	last := f.PlantedOn.AddDate(0, 0, -1)
	if n := len(out.Water); n > 0 {
		last = out.Water[n-1].Date
		out.Missing = int(last.Sub(f.PlantedOn).Hours()/24) + 1 - n
	}
	out.Stale = until.Sub(last) > 2*24*time.Hour
}

// says is the answer of today, and why.
func (out *Page) says(tx *kernel.Tx) {
	say := func(code string, values map[string]any) {
		out.Says = append(out.Says, kernel.Sentence{Code: code, Text: tx.Say.Say("water.says."+code, values)})
	}
	l := func(x *float64) planting.Measure { return planting.Measure{Value: *x, Unit: "l"} }
	switch {
	case out.EndedOn != nil:
		say("ended", map[string]any{"date": *out.EndedOn})
		return
	case out.Station == "":
		say("no-station", map[string]any{"dose": planting.Measure{Value: out.DoseL, Unit: "l"}})
		return
	case tx.Today().Format(time.DateOnly) > out.Until:
		say("established", nil)
		return
	case out.AsOf == nil:
		say("no-weather", map[string]any{"dose": planting.Measure{Value: out.DoseL, Unit: "l"}})
		return
	}
	share := planting.Measure{Value: 100 * *out.Share, Unit: "pct"}
	say(string(out.Advice), map[string]any{"fill": l(out.FillL), "share": share, "days": out.Water[len(out.Water)-1].FullDays})
	say("as-of", map[string]any{"share": share, "date": *out.AsOf, "station": out.Station})
	out.foretold(tx, say)
	if out.Stale {
		say("stale", map[string]any{"date": *out.AsOf})
	}
	if out.Thirsty {
		say("thirsty", nil)
	}
	if out.Filled > 0 {
		say("filled", map[string]any{"n": out.Filled})
	}
	if out.Missing > 0 {
		say("missing", map[string]any{"n": out.Missing})
	}
	off := 0
	for _, e := range out.Entries {
		if e.Moved != nil && (*e.Moved > 0.15 || *e.Moved < -0.15) {
			off++
		}
	}
	if off > 0 {
		say("evidence", map[string]any{"n": off})
	}
}

// foretold tells of rain that somebody else foretells, with its date; it is not counted until it has fallen, and an old one says that it is.
func (out *Page) foretold(tx *kernel.Tx, say func(string, map[string]any)) {
	f := out.Foretold
	made, err := time.Parse(time.DateOnly, f.MadeOn)
	if err != nil {
		return
	}
	values := map[string]any{"made": made, "source": f.Source}
	if f.TooOld {
		say("forecast-old", values)
		return
	}
	mm, until := station.RainAhead(f.Days, tx.Today(), int(tx.Who.House.Value(rules.WaterForetoldDays)))
	if mm == nil {
		return
	}
	values["mm"] = planting.Measure{Value: *mm, Unit: "mm"}
	values["until"], _ = time.Parse(time.DateOnly, until)
	if *mm > 0 {
		say("forecast-rain", values)
	} else {
		say("forecast-dry", values)
	}
}

// SheetPlanted is whether the tree of a sheet is planted; ID is empty while it is not.
type SheetPlanted struct {
	ID        string     `json:"id"`
	PlantedOn *time.Time `json:"planted_on"`
}

func ofSheet(tx *kernel.Tx, p kernel.ByNumber) (SheetPlanted, error) {
	s, err := kernel.One[sheets.Sheet](tx, "number = ?", p.Number)
	if err != nil {
		return SheetPlanted{}, err
	}
	t, err := OfSheet(tx, s)
	if errors.Is(err, kernel.ErrMissing) {
		return SheetPlanted{}, nil
	}
	return SheetPlanted{ID: t.ID, PlantedOn: &t.PlantedOn}, err
}

// Stood is a planted tree with the days that it has stood through until today, as its station tells them; none where it has none.
type Stood struct {
	Tree
	Days []station.DayWeather
}

// StoodThrough reads each station once for all of its trees.
func StoodThrough(tx *kernel.Tx, list []Tree) ([]Stood, error) {
	all, err := gather(tx, list)
	if err != nil {
		return nil, err
	}
	out := []Stood{}
	err = stationByStation(tx, all, func(followed) time.Time { return tx.Today() }, func(f followed, days []station.DayWeather) error {
		out = append(out, Stood{f.Tree, days})
		return nil
	})
	return out, err
}
