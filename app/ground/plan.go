package ground

import (
	"fmt"
	"time"

	"sedum/app/people"
	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/num"
	"sedum/core/roles"
	"sedum/core/survey"
	"sedum/kernel"
	"sedum/words"
)

// SitePlan is the plan of a site as somebody saved it. It is appended: the highest version counts, the earlier ones can be put back.
type SitePlan struct {
	ID       string
	SiteID   string
	Version  int
	Plan     survey.Plan `gorm:"serializer:json"`
	PersonID string
	At       time.Time

	Person people.Named
}

// planOf is the newest plan of each site; a site without one is not there.
func plansOf(tx *kernel.Tx, siteIDs []string) (map[string]SitePlan, error) {
	out := map[string]SitePlan{}
	plans, err := kernel.Many[SitePlan](tx, "site_id", "site_id IN ? AND version = (SELECT MAX(n.version) FROM site_plans n WHERE n.site_id = site_plans.site_id)", siteIDs)
	for _, p := range plans {
		out[p.SiteID] = p
	}
	return out, err
}

// PlanChange is a plan as it should be, and the version that was seen; 0 is none yet.
type PlanChange struct {
	Version int         `json:"version" minimum:"0"`
	Plan    survey.Plan `json:"plan"`
}

// PlanPage is the plan of a site with what it tells of each of its spots.
type PlanPage struct {
	// Spot is the one that was asked for.
	SpotID   string      `json:"spot_id"`
	Version  int         `json:"version"`
	Customer string      `json:"customer"`
	LatDeg   float64     `json:"lat_deg"`
	Plan     survey.Plan `json:"plan"`
	PlanReading
	History []PlanSaved `json:"history" doc:"newest first"`
}

// PlanSaved is a version of a plan: when, and by whom.
type PlanSaved struct {
	Version int       `json:"version"`
	At      time.Time `json:"at"`
	By      string    `json:"by"`
}

// PlanReading is a plan worked out.
type PlanReading struct {
	Points []PointAt  `json:"at" doc:"where each point lies"`
	Spots  []PlanSpot `json:"spots"`
}

// PointAt is where a point lies, in metres east and north of the first.
type PointAt struct {
	ID string `json:"id"`
	survey.Located
}

// PlanSpot is what the plan tells of one spot.
type PlanSpot struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Placed bool   `json:"placed"`
	// At is where it stands when it is placed.
	At      survey.Located    `json:"at"`
	Near    []survey.Near     `json:"near"`
	Horizon []PlanSeen        `json:"horizon"`
	Sun     *ground.SunResult `json:"sun"`
	// Settled is that the sun is known; until then it is the most that it can be.
	Settled bool   `json:"settled"`
	SunText string `json:"sun_text"`
	// ByEye is that something of it was not measured: the hours are a guess.
	ByEye bool              `json:"by_eye"`
	Paths []PlanPath        `json:"paths"`
	Notes []kernel.Sentence `json:"notes" doc:"what is not known, and what was taken for it"`
}

// PlanSeen is a piece of what stands around a spot.
type PlanSeen struct {
	ThingID      string  `json:"thing_id"`
	FromDeg      float64 `json:"from_deg" decimals:"1"`
	ToDeg        float64 `json:"to_deg" decimals:"1"`
	ElevationDeg float64 `json:"elevation_deg" decimals:"1"`
}

// PlanPath is the sun's way over a day of a month (1 is January).
type PlanPath struct {
	Month int        `json:"month"`
	Steps []PlanStep `json:"steps"`
}

// PlanStep is a place of the sun and what gets by of it.
type PlanStep struct {
	Hour         float64 `json:"hour" decimals:"2"`
	BearingDeg   float64 `json:"bearing_deg" decimals:"1"`
	ElevationDeg float64 `json:"elevation_deg" decimals:"1"`
	Passes       float64 `json:"passes" decimals:"2"`
}

// mostHistory versions are listed; the ones before can be asked for by number.
const mostHistory = 40

// pathMonths are drawn: the lowest way of the sun, the middle, the highest, in either hemisphere.
var pathMonths = []int{3, 6, 12}

// site is what a plan is read for.
type site struct {
	Site  Site
	Spots []Spot
	Plan  SitePlan
}

func siteOf(tx *kernel.Tx, spotID string) (site, error) {
	s, err := kernel.One[Spot](tx.With("Site.Customer"), "id = ?", spotID)
	if err != nil {
		return site{}, err
	}
	out := site{Site: s.Site}
	if out.Spots, err = kernel.Many[Spot](tx, "name, id", "site_id = ? AND taken_back_at IS NULL", s.SiteID); err != nil {
		return out, err
	}
	plans, err := plansOf(tx, []string{s.SiteID})
	out.Plan = plans[s.SiteID]
	return out, err
}

func seePlan(tx *kernel.Tx, p kernel.ByID) (PlanPage, error) {
	s, err := siteOf(tx, p.ID)
	if err != nil {
		return PlanPage{}, err
	}
	out := PlanPage{SpotID: p.ID, Version: s.Plan.Version, Customer: s.Site.Customer.Name, LatDeg: s.Site.LatDeg, Plan: shown(tx, s.Plan.Plan), History: []PlanSaved{}}
	out.PlanReading = s.read(tx, s.Plan.Plan)
	saved, err := kernel.Many[SitePlan](tx.With("Person"), "version DESC", "site_id = ? AND version > ?", s.Site.ID, s.Plan.Version-mostHistory)
	for _, v := range saved {
		out.History = append(out.History, PlanSaved{v.Version, v.At, v.Person.Name})
	}
	return out, err
}

// shown is a plan as far as the caller sees it: where on the globe it lies is an address.
func shown(tx *kernel.Tx, p survey.Plan) survey.Plan {
	if !roles.SeesContact(tx.Who.Role) {
		p.OriginAt = nil
	}
	p.Points, p.Things, p.Spots = orEmpty(p.Points), orEmpty(p.Things), orEmpty(p.Spots)
	return p
}

func orEmpty[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// read works a plan out for the spots of its site.
func (s site) read(tx *kernel.Tx, plan survey.Plan) PlanReading {
	located, _ := survey.Locate(plan)
	out := PlanReading{Points: []PointAt{}, Spots: []PlanSpot{}}
	for _, p := range plan.Points {
		if at, ok := located[p.ID]; ok {
			out.Points = append(out.Points, calc.Rounded(PointAt{p.ID, at}))
		}
	}
	for _, spot := range s.Spots {
		out.Spots = append(out.Spots, showSpot(tx.Say, plan, spot, s.Site.LatDeg, survey.Read(tx.Who.House, plan, located, spot.ID, s.Site.LatDeg)))
	}
	return out
}

func showSpot(say words.Speaker, plan survey.Plan, spot Spot, latDeg float64, r survey.SpotReading) PlanSpot {
	out := PlanSpot{ID: spot.ID, Name: spot.Name, Placed: r.Placed, At: r.At, Near: orEmpty(r.Near), Horizon: []PlanSeen{}, Sun: r.Sun, Settled: r.Settled, ByEye: r.View.ByEye,
		Paths: []PlanPath{}, Notes: []kernel.Sentence{}}
	for _, seen := range r.View.Seen {
		out.Horizon = append(out.Horizon, PlanSeen{seen.ThingID, num.Bearing(seen.FromDeg), num.Bearing(seen.ToDeg), seen.ElevationDeg})
	}
	if r.Sun != nil {
		for _, path := range survey.Paths(r.View, latDeg, pathMonths...) {
			shown := PlanPath{Month: path.Month, Steps: []PlanStep{}}
			for _, step := range path.Steps {
				shown.Steps = append(shown.Steps, PlanStep{step.Hour, step.BearingDeg, step.ElevationDeg, step.Passes})
			}
			out.Paths = append(out.Paths, shown)
		}
	}
	out = calc.Rounded(out)
	note := func(code string, values map[string]any) {
		out.Notes = append(out.Notes, kernel.Sentence{Code: code, Text: say.Say("survey."+code, values)})
	}
	names := map[string]string{}
	for i, t := range plan.Things {
		if names[t.ID] = t.Name; t.Name == "" {
			names[t.ID] = say.Say("survey.thing", map[string]any{"kind": say.Say("survey.kind."+string(t.Kind), nil), "number": i + 1})
		}
	}
	switch {
	case !r.Placed:
		note("not-placed", nil)
		return out
	case r.View.Inside != "":
		note("inside", map[string]any{"thing": names[r.View.Inside]})
		return out
	case plan.North == "":
		note("no-north", nil)
	}
	for _, id := range r.View.Unmeasured {
		note("unmeasured", map[string]any{"thing": names[id]})
	}
	if !plan.Complete {
		note("not-complete", nil)
	}
	for _, id := range r.View.LeavesUnknown {
		note("leaves-unknown", map[string]any{"thing": names[id]})
	}
	if r.View.ByEye {
		note("by-eye", nil)
	}
	if out.Sun != nil {
		id := "survey.sun"
		switch {
		case r.View.ByEye:
			id = "survey.sun.guess"
		case !r.Settled:
			id = "survey.sun.most"
		}
		out.SunText = say.Say(id, map[string]any{"hours": num.Round(out.Sun.GrowingH, 1), "morning": num.Round(out.Sun.GrowingMorningH, 1), "light": say.Say("light."+string(out.Sun.Class), nil)})
	}
	return out
}

// ShadeAsk asks what a tree of a size would shade from a spot.
type ShadeAsk struct {
	kernel.ByID
	HeightM float64 `query:"height_m" minimum:"0" maximum:"100"`
	SpreadM float64 `query:"spread_m" minimum:"0" maximum:"80"`
	Keeps   bool    `query:"keeps" doc:"keeps its leaves in winter"`
}

// SeenShade is what a tree would shade, in words too.
type SeenShade struct {
	survey.Shade
	// Placed is that the spot is on the plan and north is known: else nothing can be said.
	Placed bool     `json:"placed"`
	Told   []string `json:"told"`
}

// seeShade is what a tree would take of the sun of its ground, by its saved plan.
func seeShade(tx *kernel.Tx, ask ShadeAsk) (SeenShade, error) {
	s, err := siteOf(tx, ask.ID)
	if err != nil {
		return SeenShade{}, err
	}
	located, _ := survey.Locate(s.Plan.Plan)
	leaves := survey.Drops
	if ask.Keeps {
		leaves = survey.Keeps
	}
	shade, placed := survey.ShadeOf(tx.Who.House, s.Plan.Plan, located, s.Site.LatDeg, ask.ID, ask.HeightM, ask.SpreadM, leaves, lightCells)
	out := SeenShade{calc.Rounded(shade), placed, []string{}}
	if !placed {
		return out, nil
	}
	if len(out.Cells) == 0 {
		out.Told = append(out.Told, tx.Say.Say("shade.none", nil))
	} else {
		out.Told = append(out.Told, tx.Say.Say("shade.most", map[string]any{"hours": out.Most}))
	}
	for _, spot := range s.Spots {
		for _, each := range out.Spots {
			if each.SpotID == spot.ID && each.BeforeH-each.AfterH >= 0.1 {
				out.Told = append(out.Told, tx.Say.Say("shade.spot", map[string]any{"spot": spot.Name, "before": each.BeforeH, "after": each.AfterH}))
			}
		}
	}
	return out, nil
}

// lightCells is about how many squares the sun of a ground is worked out in.
const lightCells = 350

// seeLight is the sun over the whole ground, by its saved plan.
func seeLight(tx *kernel.Tx, p kernel.ByID) (survey.Light, error) {
	s, err := siteOf(tx, p.ID)
	if err != nil {
		return survey.Light{}, err
	}
	located, _ := survey.Locate(s.Plan.Plan)
	return calc.Rounded(survey.LightOf(tx.Who.House, s.Plan.Plan, located, s.Site.LatDeg, lightCells)), nil
}

// readPlan answers while somebody measures; nothing is kept.
func readPlan(tx *kernel.Tx, p kernel.ByID, c PlanChange) (PlanReading, error) {
	if err := survey.Check(c.Plan).Under("plan").Err(); err != nil {
		return PlanReading{}, err
	}
	s, err := siteOf(tx, p.ID)
	if err != nil {
		return PlanReading{}, err
	}
	return s.read(tx, c.Plan), nil
}

// savePlan keeps a plan as a new version. Errors: kernel.Stale with the plan as it is.
func savePlan(tx *kernel.Tx, p kernel.ByID, c PlanChange) (string, error) {
	if err := survey.Check(c.Plan).Under("plan").Err(); err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	s, err := siteOf(tx, p.ID)
	if err != nil {
		return "", err
	}
	if s.Plan.Version != c.Version {
		present, err := seePlan(tx, p)
		if err != nil {
			return "", err
		}
		return "", kernel.Stale{Current: present}
	}
	var l fault.List
	ours := map[string]bool{}
	for _, spot := range s.Spots {
		ours[spot.ID] = true
	}
	kept := []survey.SpotAt{}
	for i, at := range c.Plan.Spots {
		if ours[at.SpotID] {
			kept = append(kept, at)
			continue
		}
		if _, err := kernel.One[Spot](tx, "id = ? AND site_id = ?", at.SpotID, s.Site.ID); err != nil { // one that was taken back since is left out
			l.Add(fmt.Sprintf("plan.spots.%d.spot_id", i), fault.NotThere, at.SpotID)
		}
	}
	if err := l.Err(); err != nil {
		return "", err
	}
	c.Plan.Spots = kept
	placed := s.Plan.Plan.OriginAt == nil && c.Plan.OriginAt != nil
	if err := kernel.Add(tx, &SitePlan{ID: kernel.NewID(), SiteID: s.Site.ID, Version: c.Version + 1, Plan: c.Plan, PersonID: tx.Who.ID, At: tx.Now}); err != nil || !placed {
		return p.ID, err
	}
	return p.ID, takeNearest(tx, s.Site, *c.Plan.OriginAt)
}

// PlanWas asks for an earlier version of a plan.
type PlanWas struct {
	kernel.ByID
	Version int `path:"version" minimum:"1"`
}

// seePlanWas gives a version of a plan, to be put back by saving it.
func seePlanWas(tx *kernel.Tx, p PlanWas) (survey.Plan, error) {
	s, err := kernel.One[Spot](tx, "id = ?", p.ID)
	if err != nil {
		return survey.Plan{}, err
	}
	v, err := kernel.One[SitePlan](tx, "site_id = ? AND version = ?", s.SiteID, p.Version)
	return shown(tx, v.Plan), err
}

// SiteOf is every spot of the ground on which a spot lies, by name, with the plan of the ground.
func SiteOf(tx *kernel.Tx, spotID string) ([]Known, SitePlan, error) {
	s, err := siteOf(tx, spotID)
	if err != nil {
		return nil, SitePlan{}, err
	}
	for i := range s.Spots {
		s.Spots[i].Site = s.Site
	}
	known, err := read(tx, s.Spots)
	return known, s.Plan, err
}

// Apart is how far those spots are from each other, in metres; false where one of them is not on the plan.
func (p SitePlan) Apart(spots []Known) ([][]float64, bool) {
	located, _ := survey.Locate(p.Plan)
	places := []survey.Located{}
	for _, k := range spots {
		r := survey.PlaceOf(p.Plan, located, k.Spot.ID)
		if r == nil {
			return nil, false
		}
		places = append(places, *r)
	}
	out := [][]float64{}
	for _, a := range places {
		row := []float64{}
		for _, b := range places {
			row = append(row, a.DistanceM(b))
		}
		out = append(out, row)
	}
	return out, true
}
