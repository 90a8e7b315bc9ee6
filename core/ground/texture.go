package ground

import (
	"sedum/core/fault"
	"sedum/core/num"
)

// TextureInput is the jar test: the settled layers, mm.
type TextureInput struct {
	SandMM float64 `json:"sand_mm" minimum:"0"`
	SiltMM float64 `json:"silt_mm" minimum:"0"`
	ClayMM float64 `json:"clay_mm" minimum:"0"`
}

// TextureResult is the class of soil and what follows from it.
type TextureResult struct {
	SandPct            float64   `json:"sand_pct" decimals:"1"`
	SiltPct            float64   `json:"silt_pct" decimals:"1"`
	ClayPct            float64   `json:"clay_pct" decimals:"1"`
	Class              SoilClass `json:"class"`
	Group              SoilGroup `json:"group"`
	AvailableWaterMMPM float64   `json:"available_water_mm_per_m" decimals:"0"`
	InfiltrationMMPerH float64   `json:"infiltration_mm_per_h" decimals:"1"`
}

// Soil is what a texture class holds and lets through (handbook table).
type Soil struct {
	Class              SoilClass
	AvailableWaterMMPM float64
	InfiltrationMMPerH float64
	Group              SoilGroup
}

var soils = []Soil{
	{"sand", 50, 50, SoilGroupCoarse}, {"loamy sand", 80, 35, SoilGroupCoarse}, {"sandy loam", 120, 25, SoilGroupCoarse},
	{"loam", 170, 13, SoilGroupMedium}, {"silt loam", 200, 8, SoilGroupMedium}, {"silt", 200, 7, SoilGroupMedium},
	{"sandy clay loam", 140, 6, SoilGroupMedium}, {"clay loam", 180, 5, SoilGroupFine}, {"silty clay loam", 190, 4, SoilGroupFine},
	{"sandy clay", 150, 3, SoilGroupFine}, {"silty clay", 160, 2, SoilGroupFine}, {"clay", 150, 1.5, SoilGroupFine},
}

// SoilClass is a texture of soil.
type SoilClass string

// All lists them from coarse to fine.
func (SoilClass) All() []SoilClass {
	out := []SoilClass{}
	for _, s := range soils {
		out = append(out, s.Class)
	}
	return out
}

// Soils lists the texture classes from coarse to fine.
func Soils() []Soil { return append([]Soil(nil), soils...) }

// FindSoil gives what a texture class holds, for a texture that is known without a jar.
func FindSoil(class SoilClass) (Soil, bool) {
	for _, s := range soils {
		if s.Class == class {
			return s, true
		}
	}
	return Soil{}, false
}

// Texture reads the class from the layers of a jar. Percentages are rounded to six decimals and
// then compared exactly: the class borders are drawn that way.
func Texture(in TextureInput) (TextureResult, error) {
	l := fault.Check(in)
	sum := in.SandMM + in.SiltMM + in.ClayMM
	if len(l) == 0 && sum <= 0 {
		l.Add("sand_mm", fault.NoSum, 0)
	}
	if err := l.Err(); err != nil {
		return TextureResult{}, err
	}
	pct := func(layer float64) float64 { return num.Round(layer/sum*100, 6) }
	sand, silt, clay := pct(in.SandMM), pct(in.SiltMM), pct(in.ClayMM)
	soil, _ := FindSoil(textureClass(sand, silt, clay))
	return TextureResult{sand, silt, clay, soil.Class, soil.Group, soil.AvailableWaterMMPM, soil.InfiltrationMMPerH}, nil
}

func textureClass(sand, silt, clay float64) SoilClass {
	switch {
	case num.Round(silt+1.5*clay, 6) < 15:
		return "sand"
	case num.Round(silt+2*clay, 6) < 30:
		return "loamy sand"
	case (7 <= clay && clay < 20 && sand > 52) || (clay < 7 && silt < 50):
		return "sandy loam"
	case 7 <= clay && clay < 27 && 28 <= silt && silt < 50 && sand <= 52:
		return "loam"
	case (silt >= 50 && 12 <= clay && clay < 27) || (50 <= silt && silt < 80 && clay < 12):
		return "silt loam"
	case silt >= 80 && clay < 12:
		return "silt"
	case 20 <= clay && clay < 35 && silt < 28 && sand > 45:
		return "sandy clay loam"
	case 27 <= clay && clay < 40 && 20 < sand && sand <= 45:
		return "clay loam"
	case 27 <= clay && clay < 40 && sand <= 20:
		return "silty clay loam"
	case clay >= 35 && sand > 45:
		return "sandy clay"
	case clay >= 40 && silt >= 40:
		return "silty clay"
	}
	return "clay"
}
