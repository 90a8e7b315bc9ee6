package arrival_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/arrival"
)

func table(t *testing.T, lines ...string) (out arrival.Table) {
	for i, line := range lines {
		require.NoError(t, out.Add(i+1, strings.Split(line, ",")))
	}
	return out
}

func TestOnlyWhatWouldRunIsAFormula(t *testing.T) {
	for cell, want := range map[string]bool{"": false, "Hornbeam": false, "-4": false, "+4,5": false, "=1": true, "@x": true, "-x": true, "+cmd|' /C'": true} {
		assert.Equal(t, want, arrival.Formula(cell), cell)
	}
}

// A total stands in a name too: only a row of nothing but such words is left out.
func TestANameWithATotalInItIsALot(t *testing.T) {
	n, err := arrival.Read(table(t, "Plant,Form,Litres,Qty", "Total Eclipse crab,pot,12,4", "Summer lilac,pot,5,6", "TOTAL:,,,10", ",,,10"), arrival.How{})
	require.NoError(t, err)
	assert.Len(t, n.Rows, 2)
	assert.Equal(t, []int{4, 5}, []int{n.Left[0].Line, n.Left[1].Line}, "a figure alone that is the sum is a total too")
}

// Words that are in no set are refused, wherever they come from.
func TestHowItIsReadHasOnlyWordsOfItsSets(t *testing.T) {
	for _, how := range []arrival.How{{Columns: map[arrival.Column]int{"kinds": 0}}, {Columns: map[arrival.Column]int{"kind": -1}}, {Units: map[arrival.Column]arrival.Unit{"height_m": "l"}},
		{Units: map[arrival.Column]arrival.Unit{"kind": "mm"}}, {Decimals: map[arrival.Column]arrival.Decimal{"price": "dot"}}} {
		assert.NotEmpty(t, how.Unsound(), "%+v", how)
	}
	assert.Empty(t, arrival.How{Columns: map[arrival.Column]int{"kind": 0}, Units: map[arrival.Column]arrival.Unit{"height_m": "ft"}, Decimals: map[arrival.Column]arrival.Decimal{"price": "comma"}}.Unsound())
}
