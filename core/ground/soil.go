package ground

import (
	"fmt"
	"slices"

	"sedum/core/fault"
	"sedum/core/num"
)

// SoilSource is how a texture was found out, the most trusted first (handbook, site.md, "Soil by hand": a laboratory wins over all).
type SoilSource string

// The words of SoilSource.
const (
	SoilByLab    SoilSource = "lab"
	SoilByJar    SoilSource = "jar"
	SoilByRibbon SoilSource = "ribbon"
	SoilKnown    SoilSource = "known"
	SoilDug      SoilSource = "dug"
)

// All lists them.
func (SoilSource) All() []SoilSource {
	return []SoilSource{SoilByLab, SoilByJar, SoilByRibbon, SoilKnown, SoilDug}
}

// Lab is what a laboratory found in a soil.
type Lab struct {
	SandPct *float64 `json:"sand_pct,omitempty" minimum:"0" maximum:"100"`
	SiltPct *float64 `json:"silt_pct,omitempty" minimum:"0" maximum:"100"`
	ClayPct *float64 `json:"clay_pct,omitempty" minimum:"0" maximum:"100"`
	PH      *float64 `json:"ph,omitempty" minimum:"0" maximum:"14"`
	// Sodic is whether it found so much sodium that clay runs together.
	Sodic *bool `json:"sodic,omitempty"`
}

// LayerSign is what somebody saw in a layer on digging.
type LayerSign string

// The words of LayerSign.
const (
	SignRoots   LayerSign = "roots"
	SignWorms   LayerSign = "worms"
	SignStones  LayerSign = "stones"
	SignRubble  LayerSign = "rubble"
	SignMottled LayerSign = "mottled"
	SignWet     LayerSign = "wet"
	SignHard    LayerSign = "hard"
)

// All lists them.
func (LayerSign) All() []LayerSign {
	return []LayerSign{SignRoots, SignWorms, SignStones, SignRubble, SignMottled, SignWet, SignHard}
}

// Layer is a layer of the ground as it was dug, down to a depth; it begins where the one above ends.
type Layer struct {
	ToMM  float64     `json:"to_mm" exclusiveMinimum:"0" maximum:"3000"`
	Class SoilClass   `json:"class,omitempty" optional:"true"`
	Signs []LayerSign `json:"signs,omitempty" maxItems:"7"`
}

// FoundSoil is one telling of a texture.
type FoundSoil struct {
	Source SoilSource `json:"source"`
	Class  SoilClass  `json:"class"`
}

// SoilsFound are all tellings of a spot's texture, the one that is trusted first.
func SoilsFound(g Facts) []FoundSoil {
	out := []FoundSoil{}
	add := func(s SoilSource, class SoilClass) {
		if _, known := FindSoil(class); known {
			out = append(out, FoundSoil{s, class})
		}
	}
	if l := g.Lab; l != nil && l.SandPct != nil && l.SiltPct != nil && l.ClayPct != nil {
		if r, err := Texture(TextureInput{*l.SandPct, *l.SiltPct, *l.ClayPct}); err == nil {
			add(SoilByLab, r.Class)
		}
	}
	if g.SandMM != nil && g.SiltMM != nil && g.ClayMM != nil {
		if r, err := Texture(TextureInput{*g.SandMM, *g.SiltMM, *g.ClayMM}); err == nil {
			add(SoilByJar, r.Class)
		}
	}
	if g.Ribbon != nil {
		add(SoilByRibbon, g.Ribbon.Class())
	}
	add(SoilKnown, g.SoilClass)
	if len(g.Layers) > 0 {
		add(SoilDug, g.Layers[0].Class)
	}
	return out
}

// soilOf is the most trusted telling of a texture, nil when nobody knows it.
func soilOf(g Facts) (*TextureResult, error) {
	found := SoilsFound(g)
	if len(found) == 0 {
		return nil, nil
	}
	switch found[0].Source {
	case SoilByLab:
		r, err := Texture(TextureInput{*g.Lab.SandPct, *g.Lab.SiltPct, *g.Lab.ClayPct})
		return &r, err
	case SoilByJar:
		r, err := Texture(TextureInput{*g.SandMM, *g.SiltMM, *g.ClayMM})
		return &r, err
	}
	soil, _ := FindSoil(found[0].Class)
	return &TextureResult{Class: soil.Class, Group: soil.Group, AvailableWaterMMPM: soil.AvailableWaterMMPM, InfiltrationMMPerH: soil.InfiltrationMMPerH}, nil
}

// TrustedPH is the reaction of the soil: a laboratory's wins.
func TrustedPH(g Facts) *float64 {
	if g.Lab != nil && g.Lab.PH != nil {
		return g.Lab.PH
	}
	return g.PH
}

// PanMM is how deep the first layer begins that no root goes through, false when nobody met one.
func PanMM(g Facts) (float64, bool) {
	top := 0.0
	for _, l := range g.Layers {
		if slices.Contains(l.Signs, SignHard) {
			return top, true
		}
		top = l.ToMM
	}
	return 0, false
}

// rootedMM is the depth of soil that a drought index counts with (handbook, fit.md: 0.6 m).
const rootedMM = 600

// HoldsMMPM is what the upper 0.6 m holds, in mm a metre: over a pan only the soil above it holds water for roots.
func HoldsMMPM(g Facts, soil TextureResult) float64 {
	if pan, is := PanMM(g); is {
		return soil.AvailableWaterMMPM * num.Hold(pan/rootedMM, 0, 1)
	}
	return soil.AvailableWaterMMPM
}

// WetSigns tells whether somebody saw grey, mottled or wet soil within reach of roots: water may stand there in winter (site.md).
func WetSigns(g Facts) bool {
	top := 0.0
	for _, l := range g.Layers {
		if num.Under(top, rootedMM) && (slices.Contains(l.Signs, SignMottled) || slices.Contains(l.Signs, SignWet)) {
			return true
		}
		top = l.ToMM
	}
	return false
}

// checkSoil returns what is wrong with what was found of a soil beyond single limits.
func checkSoil(g Facts) (l fault.List) {
	if lab := g.Lab; lab != nil {
		parts, said, sum := []*float64{lab.SandPct, lab.SiltPct, lab.ClayPct}, 0, 0.0
		for _, p := range parts {
			if p != nil {
				said, sum = said+1, sum+*p
			}
		}
		for i, name := range []string{"lab.sand_pct", "lab.silt_pct", "lab.clay_pct"} {
			if parts[i] == nil && said > 0 {
				l.Add(name, fault.Required, nil)
			}
		}
		if said == 3 && (num.Under(sum, 98) || num.Over(sum, 102)) {
			l.Add("lab.sand_pct", fault.NotHundred, num.Round(sum, 1))
		}
	}
	above := 0.0
	for i, layer := range g.Layers {
		if num.AtMost(layer.ToMM, above) {
			l.Add(fmt.Sprintf("layers.%d.to_mm", i), fault.DeeperThan, above)
		}
		above = layer.ToMM
	}
	return l
}
