package app_test

import (
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/kernel"
)

// openWide is the nursery behind as many connections as it has in use.
func openWide(t *testing.T) (house, *apptest.World) {
	t.Helper()
	k := testdb.Copy(t, app.Settings{Outside: demo.Outside()}, "demo", func(k *kernel.Kernel) error { return demo.Load(context.Background(), k) })
	h := house{httptest.NewServer(k.Handler()), k}
	t.Cleanup(h.Close)
	return h, apptest.Of(t, k)
}

// atOnce does something so many times at the same moment, each time with a key of its own, and counts what was answered.
func atOnce(t *testing.T, times int, do func(i int) int) map[int]int {
	t.Helper()
	var mu sync.Mutex
	var wait sync.WaitGroup
	begin, statuses := make(chan struct{}), map[int]int{}
	for i := range times {
		wait.Go(func() {
			<-begin
			status := do(i)
			mu.Lock()
			defer mu.Unlock()
			statuses[status]++
		})
	}
	close(begin)
	wait.Wait()
	return statuses
}

const fifty = 50

// rows counts what a query finds.
func rows(t *testing.T, w *apptest.World, query string, args ...any) int {
	t.Helper()
	n := 0
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		n, err = kernel.Value[int](tx, query, args...)
		return err
	}))
	return n
}

// What fifty hands do in the same moment is done once where it can be done once only; the others are told so, and nobody's entry fails.
func TestFiftyAtOnceDoItOnce(t *testing.T) {
	h, w := openWide(t)
	p := h.as(t, "wren")
	send := func(method, path string, body any, headers ...string) int {
		status, text := p.send(method, path, body, headers...)
		assert.Contains(t, []int{200, 201, 409}, status, "%s %s: %s", method, path, text)
		return status
	}
	once := func(what string, statuses map[int]int) {
		t.Helper()
		done := statuses[200] + statuses[201]
		assert.Equal(t, map[string]int{"done": 1, "told so": fifty - 1}, map[string]int{"done": done, "told so": statuses[409]}, what)
	}

	tag := p.tagIn("unchecked")
	look := bench.NewCheck{Version: w.Tree(tag).Version, Readings: apptest.SoundLook()}
	once("a look at the same state", atOnce(t, fifty, func(int) int { return send("POST", "/api/v1/trees/"+tag+"/checks", look) }))
	assert.Len(t, w.Tree(tag).Checks, 1)

	once("a soak", atOnce(t, fifty, func(int) int {
		return send("POST", "/api/v1/soaks", map[string]any{"lot": 20, "tag": "", "water": "clean"})
	}))
	assert.Equal(t, 1, rows(t, w, "SELECT COUNT(*) FROM soaks WHERE ended_at IS NULL AND lot_id = (SELECT id FROM lots WHERE number = 20)"))

	dip := map[string]any{"lot": 22, "tag": "", "size": "feathered", "trees": 12, "waste_pct": 10, "packet_g": 1500, "packet_water_l": 190, "vat_l": 25, "weighed_g": 0}
	status, text := p.send("POST", "/api/v1/dips/plan", dip)
	require.Equal(t, 200, status, text)
	var gel struct {
		Result struct {
			Powder float64 `json:"powder_per_batch_g"`
		}
	}
	require.NoError(t, unmarshal(text, &gel))
	dip["weighed_g"] = gel.Result.Powder
	once("gel", atOnce(t, fifty, func(int) int { return send("POST", "/api/v1/dips", dip) }))

	before := rows(t, w, "SELECT COUNT(*) FROM deliveries")
	read := atOnce(t, fifty, func(int) int {
		var note struct{ ID string }
		status, text := p.send("POST", "/api/v1/notes?name=note.csv", "kind;form;count;pot_l;caliper_mm;height_m\nHornbeam;container;3;20;26;2\n", "Content-Type", "application/octet-stream")
		if !assert.Less(t, status, 300, text) || !assert.NoError(t, unmarshal(text, &note)) {
			return status
		}
		return send("POST", "/api/v1/notes/"+note.ID+"/rows", map[string]any{
			"from": 0, "again": false, "grower": "Marrow Hill Growers", "lifted_at": "", "arrived_at": "", "packing": ""})
	})
	assert.Equal(t, 1, rows(t, w, "SELECT COUNT(*) FROM deliveries")-before, "the same note is read in once: %v", read)

	require.Less(t, send("POST", "/api/v1/lots/14/decisions", map[string]any{"version": w.Lot(14).Version, "decision": "refused", "note": "no flare"}), 300)
	said := map[string]any{"version": w.Lot(14).Version, "asked": "credit", "message": "", "language": "en-US", "units": "metric"}
	once("a note to the grower", atOnce(t, fifty, func(int) int { return send("POST", "/api/v1/lots/14/grower-note", said) }))

	fresh := atOnce(t, fifty, func(int) int {
		return send("POST", "/api/v1/deliveries", map[string]any{"grower": "Nobody Knew Them", "lifted_at": "", "arrived_at": "", "packing": "", "place": "", "note": "",
			"lots": []any{apptest.LotOf("Hornbeam", stock.Container, 1)}})
	})
	assert.Equal(t, fifty, fresh[200]+fresh[201], "deliveries of a grower whom nobody knew")
	assert.Equal(t, 1, rows(t, w, "SELECT COUNT(*) FROM growers WHERE name = 'Nobody Knew Them'"))
	assert.Equal(t, rows(t, w, "SELECT COUNT(*) FROM lots"), rows(t, w, "SELECT MAX(number) - MIN(number) + 1 FROM lots"), "numbers without a gap")
}

// untilServed asks again as somebody does who is told to come back: on a busy machine whoever waits too long is, and sends with the same key.
func untilServed(send func() (status int, text string)) (status int, text string) {
	for range 6 {
		if status, text = send(); status != http.StatusServiceUnavailable {
			return status, text
		}
	}
	return status, text
}

// Fifty sheets go out at once, and whoever looks at the day's page meanwhile has an answer.
func TestFiftySheetsAtOnce(t *testing.T) {
	h, w := openWide(t)
	p := h.as(t, "wren")
	number := w.TakeIn(apptest.LotOf("Hornbeam", stock.Container, fifty))[0]
	trees := w.TreesOf(number)
	for _, tree := range trees {
		w.SaveLook(tree.Tag, apptest.SoundLook())
	}
	spot := p.spotOf(h, "Petra Averill")
	before := rows(t, w, "SELECT COUNT(*) FROM sheets")
	statuses := atOnce(t, fifty*2, func(i int) int {
		if i%2 == 1 {
			status, text := untilServed(func() (int, string) { return p.send("GET", "/api/v1/today", nil) })
			assert.Equal(t, 200, status, text)
			return 0
		}
		sheet := map[string]any{"tag": trees[i/2].Tag, "spot_id": spot, "planting_on": h.kernel.Clock().Format("2006-01-02"), "high_c": 6, "ground": "workable",
			"buds": "dormant", "stands_alone": true, "schools": map[string]any{}, "tree_version": trees[i/2].Version + 1, "signed_reason": "as the customer wishes", "units": "metric", "language": "en-US"}
		key := kernel.NewID()
		status, text := untilServed(func() (int, string) { return p.send("POST", "/api/v1/sheets", sheet, "Idempotency-Key", key) })
		assert.Less(t, status, 300, text)
		return status
	})
	assert.Equal(t, fifty, statuses[200]+statuses[201])
	assert.Equal(t, fifty, rows(t, w, "SELECT COUNT(*) FROM sheets")-before)
	assert.Equal(t, fifty, rows(t, w, "SELECT COUNT(*) FROM trees WHERE lot_number = ? AND state = 'reserved'", number), fmt.Sprint(statuses))
}
