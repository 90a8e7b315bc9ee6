package sampling

// LetsGo tells whether a lot may be called released by what was checked of it: every tree of it was judged, or a complete look of drawn
// trees says so. Released otherwise it is *released unchecked*, needs a reason and counts nowhere (handbook, stock.md, "Lots and samples").
func LetsGo(trees, checked int, drawn bool, answer *Decision) bool {
	if trees > 0 && checked >= trees {
		return true
	}
	return drawn && answer != nil && *answer == Release
}
