package kernel

import (
	"context"
	"errors"
	"net/http"
	"time"

	"github.com/alexedwards/scs/v2"

	"sedum/core/roles"
)

const (
	sessionLifetime = 14 * time.Hour // one long day
	sessionIdle     = 2 * time.Hour
	// narrowIdle is for who came in by a PIN on a tablet that others take up.
	narrowIdle = 30 * time.Minute
	seenEvery  = time.Minute
	// touchedAgo says for how many seconds nobody has touched the page that asks: what it asks by itself keeps no session alive.
	touchedAgo = "Sedum-Touched-Ago"
)

// Session is one sign-in that lasts. ID names it on a list and opens nothing.
type Session struct {
	ID       string    `json:"id"`
	PersonID string    `json:"person"`
	DeviceID string    `json:"device"`
	Epoch    int       `json:"epoch"`
	Agent    string    `json:"agent"`
	BeganAt  time.Time `json:"began"`
	SeenAt   time.Time `json:"seen"`
	// Narrow says that it was begun by a PIN: it is good for the yard's deeds, whatever else its person may do.
	Narrow bool `json:"narrow"`
}

func (s Session) idleAfter() time.Duration {
	if s.Narrow {
		return narrowIdle
	}
	return sessionIdle
}

// Sessions are who is signed in. They are rows of the database: they outlive a restart, and every program of a cluster knows them.
type Sessions struct {
	scs   *scs.SessionManager
	admit Admission
	// clock says how long somebody has been idle; how long a session lasts at most, the database's own says.
	clock func() time.Time
}

func newSessions(d *Database, admit Admission, tls bool, clock func() time.Time) *Sessions {
	s := &Sessions{scs: scs.New(), admit: admit, clock: clock}
	s.scs.Store = sessionRows{d}
	s.scs.Codec = plainSessions{}
	s.scs.HashTokenInStore = true // who reads the table comes in by none of it
	s.scs.Lifetime = sessionLifetime
	s.scs.Cookie.Name = cookieName(tls, "sedum")
	s.scs.Cookie.HttpOnly = true
	s.scs.Cookie.SameSite = http.SameSiteStrictMode
	s.scs.Cookie.Secure = tls
	s.scs.Cookie.Persist = false
	s.scs.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) {
		writeProblem(w, problemOf(r.Context(), err))
	}
	return s
}

const sessionKey = "session"

// Begin signs a person in once the deed is in: the session gets a new token.
func (s *Sessions) Begin(tx *Tx, begun Session) error {
	if err := s.scs.RenewToken(over(tx)); err != nil {
		return err
	}
	now := s.clock()
	begun.ID, begun.BeganAt, begun.SeenAt, begun.Agent = NewID(), now, now, shortened(tx.Agent(), longestAgent)
	tx.AfterCommit(func(ctx context.Context) { s.scs.Put(ctx, sessionKey, begun) })
	return nil
}

const longestAgent = 200

func shortened(text string, most int) string {
	if len(text) > most {
		return text[:most]
	}
	return text
}

// End signs the caller out.
func (s *Sessions) End(tx *Tx) error {
	tx.ClearCache()
	return s.scs.Destroy(over(tx))
}

// Mine is the caller's own session; its ID is "" when there is none.
func (s *Sessions) Mine(tx *Tx) Session {
	if tx.entry == nil {
		return Session{}
	}
	mine, _ := s.scs.Get(tx.ctx, sessionKey).(Session)
	return mine
}

type overKey struct{}

// over is a deed's context in which the rows of sessions are written by the deed itself, on its own connection.
func over(tx *Tx) context.Context { return context.WithValue(tx.ctx, overKey{}, tx) }

func (s *Sessions) caller(ctx context.Context, k *Kernel, untouched time.Duration) (Who, error) {
	unauthorised := Said{Status: http.StatusUnauthorized, Code: "unauthorised"}
	mine, ok := s.scs.Get(ctx, sessionKey).(Session)
	if !ok {
		return Who{}, unauthorised
	}
	now := s.clock()
	if now.Sub(mine.SeenAt) > mine.idleAfter() {
		_ = s.scs.Destroy(ctx)
		return Who{}, unauthorised
	}
	var who Who
	err := k.database.Read(ctx, Tx{}, func(tx *Tx) (err error) {
		who, err = s.admit(tx, mine.PersonID)
		return err
	})
	if errors.Is(err, ErrMissing) || errors.Is(err, ErrNotAllowed) || (err == nil && who.Epoch != mine.Epoch) {
		_ = s.scs.Destroy(ctx)
		return Who{}, unauthorised
	}
	if touched := now.Add(-untouched); err == nil && touched.Sub(mine.SeenAt) > seenEvery {
		mine.SeenAt = touched
		s.scs.Put(ctx, sessionKey, mine)
	}
	if mine.Narrow {
		who.Narrow, who.NoSecond, who.Role = true, false, roles.YardHand // the tablet itself, made known by a manager, is the second factor
	}
	return who, err
}

// untouched reads for how long nobody has touched the page. A page that says nothing was touched now.
func untouched(text string) (time.Duration, error) {
	return secondsIn(text, "touched_ago", sessionLifetime)
}
