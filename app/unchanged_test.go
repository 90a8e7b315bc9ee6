package app_test

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/bench"
	"sedum/core/stock"
)

// ask sends a GET and gives the whole answer, unpacked by nobody.
func (p person) ask(path string, headers ...string) (*http.Response, []byte) {
	p.t.Helper()
	request, err := http.NewRequest(http.MethodGet, p.h.URL+path, nil)
	require.NoError(p.t, err)
	for i := 0; i+1 < len(headers); i += 2 {
		request.Header.Set(headers[i], headers[i+1])
	}
	answer, err := p.http.Do(request)
	require.NoError(p.t, err)
	defer func() { _ = answer.Body.Close() }()
	body, err := io.ReadAll(answer.Body)
	require.NoError(p.t, err)
	return answer, body
}

// Who has a list already is told so in a few bytes, until something in it changes; in another language or units it is another list.
func TestAnUnchangedListIsNotSentAgain(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	const list = "/api/v1/trees?limit=200"
	first, body := p.ask(list)
	tag := first.Header.Get("ETag")
	require.NotEmpty(t, tag)
	assert.Equal(t, "private, no-cache", first.Header.Get("Cache-Control"))
	again, none := p.ask(list, "If-None-Match", tag)
	assert.Equal(t, http.StatusNotModified, again.StatusCode)
	assert.Empty(t, none)
	assert.Equal(t, tag, again.Header.Get("ETag"))
	other, _ := p.ask("/api/v1/today", "If-None-Match", tag)
	assert.Equal(t, 200, other.StatusCode)
	tree := p.tagIn(string(stock.ForSale))
	page, _ := p.ask("/api/v1/trees/" + tree)
	inches, _ := p.ask("/api/v1/trees/"+tree, "If-None-Match", page.Header.Get("ETag"), "Sedum-Units", "us")
	assert.Equal(t, 200, inches.StatusCode, "said in other units it is another answer")
	var is struct{ Version int }
	_, text := p.send("GET", "/api/v1/trees/"+tree, nil)
	require.NoError(t, json.Unmarshal([]byte(text), &is))
	status, text := p.send("POST", "/api/v1/trees/"+tree+"/moves", bench.Move{Version: is.Version, To: stock.Sold})
	require.Less(t, status, 300, text)
	changed, now := p.ask(list, "If-None-Match", tag)
	assert.Equal(t, 200, changed.StatusCode)
	assert.NotEqual(t, body, now)

	nobody, _ := h.nobody(t).ask(list, "If-None-Match", tag)
	assert.Equal(t, 401, nobody.StatusCode, "a tag opens nothing")
	paper, _ := p.ask("/api/v1/sheets/1/sheet.pdf")
	assert.Empty(t, paper.Header.Get("ETag"))
	assert.Equal(t, "no-store", paper.Header.Get("Cache-Control"))
}

// A long answer goes out packed to whoever takes it so.
func TestALongAnswerIsPacked(t *testing.T) {
	p := open(t).as(t, "wren")
	plain, body := p.ask("/api/v1/kinds", "Accept-Encoding", "identity")
	require.Empty(t, plain.Header.Get("Content-Encoding"))
	packed, small := p.ask("/api/v1/kinds", "Accept-Encoding", "gzip")
	require.Equal(t, "gzip", packed.Header.Get("Content-Encoding"))
	assert.Less(t, len(small)*2, len(body))
	reader, err := gzip.NewReader(bytes.NewReader(small))
	require.NoError(t, err)
	whole, err := io.ReadAll(reader)
	require.NoError(t, err)
	assert.JSONEq(t, string(body), string(whole))
	short, _ := p.ask("/api/v1/session", "Accept-Encoding", "gzip")
	assert.Empty(t, short.Header.Get("Content-Encoding"), "a short one is not worth it")
}

// The document says of every operation what it is, where it belongs and whether one must be signed in; no answer has a word of the program's.
func TestTheDocumentIsComplete(t *testing.T) {
	h := open(t)
	text, err := json.Marshal(h.kernel.OpenAPI())
	require.NoError(t, err)
	var document struct {
		Paths map[string]map[string]struct {
			OperationID string `json:"operationId"`
			Summary     string
			Tags        []string
			Security    []map[string][]string
			Parameters  []map[string]any
		}
		Components struct {
			SecuritySchemes map[string]map[string]any `json:"securitySchemes"`
			Parameters      map[string]any
		}
	}
	require.NoError(t, json.Unmarshal(text, &document))
	assert.Equal(t, "cookie", document.Components.SecuritySchemes["session"]["in"])
	assert.Len(t, document.Components.Parameters, 3)
	free := []string{}
	for path, methods := range document.Paths {
		for method, o := range methods {
			assert.NotEmpty(t, o.Summary, "%s %s", method, path)
			assert.Len(t, o.Tags, 1, "%s %s", method, path)
			if len(o.Security) == 0 {
				free = append(free, o.OperationID)
			}
		}
	}
	assert.ElementsMatch(t, []string{"welcome", "sign-in", "sign-in-by-pin", "make-first-manager"}, free)

	p := h.as(t, "bram")
	for _, c := range []struct {
		method, path string
		body         any
		headers      []string
		status       int
	}{
		{"GET", "/api/v1/trees?limit=many", nil, nil, 422}, {"GET", "/api/v1/lots/seven", nil, nil, 422}, {"GET", "/api/v1/trees?limit=1e400", nil, nil, 422}, {"GET", "/api/v1/lots?to_check=perhaps", nil, nil, 422},
		{"POST", "/api/v1/customers", `{"name": 7}`, nil, 422}, {"POST", "/api/v1/customers", `[1]`, nil, 422}, {"POST", "/api/v1/customers", `{"name": `, nil, 400},
		{"POST", "/api/v1/customers", `null`, nil, 422}, {"POST", "/api/v1/customers", `{"name":"x","phone":"","address":"y","lat_deg":47,"spot_name":"z"}`, []string{"Idempotency-Key", ""}, 400},
		{"GET", "/api/v1/trees?limit=100000", nil, nil, 422}, {"GET", "/api/v1/lots/1/labels.pdf?paper=a3", nil, nil, 422}, {"GET", "/api/v1/stations", nil, nil, 200}, {"POST", "/api/v1/stations", `{"name":"x","lat_deg":80}`, nil, 422}, {"POST", "/api/v1/customers", `{"name":"x","phone":"","address":"y","lat_deg":"north","spot_name":"z"}`, nil, 422},
	} {
		status, answer := p.send(c.method, c.path, c.body, c.headers...)
		assert.Equal(t, c.status, status, "%s %s: %s", c.method, c.path, answer)
		for _, ours := range []string{"json:", "unmarshal", "strconv", "Go ", "struct", "int64", "float64", "must be a value", "cannot parse", "nil"} {
			assert.NotContains(t, answer, ours, "%s %s", c.method, c.path)
		}
	}
	// 3.0 is a whole number, 3.5 is none.
	delivery := func(count string) (int, string) {
		return p.send("POST", "/api/v1/deliveries", strings.Replace(`{"grower":"Marrow Hill Growers","lifted_at":"","arrived_at":"","packing":"","place":"","note":"","lots":[{"kind":"Hornbeam","form":"container","pot":"standard","pot_l":20,
			"ball_diameter_mm":300,"ball_height_mm":260,"caliper_mm":26,"height_m":2,"size":"","medium":"","sizing":"","sensitivity":"","grafted":null,"origin":"","cultivar":"","rootstock":"","propagation":"","ordered":null,"price_cents":0,"count":COUNT,"bundle_count":1}]}`, "COUNT", count, 1))
	}
	status, answer := delivery("3.0")
	assert.Less(t, status, 300, answer)
	status, answer = delivery("3.5")
	assert.Equal(t, 422, status)
	assert.Contains(t, answer, "not_whole")
	status, answer = delivery("3e0")
	assert.Less(t, status, 300, answer)
}
