package amounts_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/amounts"
	. "sedum/app/apptest"
	"sedum/app/planted"
	"sedum/core/fault"
	"sedum/core/order"
	"sedum/demo"
	"sedum/kernel"
)

func page(w *World, id string) map[order.Counted]amounts.Line {
	out := map[order.Counted]amounts.Line{}
	for _, l := range Saw[amounts.Page](w, "see-amounts", ByID(id)).Lines {
		out[l.Counted] = l
	}
	return out
}

func told(pairs ...amounts.One) amounts.Told { return amounts.Told{Amounts: pairs} }

// What was counted stands beside its plan; what nobody counted stays unknown, and a figure changes with a reason only.
func TestWhatAPlantingTook(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	trees := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees
	id := trees[0].ID
	before := page(w, id)
	require.NotNil(t, before["mulch"].Planned)
	require.NotNil(t, before["hour"].Planned)
	assert.Nil(t, before["mulch"].Used, "a plan is no measurement")
	hand := w.Hand
	w.Deed(hand, "record-amounts", ByID(id), told(amounts.One{Counted: "mulch", Amount: Ptr(90.0)}, amounts.One{Counted: "gypsum", Amount: Ptr(2.5)}))
	after := page(w, id)
	assert.InDelta(t, 90, *after["mulch"].Used, 0)
	assert.Equal(t, before["mulch"].Planned, after["mulch"].Planned)
	assert.Nil(t, after["first-water"].Used)
	Fault(t, w.Err(hand, "record-amounts", ByID(id), told(amounts.One{Counted: "mulch", Amount: Ptr(80.0)})), "reason", fault.Required)
	Fault(t, w.Err(hand, "record-amounts", ByID(id), told(amounts.One{Counted: "mulch", Amount: Ptr(80.0)}, amounts.One{Counted: "mulch", Amount: Ptr(70.0)})), "amounts.1.counted", fault.SaidTwice)
	assert.InDelta(t, 90, *page(w, id)["mulch"].Used, 0, "nothing of a refused deed stays")
	w.Deed(hand, "record-amounts", ByID(id), amounts.Told{Amounts: []amounts.One{{Counted: "mulch", Amount: Ptr(80.0)}, {Counted: "gypsum"}}, Reason: "read the wrong bag"})
	assert.InDelta(t, 80, *page(w, id)["mulch"].Used, 0)
	assert.Nil(t, page(w, id)["gypsum"].Used, "taken back it is unknown again, and not none")

	// Compared over all: each by its own plan.
	planned, used := 0.0, 0.0
	for i, tree := range trees {
		amount := float64(50 + 10*i)
		w.Deed(hand, "record-amounts", ByID(tree.ID), amounts.Told{Amounts: []amounts.One{{Counted: "mulch", Amount: &amount}}, Reason: "counted again"})
		planned += *page(w, tree.ID)["mulch"].Planned
		used += amount
	}
	all := Saw[amounts.All](w, "compare-amounts", struct {
		From string `query:"from" doc:"the first day of planting; empty for all"`
	}{})
	require.Len(t, all.Lines, 1)
	assert.Equal(t, len(trees), all.Lines[0].Trees)
	assert.InDelta(t, used/planned, *all.Lines[0].Times, 0.02)
	assert.ErrorIs(t, w.Err(hand, "record-amounts", ByID("nowhere"), told(amounts.One{Counted: "mulch", Amount: Ptr(1.0)})), kernel.ErrMissing)
}
