// Package tag makes the short codes that hang on trees.
//
// A tag is five letters and a check character, written ABC-DEF. The alphabet has 23
// characters, none of which is taken for another on a wet label (no 0 O, 1 I L, 2 Z,
// 5 S, 8 B, 6 G). Its length is a prime, so that the weighted check character finds
// every single wrong character and every swap of two neighbours.
package tag

import (
	"strings"

	"sedum/core/fault"
)

const (
	alphabet = "3479ACDEFHJKMNPQRTUVWXY"
	letters  = 5
)

// Count is how many tags there are.
const Count = 23 * 23 * 23 * 23 * 23

// Of gives the nth tag, n from 0 to Count-1. The numbers are spread so that neighbours look different.
func Of(n uint32) string {
	const spread = 2654435 // odd and no multiple of 23: every number keeps a tag of its own
	x := uint64(n) * spread % Count
	code := make([]byte, letters)
	for i := range code {
		code[i] = alphabet[x%uint64(len(alphabet))]
		x /= uint64(len(alphabet))
	}
	full := string(code) + string(check(string(code)))
	return full[:3] + "-" + full[3:]
}

// Parse reads a tag as typed or scanned: case, spaces and hyphens do not matter.
func Parse(typed string) (string, error) {
	var code strings.Builder
	for _, r := range strings.ToUpper(typed) {
		if r == '-' || r == ' ' {
			continue
		}
		if !strings.ContainsRune(alphabet, r) {
			return "", fault.List{{Field: "tag", Code: fault.BadCheck, Limit: string(r)}}
		}
		code.WriteRune(r)
	}
	text := code.String()
	if len(text) != letters+1 || text[letters] != check(text[:letters]) {
		return "", fault.List{{Field: "tag", Code: fault.BadCheck}}
	}
	return text[:3] + "-" + text[3:], nil
}

func check(code string) byte {
	sum := 0
	for i := range len(code) {
		sum += (i + 2) * strings.IndexByte(alphabet, code[i])
	}
	return alphabet[sum%len(alphabet)]
}
