package ground

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"sedum/app/stations"
	"sedum/core/calc"
	"sedum/core/climate"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/roles"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/core/survey"
	"sedum/kernel"
	"sedum/words"
)

// Known is a spot with its records and what they say.
type Known struct {
	Spot     Spot
	Markings []Marking
	Tests    []DrainageTest
	Answers  []LineAnswer
	// Schools are all that were ever chosen for its ground, the oldest first.
	Schools SiteSchools
	// Photos are its pictures without their pixels, oldest first.
	Photos []ShownPhoto
	// Marked is the marking record that holds today, nil when there is none: nobody digs.
	Marked *Marking
	ground.SpotReading
	// Ground is what is known of the spot: what somebody typed, and for the rest what the plan of the site gives; FromPlan says which.
	Ground   ground.Facts
	FromPlan survey.FromPlan
	// Climate is what was typed of the site and, for the rest, what the record of its Station says, nil without one.
	Climate climate.Facts
	Station *ByStation
	// Winters are the chill of each winter, as somebody told them, else by the station; none where one figure was typed for all.
	Winters []station.Short
	// Calendars are the years of the place that were worked out while it is read.
	Calendars *planting.Calendars
	// FailedGenus is the genus of what stood there before and died, "" when nobody knows.
	FailedGenus string
	// Today is the day on which it was read.
	Today   time.Time
	plan    SitePlan
	house   rules.House
	station stations.Station
}

// SpotOf finds a spot with its records, read by the house's rules.
func SpotOf(tx *kernel.Tx, id string) (Known, error) {
	s, err := kernel.One[Spot](tx.With("Site.Customer"), "id = ?", id)
	if err != nil {
		return Known{}, err
	}
	all, err := read(tx, []Spot{s})
	if err != nil {
		return Known{}, err
	}
	return all[0], nil
}

// read joins spots with their records, newest first.
func read(tx *kernel.Tx, spots []Spot) ([]Known, error) {
	ids := []string{}
	for _, s := range spots {
		ids = append(ids, s.ID)
	}
	out := []Known{}
	if len(ids) == 0 {
		return out, nil
	}
	markings, err := kernel.Many[Marking](tx, "at DESC, id DESC", "spot_id IN ? AND taken_back_at IS NULL", ids)
	if err != nil {
		return out, err
	}
	tests, err := kernel.Many[DrainageTest](tx, "at DESC, id DESC", "spot_id IN ? AND taken_back_at IS NULL", ids)
	if err != nil {
		return out, err
	}
	answers, err := kernel.Many[LineAnswer](tx, "at DESC, id DESC", "spot_id IN ? AND taken_back_at IS NULL", ids)
	if err != nil {
		return out, err
	}
	pictures, err := photosOf(tx, ids)
	if err != nil {
		return out, err
	}
	siteIDs := []string{}
	stationIDs := []string{}
	for _, s := range spots {
		if siteIDs = append(siteIDs, s.SiteID); s.Site.StationID != nil {
			stationIDs = append(stationIDs, *s.Site.StationID)
		}
	}
	known, err := stations.Of(tx, stationIDs)
	if err != nil {
		return out, err
	}
	plans, err := plansOf(tx, siteIDs)
	if err != nil {
		return out, err
	}
	schools, err := kernel.Many[SiteSchool](tx.With("Person"), "at, id", "site_id IN ?", siteIDs)
	if err != nil {
		return out, err
	}
	for _, s := range spots {
		k := Known{Spot: s, plan: plans[s.SiteID]}
		for _, own := range schools {
			if own.SiteID == s.SiteID {
				k.Schools = append(k.Schools, own)
			}
		}
		if s.Site.StationID != nil {
			k.station = known[*s.Site.StationID]
		}
		for _, a := range answers {
			if a.SpotID == s.ID {
				k.Answers = append(k.Answers, a)
			}
		}
		for _, p := range pictures {
			if p.SpotID == s.ID {
				k.Photos = append(k.Photos, p)
			}
		}
		for _, m := range markings {
			if m.SpotID == s.ID {
				k.Markings = append(k.Markings, m)
			}
		}
		for _, t := range tests {
			if t.SpotID == s.ID {
				k.Tests = append(k.Tests, t)
			}
		}
		if err := k.read(tx); err != nil {
			return out, err
		}
		out = append(out, k)
	}
	return out, nil
}

func (k *Known) read(tx *kernel.Tx) (err error) {
	k.Today, k.Calendars, k.house = tx.Today(), planting.NewCalendars(), tx.Who.House
	k.Marked = k.MarkedOn(k.Today)
	k.Ground, k.FromPlan = k.Spot.Ground, survey.FromPlan{}
	if k.plan.Version > 0 {
		located, _ := survey.Locate(k.plan.Plan)
		k.Ground, k.FromPlan = survey.ReadWith(tx.Who.House, k.plan.Plan, located, k.Spot.ID,
			counted.of(tx.Who.House, k.plan.ID, k.Spot.ID, k.Spot.Site.LatDeg)).Facts(k.plan.Plan, k.Spot.Ground)
	}
	k.Ground.PH = ground.TrustedPH(k.Ground)
	k.climateOf()
	if k.Ground.WindFrom == nil && k.Station != nil {
		k.Ground.WindFrom = k.Station.Wind
	}
	if k.FailedGenus, err = genusOf(tx, k.Ground.FailedKind); err != nil {
		return err
	}
	k.SpotReading, err = ground.ReadSpot(tx.Who.House, k.Ground, k.Climate, k.Marked != nil, k.holes())
	return err
}

// holes are the drainage holes of a spot as the rules read them, the newest first.
func (k *Known) holes() []ground.DugHole {
	out := []ground.DugHole{}
	for _, t := range k.Tests {
		out = append(out, ground.DugHole{Hole: ground.Hole{WidthMM: t.HoleWidthMM, Readings: t.Readings}, At: t.At})
	}
	return out
}

// MarkedOn is the marking that holds on a day, nil when nobody may dig then.
func (k *Known) MarkedOn(day time.Time) *Marking {
	if i := slices.IndexFunc(k.Markings, func(m Marking) bool { return m.days().Holds(day) }); i >= 0 {
		return &k.Markings[i]
	}
	return nil
}

// Marked is the marking that holds, on the page.
type Marked struct {
	ID           string              `json:"id"`
	Reference    string              `json:"reference"`
	MarkedOn     string              `json:"marked_on"`
	ExpiresOn    string              `json:"expires_on"`
	MarkedBy     string              `json:"marked_by"`
	PrivateLines ground.PrivateLines `json:"private_lines"`
}

// Answered is what the owner of the nearest overhead line answered, on the page.
type Answered struct {
	ID         string   `json:"id"`
	Owner      string   `json:"owner"`
	Reference  string   `json:"reference"`
	Answer     string   `json:"answer"`
	AnsweredOn string   `json:"answered_on"`
	KeepM      *float64 `json:"keep_m"`
}

// Answer is what the entries of a spot say, in words.
type Answer struct {
	Marked *Marked `json:"marked" doc:"the record that holds today; null: nobody digs"`
	// HasLine is true where an overhead line is recorded; LineAnswer is null while its owner is to be asked about tall stock.
	HasLine      bool                      `json:"has_line"`
	LineAnswer   *Answered                 `json:"line_answer"`
	Soil         *ground.TextureResult     `json:"soil"`
	SoilText     string                    `json:"soil_text"`
	SoilsFound   []ground.FoundSoil        `json:"soils_found" doc:"every telling of the texture, the one that is trusted first"`
	Drainage     *ground.PercolationResult `json:"drainage"`
	DrainageText string                    `json:"drainage_text"`
	Class        ground.Drainage           `json:"class" optional:"true"`
	Dryness      *int                      `json:"dryness"`
	DrynessText  string                    `json:"dryness_text"`
	Slope        ground.SlopeClass         `json:"slope" optional:"true" doc:"empty: it slopes, and nobody measured"`
	SlopeText    string                    `json:"slope_text" doc:"empty where it is level"`
	Climate      climate.Facts             `json:"climate" doc:"what was typed and, for the rest, what the station's record says"`
	Missing      []kernel.Sentence         `json:"missing"`
	// Asks is what the spot asks of any tree there, and of whoever plants it; Known how each thing is known.
	Asks  []kernel.Sentence `json:"asks"`
	Known []HowKnown        `json:"known"`
}

// Hole is a drainage hole as it was read.
type Hole struct {
	ID          string           `json:"id"`
	At          time.Time        `json:"at"`
	HoleWidthMM float64          `json:"hole_width_mm"`
	Readings    []ground.Reading `json:"readings"`
	// Text is what it says; Counts that it is the one the spot is judged by.
	Text   string `json:"text"`
	Counts bool   `json:"counts"`
}

// Page is the page of a spot.
type Page struct {
	ID          string        `json:"id"`
	Version     int           `json:"version"`
	SiteVersion int           `json:"site_version"`
	Name        string        `json:"name"`
	Customer    string        `json:"customer"`
	Phone       string        `json:"phone"`
	Address     string        `json:"address"`
	LatDeg      float64       `json:"lat_deg"`
	Ground      ground.Facts  `json:"ground"`
	Climate     climate.Facts `json:"climate"`
	Tests       []Hole        `json:"tests" doc:"newest first"`
	// Found is what is known of the ground with what the plan of the site adds to what was typed.
	Found    ground.Facts    `json:"found"`
	FromPlan survey.FromPlan `json:"from_plan"`
	// Station is what the record of the chosen station says; Climate, what somebody typed, stands over it.
	Station *ByStation   `json:"station"`
	Reading Answer       `json:"reading"`
	Photos  []ShownPhoto `json:"photos" doc:"oldest first"`
	// Schools are the ways of working that this ground has for itself, the newest first, with those that were given up.
	Schools []ShownSchool `json:"schools"`
}

// Pages are spots by customer.
type Pages struct {
	Spots []Page `json:"spots"`
	// More tells that there are more than are listed.
	More bool `json:"more"`
}

// ReadHole is what a hole says while it is read.
type ReadHole struct {
	Result *ground.PercolationResult `json:"result"`
	Text   string                    `json:"text"`
}

func page(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	k, err := SpotOf(tx, p.ID)
	if err != nil {
		return Page{}, err
	}
	return k.Page(tx), nil
}

// readSpot answers while someone types about a spot; nothing is kept.
func readSpot(tx *kernel.Tx, p kernel.ByID, c Change) (Answer, error) {
	if err := c.check(); err != nil {
		return Answer{}, err
	}
	k, err := SpotOf(tx, p.ID)
	if err != nil {
		return Answer{}, err
	}
	c.Ground.Around = c.Ground.Looked(k.Spot.Ground.Around, tx.Today())
	k.Spot.Ground, k.Spot.Site.Climate, k.Spot.Site.LatDeg = c.Ground, c.Climate, c.LatDeg
	err = k.read(tx)
	return k.reading(tx.Say), err
}

// Search is which spots are listed: with no text those of the customers of whom somebody wrote last.
type Search struct {
	Text  string `query:"text" maxLength:"80" doc:"of a customer, an address or a spot"`
	Limit int    `query:"limit" default:"100" minimum:"1" maximum:"500"`
}

func list(tx *kernel.Tx, q Search) (Pages, error) {
	find := lately
	if strings.TrimSpace(q.Text) != "" {
		find = Named
	}
	ids, err := find(tx, q.Text, q.Limit+1)
	if err != nil {
		return Pages{}, err
	}
	more := len(ids) > q.Limit
	spots, err := kernel.Many[Spot](tx.With("Site.Customer"), "site_id, name", "id IN ?", append([]string{""}, ids[:min(len(ids), q.Limit)]...))
	if err != nil {
		return Pages{}, err
	}
	out, err := show(tx, spots)
	out.More = more
	return out, err
}

// lately are the spots of the customers of whom somebody wrote last: of so many customers, each of whom has a spot at least.
func lately(tx *kernel.Tx, _ string, most int) ([]string, error) {
	rows, err := kernel.Rows[struct{ ID string }](tx, `SELECT p.id FROM (SELECT id, touched_at FROM customers WHERE erased_at IS NULL ORDER BY touched_at DESC, id DESC LIMIT ?) c
		JOIN sites s ON s.customer_id = c.id JOIN spots p ON p.site_id = s.id WHERE p.taken_back_at IS NULL ORDER BY c.touched_at DESC, p.id LIMIT ?`, most, most)
	ids := []string{}
	for _, r := range rows {
		ids = append(ids, r.ID)
	}
	return ids, err
}

func show(tx *kernel.Tx, spots []Spot) (Pages, error) {
	known, err := read(tx, spots)
	out := Pages{Spots: []Page{}}
	for _, k := range known {
		out.Spots = append(out.Spots, k.Page(tx))
	}
	slices.SortStableFunc(out.Spots, func(a, b Page) int { return strings.Compare(a.Customer, b.Customer) })
	return out, err
}

// Lately lists the spots of which somebody wrote last, at most so many, by customer.
func Lately(tx *kernel.Tx, most int) (Pages, error) { return list(tx, Search{Limit: most}) }

// Page is the page of a spot, as far as the caller sees it.
func (k Known) Page(tx *kernel.Tx) Page {
	site := k.Spot.Site
	if !roles.SeesContact(tx.Who.Role) {
		site.Address, site.Customer.Phone = "", ""
	}
	out := Page{ID: k.Spot.ID, Version: k.Spot.Version, SiteVersion: site.Version, Name: k.Spot.Name, Customer: site.Customer.Name, Phone: site.Customer.Phone,
		Address: site.Address, LatDeg: site.LatDeg, Ground: k.Spot.Ground, Climate: site.Climate, Tests: []Hole{}, Found: k.Ground, FromPlan: k.FromPlan, Station: k.Station, Reading: k.reading(tx.Say), Photos: []ShownPhoto{}, Schools: k.Schools.shown(tx.Say)}
	for _, p := range k.Photos {
		p.MayTakeBack = roles.MayTakeBack(p.PersonID == tx.Who.ID, tx.Who.Role)
		out.Photos = append(out.Photos, p)
	}
	if out.Ground.Obstacles == nil {
		out.Ground.Obstacles = []ground.Obstacle{}
	}
	if out.Found.Obstacles == nil {
		out.Found.Obstacles = []ground.Obstacle{}
	}
	for i, t := range k.Tests {
		text := ""
		if r, err := ground.Percolation(tx.Who.House, ground.PercolationInput{HoleWidthMM: t.HoleWidthMM, Scale: ground.ScaleGeneral, Readings: t.Readings}); err == nil {
			_, text = sayDrainage(tx.Say, r)
		}
		out.Tests = append(out.Tests, Hole{t.ID, t.At, t.HoleWidthMM, t.Readings, text, i == k.WhichHole})
	}
	return out
}

func (k Known) reading(s words.Speaker) Answer {
	out := Answer{SoilsFound: []ground.FoundSoil{}, Class: k.Class, Dryness: k.Dryness, Climate: calc.Rounded(k.Climate), Missing: []kernel.Sentence{}, Asks: k.asks(s), Known: k.known(s)}
	switch out.Slope = k.Ground.Slope(); out.Slope {
	case ground.SlopeLevel:
	case "":
		out.SlopeText = s.Say("slope.unknown", nil)
	default:
		out.SlopeText = s.Say("slope."+string(out.Slope), nil)
	}
	if m := k.Marked; m != nil {
		out.Marked = &Marked{m.ID, m.Reference, m.MarkedOn.Format(time.DateOnly), m.ExpiresOn.Format(time.DateOnly), m.MarkedBy, m.PrivateLines}
	}
	_, out.HasLine = ground.NearestLine(k.Ground.Obstacles)
	if a := k.LineAnswered(); a != nil {
		out.LineAnswer = &Answered{a.ID, a.Owner, a.Reference, a.Answer, a.AnsweredOn.Format(time.DateOnly), a.KeepM}
	}
	if k.Soil != nil {
		soil := calc.Rounded(*k.Soil)
		out.Soil, out.SoilsFound = &soil, ground.SoilsFound(k.Ground)
		out.SoilText = sayHowFound(s, out.SoilsFound, s.Say("soil.sentence", map[string]any{"class": capital(s.Say("soil-class."+string(soil.Class), nil)), "water": soil.AvailableWaterMMPM}))
		if pan, is := ground.PanMM(k.Ground); is {
			out.SoilText += " " + s.Say("soil.pan", map[string]any{"depth": planting.Measure{Value: pan, Unit: "mm"}})
		}
	}
	if k.SpotReading.Drainage != nil {
		out.Drainage, out.DrainageText = sayDrainage(s, *k.SpotReading.Drainage)
		if k.Holes > 1 {
			out.DrainageText += " " + s.Say("drainage.slowest", map[string]any{"count": k.Holes})
		}
	}
	if k.Wet {
		out.DrainageText = strings.TrimSpace(s.Say("drainage.winter", nil) + " " + out.DrainageText)
	}
	if k.Dryness != nil {
		out.DrynessText = capital(s.Say(fmt.Sprintf("dryness.%d", *k.Dryness), nil))
	}
	for _, m := range k.Missing {
		out.Missing = append(out.Missing, kernel.Sentence{Code: m, Text: s.Say("missing."+m, nil)})
	}
	return out
}

func sayDrainage(s words.Speaker, full ground.PercolationResult) (*ground.PercolationResult, string) {
	r := calc.Rounded(full)
	switch {
	case r.Class == ground.WaterEntering || r.Class == ground.TooEarly:
		return &r, s.Say("drainage."+string(r.Class), nil)
	case r.Drain300Min == nil:
		return &r, s.Say("drainage.never", nil)
	}
	return &r, s.Say("drainage.sentence", map[string]any{"time": duration(*r.Drain300Min), "class": s.Say("drainage."+string(r.Class), nil)})
}

func duration(minutes float64) string {
	if minutes < 90 {
		return fmt.Sprintf("%.0f min", math.Round(minutes))
	}
	return fmt.Sprintf("%.1f h", minutes/60)
}

func capital(text string) string {
	if text == "" {
		return text
	}
	return strings.ToUpper(text[:1]) + text[1:]
}

// sayHowFound says a texture with how it was found out, and what other tellings said otherwise.
func sayHowFound(s words.Speaker, found []ground.FoundSoil, sentence string) string {
	out := s.Say("soil.by."+string(found[0].Source), map[string]any{"sentence": sentence})
	for _, f := range found[1:] {
		if f.Class != found[0].Class {
			out += " " + s.Say("soil.otherwise."+string(f.Source), map[string]any{"class": s.Say("soil-class."+string(f.Class), nil)})
		}
	}
	return out
}
