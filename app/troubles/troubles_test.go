package troubles_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/planted"
	"sedum/app/troubles"
	"sedum/app/visits"
	"sedum/core/fault"
	"sedum/core/trouble"
	"sedum/core/visit"
	"sedum/kernel"
)

func signs(seen map[string]string, said string) troubles.Signs {
	return troubles.Signs{Said: said, Seen: seen, Unheard: []string{}}
}

func weigh(w *World, s troubles.Signs) troubles.Weighing {
	w.T.Helper()
	out, err := Did[troubles.Weighing](w, w.Hand, "weigh-signs", kernel.None{}, s)
	require.NoError(w.T, err)
	return out
}

func TestNothingSeenNamesNoCause(t *testing.T) {
	w := Open(t)
	out := weigh(w, signs(map[string]string{}, ""))
	assert.Equal(t, "Too little is known yet to name one cause.", out.Answer)
	assert.False(t, out.Sure)
	assert.NotEmpty(t, out.Next)
	assert.Equal(t, map[string]string{"season": "autumn"}, out.Record, "the day is known, and nothing else")
}

func TestWhatSomebodySaysIsHeardAndCanBeTakenOff(t *testing.T) {
	w := Open(t)
	s := signs(map[string]string{}, "The trunk goes straight into the ground, leaves small and yellow, hardly grew for two years")
	out := weigh(w, s)
	assert.Equal(t, trouble.Cause("planted-deep"), out.Causes[0].Cause)
	heard := map[trouble.Question]trouble.Answer{}
	for _, h := range out.Heard {
		heard[h.Question] = h.Answer
	}
	assert.Equal(t, trouble.Answer("straight"), heard["flare"])
	s.Unheard = []string{"flare"}
	assert.NotContains(t, weigh(w, s).Seen, "flare", "one touch takes it off again")
	s.Seen["flare"] = "visible"
	assert.Equal(t, "visible", weigh(w, s).Seen["flare"], "what was looked at stands over what was said")
}

func TestTheRecordAnswersWhatItKnows(t *testing.T) {
	w := Open(t)
	w.Deed(w.Advisor, "record-planted", ByNumber(1), planted.NewPlanted{PlantedOn: "2026-11-25"})
	id := Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(1)).ID
	w.At(time.Date(2027, 7, 1, 8, 0, 0, 0, time.UTC))
	w.Deed(w.Hand, "save-visit", ByID(id), visits.NewVisit{ID: "visit-one", VisitedOn: "2027-06-30", Facts: visit.Facts{Flare: "buried", Leaves: "yellow"}})
	s := signs(map[string]string{}, "")
	s.PlantedID = id
	out := weigh(w, s)
	assert.Equal(t, "3-to-12", out.Record["months"])
	assert.Equal(t, "summer", out.Record["season"])
	assert.Equal(t, "straight", out.Record["flare"], "as the visit of yesterday saw it")
	w.At(time.Date(2027, 9, 1, 8, 0, 0, 0, time.UTC))
	assert.NotContains(t, weigh(w, s).Record, "flare", "after a month it may be otherwise")
}

func TestATroubleIsWorkedThroughAndSettled(t *testing.T) {
	w := Open(t)
	w.Deed(w.Advisor, "record-planted", ByNumber(1), planted.NewPlanted{PlantedOn: "2026-11-25"})
	id := Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(1)).ID
	w.At(time.Date(2028, 7, 1, 8, 0, 0, 0, time.UTC))
	s := signs(map[string]string{"flare": "straight", "growth": "short"}, "")
	s.PlantedID = id
	w.Deed(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: s})
	page := Saw[troubles.Page](w, "see-trouble", ByNumber(1))
	assert.Equal(t, trouble.Cause("planted-deep"), page.Weighing.Causes[0].Cause)
	require.Len(t, page.Weighing.Ladder, 6)
	assert.True(t, page.Weighing.Ladder[0].Found)

	s.Seen = page.Weighing.Seen
	s.Seen["roots"] = "circling"
	s.Seen["flare"] = "root-across"
	w.Deed(w.Advisor, "amend-trouble", ByNumber(1), troubles.Amended{Signs: s, Version: page.Version})
	var stale kernel.Stale
	require.ErrorAs(t, w.Err(w.Advisor, "amend-trouble", ByNumber(1), troubles.Amended{Signs: s, Version: page.Version}), &stale)
	page = Saw[troubles.Page](w, "see-trouble", ByNumber(1))
	assert.Equal(t, trouble.Cause("circling-roots"), page.Weighing.Causes[0].Cause)
	w.Deed(w.Advisor, "decide-trouble", ByNumber(1), troubles.Decided{Cause: "circling-roots", Version: page.Version})
	page = Saw[troubles.Page](w, "see-trouble", ByNumber(1))
	assert.Equal(t, "Roots go round", page.CauseName)
	assert.Equal(t, w.Advisor.Name, page.DecidedBy)
	assert.Equal(t, "circling-roots", Saw[planted.Page](w, "see-planted", ByID(id)).Cause)
	w.Deed(w.Advisor, "take-back-trouble", ByNumber(1), troubles.TakenBack{Reason: "another tree", Version: page.Version})
	assert.Empty(t, Saw[planted.Page](w, "see-planted", ByID(id)).Cause)
	assert.Empty(t, Saw[troubles.Lines](w, "list-troubles", struct{ Limit int }{10}).Troubles)
	require.Error(t, w.Err(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: signs(map[string]string{}, "")}), "nothing was looked at")
	Fault(t, w.Err(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: signs(map[string]string{"flare": "sideways"}, "")}), "seen.flare", fault.NotAChoice)
}

func TestAHouseHoldsASignForMoreAndSaysWhy(t *testing.T) {
	w := Open(t)
	s := signs(map[string]string{"grass": "to-trunk"}, "")
	before := weigh(w, s).Causes[0]
	require.Equal(t, trouble.Cause("grass"), before.Cause)
	Fault(t, w.Err(w.Manager, "change-odds", kernel.None{}, troubles.NewOdd{Question: "grass", Answer: "to-trunk", Cause: "grass", Factor: kept(0.5)}), "reason", fault.Required)
	w.Deed(w.Manager, "change-odds", kernel.None{}, troubles.NewOdd{Question: "grass", Answer: "to-trunk", Cause: "grass", Factor: kept(0.5), Reason: "every lawn here goes to the trunk"})
	assert.NotEqual(t, trouble.Cause("grass"), weigh(w, s).Causes[0].Cause)
	page := Saw[troubles.OddsPage](w, "list-odds", kernel.None{})
	require.Len(t, page.Changes, 1)
	assert.Equal(t, "every lawn here goes to the trunk", page.Changes[0].Reason)
	w.Deed(w.Manager, "change-odds", kernel.None{}, troubles.NewOdd{Question: "grass", Answer: "to-trunk", Cause: "grass", Reason: "ours again"})
	assert.InDelta(t, before.Share, weigh(w, s).Causes[0].Share, 1e-12)
}

func kept(v float64) *float64 { return &v }
