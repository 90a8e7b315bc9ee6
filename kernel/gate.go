package kernel

import (
	"context"
	"net/http"
	"sync"
	"time"
)

// Gate lets few requests at once do what is made slow or large on purpose. It stands before the transaction: who waits holds no
// connection of the database. Of one address few wait, so that one crowd does not keep the others out.
type Gate struct {
	slots   chan struct{}
	each    int
	mu      sync.Mutex
	waiting map[string]int
}

const gatePatience = 5 * time.Second

// NewGate lets so many through at once, and so many of an address wait.
func NewGate(atOnce, waitingEach int) *Gate {
	return &Gate{slots: make(chan struct{}, max(1, atOnce)), each: waitingEach, waiting: map[string]int{}}
}

// pass waits for a place. Errors: Said busy-now.
func (g *Gate) pass(ctx context.Context, address string) (leave func(), err error) {
	if g == nil {
		return func() {}, nil
	}
	busy := Said{Status: http.StatusTooManyRequests, Code: "busy-now", RetryAfter: time.Second}
	if !g.queue(address) {
		return nil, busy
	}
	defer g.unqueue(address)
	patience, cancel := context.WithTimeout(ctx, gatePatience)
	defer cancel()
	select {
	case g.slots <- struct{}{}:
		return func() { <-g.slots }, nil
	case <-patience.Done():
		return nil, busy
	}
}

func (g *Gate) queue(address string) bool {
	g.mu.Lock()
	defer g.mu.Unlock()
	if g.waiting[address] >= g.each {
		return false
	}
	g.waiting[address]++
	return true
}

func (g *Gate) unqueue(address string) {
	g.mu.Lock()
	defer g.mu.Unlock()
	if g.waiting[address]--; g.waiting[address] == 0 {
		delete(g.waiting, address)
	}
}
