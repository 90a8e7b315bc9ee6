package demo_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/planted"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/demo"
)

// The demo's trees have a summer behind them, told by the deeds of its people as they were done then.
func TestThePlantedDemoIsToldOnce(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	list := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees
	require.Len(t, list, 9)
	lost := 0
	for _, line := range list {
		page := Saw[visits.Page](w, "see-visits", ByID(line.ID))
		assert.NotEmpty(t, page.Visits, line.Customer)
		assert.NotEmpty(t, page.Water, line.Customer)
		if line.EndedOn != nil {
			lost++
		}
	}
	assert.Equal(t, 1, lost)
	assert.Len(t, Saw[troubles.Lines](w, "list-troubles", struct{ Limit int }{10}).Troubles, 1)
	assert.NotEmpty(t, Saw[visits.Round](w, "see-round", struct{ Days, Limit int }{7, 12}).Stops)
}
