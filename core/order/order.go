package order

import (
	"math"
	"slices"

	"sedum/core/num"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/stock"
)

// Tree is one planting of an order. PriceCents 0 is not stated.
type Tree struct {
	Input      planting.Input
	Plan       planting.Plan
	PriceCents int
}

// Line is one material of the whole order.
type Line struct {
	Material Material          `json:"material"`
	Amount   planting.Measure  `json:"amount"`
	Each     *planting.Measure `json:"each,omitempty"`
	// Units are bags, pieces, kilograms, metres or cubic metres, in whole ones where they are sold so: rounded once over the order.
	Units float64 `json:"units" decimals:"2"`
	Sold  Sold    `json:"sold"`
	Cents *int    `json:"cents"`
	// LooseM3 is the same loose, to the next tenth of a cubic metre; 0 where it does not come loose.
	LooseM3    float64 `json:"loose_m3" decimals:"1"`
	LooseCents *int    `json:"loose_cents"`
	// Loose tells that loose is the cheaper; the total counts with it.
	Loose bool `json:"loose"`
}

// Order is what it takes and costs.
type Order struct {
	Lines []Line `json:"lines"`
	// WaterL is carried or run on the day. AwayL is soil to carry off, loose.
	WaterL float64 `json:"water_l" decimals:"0"`
	AwayL  float64 `json:"away_l" decimals:"0"`
	// OwnSoilL is soil of the customer's own that a mound takes beyond what is dug: nobody buys it.
	OwnSoilL float64 `json:"own_soil_l" decimals:"0"`
	// Hours are of one practised person; NewHours of one who never did it. People is how many the heaviest needs at once.
	Hours    float64 `json:"hours" decimals:"1"`
	NewHours float64 `json:"new_hours" decimals:"1"`
	People   int     `json:"people"`
	// Gear counts what nobody lifts by hand, Contractor what is not the house's to lift.
	Gear       int `json:"gear"`
	Contractor int `json:"contractor"`
	Trees      int `json:"trees"`
	TreesCents int `json:"trees_cents"`
	// TotalCents counts what has a price. Unpriced names what has none: it is not in the total.
	TotalCents    int        `json:"total_cents"`
	Unpriced      []Material `json:"unpriced"`
	UnpricedTrees int        `json:"unpriced_trees"`
	// Withheld tells that something of it is not told while services are unmarked: the total is not whole.
	Withheld bool `json:"withheld"`
}

// Of adds up an order. With hands it counts the house's own planting too, by the hour.
func Of(h rules.House, trees []Tree, prices Prices, hands bool) Order {
	out := Order{Lines: []Line{}, Unpriced: []Material{}}
	for _, t := range trees {
		count := max(1, t.Input.Tree.Count)
		out.Trees += count
		out.TreesCents += count * t.PriceCents
		if t.PriceCents == 0 {
			out.UnpricedTrees += count
		}
		out.add(t.Plan)
		out.lift(h, t, count)
		if !byContractor(h, t.Plan) {
			out.Hours += HoursOf(h, t.Input) * float64(count)
		}
	}
	out.NewHours = newHours(h, out.Hours)
	out.TotalCents = out.TreesCents
	slices.SortStableFunc(out.Lines, func(a, b Line) int {
		return slices.Index(set.All[Material](), a.Material) - slices.Index(set.All[Material](), b.Material)
	})
	for i := range out.Lines {
		out.price(h, &out.Lines[i], prices)
	}
	if out.Gear > 0 {
		out.Lines = append(out.Lines, Line{Material: Gear, Amount: planting.Measure{Value: 1}, Units: 1, Sold: ByDay})
		out.price(h, &out.Lines[len(out.Lines)-1], prices)
	}
	if hands && out.Hours > 0 {
		out.Lines = append(out.Lines, Line{Material: Hour, Amount: planting.Measure{Value: out.Hours, Unit: "h"}, Units: num.Ceiling(out.Hours*2) / 2, Sold: ByHour})
		out.price(h, &out.Lines[len(out.Lines)-1], prices)
	}
	return out
}

// add puts a plan's quantities to those of the same material and length.
func (o *Order) add(p planting.Plan) {
	for _, q := range p.Quantities {
		switch {
		case q.Code == "first-water":
			o.WaterL += q.Amount.Value
			continue
		case p.Locked && q.GivesAway():
			o.Withheld = true
			continue
		case q.Code == "mound-soil":
			o.OwnSoilL += q.Amount.Value
			continue
		case q.Code == "spoil-left":
			o.AwayL += q.Amount.Value
			continue
		}
		i := slices.IndexFunc(o.Lines, func(l Line) bool { return string(l.Material) == q.Code && sameLength(l.Each, q.Each) })
		if i < 0 {
			o.Lines = append(o.Lines, Line{Material: Material(q.Code), Amount: planting.Measure{Unit: q.Amount.Unit}, Each: q.Each, Sold: Material(q.Code).SoldBy()})
			i = len(o.Lines) - 1
		}
		o.Lines[i].Amount.Value += q.Amount.Value
	}
}

func sameLength(a, b *planting.Measure) bool {
	return (a == nil) == (b == nil) && (a == nil || num.Round(a.Value, 0) == num.Round(b.Value, 0))
}

// byContractor tells whether a tree is too heavy for the house to lift: its hours are the contractor's.
func byContractor(h rules.House, p planting.Plan) bool {
	return num.Over(p.Load.RiggingKG, h.Value(rules.PlanRigging))
}

// lift is what the heaviest of it asks for.
func (o *Order) lift(h rules.House, t Tree, count int) {
	switch load := t.Plan.Load; {
	case byContractor(h, t.Plan):
		o.Contractor += count
	case load.Handling == stock.Gear:
		o.Gear += count
		o.People = max(o.People, peopleWithGear)
	default:
		o.People = max(o.People, PeopleFor(load.Handling))
	}
}

// PeopleFor are how many lift it at once.
func PeopleFor(handling stock.Handling) int {
	switch handling {
	case stock.Gear:
		return peopleWithGear
	case stock.TwoPerson:
		return 2
	}
	return 1
}

// price rounds a line to what can be bought, and takes the cheaper of bags and loose.
func (o *Order) price(h rules.House, l *Line, prices Prices) {
	if l.Units == 0 {
		switch l.Sold {
		case ByBag:
			l.Units = num.Ceiling(l.Amount.Value / h.Value(bags[l.Material]))
			l.LooseM3 = num.Ceiling(l.Amount.Value/100) / 10
		case ByMetre, ByKG:
			l.Units = num.Ceiling(l.Amount.Value*10) / 10
		default:
			l.Units = num.Ceiling(l.Amount.Value)
		}
	}
	p := prices[l.Material]
	if p.Cents != nil {
		cents := int(math.Round(float64(*p.Cents) * l.Units))
		l.Cents = &cents
	}
	if p.LooseCents != nil && l.LooseM3 > 0 {
		cents := int(math.Round(float64(*p.LooseCents) * l.LooseM3))
		l.LooseCents = &cents
	}
	switch {
	case l.LooseCents != nil && (l.Cents == nil || *l.LooseCents < *l.Cents):
		l.Loose = true
		o.TotalCents += *l.LooseCents
	case l.Cents != nil:
		o.TotalCents += *l.Cents
	case !slices.Contains(o.Unpriced, l.Material):
		o.Unpriced = append(o.Unpriced, l.Material)
	}
}

// HoseMinutes is how long a hose runs for so much water when it fills so many litres in so many seconds; nil where it was not timed.
func HoseMinutes(waterL float64, canL, seconds float64) *float64 {
	if canL <= 0 || seconds <= 0 {
		return nil
	}
	minutes := waterL / canL * seconds / 60
	return &minutes
}
