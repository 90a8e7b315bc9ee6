// Package kernel is what every deed needs and no deed is: the transaction, the declared operation, who may, the key under
// which a request happens once, stale answers, problems, sessions, jobs, migrations, and the document.
//
// It knows no capability. A capability declares its operations, its jobs and its tables; Gather makes the program of them.
package kernel

import (
	"context"
	"log/slog"
	"net"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"

	"sedum/core/roles"
	"sedum/words"
)

const deedTimeLimit = 20 * time.Second

// Capability is what one folder of app gives to the program.
type Capability struct {
	Name       string
	Operations []Operation
	Jobs       []Job
	Tables     Tables
	// Permissions that no operation names by itself: those that a deed asks of the core.
	Permissions []Permission
}

// Settings of the kernel.
type Settings struct {
	// Clock is the time; tests set it.
	Clock func() time.Time
	// Zone is where the yard's days begin and end.
	Zone *time.Location
	// TLS says that it is served over HTTPS: cookies are marked Secure.
	TLS bool
	// HSTSSubdomains says that browsers stay on HTTPS for names under ours too.
	HSTSSubdomains bool
	// Hosts are the names that it answers for, without a port; none is any.
	Hosts []string
	// Pages serves what is not the API.
	Pages http.Handler
	// Admit finds who is calling.
	Admit Admission
	// House gives the rules in force, for what the house does by itself.
	House func(*Tx) (Who, error)
}

// Kernel is the gathered program.
type Kernel struct {
	database     *Database
	settings     Settings
	sessions     *Sessions
	capabilities []Capability
	api          huma.API
	handler      http.Handler
	refusals     refusals
	wakes        chan string
}

// Gather builds the program over a database. The capabilities are made when the sessions are there.
func Gather(d *Database, settings Settings, capabilities func(*Sessions) []Capability) *Kernel {
	if settings.Clock == nil {
		settings.Clock = func() time.Time { return time.Now().UTC().Truncate(time.Microsecond) }
	}
	if settings.Zone == nil {
		settings.Zone = time.UTC
	}
	k := &Kernel{database: d, settings: settings, wakes: make(chan string, 64)}
	k.sessions = newSessions(d, settings.Admit, settings.TLS, k.Clock)
	k.capabilities = append([]Capability{own}, capabilities(k.sessions)...)
	useOurProblems()
	huma.DefaultArrayNullable = false
	engine := k.engine()
	k.api = humagin.New(engine, humaConfig(settings.TLS))
	k.api.UseMiddleware(k.admit)
	for _, o := range k.Operations() {
		o.register(k, o)
	}
	k.describeSets()
	mux := http.NewServeMux()
	mux.Handle("/api/", quickly(unchanged(k.sessions.scs.LoadAndSave(engine))))
	mux.HandleFunc("GET /healthz", func(w http.ResponseWriter, _ *http.Request) { _, _ = w.Write([]byte("ok\n")) })
	mux.HandleFunc("GET /readyz", k.ready)
	if settings.Pages != nil {
		mux.Handle("/", settings.Pages)
	}
	k.handler = k.outside(mux)
	return k
}

// Handler is the whole face.
func (k *Kernel) Handler() http.Handler { return k.handler }

// OpenAPI is the document of what is implemented.
func (k *Kernel) OpenAPI() *huma.OpenAPI { return k.api.OpenAPI() }

// Database is where the records are.
func (k *Kernel) Database() *Database { return k.database }

// Clock is the time.
func (k *Kernel) Clock() time.Time { return k.settings.Clock() }

// SetClock is for tests, and for whoever tells a past.
func (k *Kernel) SetClock(clock func() time.Time) { k.settings.Clock = clock }

// Operations lists everything that can be asked or done, in the order of dependence.
func (k *Kernel) Operations() []Operation {
	out := []Operation{}
	for _, c := range k.capabilities {
		for _, o := range c.Operations {
			o.capability = c.Name
			out = append(out, o)
		}
	}
	return out
}

// Capabilities are the names of what was gathered, each after those it knows.
func (k *Kernel) Capabilities() []string {
	names := []string{}
	for _, c := range k.capabilities {
		names = append(names, c.Name)
	}
	return names
}

// Permissions lists the names of what a role may do.
func (k *Kernel) Permissions(role roles.Role) []string { return PermissionsOf(k.capabilities, role) }

// PermissionsOf lists the names of what a role may do, each once, in the order of declaration.
func PermissionsOf(capabilities []Capability, role roles.Role) []string {
	out, seen := []string{}, map[string]bool{"": true, SignedIn.Name: true}
	add := func(p Permission) {
		if !seen[p.Name] && p.Holds(role) {
			seen[p.Name] = true
			out = append(out, p.Name)
		}
	}
	for _, c := range capabilities {
		for _, o := range c.Operations {
			add(o.May)
		}
		for _, p := range c.Permissions {
			add(p)
		}
	}
	return out
}

// As is the Tx of somebody, by the kernel's clock, for Do and Look.
func (k *Kernel) as(who Who) Tx {
	return Tx{Who: who, Now: k.settings.Clock(), Zone: k.settings.Zone, Say: words.For("", words.Metric), wakes: k.wakes}
}

// Do does a deed in somebody's name, without a request: the demo, jobs, tests.
func (k *Kernel) Do(ctx context.Context, who Who, do func(*Tx) error) error {
	return k.database.Deed(ctx, k.as(who), do)
}

// Look reads in somebody's name, without a request.
func (k *Kernel) Look(ctx context.Context, who Who, do func(*Tx) error) error {
	return k.database.Read(ctx, k.as(who), do)
}

func (k *Kernel) of(e *entry) Tx {
	tx := k.as(e.who)
	tx.EnteredAgo, tx.Say, tx.address, tx.entry = e.ago, speaker(e.ctx), host(e.huma.RemoteAddr()), e
	return tx
}

func host(address string) string {
	if h, _, err := net.SplitHostPort(address); err == nil {
		return h
	}
	return address
}

func (k *Kernel) read(e *entry, do func(*Tx) error) error { return k.through(e, k.database.Read, do) }

func (k *Kernel) deed(e *entry, do func(*Tx) error) error { return k.through(e, k.database.Deed, do) }

// through does it once the operation's gate lets the request in.
func (k *Kernel) through(e *entry, how func(context.Context, Tx, func(*Tx) error) error, do func(*Tx) error) error {
	tx := k.of(e)
	leave, err := e.gate.pass(e.ctx, tx.address)
	if err != nil {
		return err
	}
	defer leave()
	return how(e.ctx, tx, do)
}

// logging does a deed with its line in the security log: in the same transaction when it is done, in one of its own when it is refused.
func (k *Kernel) logging(o Operation, e *entry, do func(*Tx) error) error {
	if !o.logged {
		return k.deed(e, do)
	}
	err := k.deed(e, func(tx *Tx) error {
		if err := do(tx); err != nil {
			return err
		}
		line := e.line(*tx, o, outcomeDone)
		return Add(tx, &line)
	})
	k.logRefusal(e.ctx, e, o, err)
	return err
}

func (k *Kernel) engine() *gin.Engine {
	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.HandleMethodNotAllowed = true
	say := func(status int, code string) gin.HandlerFunc {
		return func(c *gin.Context) {
			writeProblem(c.Writer, newProblem(speaker(c.Request.Context()), status, code, nil))
		}
	}
	engine.NoRoute(say(http.StatusNotFound, "missing"))
	engine.NoMethod(func(c *gin.Context) { // the engine has said which methods there are
		if c.Request.Method == http.MethodOptions {
			c.Status(http.StatusNoContent)
			return
		}
		say(http.StatusMethodNotAllowed, "method")(c)
	})
	engine.Use(gin.CustomRecoveryWithWriter(nil, func(c *gin.Context, cause any) {
		slog.ErrorContext(c.Request.Context(), "a request panicked", "cause", cause, "path", c.FullPath())
		say(http.StatusInternalServerError, "internal")(c)
		c.Abort()
	}))
	return engine
}

// outside is what every request passes first: language, limits, headers, other sites, the log.
func (k *Kernel) outside(next http.Handler) http.Handler {
	crossOrigin := http.NewCrossOriginProtection()
	crossOrigin.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, newProblem(speaker(r.Context()), http.StatusForbidden, "cross-origin", nil))
	}))
	limited := http.MaxBytesHandler(crossOrigin.Handler(next), k.largest())
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		began := time.Now()
		ctx, cancel := context.WithTimeout(withSpeaker(r), deedTimeLimit)
		defer cancel()
		h := w.Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("X-Frame-Options", "DENY")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Permissions-Policy", "geolocation=(), microphone=(), camera=(self)")
		h.Set("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'") // a page says its own
		if k.settings.TLS {
			h.Set("Strict-Transport-Security", "max-age=31536000"+map[bool]string{true: "; includeSubDomains"}[k.settings.HSTSSubdomains])
		}
		if !k.answersFor(r) {
			writeProblem(w, newProblem(speaker(ctx), http.StatusMisdirectedRequest, "host", nil))
			return
		}
		if !strings.HasPrefix(r.URL.Path, "/api/") {
			limited.ServeHTTP(w, r.WithContext(ctx))
			return
		}
		h.Set("Cache-Control", "no-store")
		seen := &statusWriter{ResponseWriter: w, status: http.StatusOK}
		r = r.WithContext(ctx)
		if r.Method == http.MethodHead { // as GET; the server keeps the body back
			r.Method = http.MethodGet
		}
		limited.ServeHTTP(seen, r)
		// The path without its values: tags and names stay out of the log.
		slog.DebugContext(ctx, "request", "method", r.Method, "status", seen.status, "ms", time.Since(began).Milliseconds())
	})
}

// answersFor tells whether a request names a host that is ours. Whether the house is well may be asked by any.
func (k *Kernel) answersFor(r *http.Request) bool {
	if len(k.settings.Hosts) == 0 || r.URL.Path == "/healthz" || r.URL.Path == "/readyz" {
		return true
	}
	return slices.Contains(k.settings.Hosts, strings.ToLower(strings.Trim(host(r.Host), "[]")))
}

// largest is the greatest body that any operation takes.
func (k *Kernel) largest() int64 {
	most := int64(usualLimit)
	for _, o := range k.Operations() {
		most = max(most, o.limit)
	}
	return most + usualLimit
}

type statusWriter struct {
	http.ResponseWriter
	status int
}

func (w *statusWriter) WriteHeader(status int) {
	w.status = status
	w.ResponseWriter.WriteHeader(status)
}

func (w *statusWriter) Unwrap() http.ResponseWriter { return w.ResponseWriter }

func (k *Kernel) ready(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), 2*time.Second)
	defer cancel()
	if err := k.database.Ping(ctx); err != nil {
		http.Error(w, "the database does not answer", http.StatusServiceUnavailable)
		return
	}
	_, _ = w.Write([]byte("ready\n"))
}

type speakerKey struct{}

func withSpeaker(r *http.Request) context.Context {
	units := words.Units(r.Header.Get("Sedum-Units"))
	if u := r.URL.Query().Get("units"); u != "" {
		units = words.Units(u)
	}
	accept := r.Header.Get("Accept-Language")
	if l := r.URL.Query().Get("language"); l != "" {
		accept = l
	}
	return context.WithValue(r.Context(), speakerKey{}, words.For(accept, units))
}

// speaker is who answers this request, in the caller's language and units.
func speaker(ctx context.Context) words.Speaker {
	if s, ok := ctx.Value(speakerKey{}).(words.Speaker); ok {
		return s
	}
	return words.For("", words.Metric)
}

// Admit finds who a person is, as for a request.
func (k *Kernel) Admit(tx *Tx, personID string) (Who, error) { return k.settings.Admit(tx, personID) }

// Jobs lists what the house does by itself.
func (k *Kernel) Jobs() []Job {
	out := []Job{}
	for _, c := range k.capabilities {
		out = append(out, c.Jobs...)
	}
	return out
}
