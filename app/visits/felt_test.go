package visits_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	. "sedum/app/apptest"
	"sedum/app/planted"
	"sedum/app/visits"
	"sedum/core/visit"
)

// A ball that was felt dry asks for water until somebody has watered after it; one that was felt wet asks to stop though somebody waters on; after a
// week neither is known any more. An older finger does not speak again once a newer one is answered.
func TestWhatIsAskedOfTheSoilFollowsWhatWasDone(t *testing.T) {
	w := Open(t)
	w.Deed(w.Advisor, "record-planted", ByNumber(1), planted.NewPlanted{PlantedOn: "2026-11-25"})
	id := Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(1)).ID
	asks := func() string {
		return strings.Join(Saw[visits.Page](w, "see-visits", ByID(id)).Open, "; ")
	}
	look := func(name, on string, f visit.Facts) {
		f.Alive = "living"
		w.Deed(w.Hand, "save-visit", ByID(id), visits.NewVisit{ID: name, VisitedOn: on, Facts: f})
	}
	pour := func(name, on string) {
		w.Deed(w.Hand, "add-care-entry", ByID(id), planted.NewEntry{ID: name, DoneOn: on, GivenL: Ptr(8.0)})
	}
	day := func(n int) { w.At(time.Date(2026, 12, n, 10, 0, 0, 0, time.UTC)) }
	day(1)
	pour("poured-before", "2026-12-01")
	look("visit-wet-1", "2026-12-01", visit.Facts{MiddleSoil: "wet", DeepSoil: "wet"})
	stop := asks()
	assert.NotEmpty(t, stop)
	day(2)
	pour("poured-though", "2026-12-02")
	assert.Equal(t, stop, asks(), "it stood wet, and somebody watered it still")
	day(3)
	look("visit-dry-1", "2026-12-03", visit.Facts{MiddleSoil: "dry"})
	dry := asks()
	assert.NotEmpty(t, dry)
	assert.NotEqual(t, stop, dry)
	w.At(time.Date(2026, 12, 3, 11, 0, 0, 0, time.UTC))
	pour("poured-after", "2026-12-03")
	assert.Empty(t, asks(), "watered after it; the wet look of before says nothing any more")
	look("visit-dry-2", "2026-12-03", visit.Facts{MiddleSoil: "dry"})
	w.At(time.Date(2026, 12, 10, 10, 0, 0, 0, time.UTC))
	assert.Equal(t, dry, asks())
	w.At(time.Date(2026, 12, 11, 10, 0, 0, 0, time.UTC))
	assert.Empty(t, asks(), "eight days on nobody knows")
}
