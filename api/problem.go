package api

import (
	"context"
	"database/sql/driver"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"math"
	"net"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-sql-driver/mysql"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/desk"
	"sedum/store"
	"sedum/words"
)

// FieldError is what is wrong with one field, and what to do about it.
type FieldError struct {
	Field   string `json:"field"`
	Message string `json:"message"`
	Code    string `json:"code"`
}

// Problem is an answer that says what went wrong (RFC 9457).
type Problem struct {
	Title  string       `json:"title"`
	Status int          `json:"status"`
	Detail string       `json:"detail"`
	Code   string       `json:"code"`
	Errors []FieldError `json:"errors"`
	// Current is the present state of a record that somebody else changed.
	Current any `json:"current,omitempty"`

	header http.Header
}

func (p *Problem) Error() string { return p.Title }

// GetStatus is for huma.
func (p *Problem) GetStatus() int { return p.Status }

// GetHeaders is for huma: a slow-down says for how long.
func (p *Problem) GetHeaders() http.Header { return p.header }

// ContentType is for huma.
func (p *Problem) ContentType(string) string { return "application/problem+json" }

func newProblem(s words.Speaker, status int, code string, values map[string]any) *Problem {
	title := s.Say("problem."+code, values)
	return &Problem{Title: title, Status: status, Detail: title, Code: code, Errors: []FieldError{}, header: http.Header{}}
}

// problemOf is the one place where our errors become answers. Nothing of the inside is shown.
func problemOf(ctx context.Context, err error) *Problem {
	s := speaker(ctx)
	var known *Problem
	var faults fault.List
	var stale desk.Stale
	var refused desk.Refused
	var slow desk.SlowDown
	var tooLarge *http.MaxBytesError
	switch {
	case errors.As(err, &known):
		return known
	case errors.As(err, &stale):
		p := newProblem(s, http.StatusConflict, "stale", nil)
		p.Current = currentOf(s, stale.Current)
		return p
	case errors.As(err, &refused):
		p := newProblem(s, http.StatusConflict, "refused", nil)
		p.Code, p.Detail = refused.Code, s.Say("refused."+refused.Code, nil)
		p.Errors = append(p.Errors, FieldError{refused.Field, p.Detail, refused.Code})
		return p
	case unreadable(s, err) != nil:
		return unreadable(s, err)
	case errors.As(err, &faults):
		return faultProblem(s, faults)
	case errors.Is(err, calc.ErrBrokenJSON):
		return newProblem(s, http.StatusBadRequest, "broken-json", nil)
	case errors.Is(err, calc.ErrUnknown):
		return newProblem(s, http.StatusNotFound, "calculator", nil)
	case errors.Is(err, store.ErrMissing):
		return newProblem(s, http.StatusNotFound, "missing", nil)
	case errors.Is(err, desk.ErrNotAllowed):
		return newProblem(s, http.StatusForbidden, "not-allowed", nil)
	case errors.Is(err, desk.ErrWrongSignIn):
		return newProblem(s, http.StatusUnauthorized, "wrong-sign-in", nil)
	case errors.As(err, &slow):
		seconds := int(math.Ceil(slow.Wait.Seconds()))
		p := newProblem(s, http.StatusTooManyRequests, "slow-down", map[string]any{"seconds": seconds})
		p.header.Set("Retry-After", fmt.Sprint(seconds))
		return p
	case errors.As(err, &tooLarge):
		return newProblem(s, http.StatusRequestEntityTooLarge, "too-large", nil)
	case databaseAway(err):
		slog.WarnContext(ctx, "the database is out of reach", "error", err)
		return newProblem(s, http.StatusServiceUnavailable, "down", nil)
	}
	if errors.Is(err, context.Canceled) { // nobody waits for the answer any more
		return newProblem(s, http.StatusServiceUnavailable, "down", nil)
	}
	slog.ErrorContext(ctx, "a request failed", "error", err)
	return newProblem(s, http.StatusInternalServerError, "internal", nil)
}

func faultProblem(s words.Speaker, faults fault.List) *Problem {
	p := newProblem(s, http.StatusUnprocessableEntity, "invalid", nil)
	for _, f := range faults {
		p.Errors = append(p.Errors, FieldError{f.Field, s.Fault(f), string(f.Code)})
	}
	if len(p.Errors) > 0 {
		p.Detail = p.Errors[0].Message
	}
	return p
}

// databaseAway tells a lost or stopped database from a bug: the page keeps the entry and tries again.
func databaseAway(err error) bool {
	var network net.Error
	var server *mysql.MySQLError
	if errors.As(err, &server) {
		const shutdown, tooManyConnections, killed = 1053, 1040, 1927
		return server.Number == shutdown || server.Number == tooManyConnections || server.Number == killed
	}
	return errors.Is(err, driver.ErrBadConn) || errors.Is(err, mysql.ErrInvalidConn) || errors.As(err, &network) ||
		errors.Is(err, context.DeadlineExceeded)
}

// useOurProblems makes huma answer in our words: its own texts and the values sent never leave.
func useOurProblems() {
	huma.NewError = func(status int, message string, errs ...error) huma.StatusError {
		return huma.NewErrorWithContext(nil, status, message, errs...)
	}
	huma.NewErrorWithContext = func(c huma.Context, status int, message string, errs ...error) huma.StatusError {
		ctx := context.Background()
		if c != nil {
			ctx = c.Context()
		}
		s := speaker(ctx)
		for _, err := range errs {
			var p *Problem
			if errors.As(err, &p) {
				return p
			}
		}
		switch status {
		case http.StatusUnprocessableEntity, http.StatusBadRequest:
			p := newProblem(s, status, "invalid", nil)
			for _, err := range errs {
				var detail *huma.ErrorDetail
				if errors.As(err, &detail) {
					p.Errors = append(p.Errors, FieldError{detail.Location, s.Say("fault.wrong_type", map[string]any{"limit": "value"}), "wrong_type"})
				}
			}
			return p
		case http.StatusRequestEntityTooLarge:
			return newProblem(s, status, "too-large", nil)
		case http.StatusUnsupportedMediaType:
			return newProblem(s, status, "content-type", nil)
		case http.StatusRequestTimeout:
			return newProblem(s, status, "down", nil)
		}
		if len(errs) > 0 {
			return problemOf(ctx, errors.Join(errs...))
		}
		if status != 0 { // 0 is huma asking for an example for the document
			slog.ErrorContext(ctx, "a request failed", "status", status, "error", message)
		}
		return newProblem(s, status, "internal", nil)
	}
}

func writeProblem(w http.ResponseWriter, p *Problem) {
	for k, v := range p.header {
		w.Header()[k] = v
	}
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(p.Status)
	_ = json.NewEncoder(w).Encode(p)
}
