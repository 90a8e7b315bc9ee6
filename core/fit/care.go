package fit

import "sedum/core/ground"

// CareWants is what of a kind asks for care beyond its first years.
type CareWants struct {
	// Fruiting wants pruning, thinning and picking; Tender a winter's shelter.
	Fruiting, Tender bool
	// Thirsty wants water in dry weeks, and so does what bears no drought at all.
	Thirsty bool
	// Drought is its tolerance 0 to 3, nil when nobody knows.
	Drought *int
	// Bleeds and StoneFruit want their cuts at one time of the year only.
	Bleeds, StoneFruit bool
}

// CareOf is how much care a kind wants (decision 36): much when it is grown for fruit or must be sheltered, little when it is none of that,
// bears some drought and may be cut at any time; what nobody knows is never little.
func CareOf(w CareWants) ground.Care {
	switch {
	case w.Fruiting || w.Tender:
		return ground.CareMuch
	case w.Thirsty || w.Bleeds || w.StoneFruit || w.Drought == nil || *w.Drought == 0:
		return ground.CareSome
	}
	return ground.CareLittle
}
