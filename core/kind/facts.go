// Package kind is what is known of a kind of tree, where each value comes from, and what in it contradicts itself (handbook, fit.md).
package kind

import (
	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/core/stock"
)

// Facts is what the catalogue knows of a kind; nil is unknown, and shows.
type Facts struct {
	fit.Kind
	Height10M     *float64           `json:"height_10_m"`
	HeightMaxM    *float64           `json:"height_max_m"`
	Spread10M     *float64           `json:"spread_10_m"`
	SpreadMaxM    *float64           `json:"spread_max_m"`
	Thirsty       bool               `json:"thirsty"`
	SharpDrainage bool               `json:"sharp_drainage"`
	Evergreen     bool               `json:"evergreen"`
	Tender        bool               `json:"tender"`
	AutumnHazard  bool               `json:"autumn_hazard"`
	BarkTender    bool               `json:"bark_tender"`
	OldWood       bool               `json:"old_wood"`
	Bleeds        bool               `json:"bleeds" doc:"bleeds when it is cut in late winter"`
	StoneFruit    bool               `json:"stone_fruit"`
	MovesBadly    bool               `json:"moves_badly"`
	Shrub         bool               `json:"shrub"`
	NotCovered    bool               `json:"not_covered" doc:"palm or bamboo"`
	Cautions      []planting.Caution `json:"cautions"`
	Uses          []ground.Purpose   `json:"uses"`
	// Source is where the values come from that Sources does not name, and Origin what that is; not given, it follows from Source.
	Source string `json:"source"`
	Origin Origin `json:"origin,omitempty" optional:"true"`
	// Synonyms are other names by which people ask for it.
	Synonyms []string `json:"synonyms,omitempty"`
	// Spanish is what it is called on a customer's Spanish paper, "" when nobody knows: then the common name stands there.
	Spanish string `json:"spanish,omitempty"`
	Conifer bool   `json:"conifer,omitempty"`
	Scented bool   `json:"scented,omitempty"`
	// ColouredStems is that it is grown for the colour of its young stems, and cut low for them.
	ColouredStems bool `json:"coloured_stems,omitempty"`
	// Flower and Fruit are what one sees of them, in months of the north; Autumn is the colour of its leaves then.
	Flower *fit.Look  `json:"flower,omitempty"`
	Fruit  *fit.Look  `json:"fruit,omitempty"`
	Autumn fit.Colour `json:"autumn,omitempty" optional:"true"`
	// Salt is how it bears salt in ground and air, BareRoots how its roots bear being bare; nil is unknown.
	Salt      *fit.Bears         `json:"salt,omitempty"`
	BareRoots *stock.Sensitivity `json:"bare_roots,omitempty"`
	// Partners is how many others must flower near by for fruit: none, one, or two.
	Partners *int `json:"partners,omitempty" minimum:"0" maximum:"2"`
	// PollinationGroup is when it flowers among the fruit of its genus, 1 the earliest; nil is unknown.
	PollinationGroup *int `json:"pollination_group,omitempty" minimum:"1" maximum:"9"`
	// Sources are where single values come from, by field, when that is not Source.
	Sources map[string]Sourced `json:"sources,omitempty"`
	// Rootstocks are those on which it is grafted.
	Rootstocks []fit.Rootstock `json:"rootstocks,omitempty"`
	// Lists are the local lists on which it stands.
	Lists []Listed `json:"lists,omitempty"`
}

// Whole is what is known, with an empty list where nothing is: an answer has no list that is none.
func (f Facts) Whole() Facts {
	if f.Kind.SoilBearings == nil {
		f.Kind.SoilBearings = map[ground.SoilGroup]fit.Bears{}
	}
	f.Cautions, f.Uses, f.Synonyms = append([]planting.Caution{}, f.Cautions...), append([]ground.Purpose{}, f.Uses...), append([]string{}, f.Synonyms...)
	return f
}

// Unknown names the facts that the match and the plan ask for and nobody knows.
func (f Facts) Unknown() []string {
	out := []string{}
	for _, each := range []struct {
		name string
		none bool
	}{{"cold_c", f.ColdC == nil}, {"heat_c", f.HeatC == nil}, {"sun_h", f.SunH == nil}, {"drainage_max", f.DrainageMax == nil}, {"ph", f.PH == nil},
		{"drought", f.Drought == nil}, {"wind", f.Kind.Wind == nil}, {"height_10_m", f.Height10M == nil}, {"height_max_m", f.HeightMaxM == nil},
		{"spread_10_m", f.Spread10M == nil}, {"spread_max_m", f.SpreadMaxM == nil}} {
		if each.none {
			out = append(out, each.name)
		}
	}
	return out
}

// On is what is known of a kind as it grows on a rootstock, and the stock; of the kind itself and nil where that stock is not known.
func (f Facts) On(label string) (Facts, *fit.Rootstock) {
	for _, r := range f.Rootstocks {
		if !r.Is(label) {
			continue
		}
		share := func(x *float64) *float64 {
			if x == nil {
				return nil
			}
			y := *x * r.SizePct / 100
			return &y
		}
		f.Height10M, f.HeightMaxM, f.Spread10M, f.SpreadMaxM = share(f.Height10M), share(f.HeightMaxM), share(f.Spread10M), share(f.SpreadMaxM)
		f.SoilBearings = fit.OnRootstock(f.SoilBearings, r)
		return f, &r
	}
	return f, nil
}
