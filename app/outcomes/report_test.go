package outcomes_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/amounts"
	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/outcomes"
	"sedum/app/planted"
	"sedum/app/visits"
	"sedum/core/fault"
	"sedum/core/visit"
	"sedum/demo"
)

func reported(w *World, whom outcomes.Whom) outcomes.Report {
	return Saw[outcomes.Report](w, "see-report", whom)
}

// Of the nine trees of the demo eight live and one is lost; for one customer it is theirs alone, and what nobody counted is no figure.
func TestAReportTellsWhatBecameOfPlantings(t *testing.T) {
	w := Open(t)
	assert.Zero(t, reported(w, outcomes.Whom{}).Trees)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	all := reported(w, outcomes.Whom{})
	assert.Equal(t, []int{9, 8, 0, 0, 1}, []int{all.Trees, all.Living, all.Before, all.Unseen, all.Lost})
	assert.InDelta(t, 8.0/9, all.Least, 0.001)
	assert.Equal(t, all.Least, all.Most)
	require.Len(t, all.Kinds, 1)
	assert.Equal(t, 9, all.Kinds[0].Trees)
	assert.Equal(t, []outcomes.CauseLine{{Trees: 1}}, all.Causes, "nobody settled it")
	assert.Zero(t, all.Hours.Trees, "nobody counted hours")
	trees := 0
	for _, p := range all.Purposes {
		trees += p.Trees
	}
	assert.Equal(t, 9, trees, "each was planted for something, or nobody said")

	theirs := reported(w, outcomes.Whom{Text: "odile"})
	assert.Equal(t, 1, theirs.Trees)
	assert.Equal(t, []string{"Odile Marsh"}, theirs.Customers)
	assert.Equal(t, []int{1, 9}, []int{theirs.Grounds, all.Grounds})
	assert.Len(t, all.Customers, 5, "the first few")
	assert.Equal(t, 2, reported(w, outcomes.Whom{Text: "oxbow flat"}).Grounds, "by a place")
	for _, line := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if line.Customer == "Odile Marsh" {
			hours := 2.5
			w.Deed(w.Advisor, "record-amounts", ByID(line.ID), amounts.Told{Amounts: []amounts.One{{Counted: "hour", Amount: &hours}}})
			poured := 0.0
			for _, e := range Saw[planted.Page](w, "see-planted", ByID(line.ID)).Entries {
				if e.GivenL != nil {
					poured += *e.GivenL
				}
			}
			got := reported(w, outcomes.Whom{Text: "odile"})
			assert.Equal(t, outcomes.Counts{Trees: 1, Sum: 2.5}, got.Hours)
			assert.InDelta(t, poured, got.Litres.Sum, 0.05)
		}
	}
	assert.Zero(t, reported(w, outcomes.Whom{Text: "nobody"}).Trees)
	assert.Zero(t, reported(w, outcomes.Whom{To: "2026-01-01", From: "2025-01-01"}).Trees, "before they were planted")
	_, err := Did[outcomes.Report](w, w.Advisor, "see-report", outcomes.Whom{From: "2026-11-01", To: "2026-10-01"}, nil)
	Fault(t, err, "to", fault.AtLeast)

	// What is found dead is lost at once, and what nobody has seen for over a year is known of no more.
	spot := Saw[ground.Page](w, "see-spot", ByID(w.SpotOf("Odile Marsh").ID))
	require.NotEmpty(t, spot.ID)
	for _, line := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if line.Customer == "Odile Marsh" {
			w.Deed(w.Hand, "save-visit", ByID(line.ID), visits.NewVisit{ID: "dead-one1", VisitedOn: "2026-11-25", Facts: visit.Facts{Alive: visit.Dead}})
		}
	}
	assert.Equal(t, 2, reported(w, outcomes.Whom{}).Lost)
	w.At(Ten.AddDate(2, 0, 0))
	later := reported(w, outcomes.Whom{From: "2026-01-01", To: time.Time{}.Format("")})
	assert.Equal(t, []int{0, 7, 2}, []int{later.Living, later.Before, later.Lost})
	assert.Zero(t, later.Least)
}
