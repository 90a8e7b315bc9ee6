package backup

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/go-sql-driver/mysql"

	"sedum/kernel"
)

const (
	sayAgain = 10 * time.Second
	// swapPatience is how long the swap waits for a transaction that is still open.
	swapPatience = 30
	noSuchTable  = 1146
)

// kept is a house that is held closed.
type kept struct {
	stop func()
	open func()
	last func(context.Context) error
}

// shut closes the house and says so again and again. The context that it gives ends when somebody else opened it.
func (r Restore) shut(ctx context.Context) (context.Context, kept, error) {
	d := r.program
	err := d.Shut(ctx, r.name)
	if e, ok := errors.AsType[*mysql.MySQLError](err); ok && e.Number == noSuchTable {
		// Nothing is there yet, or tables of a program that knows of no closing: nobody may be at work then.
		n, err := r.others(ctx)
		if err == nil && n > 0 {
			err = errors.New("programs are at work on this database. Stop them first")
		}
		return ctx, kept{stop: func() {}, open: func() {}, last: func(context.Context) error { return nil }}, err
	}
	if errors.Is(err, kernel.ErrClosed) {
		return ctx, kept{}, errors.New("a restore is under way in this database, or was cut short within the last minute. Try again in a minute")
	}
	if err != nil {
		return ctx, kept{}, err
	}
	ctx, cancel := context.WithCancel(ctx)
	ended := make(chan struct{})
	stop := make(chan struct{})
	go func() {
		defer close(ended)
		tick := time.NewTicker(sayAgain)
		defer tick.Stop()
		for {
			select {
			case <-stop:
				return
			case <-tick.C:
				if err := d.Shut(ctx, r.name); err != nil {
					cancel()
					return
				}
			}
		}
	}()
	stopped := false
	k := kept{stop: func() {
		if !stopped {
			stopped = true
			close(stop)
			<-ended
		}
	}}
	k.last = func(ctx context.Context) error { k.stop(); return d.Shut(ctx, r.name) }
	k.open = func() {
		k.stop()
		cancel()
		_ = d.Reopen(context.WithoutCancel(ctx), r.name)
	}
	return ctx, k, nil
}

// others are how many connections there are to the present database beside those of this restore. Idle ones of a program that serves count.
func (r Restore) others(ctx context.Context) (n int, err error) {
	err = r.pool.QueryRowContext(ctx, "SELECT COUNT(*) FROM information_schema.processlist WHERE db = ?", r.present).Scan(&n)
	return n - r.pool.Stats().OpenConnections - r.program.SQL().Stats().OpenConnections, err
}

// wait lets requests end that were let in before the house was closed. Of a cluster only one server tells how many there are: it waits
// for as long as any may take.
func (r Restore) wait(ctx context.Context) error {
	for left := r.Grace; left > 0; left -= time.Second {
		n, err := r.others(ctx)
		if err != nil {
			return err
		}
		if n <= 0 && !r.several {
			return nil
		}
		r.Progress("waiting for requests that are under way", int64((r.Grace-left)/time.Second), int64(r.Grace/time.Second))
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(min(time.Second, left)):
		}
	}
	return nil
}

// carry takes the lines of the security log along that were written since the backup: a restore makes nobody's doing undone there.
func (r Restore) carry(ctx context.Context) error {
	const columns = "seq, at, operation, outcome, person_id, about_id, address, left_out"
	there, err := names(ctx, r.pool, r.present)
	if err != nil || !slices.Contains(there, "security_log") {
		return err
	}
	_, err = r.pool.ExecContext(ctx, "INSERT IGNORE INTO "+quoted(r.next)+".security_log ("+columns+") SELECT "+columns+" FROM "+quoted(r.present)+".security_log")
	return err
}

// swap puts the new tables in place of the present ones: one statement, which the database does whole or not at all.
func (r Restore) swap(ctx context.Context) error {
	c, err := r.pool.Conn(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = c.Close() }()
	present, err := names(ctx, c, r.present)
	if err != nil {
		return err
	}
	next, err := names(ctx, c, r.next)
	if err != nil {
		return err
	}
	moves := []string{}
	for _, name := range present {
		moves = append(moves, fmt.Sprintf("%s.%s TO %s.%[2]s", quoted(r.present), quoted(name), quoted(r.before)))
	}
	for _, name := range next {
		moves = append(moves, fmt.Sprintf("%s.%s TO %s.%[2]s", quoted(r.next), quoted(name), quoted(r.present)))
	}
	// From here it is not broken off: the server would go on with a statement whose sender hears that it was.
	if err := ctx.Err(); err != nil {
		return err
	}
	ctx = context.WithoutCancel(ctx)
	for _, statement := range []string{
		fmt.Sprintf("SET SESSION lock_wait_timeout = %d", swapPatience),
		"CREATE DATABASE " + quoted(r.before),
		"RENAME TABLE " + strings.Join(moves, ", "),
	} {
		if _, err := c.ExecContext(ctx, statement); err != nil {
			return err
		}
	}
	// It is done. What was there goes; what is left of it when this is cut short, the next restore takes away.
	if err := r.program.Deed(ctx, kernel.Tx{Now: time.Now().UTC()}, func(tx *kernel.Tx) error { return kernel.LogHouse(tx, "restore") }); err != nil {
		return err
	}
	return r.clear(ctx)
}
