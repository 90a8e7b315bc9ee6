package stock

// Packing is what was found round bare roots on opening their box.
type Packing string

// The words of Packing.
const (
	PackingNone    Packing = "none"
	PackingMoss    Packing = "moss"
	PackingSawdust Packing = "sawdust"
	PackingPaper   Packing = "paper"
	PackingGel     Packing = "gel"
	PackingOther   Packing = "other"
)

// All lists them.
func (Packing) All() []Packing {
	return []Packing{PackingNone, PackingMoss, PackingSawdust, PackingPaper, PackingGel, PackingOther}
}

// PackedAs is the cover that a box's packing makes for the roots in it, "" for a packing that is not known. Nothing and
// "other" count as a dry box: the box holds its own air and no water.
func PackedAs(packing Packing) Cover {
	switch packing {
	case "", PackingNone, PackingOther:
		return DryBox
	case PackingMoss, PackingSawdust, PackingPaper:
		return DampPacking
	case PackingGel:
		return GelBag
	}
	return ""
}
