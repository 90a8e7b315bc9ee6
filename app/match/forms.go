package match

import (
	"cmp"
	"slices"

	"sedum/core/calc"
	"sedum/core/ground"
	takes "sedum/core/order"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
)

// FormLine is a kind as one kind of stock at a size: what it costs, what it weighs, what there is to dig, and when it can be planted. Zero and
// null are not known.
type FormLine struct {
	Form       stock.Form     `json:"form"`
	LotNumber  int            `json:"lot_number"`
	PotL       float64        `json:"pot_l"`
	HeightM    float64        `json:"height_m"`
	PriceCents int            `json:"price_cents"`
	Count      int            `json:"count" doc:"trees of the lot that may be sold"`
	MassKG     *float64       `json:"mass_kg" decimals:"0"`
	Handling   stock.Handling `json:"handling" optional:"true"`
	HoleL      *float64       `json:"hole_l" decimals:"0" doc:"earth to dig, by the plan's rule for the hole"`
	// People lift it, Hours is how long one practised person plants it here.
	People int     `json:"people"`
	Hours  float64 `json:"hours" decimals:"1"`
	// RootsKept is the house's estimate of what it brings along of its roots; Days how long it lasts until it is planted, null for what waits.
	RootsKept float64  `json:"roots_kept" decimals:"2"`
	Days      *float64 `json:"days" decimals:"0"`
	Overall   float64  `json:"overall" decimals:"2"`
	Season    Season   `json:"season" optional:"true"`
	NextDay   int      `json:"next_day"`
}

// formsOf are the lots of a kind side by side as kinds of stock, the lightest first; none where there is only one.
func formsOf(h rules.House, soil ground.SoilGroup, judged []Judged, counts func(lot int) int) []FormLine {
	out, seen := []FormLine{}, map[int]bool{}
	for _, j := range judged {
		l := j.Lot
		if seen[l.Number] {
			continue
		}
		seen[l.Number] = true
		line := FormLine{Form: l.Form, LotNumber: l.Number, PotL: l.PotL, HeightM: j.heightM(), PriceCents: l.PriceCents, Count: counts(l.Number), HoleL: j.DigL,
			Overall: j.Result.Overall, Season: j.season(), NextDay: j.NextDay}
		if l.Form != stock.BareRoot && l.BallDiameterMM > 0 && l.BallHeightMM > 0 {
			load := stock.Weigh(h, l.Form, l.BallDiameterMM, l.BallHeightMM, l.Medium, stock.Public)
			line.MassKG, line.Handling = &load.MassKG, load.Handling
		}
		line.People = takes.PeopleFor(line.Handling)
		in := planting.Input{Tree: planting.Tree{Form: l.Form, HeightM: line.HeightM, BallDiameterMM: l.BallDiameterMM, BallHeightMM: l.BallHeightMM}}
		in.Spot.SoilGroup = soil
		line.Hours = takes.HoursOf(h, in)
		line.RootsKept = 1
		switch l.Form {
		case stock.Balled:
			line.RootsKept = h.Value(rules.RootsKeptBalled)
		case stock.BareRoot:
			days := h.Value(rules.ClockGelHours) / 24
			line.RootsKept, line.Days = h.Value(rules.RootsKeptBare), &days
		}
		out = append(out, calc.Rounded(line))
	}
	if len(out) < 2 {
		return []FormLine{}
	}
	kg := func(f FormLine) float64 { // a bare root weighs least
		if f.MassKG == nil {
			return 0
		}
		return *f.MassKG
	}
	slices.SortStableFunc(out, func(a, b FormLine) int {
		return cmp.Or(cmp.Compare(kg(a), kg(b)), cmp.Compare(a.PriceCents, b.PriceCents))
	})
	return out
}
