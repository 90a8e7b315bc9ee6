package sheets_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/kernel"
)

// Who says that the base was dug over and not how deep is asked, and no sheet goes out as if nobody had dug there.
func TestALooseBaseAsksHowDeep(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	i.Base = "loose"
	page, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err)
	assert.Equal(t, []string{"loosened_mm"}, page.Open)
	_, err = issue(w, w.Advisor, i)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.True(t, l.Has("loosened_mm"))
	i.LoosenedMM = 60
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Positive(t, sheet(w, number).Content.Plan.Hole.SettleMM)
}
