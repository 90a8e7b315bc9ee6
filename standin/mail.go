package standin

import (
	"context"
	"log/slog"
	"sync"

	"sedum/core/letter"
)

// Mail is a mail server that keeps the letters it was given, each once by its identity, and sends nothing anywhere.
type Mail struct {
	mu      sync.Mutex
	letters map[string]letter.Letter
}

// Send takes a letter.
func (m *Mail) Send(ctx context.Context, l letter.Letter) error {
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.letters == nil {
		m.letters = map[string]letter.Letter{}
	}
	if _, twice := m.letters[l.ID]; !twice {
		slog.InfoContext(ctx, "mail server", "letter", l.ID)
	}
	m.letters[l.ID] = l
	return nil
}

// Letters are those that it has, by their identity.
func (m *Mail) Letters() map[string]letter.Letter {
	m.mu.Lock()
	defer m.mu.Unlock()
	out := map[string]letter.Letter{}
	for id, l := range m.letters {
		out[id] = l
	}
	return out
}
