package people

import (
	"context"
	"net/http"
	"runtime"
	"time"

	"sedum/kernel"
)

// hashing lets as many passwords be hashed at once as there are cores, and a few wait: whoever comes beyond that is asked to come again.
// Hashing is made slow and large on purpose, and must not stop the house.
type hashing struct {
	slots chan struct{}
	queue chan struct{}
}

const (
	waitingEach = 4 // a core
	hashingWait = 5 * time.Second
)

func newHashing() *hashing {
	cores := runtime.NumCPU()
	return &hashing{make(chan struct{}, cores), make(chan struct{}, cores*(1+waitingEach))}
}

// fits tells whether a password is the one of a hash. Errors: kernel.Said slow-down when too many are hashed already.
func (h *hashing) fits(ctx context.Context, hash, password string) (bool, error) {
	busy := kernel.Said{Status: http.StatusTooManyRequests, Code: "slow-down", RetryAfter: time.Second}
	select {
	case h.queue <- struct{}{}:
		defer func() { <-h.queue }()
	default:
		return false, busy
	}
	patience, cancel := context.WithTimeout(ctx, hashingWait)
	defer cancel()
	select {
	case h.slots <- struct{}{}:
		defer func() { <-h.slots }()
		return passwordFits(hash, password), nil
	case <-patience.Done():
		return false, busy
	}
}
