// Package bench measures speed as ratios to a floor that is measured in the same run. ./run bench runs it.
package bench

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
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

	"sedum/api"
	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/desk"
	"sedum/store"
	"sedum/ui"
)

var ctx = context.Background()

type yard struct {
	b      *testing.B
	desk   *desk.Desk
	server *httptest.Server
	client *http.Client
}

func open(b *testing.B) yard {
	b.Helper()
	d := desk.New(testdb.Open(b))
	require.NoError(b, demo.Load(ctx, d))
	jar, err := cookiejar.New(nil)
	require.NoError(b, err)
	y := yard{b, d, httptest.NewServer(api.New(d, api.Settings{}).Handler()), &http.Client{Jar: jar}}
	b.Cleanup(y.server.Close)
	y.send("POST", "/api/v1/session", `{"sign_in":"ilsa","password":"yard-quarrywell"}`)
	return y
}

func (y yard) send(method, path, body string) (size int, took time.Duration) {
	request, err := http.NewRequest(method, y.server.URL+path, strings.NewReader(body))
	require.NoError(y.b, err)
	request.Header.Set("Content-Type", "application/json")
	began := time.Now()
	answer, err := y.client.Do(request)
	require.NoError(y.b, err)
	n, err := io.Copy(io.Discard, answer.Body)
	took = time.Since(began)
	require.NoError(y.b, err)
	_ = answer.Body.Close()
	require.Less(y.b, answer.StatusCode, 300)
	return int(n), took
}

func percentile(all []time.Duration, share float64) time.Duration {
	slices.Sort(all)
	return all[int(share*float64(len(all)-1))]
}

func ms(d time.Duration) float64 { return float64(d.Microseconds()) / 1000 }

// BenchmarkLiveAnswer: an answer while someone types, HTTP to HTTP and signed in, beside an empty signed-in request.
// Asked: the 95th percentile at most 1.5 times that floor, and under 50 ms.
func BenchmarkLiveAnswer(b *testing.B) {
	y := open(b)
	body := `{"subject":{"form":"container","habit":"single","foliage":"deciduous","pot":"standard","season":"dormant","covered":true},
	 "readings":{"ball_diameter_mm":330,"ball_height_mm":280,"caliper_mm":32,"above":{"leader":"one","trunk":"clean","branching":"well-spaced","life":"plump","ties":"none","pests":"none"},
	 "probes":[{"bearing_deg":0,"depth_mm":92},{"bearing_deg":45,"depth_mm":48},{"bearing_deg":90,"depth_mm":100},{"bearing_deg":135,"depth_mm":null,"reached_mm":150},{"bearing_deg":180,"depth_mm":96},{"bearing_deg":270,"depth_mm":105}],
	 "seen_depth_mm":66,"roots_looked":true,"roots":[{"zone":"side","diameter_mm":9,"arc_deg":150,"from_deg":0},{"zone":"collar","diameter_mm":6,"arc_deg":120,"gap_mm":10,"from_deg":200}],
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
	b.ReportMetric(ms(a), "answer-p95-ms")
	b.ReportMetric(float64(a)/float64(f), "times-floor")
	b.ReportMetric(ms(percentile(floor, 0.5)), "floor-median-ms")
	b.ReportMetric(ms(percentile(answer, 0.5)), "answer-median-ms")
}

// BenchmarkBenchList: the list of 5,000 trees, beside the bare query and encode. Asked: at most 2 times.
func BenchmarkBenchList(b *testing.B) {
	y := open(b)
	lot, err := y.desk.Store.LotByNumber(ctx, 14)
	require.NoError(b, err)
	require.NoError(b, y.desk.Store.InTransaction(ctx, func(tx *store.Store) error {
		for n := range 5000 - 80 {
			t := store.Tree{ID: store.NewID(), Tag: tag.Of(uint32(10_000 + n)), LotID: lot.ID, LotNumber: lot.Number, Number: 1000 + n, State: stock.Unchecked, StateSince: time.Now().UTC(), Version: 1}
			if err := store.Add(ctx, tx, &t); err != nil {
				return err
			}
		}
		return nil
	}))
	var floor, list []time.Duration
	for i := range 45 {
		began := time.Now()
		rows, err := y.desk.Store.TreeRows(ctx, store.TreeQuery{Limit: 5000})
		require.NoError(b, err)
		require.Len(b, rows, 5000)
		require.NoError(b, json.NewEncoder(&bytes.Buffer{}).Encode(rows))
		f := time.Since(began)
		_, a := y.send("GET", "/api/v1/trees?limit=5000", "")
		if i >= 5 {
			floor, list = append(floor, f), append(list, a)
		}
	}
	f, a := percentile(floor, 0.5), percentile(list, 0.5)
	b.ReportMetric(ms(f), "floor-median-ms")
	b.ReportMetric(ms(a), "list-median-ms")
	b.ReportMetric(float64(a)/float64(f), "times-floor")
}

// BenchmarkInitialScript: what the first page fetches as script, compressed. Asked: at most 250 KB.
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
	b.ReportMetric(float64(total)/1024, "KB-compressed")
}
