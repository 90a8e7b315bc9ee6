package bench

import (
	"encoding/csv"
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// lookedAt saves a look at the first tree of a lot through the program, and copies it in bulk to every so many of the others.
func (y nursery) lookedAt(number, every int) {
	y.b.Helper()
	first := y.TreesOf(number)[0]
	y.SaveLook(first.Tag, apptest.SoundLook())
	require.NoError(y.b, y.Tx(func(tx *kernel.Tx) error {
		_, err := kernel.Exec(tx, `INSERT INTO checks (id, tree_id, person_id, at, after_work, verdict, subject, readings, assessment, house, core_version)
			SELECT CONCAT('k', RIGHT(t.id, 15)), t.id, c.person_id, c.at, c.after_work, c.verdict, c.subject, c.readings, c.assessment, c.house, c.core_version
			FROM trees t JOIN trees f ON f.id = ? JOIN checks c ON c.id = f.check_id WHERE t.lot_number = ? AND t.id <> f.id AND t.number % ? = 0`, first.ID, number, every)
		if err != nil {
			return err
		}
		_, err = kernel.Exec(tx, `UPDATE trees t JOIN trees f ON f.id = ? SET t.state = f.state, t.faulty = f.faulty, t.state_since = f.state_since, t.check_id = CONCAT('k', RIGHT(t.id, 15)), t.height_m = f.height_m, t.version = 2
			WHERE t.lot_number = ? AND t.id <> f.id AND t.number % ? = 0`, first.ID, number, every)
		if err != nil {
			return err
		}
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) - 1 FROM trees WHERE lot_number = ? AND check_id IS NOT NULL", number)
		if err != nil {
			return err
		}
		_, err = kernel.Exec(tx, "UPDATE grower_scores SET trees = trees + ? WHERE code = 'checked' AND half = ? AND grower_id = (SELECT grower_id FROM lots WHERE number = ?)",
			n, bench.HalfYear(tx.Now), number)
		if err != nil {
			return err
		}
		return yard.CountAnew(tx, number)
	}))
}

// BenchmarkABigYard: what a day's screens ask, in a yard of 100,000 trees in 400 lots, 10,000 of them for sale, beside the same questions
// in the demo's. The floor is the small yard's own answer: it does not grow with the data.
func BenchmarkABigYard(b *testing.B) {
	const lots, size, checked = 400, 250, 40
	y := open(b)
	spot := y.SpotOf("Petra Averill").ID
	asked := []string{"/trees", "/trees?state=for-sale", "/today", "/work", "/deliveries", "/lots", "/growers", "/spots", "/sheets", "/clock", "/spots/" + spot + "/match"}
	small := map[string]time.Duration{}
	ask := func(path string) (int, time.Duration) {
		var all []time.Duration
		n := 0
		for i := range 25 {
			bytes, took := y.send("GET", "/api/v1"+path, "")
			if n = bytes; i >= 5 {
				all = append(all, took)
			}
		}
		return n, percentile(all, 0.5)
	}
	for _, path := range asked {
		_, small[path] = ask(path)
	}
	kinds := []string{"Hornbeam", "Field maple", "Rowan", "Ginkgo"}
	for n := range lots {
		number := y.TakeIn(apptest.LotOf(kinds[n%len(kinds)], stock.Container, size))[0]
		if n < checked {
			y.lookedAt(number, 1)
		}
	}
	for _, path := range asked {
		n, took := ask(path)
		name := strings.NewReplacer("/spots/"+spot, "spot", "?", "-", "=", "-", "/", "").Replace(path)
		b.Logf("%-14s %6.1f ms beside %6.1f ms, %4d KB", name, ms(took), ms(small[path]), n/1024)
		within(b, name+"-times-the-demo", float64(took)/float64(small[path]), 2)
		within(b, name+"-KB", float64(n)/1024, 64)
	}
}

// BenchmarkTheMatchGrows: the first answer of a match with a thousand, ten thousand and a hundred thousand trees for sale. It grows no worse
// than the trees do: the floor is the answer with a thousand.
func BenchmarkTheMatchGrows(b *testing.B) {
	const size = 250
	y := open(b)
	spot := y.SpotOf("Petra Averill").ID
	kinds := []string{"Hornbeam", "Field maple", "Rowan", "Ginkgo"}
	took := func() time.Duration {
		var all []time.Duration
		for i := range 17 {
			if _, t := y.send("GET", "/api/v1/spots/"+spot+"/match", ""); i >= 3 {
				all = append(all, t)
			}
		}
		return percentile(all, 0.5)
	}
	lots, at := 0, map[int]time.Duration{}
	for _, trees := range []int{1_000, 10_000, 100_000} {
		for ; lots*size < trees; lots++ {
			y.lookedAt(y.TakeIn(apptest.LotOf(kinds[lots%len(kinds)], stock.Container, size))[0], 1)
		}
		at[trees] = took()
		b.Logf("%7d trees for sale: %.1f ms", trees, ms(at[trees]))
	}
	within(b, "ten-thousand-times-a-thousand", float64(at[10_000])/float64(at[1_000]), 10)
	within(b, "a-hundred-thousand-times-a-thousand", float64(at[100_000])/float64(at[1_000]), 100)
}

// BenchmarkAllOfTheMatch: every tree of a match with its score and sentences as a table, with 10,000 trees for sale. The floor is a bare query
// of those trees and the encoding of the same table.
func BenchmarkAllOfTheMatch(b *testing.B) {
	const size, trees = 250, 10_000
	y := open(b)
	spot := y.SpotOf("Petra Averill").ID
	kinds := []string{"Hornbeam", "Field maple", "Rowan", "Ginkgo"}
	for n := range trees / size {
		y.lookedAt(y.TakeIn(apptest.LotOf(kinds[n%len(kinds)], stock.Container, size))[0], 1)
	}
	path := "/api/v1/spots/" + spot + "/match.csv"
	answer, err := y.client.Get(y.server.URL + path)
	require.NoError(b, err)
	table, err := csv.NewReader(answer.Body).ReadAll()
	require.NoError(b, err)
	require.NoError(b, answer.Body.Close())
	require.Greater(b, len(table), trees)
	// Neither side is packed for the way: the floor has no way.
	ask, err := http.NewRequest("GET", y.server.URL+path, nil)
	require.NoError(b, err)
	ask.Header.Set("Accept-Encoding", "identity")
	var all, floor []time.Duration
	for i := range 17 {
		began := time.Now()
		answer, err := y.client.Do(ask)
		require.NoError(b, err)
		_, err = io.Copy(io.Discard, answer.Body)
		require.NoError(b, err)
		require.NoError(b, answer.Body.Close())
		took := time.Since(began)
		began = time.Now()
		require.NoError(b, y.Tx(func(tx *kernel.Tx) error {
			_, err := kernel.Rows[yard.OfferedTree](tx, "SELECT id, tag, lot_id, height_m FROM trees WHERE state = ? ORDER BY tag", stock.ForSale)
			return err
		}))
		require.NoError(b, csv.NewWriter(io.Discard).WriteAll(table))
		if i >= 3 {
			all, floor = append(all, took), append(floor, time.Since(began))
		}
	}
	b.Logf("%d trees: %.1f ms beside %.1f ms", len(table)-1, ms(percentile(all, 0.5)), ms(percentile(floor, 0.5)))
	within(b, "all-of-the-match-times-the-bare-rows", float64(percentile(all, 0.5))/float64(percentile(floor, 0.5)), 2)
}
