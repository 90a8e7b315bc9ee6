// Package bench measures speed as ratios to a floor that is measured in the same run, each beside its limit. ./run bench runs it, and a
// figure over its limit ends it with an error.
package bench

import (
	"bytes"
	"compress/gzip"
	"io"
	"io/fs"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/kernel"
	"sedum/ui"
)

// nursery is the made-up nursery behind HTTP, asked by one signed-in client.
type nursery struct {
	*apptest.World
	b      *testing.B
	server *httptest.Server
	client *http.Client
}

func open(b *testing.B) nursery {
	b.Helper()
	w := apptest.Open(b)
	y := nursery{World: w, b: b, server: httptest.NewServer(w.Kernel.Handler())}
	b.Cleanup(y.server.Close)
	return y.another("wren", "office-quarrywell")
}

// another is the same nursery at the hands of somebody else, with a session of their own.
func (y nursery) another(signIn, password string) nursery {
	jar, err := cookiejar.New(nil)
	require.NoError(y.b, err)
	y.client = &http.Client{Jar: jar}
	y.send("POST", "/api/v1/session", `{"sign_in":"`+signIn+`","password":"`+password+`"}`)
	return y
}

func (y nursery) send(method, path, body string) (size int, took time.Duration) {
	request, err := http.NewRequest(method, y.server.URL+path, strings.NewReader(body))
	require.NoError(y.b, err)
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Idempotency-Key", kernel.NewID())
	began := time.Now()
	answer, err := y.client.Do(request)
	require.NoError(y.b, err)
	n, err := io.Copy(io.Discard, answer.Body)
	took = time.Since(began)
	require.NoError(y.b, err)
	_ = answer.Body.Close()
	require.Less(y.b, answer.StatusCode, 300, "%s %s", method, path)
	return int(n), took
}

func percentile(all []time.Duration, share float64) time.Duration {
	all = slices.Sorted(slices.Values(all))
	return all[int(share*float64(len(all)-1))]
}

func ms(d time.Duration) float64 { return float64(d.Microseconds()) / 1000 }

// within prints a figure beside its limit, and fails the run when it is over.
func within(b *testing.B, name string, figure, limit float64) {
	b.Helper()
	b.ReportMetric(figure, name)
	b.ReportMetric(limit, name+"-limit")
	b.ReportMetric(0, "ns/op")
	if figure > limit {
		b.Errorf("%s is %.3g; its limit is %.3g", name, figure, limit)
	}
}

// BenchmarkLiveAnswer: an answer while someone types, HTTP to HTTP and signed in, beside an empty signed-in request.
func BenchmarkLiveAnswer(b *testing.B) {
	y := open(b)
	body := `{"subject":{"form":"container","habit":"single","foliage":"deciduous","pot":"standard","season":"dormant","covered":true},
	 "readings":{"ball_diameter_mm":330,"ball_height_mm":280,"caliper_mm":32,"above":{"leader":"one","trunk":"clean","branching":"well-spaced","life":"plump","ties":"none","pests":"none"},
	 "probes":[{"bearing_deg":0,"depth_mm":92},{"bearing_deg":45,"depth_mm":48},{"bearing_deg":90,"depth_mm":100},{"bearing_deg":135,"depth_mm":null,"reached_mm":150},{"bearing_deg":180,"depth_mm":96},{"bearing_deg":270,"depth_mm":105}],
	 "seen_depth_mm":66,"zones_looked":["collar","side","bottom"],"roots":[{"zone":"side","diameter_mm":9,"arc_deg":150,"from_deg":0},{"zone":"collar","diameter_mm":6,"arc_deg":120,"gap_mm":10,"from_deg":200}],
	 "main_roots_mm":[14,12,9,8],"mat_side_pct":60,"mat_bottom_pct":70,"fill_pct":90,"texture":"firm","odour":"none","bottom_roots":"present","moisture":"moist"}}`
	var floor, answer []time.Duration
	for i := range 3200 {
		_, f := y.send("GET", "/api/v1/session", "")
		_, a := y.send("POST", "/api/v1/bench/assess", body)
		if i >= 200 { // warm
			floor, answer = append(floor, f), append(answer, a)
		}
	}
	f, a := percentile(floor, 0.95), percentile(answer, 0.95)
	b.ReportMetric(ms(f), "floor-p95-ms")
	within(b, "answer-p95-ms", ms(a), 50)
	within(b, "times-an-empty-request", float64(a)/float64(f), 1.3)
}

// BenchmarkInitialScript: what the first page fetches as script, compressed.
func BenchmarkInitialScript(b *testing.B) {
	index, err := fs.ReadFile(ui.Built, "built/index.html")
	require.NoError(b, err)
	total := 0
	for _, m := range regexp.MustCompile(`(?:src|href)="(/assets/[^"]+\.js)"`).FindAllStringSubmatch(string(index), -1) {
		text, err := fs.ReadFile(ui.Built, "built"+m[1])
		require.NoError(b, err)
		var packed bytes.Buffer
		w := gzip.NewWriter(&packed)
		_, err = w.Write(text)
		require.NoError(b, err)
		require.NoError(b, w.Close())
		total += packed.Len()
	}
	require.Positive(b, total)
	within(b, "KB-compressed", float64(total)/1024, 250)
}
