package app_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/yard"
	"sedum/core/calc"
	"sedum/core/roles"
	"sedum/core/tag"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"
	"sedum/ui"
)

type house struct {
	*httptest.Server
	kernel *kernel.Kernel
}

func open(t *testing.T) house {
	t.Helper()
	settings := app.Settings{Outside: demo.Outside(), Public: "https://trees.quarrywell.example", Pages: ui.Pages()}
	// One connection: an operation that takes a second stops there, and is found.
	k := testdb.CopyWith(t, settings, 1, "demo", func(k *kernel.Kernel) error { return demo.Load(context.Background(), k) })
	h := house{httptest.NewServer(k.Handler()), k}
	t.Cleanup(h.Close)
	return h
}

// person is a signed-in client with a cookie jar.
type person struct {
	t    *testing.T
	h    house
	http *http.Client
}

func (h house) nobody(t *testing.T) person {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return person{t, h, &http.Client{Jar: jar, Timeout: 60 * time.Second}}
}

func (h house) as(t *testing.T, signIn string) person {
	t.Helper()
	p := h.nobody(t)
	for _, d := range demo.People() {
		if d.SignIn == signIn {
			status, body := p.send("POST", "/api/v1/session", map[string]string{"sign_in": signIn, "password": d.Password})
			require.Equal(t, 200, status, body)
		}
	}
	return p
}

func (p person) send(method, path string, body any, headers ...string) (int, string) {
	p.t.Helper()
	var reader io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		reader = strings.NewReader(b)
	default:
		text, err := json.Marshal(b)
		require.NoError(p.t, err)
		reader = bytes.NewReader(text)
	}
	request, err := http.NewRequest(method, p.h.URL+path, reader)
	require.NoError(p.t, err)
	if reader != nil {
		request.Header.Set("Content-Type", "application/json")
	}
	request.Header.Set("Idempotency-Key", kernel.NewID())
	for i := 0; i+1 < len(headers); i += 2 {
		request.Header.Set(headers[i], headers[i+1])
	}
	answer, err := p.http.Do(request)
	require.NoError(p.t, err)
	defer func() { _ = answer.Body.Close() }()
	text, err := io.ReadAll(answer.Body)
	require.NoError(p.t, err)
	if p.h.kernel != nil {
		documented.holds(p.t, p.h.kernel, answer, method, path, text)
	}
	if answer.StatusCode < 300 && p.h.kernel != nil {
		answered.note(p.h.kernel, method, path)
	}
	if answer.StatusCode >= 400 && strings.HasPrefix(path, "/api/") {
		assert.Equal(p.t, "application/problem+json", answer.Header.Get("Content-Type"), "%s %s", method, path)
	}
	return answer.StatusCode, string(text)
}

type problem struct {
	Title, Detail, Code string
	Errors              []struct{ Field, Message, Code string }
	Current             map[string]any
}

func (p person) problem(method, path string, body any, headers ...string) (int, problem) {
	p.t.Helper()
	status, text := p.send(method, path, body, headers...)
	var out problem
	require.NoError(p.t, json.Unmarshal([]byte(text), &out), text)
	return status, out
}

func (p person) get(path string, into any) {
	p.t.Helper()
	status, text := p.send("GET", path, nil)
	require.Equal(p.t, 200, status, text)
	require.NoError(p.t, json.Unmarshal([]byte(text), into))
}

func (p person) tagIn(state string) string {
	var list struct{ Trees []struct{ Tag string } }
	p.get("/api/v1/trees?limit=1&state="+state, &list)
	require.NotEmpty(p.t, list.Trees)
	return list.Trees[0].Tag
}

// Every operation of the document, asked by nobody and by each role: who may not is told so before anything is read.
func TestWhoMayDoWhatIsCheckedForEveryOperation(t *testing.T) {
	h := open(t)
	people := map[roles.Role]person{roles.YardHand: h.as(t, "ilsa"), roles.Advisor: h.as(t, "bram"), roles.Manager: h.as(t, "wren")}
	n := 0
	for _, o := range h.kernel.Operations() {
		if o.ID == "sign-out" || o.ID == "sign-out-everywhere" {
			continue
		}
		n++
		at := "/api/v1" + strings.NewReplacer("{tag}", "AAA-AAA", "{id}", "nothing", "{number}", "9999", "{name}", "et0").Replace(o.Path)
		status, _ := h.nobody(t).send(o.Method, at, bodyFor(o.Method))
		if o.May.Name == "" {
			assert.Contains(t, []string{"welcome", "sign-in", "sign-in-by-pin", "make-first-manager"}, o.ID, "open to all")
			assert.NotEqual(t, 403, status, o.ID)
			continue
		}
		assert.Equal(t, 401, status, "%s by nobody", o.ID)
		for role, p := range people {
			status, _ := p.send(o.Method, at, bodyFor(o.Method))
			if o.May.Holds(role) {
				assert.NotContains(t, []int{401, 403}, status, "%s by %s", o.ID, role)
			} else {
				assert.Equal(t, 403, status, "%s by %s", o.ID, role)
			}
		}
	}
	assert.Greater(t, n, 30)
}

func bodyFor(method string) any {
	if method == "GET" || method == "DELETE" {
		return nil
	}
	return "{}"
}

func TestSessionsAndTheirEnd(t *testing.T) {
	h := open(t)
	p := h.as(t, "ilsa")
	second := h.as(t, "ilsa")
	var who struct{ Name, Role string }
	p.get("/api/v1/session", &who)
	assert.Equal(t, "yard-hand", who.Role)
	status, _ := p.send("DELETE", "/api/v1/sessions", nil)
	assert.Equal(t, 204, status)
	for _, each := range []person{p, second} {
		status, _ = each.send("GET", "/api/v1/session", nil)
		assert.Equal(t, 401, status, "signed out everywhere")
	}
	status, wrong := h.nobody(t).problem("POST", "/api/v1/session", map[string]string{"sign_in": "ilsa", "password": "no"})
	assert.Equal(t, 401, status)
	assert.Equal(t, "wrong-sign-in", wrong.Code)
	status, _ = h.nobody(t).send("GET", "/api/v1/session", nil, "Cookie", "sedum=somebody-elses-session")
	assert.Equal(t, 401, status)
}

func TestCookiesAndHeaders(t *testing.T) {
	h := open(t)
	answer, err := http.Post(h.URL+"/api/v1/session", "application/json", strings.NewReader(`{"sign_in":"ilsa","password":"yard-quarrywell"}`))
	require.NoError(t, err)
	_ = answer.Body.Close()
	cookie := answer.Header.Get("Set-Cookie")
	assert.Contains(t, cookie, "HttpOnly")
	assert.Contains(t, cookie, "SameSite=Strict")
	assert.Equal(t, "nosniff", answer.Header.Get("X-Content-Type-Options"))
	assert.Equal(t, "DENY", answer.Header.Get("X-Frame-Options"))
	assert.Equal(t, "same-origin", answer.Header.Get("Referrer-Policy"))
	assert.Equal(t, "same-origin", answer.Header.Get("Cross-Origin-Opener-Policy"))
	assert.Contains(t, answer.Header.Get("Content-Security-Policy"), "default-src 'none'")
	overTLS := httptest.NewServer(app.New(h.kernel.Database(), app.Settings{TLS: true}).Handler())
	defer overTLS.Close()
	answer, err = http.Post(overTLS.URL+"/api/v1/session", "application/json", strings.NewReader(`{"sign_in":"ilsa","password":"yard-quarrywell"}`))
	require.NoError(t, err)
	_ = answer.Body.Close()
	assert.Contains(t, answer.Header.Get("Set-Cookie"), "Secure")
	assert.NotEmpty(t, answer.Header.Get("Strict-Transport-Security"))
}

func TestOtherSitesAreRefused(t *testing.T) {
	p := open(t).as(t, "wren")
	for _, headers := range [][]string{{"Origin", "https://elsewhere.example"}, {"Sec-Fetch-Site", "cross-site"}} {
		status, refused := p.problem("POST", "/api/v1/calc/et0", "{}", headers...)
		assert.Equal(t, 403, status)
		assert.Equal(t, "cross-origin", refused.Code)
	}
}

// assess is a question of the bench about readings of a tree in a pot.
func assess(readings string) string {
	return `{"subject":{"form":"container","habit":"single","foliage":"deciduous","pot":"standard","season":"dormant","covered":true},"readings":` + readings + `}`
}

func TestBadInputIsAnsweredAtItsField(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	tag := p.tagIn("unchecked")
	for _, c := range []struct {
		method, path, body, field string
		status                    int
	}{
		{"POST", "/api/v1/bench/assess", assess(`{"above":{},"probes":[{"bearing_deg":0,"depth_mm":"deep"}],"roots":[]}`), "readings.probes.0.depth_mm", 422},
		{"POST", "/api/v1/bench/assess", assess(`{"above":{},"ball_height_mm":200,"probes":[{"bearing_deg":0,"depth_mm":250}],"roots":[]}`), "probes.0.depth_mm", 422},
		{"POST", "/api/v1/bench/assess", assess(`{"above":{},"caliper_mm":0,"probes":[],"roots":[]}`), "readings.caliper_mm", 422},
		{"POST", "/api/v1/bench/assess", assess(`{"above":{"leader":"three"},"probes":[],"roots":[]}`), "readings.above.leader", 422},
		{"POST", "/api/v1/ground/drainage", `{"hole_width_mm":300,"readings":[{"min":5,"water_mm":200},{"min":5,"water_mm":190}]}`, "readings.1.min", 422},
		{"GET", "/api/v1/trees/ZZZ-999", "", "tag", 422},
		{"POST", "/api/v1/trees/" + tag + "/checks", `{"version":1,"after_work":false,"readings":{},"colour":"green"}`, "colour", 422},
	} {
		status, said := p.problem(c.method, c.path, orNil(c.body))
		assert.Equal(t, c.status, status, c.path)
		fields := []string{}
		for _, e := range said.Errors {
			fields = append(fields, e.Field)
			assert.NotEmpty(t, e.Message)
			assert.NotContains(t, e.Message, "fault.", "every code has a sentence")
		}
		assert.Contains(t, fields, c.field, c.body)
	}
	status, missing := p.problem("GET", "/api/v1/trees/"+unusedTag(t, h), nil)
	assert.Equal(t, 404, status)
	assert.Contains(t, missing.Detail, "No tree carries this tag")
	status, _ = p.problem("POST", "/api/v1/calc/et0", "{nonsense")
	assert.Equal(t, 400, status)
	status, large := p.problem("POST", "/api/v1/bench/assess", strings.Repeat(" ", 5<<20)+"{}")
	assert.Equal(t, 413, status)
	assert.Equal(t, "too-large", large.Code)
	status, _ = p.problem("GET", "/api/v1/nothing", nil)
	assert.Equal(t, 404, status)
	status, _ = p.problem("PUT", "/api/v1/today", "{}")
	assert.Equal(t, 405, status)
}

func orNil(body string) any {
	if body == "" {
		return nil
	}
	return body
}

// unusedTag is well formed, and on no tree.
func unusedTag(t *testing.T, h house) string {
	for n := uint32(5000); ; n++ {
		code := tag.Of(n)
		if err := h.kernel.Look(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error { _, err := yard.TreeByTag(tx, code); return err }); err != nil {
			return code
		}
	}
}

func TestStaleVersionShowsTheCurrentState(t *testing.T) {
	h := open(t)
	p := h.as(t, "ilsa")
	tag := p.tagIn("unchecked")
	look := map[string]any{"version": 1, "after_work": false, "readings": map[string]any{"above": map[string]any{"ties": "tight"}, "probes": []any{}, "roots": []any{}}}
	status, body := p.send("POST", "/api/v1/trees/"+tag+"/checks", look)
	require.Equal(t, 200, status, body)
	status, said := p.problem("POST", "/api/v1/trees/"+tag+"/checks", look)
	assert.Equal(t, 409, status)
	assert.Equal(t, "stale", said.Code)
	assert.InDelta(t, 2, said.Current["version"], 0)
	assert.Equal(t, "not-yet-judged", said.Current["state"])
	status, _ = p.send("POST", "/api/v1/trees/"+tag+"/checks", look, "Idempotency-Key", "x")
	assert.Equal(t, 400, status, "without a key nothing is created")
}

// The document is what is served and committed, and the calculators answer as their cases say.
func TestTheDocumentAndTheCalculators(t *testing.T) {
	h := open(t)
	p := h.as(t, "ilsa")
	served, err := h.kernel.OpenAPI().YAML()
	require.NoError(t, err)
	kept, err := os.ReadFile("openapi.yaml")
	require.NoError(t, err)
	assert.Equal(t, string(kept), string(served), "run ./run generate")
	assert.Contains(t, string(served), "openapi: 3.1")
	status, _ := h.nobody(t).send("GET", "/api/v1/openapi.json", nil)
	assert.Equal(t, 200, status)
	for _, name := range calc.Names() {
		assert.Contains(t, h.kernel.OpenAPI().Paths, "/api/v1/calc/"+name)
		text, err := os.ReadFile("../testdata/cases/" + name + ".json")
		require.NoError(t, err)
		var cases []struct{ Input, Output json.RawMessage }
		require.NoError(t, json.Unmarshal(text, &cases))
		if cases[0].Output == nil { // a practitioner's causes
			cases[0].Output = json.RawMessage(`{"causes": []}`)
		}
		status, body := p.send("POST", "/api/v1/calc/"+name, string(cases[0].Input))
		require.Equal(t, 200, status, body)
		var want, got map[string]any
		require.NoError(t, json.Unmarshal(cases[0].Output, &want))
		require.NoError(t, json.Unmarshal([]byte(body), &got))
		for field := range want {
			assert.Contains(t, got, field, name)
		}
	}
	status, unknown := p.problem("POST", "/api/v1/calc/moonphase", "{}")
	assert.Equal(t, 404, status)
	assert.Equal(t, "calculator", unknown.Code)
}

func TestPagedListsEnd(t *testing.T) {
	h := open(t)
	p := h.as(t, "ilsa")
	seen, after := map[string]bool{}, ""
	for range 20 {
		var page struct {
			Trees []struct{ Tag string }
			Next  string
		}
		p.get(fmt.Sprintf("/api/v1/trees?limit=30&after=%s", after), &page)
		for _, tree := range page.Trees {
			assert.False(t, seen[tree.Tag], tree.Tag)
			seen[tree.Tag] = true
		}
		if after = page.Next; after == "" {
			break
		}
	}
	all := 0
	require.NoError(t, h.kernel.Look(context.Background(), kernel.Who{}, func(tx *kernel.Tx) (err error) {
		all, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM trees")
		return err
	}))
	assert.Len(t, seen, all)
}

func TestHealthDoesNotNeedTheDatabase(t *testing.T) {
	d, err := kernel.Open("sedum:x@tcp(127.0.0.1:1)/sedum")
	require.NoError(t, err)
	server := httptest.NewServer(app.New(d, app.Settings{}).Handler())
	defer server.Close()
	for path, want := range map[string]int{"/healthz": 200, "/readyz": 503} {
		answer, err := http.Get(server.URL + path)
		require.NoError(t, err)
		_ = answer.Body.Close()
		assert.Equal(t, want, answer.StatusCode, path)
	}
	p := house{server, nil}.nobody(t)
	status, said := p.problem("POST", "/api/v1/session", map[string]string{"sign_in": "ilsa", "password": "x"})
	assert.Equal(t, 503, status)
	assert.NotContains(t, said.Detail, "127.0.0.1", "nothing of the inside is shown")
}

func TestFiguresInTheCallersUnitsAndLanguage(t *testing.T) {
	p := open(t).as(t, "bram")
	_, us := p.send("GET", "/api/v1/sheets/1", nil, "Sedum-Units", "us")
	assert.Contains(t, us, " in above the ground")
	_, gb := p.send("GET", "/api/v1/sheets/1", nil, "Accept-Language", "en-GB")
	assert.Contains(t, gb, " mm above the ground")
}
