package app_test

import (
	"bytes"
	"io"
	"net/http"
	"regexp"
	"strings"
	"testing"

	"github.com/andybalholm/brotli"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func fetch(t *testing.T, method, address string) (*http.Response, string) {
	t.Helper()
	request, err := http.NewRequestWithContext(t.Context(), method, address, nil)
	require.NoError(t, err)
	answer, err := http.DefaultClient.Do(request)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	text, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	return answer, string(text)
}

var nonceOf = regexp.MustCompile(`'nonce-([^']+)'`)

// Every address that is no file is a place in the page. Each time its HTML carries a nonce of its own, the one in its policy, and
// nothing may be loaded from elsewhere.
func TestThePageIsServedWithAPolicyOfItsOwn(t *testing.T) {
	h := open(t)
	seen := map[string]bool{}
	for _, place := range []string{"/", "/index.html", "/bench/ABC-DEF", "/lots/15", "/no/such/place", "/../etc/passwd"} {
		answer, html := fetch(t, "GET", h.URL+place)
		require.Equal(t, 200, answer.StatusCode, "%s: is the front end built? ./run build", place)
		assert.Equal(t, "text/html; charset=utf-8", answer.Header.Get("Content-Type"))
		assert.Equal(t, "no-store", answer.Header.Get("Cache-Control"))
		policy := answer.Header.Get("Content-Security-Policy")
		nonce := nonceOf.FindStringSubmatch(policy)
		require.NotNil(t, nonce, policy)
		assert.False(t, seen[nonce[1]], "a nonce is used once")
		seen[nonce[1]] = true
		assert.Contains(t, html, nonce[1])
		assert.NotContains(t, html, "__NONCE__")
		for _, rule := range strings.Split(policy, "; ") {
			assert.NotRegexp(t, `https?:|\*|unsafe`, rule)
		}
		assert.Equal(t, "nosniff", answer.Header.Get("X-Content-Type-Options"))
	}
	answer, _ := fetch(t, "POST", h.URL+"/bench")
	assert.Equal(t, 405, answer.StatusCode)
}

// Files with their contents in their names are kept for ever, the worker never; a file that is not there is not the page.
func TestFilesOfThePage(t *testing.T) {
	h := open(t)
	_, html := fetch(t, "GET", h.URL+"/")
	files := regexp.MustCompile(`(?:src|href)="(/assets/[^"]+)"`).FindAllStringSubmatch(html, -1)
	require.NotEmpty(t, files, "is the front end built? ./run build")
	for _, f := range files {
		answer, text := fetch(t, "GET", h.URL+f[1])
		assert.Equal(t, 200, answer.StatusCode, f[1])
		assert.Equal(t, "public, max-age=31536000, immutable", answer.Header.Get("Cache-Control"))
		assert.NotContains(t, text, "__NONCE__")
		assert.NotRegexp(t, `https://(?:fonts|cdn|unpkg|www\.google)`, text)
	}
	answer, worker := fetch(t, "GET", h.URL+"/sw.js")
	assert.Equal(t, 200, answer.StatusCode)
	assert.Equal(t, "no-cache", answer.Header.Get("Cache-Control"), "a new page is found at once")
	for _, f := range files {
		assert.Contains(t, worker, f[1], "the worker keeps the page's own files")
	}
	answer, text := fetch(t, "GET", h.URL+"/assets/nothing.js")
	assert.Equal(t, 404, answer.StatusCode)
	assert.NotContains(t, text, "<html")
	answer, _ = fetch(t, "GET", h.URL+"/.keep")
	assert.Equal(t, "text/html; charset=utf-8", answer.Header.Get("Content-Type"), "a place in the page, not a file of the source")
}

// The page's own scripts go out as brotli to whoever takes it, and are the same unpacked.
func TestScriptsGoOutPacked(t *testing.T) {
	h := open(t)
	_, html := fetch(t, "GET", h.URL+"/")
	script := regexp.MustCompile(`/assets/[^"]+\.js`).FindString(html)
	require.NotEmpty(t, script)
	as := func(encoding string) (*http.Response, []byte) {
		request, err := http.NewRequestWithContext(t.Context(), http.MethodGet, h.URL+script, nil)
		require.NoError(t, err)
		request.Header.Set("Accept-Encoding", encoding)
		answer, err := http.DefaultClient.Do(request)
		require.NoError(t, err)
		defer func() { _ = answer.Body.Close() }()
		body, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		return answer, body
	}
	_, whole := as("identity")
	for _, encoding := range []string{"br", "gzip, deflate, br, zstd", "gzip;q=0.8, br;q=0.5"} {
		answer, small := as(encoding)
		assert.Equal(t, "br", answer.Header.Get("Content-Encoding"), encoding)
		assert.Contains(t, answer.Header.Get("Content-Type"), "javascript")
		assert.Contains(t, answer.Header.Get("Cache-Control"), "immutable")
		assert.Less(t, len(small)*2, len(whole))
		unpacked, err := io.ReadAll(brotli.NewReader(bytes.NewReader(small)))
		require.NoError(t, err)
		assert.Equal(t, whole, unpacked)
	}
	for _, encoding := range []string{"gzip", "br;q=0, gzip"} {
		answer, _ := as(encoding)
		assert.Equal(t, "gzip", answer.Header.Get("Content-Encoding"), encoding)
	}
}
