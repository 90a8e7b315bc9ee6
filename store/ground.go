package store

import (
	"context"
	"time"

	"gorm.io/gorm"

	"sedum/core/ground"
)

// Customer is who plants. Only what a sheet needs is kept.
type Customer struct {
	ID      string
	Name    string
	Phone   string
	Version int
}

// Climate of a site; nil is unknown.
type Climate struct {
	MinC            *float64 `json:"min_c" minimum:"-60" maximum:"60" doc:"mean of the yearly lowest temperatures"`
	HotMonthC       *float64 `json:"hot_month_c" minimum:"-60" maximum:"60" doc:"mean of the hottest month"`
	UsualHighC      *float64 `json:"usual_high_c" minimum:"-60" maximum:"60" doc:"usual high of the hottest month"`
	FirstFrostDay   *int     `json:"first_frost_day" minimum:"1" maximum:"365"`
	LastFrostDay    *int     `json:"last_frost_day" minimum:"1" maximum:"365"`
	LastFrost90Day  *int     `json:"last_frost_90_day" minimum:"1" maximum:"365"`
	SoilFreezeDay   *int     `json:"soil_freeze_day" minimum:"1" maximum:"365"`
	BudSwellDay     *int     `json:"bud_swell_day" minimum:"1" maximum:"365"`
	CoolFromDay     *int     `json:"cool_from_day" minimum:"1" maximum:"365"`
	RainsFromDay    *int     `json:"rains_from_day" minimum:"1" maximum:"365"`
	SummerDeficitMM *float64 `json:"summer_deficit_mm" minimum:"0" maximum:"2000"`
	ChillPortions   *float64 `json:"chill_portions" minimum:"0" maximum:"250"`
	Source          string   `json:"source" enum:",typed,station"`
}

// Site is an address with a climate.
type Site struct {
	ID         string
	CustomerID string
	Address    string
	LatDeg     float64
	Climate    Climate `gorm:"serializer:json"`
	Version    int

	Customer Customer
}

// Ground is what is known of a spot; nil and "" are "do not know".
type Ground struct {
	Purpose    string            `json:"purpose" enum:",shade,fruit,screen,flower,wildlife,small-by-the-door"`
	SandMM     *float64          `json:"sand_mm" minimum:"0" maximum:"500"`
	SiltMM     *float64          `json:"silt_mm" minimum:"0" maximum:"500"`
	ClayMM     *float64          `json:"clay_mm" minimum:"0" maximum:"500"`
	SoilClass  string            `json:"soil_class" doc:"a texture known without a jar"`
	PH         *float64          `json:"ph" minimum:"0" maximum:"14"`
	SunH       *float64          `json:"sun_h" minimum:"0" maximum:"24"`
	Water      string            `json:"water" enum:",none,carried,hose,drip"`
	WindFrom   *float64          `json:"wind_from_deg" minimum:"0" maximum:"360"`
	Exposure   string            `json:"exposure" enum:",sheltered,open,exposed"`
	Sloping    bool              `json:"sloping"`
	RaiseMM    float64           `json:"raise_mm" minimum:"0" maximum:"600"`
	Partner    bool              `json:"partner" doc:"a partner in flower stands near by"`
	RoomLooked bool              `json:"room_looked" doc:"somebody looked for what the tree may meet"`
	Obstacles  []ground.Obstacle `json:"obstacles" maxItems:"20"`
}

// Spot is one candidate planting place on a site.
type Spot struct {
	ID      string
	SiteID  string
	Name    string
	Ground  Ground `gorm:"serializer:json"`
	Version int

	Site Site
}

// Marking is a record that buried services were marked, appended.
type Marking struct {
	ID           string
	SpotID       string
	Reference    string
	MarkedOn     time.Time
	ExpiresOn    time.Time
	MarkedBy     string
	PrivateLines string
	PersonID     string
	At           time.Time
}

// DrainageTest is one drainage hole read against the clock, appended.
type DrainageTest struct {
	ID          string
	SpotID      string
	HoleWidthMM float64
	Readings    []ground.Reading `gorm:"serializer:json"`
	PersonID    string
	At          time.Time
}

// Spots lists every spot with its site and customer, by customer.
func (s *Store) Spots(ctx context.Context) ([]Spot, error) {
	out, err := gorm.G[Spot](s.db).Preload("Site.Customer", nil).Order("site_id, name").Find(ctx)
	return out, ours(err)
}

// SpotByID finds a spot with its site and customer.
func (s *Store) SpotByID(ctx context.Context, id string) (Spot, error) {
	out, err := gorm.G[Spot](s.db).Preload("Site.Customer", nil).Where("id = ?", id).Take(ctx)
	return out, ours(err)
}

// MarkingsOf lists the marking records of a spot, newest first.
func (s *Store) MarkingsOf(ctx context.Context, spotID string) ([]Marking, error) {
	return many[Marking](ctx, s, "at DESC, id DESC", "spot_id = ?", spotID)
}

// DrainageTestsOf lists the drainage holes of a spot, newest first.
func (s *Store) DrainageTestsOf(ctx context.Context, spotID string) ([]DrainageTest, error) {
	return many[DrainageTest](ctx, s, "at DESC, id DESC", "spot_id = ?", spotID)
}

// CustomerByID finds a customer.
func (s *Store) CustomerByID(ctx context.Context, id string) (Customer, error) {
	return one[Customer](ctx, s, "id = ?", id)
}

// SaveSpot writes a spot if its version is still the one that was seen; false when it is not.
func (s *Store) SaveSpot(ctx context.Context, spot Spot, seen int) (bool, error) {
	spot.Version = seen + 1
	result := s.db.WithContext(ctx).Model(&Spot{}).Where("id = ? AND version = ?", spot.ID, seen).
		Select("name", "ground", "version").Omit("Site").Updates(&spot)
	return result.RowsAffected == 1, ours(result.Error)
}

// SaveSite writes a site if its version is still the one that was seen; false when it is not.
func (s *Store) SaveSite(ctx context.Context, site Site, seen int) (bool, error) {
	site.Version = seen + 1
	result := s.db.WithContext(ctx).Model(&Site{}).Where("id = ? AND version = ?", site.ID, seen).
		Select("address", "lat_deg", "climate", "version").Omit("Customer").Updates(&site)
	return result.RowsAffected == 1, ours(result.Error)
}
