package refusals_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/planted"
	"sedum/app/refusals"
	"sedum/app/sheets"
	"sedum/app/troubles"
	"sedum/core/fault"
	"sedum/core/guarantee"
	"sedum/demo"
	"sedum/kernel"
)

var today = Ten.Format(time.DateOnly)

func listed(w *World, spot string) refusals.Page {
	return Saw[refusals.Page](w, "list-refusals", refusals.Ask{Spot: spot, Limit: 100})
}

// What was refused speaks in a claim by what the tree died of, and by nothing else.
func TestARefusalSpeaksOnlyWhereItBearsOnTheCause(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	var line planted.Line
	for _, each := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if each.EndedOn != nil {
			line = each
		}
	}
	require.NotEmpty(t, line.ID)
	spot := ""
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		s, err := kernel.One[sheets.Sheet](tx, "number = ?", line.Number)
		spot = s.SpotID
		return err
	}))
	refuse := func(advice guarantee.Advice, sheet int) {
		w.Deed(w.Advisor, "refuse-advice", ByID(spot), refusals.NewRefusal{Sheet: sheet, Advice: advice, Advised: "do it", Reason: "too much work", RefusedOn: today})
	}
	refuse("water", line.Number)
	refuse("depth", 0)
	w.Deed(w.Advisor, "open-claim", ByID(line.ID), claims.NewClaim{AskedOn: today, Said: "it died"})
	sides := func() map[guarantee.Code]guarantee.Side {
		out := map[guarantee.Code]guarantee.Side{}
		for _, each := range Saw[claims.Page](w, "see-claim", ByNumber(1)).Points {
			out[each.Code] = each.Side
		}
		return out
	}
	assert.Equal(t, guarantee.Open, sides()["refused-open"], "nobody knows of what it died")
	assert.NotContains(t, sides(), guarantee.Code("refused"))
	w.Deed(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: troubles.Signs{PlantedID: line.ID, Unheard: []string{}, Seen: map[string]string{"flare": "straight"}}})
	w.Deed(w.Advisor, "decide-trouble", ByNumber(2), troubles.Decided{Cause: "circling-roots", Version: 1})
	assert.NotContains(t, sides(), guarantee.Code("refused"), "neither bears on circling roots")
	assert.NotContains(t, sides(), guarantee.Code("refused-open"))
	w.Deed(w.Advisor, "decide-trouble", ByNumber(2), troubles.Decided{Cause: "planted-deep", Version: 2})
	assert.Equal(t, guarantee.Against, sides()["refused"])
	assert.Len(t, Saw[claims.Page](w, "see-claim", ByNumber(1)).Refused, 2)

	page := listed(w, "")
	assert.Equal(t, []refusals.Count{{Advice: "depth", Times: 1}, {Advice: "water", Times: 1}}, page.Counts)
	assert.Equal(t, "too much work", page.Refusals[0].Reason)
	for _, r := range page.Refusals {
		if r.Advice == "depth" {
			w.Deed(w.Advisor, "take-back-refusal", ByID(r.ID), refusals.Because{Reason: "another customer"})
		}
	}
	assert.NotContains(t, sides(), guarantee.Code("refused"), "what was taken back speaks no more")
	assert.Len(t, listed(w, spot).Refusals, 1)
}

func TestARefusalNamesWhatIsMissing(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill").ID
	n := refusals.NewRefusal{Advice: "mulch", Advised: "75 mm of chips", Reason: "it looks untidy", RefusedOn: today}
	for field, wrong := range map[string]func(*refusals.NewRefusal){
		"advised": func(n *refusals.NewRefusal) { n.Advised = "  " }, "reason": func(n *refusals.NewRefusal) { n.Reason = "" },
		"refused_on": func(n *refusals.NewRefusal) { n.RefusedOn = "2031-01-01" }, "sheet": func(n *refusals.NewRefusal) { n.Sheet = 999 }} {
		bad := n
		wrong(&bad)
		err := w.Err(w.Advisor, "refuse-advice", ByID(spot), bad)
		var list fault.List
		require.ErrorAs(t, err, &list, field)
		assert.Equal(t, field, list[0].Field)
	}
	assert.Empty(t, listed(w, spot).Refusals)
	assert.ErrorIs(t, w.Err(w.Advisor, "refuse-advice", ByID("nowhere"), n), kernel.ErrMissing)
	w.Deed(w.Advisor, "refuse-advice", ByID(spot), n)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error { return refusals.Forget(tx, []string{spot}) }))
	kept := listed(w, spot)
	require.Len(t, kept.Refusals, 1, "that it was refused stays")
	assert.Empty(t, kept.Refusals[0].Reason)
	assert.Empty(t, kept.Refusals[0].Advised)
}
