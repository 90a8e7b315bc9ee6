package kernel

import (
	"context"
	"errors"
	"log/slog"
	"strings"
	"sync"
	"time"

	"sedum/core/fault"
)

// SecurityLine is one line of the log of what touches who may come in and do what. Lines are added and never changed: nothing of the
// program writes one again. They hold no names, no words typed and no secrets.
type SecurityLine struct {
	Seq       int64 `gorm:"primaryKey"`
	At        time.Time
	Operation string
	Outcome   string
	PersonID  string
	AboutID   string
	Address   string
	LeftOut   int
}

// TableName is no plural.
func (SecurityLine) TableName() string { return "security_log" }

const (
	outcomeDone     = "done"
	outcomeNotMay   = "not-allowed"
	longestOutcome  = 40
	longestAbout    = 16
	linesLikeEvery  = time.Second
	longestAddress  = 45
	mostKindsOfLine = 1000
)

// About says whom or what a deed is about, for the security log.
func (tx *Tx) About(id string) {
	if tx.entry != nil {
		tx.entry.about = id
	}
}

// Logged says that the operation has a line in the security log, done or refused.
func (o Operation) Logged() Operation { o.logged = true; return o }

// IsLogged tells whether it has.
func (o Operation) IsLogged() bool { return o.logged }

// line is of an operation as it ended.
func (e *entry) line(tx Tx, o Operation, outcome string) SecurityLine {
	about := e.about
	if about == "" {
		about = e.huma.Param("id")
	}
	return SecurityLine{At: tx.Now, Operation: o.ID, Outcome: plain(outcome, longestOutcome), PersonID: e.who.ID, AboutID: plain(about, longestAbout),
		Address: plain(tx.address, longestAddress)}
}

// plain is a text that the log can hold, whatever a caller sent: a line is not kept away by a letter.
func plain(text string, most int) string {
	return shortened(strings.Map(func(r rune) rune {
		if r < ' ' || r > '~' {
			return '?'
		}
		return r
	}, text), most)
}

// LogHouse writes a line of what the house's own shell did.
func LogHouse(tx *Tx, operation string) error {
	return Add(tx, &SecurityLine{At: tx.Now, Operation: operation, Outcome: outcomeDone})
}

// logRefusal writes a line of a deed that was refused: in a transaction of its own, since the deed's was undone. Many alike in a second are
// one line, which says how many were left out before it.
func (k *Kernel) logRefusal(ctx context.Context, e *entry, o Operation, err error) {
	code := refusalOf(err)
	if code == "" {
		return
	}
	tx := k.of(e)
	line := e.line(tx, o, code)
	var write bool
	if line.LeftOut, write = k.refusals.next(o.ID+" "+code, tx.Now); !write {
		return
	}
	ctx, cancel := context.WithTimeout(context.WithoutCancel(ctx), 5*time.Second)
	defer cancel()
	if err := k.database.Deed(ctx, tx, func(tx *Tx) error { return Add(tx, &line) }); err != nil {
		slog.WarnContext(ctx, "the security log was not written", "operation", o.ID, "outcome", code, "error", err)
	}
}

// refusalOf is the code of an error that is a refusal, "" for one that is a failure of ours.
func refusalOf(err error) string {
	if said, ok := errors.AsType[Said](err); ok {
		return said.Code
	}
	if refused, ok := errors.AsType[Refused](err); ok {
		return refused.Code
	}
	if faults, ok := errors.AsType[fault.List](err); ok && len(faults) > 0 {
		return string(faults[0].Code)
	}
	if errors.Is(err, ErrNotAllowed) {
		return outcomeNotMay
	}
	return ""
}

// refusals remembers when a kind of refusal was written last.
type refusals struct {
	mu   sync.Mutex
	seen map[string]*alike
}

type alike struct {
	at      time.Time
	leftOut int
}

func (r *refusals) next(kind string, now time.Time) (leftOut int, write bool) {
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.seen == nil || len(r.seen) > mostKindsOfLine {
		r.seen = map[string]*alike{}
	}
	last := r.seen[kind]
	if last == nil {
		r.seen[kind] = &alike{at: now}
		return 0, true
	}
	if since := now.Sub(last.at); since >= 0 && since < linesLikeEvery {
		last.leftOut++
		return 0, false
	}
	leftOut, last.leftOut, last.at = last.leftOut, 0, now
	return leftOut, true
}

// ForgetLines takes lines off the log that are older than the house keeps them, at most so many at once. Nothing else takes one off.
func ForgetLines(tx *Tx, before time.Time, most int) error {
	_, err := Exec(tx, "DELETE FROM security_log WHERE at < ? ORDER BY seq LIMIT ?", before, most)
	return err
}
