package trials_test

import (
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/lots"
	"sedum/app/planted"
	"sedum/app/rules"
	"sedum/app/sheets"
	"sedum/app/trials"
	"sedum/app/visits"
	"sedum/core/fault"
	house "sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/trial"
	"sedum/core/visit"
	"sedum/demo"
	"sedum/kernel"
)

func see(w *World, number int) trials.Page { return Saw[trials.Page](w, "see-trial", ByNumber(number)) }

func stakes() trials.NewTrial {
	return trials.NewTrial{Question: "Ring or none on sand?", Step: house.StepBerm, WayA: "ring", WayB: "none", FirstOn: "2027-06-01", Every: 6, Looks: 3}
}

// forSale takes in trees of one kind, looks at each and releases them.
func forSale(w *World, count int) []string {
	w.T.Helper()
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, count))[0]
	tags := []string{}
	for _, t := range w.TreesOf(number) {
		w.SaveLook(t.Tag, SoundLook())
		tags = append(tags, t.Tag)
	}
	lot := w.Lot(number)
	if w.Tree(tags[0]).State != stock.ForSale {
		w.Deed(w.Manager, "close-lot", ByNumber(number), lots.Closing{Version: lot.Version, Decision: stock.LotReleased})
	}
	return tags
}

func drawn(w *World, number int, tag, spot string) trials.Offer {
	w.T.Helper()
	w.Deed(w.Advisor, "draw-for-trial", ByNumber(number), trials.Pair{Tag: tag, SpotID: spot})
	for _, o := range Saw[trials.Offers](w, "trials-for", trials.Pair{Tag: tag, SpotID: spot}).Trials {
		if o.Number == number {
			return o
		}
	}
	require.Fail(w.T, "nothing was drawn")
	return trials.Offer{}
}

// sell issues the sheet of a drawn tree in its way and plants it with planned looks; it tells the planted tree.
func sell(w *World, o trials.Offer, tag, spot string) string {
	w.T.Helper()
	i := sheets.Issue{TreeVersion: w.Tree(tag).Version, Units: "metric", Language: "en-US", SignedReason: "they water it", PlanAsk: sheets.PlanAsk{Tag: tag, SpotID: spot,
		PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true), Schools: map[house.Step]string{house.Step(o.Step): o.Choice}}, SchoolsReason: "drawn for trial 1"}
	number, err := Did[int](w, w.Advisor, "issue-sheet", kernel.None{}, i)
	require.NoError(w.T, err)
	w.Deed(w.Advisor, "record-planted", ByNumber(number), planted.NewPlanted{PlantedOn: "2026-11-25", Contact: Ptr(true)})
	return Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(number)).ID
}

// From the question to an early end and a changed default: drawn by lot, planted as drawn, looked at on its days.
func TestATrialFromQuestionToEarlyEnd(t *testing.T) {
	w := Open(t)
	w.Deed(w.Manager, "begin-trial", kernel.None{}, stakes())
	p := see(w, 1)
	assert.Equal(t, []string{"2027-06-01", "2027-12-01", "2028-06-01"}, []string{p.Looks[0].On, p.Looks[1].On, p.Looks[2].On})
	assert.Contains(t, p.Says, "Too early")
	spot, tags := w.SpotOf("Petra Averill").ID, forSale(w, 24)
	of, a := map[string]trial.Way{}, 0
	for i, tag := range tags {
		o := drawn(w, 1, tag, spot)
		require.NotEmpty(t, o.Choice)
		of[sell(w, o, tag, spot)] = o.Drawn
		if o.Drawn == trial.A {
			a++
		}
		if i == 0 {
			Refused(t, w.Err(w.Advisor, "draw-for-trial", ByNumber(1), trials.Pair{Tag: tag, SpotID: spot}), "trial-not-for-sale")
		}
	}
	assert.Equal(t, 12, a, "a block is balanced")
	p = see(w, 1)
	assert.Equal(t, []int{24, 0}, []int{p.Trees, p.Unplanned})
	for _, tree := range p.Drawn {
		assert.False(t, tree.Otherwise, tree.Tag)
	}
	Refused(t, w.Err(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.Found, Version: 1}), "trial-not-yet")
	Refused(t, w.Err(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.NothingFound, Version: 1}), "trial-not-yet")
	Refused(t, w.Err(w.Manager, "sign-trial", ByNumber(1), trials.Signing{Reason: "x", Version: 1}), "trial-found-nothing")

	w.At(time.Date(2027, 5, 20, 8, 0, 0, 0, time.UTC))
	n := 0
	for id, way := range of {
		n++
		facts, day := visit.Facts{Alive: "living"}, 20 // those that live are seen last: who is seen no more tells nothing of later days
		if way == trial.B {
			facts.Alive, day = "dead", 1+n%18
		}
		w.Deed(w.Hand, "save-visit", ByID(id), visits.NewVisit{ID: fmt.Sprintf("trial-visit-%d", n), VisitedOn: fmt.Sprintf("2027-05-%02d", day), Facts: facts})
	}
	w.Job("trial-looks")
	assert.Nil(t, see(w, 1).Looks[0].Told, "a look is on its day, not before")
	w.At(time.Date(2027, 12, 2, 8, 0, 0, 0, time.UTC))
	w.Job("trial-looks")
	w.Job("trial-looks")
	p = see(w, 1)
	require.NotNil(t, p.Looks[1].Told)
	assert.Nil(t, p.Looks[2].Told)
	first := p.Looks[0].Told
	assert.Equal(t, []int{12, 12, 0, 12}, []int{first.TreesA, first.TreesB, first.LostA, first.LostB})
	require.NotNil(t, first.P)
	require.True(t, p.Found, "%v of %v", *first.P, first.Limit)
	assert.True(t, p.MayEnd)
	for _, g := range p.Groups {
		assert.Nil(t, g.P, "between the looks nothing is tested")
	}
	Refused(t, w.Err(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.NothingFound, Version: 1}), "trial-not-yet")
	w.Deed(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.Found, Version: 1})
	Refused(t, w.Err(w.Advisor, "draw-for-trial", ByNumber(1), trials.Pair{Tag: tags[0], SpotID: spot}), "trial-ended")
	Refused(t, w.Err(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.Abandoned, Reason: "x", Version: 2}), "trial-ended")

	Fault(t, w.Err(w.Manager, "sign-trial", ByNumber(1), trials.Signing{Version: 2}), "reason", fault.Required)
	w.Deed(w.Manager, "sign-trial", ByNumber(1), trials.Signing{Reason: "sand lets go of what is not held", Version: 2})
	p = see(w, 1)
	assert.Equal(t, "ring", p.Signed.To)
	assert.Len(t, p.Signed.Looks, 2)
	changes := Saw[rules.History](w, "rule-changes", kernel.None{}).Changes
	assert.Contains(t, changes[0].Reason, "Trial 1")
	assert.Contains(t, changes[0].Reason, "sand lets go")
	Refused(t, w.Err(w.Manager, "sign-trial", ByNumber(1), trials.Signing{Reason: "x", Version: 3}), "trial-signed")
}

// Many hands draw at once: each place of a block is had once, and the block stays in balance.
func TestPlacesAreHadOnce(t *testing.T) {
	w := Open(t)
	w.Deed(w.Manager, "begin-trial", kernel.None{}, stakes())
	spot, tags := w.SpotOf("Petra Averill").ID, forSale(w, 16)
	var all sync.WaitGroup
	for range 2 { // each tree by two hands
		for _, tag := range tags {
			all.Go(func() { _ = w.Err(w.Advisor, "draw-for-trial", ByNumber(1), trials.Pair{Tag: tag, SpotID: spot}) })
		}
	}
	all.Wait()
	p := see(w, 1)
	require.Len(t, p.Drawn, 16)
	a := 0
	for _, tree := range p.Drawn {
		if tree.Way == trial.A {
			a++
		}
	}
	assert.Equal(t, 8, a)
	// Drawn and not planted, or planted without planned looks: named, and not counted.
	assert.Empty(t, p.Groups)
	Refused(t, w.Err(w.Advisor, "draw-for-trial", ByNumber(1), trials.Pair{Tag: tags[0], SpotID: spot}), "trial-drawn")
}

func TestAQuestionThatCannotBe(t *testing.T) {
	w := Open(t)
	for field, change := range map[string]func(*trials.NewTrial){
		"question": func(n *trials.NewTrial) { n.Question = " " },
		"way_a":    func(n *trials.NewTrial) { n.WayA = "a moat of milk" },
		"step":     func(n *trials.NewTrial) { n.Step = "no-such" },
		"way_b":    func(n *trials.NewTrial) { n.WayB = "ring" },
		"first_on": func(n *trials.NewTrial) { n.FirstOn = "2020-01-01" },
	} {
		n := stakes()
		change(&n)
		var l fault.List
		require.ErrorAs(t, w.Err(w.Manager, "begin-trial", kernel.None{}, n), &l, field)
		assert.True(t, l.Has(field), "%s in %v", field, l)
	}
	// A question of no school has ways in words, and is given up with its reason.
	w.Deed(w.Manager, "begin-trial", kernel.None{}, trials.NewTrial{Question: "Union to the wind?", WayA: "to the wind", WayB: "away from it", FirstOn: "2027-06-01", Every: 12, Looks: 2})
	Fault(t, w.Err(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.Abandoned, Version: 1}), "reason", fault.Required)
	w.Deed(w.Manager, "end-trial", ByNumber(1), trials.Ended{As: trials.Abandoned, Reason: "the field was sold", Version: 1})
	assert.Contains(t, see(w, 1).Says, "given up")
	assert.Empty(t, Saw[trials.Offers](w, "trials-for", trials.Pair{Tag: w.TreeIn(stock.ForSale).Tag, SpotID: w.SpotOf("Petra Averill").ID}).Trials)
}

// A question about a small difference needs more trees than one about a large; two ways that lose the same are told apart by none.
func TestHowManyTreesAQuestionNeeds(t *testing.T) {
	w := Open(t)
	size := func(a, b float64, looks int) trials.Size {
		out, err := Did[trials.Size](w, w.Manager, "reckon-trial", kernel.None{}, trials.Guess{LostA: a, LostB: b, Looks: looks})
		require.NoError(t, err)
		return out
	}
	assert.InDelta(t, 2*219, size(10, 20, 1).Trees, 2)
	assert.Greater(t, size(10, 12, 4).Trees, size(10, 30, 4).Trees)
	assert.Equal(t, trials.Size{}, size(10, 10, 4))
	require.NoError(t, demo.LoadPlanted(t.Context(), w.Kernel))
	assert.Equal(t, 9, size(10, 20, 1).AYear)
}
