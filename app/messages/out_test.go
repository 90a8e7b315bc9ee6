package messages_test

import (
	"context"
	"errors"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/messages"
	"sedum/kernel"
)

// telephone is a gateway that can be away, and hands over slowly.
type telephone struct {
	mu   sync.Mutex
	away bool
	came map[string]int
}

func (g *telephone) Send(_ context.Context, id, _, _ string) error {
	g.mu.Lock()
	defer g.mu.Unlock()
	if g.away {
		return errors.New("no line")
	}
	g.came[id]++
	return nil
}

func (g *telephone) times(id string) int {
	g.mu.Lock()
	defer g.mu.Unlock()
	return g.came[id]
}

func (g *telephone) set(away bool) {
	g.mu.Lock()
	defer g.mu.Unlock()
	g.away = away
}

// What is told reaches the telephone once: at once, or when the line is there again, however many programs look after it; after a day it is
// no news any more. A deed is in, though nobody answers.
func TestWhatIsToldReachesTheTelephoneOnce(t *testing.T) {
	g := &telephone{came: map[string]int{}}
	w := apptest.OpenWith(t, func(s *app.Settings) { s.Gateway = g })
	tell := func() string {
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			return messages.Desk{Gateway: g}.TellDuty(tx, "disk-full", map[string]string{"free": "1"})
		}))
		id := ""
		require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
			id, err = kernel.Value[string](tx, "SELECT id FROM messages ORDER BY at DESC, id LIMIT 1")
			return err
		}))
		return id
	}
	now := apptest.Ten.Add(time.Hour)
	w.At(now)
	first := tell()
	assert.Equal(t, 1, g.times(first), "at once")
	w.At(now.Add(time.Hour))
	w.Job("messages-out")
	assert.Equal(t, 1, g.times(first), "and not again")

	now = now.Add(2 * time.Hour)
	w.At(now)
	g.set(true)
	second := tell()
	w.At(now.Add(2 * time.Minute))
	w.Job("messages-out")
	assert.Zero(t, g.times(second))
	g.set(false)
	w.Job("messages-out")
	assert.Zero(t, g.times(second), "who began to send has a minute for it")
	w.At(now.Add(4 * time.Minute))
	var programs sync.WaitGroup
	for range 4 {
		programs.Go(func() { w.Job("messages-out") })
	}
	programs.Wait()
	assert.Equal(t, 1, g.times(second), "of four programs one")
	w.At(now.Add(8 * time.Minute))
	w.Job("messages-out")
	assert.Equal(t, 1, g.times(second))

	// A program that died after it had claimed the message leaves it due.
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		_, err := kernel.Exec(tx, "UPDATE messages SET out_at = NULL, going_at = ? WHERE id = ?", tx.Now, second)
		return err
	}))
	w.At(now.Add(10 * time.Minute))
	w.Job("messages-out")
	assert.Equal(t, 2, g.times(second), "it may have gone out: the gateway knows it by its id")

	g.set(true)
	late := tell()
	g.set(false)
	w.At(now.Add(26 * time.Hour))
	w.Job("messages-out")
	assert.Zero(t, g.times(late), "after a day it is no news")
}
