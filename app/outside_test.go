package app_test

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/app"
	"sedum/database/testdb"
	"sedum/ui"
)

// A name that leads here and is not ours is answered by nobody; HEAD and OPTIONS are answered rightly; what is no place is not there; and the
// policies stand on everything.
func TestTheHouseAnswersForItsOwnNames(t *testing.T) {
	k := testdb.Open(t, app.Settings{Hosts: []string{"yard.example", "::1"}, TLS: true, HSTSSubdomains: true, Pages: ui.Pages()})
	ask := func(method, host, path string) *http.Response {
		request := httptest.NewRequest(method, path, nil)
		request.Host = host
		seen := httptest.NewRecorder()
		k.Handler().ServeHTTP(seen, request)
		return seen.Result()
	}
	for host, status := range map[string]int{"yard.example": 200, "YARD.example:8443": 200, "[::1]:8443": 200, "rebound.example": 421, "127.0.0.1": 421, "": 421} {
		assert.Equal(t, status, ask("GET", host, "/api/v1/welcome").StatusCode, host)
		assert.Equal(t, 200, ask("GET", host, "/readyz").StatusCode, "whether it is well may be asked by any: %s", host)
	}
	for _, path := range []string{"/", "/api/v1/welcome", "/api/v1/nothing", "/healthz", "/.git/config"} {
		h := ask("GET", "yard.example", path).Header
		assert.Equal(t, "max-age=31536000; includeSubDomains", h.Get("Strict-Transport-Security"), path)
		assert.NotEmpty(t, h.Get("Content-Security-Policy"), path)
		assert.Equal(t, "nosniff", h.Get("X-Content-Type-Options"), path)
	}
	for path, status := range map[string]int{"/.env": 404, "/bench/.git": 404, "/wp-login.php": 404, "/assets/none.js": 404, "/bench": 200, "/sheets/7": 200} {
		assert.Equal(t, status, ask("GET", "yard.example", path).StatusCode, path)
	}
	for _, c := range []struct {
		method, path string
		status       int
		allow        string
	}{
		{"HEAD", "/api/v1/welcome", 200, ""}, {"HEAD", "/bench", 200, ""}, {"OPTIONS", "/api/v1/session", 204, "GET, POST, DELETE"}, {"OPTIONS", "/bench", 204, "GET, HEAD, OPTIONS"},
		{"TRACE", "/api/v1/session", 405, "GET, POST, DELETE"}, {"TRACE", "/bench", 405, "GET, HEAD, OPTIONS"}, {"PATCH", "/api/v1/session", 405, "GET, POST, DELETE"}, {"POST", "/bench", 405, "GET, HEAD, OPTIONS"},
	} {
		answer := ask(c.method, "yard.example", c.path)
		assert.Equal(t, c.status, answer.StatusCode, "%s %s", c.method, c.path)
		if c.allow != "" {
			assert.ElementsMatch(t, strings.Split(c.allow, ", "), strings.Split(answer.Header.Get("Allow"), ", "), "%s %s", c.method, c.path)
		}
	}
}
