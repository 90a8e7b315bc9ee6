package kernel

import (
	"context"
	"database/sql/driver"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"maps"
	"math"
	"net"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-sql-driver/mysql"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/words"
)

// FieldError is what is wrong with one field, and what to do about it.
type FieldError struct {
	Field   string `json:"field"`
	Message string `json:"message"`
	Code    string `json:"code"`
}

// longestField bounds a name that a caller made up.
const longestField = 200

// FieldErrors says faults in a caller's words.
func FieldErrors(s words.Speaker, faults fault.List) []FieldError {
	out := []FieldError{}
	for _, f := range faults[:min(len(faults), fault.Most)] {
		f.Field = shortened(f.Field, longestField)
		out = append(out, FieldError{f.Field, s.Fault(f), string(f.Code)})
	}
	return out
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
	if known, ok := errors.AsType[*Problem](err); ok {
		return known
	}
	if stale, ok := errors.AsType[Stale](err); ok {
		p := newProblem(s, http.StatusConflict, "stale", nil)
		p.Current = stale.Current
		return p
	}
	if refused, ok := errors.AsType[Refused](err); ok {
		p := newProblem(s, http.StatusConflict, "refused", nil)
		p.Code, p.Detail = refused.Code, s.Say("refused."+refused.Code, nil)
		p.Errors = append(p.Errors, FieldError{refused.Field, p.Detail, refused.Code})
		return p
	}
	if said, ok := errors.AsType[Said](err); ok {
		return saidProblem(s, said)
	}
	if faults, ok := errors.AsType[fault.List](err); ok {
		p := newProblem(s, http.StatusUnprocessableEntity, "invalid", nil)
		if p.Errors = FieldErrors(s, faults); len(faults) > 0 {
			p.Detail = p.Errors[0].Message
		}
		return p
	}
	if faults, ok := refusedValue(err); ok {
		slog.WarnContext(ctx, "the database could not keep a value", "error", err)
		p := newProblem(s, http.StatusUnprocessableEntity, "invalid", nil)
		p.Errors = FieldErrors(s, faults)
		p.Detail = p.Errors[0].Message
		return p
	}
	switch {
	case errors.Is(err, calc.ErrBrokenJSON):
		return newProblem(s, http.StatusBadRequest, "broken-json", nil)
	case errors.Is(err, ErrMissing):
		return newProblem(s, http.StatusNotFound, "missing", nil)
	case errors.Is(err, ErrNotAllowed):
		return newProblem(s, http.StatusForbidden, "not-allowed", nil)
	case full(err):
		slog.ErrorContext(ctx, "there is no room to write", "error", err)
		return newProblem(s, http.StatusServiceUnavailable, "full", nil)
	case gaveWay(err):
		return newProblem(s, http.StatusServiceUnavailable, "busy", nil)
	case databaseAway(err):
		slog.WarnContext(ctx, "the database is out of reach", "error", err)
		return newProblem(s, http.StatusServiceUnavailable, "down", nil)
	case errors.Is(err, context.Canceled): // nobody waits for the answer any more
		return newProblem(s, http.StatusServiceUnavailable, "down", nil)
	}
	slog.ErrorContext(ctx, "a request failed", "error", err)
	return newProblem(s, http.StatusInternalServerError, "internal", nil)
}

func saidProblem(s words.Speaker, said Said) *Problem {
	values := map[string]any{}
	maps.Copy(values, said.Values)
	seconds := int(math.Ceil(said.RetryAfter.Seconds()))
	values["seconds"] = seconds
	p := newProblem(s, said.Status, said.Code, values)
	if said.Field != "" {
		p.Errors = append(p.Errors, FieldError{said.Field, p.Detail, said.Code})
	}
	if seconds > 0 {
		p.header.Set("Retry-After", fmt.Sprint(seconds))
	}
	return p
}

// databaseAway tells a lost or stopped database from a bug: the page keeps the entry and tries again.
func databaseAway(err error) bool {
	const tooManyConnections, notCommitted = 1040, 1180
	return serverLost(err) || isNumber(err, tooManyConnections, notCommitted) || errors.Is(err, context.DeadlineExceeded) || errors.Is(err, errNoNode)
}

// serverLost tells that the connection to a server has ended, or that the server has lost the others of its cluster.
func serverLost(err error) bool {
	const shutdown, killed, notPrepared = 1053, 1927, 1047
	if isNumber(err, shutdown, killed, notPrepared) {
		return true
	}
	if errors.Is(err, context.DeadlineExceeded) {
		return false
	}
	_, network := errors.AsType[net.Error](err)
	return network || errors.Is(err, driver.ErrBadConn) || errors.Is(err, mysql.ErrInvalidConn)
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
			if p, ok := errors.AsType[*Problem](err); ok {
				return p
			}
		}
		switch status {
		case http.StatusUnprocessableEntity, http.StatusBadRequest:
			p := newProblem(s, status, "invalid", nil)
			for _, err := range errs {
				if detail, ok := errors.AsType[*huma.ErrorDetail](err); ok {
					f := parameterFault(detail)
					p.Errors = append(p.Errors, FieldError{f.Field, s.Fault(f), string(f.Code)})
					p.Detail = p.Errors[0].Message
				}
			}
			return p
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
	w.Header().Set("Content-Type", p.ContentType(""))
	w.WriteHeader(p.Status)
	_ = json.NewEncoder(w).Encode(p)
}
