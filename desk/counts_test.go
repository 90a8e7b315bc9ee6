package desk_test

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

// counted is how each tree of the yard counts for its lot, by its record of looks and by the core.
func counted(t *testing.T, q quarrywell) map[string]bool {
	t.Helper()
	out := map[string]bool{}
	lots, err := q.Store.Lots(ctx)
	require.NoError(t, err)
	for _, l := range lots {
		looks, err := q.Store.FirstLooks(ctx, "lot", l.ID)
		require.NoError(t, err)
		for _, look := range looks {
			if faulty, judged := stock.Faulty(look.Assessment); judged {
				out[look.Tag] = faulty
			}
		}
	}
	return out
}

func written(t *testing.T, q quarrywell) map[string]bool {
	t.Helper()
	out := map[string]bool{}
	lots, err := q.Store.Lots(ctx)
	require.NoError(t, err)
	for _, l := range lots {
		trees, err := q.Store.TreesOfLot(ctx, l.ID)
		require.NoError(t, err)
		for _, tree := range trees {
			assert.Equal(t, l.Number, tree.LotNumber, tree.Tag)
			if tree.Faulty != nil {
				out[tree.Tag] = *tree.Faulty
			}
		}
	}
	return out
}

// What a tree counts for its lot is written at the tree when it is saved; it is what the whole record of looks says.
func TestHowATreeCountsIsWrittenWithTheLook(t *testing.T) {
	q := open(t)
	// A look that left something out does not count, nor does one after work; a rotten root does.
	left := q.treeIn(stock.Unchecked).Tag
	_, err := q.save(q.hand, left, desk.NewCheck{Version: 1})
	require.NoError(t, err)
	q.judge(q.treeIn(stock.Unchecked).Tag, true)
	now := written(t, q)
	assert.Equal(t, counted(t, q), now)
	assert.NotContains(t, now, left)
	faulty := 0
	for _, bad := range now {
		if bad {
			faulty++
		}
	}
	assert.Positive(t, faulty)
	assert.Less(t, faulty, len(now))
}

// A yard that ran before trees knew how they count is brought up to it: the migration reads the looks as the core does.
func TestYardsFromBeforeAreCountedTheSame(t *testing.T) {
	q := open(t)
	q.judge(q.treeIn(stock.Unchecked).Tag, true)
	// One that waits for the season only: no fault of the tree.
	waiting := ""
	for tag, faulty := range counted(t, q) {
		if !faulty {
			waiting = tag
			break
		}
	}
	tree, err := q.Store.TreeByTag(ctx, waiting)
	require.NoError(t, err)
	_, err = q.Store.SQL().Exec(`UPDATE checks SET verdict = 'hold', assessment = JSON_SET(assessment, '$.verdict', 'hold', '$.reasons', JSON_EXTRACT(
		'[{"part": "roots", "code": "cut-when-dormant", "verdict": "hold"}]', '$')) WHERE tree_id = ?`, tree.ID)
	require.NoError(t, err)
	want := counted(t, q)
	require.False(t, want[waiting])

	_, err = q.Store.SQL().Exec("UPDATE trees SET faulty = NULL, lot_number = 0")
	require.NoError(t, err)
	for _, file := range []string{"00043_trees_of_a_lot_numbers.sql", "00044_trees_of_a_lot_faulty.sql"} {
		text, err := os.ReadFile("../store/migrations/" + file)
		require.NoError(t, err)
		up, _, _ := strings.Cut(string(text), "-- +goose Down")
		_, err = q.Store.SQL().Exec(strings.TrimPrefix(up, "-- +goose Up\n"))
		require.NoError(t, err)
	}
	assert.Equal(t, want, written(t, q))
	v, err := q.Store.LotByNumber(ctx, tree.LotNumber)
	require.NoError(t, err)
	tally, err := q.Store.TallyOf(ctx, v.Number)
	require.NoError(t, err)
	assert.Equal(t, tallyBy(want, q, t, v), [2]int{tally.Checked, tally.Faulty})
}

func tallyBy(want map[string]bool, q quarrywell, t *testing.T, lot store.Lot) (out [2]int) {
	trees, err := q.Store.TreesOfLot(ctx, lot.ID)
	require.NoError(t, err)
	for _, tree := range trees {
		if faulty, ok := want[tree.Tag]; ok {
			out[0]++
			if faulty {
				out[1]++
			}
		}
	}
	return out
}
