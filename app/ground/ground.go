// Package ground is the customer's ground: people, sites and spots, markings of services, drainage holes (handbook, site.md).
package ground

import (
	"embed"
	"errors"
	"strings"
	"time"

	"sedum/app/photos"
	"sedum/core/climate"
	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Customer is who plants. Only what a sheet needs is kept.
type Customer struct {
	ID      string
	Name    string
	Phone   string
	Version int
	// TouchedAt is when the counter last wrote something of them down; ErasedAt when who they were was forgotten, nil while it is known.
	TouchedAt time.Time
	ErasedAt  *time.Time
}

// Site is an address with a climate.
type Site struct {
	ID         string
	CustomerID string
	Address    string
	LatDeg     float64
	// Climate is what somebody typed; it stands over what the station says.
	Climate climate.Facts `gorm:"serializer:json"`
	// StationID is whose record counts for the site, nil while none was chosen.
	StationID *string
	Version   int

	Customer Customer
}

// Spot is one candidate planting place on a site.
type Spot struct {
	ID      string
	SiteID  string
	Name    string
	Ground  ground.Facts `gorm:"serializer:json"`
	Version int
	// TakenBackAt takes it off the lists, nil while it stands.
	TakenBackAt *time.Time

	Site Site
}

// Who may do what with the ground.
var (
	SeeGround  = kernel.Permission{Name: "see-ground", Roles: set.All[roles.Role]()}
	KeepGround = kernel.Permission{Name: "keep-ground", Roles: roles.Counter()}
)

// Holds tells whether a sheet plants at a spot; who issues sheets says it.
type Holds func(tx *kernel.Tx, spotID string) (bool, error)

// Capability declares what can be asked and done here.
func Capability(holds Holds) kernel.Capability {
	changed := []string{"list-spots", "see-spot", "near-stations", "see-plan", "see-light", "see-shade", "match", "match-order", "match-beside", "see-room", "plan", "today"}
	fresh := func(tx *kernel.Tx, _ kernel.None, id string) (Page, error) { return page(tx, kernel.ByID{ID: id}) }
	same := func(tx *kernel.Tx, p kernel.ByID, _ string) (Page, error) { return page(tx, p) }
	return kernel.Capability{Name: "ground", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-spots", "/spots", SeeGround, list),
		kernel.Read("see-spot", "/spots/{id}", SeeGround, page),
		kernel.Deed("add-customer", "POST", "/customers", KeepGround, addCustomer, fresh).Makes(changed...),
		kernel.Deed("add-spot", "POST", "/spots/{id}/beside", KeepGround, addSpot, func(tx *kernel.Tx, _ kernel.ByID, id string) (Page, error) {
			return page(tx, kernel.ByID{ID: id})
		}).Makes(changed...),
		kernel.Deed("save-spot", "PUT", "/spots/{id}", KeepGround, saveSpot, same).Makes(changed...),
		kernel.Deed("amend-customer", "PUT", "/spots/{id}/customer", KeepGround, amendCustomer, same).Makes(append(changed, "see-mendings")...),
		kernel.Deed("take-back-spot", "POST", "/spots/{id}/taken-back", KeepGround, holds.takeBackSpot, same).Makes(append(changed, "see-mendings")...),
		kernel.Deed("take-back-marking", "POST", "/spots/{id}/markings/{record}/taken-back", KeepGround, takeBackMarking, func(tx *kernel.Tx, _ OfSpot, id string) (Page, error) {
			return page(tx, kernel.ByID{ID: id})
		}).Makes(append(changed, "see-mendings", "see-sheet")...),
		kernel.Deed("take-back-drainage", "POST", "/spots/{id}/drainage/{record}/taken-back", KeepGround, takeBackDrainage, func(tx *kernel.Tx, _ OfSpot, id string) (Page, error) {
			return page(tx, kernel.ByID{ID: id})
		}).Makes(append(changed, "see-mendings", "see-sheet")...),
		kernel.Deed("record-line-answer", "POST", "/spots/{id}/line-answers", KeepGround, recordLineAnswer, same).Makes(changed...),
		kernel.Deed("take-back-line-answer", "POST", "/spots/{id}/line-answers/{record}/taken-back", KeepGround, takeBackLineAnswer, func(tx *kernel.Tx, _ OfSpot, id string) (Page, error) {
			return page(tx, kernel.ByID{ID: id})
		}).Makes(append(changed, "see-mendings", "see-sheet")...),
		kernel.Upload("add-spot-photo", "/spots/{id}/photos", KeepGround, addPhoto, func(tx *kernel.Tx, p NewPhoto, _ string) (Page, error) {
			return page(tx, p.ByID)
		}).Takes("image/jpeg", "image/png").Limit(photos.Limit).Through(kernel.NewGate(1, 8)).Makes("see-spot"),
		kernel.ReadFile("see-spot-photo", "/spot-photos/{id}/picture.jpg", SeeGround, "image/jpeg", pictureOf(func(p SpotPhoto) []byte { return p.Picture })),
		kernel.ReadFile("see-spot-thumbnail", "/spot-photos/{id}/thumbnail.jpg", SeeGround, "image/jpeg", pictureOf(func(p SpotPhoto) []byte { return p.Thumbnail })),
		kernel.Deed("take-back-spot-photo", "POST", "/spot-photos/{id}/taken-back", KeepGround, takeBackPhoto, func(tx *kernel.Tx, _ kernel.ByID, id string) (Page, error) {
			return page(tx, kernel.ByID{ID: id})
		}).Makes("see-spot", "see-mendings"),
		kernel.Read("see-plan", "/spots/{id}/plan", SeeGround, seePlan),
		kernel.Read("see-light", "/spots/{id}/plan/light", SeeGround, seeLight),
		kernel.Read("see-shade", "/spots/{id}/plan/shade", SeeGround, seeShade),
		kernel.Read("see-plan-was", "/spots/{id}/plan/versions/{version}", SeeGround, seePlanWas),
		kernel.Ask("read-plan", "/spots/{id}/plan/reading", SeeGround, readPlan),
		kernel.Deed("save-plan", "PUT", "/spots/{id}/plan", KeepGround, savePlan, func(tx *kernel.Tx, p kernel.ByID, _ string) (PlanPage, error) {
			return seePlan(tx, p)
		}).Makes(changed...),
		kernel.Ask("read-setting-out", "/spots/{id}/plan/setting-out", SeeGround, readSettingOut),
		kernel.Deed("make-spots", "POST", "/spots/{id}/plan/spots", KeepGround, makeSpots, func(tx *kernel.Tx, p kernel.ByID, _ string) (PlanPage, error) {
			return seePlan(tx, p)
		}).Makes(changed...),
		kernel.Ask("read-geojson", "/spots/{id}/plan/from-geojson", KeepGround, readGeoJSON).Limit(4 << 20),
		kernel.ReadFile("survey-pdf", "/spots/{id}/survey.pdf", SeeGround, "application/pdf", SurveyPDF),
		kernel.ReadFile("plan-geojson", "/spots/{id}/plan.geojson", KeepGround, GeoJSONType, PlanAsFile),
		kernel.Ask("read-spot", "/spots/{id}/reading", SeeGround, readSpot),
		kernel.Deed("record-marking", "POST", "/spots/{id}/markings", KeepGround, recordMarking, same).Makes(changed...),
		kernel.Ask("read-drainage", "/ground/drainage", SeeGround, readDrainage),
		kernel.Deed("record-drainage", "POST", "/spots/{id}/drainage", KeepGround, recordDrainage, same).Makes(changed...),
		kernel.Read("near-stations", "/spots/{id}/stations", SeeGround, nearStations),
		kernel.Deed("set-site-schools", "PUT", "/spots/{id}/schools", KeepGround, setSiteSchools, same).Makes(append(changed, "see-sheet")...),
		kernel.Read("see-owner", "/spots/{id}/owner", SeeGround, owner),
		kernel.Deed("say-leaving", "POST", "/spots/{id}/owner/leaving", KeepGround, leave, ofOwner).Makes("see-owner", "see-week"),
		kernel.Deed("say-staying", "POST", "/spots/{id}/owner/staying", KeepGround, stay, ofOwner).Makes("see-owner", "see-week"),
		kernel.Deed("choose-station", "PUT", "/spots/{id}/station", KeepGround, chooseStation, same).Makes(changed...),
	}}
}

// NewCustomer is a customer with the first site and spot.
type NewCustomer struct {
	Name    string `json:"name" maxLength:"120"`
	Phone   string `json:"phone" maxLength:"40"`
	Address string `json:"address" maxLength:"200"`
	// LatDeg left out is the latitude of the station; StationID left out, with the latitude too, is the only station there is.
	LatDeg    *float64 `json:"lat_deg,omitempty" minimum:"-66" maximum:"66"`
	StationID string   `json:"station_id,omitempty"`
	SpotName  string   `json:"spot_name" maxLength:"120"`
}

// addCustomer takes a customer, a site and its first spot down.
func addCustomer(tx *kernel.Tx, _ kernel.None, c NewCustomer) (spotID string, err error) {
	c.Name, c.Address, c.SpotName = strings.TrimSpace(c.Name), strings.TrimSpace(c.Address), strings.TrimSpace(c.SpotName)
	if err := fault.Missing("address", c.Address, "name", c.Name, "spot_name", c.SpotName).Err(); err != nil {
		return "", err
	}
	customer := Customer{ID: kernel.NewID(), Name: c.Name, Phone: strings.TrimSpace(c.Phone), Version: 1, TouchedAt: tx.Now}
	if err := kernel.Add(tx, &customer); err != nil {
		return "", err
	}
	station, latDeg, err := stationFor(tx, c)
	if err != nil {
		return "", err
	}
	site := Site{ID: kernel.NewID(), CustomerID: customer.ID, Address: c.Address, LatDeg: latDeg, StationID: station, Version: 1}
	if err := kernel.Add(tx, &site); err != nil {
		return "", err
	}
	if err := errors.Join(name(tx, aCustomer, customer.ID, c.Name), name(tx, aSite, site.ID, c.Address)); err != nil {
		return "", err
	}
	return newSpot(tx, site.ID, c.SpotName)
}

// AddTold takes down a customer with what they told of their ground.
func AddTold(tx *kernel.Tx, c NewCustomer, facts ground.Facts) (spotID string, err error) {
	if spotID, err = addCustomer(tx, kernel.None{}, c); err != nil {
		return "", err
	}
	spot := Spot{ID: spotID, Ground: facts}
	return spotID, kernel.Ours(tx.DB().Model(&spot).Select("ground").Updates(&spot).Error)
}

// PageOf is the page of a spot, as an answer to a deed of another capability.
func PageOf(tx *kernel.Tx, spotID string) (Page, error) { return page(tx, kernel.ByID{ID: spotID}) }

func newSpot(tx *kernel.Tx, siteID, called string) (id string, err error) {
	spot := Spot{ID: kernel.NewID(), SiteID: siteID, Name: called, Version: 1, Ground: ground.Facts{Obstacles: []ground.Obstacle{}}}
	if err := kernel.Add(tx, &spot); err != nil {
		return "", err
	}
	return spot.ID, name(tx, aSpot, spot.ID, spot.Name)
}

// NewSpot is another spot on the same site.
type NewSpot struct {
	SpotName string `json:"spot_name" maxLength:"120"`
}

func addSpot(tx *kernel.Tx, p kernel.ByID, n NewSpot) (spotID string, err error) {
	n.SpotName = strings.TrimSpace(n.SpotName)
	if err := fault.Missing("spot_name", n.SpotName).Err(); err != nil {
		return "", err
	}
	beside, err := kernel.One[Spot](tx, "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if err := Touch(tx, p.ID); err != nil {
		return "", err
	}
	return newSpot(tx, beside.SiteID, n.SpotName)
}

// Change is a spot as it should be, and the version that was seen.
type Change struct {
	Version     int           `json:"version"`
	SiteVersion int           `json:"site_version"`
	Name        string        `json:"name" maxLength:"120"`
	LatDeg      float64       `json:"lat_deg" minimum:"-66" maximum:"66"`
	Ground      ground.Facts  `json:"ground"`
	Climate     climate.Facts `json:"climate"`
}

func (c Change) check() error {
	l := append(ground.CheckFacts(c.Ground).Under("ground"), climate.CheckFacts(c.Climate).Under("climate")...)
	return append(l, fault.Missing("name", strings.TrimSpace(c.Name))...).Err()
}

// saveSpot keeps a spot and the climate of its site. Errors: kernel.Stale with the spot's page.
func saveSpot(tx *kernel.Tx, p kernel.ByID, c Change) (string, error) {
	if err := c.check(); err != nil {
		return "", err
	}
	v, err := SpotOf(tx, p.ID)
	if err != nil {
		return "", err
	}
	if v.Spot.Version != c.Version || v.Spot.Site.Version != c.SiteVersion {
		return "", stale(tx, p)
	}
	spot, site := v.Spot, v.Spot.Site
	c.Ground.Around = c.Ground.Looked(spot.Ground.Around, tx.Today())
	spot.Name, spot.Ground, spot.Version = strings.TrimSpace(c.Name), c.Ground, c.Version+1
	site.LatDeg, site.Climate, site.Version = c.LatDeg, c.Climate, c.SiteVersion+1
	err = update(tx, &spot, c.Version, "name", "ground", "version")
	if err == nil {
		err = update(tx, &site, c.SiteVersion, "lat_deg", "climate", "version")
	}
	if errors.Is(err, kernel.ErrMissing) { // somebody was there between reading and writing
		return "", stale(tx, p)
	}
	if err == nil {
		err = name(tx, aSpot, spot.ID, spot.Name)
	}
	if err != nil {
		return "", err
	}
	return p.ID, Touch(tx, p.ID)
}

// update writes columns of a record whose version is still the one that was seen, else kernel.ErrMissing.
func update[T any](tx *kernel.Tx, record *T, seen int, columns ...string) error {
	done := tx.DB().Model(record).Where("version = ?", seen).Select(columns).Updates(record)
	if done.Error == nil && done.RowsAffected == 0 {
		return kernel.ErrMissing
	}
	return kernel.Ours(done.Error)
}

func stale(tx *kernel.Tx, p kernel.ByID) error {
	present, err := page(tx, p)
	return errors.Join(err, kernel.Stale{Current: present})
}
