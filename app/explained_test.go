package app_test

import (
	"context"
	"fmt"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/core/stock"
)

// sent is a statement as it went to the database, with its values.
type sent struct {
	statement string
	values    []any
}

// Whatever a list or a page asks, as it is really sent, finds its rows by an index in a yard that has grown: no statement reads all the
// trees, looks or events there are.
func TestNoScreenReadsTheWholeYard(t *testing.T) {
	h := open(t)
	w := apptest.Of(t, h.kernel)
	for n := range 12 {
		w.TakeIn(apptest.LotOf([]string{"Hornbeam", "Field maple", "Rowan"}[n%3], stock.Container, 500))
	}
	for _, table := range []string{"trees", "checks", "tree_events", "lots", "lot_counts"} {
		_, err := w.Database().SQL().Exec("ANALYZE TABLE " + table)
		require.NoError(t, err)
	}
	sale := w.TreeIn(stock.ForSale)
	spot := w.SpotOf("Petra Averill").ID
	person := h.as(t, "wren")
	statements := map[string]sent{}
	for _, path := range []string{"/trees", "/trees?state=for-sale", "/trees?state=unchecked", "/trees?lot=14", "/trees?text=horn", "/trees?after=" + sale.Tag, "/lots", "/deliveries",
		"/growers", "/spots", "/sheets", "/today", "/work", "/clock", "/lots/14", "/lots/14/faults", "/lots/14/keeping", "/trees/" + sale.Tag, "/spots/" + spot,
		"/spots/" + spot + "/match", "/spots/" + spot + "/match?tag=" + sale.Tag} {
		w.Database().Watch = func(statement string, values []any) error {
			if strings.HasPrefix(strings.TrimSpace(statement), "SELECT") {
				statements[path+": "+statement] = sent{statement, values}
			}
			return nil
		}
		status, body := person.send("GET", "/api/v1"+path, nil)
		w.Database().Watch = nil
		require.Equal(t, 200, status, "%s: %s", path, body)
	}
	require.Greater(t, len(statements), 60)
	explained := 0
	for what, s := range statements {
		rows, err := w.Database().SQL().QueryContext(context.Background(), "EXPLAIN "+s.statement, s.values...)
		require.NoError(t, err, what)
		for rows.Next() {
			var id *int
			var kind, table, access, possible, key, length, ref, count, extra *string
			require.NoError(t, rows.Scan(&id, &kind, &table, &access, &possible, &key, &length, &ref, &count, &extra))
			explained++
			if access == nil || table == nil || count == nil {
				continue
			}
			rowsRead, err := strconv.Atoi(strings.Fields(*count)[0]) // "14 (1%)" where a filter goes before
			require.NoError(t, err)
			assert.False(t, (*access == "ALL" || *access == "index") && rowsRead > 500, "%s reads %d of %s by %s", what, rowsRead, *table, *access)
		}
		require.NoError(t, rows.Close())
	}
	assert.Greater(t, explained, len(statements))
	t.Log(fmt.Sprint(explained, " steps of ", len(statements), " statements"))
}
