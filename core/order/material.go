// Package order is what an order of plantings takes: what is bought, the water, the hands and the gear, and what it costs by the house's own list
// (handbook, planting.md, "Quantities and cost").
package order

import "sedum/core/rules"

// Material is what a house sells or lends for a planting. The words of what a plan lists are its quantities'.
type Material string

// What is not in a plan's list: an hour of one person, and gear to lift with for a day.
const (
	Hour Material = "hour"
	Gear Material = "gear"
)

// All lists them as a list of prices has them.
func (Material) All() []Material {
	return []Material{"mulch", "compost", "blend", "grit", "aggregate", "bark", "chips", "gypsum", "tablets", "stakes", "ties", "guard", "guard-posts", "guard-mesh", "cage", "pipe", Hour, Gear}
}

// Sold is by what a material is sold.
type Sold string

// The words of Sold.
const (
	ByBag   Sold = "bag"
	ByPiece Sold = "each"
	ByKG    Sold = "kg"
	ByMetre Sold = "m"
	ByM3    Sold = "m3"
	ByHour  Sold = "hour"
	ByDay   Sold = "day"
)

// All lists them.
func (Sold) All() []Sold { return []Sold{ByBag, ByPiece, ByKG, ByMetre, ByM3, ByHour, ByDay} }

// bags are the sizes of bags, by house rule, of what is sold in them.
var bags = map[Material]rules.Key{"mulch": rules.PlanBag, "bark": rules.PlanBag, "chips": rules.PlanBag, "compost": rules.PlanCompostBag, "blend": rules.PlanCompostBag,
	"grit": rules.PlanGritBag, "aggregate": rules.PlanGritBag}

// SoldBy tells by what it is sold.
func (m Material) SoldBy() Sold {
	if _, bag := bags[m]; bag {
		return ByBag
	}
	switch m {
	case "gypsum":
		return ByKG
	case "guard-mesh":
		return ByMetre
	case Hour:
		return ByHour
	case Gear:
		return ByDay
	}
	return ByPiece
}

// ComesLoose tells whether what is sold in bags may be had loose too.
func (m Material) ComesLoose() bool { return m.SoldBy() == ByBag }

// Price is what one of it costs, in hundredths of the house's money; a nil is not on the list.
type Price struct {
	Cents *int
	// LooseCents is a cubic metre of what is sold in bags too.
	LooseCents *int
}

// Prices is a house's list.
type Prices map[Material]Price
