package standin

import (
	"context"
	"log/slog"
	"sync"

	"sedum/app/reminders"
)

// Mail is a mail server that keeps the letters it was given, each once by its identity, and sends nothing anywhere.
type Mail struct {
	mu      sync.Mutex
	letters map[string]reminders.Letter
}

// Send takes a letter.
func (m *Mail) Send(ctx context.Context, l reminders.Letter) error {
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.letters == nil {
		m.letters = map[string]reminders.Letter{}
	}
	if _, twice := m.letters[l.ID]; !twice {
		slog.InfoContext(ctx, "mail server", "letter", l.ID)
	}
	m.letters[l.ID] = l
	return nil
}

// Letters are those that it has, by their identity.
func (m *Mail) Letters() map[string]reminders.Letter {
	m.mu.Lock()
	defer m.mu.Unlock()
	out := map[string]reminders.Letter{}
	for id, l := range m.letters {
		out[id] = l
	}
	return out
}
