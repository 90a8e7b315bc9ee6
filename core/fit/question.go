// Package fit judges how well a kind of tree suits a spot, what limits it, and the
// cheapest change that would make it work (handbook, fit.md).
//
// Unknown is not a pass: what nobody measured is left out of the score, named, and
// holds the overall at 0.65 at most.
package fit

import (
	"sedum/core/ground"
	"sedum/core/set"
)

// Factor names one thing that a tree asks of a spot.
type Factor string

// The factors, in the order in which a tie for the lowest is settled.
const (
	Cold        Factor = "cold"
	Heat        Factor = "heat"
	Light       Factor = "light"
	Drainage    Factor = "drainage"
	Reaction    Factor = "ph"
	Drought     Factor = "drought"
	Room        Factor = "room"
	Chill       Factor = "chill"
	Pollination Factor = "pollination"
	Wind        Factor = "wind"
	SoilGroup   Factor = "soil"
)

// All lists them in that order.
func (Factor) All() []Factor {
	return []Factor{Cold, Heat, Light, Drainage, Reaction, Drought, Room, Chill, Pollination, Wind, SoilGroup}
}

var order = set.All[Factor]()

// Site is one spot on a customer's ground. A nil is something nobody knows.
type Site struct {
	MinC            *float64          `json:"min_c"`
	HotMonthC       *float64          `json:"hot_month_c"`
	SunH            *float64          `json:"sun_h"`
	Drainage        *ground.Drainage  `json:"drainage"`
	RaiseMM         float64           `json:"raise_mm"`
	PH              *float64          `json:"ph"`
	SummerDeficitMM *float64          `json:"summer_deficit_mm"`
	AvailableMMPM   *float64          `json:"available_water_mm_per_m"`
	Water           *ground.Water     `json:"water"`
	Chill           *float64          `json:"chill"`
	WantsFruit      bool              `json:"wants_fruit"`
	Partner         bool              `json:"partner"`
	ConflictYear    *int              `json:"conflict_year"`
	RoomUnknown     bool              `json:"room_unknown"`
	MeetsLine       bool              `json:"meets_line"`
	Wind            *ground.Wind      `json:"wind"`
	SoilGroup       *ground.SoilGroup `json:"soil_group"`
}

// Kind is what a kind of tree bears. A nil cold, sun, drainage, drought, wind or soil is something
// the catalogue does not know; a nil heat limit or chill need does not apply.
type Kind struct {
	ColdC        *float64                   `json:"cold_c"`
	HeatC        *float64                   `json:"heat_c"`
	SunH         *[4]float64                `json:"sun_h"`
	DrainageMax  *ground.Drainage           `json:"drainage_max"`
	PH           *[4]float64                `json:"ph"`
	Drought      *int                       `json:"drought"`
	Wind         *ground.Wind               `json:"wind"`
	ChillNeed    *float64                   `json:"chill_need"`
	Fruiting     bool                       `json:"fruiting"`
	SelfFertile  bool                       `json:"self_fertile"`
	SoilBearings map[ground.SoilGroup]Bears `json:"soil"`
}

var (
	drainages = set.All[ground.Drainage]()
	waters    = map[ground.Water]int{ground.WaterNone: 0, ground.WaterCarried: 1, ground.WaterHose: 2, ground.WaterDrip: 2}
	exposures = set.All[ground.Wind]()
)
