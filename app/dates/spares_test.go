package dates_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/dates"
	"sedum/app/planted"
	"sedum/core/care"
	"sedum/core/fault"
	"sedum/kernel"
)

func due(w *World, id string) (out []string) {
	for _, d := range Saw[dates.Page](w, "see-dates", ByID(id)).Dates {
		if d.Code == "spare-take" || d.Code == "spare-renew" {
			out = append(out, d.Code+" "+d.From)
		}
	}
	return out
}

// A spare is asked for only where somebody holds the tree dear; what is taken moves the date, what ends brings it back; the list has both in one line.
func TestASpareOfATreeThatSomebodyHoldsDear(t *testing.T) {
	w := Open(t)
	w.Deed(w.Advisor, "record-planted", ByNumber(1), planted.NewPlanted{PlantedOn: "2026-11-25"})
	id := Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(1)).ID
	spares := func() dates.Spares { return Saw[dates.Spares](w, "see-spares", ByID(id)) }
	line := func() planted.Line {
		for _, l := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
			if l.ID == id {
				return l
			}
		}
		return planted.Line{}
	}
	assert.Empty(t, due(w, id), "nobody said that it is dear")
	assert.Equal(t, dates.Spares{Spares: []dates.ShownSpare{}}, spares())

	w.Deed(w.Advisor, "hold-dear", ByID(id), dates.Dear{Dear: true})
	w.Deed(w.Advisor, "hold-dear", ByID(id), dates.Dear{Dear: true})
	take := due(w, id)
	require.Len(t, take, 1, "said twice is said once")
	assert.Contains(t, take[0], "spare-take 2027-0", "in its next rest")
	assert.Equal(t, take[0], "spare-take "+spares().DueOn)

	add := func(way care.SpareWay, on, stands string) error {
		return w.Err(w.Advisor, "add-spare", ByID(id), planted.NewSpare{Way: way, TakenOn: on, Stands: stands})
	}
	Fault(t, add("cutting", "2026-11-24", "bench two"), "taken_on", fault.AtLeast)
	Fault(t, add("cutting", "2027-11-24", "bench two"), "taken_on", fault.AtMost)
	Fault(t, add("cutting", "2026-11-25", " "), "stands", fault.Required)
	require.NoError(t, add("graft", "2026-11-25", "bench two, in a pot"))
	assert.Equal(t, []string{"spare-renew 2029-11-25"}, due(w, id), "three years by the house's rule")
	assert.Equal(t, []any{1, "bench two, in a pot"}, []any{line().Spares, line().SpareStands}, "in the ground and in a pot it is one line")

	w.At(time.Date(2027, 6, 1, 9, 0, 0, 0, time.UTC))
	require.NoError(t, add("cutting", "2027-06-01", "cold frame"))
	assert.Equal(t, []string{"spare-renew 2030-06-01"}, due(w, id), "by the newest")
	assert.Equal(t, "cold frame", line().SpareStands)
	gone := func(i int, reason string) error {
		return w.Err(w.Advisor, "end-spare", planted.OfTree{ByID: ByID(id), Record: spares().Spares[i].ID}, planted.Because{Reason: reason})
	}
	Fault(t, gone(0, " "), "reason", fault.Required)
	require.NoError(t, gone(0, "dried out"))
	require.ErrorIs(t, gone(0, "once more"), kernel.ErrMissing)
	assert.Equal(t, []string{"spare-renew 2029-11-25"}, due(w, id), "the older lives on")
	require.NoError(t, gone(1, "given away"))
	assert.Equal(t, 0, line().Spares)
	assert.Equal(t, "dried out", spares().Spares[0].Why, "what is no more stays on record")
	require.Len(t, due(w, id), 1)
	assert.Contains(t, due(w, id)[0], "spare-take", "there is none any more")

	w.Deed(w.Advisor, "hold-dear", ByID(id), dates.Dear{})
	assert.Empty(t, due(w, id))
}
