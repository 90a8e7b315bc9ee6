package ui

import (
	"bytes"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"
	"sync"

	"github.com/andybalholm/brotli"
)

// packedLevel packs an asset within a tenth of a second and a few in a hundred larger than the best would.
const packedLevel = 6

// packed serves what is text among the assets as brotli to whoever takes it (RFC 7932), packed once for as long as the program runs.
type packed struct {
	files fs.FS
	mu    sync.Mutex
	made  map[string][]byte
}

func (p *packed) serves(w http.ResponseWriter, r *http.Request, name string) bool {
	kind := mime.TypeByExtension(path.Ext(name))
	text := strings.HasPrefix(kind, "text/") || strings.Contains(kind, "javascript") || strings.Contains(kind, "json") || strings.Contains(kind, "svg")
	if !text || !takes(r.Header.Get("Accept-Encoding"), "br") {
		return false
	}
	body, err := p.of(name)
	if err != nil {
		return false
	}
	h := w.Header()
	h.Set("Content-Type", kind)
	h.Set("Content-Encoding", "br")
	h.Add("Vary", "Accept-Encoding")
	_, _ = w.Write(body) // of a HEAD the server keeps it back
	return true
}

func (p *packed) of(name string) ([]byte, error) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if body, there := p.made[name]; there {
		return body, nil
	}
	raw, err := fs.ReadFile(p.files, name)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	w := brotli.NewWriterLevel(&out, packedLevel)
	if _, err := w.Write(raw); err != nil {
		return nil, err
	}
	if err := w.Close(); err != nil {
		return nil, err
	}
	p.made[name] = out.Bytes()
	return out.Bytes(), nil
}

// takes tells whether a list of encodings has one, and not with a weight of nothing.
func takes(list, encoding string) bool {
	for _, each := range strings.Split(list, ",") {
		name, weight, _ := strings.Cut(strings.ReplaceAll(each, " ", ""), ";")
		if name == encoding {
			return strings.Trim(strings.TrimPrefix(weight, "q="), "0.") != "" || weight == ""
		}
	}
	return false
}
