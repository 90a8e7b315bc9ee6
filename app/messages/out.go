package messages

import (
	"context"
	"time"

	"sedum/kernel"
)

const (
	// sendingLasts is how long somebody who began to send a message has for it before another does.
	sendingLasts = time.Minute
	// tooLate is when a message that did not go out is no news any more; in the house it stands all the same.
	tooLate = 24 * time.Hour
)

// send sends a message once its deed is in, and notes that it is out.
func (d Desk) send(tx *kernel.Tx, m Message) {
	tx.Outside(func(ctx context.Context) error { return d.Gateway.Send(ctx, m.ID, m.PersonID, m.Code) }, func(tx *kernel.Tx) error {
		_, err := kernel.Change[Message](tx, map[string]any{"out_at": tx.Now}, "id = ?", m.ID)
		return err
	})
}

// sendAgain sends what did not go out: the gateway was away, or the program died in between. Of several programs one takes each message.
func (d Desk) sendAgain() kernel.Job {
	const due = "out_at IS NULL AND going_at <= ? AND at > ?"
	return kernel.Job{ID: "messages-out", Every: sendingLasts,
		Due: func(tx *kernel.Tx) ([]string, error) {
			return kernel.Rows[string](tx, "SELECT id FROM messages WHERE "+due+" ORDER BY at LIMIT 200", tx.Now.Add(-sendingLasts), tx.Now.Add(-tooLate))
		},
		Each: func(tx *kernel.Tx, id string) error {
			n, err := kernel.Change[Message](tx, map[string]any{"going_at": tx.Now}, "id = ? AND "+due, id, tx.Now.Add(-sendingLasts), tx.Now.Add(-tooLate))
			if err != nil || n == 0 {
				return err
			}
			m, err := kernel.One[Message](tx, "id = ?", id)
			if err == nil {
				d.send(tx, m)
			}
			return err
		}}
}
