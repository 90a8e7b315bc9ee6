package ui

import (
	"bytes"
	"crypto/rand"
	"encoding/base64"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"github.com/klauspost/compress/gzhttp"
)

// Pages serves the built front end. Every address that is no file is a place in the page; its HTML gets
// a nonce of its own, since Radix puts style elements in.
func Pages() http.Handler {
	built, _ := fs.Sub(Built, "built")
	index, _ := fs.ReadFile(built, "index.html")
	files := http.FileServerFS(built)
	small := &packed{files: built, made: map[string][]byte{}}
	return gzhttp.GzipHandler(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet && r.Method != http.MethodHead {
			w.Header().Set("Allow", "GET, HEAD, OPTIONS")
			w.WriteHeader(map[bool]int{true: http.StatusNoContent, false: http.StatusMethodNotAllowed}[r.Method == http.MethodOptions])
			return
		}
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if name != "" && name != "index.html" && name != ".keep" && !strings.HasPrefix(name, "copy") {
			if f, err := fs.Stat(built, name); err == nil && !f.IsDir() {
				// The policy of the worker's own file is the worker's: it fetches from us, and from nobody else.
				w.Header().Set("Content-Security-Policy", "default-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'")
				if strings.HasPrefix(name, "assets/") {
					w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
				}
				if name == "sw.js" {
					w.Header().Set("Cache-Control", "no-cache")
				}
				if !strings.HasPrefix(name, "assets/") || !small.serves(w, r, name) {
					files.ServeHTTP(w, r)
				}
				return
			}
			// A place in the page has no dot: what has one is a file that is not there, or one that somebody tries.
			if strings.HasPrefix(name, "assets/") || strings.Contains(name, ".") {
				http.NotFound(w, r)
				return
			}
		}
		if index == nil {
			http.Error(w, "the front end is not built; run ./run build", http.StatusServiceUnavailable)
			return
		}
		raw := make([]byte, 16)
		_, _ = rand.Read(raw)
		nonce := base64.RawStdEncoding.EncodeToString(raw)
		w.Header().Set("Content-Security-Policy", strings.Join([]string{
			"default-src 'none'", "script-src 'self'", "style-src 'self' 'nonce-" + nonce + "'", "img-src 'self' blob:",
			"font-src 'self'", "connect-src 'self'", "manifest-src 'self'", "worker-src 'self'", "base-uri 'none'",
			"form-action 'self'", "frame-ancestors 'none'",
		}, "; "))
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Cache-Control", "no-store")
		_, _ = w.Write(bytes.ReplaceAll(index, []byte("__NONCE__"), []byte(nonce)))
	}))
}
