package desk

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"encoding/hex"
	"errors"
	"fmt"
	"strings"
	"time"

	"golang.org/x/crypto/argon2"

	"sedum/store"
)

// ErrWrongSignIn says that name and password do not go together; it does not say which is wrong.
var ErrWrongSignIn = errors.New("desk: wrong sign-in")

// SlowDown says that there were too many wrong passwords; Wait is for how long nothing is tried.
type SlowDown struct{ Wait time.Duration }

func (SlowDown) Error() string { return "desk: too many wrong sign-ins" }

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

const (
	freeTries     = 5
	longestWait   = 15 * time.Minute
	addressFactor = 4 // a yard shares one address
)

// SignIn checks a name and a password. After five wrong ones the wait doubles with each.
func (d *Desk) SignIn(ctx context.Context, signIn, password, address string) (store.Person, error) {
	name := strings.ToLower(strings.TrimSpace(signIn))
	subjects := []struct {
		subject string
		free    int
	}{{digest("name " + name), freeTries}, {digest("address " + address), freeTries * addressFactor}}
	for _, s := range subjects {
		f, err := d.Store.SignInFailures(ctx, s.subject)
		if err != nil {
			return store.Person{}, err
		}
		if wait := waitAfter(f.Failures - s.free); wait > 0 {
			if left := f.LastAt.Add(wait).Sub(d.Now()); left > 0 {
				return store.Person{}, SlowDown{Wait: left}
			}
		}
	}
	person, err := d.Store.PersonBySignIn(ctx, name)
	if err != nil && !errors.Is(err, store.ErrMissing) {
		return store.Person{}, err
	}
	hash := nobody
	if err == nil && person.Active {
		hash = person.PasswordHash
	}
	if !passwordFits(hash, password) || person.ID == "" || !person.Active {
		for _, s := range subjects {
			if err := d.Store.CountSignInFailure(ctx, s.subject, d.Now()); err != nil {
				return store.Person{}, err
			}
		}
		return store.Person{}, ErrWrongSignIn
	}
	return person, d.Store.ForgetSignInFailures(ctx, subjects[0].subject)
}

func waitAfter(overFree int) time.Duration {
	if overFree < 0 {
		return 0
	}
	if overFree > 10 {
		return longestWait
	}
	return min(longestWait, time.Second<<overFree)
}

func digest(text string) string {
	sum := sha256.Sum256([]byte(text))
	return hex.EncodeToString(sum[:])
}

// SignOutEverywhere ends every session of the caller.
func (d *Desk) SignOutEverywhere(ctx context.Context, who Caller) error {
	return d.Store.EndSessions(ctx, who.ID)
}
