package kernel

import (
	"errors"

	"sedum/core/fault"
	"sedum/words"
)

// Reason is why a deed was not done, as it is kept and said later in any language.
type Reason struct {
	// Code is that of Refused, or stale, missing, not-allowed, invalid.
	Code   string     `json:"code"`
	Field  string     `json:"field,omitempty"`
	Faults fault.List `json:"faults,omitempty"`
}

// ReasonOf is why an error says that a deed cannot be done as things stand; false for none, and for what another try may cure.
func ReasonOf(err error) (Reason, bool) {
	if refused, ok := errors.AsType[Refused](err); ok {
		return Reason{Code: refused.Code, Field: refused.Field}, true
	}
	if faults, ok := errors.AsType[fault.List](err); ok && len(faults) > 0 {
		return Reason{Code: "invalid", Field: faults[0].Field, Faults: faults}, true
	}
	if _, ok := errors.AsType[Stale](err); ok {
		return Reason{Code: "stale"}, true
	}
	switch {
	case errors.Is(err, ErrMissing):
		return Reason{Code: "missing"}, true
	case errors.Is(err, ErrNotAllowed):
		return Reason{Code: "not-allowed"}, true
	}
	return Reason{}, false
}

// Text says it.
func (r Reason) Text(s words.Speaker) string {
	switch r.Code {
	case "":
		return ""
	case "invalid":
		return FieldErrors(s, r.Faults[:1])[0].Message
	case "stale":
		return s.Say("reason.stale", nil)
	case "missing", "not-allowed":
		return s.Say("problem."+r.Code, nil)
	}
	return s.Say("refused."+r.Code, nil)
}
