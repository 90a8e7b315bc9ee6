package sheets_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/rules"
	"sedum/app/sheets"
	"sedum/core/fault"
	house "sedum/core/rules"
	"sedum/kernel"
)

func chosen(w *World, spot ground.Page, reason string, schools map[house.Step]string) ground.NewSiteSchools {
	return ground.NewSiteSchools{Schools: schools, Reason: reason, SiteVersion: Saw[ground.Page](w, "see-spot", ByID(spot.ID)).SiteVersion}
}

func plan(w *World, i sheets.Issue) sheets.Planned {
	out, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(w.T, err)
	return out
}

// A ground may have ways of its own (issue: schools for a site, with the reason printed): every plan there is made by them, what is issued keeps
// its own and its holder is told, a single sheet may take another, and given up they no longer count.
func TestAGroundHasItsOwnSchools(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	spot := w.SpotOf("Petra Averill")
	before := plan(w, i)
	require.Equal(t, "slight", before.Plan.Schools["flare"])
	first, err := issue(w, w.Advisor, i)
	require.NoError(t, err)

	w.Deed(w.Advisor, "set-site-schools", ByID(spot.ID), chosen(w, spot, "The neighbours' limes drowned in level holes", map[house.Step]string{house.StepFlare: "proud", house.StepMulch: "50"}))
	assert.Equal(t, []string{"held-until", "rules"}, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(first)).Now), "whoever holds the sheet is told")
	assert.Equal(t, "slight", sheet(w, first).Content.Plan.Schools["flare"], "it does not move")

	i = ask(w, "Petra Averill")
	now := plan(w, i)
	assert.Equal(t, "proud", now.Plan.Schools["flare"])
	assert.Empty(t, now.OwnSchools, "nobody need say again why")
	require.Len(t, now.OfGround, 2)
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	page := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	assert.Contains(t, page.Chosen, "The neighbours' limes drowned in level holes")
	assert.Equal(t, []string{"held-until"}, codes(page.Now), "by its own ground's ways it was made")

	elsewhere := ask(w, "Maud Ferriter")
	assert.Equal(t, "slight", plan(w, elsewhere).Plan.Schools["flare"])

	// One sheet on that ground goes by the house's way after all: that is said, and the ground's way is not.
	usual := ask(w, "Petra Averill")
	usual.Schools = map[house.Step]string{house.StepFlare: "slight"}
	assert.Equal(t, []house.Step{house.StepFlare}, plan(w, usual).OwnSchools)
	_, err = issue(w, w.Advisor, usual)
	Fault(t, err, "schools_reason", fault.Required)
	usual.SchoolsReason = "It stands on the bank"
	number, err = issue(w, w.Advisor, usual)
	require.NoError(t, err)
	c := sheet(w, number).Content
	assert.Equal(t, map[house.Step]string{house.StepFlare: "slight"}, c.Chosen)
	require.Len(t, c.OfGround, 1)
	assert.Equal(t, house.StepMulch, c.OfGround[0].Step)
	assert.Equal(t, []string{"held-until"}, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(number)).Now))

	// The house thinks of another way: this ground's stands over it.
	touched := []int{}
	for _, each := range try(w, "school:flare", "proud").Sheets {
		touched = append(touched, each.Number)
	}
	assert.NotEmpty(t, touched, "sheets of other grounds would come out otherwise")
	assert.NotContains(t, touched, first)

	w.Deed(w.Advisor, "set-site-schools", ByID(spot.ID), chosen(w, spot, "Drained since", map[house.Step]string{house.StepFlare: "", house.StepMulch: ""}))
	assert.Equal(t, "slight", plan(w, ask(w, "Petra Averill")).Plan.Schools["flare"])
	history := Saw[ground.Page](w, "see-spot", ByID(spot.ID)).Schools
	require.Len(t, history, 4)
	for _, each := range history {
		assert.False(t, each.Holds)
		assert.Equal(t, "Bram Okonedo", each.By)
	}
	assert.Equal(t, "Drained since", history[0].Reason)
}

func TestBadSchoolsOfAGround(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	bad := func(n ground.NewSiteSchools) error { return w.Err(w.Advisor, "set-site-schools", ByID(spot.ID), n) }
	Fault(t, bad(chosen(w, spot, " ", map[house.Step]string{house.StepFlare: "proud"})), "reason", fault.Required)
	Fault(t, bad(chosen(w, spot, "x", nil)), "schools", fault.Required)
	Fault(t, bad(chosen(w, spot, "x", map[house.Step]string{house.StepFlare: "sunken"})), "schools.flare", fault.NotAChoice)
	Fault(t, bad(chosen(w, spot, "x", map[house.Step]string{"prayer": ""})), "schools.prayer", fault.NotAChoice)
	late := chosen(w, spot, "x", map[house.Step]string{house.StepFlare: "proud"})
	w.Deed(w.Advisor, "set-site-schools", ByID(spot.ID), late)
	var stale kernel.Stale
	require.ErrorAs(t, bad(late), &stale)
	assert.Len(t, stale.Current.(ground.Page).Schools, 1)
}

// A school that the house changes is told on the sheets that went out by the former one, as a changed threshold is.
func TestAChangedSchoolOfTheHouseIsToldOnASheet(t *testing.T) {
	w := Open(t)
	number, err := issue(w, w.Advisor, ask(w, "Petra Averill"))
	require.NoError(t, err)
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: "school:flare", Value: "proud", Reason: "our ground settles"})
	w.Manager = w.Who("wren")
	assert.Equal(t, []string{"held-until", "rules"}, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(number)).Now))
}
