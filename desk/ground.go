package desk

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/rules"
	"sedum/store"
)

// SpotView is a spot with its records and what they say.
type SpotView struct {
	Spot     store.Spot
	Markings []store.Marking
	Tests    []store.DrainageTest
	Reading  GroundReading
}

// GroundReading is what the entries of a spot say by the house's rules.
type GroundReading struct {
	// Marked is the marking record that holds today, nil when there is none: nobody digs.
	Marked *store.Marking
	// Soil is nil when nobody knows the texture.
	Soil *ground.TextureResult
	// Drainage is nil when it was not measured; too-early counts as not measured.
	Drainage *ground.PercolationResult
	// Class on the general scale, "" when not measured.
	Class string
	// Dryness is the drought index 0 to 3, nil when the deficit or the soil is unknown.
	Dryness *int
	Missing []string
}

// NewCustomer is a customer with the first site and spot.
type NewCustomer struct {
	Name     string  `json:"name" maxLength:"120"`
	Phone    string  `json:"phone" maxLength:"40"`
	Address  string  `json:"address" maxLength:"200"`
	LatDeg   float64 `json:"lat_deg" minimum:"-66" maximum:"66"`
	SpotName string  `json:"spot_name" maxLength:"120"`
}

// AddCustomer takes a customer, a site and its first spot down.
func (d *Desk) AddCustomer(ctx context.Context, who Caller, key string, c NewCustomer) (SpotView, error) {
	if !May(who.Role, KeepGround) {
		return SpotView{}, ErrNotAllowed
	}
	var l fault.List
	for field, text := range map[string]string{"name": c.Name, "address": c.Address, "spot_name": c.SpotName} {
		if strings.TrimSpace(text) == "" {
			l.Add(field, fault.Required, nil)
		}
	}
	if err := append(l, fault.Check(c)...).Err(); err != nil {
		return SpotView{}, err
	}
	id, err := once(ctx, d, who, key, "customer", func(tx *store.Store) (string, error) {
		customer := store.Customer{ID: store.NewID(), Name: strings.TrimSpace(c.Name), Phone: strings.TrimSpace(c.Phone), Version: 1}
		site := store.Site{ID: store.NewID(), CustomerID: customer.ID, Address: strings.TrimSpace(c.Address), LatDeg: c.LatDeg, Version: 1}
		spot := store.Spot{ID: store.NewID(), SiteID: site.ID, Name: strings.TrimSpace(c.SpotName), Version: 1,
			Ground: store.Ground{Obstacles: []ground.Obstacle{}}}
		return spot.ID, errors.Join(store.Add(ctx, tx, &customer), store.Add(ctx, tx, &site), store.Add(ctx, tx, &spot))
	})
	if err != nil {
		return SpotView{}, err
	}
	return d.Spot(ctx, who, id)
}

// AddSpot takes another spot on the same site down.
func (d *Desk) AddSpot(ctx context.Context, who Caller, key, siteOfSpotID, name string) (SpotView, error) {
	if !May(who.Role, KeepGround) {
		return SpotView{}, ErrNotAllowed
	}
	if strings.TrimSpace(name) == "" {
		return SpotView{}, fault.List{{Field: "spot_name", Code: fault.Required}}
	}
	beside, err := d.Store.SpotByID(ctx, siteOfSpotID)
	if err != nil {
		return SpotView{}, err
	}
	id, err := once(ctx, d, who, key, "spot", func(tx *store.Store) (string, error) {
		spot := store.Spot{ID: store.NewID(), SiteID: beside.SiteID, Name: strings.TrimSpace(name), Version: 1,
			Ground: store.Ground{Obstacles: []ground.Obstacle{}}}
		return spot.ID, store.Add(ctx, tx, &spot)
	})
	if err != nil {
		return SpotView{}, err
	}
	return d.Spot(ctx, who, id)
}

// Spots lists every spot with what is still missing of it.
func (d *Desk) Spots(ctx context.Context, who Caller) ([]SpotView, error) {
	if !May(who.Role, SeeGround) {
		return nil, ErrNotAllowed
	}
	spots, err := d.Store.Spots(ctx)
	if err != nil {
		return nil, err
	}
	out := []SpotView{}
	for _, s := range spots {
		v, err := d.viewSpot(ctx, who, s)
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	slices.SortStableFunc(out, func(a, b SpotView) int {
		return strings.Compare(a.Spot.Site.Customer.Name, b.Spot.Site.Customer.Name)
	})
	return out, nil
}

// Spot finds a spot.
func (d *Desk) Spot(ctx context.Context, who Caller, id string) (SpotView, error) {
	if !May(who.Role, SeeGround) {
		return SpotView{}, ErrNotAllowed
	}
	s, err := d.Store.SpotByID(ctx, id)
	if err != nil {
		return SpotView{}, err
	}
	return d.viewSpot(ctx, who, s)
}

func (d *Desk) viewSpot(ctx context.Context, who Caller, s store.Spot) (SpotView, error) {
	v := SpotView{Spot: s}
	var err error
	if v.Markings, err = d.Store.MarkingsOf(ctx, s.ID); err != nil {
		return v, err
	}
	if v.Tests, err = d.Store.DrainageTestsOf(ctx, s.ID); err != nil {
		return v, err
	}
	v.Reading, err = d.readGround(who.House, s, v.Markings, v.Tests)
	return v, err
}

// readGround lets the core read the entries of a spot.
func (d *Desk) readGround(h rules.House, s store.Spot, markings []store.Marking, tests []store.DrainageTest) (GroundReading, error) {
	out := GroundReading{Missing: []string{}}
	today := d.today()
	for i, m := range markings {
		if !m.ExpiresOn.Before(today) && !m.MarkedOn.After(today) {
			out.Marked = &markings[i]
			break
		}
	}
	var err error
	if out.Soil, err = readSoil(s.Ground); err != nil {
		return out, err
	}
	if len(tests) > 0 {
		r, err := ground.Percolation(h, ground.PercolationInput{
			HoleWidthMM: tests[0].HoleWidthMM, Scale: "general", Readings: tests[0].Readings})
		if err != nil {
			return out, err
		}
		out.Drainage = &r
		switch r.Class {
		case "too-early":
		case "water-entering":
			out.Class = "standing"
		default:
			out.Class = r.Class
		}
	}
	g, c := s.Ground, s.Site.Climate
	if c.SummerDeficitMM != nil && out.Soil != nil {
		index := fit.DroughtIndex(*c.SummerDeficitMM, g.RaiseMM, out.Soil.AvailableWaterMMPM)
		out.Dryness = &index
	}
	for _, need := range []struct {
		name  string
		known bool
	}{
		{"marking", out.Marked != nil}, {"soil", out.Soil != nil}, {"drainage", out.Class != ""}, {"sun_h", g.SunH != nil},
		{"min_c", c.MinC != nil}, {"hot_month_c", c.HotMonthC != nil}, {"frost", c.FirstFrostDay != nil || c.CoolFromDay != nil},
		{"summer_deficit_mm", c.SummerDeficitMM != nil}, {"water", g.Water != ""}, {"exposure", g.Exposure != ""},
		{"wind_from_deg", g.WindFrom != nil}, {"room", g.RoomLooked}, {"ph", g.PH != nil}, {"purpose", g.Purpose != ""},
	} {
		if !need.known {
			out.Missing = append(out.Missing, need.name)
		}
	}
	return out, nil
}

// readSoil takes the jar when its layers are there, else the texture that is known, else nil.
func readSoil(g store.Ground) (*ground.TextureResult, error) {
	if g.SandMM != nil && g.SiltMM != nil && g.ClayMM != nil {
		r, err := ground.Texture(ground.TextureInput{SandMM: *g.SandMM, SiltMM: *g.SiltMM, ClayMM: *g.ClayMM})
		if err != nil {
			return nil, err
		}
		return &r, nil
	}
	if soil, ok := ground.FindSoil(g.SoilClass); ok {
		return &ground.TextureResult{Class: soil.Class, Group: soil.Group, AvailableWaterMMPM: soil.AvailableWaterMMPM,
			InfiltrationMMPerH: soil.InfiltrationMMPerH}, nil
	}
	return nil, nil
}

// SpotChange is a spot as it should be, and the version that was seen.
type SpotChange struct {
	Version     int           `json:"version"`
	SiteVersion int           `json:"site_version"`
	Name        string        `json:"name" maxLength:"120"`
	LatDeg      float64       `json:"lat_deg" minimum:"-66" maximum:"66"`
	Ground      store.Ground  `json:"ground"`
	Climate     store.Climate `json:"climate"`
}

// checkSpot returns what is wrong with a spot as it should be.
func checkSpot(c SpotChange) error {
	l := fault.Check(c)
	if strings.TrimSpace(c.Name) == "" {
		l.Add("name", fault.Required, nil)
	}
	g := c.Ground
	if layers := []*float64{g.SandMM, g.SiltMM, g.ClayMM}; slices.Contains(layers, nil) {
		for i, name := range []string{"sand_mm", "silt_mm", "clay_mm"} {
			if layers[i] == nil && (g.SandMM != nil || g.SiltMM != nil || g.ClayMM != nil) {
				l.Add("ground."+name, fault.Required, nil)
			}
		}
	} else if *g.SandMM+*g.SiltMM+*g.ClayMM <= 0 {
		l.Add("ground.sand_mm", fault.NoSum, 0)
	}
	if g.SoilClass != "" {
		if _, ok := ground.FindSoil(g.SoilClass); !ok {
			l.Add("ground.soil_class", fault.NotAChoice, soilNames())
		}
	}
	for i, o := range g.Obstacles {
		if o.Kind == "line" && o.HeightM == nil {
			l.Add(fmt.Sprintf("ground.obstacles.%d.height_m", i), fault.Required, nil)
		}
	}
	f := c.Climate
	switch {
	case f.FirstFrostDay == nil && f.LastFrostDay != nil:
		l.Add("climate.first_frost_day", fault.BothOrNeither, "last_frost_day")
	case f.FirstFrostDay != nil && f.LastFrostDay == nil:
		l.Add("climate.last_frost_day", fault.BothOrNeither, "first_frost_day")
	}
	return l.Err()
}

func soilNames() []string {
	out := []string{}
	for _, s := range ground.Soils() {
		out = append(out, s.Class)
	}
	return out
}

// ReadSpot answers while someone types about a spot; nothing is kept.
func (d *Desk) ReadSpot(ctx context.Context, who Caller, id string, c SpotChange) (GroundReading, error) {
	v, err := d.Spot(ctx, who, id)
	if err != nil {
		return GroundReading{}, err
	}
	if err := checkSpot(c); err != nil {
		return GroundReading{}, err
	}
	v.Spot.Ground, v.Spot.Site.Climate = c.Ground, c.Climate
	return d.readGround(who.House, v.Spot, v.Markings, v.Tests)
}

// SaveSpot keeps a spot and the climate of its site. Errors: Stale with the SpotView.
func (d *Desk) SaveSpot(ctx context.Context, who Caller, id string, c SpotChange) (SpotView, error) {
	if !May(who.Role, KeepGround) {
		return SpotView{}, ErrNotAllowed
	}
	if err := checkSpot(c); err != nil {
		return SpotView{}, err
	}
	stale := false
	err := d.Store.InTransaction(ctx, func(tx *store.Store) error {
		s, err := tx.SpotByID(ctx, id)
		if err != nil {
			return err
		}
		s.Name, s.Ground = strings.TrimSpace(c.Name), c.Ground
		s.Site.LatDeg, s.Site.Climate = c.LatDeg, c.Climate
		spotSaved, err := tx.SaveSpot(ctx, s, c.Version)
		if err != nil {
			return err
		}
		siteSaved, err := tx.SaveSite(ctx, s.Site, c.SiteVersion)
		if err != nil {
			return err
		}
		if stale = !spotSaved || !siteSaved; stale {
			return Stale{}
		}
		return nil
	})
	if err != nil && !stale {
		return SpotView{}, err
	}
	view, readErr := d.Spot(ctx, who, id)
	if readErr != nil {
		return SpotView{}, readErr
	}
	if stale {
		return SpotView{}, Stale{Current: view}
	}
	return view, nil
}

// NewMarking is a record that buried services were marked. Dates are YYYY-MM-DD.
type NewMarking struct {
	Reference    string `json:"reference" maxLength:"80"`
	MarkedOn     string `json:"marked_on"`
	ExpiresOn    string `json:"expires_on"`
	MarkedBy     string `json:"marked_by" maxLength:"120"`
	PrivateLines string `json:"private_lines" enum:"none,marked" doc:"lighting, irrigation, septic, gas to outbuildings"`
}

// RecordMarking opens the digging steps of a spot until the record expires. No signature replaces it.
func (d *Desk) RecordMarking(ctx context.Context, who Caller, spotID, key string, m NewMarking) (SpotView, error) {
	if !May(who.Role, KeepGround) {
		return SpotView{}, ErrNotAllowed
	}
	l := fault.Check(m)
	for field, text := range map[string]string{"reference": m.Reference, "marked_by": m.MarkedBy} {
		if strings.TrimSpace(text) == "" {
			l.Add(field, fault.Required, nil)
		}
	}
	marked, expires := parseDate(&l, "marked_on", m.MarkedOn), parseDate(&l, "expires_on", m.ExpiresOn)
	if len(l) == 0 {
		if expires.Before(marked) {
			l.Add("expires_on", fault.NotRising, m.MarkedOn)
		} else if expires.Before(d.today()) {
			l.Add("expires_on", fault.NotRising, d.today().Format(time.DateOnly))
		}
		if marked.After(d.today().AddDate(0, 0, 1)) {
			l.Add("marked_on", fault.AtMost, d.today().Format(time.DateOnly))
		}
	}
	if err := l.Err(); err != nil {
		return SpotView{}, err
	}
	_, err := once(ctx, d, who, key, "marking", func(tx *store.Store) (string, error) {
		if _, err := tx.SpotByID(ctx, spotID); err != nil {
			return "", err
		}
		record := store.Marking{ID: store.NewID(), SpotID: spotID, Reference: strings.TrimSpace(m.Reference), MarkedOn: marked,
			ExpiresOn: expires, MarkedBy: strings.TrimSpace(m.MarkedBy), PrivateLines: m.PrivateLines, PersonID: who.ID, At: d.Now()}
		return record.ID, store.Add(ctx, tx, &record)
	})
	if err != nil {
		return SpotView{}, err
	}
	return d.Spot(ctx, who, spotID)
}

func parseDate(l *fault.List, field, text string) time.Time {
	t, err := time.Parse(time.DateOnly, text)
	if err != nil {
		l.Add(field, fault.WrongType, "date")
	}
	return t
}

// NewDrainageTest is a drainage hole read against the clock.
type NewDrainageTest struct {
	HoleWidthMM float64          `json:"hole_width_mm" exclusiveMinimum:"0" maximum:"2000"`
	Readings    []ground.Reading `json:"readings" minItems:"2" maxItems:"200"`
}

// ReadDrainage answers while a hole is read; nothing is kept.
func (d *Desk) ReadDrainage(who Caller, t NewDrainageTest) (ground.PercolationResult, error) {
	return ground.Percolation(who.House, ground.PercolationInput{HoleWidthMM: t.HoleWidthMM, Scale: "general", Readings: t.Readings})
}

// RecordDrainage appends a drainage hole. Refused while services are not marked: the hole is a digging step too.
func (d *Desk) RecordDrainage(ctx context.Context, who Caller, spotID, key string, t NewDrainageTest) (SpotView, error) {
	if !May(who.Role, KeepGround) {
		return SpotView{}, ErrNotAllowed
	}
	if _, err := d.ReadDrainage(who, t); err != nil {
		return SpotView{}, err
	}
	view, err := d.Spot(ctx, who, spotID)
	if err != nil {
		return SpotView{}, err
	}
	if view.Reading.Marked == nil {
		return SpotView{}, Refused{Code: "services-unmarked", Field: "readings"}
	}
	_, err = once(ctx, d, who, key, "drainage", func(tx *store.Store) (string, error) {
		record := store.DrainageTest{ID: store.NewID(), SpotID: spotID, HoleWidthMM: t.HoleWidthMM, Readings: t.Readings,
			PersonID: who.ID, At: d.Now()}
		return record.ID, store.Add(ctx, tx, &record)
	})
	if err != nil {
		return SpotView{}, err
	}
	return d.Spot(ctx, who, spotID)
}
