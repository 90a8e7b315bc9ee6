package sampling

import "strings"

// CommonestFirst orders what was found: oftener first, then by its code.
func CommonestFirst(foundA, foundB int, codeA, codeB string) int {
	if foundA != foundB {
		return foundB - foundA
	}
	return strings.Compare(codeA, codeB)
}
