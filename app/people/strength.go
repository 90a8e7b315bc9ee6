package people

import (
	"strings"
	"unicode/utf8"

	"github.com/ccojocar/zxcvbn-go"

	"sedum/core/fault"
)

// How long a password is, signs, and how well it resists guessing by the lists of the commonest (0 to 4).
const (
	shortest   = 12
	longest    = 128
	leastScore = 2
)

// checkPassword finds what is wrong with a new password at its field. What a guesser would try first counts for nothing: the commonest
// passwords, keys in a row, dates, and the person's own names.
func checkPassword(field, password string, own ...string) fault.List {
	var l fault.List
	switch n := utf8.RuneCountInString(password); {
	case n < shortest:
		l.Add(field, fault.TooShort, shortest)
	case n > longest:
		l.Add(field, fault.TooLong, longest)
	case zxcvbn.PasswordStrength(password, append(strings.Fields(strings.Join(own, " ")), "sedum")).Score < leastScore:
		l.Add(field, fault.TooCommon, nil)
	}
	return l
}
