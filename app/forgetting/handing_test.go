package forgetting_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/forgetting"
	"sedum/app/ground"
	"sedum/app/outcomes"
	"sedum/app/planted"
	"sedum/app/refusals"
	"sedum/app/search"
	"sedum/app/sheets"
	"sedum/app/visits"
	"sedum/app/week"
	"sedum/core/fault"
	"sedum/core/guarantee"
	"sedum/core/visit"
	"sedum/demo"
	"sedum/kernel"
)

func lineOf(w *World, customer string) (line planted.Line) {
	for _, each := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if each.Customer == customer {
			line = each
		}
	}
	return line
}

func handed(was, name, on string) forgetting.Handed {
	return forgetting.Handed{Was: was, Name: name, Phone: "555 0707", HandedOn: on}
}

// missing are the lines of the week's board about what nobody has said or done.
func missing(w *World) []week.Line {
	for _, p := range Saw[week.Board](w, "see-week", kernel.None{}).Parts {
		if p.Section == "missing" {
			return p.Lines
		}
	}
	return nil
}

// A garden with its trees goes to who lives there now: they are on every list, whoever lived there before is nowhere, and what was planted, seen
// and watered stays with the tree.
func TestAGroundGoesToSomebodyElse(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	line, spot := lineOf(w, "Odile Marsh"), w.SpotOf("Odile Marsh")
	w.Deed(w.Advisor, "add-spare", ByID(line.ID), planted.NewSpare{Way: "cutting", TakenOn: "2026-11-25", Stands: "at Odile Marsh's sister"})
	line = lineOf(w, "Odile Marsh")
	before := Saw[planted.Page](w, "see-planted", ByID(line.ID))
	w.Deed(w.Advisor, "refuse-advice", ByID(spot.ID), refusals.NewRefusal{Sheet: line.Number, Advice: "water", Advised: "two cans a week", Reason: "Odile Marsh has no tap", RefusedOn: "2026-05-01"})
	w.Deed(w.Hand, "save-visit", ByID(line.ID), visits.NewVisit{ID: "visit-one", VisitedOn: "2026-11-25", Facts: visitFacts("told Odile Marsh of the mulch")})
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		if err := visits.Save(tx, line.ID, visits.NewVisit{ID: "theirs-one", VisitedOn: "2026-11-20", Facts: lookOf("the cat Ptolemy sleeps under it")}, true); err != nil {
			return err
		}
		return ground.Leave(tx, spot.ID, ground.NewLeaving{ID: "leaving-one", LeavesOn: "2026-11-28"}, true)
	}))
	assert.Equal(t, ground.Owner{LeavesOn: "2026-11-28", LeavesByCopy: true}, Saw[ground.Owner](w, "see-owner", ByID(spot.ID)))
	leaving := func() (n int) {
		for _, l := range missing(w) {
			if l.To == "/ground/"+spot.ID && l.On == "2026-11-28" {
				n++
			}
		}
		return n
	}
	assert.Equal(t, 1, leaving(), "the week says that they leave")

	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: "2026-11-25", Said: "Odile Marsh says it dies"})
	Refused(t, w.Err(w.Manager, "hand-over", ByID(spot.ID), handed("Odile Marsh", "Jory Penrose", "2026-11-24")), "their-claim-open")
	w.Deed(w.Manager, "decide-claim", ByNumber(1), claims.Decided{Answer: "refused", Reason: "Odile Marsh's tree lives", Letter: "Dear Odile Marsh", Version: 1})

	Fault(t, w.Err(w.Manager, "hand-over", ByID(spot.ID), handed("Odile", "Jory Penrose", "2026-11-24")), "was", fault.NotThisName)
	Fault(t, w.Err(w.Manager, "hand-over", ByID(spot.ID), handed("Odile Marsh", " ", "2026-11-24")), "name", fault.Required)
	Fault(t, w.Err(w.Manager, "hand-over", ByID(spot.ID), handed("Odile Marsh", "Jory Penrose", "2026-11-26")), "handed_on", fault.AtMost)
	assert.Equal(t, line, lineOf(w, "Odile Marsh"), "a refusal changes nothing")
	compared := func(by outcomes.By) outcomes.Page {
		return Saw[outcomes.Page](w, "see-outcomes", outcomes.Ask{By: by})
	}
	bySchool, byKind := compared("school"), compared("kind")
	w.Deed(w.Manager, "hand-over", ByID(spot.ID), handed("Odile Marsh", "Jory Penrose", "2026-11-24"))

	for _, word := range []string{"Odile Marsh", "555 0151", "Ptolemy", "no tap"} {
		assert.Empty(t, holding(t, w, word), word)
	}
	assert.Equal(t, []outcomes.Page{bySchool, byKind}, []outcomes.Page{compared("school"), compared("kind")}, "it counts as before")
	after := Saw[planted.Page](w, "see-planted", ByID(line.ID))
	assert.Equal(t, before.Entries, after.Entries, "what was watered stays")
	assert.Equal(t, before.Advice, after.Advice)
	assert.Len(t, Saw[visits.Page](w, "see-visits", ByID(line.ID)).Visits, 4, "what was seen stays")
	assert.Equal(t, line.ID, lineOf(w, "Jory Penrose").ID, "the new owner is on the list of the planted")
	now := w.SpotOf("Jory Penrose")
	assert.Equal(t, []any{spot.ID, "555 0707", spot.Address, spot.Name}, []any{now.ID, now.Phone, now.Address, now.Name})
	page := Saw[sheets.Page](w, "see-sheet", ByNumber(line.Number))
	assert.Equal(t, "Jory Penrose", page.Customer)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM sheet_links WHERE sheet_id IN (SELECT id FROM sheets WHERE spot_id = ?)", spot.ID)
		assert.Zero(t, n, "what opened on their telephone opens no more")
		return err
	}))
	assert.Equal(t, ground.Owner{HandedOn: "2026-11-24"}, Saw[ground.Owner](w, "see-owner", ByID(spot.ID)))
	assert.Zero(t, leaving(), "nobody is asked to hand it over any more")
	for text, n := range map[string]int{"odile": 0, "penrose": 1} {
		found, err := Did[search.Found](w, w.Advisor, "search", search.Ask{Text: text}, nil)
		require.NoError(t, err)
		spots := 0
		for _, h := range found.Hits {
			if h.Kind == "spot" {
				spots++
			}
		}
		assert.Equal(t, n, spots, text)
	}
	Fault(t, w.Err(w.Manager, "hand-over", ByID(spot.ID), handed("Odile Marsh", "Somebody Else", "2026-11-24")), "was", fault.NotThisName)

	// Whoever has it now asks for the guarantee: it goes with the tree for a year.
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: "2026-11-25", Said: "it leans"})
	points := map[guarantee.Code]guarantee.Side{}
	for _, p := range Saw[claims.Page](w, "see-claim", ByNumber(2)).Points {
		points[p.Code] = p.Side
	}
	assert.Equal(t, guarantee.For, points["handed-counts"])
	w.Deed(w.Manager, "take-back-claim", ByNumber(2), claims.Because{Reason: "it stands straight", Version: 1})
	require.NoError(t, erase(w, spot.ID, "Jory Penrose"), "and they can be forgotten too")
	assert.Empty(t, holding(t, w, "Penrose"))
}

// A tree that is held for somebody is handed over or let go first; and of two who hand over at once one is told that it was done.
func TestNoGroundIsHandedOverTwice(t *testing.T) {
	w := Open(t)
	Refused(t, w.Err(w.Manager, "hand-over", ByID(w.SpotOf("Maud Ferriter").ID), handed("Maud Ferriter", "Jory Penrose", "2026-11-24")), "tree-held-for-them")
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	spot := w.SpotOf("Idris Vane")
	done := make(chan error, 8)
	for range cap(done) {
		go func() {
			done <- w.Err(w.Manager, "hand-over", ByID(spot.ID), handed("Idris Vane", "Jory Penrose", "2026-11-24"))
		}()
	}
	well := 0
	for range cap(done) {
		if err := <-done; err == nil {
			well++
		} else {
			Fault(t, err, "was", fault.NotThisName)
		}
	}
	assert.Equal(t, 1, well)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM site_handings")
		assert.Equal(t, 1, n)
		return err
	}))
}

// They leave, they stay after all, they leave another day: the newest word counts, and one that is sent twice is one.
func TestTheNewestWordOfLeavingCounts(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	leave := func(id, on string) error {
		return w.Err(w.Advisor, "say-leaving", ByID(spot.ID), ground.NewLeaving{ID: id, LeavesOn: on})
	}
	require.NoError(t, leave("leaving-1", "2026-12-24"))
	require.NoError(t, leave("leaving-2", "2027-02-01"))
	require.NoError(t, leave("leaving-1", "2026-12-24"), "sent again, nothing happens")
	assert.Equal(t, "2027-02-01", Saw[ground.Owner](w, "see-owner", ByID(spot.ID)).LeavesOn)
	w.Deed(w.Advisor, "say-staying", ByID(spot.ID), kernel.None{})
	assert.Equal(t, ground.Owner{}, Saw[ground.Owner](w, "see-owner", ByID(spot.ID)))
	Fault(t, leave("leaving-3", "2029-01-01"), "leaves_on", fault.AtMost)
	Fault(t, leave("leaving-3", "2025-01-01"), "leaves_on", fault.AtLeast)
	Fault(t, leave("no", "2026-12-24"), "id", fault.NotAChoice)
	w.At(time.Date(2027, 1, 20, 9, 0, 0, 0, time.UTC))
	require.NoError(t, leave("leaving-4", "2027-02-20"))
	// What was said earlier and waited on a telephone comes after it, and does not stand over it; what was said later does.
	late := func(id, on string, ago time.Duration) {
		require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
			tx.EnteredAgo = ago
			return ground.Leave(tx, spot.ID, ground.NewLeaving{ID: id, LeavesOn: on}, true)
		}))
	}
	w.At(time.Date(2027, 1, 20, 12, 0, 0, 0, time.UTC))
	late("leaving-5", "2027-03-01", 4*time.Hour)
	assert.Equal(t, "2027-02-20", Saw[ground.Owner](w, "see-owner", ByID(spot.ID)).LeavesOn)
	late("leaving-6", "2027-04-01", 2*time.Hour)
	assert.Equal(t, "2027-04-01", Saw[ground.Owner](w, "see-owner", ByID(spot.ID)).LeavesOn)
	w.Deed(w.Advisor, "say-staying", ByID(spot.ID), kernel.None{})
	late("leaving-7", "2027-05-01", time.Hour)
	assert.Empty(t, Saw[ground.Owner](w, "see-owner", ByID(spot.ID)).LeavesOn, "they stay, as they said since")
	w.At(time.Date(2027, 1, 20, 13, 0, 0, 0, time.UTC))
	require.NoError(t, leave("leaving-4b", "2027-02-20"))
	for _, l := range missing(w) {
		assert.False(t, l.To == "/ground/"+spot.ID && l.On != "", "not this week")
	}
}

func visitFacts(note string) visit.Facts { return visit.Facts{Alive: "living", Note: note} }

func lookOf(note string) visit.Facts { return visit.Facts{Says: "odd", Note: note} }
