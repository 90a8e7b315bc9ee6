package bench

import (
	"net/http"
	"path"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/kernel"
)

// years is a nursery after ten years, as it is asked.
type years struct {
	nursery
	Weight map[string]int
	Nights map[string]time.Duration
}

func (y nursery) after(trees, stations int) years {
	y.tenYears(trees, stations)
	out := years{nursery: y, Weight: y.weighed("trees", "checks", "customers", "sheets", "planted_trees", "visits", "care_entries", "stations", "station_readings"), Nights: map[string]time.Duration{}}
	for _, job := range []string{"water-night", "care-soon", "count-outcomes"} {
		began := time.Now()
		y.Job(job)
		out.Nights[job] = time.Since(began)
	}
	y.b.Log(out.Weight, out.Nights)
	return out
}

// known are the records of the demo that pages are asked about: the same in each nursery.
func (y nursery) known() map[string]string {
	out := map[string]string{}
	require.NoError(y.b, y.Tx(func(tx *kernel.Tx) error {
		for name, query := range map[string]string{
			"/kinds/{id}":        "SELECT id FROM kinds WHERE common = 'Hornbeam' ORDER BY id LIMIT 1",
			"/lots/{number}":     "SELECT MIN(number) FROM lots",
			"/planted/{id}":      "SELECT MIN(id) FROM planted_trees WHERE ended_on IS NULL AND id NOT LIKE 'p0%'",
			"/sheets/{number}":   "SELECT MIN(number) FROM sheets",
			"/spots/{id}":        "SELECT MIN(spot_id) FROM sheets WHERE id NOT LIKE 'h0%'",
			"/stations/{id}":     "SELECT MIN(id) FROM stations WHERE id NOT LIKE 'w0%'",
			"/trees/{tag}":       "SELECT tag FROM trees WHERE lot_number < 10000 AND state = 'for-sale' ORDER BY id LIMIT 1",
			"/troubles/{number}": "SELECT MIN(number) FROM troubles",
			"/claims/{number}":   "SELECT COALESCE(MIN(number), 0) FROM guarantee_claims",
		} {
			value, err := kernel.Value[string](tx, query)
			if err != nil {
				return err
			}
			out[name] = value
		}
		return nil
	}))
	return out
}

// pages are what a screen asks of the house: every reading that is no file, and the lists as they are searched.
func (y nursery) pages() (names, out []string) {
	known := y.known()
	for _, o := range y.Operations() {
		if o.Method != http.MethodGet || path.Ext(o.Path) != "" {
			continue
		}
		asked := o.Path
		for pattern, value := range known {
			if strings.HasPrefix(asked, pattern) {
				asked = strings.Replace(asked, pattern[strings.Index(pattern, "{"):], value, 1)
			}
		}
		if !strings.Contains(asked, "{") {
			names, out = append(names, o.Path), append(out, asked)
		}
	}
	also := []string{"/search?text=marsh", "/search?text=weir+walk", "/spots?text=marsh", "/planted?text=marsh", "/trees?state=for-sale", "/trees?state=held",
		"/outcomes?by=kind", "/outcomes?by=school&step=step.fill", "/claims?limit=50", "/round?days=7", "/planted/" + known["/planted/{id}"] + "/spares"}
	spot := "/spots/" + known["/spots/{id}"]
	for _, ask := range []string{"/match/kind?kind=Hornbeam", "/match/room?kind=Hornbeam", "/match/beside?kinds=Hornbeam", "/move?kind=Hornbeam&caliper_mm=30&height_m=2&years=2"} {
		also = append(also, spot+ask)
	}
	return append(names, also...), append(out, also...)
}

// answered is how long a page takes once it is warm, false where it answers nothing here.
func (y nursery) answered(page string) (time.Duration, bool) {
	request, err := http.NewRequest(http.MethodGet, y.server.URL+"/api/v1"+page, nil)
	require.NoError(y.b, err)
	answer, err := y.client.Do(request)
	require.NoError(y.b, err)
	_ = answer.Body.Close()
	if answer.StatusCode >= 300 {
		return 0, false
	}
	var all []time.Duration
	for i := range 25 {
		if _, took := y.send(http.MethodGet, "/api/v1"+page, ""); i >= 5 {
			all = append(all, took)
		}
	}
	return percentile(all, 0.5), true
}

// BenchmarkTenYears: every page of a nursery of 100,000 trees, 400,000 visits and 30 stations beside the same page in one of a hundredth of
// it, and its night beside that one's, tree by tree.
func BenchmarkTenYears(b *testing.B) {
	const least = 3 * time.Millisecond // under this a page is the request itself
	small, large := open(b).after(1_000, 1), open(b).after(100_000, 30)
	worst := 0.0
	names, one := small.pages()
	_, hundred := large.pages()
	for i, page := range names {
		before, here := small.answered(one[i])
		after, there := large.answered(hundred[i])
		if !here || !there {
			b.Logf("%-60s answers nothing here", page)
			continue
		}
		ratio := float64(max(after, least)) / float64(max(before, least))
		b.Logf("%-60s %8.1f ms %8.1f ms  %6.2f%s", page, ms(before), ms(after), ratio, map[bool]string{true: "  <- over"}[ratio > 1.5])
		worst = max(worst, ratio)
	}
	within(b, "slowest-page-ratio", worst, 1.5)
	grown := float64(large.Weight["planted_trees"]) / float64(small.Weight["planted_trees"])
	for _, job := range []string{"water-night", "care-soon"} {
		within(b, job+"-to-linear", large.Nights[job].Seconds()/small.Nights[job].Seconds()/grown, 1.5)
	}
	b.ReportMetric(large.Nights["count-outcomes"].Seconds(), "s/count-outcomes") // the small house counts when it is asked
}
