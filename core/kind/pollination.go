package kind

import "strings"

// Genus is the first word of a botanical name.
func Genus(botanical string) string {
	genus, _, _ := strings.Cut(strings.TrimPrefix(botanical, "× "), " ")
	return genus
}

// Pollinates tells whether two different kinds may bear beside each other: fruit of one genus that flowers together. Kinds of one group or of
// two that follow each other do; where a group is unknown nothing speaks against it but what the genus says (handbook, fit.md: pollination group).
func Pollinates(a, b Facts, genusA, genusB string) bool {
	if genusA == "" || genusA != genusB {
		return false
	}
	if a.PollinationGroup == nil || b.PollinationGroup == nil {
		return true
	}
	apart := *a.PollinationGroup - *b.PollinationGroup
	return apart >= -1 && apart <= 1
}
