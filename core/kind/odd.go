package kind

import (
	"slices"

	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/stock"
)

// Odd is a pair of values of a kind that contradict each other: one of them is wrong.
type Odd string

// All lists them.
func (Odd) All() []Odd {
	return []Odd{"grown-under-10", "evergreen-colour", "tender-cold", "hardy-tender", "shrub-single", "fruit-not-wanted", "self-fertile-no-fruit", "sharp-wet", "thirsty-dry", "heat-under-cold",
		"ph-narrow", "sun-late", "door-tall", "partners-self"}
}

// OddOf finds what contradicts itself in what is said of a kind. It judges no value for itself: what is alone may be wrong and is not found.
func OddOf(habit stock.Habit, f Facts) []Odd {
	out := []Odd{}
	when := func(odd Odd, is bool) {
		if is {
			out = append(out, odd)
		}
	}
	over := func(a, b *float64) bool { return a != nil && b != nil && num.Over(*a, *b) }
	when("grown-under-10", over(f.Height10M, f.HeightMaxM) || over(f.Spread10M, f.SpreadMaxM))
	when("evergreen-colour", f.Evergreen && f.Autumn != "" && !f.Conifer)
	when("tender-cold", f.Tender && f.ColdC != nil && num.Under(*f.ColdC, -27))
	when("hardy-tender", !f.Tender && !f.NotCovered && f.ColdC != nil && num.Over(*f.ColdC, -12))
	when("shrub-single", f.Shrub && habit == stock.Single)
	when("fruit-not-wanted", f.Fruiting && !slices.Contains(f.Uses, "fruit"))
	when("self-fertile-no-fruit", !f.Fruiting && f.SelfFertile)
	when("sharp-wet", f.SharpDrainage && f.DrainageMax != nil && (*f.DrainageMax == "poor" || *f.DrainageMax == "standing"))
	when("thirsty-dry", f.Thirsty && f.Drought != nil && *f.Drought >= 3 && !slices.Contains(f.Uses, "wildlife"))
	when("heat-under-cold", f.HeatC != nil && f.ColdC != nil && *f.HeatC-*f.ColdC < 30)
	when("ph-narrow", f.PH != nil && f.PH[3]-f.PH[0] < 1)
	when("sun-late", f.SunH != nil && (f.SunH[1] > 8 || f.SunH[2] < 8))
	when("door-tall", slices.Contains(f.Uses, "small-by-the-door") && f.HeightMaxM != nil && num.Over(*f.HeightMaxM, 16))
	when("partners-self", f.Partners != nil && f.Fruiting && f.SelfFertile != (*f.Partners == 0))
	return out
}

// cautious are the genera of which the whole, or a part that people and animals reach, is poisonous, and those with thorns: whatever a table
// says of a kind of theirs, it carries the caution.
var cautious = map[planting.Caution][]string{
	"poison": {"Taxus", "Laburnum", "Nerium", "Aesculus", "Euonymus", "Ligustrum", "Rhododendron", "Robinia", "Buxus", "Ilex", "Prunus", "Thuja", "Platycladus", "Juniperus", "Sophora", "Styphnolobium", "Kalmia", "Pieris",
		"Hydrangea", "Cotoneaster", "Pyracantha", "Gymnocladus", "Colutea", "Cytisus", "Frangula", "Rhamnus", "Erythrina", "Melianthus", "Lonicera", "Sambucus", "Photinia", "Persea", "Berberis", "Mahonia", "Chimonanthus"},
	"thorns": {"Crataegus", "Hippophae", "Berberis", "Pyracantha", "Rosa", "Citrus", "Gleditsia", "Ziziphus", "Erythrina", "Macadamia"},
}

// Careless tells which caution a kind of such a genus lacks.
func Careless(f Facts, genus string) []planting.Caution {
	out := []planting.Caution{}
	for _, caution := range []planting.Caution{"poison", "thorns"} {
		if slices.Contains(cautious[caution], genus) && !slices.Contains(f.Cautions, caution) {
			out = append(out, caution)
		}
	}
	return out
}
