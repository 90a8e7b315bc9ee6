package kernel

import (
	"context"
	"database/sql"
	"errors"
	"net/http"
	"time"
)

// LongestDeed is how long a request that was let in may still be under way.
const LongestDeed = deedTimeLimit

// closedFor is how long the house stays closed when whoever closed it says nothing more.
const closedFor = time.Minute

var errClosed = Said{Status: http.StatusServiceUnavailable, Code: "restoring", RetryAfter: 15 * time.Second}

// ErrClosed says that somebody else has closed the house already.
var ErrClosed = errors.New("kernel: the house is closed already")

const isClosed = "COALESCE((SELECT closed_until > UTC_TIMESTAMP(6) FROM house WHERE id = 1), FALSE)"

// Shut closes the house to every client of this database, in all programs that serve it, for a minute; called again by the same name, for a
// minute more. Errors: ErrClosed.
func (d *Database) Shut(ctx context.Context, by string) error {
	return d.alone(ctx, func(c *sql.Conn) error {
		done, err := c.ExecContext(ctx, `UPDATE house SET closed_until = UTC_TIMESTAMP(6) + INTERVAL ? SECOND, closed_by = ?
			WHERE id = 1 AND (closed_by = ? OR closed_until IS NULL OR closed_until <= UTC_TIMESTAMP(6))`, int(closedFor.Seconds()), by, by)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrClosed)
		}
		return nil
	})
}

// Reopen lets clients in again.
func (d *Database) Reopen(ctx context.Context, by string) error {
	return d.alone(ctx, func(c *sql.Conn) error {
		_, err := c.ExecContext(ctx, "UPDATE house SET closed_until = NULL, closed_by = NULL WHERE id = 1 AND closed_by = ?", by)
		return err
	})
}

// closed tells whether clients are shut out.
func closed(tx *Tx) (bool, error) { return Value[bool](tx, "SELECT "+isClosed) }
