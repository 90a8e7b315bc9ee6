package kernel

import (
	"context"
	"database/sql"
	"time"
)

const (
	// turnKept is how long a turn holds of which nothing more is heard: its program is dead.
	turnKept  = 30 * time.Second
	turnSaid  = 10 * time.Second
	turnAsked = 500 * time.Millisecond
)

// migrationTurn waits until no other program of the cluster changes the tables, and keeps the turn until it is left.
func (d *Database) migrationTurn(ctx context.Context) (leave func(), err error) {
	const table = `CREATE TABLE IF NOT EXISTS migration_turn (id INT NOT NULL, held_by VARCHAR(16) NOT NULL, held_until DATETIME(6) NOT NULL,
		CONSTRAINT pk_migration_turn PRIMARY KEY (id)) ENGINE=InnoDB`
	for _, statement := range []string{table, "INSERT IGNORE INTO migration_turn (id, held_by, held_until) VALUES (1, '', '2000-01-01')"} {
		if err := d.alone(ctx, func(c *sql.Conn) error { _, err := c.ExecContext(ctx, statement); return err }); err != nil {
			return nil, err
		}
	}
	by := NewID()
	for mine := false; !mine; {
		if mine, err = d.sayTurn(ctx, by, turnKept); err != nil {
			return nil, err
		}
		if mine {
			break
		}
		select {
		case <-ctx.Done():
			return nil, ctx.Err()
		case <-time.After(turnAsked):
		}
	}
	going, stop := context.WithCancel(ctx)
	ended := make(chan struct{})
	go func() {
		defer close(ended)
		tick := time.NewTicker(turnSaid)
		defer tick.Stop()
		for {
			select {
			case <-going.Done():
				return
			case <-tick.C:
				_, _ = d.sayTurn(going, by, turnKept)
			}
		}
	}()
	return func() {
		stop()
		<-ended
		_, _ = d.sayTurn(context.WithoutCancel(ctx), by, 0)
	}, nil
}

// sayTurn takes the turn, keeps it, or with 0 gives it back; it tells whether it is ours.
func (d *Database) sayTurn(ctx context.Context, by string, keep time.Duration) (mine bool, err error) {
	err = d.alone(ctx, func(c *sql.Conn) error {
		done, err := c.ExecContext(ctx, `UPDATE migration_turn SET held_by = ?, held_until = UTC_TIMESTAMP(6) + INTERVAL ? SECOND
			WHERE id = 1 AND (held_by = ? OR held_until <= UTC_TIMESTAMP(6))`, by, int(keep.Seconds()), by)
		if err != nil {
			return err
		}
		n, err := done.RowsAffected()
		mine = n == 1
		return err
	})
	return mine, err
}
