package kernel

import (
	"context"
	"log/slog"
	"time"
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
	done := 0
	for _, unit := range units {
		if err != nil || ctx.Err() != nil {
			break
		}
		if err = k.Do(ctx, house, func(tx *Tx) error { return j.Each(tx, unit) }); err == nil {
			done++
		}
	}
	return done, err
}

// takeTurn claims the turn of a job: the row says until when it is taken.
func takeTurn(tx *Tx, j Job) (bool, error) {
	if _, err := Exec(tx, "INSERT IGNORE INTO jobs (id, next_at) VALUES (?, '2000-01-01')", j.ID); err != nil {
		return false, err
	}
	n, err := Exec(tx, "UPDATE jobs SET next_at = ? WHERE id = ? AND next_at <= ?", tx.Now.Add(j.Every), j.ID, tx.Now)
	return n == 1, err
}
