package kernel

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"net/http"
	"strings"
)

// unchanged answers 304 to whoever has the very answer already (RFC 9110, 13.1.2). Only what is read as JSON has a tag: a file is asked
// for to be kept, and a problem is none's to keep. A browser keeps such an answer for its own page and asks each time whether it still
// holds; signing out clears it.
func unchanged(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet {
			next.ServeHTTP(w, r)
			return
		}
		held := &heldAnswer{ResponseWriter: w, status: http.StatusOK}
		next.ServeHTTP(held, r)
		held.send(r)
	})
}

// heldAnswer holds a JSON answer back until it is whole; anything else goes straight through.
type heldAnswer struct {
	http.ResponseWriter
	status  int
	body    bytes.Buffer
	decided bool
	holds   bool
}

func (h *heldAnswer) decide() {
	if !h.decided {
		h.decided = true
		h.holds = h.status == http.StatusOK && strings.HasPrefix(h.Header().Get("Content-Type"), jsonType)
		if !h.holds {
			h.ResponseWriter.WriteHeader(h.status)
		}
	}
}

func (h *heldAnswer) WriteHeader(status int) {
	h.status = status
	h.decide()
}

func (h *heldAnswer) Write(part []byte) (int, error) {
	h.decide()
	if h.holds {
		return h.body.Write(part)
	}
	return h.ResponseWriter.Write(part)
}

// Unwrap is for deadlines and the like.
func (h *heldAnswer) Unwrap() http.ResponseWriter { return h.ResponseWriter }

func (h *heldAnswer) send(r *http.Request) {
	if !h.holds {
		h.decide()
		return
	}
	sum := sha256.Sum256(h.body.Bytes())
	tag := `W/"` + hex.EncodeToString(sum[:12]) + `"` // weak: it may go out packed
	h.Header().Set("ETag", tag)
	h.Header().Set("Cache-Control", "private, no-cache")
	h.Header().Add("Vary", "Accept-Language, Sedum-Units, Cookie")
	for _, had := range strings.Split(r.Header.Get("If-None-Match"), ",") {
		if had = strings.TrimSpace(had); had == tag || had == "*" {
			h.Header().Del("Content-Type")
			h.Header().Del("Content-Length")
			h.ResponseWriter.WriteHeader(http.StatusNotModified)
			return
		}
	}
	h.ResponseWriter.WriteHeader(h.status)
	_, _ = h.ResponseWriter.Write(h.body.Bytes())
}
