package copies_test

import (
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	. "sedum/app/apptest"
	"sedum/app/copies"
	"sedum/app/ground"
	"sedum/app/sheets"
	"sedum/kernel"
)

// open is a world with demo data in which copies are served, and its public listener.
func open(t *testing.T) (*World, *httptest.Server) {
	w := OpenWith(t, func(s *app.Settings) { s.Public = "https://trees.quarrywell.example" })
	pages := fstest.MapFS{"copy.html": {Data: []byte("<!doctype html><title>Your tree</title>")}, "home.html": {Data: []byte("<!doctype html><title>Your ground</title>")}, "copy-sw.js": {Data: []byte("//")}, "assets/copy.js": {Data: []byte("//")},
		"assets/index.js": {Data: []byte("// staff")}, "index.html": {Data: []byte("staff")}}
	server := httptest.NewServer(copies.NewPublic(w.Kernel, pages, []string{"assets/copy.js"}))
	t.Cleanup(server.Close)
	return w, server
}

// tokenOf is the token of a sheet, read off its link as staff have it.
func tokenOf(t *testing.T, w *World, number int) string {
	l := Saw[sheets.LinkPage](w, "sheet-link", kernel.ByNumber{Number: number})
	at, ok := strings.CutPrefix(l.Address, "https://trees.quarrywell.example/c/")
	require.True(t, ok, l.Address)
	return at
}

func get(t *testing.T, address string) (int, string, http.Header) {
	t.Helper()
	answer, err := http.Get(address)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	body, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	return answer.StatusCode, string(body), answer.Header
}

func read(t *testing.T, s *httptest.Server, token string) copies.Copy {
	t.Helper()
	status, body, _ := get(t, s.URL+"/c/"+token+"/data")
	require.Equal(t, 200, status, body)
	var out copies.Copy
	require.NoError(t, json.Unmarshal([]byte(body), &out))
	return out
}

func touch(t *testing.T, s *httptest.Server, token string, touches ...copies.Touch) int {
	t.Helper()
	body, err := json.Marshal(touches)
	require.NoError(t, err)
	answer, err := http.Post(s.URL+"/c/"+token+"/ticks", "application/json", strings.NewReader(string(body)))
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	return answer.StatusCode
}

// A link opens its own sheet and nothing else: no name of a customer, no address, nothing of the house's own places, and nothing of it is kept
// by a search engine or on the way.
func TestALinkOpensItsSheetAndNothingElse(t *testing.T) {
	w, s := open(t)
	one, two := tokenOf(t, w, 1), tokenOf(t, w, 2)
	require.NotEqual(t, one, two)
	status, body, header := get(t, s.URL+"/c/"+one+"/data")
	require.Equal(t, 200, status)
	for _, secret := range []string{"Maud", "Ferriter", "Kiln House", "555 0119", "Dorian", "Petra"} {
		assert.NotContains(t, body, secret)
	}
	assert.Contains(t, body, "The root flare must end")
	assert.Contains(t, header.Get("X-Robots-Tag"), "noindex")
	assert.Equal(t, "no-store", header.Get("Cache-Control"))
	assert.Equal(t, "no-referrer", header.Get("Referrer-Policy"))
	assert.Contains(t, header.Get("Content-Security-Policy"), "default-src 'none'")
	c := read(t, s, two)
	assert.Equal(t, 2, c.Number)
	assert.Len(t, c.Moves, len(c.Words.Sheet.Panels))
	assert.Positive(t, c.Drawn.Hole.HoleDepthMM)
	assert.Empty(t, c.Drawn.Numbers)
	status, calendar, _ := get(t, s.URL+"/c/"+one+"/care.ics")
	assert.Equal(t, 200, status)
	assert.Contains(t, calendar, "BEGIN:VCALENDAR")
	assert.NotContains(t, calendar, "Maud")
	status, page, _ := get(t, s.URL+"/c/"+one)
	assert.Equal(t, 200, status)
	assert.Contains(t, page, "Your tree")
	status, _, _ = get(t, s.URL+"/assets/copy.js")
	assert.Equal(t, 200, status)
	for _, path := range []string{"/", "/api/v1/sheets", "/api/v1/who-am-i", "/index.html", "/assets/index.js", "/copy.html", "/c/", "/c/" + one + "/", "/c/" + one + "/sheets", "/c/" + strings.ToLower(one), "/c/../copy.html", "/c/" + one + "x/data"} {
		status, body, _ := get(t, s.URL+path)
		if path == "/c/"+one+"/" {
			continue // a place of none is the page
		}
		assert.Equal(t, 404, status, "%s: %s", path, body)
	}
}

// Guessed, malformed, revoked and run out: what opens nothing says nothing, and who goes on trying waits.
func TestWhatOpensNothing(t *testing.T) {
	w, s := open(t)
	token := tokenOf(t, w, 1)
	guess := []byte(token)
	guess[0] = map[bool]byte{true: 'B', false: 'A'}[guess[0] == 'A']
	for _, wrong := range []string{string(guess), strings.Repeat("A", 26), token[:25], token + "A", "..%2f..", "%27%20OR%201=1", strings.Repeat("9", 26)} {
		status, body, _ := get(t, s.URL+"/c/"+wrong+"/data")
		assert.Equal(t, 404, status, wrong)
		assert.NotContains(t, body, "Quince")
	}
	w.Deed(w.Advisor, "revoke-link", kernel.ByNumber{Number: 1}, kernel.None{})
	status, body, _ := get(t, s.URL+"/c/"+token+"/data")
	assert.Equal(t, 410, status)
	assert.NotContains(t, body, "Quince")
	assert.Equal(t, 410, touch(t, s, token, copies.Touch{Mark: "move-dig", Done: true, At: time.Now()}))
	w.Deed(w.Advisor, "share-sheet", kernel.ByNumber{Number: 1}, kernel.None{})
	again := tokenOf(t, w, 1)
	assert.NotEqual(t, token, again)
	read(t, s, again)
	w.At(w.Clock().AddDate(2, 0, 1))
	status, _, _ = get(t, s.URL+"/c/"+again+"/data")
	assert.Equal(t, 410, status, "it has run out")
	w.At(w.Clock().AddDate(-2, 0, -1))
	assert.Equal(t, 1, read(t, s, again).Number)

	waits := 0
	for range 60 {
		if status, _, _ := get(t, s.URL+"/c/"+strings.Repeat("B", 26)+"/data"); status == 429 {
			waits++
		}
	}
	assert.Greater(t, waits, 30)
	status, _, header := get(t, s.URL+"/c/"+again+"/data")
	assert.Equal(t, 429, status, "who tried so many waits, whatever they hold now")
	assert.NotEmpty(t, header.Get("Retry-After"))
}

// Thousands of tries, at sheets and at cards, reach the database by fours, or not at all, and the house answers its own people meanwhile.
func TestTheHouseStaysUsable(t *testing.T) {
	w, s := open(t)
	stop := make(chan struct{})
	var tries sync.WaitGroup
	var count atomic.Int64
	for n := range 16 {
		tries.Add(1)
		go func() {
			defer tries.Done()
			for {
				select {
				case <-stop:
					return
				default:
				}
				answer, err := http.Get(fmt.Sprintf("%s/%s/%s/data", s.URL, []string{"c", "h"}[n%2], strings.Repeat("C", 26)))
				if err == nil {
					_ = answer.Body.Close()
					count.Add(1)
				}
			}
		}()
	}
	for began := time.Now(); count.Load() < 2000 && time.Since(began) < 30*time.Second; {
		at := time.Now()
		Saw[sheets.Lines](w, "list-sheets", struct {
			Before int `query:"before"`
			Limit  int `query:"limit" default:"100"`
		}{Limit: 10})
		require.Less(t, time.Since(at), 5*time.Second, "after %d tries", count.Load())
	}
	close(stop)
	tries.Wait()
	assert.GreaterOrEqual(t, count.Load(), int64(2000))
}

// Ticks: the newest touch of each counts in whatever order they come, twice is once, and staff see them in words.
func TestTicksAreKept(t *testing.T) {
	w, s := open(t)
	token := tokenOf(t, w, 1)
	at := w.Clock()
	require.Equal(t, 204, touch(t, s, token, copies.Touch{Mark: "move-dig", Done: true, At: at}, copies.Touch{Mark: "move-mark-out", Done: true, At: at.Add(-time.Minute)}))
	require.Equal(t, 204, touch(t, s, token, copies.Touch{Mark: "move-dig", Done: true, At: at}))
	require.Equal(t, 204, touch(t, s, token, copies.Touch{Mark: "move-dig", Done: false, At: at.Add(-time.Hour)}), "an older touch that comes late")
	assert.Equal(t, map[string]bool{"move-dig": true, "move-mark-out": true}, read(t, s, token).Ticks)
	require.Equal(t, 204, touch(t, s, token, copies.Touch{Mark: "move-dig", Done: false, At: at.Add(100 * time.Hour)}), "a clock that runs ahead")
	require.Equal(t, 204, touch(t, s, token, copies.Touch{Mark: "move-dig", Done: true, At: w.Clock().Add(time.Second)}))
	assert.True(t, read(t, s, token).Ticks["move-dig"], "wins no later touch")
	require.Equal(t, 204, touch(t, s, token, copies.Touch{Mark: "move-fill", Done: true}), "a clock that nobody set")
	assert.True(t, read(t, s, token).Ticks["move-fill"])
	assert.Equal(t, 422, touch(t, s, token, copies.Touch{Mark: "move-fly", Done: true, At: at}))
	list := Saw[copies.Ticks](w, "sheet-ticks", kernel.ByNumber{Number: 1}).Ticks
	require.Len(t, list, 3)
	assert.NotEmpty(t, list[0].Text)
	answer, err := http.Post(s.URL+"/c/"+token+"/ticks", "application/json", strings.NewReader(strings.Repeat("[", 80_000)))
	require.NoError(t, err)
	_ = answer.Body.Close()
	assert.Equal(t, 400, answer.StatusCode)
}

// The moves lock again when the marking ends, and open when it is marked anew; a revised sheet is read under the old link, a withdrawn one
// says so; of who is forgotten nothing opens.
func TestTheCopyFollowsTheFacts(t *testing.T) {
	w, s := open(t)
	token := tokenOf(t, w, 1)
	c := read(t, s, token)
	require.Empty(t, c.Locked)
	assert.Contains(t, c.Marked, "marked until")
	locked := func(c copies.Copy) (n int) {
		for _, p := range c.Words.Sheet.Panels {
			if p.Locked {
				n++
			}
		}
		return n
	}
	assert.Zero(t, locked(c))
	was := w.Clock()
	w.At(was.AddDate(0, 2, 0))
	c = read(t, s, token)
	assert.Contains(t, c.Locked, "Nobody digs")
	assert.Positive(t, locked(c))
	assert.Zero(t, c.Drawn.Hole.HoleDepthMM, "its figures are withheld")
	spot := w.SpotOf("Maud Ferriter")
	w.Deed(w.Advisor, "record-marking", ByID(spot.ID), ground.NewMarking{Reference: "LM-77", MarkedBy: "county", MarkedOn: w.Clock().Format(time.DateOnly), ExpiresOn: w.Clock().AddDate(0, 0, 20).Format(time.DateOnly), PrivateLines: "none"})
	c = read(t, s, token)
	assert.Empty(t, c.Locked)
	assert.Positive(t, c.Drawn.Hole.HoleDepthMM)
	w.At(was)

	w.Deed(w.Advisor, "withdraw-sheet", kernel.ByNumber{Number: 1}, sheets.Withdrawal{Reason: "they wait for spring"})
	c = read(t, s, token)
	assert.Contains(t, c.Ended, "Nobody plants by this sheet")
	assert.NotContains(t, c.Ended, "spring", "why is between them and us")
	assert.Positive(t, locked(c))
	require.Error(t, w.Err(w.Advisor, "share-sheet", kernel.ByNumber{Number: 1}, kernel.None{}), "nobody is led to what does not hold")
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		if err := copies.Forget(tx, []string{spot.ID}); err != nil {
			return err
		}
		return sheets.Forget(tx, []string{spot.ID}, ground.Forgotten)
	}))
	status, _, _ := get(t, s.URL+"/c/"+token+"/data")
	assert.Equal(t, 404, status)
}

// A stranger's page is told in the language of their browser; a header that is long or no language at all is no matter.
func TestAProblemIsToldInTheBrowsersLanguage(t *testing.T) {
	for accept, want := range map[string]string{"es-MX,es;q=0.9": "No hay tal página.", "": "There is no such page.", "zz": "There is no such page.", strings.Repeat("es-", 4000): "There is no such page."} {
		answer := httptest.NewRecorder()
		r := httptest.NewRequest(http.MethodGet, "/c/nothing/data", nil)
		r.Header.Set("Accept-Language", accept)
		copies.NewPublic(nil, fstest.MapFS{}, nil).ServeHTTP(answer, r)
		assert.Equal(t, http.StatusNotFound, answer.Code)
		assert.Contains(t, answer.Body.String(), want, accept[:min(len(accept), 20)])
	}
}
