package fit

import (
	"fmt"

	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/rules"
)

// Input is the strict contract of the calculator: what it lists must be known.
type Input struct {
	Site InputSite `json:"site"`
	Kind InputKind `json:"kind"`
}

// InputSite is the spot of the strict contract. Drainage is the class before the raise.
type InputSite struct {
	MinC            float64          `json:"min_c" minimum:"-60" maximum:"60"`
	HotMonthC       *float64         `json:"hot_month_c,omitempty" minimum:"-60" maximum:"60"`
	SunH            float64          `json:"sun_h" minimum:"0" maximum:"24"`
	Drainage        ground.Drainage  `json:"drainage"`
	RaiseMM         float64          `json:"raise_mm" minimum:"0"`
	PH              *float64         `json:"ph,omitempty" minimum:"0" maximum:"14"`
	SummerDeficitMM float64          `json:"summer_deficit_mm" doc:"under 0 is a surplus"`
	AvailableMMPM   float64          `json:"available_water_mm_per_m" minimum:"0"`
	Water           ground.Water     `json:"water"`
	Chill           *float64         `json:"chill,omitempty" minimum:"0"`
	WantsFruit      bool             `json:"wants_fruit"`
	Partner         bool             `json:"partner"`
	ConflictYear    *int             `json:"conflict_year,omitempty" minimum:"0"`
	RoomUnknown     bool             `json:"room_unknown"`
	MeetsLine       bool             `json:"meets_line"`
	Wind            ground.Wind      `json:"wind"`
	SoilGroup       ground.SoilGroup `json:"soil_group"`
}

// InputKind is the kind of the strict contract.
type InputKind struct {
	ColdC       float64         `json:"cold_c" minimum:"-60" maximum:"60"`
	HeatC       *float64        `json:"heat_c,omitempty" minimum:"-60" maximum:"60"`
	SunH        [4]float64      `json:"sun_h" minimum:"0" maximum:"24"`
	DrainageMax ground.Drainage `json:"drainage_max"`
	PH          [4]float64      `json:"ph" minimum:"0" maximum:"14"`
	Drought     int             `json:"drought" minimum:"0" maximum:"3"`
	Wind        ground.Wind     `json:"wind"`
	ChillNeed   *float64        `json:"chill_need,omitempty" exclusiveMinimum:"0"`
	Fruiting    bool            `json:"fruiting"`
	SelfFertile bool            `json:"self_fertile"`
	Soil        Bearing         `json:"soil"`
}

// Bearing is how a kind takes each group of soil.
type Bearing struct {
	Coarse Bears `json:"coarse"`
	Medium Bears `json:"medium"`
	Fine   Bears `json:"fine"`
}

// Check returns what is wrong with the input.
func (in Input) Check() error {
	l := fault.Check(in)
	for _, r := range []struct {
		name   string
		values [4]float64
	}{{"kind.sun_h", in.Kind.SunH}, {"kind.ph", in.Kind.PH}} {
		for i := 1; i < 4; i++ {
			if r.values[i] < r.values[i-1] {
				l.Add(fmt.Sprintf("%s.%d", r.name, i), fault.Falls, r.values[i-1])
			}
		}
	}
	return l.Err()
}

// Fit is Judge behind its strict contract.
func Fit(h rules.House, in Input) (Result, error) {
	if err := in.Check(); err != nil {
		return Result{}, err
	}
	s, k := in.Site, in.Kind
	return Judge(h,
		Site{
			MinC: &s.MinC, HotMonthC: s.HotMonthC, SunH: &s.SunH, Drainage: &s.Drainage, RaiseMM: s.RaiseMM,
			PH: s.PH, SummerDeficitMM: &s.SummerDeficitMM, AvailableMMPM: &s.AvailableMMPM, Water: &s.Water,
			Chill: s.Chill, WantsFruit: s.WantsFruit, Partner: s.Partner, ConflictYear: s.ConflictYear,
			RoomUnknown: s.RoomUnknown, MeetsLine: s.MeetsLine, Wind: &s.Wind, SoilGroup: &s.SoilGroup,
		},
		Kind{
			ColdC: &k.ColdC, HeatC: k.HeatC, SunH: &k.SunH, DrainageMax: &k.DrainageMax, PH: &k.PH,
			Drought: &k.Drought, Wind: &k.Wind, ChillNeed: k.ChillNeed, Fruiting: k.Fruiting, SelfFertile: k.SelfFertile,
			SoilBearings: map[ground.SoilGroup]Bears{ground.SoilGroupCoarse: k.Soil.Coarse, ground.SoilGroupMedium: k.Soil.Medium, ground.SoilGroupFine: k.Soil.Fine},
		}), nil
}
