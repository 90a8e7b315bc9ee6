package kernel

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"
)

// sessionRows keeps sessions in their table, each within its request's time. One that was ended stays so: a request that was under way
// then writes what it holds, and does not open it again.
type sessionRows struct{ d *Database }

func (r sessionRows) FindCtx(ctx context.Context, token string) ([]byte, bool, error) {
	var data []byte
	var shut bool
	err := r.d.alone(ctx, func(c *sql.Conn) error {
		return c.QueryRowContext(ctx, "SELECT data, "+isClosed+" FROM sessions WHERE token = ? AND ended_at IS NULL AND expiry > UTC_TIMESTAMP(6)", token).Scan(&data, &shut)
	})
	if err == nil && shut {
		return nil, false, errClosed
	}
	if errors.Is(err, sql.ErrNoRows) {
		return nil, false, nil
	}
	return data, err == nil, err
}

func (r sessionRows) CommitCtx(ctx context.Context, token string, data []byte, expiry time.Time) error {
	var held plainSession
	if err := json.Unmarshal(data, &held); err != nil {
		return err
	}
	return r.exec(ctx, `INSERT INTO sessions (token, id, person_id, device_id, data, expiry) VALUES (?, ?, ?, ?, ?, ?)
		ON DUPLICATE KEY UPDATE id = VALUES(id), person_id = VALUES(person_id), device_id = VALUES(device_id), data = VALUES(data), expiry = VALUES(expiry)`,
		token, held.Session.ID, held.Session.PersonID, held.Session.DeviceID, data, expiry.UTC())
}

func (r sessionRows) DeleteCtx(ctx context.Context, token string) error {
	const statement = "UPDATE sessions SET ended_at = UTC_TIMESTAMP(6) WHERE token = ?"
	if tx, ok := ctx.Value(overKey{}).(*Tx); ok {
		_, err := Exec(tx, statement, token)
		return err
	}
	return r.exec(ctx, statement, token)
}

func (r sessionRows) exec(ctx context.Context, statement string, values ...any) error {
	return r.d.alone(ctx, func(c *sql.Conn) error {
		_, err := c.ExecContext(ctx, statement, values...)
		return err
	})
}

// Find, Commit and Delete are for scs's own interface; it calls those with a context.
func (r sessionRows) Find(token string) ([]byte, bool, error) {
	return r.FindCtx(context.Background(), token)
}

// Commit is CommitCtx without a limit of time.
func (r sessionRows) Commit(token string, data []byte, expiry time.Time) error {
	return r.CommitCtx(context.Background(), token, data, expiry)
}

// Delete is DeleteCtx without a limit of time.
func (r sessionRows) Delete(token string) error { return r.DeleteCtx(context.Background(), token) }

// plainSessions writes what a session holds as JSON: it is read at every request, and the usual coding builds its decoder anew each time.
type plainSessions struct{}

type plainSession struct {
	Deadline time.Time `json:"deadline"`
	Session  Session   `json:"session"`
}

func (plainSessions) Encode(deadline time.Time, values map[string]any) ([]byte, error) {
	p := plainSession{Deadline: deadline}
	p.Session, _ = values[sessionKey].(Session)
	return json.Marshal(p)
}

func (plainSessions) Decode(raw []byte) (time.Time, map[string]any, error) {
	var p plainSession
	if err := json.Unmarshal(raw, &p); err != nil {
		return time.Time{}, nil, err
	}
	values := map[string]any{}
	if p.Session.PersonID != "" {
		values[sessionKey] = p.Session
	}
	return p.Deadline, values, nil
}

// SessionsOf are the open sessions of a person, the one seen last first.
func SessionsOf(tx *Tx, personID string) ([]Session, error) {
	rows, err := Rows[struct{ Data []byte }](tx, `SELECT data FROM sessions WHERE person_id = ? AND ended_at IS NULL AND expiry > UTC_TIMESTAMP(6)
		ORDER BY JSON_VALUE(data, '$.session.seen') DESC LIMIT 200`, personID)
	out := []Session{}
	for _, r := range rows {
		var p plainSession
		if err := json.Unmarshal(r.Data, &p); err != nil {
			return nil, err
		}
		if tx.Now.Sub(p.Session.SeenAt) <= p.Session.idleAfter() {
			out = append(out, p.Session)
		}
	}
	return out, err
}

// EndSession ends one session of a person at once; done again, it changes nothing more.
func EndSession(tx *Tx, personID, id string) error {
	_, err := Exec(tx, "UPDATE sessions SET ended_at = UTC_TIMESTAMP(6) WHERE person_id = ? AND id = ? AND ended_at IS NULL", personID, id)
	return err
}

// EndSessionsOn ends every session on a device at once, but the one that is named.
func EndSessionsOn(tx *Tx, deviceID, but string) error {
	_, err := Exec(tx, "UPDATE sessions SET ended_at = UTC_TIMESTAMP(6) WHERE device_id = ? AND id <> ? AND ended_at IS NULL", deviceID, but)
	return err
}
