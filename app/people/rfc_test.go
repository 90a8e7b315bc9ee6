package people

import (
	"encoding/base32"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// The test values of RFC 6238, appendix B (SHA-1), by their last six digits.
func TestCodesAreThoseOfTheStandard(t *testing.T) {
	secret := base32.StdEncoding.EncodeToString([]byte("12345678901234567890"))
	for at, code := range map[int64]int{59: 94287082, 1111111109: 7081804, 1111111111: 14050471, 1234567890: 89005924, 2000000000: 69279037, 20000000000: 65353130} {
		six := fmt.Sprintf("%06d", code%1_000_000)
		step, right := stepOf(secret, six, time.Unix(at, 0), 0)
		assert.True(t, right, "%d", at)
		assert.Equal(t, at/30, step)
		_, right = stepOf(secret, six, time.Unix(at, 0), step)
		assert.False(t, right, "taken")
		_, right = stepOf(secret, six, time.Unix(at+61, 0), 0)
		assert.False(t, right, "too late")
	}
	for _, odd := range []string{"", "12345", "1234567", "abcdef", "１２３４５６"} {
		_, right := stepOf(secret, odd, time.Unix(59, 0), 0)
		assert.False(t, right, odd)
	}
}
