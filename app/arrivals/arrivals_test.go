package arrivals_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/clock"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

func takeIn(w *World, d arrivals.NewDelivery) error {
	return w.Err(w.Hand, "take-in-delivery", kernel.None{}, d)
}

func TestADeliveryGetsTagsBundlesAndAClock(t *testing.T) {
	w := Open(t)
	bundles := LotOf("Hazel", stock.BareRoot, 45)
	bundles.Bundle, bundles.Size = 20, "whip"
	number := w.TakeIn(LotOf("hornbeam", stock.Container, 3), bundles)[1]
	counts := []int{}
	for _, tree := range w.TreesOf(number) {
		counts = append(counts, tree.BundleCount)
	}
	assert.Equal(t, []int{20, 20, 5}, counts)
	assert.Equal(t, 45, w.Lot(number).Count)
	found := false
	for _, u := range Saw[clock.Board](w, "see-clock", kernel.None{}).Units {
		found = found || (u.Lot == number && u.Trees == 45)
	}
	assert.True(t, found, "a bare-root lot has a clock from its arrival")

	part, err := Did[string](w, w.Hand, "split-bundle", ByTag(w.TreesOf(number)[0].Tag), arrivals.NewPart{Count: 8})
	require.NoError(t, err)
	assert.Equal(t, 8, w.Tree(part).Bundle)
	assert.Equal(t, 4, w.Tree(part).Number)
	assert.Equal(t, 45, w.Lot(number).Count, "no tree is lost or made by splitting")
	Fault(t, w.Err(w.Hand, "split-bundle", ByTag(part), arrivals.NewPart{Count: 8}), "count", fault.MustBeUnder)

	wrong := takeIn(w, arrivals.NewDelivery{Lots: []arrivals.NewLot{LotOf("Hornbeem", stock.Container, 2)}})
	Fault(t, wrong, "grower", fault.Required)
	Fault(t, wrong, "lots.0.kind", fault.UnknownKind)
	later := Ten.Add(2 * time.Hour).Format(time.RFC3339)
	Fault(t, takeIn(w, arrivals.NewDelivery{Came: arrivals.Came{Grower: "X", ArrivedAt: later}, Lots: []arrivals.NewLot{LotOf("Yew", stock.Container, 2)}}), "arrived_at", fault.AtMost)
}

// A layer and a tree lifted in a garden keep to their form; whatever stands on a rootstock is grafted.
func TestWhereALotComesFrom(t *testing.T) {
	w := Open(t)
	from := arrivals.Came{Grower: "Marrow Hill Growers"}
	wrong := LotOf("Quince", stock.Container, 2)
	wrong.Origin = stock.Layer
	Fault(t, takeIn(w, arrivals.NewDelivery{Came: from, Lots: []arrivals.NewLot{wrong}}), "lots.0.origin", fault.NotAChoice)
	right := LotOf("Quince", stock.BareRoot, 2)
	right.Origin, right.Size, right.Cultivar, right.Rootstock, right.Propagation = stock.Layer, "whip", " Quarry Lantern ", "QW 2", "layer"
	number := w.TakeIn(right)[0]
	lot := w.Lot(number)
	assert.Equal(t, []any{"Quarry Lantern", "QW 2", stock.PropagationLayer, true}, []any{lot.Cultivar, lot.Rootstock, lot.Propagation, lot.IsGrafted()})
	tree := w.Tree(w.TreesOf(number)[0].Tag)
	assert.Equal(t, stock.Layer, tree.Subject.Origin)
	assert.Equal(t, "Quince ‘Quarry Lantern’", tree.Lot.Called(tree.Lot.Common))
	long := right
	long.Cultivar = strings.Repeat("é", 81)
	Fault(t, takeIn(w, arrivals.NewDelivery{Came: from, Lots: []arrivals.NewLot{long}}), "lots.0.cultivar", fault.TooLong)
}

// open keeps a note as a person's browser sends it.
func open(w *World, content []byte) (string, error) {
	var id string
	err := w.Do(context.Background(), w.Hand, func(tx *kernel.Tx) (err error) {
		id, err = arrivals.OpenNote(tx, "spring.csv", content)
		return err
	})
	return id, err
}

func preview(w *World, id string) arrivals.Preview {
	return Saw[arrivals.Preview](w, "see-note", ByID(id))
}

func TestANoteIsReadInOnceAndGoesOnWhereItStopped(t *testing.T) {
	w := Open(t)
	var text strings.Builder
	text.WriteString("plant;form;litres;count\n")
	for i := range 600 {
		kind := "Hornbeam"
		if i%100 == 7 {
			kind = "Hornbean"
		}
		fmt.Fprintf(&text, "%s;pot;12,5;2\n", kind)
	}
	id, err := open(w, []byte(text.String()))
	require.NoError(t, err)
	p := preview(w, id)
	assert.Equal(t, []int{600, 594, 1188, 6}, []int{p.Total, p.Sound, p.Trees, p.Faults})
	assert.Contains(t, p.Faulty[0].Faults[0].Message, "Hornbeam", "the nearest kind is offered")
	ask := arrivals.ReadIn{Came: arrivals.Came{Grower: "New Grower"}}
	step := func() arrivals.Progress {
		out, err := Did[arrivals.Progress](w, w.Hand, "read-in-note", ByID(id), ask)
		require.NoError(t, err)
		return out
	}
	first := step()
	assert.Equal(t, first, step(), "the same request twice changes nothing")
	for ask.From = first.Done; ask.From < first.Total; {
		now := step()
		require.Greater(t, now.Done, ask.From)
		ask.From, first.Trees = now.Done, now.Trees
	}
	assert.Equal(t, 1188, first.Trees)
	assert.Equal(t, first.Delivery, preview(w, id).Delivery)

	twice, err := open(w, []byte(text.String()))
	require.NoError(t, err)
	require.NotNil(t, preview(w, twice).Before)
	id, ask.From = twice, 0
	Refused(t, w.Err(w.Hand, "read-in-note", ByID(id), ask), "same-note")
	ask.Again = true
	require.NoError(t, w.Err(w.Hand, "read-in-note", ByID(id), ask), "somebody says that it came again")
	_, err = open(w, bytes.Repeat([]byte("a"), arrivals.NoteLimit+1))
	var said kernel.Said
	require.ErrorAs(t, err, &said)
	assert.Equal(t, "note-too-large", said.Code)
}

// A grower whom nobody knew is taken down once, though two bring their first delivery at the same moment.
func TestANewGrowerIsTakenDownOnce(t *testing.T) {
	w := Open(t)
	errs := make(chan error, 12)
	for range 12 {
		go func() {
			errs <- takeIn(w, arrivals.NewDelivery{Came: arrivals.Came{Grower: "Fallow End"}, Lots: []arrivals.NewLot{LotOf("Hornbeam", stock.Container, 2)}})
		}()
	}
	var all error
	for range 12 {
		all = errors.Join(all, <-errs)
	}
	require.NoError(t, all)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		list, err := kernel.Many[yard.Grower](tx, "name", "name = ?", "Fallow End")
		assert.Len(t, list, 1)
		return err
	}))
}
