package kernel

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"net/http"
	"time"

	"github.com/alexedwards/scs/v2"
)

const (
	sessionLifetime = 14 * time.Hour // one long day
	sessionIdle     = 2 * time.Hour
	seenEvery       = time.Minute
)

// Sessions are who is signed in. They are rows of the database: they outlive a restart, and every program of a cluster knows them.
type Sessions struct {
	scs   *scs.SessionManager
	admit Admission
}

func newSessions(d *Database, admit Admission, tls bool) *Sessions {
	s := &Sessions{scs: scs.New(), admit: admit}
	s.scs.Store = sessionRows{d.pool}
	s.scs.Codec = plainSessions{}
	s.scs.Lifetime = sessionLifetime
	s.scs.Cookie.Name = "sedum"
	s.scs.Cookie.HttpOnly = true
	s.scs.Cookie.SameSite = http.SameSiteStrictMode
	s.scs.Cookie.Secure = tls
	s.scs.Cookie.Persist = false
	s.scs.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) {
		writeProblem(w, problemOf(r.Context(), err))
	}
	return s
}

// Begin signs a person in once the deed is in: the session gets a new token.
func (s *Sessions) Begin(tx *Tx, personID string, epoch int) error {
	if err := s.scs.RenewToken(over(tx)); err != nil {
		return err
	}
	tx.AfterCommit(func(ctx context.Context) {
		s.scs.Put(ctx, "person", personID)
		s.scs.Put(ctx, "epoch", epoch)
		s.scs.Put(ctx, "seen", time.Now().Unix())
	})
	return nil
}

// End signs the caller out.
func (s *Sessions) End(tx *Tx) error { return s.scs.Destroy(over(tx)) }

type overKey struct{}

// over is a deed's context in which the rows of sessions are written by the deed itself, on its own connection.
func over(tx *Tx) context.Context { return context.WithValue(tx.ctx, overKey{}, tx) }

func (s *Sessions) caller(ctx context.Context, k *Kernel) (Who, error) {
	unauthorised := Said{Status: http.StatusUnauthorized, Code: "unauthorised"}
	id := s.scs.GetString(ctx, "person")
	if id == "" {
		return Who{}, unauthorised
	}
	now := time.Now()
	seen := time.Unix(s.scs.GetInt64(ctx, "seen"), 0)
	if now.Sub(seen) > sessionIdle {
		_ = s.scs.Destroy(ctx)
		return Who{}, unauthorised
	}
	var who Who
	err := k.database.Read(ctx, Tx{}, func(tx *Tx) (err error) {
		who, err = s.admit(tx, id)
		return err
	})
	if errors.Is(err, ErrMissing) || errors.Is(err, ErrNotAllowed) || (err == nil && who.Epoch != s.scs.GetInt(ctx, "epoch")) {
		_ = s.scs.Destroy(ctx)
		return Who{}, unauthorised
	}
	if err == nil && now.Sub(seen) > seenEvery {
		s.scs.Put(ctx, "seen", now.Unix())
	}
	return who, err
}

// sessionRows keeps sessions in their table, each within its request's time.
type sessionRows struct{ pool *sql.DB }

func (r sessionRows) FindCtx(ctx context.Context, token string) ([]byte, bool, error) {
	var data []byte
	err := r.pool.QueryRowContext(ctx, "SELECT data FROM sessions WHERE token = ? AND expiry > UTC_TIMESTAMP(6)", token).Scan(&data)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, false, nil
	}
	return data, err == nil, err
}

func (r sessionRows) CommitCtx(ctx context.Context, token string, data []byte, expiry time.Time) error {
	_, err := r.pool.ExecContext(ctx, "INSERT INTO sessions (token, data, expiry) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE data = VALUES(data), expiry = VALUES(expiry)",
		token, data, expiry.UTC())
	return err
}

func (r sessionRows) DeleteCtx(ctx context.Context, token string) error {
	const statement = "DELETE FROM sessions WHERE token = ?"
	if tx, ok := ctx.Value(overKey{}).(*Tx); ok {
		_, err := Exec(tx, statement, token)
		return err
	}
	_, err := r.pool.ExecContext(ctx, statement, token)
	return err
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
	Person   string    `json:"person"`
	Epoch    int       `json:"epoch"`
	Seen     int64     `json:"seen"`
}

func (plainSessions) Encode(deadline time.Time, values map[string]any) ([]byte, error) {
	p := plainSession{Deadline: deadline}
	p.Person, _ = values["person"].(string)
	p.Epoch, _ = values["epoch"].(int)
	p.Seen, _ = values["seen"].(int64)
	return json.Marshal(p)
}

func (plainSessions) Decode(raw []byte) (time.Time, map[string]any, error) {
	var p plainSession
	if err := json.Unmarshal(raw, &p); err != nil {
		return time.Time{}, nil, err
	}
	values := map[string]any{}
	if p.Person != "" {
		values["person"], values["epoch"], values["seen"] = p.Person, p.Epoch, p.Seen
	}
	return p.Deadline, values, nil
}
