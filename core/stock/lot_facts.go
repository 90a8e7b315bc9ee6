package stock

import "strings"

// LotFacts is what a grower or a delivery note states of a lot; sizes are nominal, as delivered. It is declared here once: the delivery,
// the note, the record and the answer carry it whole. A size of 0 and a word of "" are not stated; Settled fills in what is usual, and Assumed names it.
type LotFacts struct {
	Form           Form    `json:"form"`
	Pot            Pot     `json:"pot" optional:"true"`
	PotL           float64 `json:"pot_l" minimum:"0" maximum:"2000"`
	BallDiameterMM float64 `json:"ball_diameter_mm" minimum:"0" maximum:"3000" doc:"nominal"`
	BallHeightMM   float64 `json:"ball_height_mm" minimum:"0" maximum:"2000" doc:"nominal"`
	CaliperMM      float64 `json:"caliper_mm" minimum:"0" maximum:"400" doc:"nominal"`
	// GirthCM goes round the trunk, at 1 m; of a range it is the low.
	GirthCM     float64     `json:"girth_cm,omitempty" minimum:"0" maximum:"200" doc:"nominal; 0 is not stated"`
	HeightM     float64     `json:"height_m" minimum:"0" maximum:"20" doc:"nominal"`
	Size        Size        `json:"size" optional:"true" doc:"of bare roots"`
	Medium      Medium      `json:"medium" optional:"true"`
	Sizing      Sizing      `json:"sizing" optional:"true"`
	Sensitivity Sensitivity `json:"sensitivity" optional:"true" doc:"of bare roots to drying"`
	// Grafted is nil when nobody stated it: the bench then asks whether there is a graft.
	Grafted *bool `json:"grafted"`
	// Origin has a list of its own at the bench: a young layer (bare), a tree lifted in a garden (balled).
	Origin      Origin      `json:"origin" optional:"true"`
	Cultivar    string      `json:"cultivar" maxLength:"80"`
	Rootstock   string      `json:"rootstock" maxLength:"60"`
	Propagation Propagation `json:"propagation" optional:"true" doc:"how it was raised, when known"`
	// Ordered is how many trees stand on the order, to hold the count against; nil when nobody said.
	Ordered    *int `json:"ordered" minimum:"0" maximum:"100000"`
	PriceCents int  `json:"price_cents" minimum:"0" maximum:"100000000" doc:"0 is not stated"`
	// Ranges are the sizes above that were stated as from and to.
	Ranges []Range `json:"ranges,omitempty" gorm:"serializer:json" maxItems:"10"`
	// Assumed names the facts above that nobody stated: they are the usual ones of the form.
	Assumed []Assumable `json:"assumed,omitempty" gorm:"serializer:json" maxItems:"20"`
}

// Settled is the facts without stray spaces, with what follows from them (what was raised by grafting, or stands on a named rootstock,
// is grafted), and with the usual of the form where nothing was stated.
func (f LotFacts) Settled() LotFacts {
	f.Cultivar, f.Rootstock = strings.TrimSpace(f.Cultivar), strings.TrimSpace(f.Rootstock)
	switch yes, no := true, false; {
	case f.Propagation == PropagationGraft || f.Rootstock != "":
		f.Grafted = &yes
	case f.Grafted == nil && f.Propagation != "":
		f.Grafted = &no
	}
	return f.withUsual()
}

// IsGrafted tells whether a lot is stated to be grafted.
func (f LotFacts) IsGrafted() bool { return f.Grafted != nil && *f.Grafted }

// Called is what people call the trees of a lot: the kind, and the cultivar in its marks.
func (f LotFacts) Called(common string) string {
	if f.Cultivar == "" {
		return common
	}
	return common + " ‘" + f.Cultivar + "’"
}

// JudgedBy names what of a lot its looks were judged by and would be other, "" for nothing: that is corrected only while nobody has looked.
func (f LotFacts) JudgedBy(is LotFacts) string {
	switch {
	case f.Form != is.Form:
		return "form"
	case f.Pot != is.Pot:
		return "pot"
	case f.Origin != is.Origin:
		return "origin"
	case f.IsGrafted() != is.IsGrafted() || (f.Grafted == nil) != (is.Grafted == nil):
		return "grafted"
	case f.Medium != is.Medium:
		return "medium"
	case f.Sizing != is.Sizing:
		return "sizing"
	}
	return ""
}
