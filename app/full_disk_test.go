package app_test

import (
	"context"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/core/stock"
	"sedum/database"
	"sedum/demo"
	"sedum/kernel"
)

// small is the nursery over a database that can hold so many megabytes and no more.
func small(t *testing.T, megabytes string) (house, *apptest.World) {
	t.Helper()
	home, err := os.MkdirTemp("", "sedum-full-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(home, 0o755))
	t.Cleanup(func() { _ = os.RemoveAll(home) })
	server, err := database.Start(context.Background(), database.Options{Home: home, Throwaway: true,
		Arguments: []string{"--innodb-file-per-table=0", "--innodb-data-file-path=ibdata1:12M:autoextend:max:" + megabytes + "M"}})
	require.NoError(t, err)
	t.Cleanup(server.Stop)
	d, err := kernel.Open(server.DSN("sedum"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = d.Close() })
	k := app.New(d, app.Settings{Outside: demo.Outside()})
	require.NoError(t, k.Migrate(context.Background()))
	require.NoError(t, demo.Load(context.Background(), k))
	h := house{httptest.NewServer(k.Handler()), k}
	t.Cleanup(h.Close)
	return h, apptest.Of(t, k)
}

// The tables are full at some moment of a look: it is refused with its reason and nothing of it is in; what was confirmed is in whole;
// the same entry sent again is done or refused, never half. When there is room again, work goes on.
func TestNothingIsHalfWhenTheDiskIsFull(t *testing.T) {
	h, w := small(t, "64")
	p := h.as(t, "wren")
	trees := w.TreesOf(w.TakeIn(apptest.LotOf("Hornbeam", stock.Container, 400))[0])
	pool := h.kernel.Database().SQL()
	_, err := pool.Exec("CREATE TABLE ballast (id INT AUTO_INCREMENT PRIMARY KEY, weight LONGTEXT NOT NULL)")
	require.NoError(t, err)
	confirmed, refused, next := map[string]bool{}, 0, 0
	save := func(tag, key string) int {
		status, text := p.send(http.MethodPost, "/api/v1/trees/"+tag+"/checks", bench.NewCheck{Version: 1, Readings: apptest.SoundLook()}, "Idempotency-Key", key)
		switch status {
		case http.StatusOK:
			confirmed[tag] = true
		case http.StatusServiceUnavailable:
			assert.Contains(t, text, `"full"`)
			refused++
		default:
			assert.Fail(t, "neither done nor refused", "%d %s", status, text)
		}
		return status
	}
	for ; next < 10; next++ {
		require.Equal(t, http.StatusOK, save(trees[next].Tag, kernel.NewID()), "there is room at first")
	}
	for range apptest.Times(3, 50) {
		for full := false; !full; {
			_, err = pool.Exec("INSERT INTO ballast (weight) VALUES (?)", strings.Repeat("x", 4096<<rand.IntN(5)))
			full = err != nil
		}
		for range 40 {
			tag, key := trees[next%len(trees)].Tag, kernel.NewID()
			if !confirmed[tag] && save(tag, key) != http.StatusOK {
				save(tag, key)
				break
			}
			next++
		}
		_, err = pool.Exec("DELETE FROM ballast ORDER BY id DESC LIMIT ?", 5+rand.IntN(20))
		require.NoError(t, err)
	}
	assert.Positive(t, refused, "it was never full")
	_, err = pool.Exec("DROP TABLE ballast")
	require.NoError(t, err)
	for _, tree := range w.TreesOf(trees[0].LotNumber) {
		looks := rows(t, w, "SELECT COUNT(*) FROM checks WHERE tree_id = ?", tree.ID)
		if confirmed[tree.Tag] {
			assert.Equal(t, []any{1, stock.ForSale, 2}, []any{looks, tree.State, tree.Version}, tree.Tag)
		} else {
			assert.Equal(t, []any{0, stock.Unchecked, 1}, []any{looks, tree.State, tree.Version}, tree.Tag)
		}
	}
	assert.Equal(t, len(confirmed), rows(t, w, "SELECT SUM(checked) FROM lot_counts WHERE lot_number = ?", trees[0].LotNumber), "counted with them")
	t.Logf("%d looks confirmed, %d refused", len(confirmed), refused)
	last := trees[len(trees)-1].Tag
	if !confirmed[last] {
		// What was dropped is given back a moment later.
		assert.Eventually(t, func() bool { return save(last, kernel.NewID()) == http.StatusOK }, 30*time.Second, 100*time.Millisecond, "there is room again")
	}
}
