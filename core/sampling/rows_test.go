package sampling_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/sampling"
)

func TestWhereADrawnTreeStands(t *testing.T) {
	for _, c := range []struct{ perRow, place, row, number int }{
		{12, 1, 1, 1}, {12, 12, 1, 12}, {12, 13, 2, 1}, {12, 46, 4, 10}, {1, 7, 7, 1}, {50, 7, 1, 7},
		{0, 7, 0, 0}, {12, 0, 0, 0}, {-3, 7, 0, 0},
	} {
		row, number := sampling.Rows{PerRow: c.perRow}.Standing(c.place)
		assert.Equal(t, [2]int{c.row, c.number}, [2]int{row, number}, "place %d in rows of %d", c.place, c.perRow)
	}
	assert.Error(t, sampling.Rows{PerRow: -1}.Check())
	assert.Error(t, sampling.Rows{PerRow: sampling.MostInRow + 1}.Check())
	assert.NoError(t, sampling.Rows{PerRow: sampling.MostInRow}.Check())
}

// Every place has one spot of its own, and walking the rows meets the places in their order.
func TestRowsHoldEveryPlaceOnce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		rows := sampling.Rows{PerRow: rapid.IntRange(1, sampling.MostInRow).Draw(t, "per row")}
		place := rapid.IntRange(1, 100_000).Draw(t, "place")
		row, number := rows.Standing(place)
		if number < 1 || number > rows.PerRow {
			t.Fatalf("number %d in a row of %d", number, rows.PerRow)
		}
		if back := (row-1)*rows.PerRow + number; back != place {
			t.Fatalf("row %d, number %d is place %d, not %d", row, number, back, place)
		}
	})
}
