package bench

import (
	"encoding/json"
	"fmt"
	"os"
	"strconv"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// potted takes in a lot of pots and gives its number and trees.
func (y nursery) potted(count int) (int, []yard.Tree) {
	number := y.TakeIn(apptest.LotOf("Hornbeam", stock.Container, count))[0]
	return number, y.TreesOf(number)
}

func (y nursery) save(tree yard.Tree) time.Duration {
	body, err := json.Marshal(bench.NewCheck{Version: tree.Version, Readings: apptest.SoundLook()})
	require.NoError(y.b, err)
	_, took := y.send("POST", "/api/v1/trees/"+tree.Tag+"/checks", string(body))
	return took
}

func (y nursery) looksAt(tree yard.Tree) (checks []bench.Check) {
	require.NoError(y.b, y.Tx(func(tx *kernel.Tx) (err error) {
		checks, err = kernel.Many[bench.Check](tx, "at", "tree_id = ?", tree.ID)
		return err
	}))
	return checks
}

// insertCopy puts the row of a look in once more, at another tree: one bare insert transaction of the same size.
func (y nursery) insertCopy(tree yard.Tree, spare string) time.Duration {
	row := y.looksAt(tree)[0]
	row.ID, row.TreeID = kernel.NewID(), spare
	began := time.Now()
	require.NoError(y.b, y.Tx(func(tx *kernel.Tx) error { return kernel.Add(tx, &row) }))
	return time.Since(began)
}

// BenchmarkTwelveHands: twelve people, each 200 checks an hour, for ten minutes (SEDUM_HANDS_MINUTES) on one lot: no error, none lost,
// none twice, and a save beside one bare insert transaction of the same run.
func BenchmarkTwelveHands(b *testing.B) {
	const hands, pace = 12, 18 * time.Second
	minutes := 10.0
	if text := os.Getenv("SEDUM_HANDS_MINUTES"); text != "" {
		minutes, _ = strconv.ParseFloat(text, 64)
	}
	each := max(1, int(minutes*60/pace.Seconds()))
	y := open(b)
	_, trees := y.potted(hands * each)
	_, spares := y.potted(1)
	spare := spares[0].ID
	var mu sync.Mutex
	var saves, floor []time.Duration
	var wait sync.WaitGroup
	for h := range hands {
		mine := y.another("ilsa", "yard-quarrywell")
		wait.Go(func() {
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
		})
	}
	wait.Wait()
	for _, t := range trees {
		require.Len(b, y.looksAt(t), 1, "none lost, none twice")
	}
	f, s := percentile(floor, 0.95), percentile(saves, 0.95)
	b.ReportMetric(float64(len(saves)), "saves")
	b.ReportMetric(ms(f), "insert-p95-ms")
	b.ReportMetric(ms(s), "save-p95-ms")
	within(b, "times-a-bare-insert", float64(s)/float64(f), 4)
}

// BenchmarkLotPage: the page of a lot of 2,000 trees beside one of 50, half of each looked at.
func BenchmarkLotPage(b *testing.B) {
	y := open(b)
	small, _ := y.potted(50)
	large, _ := y.potted(2000)
	for _, number := range []int{small, large} {
		y.lookedAt(number, 2)
	}
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
	within(b, "times-a-lot-of-50", float64(a)/float64(f), 1.3)
}
