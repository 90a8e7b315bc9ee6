package planted_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/planted"
	"sedum/core/fault"
	"sedum/demo"
)

// Water into a bag is entered as that and counts as any other; how it was given without how much is nothing.
func TestWaterIntoABag(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	id := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees[0].ID
	on := Ten.AddDate(0, 0, -3).Format(time.DateOnly)
	Fault(t, w.Err(w.Hand, "add-care-entry", ByID(id), planted.NewEntry{ID: "into-a-bag", DoneOn: on, Way: "bag", Felt: "dry"}), "given_l", fault.Required)
	before := len(Saw[planted.Page](w, "see-planted", ByID(id)).Entries)
	w.Deed(w.Hand, "add-care-entry", ByID(id), planted.NewEntry{ID: "into-a-bag", DoneOn: on, Way: "bag", GivenL: Ptr(20.0)})
	entries := Saw[planted.Page](w, "see-planted", ByID(id)).Entries
	require.Len(t, entries, before+1)
	assert.Equal(t, "bag", string(entries[len(entries)-1].Way))
	assert.InDelta(t, 20, *entries[len(entries)-1].GivenL, 0)
}
