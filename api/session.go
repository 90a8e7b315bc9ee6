package api

import (
	"context"
	"math"
	"net"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/fault"
	"sedum/desk"
	"sedum/store"
)

type callerKey struct{}

// caller is who does the deed; admit has put it there.
func caller(ctx context.Context) desk.Caller { return ctx.Value(callerKey{}).(desk.Caller) }

// admit lets a request through when its session holds and its role may do the deed of the operation.
// An operation without a deed is open to everybody; a test lists those.
func (s *Server) admit(c huma.Context, next func(huma.Context)) {
	deed, guarded := c.Operation().Metadata["deed"].(desk.Deed)
	if !guarded {
		next(c)
		return
	}
	ctx := c.Context()
	who, err := s.callerOf(ctx)
	if err == nil && deed != anyone && !desk.May(who.Role, deed) {
		err = desk.ErrNotAllowed
	}
	if err == nil {
		who.EnteredAgo, err = waited(c.Operation(), c.Header(enteredAgo))
	}
	if err != nil {
		p := problemOf(ctx, err)
		_ = huma.WriteErr(s.api, c, p.Status, p.Title, p)
		return
	}
	next(huma.WithValue(c, callerKey{}, who))
}

// enteredAgo is the header that says how long, in seconds, an entry waited on a device. A length and not a moment, for a
// device's clock may be wrong.
const enteredAgo = "Sedum-Entered-Ago"

// keptOnDevices are the deeds that a device keeps while there is no network.
var keptOnDevices = map[string]bool{"save-check": true, "correct": true, "add-photo": true, "record-damage": true, "repair-damage": true,
	"keep-roots": true, "feel-roots": true, "begin-soak": true, "end-soak": true}

func waited(op *huma.Operation, text string) (time.Duration, error) {
	if text == "" || !keptOnDevices[op.OperationID] {
		return 0, nil
	}
	seconds, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsNaN(seconds) {
		return 0, fault.List{{Field: "entered_ago", Code: fault.WrongType, Limit: "number of seconds"}}
	}
	most := desk.LongestKept.Seconds()
	switch {
	case seconds < 0:
		return 0, fault.List{{Field: "entered_ago", Code: fault.AtLeast, Limit: 0}}
	case seconds > most:
		return 0, fault.List{{Field: "entered_ago", Code: fault.AtMost, Limit: most}}
	}
	return time.Duration(seconds * float64(time.Second)), nil
}

// anyone is every person who is signed in.
const anyone desk.Deed = "anyone"

const seenEvery = time.Minute

func (s *Server) callerOf(ctx context.Context) (desk.Caller, error) {
	unauthorised := newProblem(speaker(ctx), http.StatusUnauthorized, "unauthorised", nil)
	id := s.sessions.GetString(ctx, "person")
	if id == "" {
		return desk.Caller{}, unauthorised
	}
	now := time.Now()
	seen := time.Unix(s.sessions.GetInt64(ctx, "seen"), 0)
	if now.Sub(seen) > sessionIdle {
		_ = s.sessions.Destroy(ctx)
		return desk.Caller{}, unauthorised
	}
	who, err := s.desk.Caller(ctx, id)
	if err == store.ErrMissing || err == desk.ErrNotAllowed || (err == nil && who.Epoch != s.sessions.GetInt(ctx, "epoch")) {
		_ = s.sessions.Destroy(ctx)
		return desk.Caller{}, unauthorised
	}
	if err != nil {
		return desk.Caller{}, err
	}
	if now.Sub(seen) > seenEvery {
		s.sessions.Put(ctx, "seen", now.Unix())
	}
	return who, nil
}

type signInBody struct {
	SignIn   string `json:"sign_in" maxLength:"60"`
	Password string `json:"password" maxLength:"200"`
}

type personView struct {
	Name  string      `json:"name"`
	Role  store.Role  `json:"role"`
	Deeds []desk.Deed `json:"deeds"`
	Today string      `json:"today" doc:"the yard's date, YYYY-MM-DD"`
	Demo  bool        `json:"demo"`
}

type welcomeView struct {
	Demo []DemoSignIn `json:"demo"`
}

func (s *Server) sessionRoutes() {
	read(s, "welcome", "/api/v1/welcome", open, func(context.Context, *struct{}) (welcomeView, error) {
		demo := s.settings.Demo
		if demo == nil {
			demo = []DemoSignIn{}
		}
		return welcomeView{demo}, nil
	})
	write(s, http.MethodPost, "sign-in", "/api/v1/session", open, func(ctx context.Context, in *signInInput, body signInBody) (personView, error) {
		p, err := s.desk.SignIn(ctx, body.SignIn, body.Password, in.address)
		if err != nil {
			return personView{}, err
		}
		if err := s.sessions.RenewToken(ctx); err != nil {
			return personView{}, err
		}
		s.sessions.Put(ctx, "person", p.ID)
		s.sessions.Put(ctx, "epoch", p.SessionEpoch)
		s.sessions.Put(ctx, "seen", time.Now().Unix())
		return s.person(desk.Caller{Name: p.Name, Role: p.Role}), nil
	})
	read(s, "who-am-i", "/api/v1/session", anyone, func(ctx context.Context, _ *struct{}) (personView, error) {
		return s.person(caller(ctx)), nil
	})
	remove(s, "sign-out", "/api/v1/session", anyone, func(ctx context.Context, _ *struct{}) error {
		return s.sessions.Destroy(ctx)
	})
	remove(s, "sign-out-everywhere", "/api/v1/sessions", anyone, func(ctx context.Context, _ *struct{}) error {
		if err := s.desk.SignOutEverywhere(ctx, caller(ctx)); err != nil {
			return err
		}
		return s.sessions.Destroy(ctx)
	})
}

func (s *Server) person(c desk.Caller) personView {
	return personView{c.Name, c.Role, desk.Deeds(c.Role), s.desk.Now().Format(time.DateOnly), len(s.settings.Demo) > 0}
}

// signInInput knows where a request comes from, for slowing guesses down.
type signInInput struct {
	Raw
	address string
}

// Resolve is for huma.
func (r *signInInput) Resolve(c huma.Context) []error {
	host, _, err := net.SplitHostPort(c.RemoteAddr())
	if err != nil {
		host = c.RemoteAddr()
	}
	r.address = host
	return nil
}
