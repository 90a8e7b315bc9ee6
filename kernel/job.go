package kernel

import (
	"context"
	"log/slog"
	"sync/atomic"
	"time"

	"golang.org/x/sync/errgroup"
)

// Job is what the house does by itself, declared like an operation: every so often it lists what is due, and does each unit in a
// transaction of its own. A unit that fails is tried again at the next turn; one that was done must not be due again.
//
// Several programs on one database take turns: whoever takes the turn first does it.
type Job struct {
	ID    string
	Every time.Duration
	// Due lists the units that are to be done now.
	Due func(*Tx) ([]string, error)
	// Each does one unit.
	Each func(tx *Tx, unit string) error
	// Width is how many units are done at once, each on its own connection; 0 is one after the other.
	Width int
	// Failed notes, in a transaction of its own, why a unit cannot be done as things stand, so that it is not due again. Without it a unit that
	// is refused stops the turn.
	Failed func(tx *Tx, unit string, why Reason) error
}

// Work does every job whose turn it is, until the context ends. A database that is away is asked again.
func (k *Kernel) Work(ctx context.Context) {
	tick := time.NewTicker(jobTick)
	defer tick.Stop()
	for {
		if _, err := k.Turn(ctx); err != nil && ctx.Err() == nil {
			slog.Warn("the house's own work could not be done", "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		case id := <-k.wakes:
			k.woken(ctx, id)
		}
	}
}

const jobTick = 15 * time.Second

// Turn does every job whose turn it is, once, and says how many units were done.
func (k *Kernel) Turn(ctx context.Context) (int, error) {
	done := 0
	shut := false
	err := k.Look(ctx, Who{}, func(tx *Tx) (err error) { shut, err = closed(tx); return err })
	if err != nil || shut {
		return 0, err
	}
	for _, c := range k.capabilities {
		for _, j := range c.Jobs {
			mine := false
			err := k.Do(ctx, Who{}, func(tx *Tx) (err error) {
				mine, err = takeTurn(tx, j)
				return err
			})
			if err != nil {
				return done, err
			}
			if !mine {
				continue
			}
			n, err := k.Run(ctx, j)
			if done += n; err != nil {
				return done, err
			}
		}
	}
	return done, nil
}

// Run does a job now, whoever's turn it is.
func (k *Kernel) Run(ctx context.Context, j Job) (int, error) {
	var units []string
	var house Who
	err := k.Look(ctx, Who{}, func(tx *Tx) (err error) {
		if house, err = k.settings.House(tx); err != nil {
			return err
		}
		tx.Who = house
		units, err = j.Due(tx)
		return err
	})
	if err != nil {
		return 0, err
	}
	var done atomic.Int64
	at, ctx := errgroup.WithContext(ctx)
	at.SetLimit(max(j.Width, 1))
	for _, unit := range units {
		at.Go(func() error {
			if err := ctx.Err(); err != nil {
				return err
			}
			err := k.unit(ctx, house, j, unit)
			if err == nil {
				done.Add(1)
			}
			return err
		})
	}
	err = at.Wait()
	return int(done.Load()), err
}

// unit does one unit; what is refused is noted by who declared how.
func (k *Kernel) unit(ctx context.Context, house Who, j Job, unit string) error {
	err := k.Do(ctx, house, func(tx *Tx) error { return j.Each(tx, unit) })
	why, known := ReasonOf(err)
	if j.Failed == nil || !known {
		return err
	}
	return k.Do(ctx, house, func(tx *Tx) error { return j.Failed(tx, unit, why) })
}

// Wake has a job done once the deed is in, and not only at its next turn. Who is woken while busy hears it at that turn.
func (tx *Tx) Wake(job string) {
	if tx.wakes == nil {
		return
	}
	tx.AfterCommit(func(context.Context) {
		select {
		case tx.wakes <- job:
		default:
		}
	})
}

func (k *Kernel) woken(ctx context.Context, id string) {
	for _, j := range k.Jobs() {
		if j.ID != id {
			continue
		}
		if _, err := k.Run(ctx, j); err != nil && ctx.Err() == nil {
			slog.Warn("the house's own work could not be done", "job", id, "error", err)
		}
	}
}

// takeTurn claims the turn of a job: the row says until when it is taken.
func takeTurn(tx *Tx, j Job) (bool, error) {
	if _, err := Exec(tx, "INSERT IGNORE INTO jobs (id, next_at) VALUES (?, '2000-01-01')", j.ID); err != nil {
		return false, err
	}
	n, err := Exec(tx, "UPDATE jobs SET next_at = ? WHERE id = ? AND next_at <= ?", tx.Now.Add(j.Every), j.ID, tx.Now)
	return n == 1, err
}
