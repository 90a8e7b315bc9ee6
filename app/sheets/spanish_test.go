package sheets_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/catalogue"
	"sedum/kernel"
)

// A customer's Spanish sheet calls the tree by its Spanish name, as the catalogue has it now; where nobody knows one it says the common name, and an
// English sheet is not touched by it.
func TestASpanishSheetCallsTheTreeInSpanish(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	var common, spanish string
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		k, err := kernel.One[catalogue.Kind](tx, "id = (SELECT l.kind_id FROM trees t JOIN lots l ON l.id = t.lot_id WHERE t.tag = ?)", i.Tag)
		common, spanish = k.Common, k.Facts.Spanish
		return err
	}))
	require.NotEmpty(t, spanish)
	i.Language = "es"
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Contains(t, sheet(w, number).Content.Common, spanish)
	other := ask(w, "Petra Averill")
	number, err = issue(w, w.Advisor, other)
	require.NoError(t, err)
	assert.NotContains(t, sheet(w, number).Content.Common, spanish)
	assert.NotEmpty(t, common)
}

// Every kind of the starting catalogue has a Spanish name of its own spelling, and is found by it.
func TestTheCatalogueSpeaksSpanish(t *testing.T) {
	w := Open(t)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		kinds, err := kernel.Many[catalogue.Kind](tx, "common", "provisional = FALSE")
		if err != nil {
			return err
		}
		assert.Greater(t, len(kinds), 300)
		names, err := catalogue.ByName(tx)
		seen := map[string]string{}
		for _, k := range kinds {
			name := k.Facts.Spanish
			assert.NotEmpty(t, name, k.Common)
			assert.Empty(t, seen[name], "%s and %s are both %s", seen[name], k.Common, name)
			seen[name] = k.Common
			_, found := names.Find(name)
			assert.True(t, found, name)
		}
		return err
	}))
}
