package stock

// PackedAs is the cover that a box's packing makes for the roots in it, "" for a packing that is not known. Nothing and
// "other" count as a dry box: the box holds its own air and no water.
func PackedAs(packing string) Cover {
	switch packing {
	case "", "none", "other":
		return DryBox
	case "moss", "sawdust", "paper":
		return DampPacking
	case "gel":
		return GelBag
	}
	return ""
}
