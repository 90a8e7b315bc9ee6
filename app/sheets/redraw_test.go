package sheets_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/kernel"
)

// What is redrawn of the facts on the page is what is read from the records again, for every choice of every school.
func TestARedrawnPlanIsThePlan(t *testing.T) {
	w := Open(t)
	ask := ask(w, "Petra Averill").PlanAsk
	page, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, ask)
	require.NoError(t, err)
	for _, each := range rules.AllSchools() {
		for _, choice := range each.Choices {
			ask.Schools = map[rules.Step]string{each.Step: choice}
			read, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, ask)
			require.NoError(t, err)
			drawn, err := Did[sheets.Redrawn](w, w.Advisor, "redraw-plan", kernel.None{}, sheets.Redraw{PlantingOn: ask.PlantingOn, Input: page.Input, Schools: ask.Schools})
			require.NoError(t, err)
			same := func(a, b any) {
				x, err := json.Marshal(a)
				require.NoError(t, err)
				y, err := json.Marshal(b)
				require.NoError(t, err)
				assert.JSONEq(t, string(x), string(y), "%s %s", each.Step, choice)
			}
			same(read.Plan, drawn.Plan)
			same(read.Words.DayWords, drawn.Words)
		}
	}
	_, err = Did[sheets.Redrawn](w, w.Advisor, "redraw-plan", kernel.None{}, sheets.Redraw{PlantingOn: ask.PlantingOn, Input: page.Input, Schools: map[rules.Step]string{rules.StepFlare: "deep"}})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("schools.flare"))
	broken := page.Input
	broken.Tree.BallHeightMM = -1
	_, err = Did[sheets.Redrawn](w, w.Advisor, "redraw-plan", kernel.None{}, sheets.Redraw{PlantingOn: ask.PlantingOn, Input: broken})
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("input.tree.ball_height_mm"), "%v", l)
}
