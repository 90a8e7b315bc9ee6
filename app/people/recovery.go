package people

import (
	"crypto/rand"
	"math/big"
	"strings"

	"sedum/kernel"
)

const (
	recoveryCodes   = 10
	recoveryLetters = 12 // of 23: 54 bits, more than anybody guesses at four in an hour
	// recoveryAlphabet has no two signs that are taken for each other.
	recoveryAlphabet = "3479ACDEFHJKMNPQRTUVWXY"
)

// freshRecovery makes a person's codes anew.
func freshRecovery(tx *kernel.Tx, personID string) (RecoveryCodes, error) {
	out := RecoveryCodes{}
	if _, err := kernel.Exec(tx, "DELETE FROM recovery_codes WHERE person_id = ?", personID); err != nil {
		return out, err
	}
	for range recoveryCodes {
		code := recoveryCode()
		if _, err := kernel.Exec(tx, "INSERT INTO recovery_codes (person_id, digest) VALUES (?, ?)", personID, recoveryDigest(personID, code)); err != nil {
			return out, err
		}
		out.Codes = append(out.Codes, code)
	}
	return out, nil
}

func recoveryCode() string {
	var out strings.Builder
	for i := range recoveryLetters {
		if i > 0 && i%4 == 0 {
			out.WriteByte('-')
		}
		n, err := rand.Int(rand.Reader, big.NewInt(int64(len(recoveryAlphabet))))
		if err != nil {
			panic("people: no randomness: " + err.Error())
		}
		out.WriteByte(recoveryAlphabet[n.Int64()])
	}
	return out.String()
}

// recoveryDigest is a code as it is kept, however its writer spaced it.
func recoveryDigest(personID, code string) string {
	plain := strings.Map(func(r rune) rune {
		if r == '-' || r == ' ' {
			return -1
		}
		return r
	}, strings.ToUpper(code))
	return digest("recovery " + personID + " " + plain)
}
