// Package api is the program's face: routing, sessions, typed requests and answers,
// and the OpenAPI document.
//
// A handler is a typed input, one call of the desk, one mapping, a typed output. It holds
// no rule of the job and no SQL.
package api

import (
	"context"
	"log/slog"
	"net/http"
	"strings"
	"time"

	"github.com/alexedwards/scs/mysqlstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"
	"github.com/klauspost/compress/gzhttp"

	"sedum/core/rules"
	"sedum/desk"
	"sedum/words"
)

// Settings of the face.
type Settings struct {
	// TLS says that it is served over HTTPS: cookies are marked Secure.
	TLS bool
	// Demo shows the made-up sign-ins on the sign-in page.
	Demo []DemoSignIn
}

// DemoSignIn is a made-up person, offered on the sign-in page of the demo only.
type DemoSignIn struct {
	Name     string `json:"name"`
	Role     string `json:"role"`
	SignIn   string `json:"sign_in"`
	Password string `json:"password"`
}

const (
	sessionLifetime = 14 * time.Hour // one long day
	sessionIdle     = 2 * time.Hour
	bodyLimit       = 1 << 20
	deedTimeLimit   = 20 * time.Second
)

// Server answers requests.
type Server struct {
	desk     *desk.Desk
	sessions *scs.SessionManager
	settings Settings
	api      huma.API
	handler  http.Handler
}

// New builds the whole face over a desk.
func New(d *desk.Desk, settings Settings) *Server {
	s := &Server{desk: d, settings: settings, sessions: scs.New()}
	s.sessions.Store = mysqlstore.NewWithCleanupInterval(d.Store.SQL(), 10*time.Minute)
	s.sessions.Codec = plainSessions{}
	s.sessions.Lifetime = sessionLifetime
	s.sessions.Cookie.Name = "sedum"
	s.sessions.Cookie.HttpOnly = true
	s.sessions.Cookie.SameSite = http.SameSiteStrictMode
	s.sessions.Cookie.Secure = settings.TLS
	s.sessions.Cookie.Persist = false
	s.sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) {
		writeProblem(w, problemOf(r.Context(), err))
	}
	useOurProblems()
	huma.DefaultArrayNullable = false

	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.HandleMethodNotAllowed = true
	engine.NoRoute(func(c *gin.Context) {
		writeProblem(c.Writer, newProblem(speaker(c.Request.Context()), http.StatusNotFound, "missing", nil))
	})
	engine.NoMethod(func(c *gin.Context) {
		writeProblem(c.Writer, newProblem(speaker(c.Request.Context()), http.StatusMethodNotAllowed, "method", nil))
	})
	engine.Use(gin.CustomRecoveryWithWriter(nil, func(c *gin.Context, cause any) {
		slog.ErrorContext(c.Request.Context(), "a request panicked", "cause", cause, "path", c.FullPath())
		writeProblem(c.Writer, newProblem(speaker(c.Request.Context()), http.StatusInternalServerError, "internal", nil))
		c.Abort()
	}))
	s.api = humagin.New(engine, humaConfig())
	s.api.UseMiddleware(s.admit)
	s.routes()

	mux := http.NewServeMux()
	mux.Handle("/api/", s.sessions.LoadAndSave(engine))
	mux.HandleFunc("GET /healthz", func(w http.ResponseWriter, _ *http.Request) { _, _ = w.Write([]byte("ok\n")) })
	mux.HandleFunc("GET /readyz", s.ready)
	mux.Handle("/", gzhttp.GzipHandler(pages()))
	s.handler = s.outside(mux)
	return s
}

func humaConfig() huma.Config {
	config := huma.DefaultConfig("Sedum", rules.CoreVersion)
	config.DocsPath = "" // the built-in page loads its script from outside
	config.OpenAPIPath = "/api/v1/openapi"
	config.SchemasPath = "/api/v1/schemas"
	config.CreateHooks = nil // no $schema links in answers
	config.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	return config
}

// Handler is the whole face.
func (s *Server) Handler() http.Handler { return s.handler }

// OpenAPI is the document of what is implemented.
func (s *Server) OpenAPI() *huma.OpenAPI { return s.api.OpenAPI() }

// outside is what every request passes first: language, limits, headers, other sites, the log.
func (s *Server) outside(next http.Handler) http.Handler {
	crossOrigin := http.NewCrossOriginProtection()
	crossOrigin.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, newProblem(speaker(r.Context()), http.StatusForbidden, "cross-origin", nil))
	}))
	limited := http.MaxBytesHandler(crossOrigin.Handler(next), desk.PhotoLimit+bodyLimit)
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
		if s.settings.TLS {
			h.Set("Strict-Transport-Security", "max-age=31536000")
		}
		if strings.HasPrefix(r.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
			h.Set("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'")
		}
		seen := &statusWriter{ResponseWriter: w, status: http.StatusOK}
		limited.ServeHTTP(seen, r.WithContext(ctx))
		if strings.HasPrefix(r.URL.Path, "/api/") {
			// The path without its values: tags and names stay out of the log.
			slog.DebugContext(ctx, "request", "method", r.Method, "status", seen.status, "ms", time.Since(began).Milliseconds())
		}
	})
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

func (s *Server) ready(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), 2*time.Second)
	defer cancel()
	if err := s.desk.Store.Ping(ctx); err != nil {
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
