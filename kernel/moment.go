package kernel

import (
	"context"
	"database/sql"
	"errors"
	"time"
)

// Moment is what a connection of its own shows of one moment: whatever is written meanwhile is not in it.
type Moment struct {
	*sql.Tx
	At time.Time
}

// ReadMoment declares an operation that answers with a file made of everything at one moment. First allowed is asked in a transaction, with its line
// in the security log where it is logged; then the file is made.
func ReadMoment[P any](id, path string, may Permission, mediaType string, allowed func(*Tx, P) error, do func(context.Context, Moment, P) (File, error)) Operation {
	return Operation{ID: id, Method: "GET", Path: path, May: may, register: func(k *Kernel, o Operation) {
		register(k, o, o.filed(mediaType), func(ctx context.Context, in *P) (*fileAnswer, error) {
			e := entryOf(ctx)
			at := time.Time{}
			err := k.logging(o, e, func(tx *Tx) error {
				at = tx.Now
				return allowed(tx, *in)
			})
			if err != nil {
				return nil, problemOf(ctx, err)
			}
			var out File
			err = k.database.moment(ctx, func(tx *sql.Tx) (err error) {
				out, err = do(ctx, Moment{tx, at}, *in)
				return err
			})
			return out.answer(), orProblem(ctx, err)
		})
	}}
}

// moment reads what stands at the first statement, and nothing newer.
func (d *Database) moment(ctx context.Context, do func(*sql.Tx) error) error {
	return d.alone(ctx, func(c *sql.Conn) error {
		tx, err := c.BeginTx(ctx, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true})
		if err != nil {
			return err
		}
		return errors.Join(do(tx), tx.Rollback())
	})
}
