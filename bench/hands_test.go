package bench

import (
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

const lookBody = `{"version":%d,"after_work":false,"readings":{"ball_diameter_mm":330,"ball_height_mm":280,"caliper_mm":32,"height_m":2.1,
 "above":{"leader":"one","trunk":"clean","branching":"well-spaced","life":"plump","ties":"none","pests":"none"},"probes":[],"seen_depth_mm":4,"roots_looked":true,"roots":[],
 "mat_side_pct":5,"mat_bottom_pct":5,"fill_pct":80,"texture":"firm","odour":"none","bottom_roots":"present","moisture":"moist"}}`

// newLot takes in a lot of pots and gives its number and tags.
func (y yard) newLot(count int) (int, []store.Tree) {
	who, err := y.desk.Store.PersonBySignIn(ctx, "ilsa")
	require.NoError(y.b, err)
	hand, err := y.desk.Caller(ctx, who.ID)
	require.NoError(y.b, err)
	v, err := y.desk.TakeInDelivery(ctx, hand, store.NewID(), desk.NewDelivery{Grower: "Marrow Hill Growers", Lots: []desk.NewLot{{Kind: "Hornbeam", Form: stock.Container,
		Pot: "standard", PotL: 25, BallDiameterMM: 330, BallHeightMM: 280, CaliperMM: 32, HeightM: 2.1, Sizing: "caliper", Sensitivity: "average", Count: count, Bundle: 1}}})
	require.NoError(y.b, err)
	trees, err := y.desk.Store.TreesOfLot(ctx, v.Lots[0].ID)
	require.NoError(y.b, err)
	return v.Lots[0].Number, trees
}

// another is the same yard at the hands of somebody else, with a session of their own.
func (y yard) another() yard {
	jar, err := cookiejar.New(nil)
	require.NoError(y.b, err)
	y.client = &http.Client{Jar: jar}
	y.send("POST", "/api/v1/session", `{"sign_in":"ilsa","password":"yard-quarrywell"}`)
	return y
}

func (y yard) save(tree store.Tree) time.Duration {
	request, err := http.NewRequest(http.MethodPost, y.server.URL+"/api/v1/trees/"+tree.Tag+"/checks", strings.NewReader(fmt.Sprintf(lookBody, tree.Version)))
	require.NoError(y.b, err)
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Idempotency-Key", store.NewID())
	began := time.Now()
	answer, err := y.client.Do(request)
	require.NoError(y.b, err)
	_, err = io.Copy(io.Discard, answer.Body)
	require.NoError(y.b, err)
	_ = answer.Body.Close()
	took := time.Since(began)
	require.Equal(y.b, 200, answer.StatusCode)
	return took
}

// insertCopy puts the row of a look in once more, at another tree: one bare insert transaction of the same size.
func (y yard) insertCopy(tree store.Tree, spare string) time.Duration {
	checks, err := y.desk.Store.ChecksOf(ctx, tree.ID)
	require.NoError(y.b, err)
	row := checks[0]
	row.ID, row.TreeID, row.Person = store.NewID(), spare, store.Person{}
	began := time.Now()
	require.NoError(y.b, y.desk.Store.InTransaction(ctx, func(tx *store.Store) error { return store.Add(ctx, tx, &row) }))
	return time.Since(began)
}

// BenchmarkTwelveHands: twelve people, each 200 checks an hour, for ten minutes (SEDUM_HANDS_MINUTES) on one lot. Asked: no error, none
// lost, none twice; the 95th percentile of a save at most 3 times one bare insert transaction of the same run.
func BenchmarkTwelveHands(b *testing.B) {
	const hands, pace = 12, 18 * time.Second
	minutes := 10.0
	if text := os.Getenv("SEDUM_HANDS_MINUTES"); text != "" {
		minutes, _ = strconv.ParseFloat(text, 64)
	}
	each := max(1, int(minutes*60/pace.Seconds()))
	y := open(b)
	number, trees := y.newLot(hands * each)
	_, spares := y.newLot(1)
	spare := spares[0].ID
	var mu sync.Mutex
	var saves, floor []time.Duration
	var wait sync.WaitGroup
	for h := range hands {
		mine := y.another()
		wait.Add(1)
		go func() {
			defer wait.Done()
			time.Sleep(time.Duration(h) * pace / hands)
			for i := range each {
				began := time.Now()
				tree := trees[i*hands+h]
				var took, bare time.Duration
				if i%2 == 0 { // each of the two comes as often first, when everything is cold
					took = mine.save(tree)
					bare = y.insertCopy(tree, spare)
				} else {
					bare = y.insertCopy(trees[(i-1)*hands+h], spare)
					took = mine.save(tree)
				}
				mu.Lock()
				saves, floor = append(saves, took), append(floor, bare)
				mu.Unlock()
				time.Sleep(pace - time.Since(began))
			}
		}()
	}
	wait.Wait()
	looks, err := y.desk.Store.FirstLooks(ctx, "lot", trees[0].LotID)
	require.NoError(b, err)
	require.Len(b, looks, hands*each, "none lost, lot %d", number)
	for _, t := range trees {
		checks, err := y.desk.Store.ChecksOf(ctx, t.ID)
		require.NoError(b, err)
		require.Len(b, checks, 1, "none twice")
	}
	f, s := percentile(floor, 0.95), percentile(saves, 0.95)
	b.ReportMetric(float64(len(saves)), "saves")
	b.ReportMetric(ms(f), "insert-p95-ms")
	b.ReportMetric(ms(s), "save-p95-ms")
	b.ReportMetric(float64(s)/float64(f), "times-insert")
	b.ReportMetric(0, "ns/op")
}

// BenchmarkLotPage: the page of a lot of 2,000 trees beside one of 50. Asked: at most 1.5 times.
func BenchmarkLotPage(b *testing.B) {
	y := open(b)
	small, _ := y.newLot(50)
	large, _ := y.newLot(2000)
	// Half of each was looked at.
	_, err := y.desk.Store.SQL().Exec("UPDATE trees SET state = 'for-sale', faulty = FALSE WHERE lot_number IN (?, ?) AND number % 2 = 0", small, large)
	require.NoError(b, err)
	var floor, page []time.Duration
	for i := range 220 {
		_, f := y.send("GET", fmt.Sprintf("/api/v1/lots/%d", small), "")
		_, a := y.send("GET", fmt.Sprintf("/api/v1/lots/%d", large), "")
		if i >= 20 {
			floor, page = append(floor, f), append(page, a)
		}
	}
	f, a := percentile(floor, 0.5), percentile(page, 0.5)
	b.ReportMetric(ms(f), "lot-of-50-ms")
	b.ReportMetric(ms(a), "lot-of-2000-ms")
	b.ReportMetric(float64(a)/float64(f), "times-small")
	b.ReportMetric(0, "ns/op")
}
