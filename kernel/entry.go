package kernel

import (
	"context"
	"errors"
	"io"
	"maps"
	"math"
	"mime"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/fault"
)

const (
	keyHeader = "Idempotency-Key"
	// enteredAgo says how long, in seconds, an entry waited on a device. A length and not a moment, for a device's clock may be wrong.
	enteredAgo = "Sedum-Entered-Ago"
	// LongestKept is how long an entry may have waited on a device without a network.
	LongestKept = 14 * 24 * time.Hour

	bodyPatience = 15 * time.Second
)

// entry is one request, admitted: who, and what came with it.
type entry struct {
	ctx     context.Context
	who     Who
	ago     time.Duration
	key     string
	address string
	huma    huma.Context
	tls     bool
	gate    *Gate
	about   string
}

type entryKey struct{}

func entryOf(ctx context.Context) *entry {
	e := ctx.Value(entryKey{}).(*entry)
	e.ctx = ctx
	return e
}

// admit lets a request through when its session holds and its role has the operation's permission.
func (k *Kernel) admit(c huma.Context, next func(huma.Context)) {
	o, ours := c.Operation().Metadata[declared].(Operation)
	if !ours { // the document itself
		next(c)
		return
	}
	// The page reckons what waits by the clock that the house reckons by.
	c.SetHeader("Date", k.Clock().UTC().Format(http.TimeFormat))
	e := &entry{key: c.Header(keyHeader), huma: c, tls: k.settings.TLS, gate: o.gate}
	at := c.URL()
	e.address = at.RequestURI()
	err := legible(at, c.Operation().Parameters)
	if err == nil {
		err = k.admitted(c.Context(), o, e)
	}
	if err == nil && o.May.Name == Anybody.Name { // a session tells it by itself
		err = k.open(e)
	}
	if err == nil && o.Kept {
		e.ago, err = waited(c.Header(enteredAgo))
	}
	if errors.Is(err, ErrNotAllowed) || (err != nil && o.logged) {
		e.ctx = c.Context()
		k.logRefusal(e.ctx, e, o, err)
	}
	if err != nil {
		p := problemOf(c.Context(), err)
		_ = huma.WriteErr(k.api, c, p.Status, p.Title, p)
		return
	}
	next(huma.WithValue(c, entryKey{}, e))
}

func (k *Kernel) admitted(ctx context.Context, o Operation, e *entry) (err error) {
	if o.May.Name == Anybody.Name {
		return nil
	}
	idle, err := untouched(e.huma.Header(touchedAgo))
	if err != nil {
		return err
	}
	if e.who, err = k.sessions.caller(ctx, k, idle); err != nil {
		return err
	}
	if !o.May.Holds(e.who.Role) {
		return ErrNotAllowed
	}
	if e.who.OneTime && !o.early {
		return Said{Status: http.StatusForbidden, Code: "change-password"}
	}
	if e.who.NoSecond && !o.early {
		return Said{Status: http.StatusForbidden, Code: "give-second"}
	}
	if e.who.Narrow && o.password {
		return Said{Status: http.StatusForbidden, Code: "by-password"}
	}
	return nil
}

// legible tells whether what an address holds is text, asks for nothing that there is not, and no number in it is none.
func legible(at url.URL, params []*huma.Param) error {
	numbers := map[string]bool{"units": false, "language": false} // of every operation
	for _, p := range params {
		if p.In == "query" {
			numbers[p.Name] = p.Schema != nil && p.Schema.Type == huma.TypeNumber
		}
	}
	if !utf8.ValidString(at.Path) {
		return fault.List{{Field: "path", Code: fault.NotText}}
	}
	query, err := url.ParseQuery(at.RawQuery)
	if err != nil {
		return fault.List{{Field: "query", Code: fault.NotText}}
	}
	for _, name := range slices.Sorted(maps.Keys(query)) {
		for _, value := range query[name] {
			number, known := numbers[name]
			_, err := Finite(value)
			switch {
			case !utf8.ValidString(name + value):
				return fault.List{{Field: strings.ToValidUTF8(name, "?"), Code: fault.NotText}}
			case !known:
				return fault.List{{Field: name, Code: fault.UnknownField, Limit: name}}
			case number && value != "" && err != nil:
				return fault.List{{Field: name, Code: fault.WrongType, Limit: "number"}}
			}
		}
	}
	return nil
}

func waited(text string) (time.Duration, error) { return secondsIn(text, "entered_ago", LongestKept) }

// secondsIn reads a header's number of seconds. Errors: a fault at the field.
func secondsIn(text, field string, most time.Duration) (time.Duration, error) {
	if text == "" {
		return 0, nil
	}
	seconds, err := Finite(text)
	switch {
	case err != nil:
		return 0, fault.List{{Field: field, Code: fault.WrongType, Limit: "number of seconds"}}
	case seconds < 0:
		return 0, fault.List{{Field: field, Code: fault.AtLeast, Limit: 0}}
	case seconds > most.Seconds():
		return 0, fault.List{{Field: field, Code: fault.AtMost, Limit: most.Seconds()}}
	}
	return time.Duration(seconds * float64(time.Second)), nil
}

// Finite reads a number that is one: neither NaN nor infinite.
func Finite(text string) (float64, error) {
	v, err := strconv.ParseFloat(text, 64)
	if err == nil && (math.IsNaN(v) || math.IsInf(v, 0)) {
		err = strconv.ErrRange
	}
	return v, err
}

// open tells whether the house is open to who has no session. Errors: Said restoring.
func (k *Kernel) open(e *entry) error {
	e.ctx = e.huma.Context()
	return k.database.Read(e.ctx, Tx{}, func(tx *Tx) error {
		shut, err := closed(tx)
		if err == nil && shut {
			err = errClosed
		}
		return err
	})
}

// body reads what came, up to the operation's limit.
func (e *entry) body(o Operation) ([]byte, error) {
	limit := o.limit
	switch {
	case limit != 0:
	case o.May.Name == Anybody.Name:
		limit = strangersLimit
	default:
		limit = usualLimit
	}
	if len(o.types) == 0 {
		if is, _, err := mime.ParseMediaType(e.huma.Header("Content-Type")); err != nil || is != jsonType {
			return nil, Said{Status: http.StatusUnsupportedMediaType, Code: "content-type"}
		}
	}
	_ = e.huma.SetReadDeadline(time.Now().Add(bodyPatience))
	raw, err := io.ReadAll(io.LimitReader(e.huma.BodyReader(), limit+1))
	if _, large := errors.AsType[*http.MaxBytesError](err); large || int64(len(raw)) > limit {
		return nil, Said{Status: http.StatusRequestEntityTooLarge, Code: "too-large"}
	}
	if err != nil {
		return nil, Said{Status: http.StatusRequestTimeout, Code: "down"}
	}
	return raw, nil
}
