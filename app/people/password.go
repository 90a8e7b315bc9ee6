package people

import (
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"fmt"
	"strings"

	"golang.org/x/crypto/argon2"
)

// argon2id with 19 MiB and two passes; written into every hash, so that it can be raised later.
const (
	hashMemoryKiB = 19 * 1024
	hashPasses    = 2
	hashThreads   = 1
)

// HashPassword makes the stored form of a password.
func HashPassword(password string) string {
	salt := make([]byte, 16)
	_, _ = rand.Read(salt)
	key := argon2.IDKey([]byte(password), salt, hashPasses, hashMemoryKiB, hashThreads, 32)
	b := base64.RawStdEncoding
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s",
		argon2.Version, hashMemoryKiB, hashPasses, hashThreads, b.EncodeToString(salt), b.EncodeToString(key))
}

func passwordFits(hash, password string) bool {
	parts := strings.Split(hash, "$")
	if len(parts) != 6 {
		return false
	}
	var memory, passes uint32
	var threads uint8
	if _, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &memory, &passes, &threads); err != nil {
		return false
	}
	salt, err := base64.RawStdEncoding.DecodeString(parts[4])
	if err != nil {
		return false
	}
	key, err := base64.RawStdEncoding.DecodeString(parts[5])
	if err != nil {
		return false
	}
	got := argon2.IDKey([]byte(password), salt, passes, memory, threads, uint32(len(key)))
	return subtle.ConstantTimeCompare(got, key) == 1
}

// nobody's hash is compared when there is no such name, so that both answers take as long.
var nobody = HashPassword("nobody has this password")
