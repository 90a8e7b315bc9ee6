package week_test

import (
	"context"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/dates"
	"sedum/app/planted"
	"sedum/app/week"
	"sedum/demo"
	"sedum/kernel"
)

func parts(w *World, who kernel.Who) map[week.Section]week.Part {
	board, err := Did[week.Board](w, who, "see-week", kernel.None{}, kernel.None{})
	require.NoError(w.T, err)
	out := map[week.Section]week.Part{}
	for _, p := range board.Parts {
		out[p.Section] = p
		assert.LessOrEqual(w.T, len(p.Lines), 40)
	}
	return out
}

func says(p week.Part) string {
	out := []string{}
	for _, l := range p.Lines {
		out = append(out, l.On+" "+l.Text+" "+l.Note+" "+l.To)
	}
	return strings.Join(out, "\n")
}

// The week follows the facts: what is due stands in it by its day, what was done is gone, and what nobody said is asked for.
func TestTheWeekFollowsTheFacts(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	trees := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees
	before := parts(w, w.Advisor)
	assert.Positive(t, before["check"].Count)
	assert.Contains(t, says(before["check"]), "/lots/")

	// A date of the house's own that falls into the week stands in the calendars of all living trees, once the night has read them.
	living := 0
	for _, tree := range trees {
		if tree.EndedOn == nil {
			living++
		}
	}
	day := Ten.AddDate(0, 0, 3).YearDay()
	w.Deed(w.Manager, "add-house-date", kernel.None{}, dates.NewOwn{Text: "Rinse the salt off", Day: &day, Years: 10, Reason: "they salt the lane"})
	w.Job("care-soon")
	care := parts(w, w.Advisor)["care"]
	assert.Equal(t, before["care"].Count+living, care.Count)
	assert.Contains(t, says(care), "Rinse the salt off")
	own := Saw[dates.OwnLines](w, "list-house-dates", kernel.None{}).Dates[0].ID
	w.Deed(w.Manager, "drop-house-date", ByID(own), kernel.None{})
	w.Job("care-soon")
	assert.Equal(t, before["care"].Count, parts(w, w.Advisor)["care"].Count, "dropped, it is asked of nobody")

	// A claim waits two weeks before anybody is told that it does.
	w.Deed(w.Advisor, "open-claim", ByID(trees[0].ID), claims.NewClaim{AskedOn: Ten.AddDate(0, 0, -20).Format(time.DateOnly), Said: "it looks poor"})
	assert.Contains(t, says(parts(w, w.Advisor)["missing"]), "waited over two weeks")
	assert.NotContains(t, says(parts(w, w.Hand)["missing"]), "waited", "a claim is not the yard's")
	w.Deed(w.Manager, "decide-claim", ByNumber(1), claims.Decided{Answer: "refused", Reason: "x", Letter: "x", Version: 1})
	assert.NotContains(t, says(parts(w, w.Advisor)["missing"]), "waited over")

	// Whoever works in the yard sees what to do, and not who lives there.
	for _, p := range parts(w, w.Hand) {
		for _, tree := range trees {
			assert.NotContains(t, says(p), tree.Customer)
		}
	}
}
