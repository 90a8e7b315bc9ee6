package arrivals_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/clock"
	"sedum/app/mending"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

func newest(w *World) arrivals.Delivery {
	return Saw[arrivals.Deliveries](w, "list-deliveries", kernel.None{}).Deliveries[0]
}

func clockOf(w *World, lot int) clock.Unit {
	for _, u := range Saw[clock.Board](w, "see-clock", kernel.None{}).Units {
		if u.Lot == lot {
			return u
		}
	}
	return clock.Unit{}
}

// A delivery that was entered by mistake is taken back while nobody has acted on it: its trees are in no list and no clock, and who, when
// and why stay.
func TestADeliveryIsTakenBack(t *testing.T) {
	w := Open(t)
	lot := w.TakeIn(LotOf("Hazel", stock.BareRoot, 4))[0]
	d := newest(w)
	number := ByNumber(d.Number)
	Fault(t, w.Err(w.Hand, "take-back-delivery", number, arrivals.TakenBack{}), "reason", fault.Required)
	require.ErrorIs(t, w.Err(w.Advisor, "take-back-delivery", number, arrivals.TakenBack{Reason: "not mine"}), kernel.ErrNotAllowed)
	assert.NotZero(t, clockOf(w, lot).Lot)
	w.Deed(w.Hand, "take-back-delivery", number, arrivals.TakenBack{Reason: "the neighbour's truck"})
	for _, tree := range w.TreesOf(lot) {
		assert.Equal(t, stock.Lost, tree.State)
	}
	assert.Zero(t, clockOf(w, lot).Lot)
	assert.NotNil(t, newest(w).TakenBackAt)
	kept := Saw[mending.Record](w, "see-mendings", mending.Ask{What: mending.Delivery, ID: d.ID})
	require.Len(t, kept.Mendings, 1)
	assert.Equal(t, "the neighbour's truck", kept.Mendings[0].Reason)
	Refused(t, w.Err(w.Hand, "take-back-delivery", number, arrivals.TakenBack{Reason: "twice"}), "taken-back")

	touched := w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0]
	w.SaveLook(w.TreesOf(touched)[0].Tag, SoundLook())
	Refused(t, w.Err(w.Manager, "take-back-delivery", ByNumber(newest(w).Number), arrivals.TakenBack{Reason: "late"}), "delivery-touched")
}

// Lifted earlier than first told: the clock follows the facts; it cannot begin after what was done to the roots since.
func TestACorrectedDeliveryMovesItsClock(t *testing.T) {
	w := Open(t)
	lot := w.TakeIn(LotOf("Hazel", stock.BareRoot, 4))[0]
	d := newest(w)
	before := clockOf(w, lot).Result.UsedKPaH
	lifted := d.ArrivedAt.Add(-30 * time.Hour)
	a := arrivals.Amended{LiftedAt: lifted.Format(time.RFC3339), ArrivedAt: d.ArrivedAt.Format(time.RFC3339), Packing: "none", Reason: "the grower called"}
	w.Deed(w.Hand, "amend-delivery", ByNumber(d.Number), a)
	assert.Greater(t, clockOf(w, lot).Result.UsedKPaH, before)
	assert.WithinDuration(t, lifted, clockOf(w, lot).Stages[0].At, time.Second)
	w.At(w.Clock().Add(time.Hour))
	w.Deed(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: lot, Cover: stock.WetCloth})
	w.At(w.Clock().Add(2 * time.Hour))
	a.LiftedAt, a.ArrivedAt = w.Clock().Add(-10*time.Minute).Format(time.RFC3339), w.Clock().Format(time.RFC3339)
	Fault(t, w.Err(w.Hand, "amend-delivery", ByNumber(d.Number), a), "lifted_at", fault.AtMost)
}

// What no look was judged by is corrected at any time; the rest only while nobody has looked.
func TestALotIsCorrected(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0]
	page := w.Lot(number)
	a := arrivals.AmendedLot{Version: page.Version, Kind: "Field maple", LotFacts: page.LotFacts, Reason: "the labels say so"}
	w.Deed(w.Hand, "amend-lot", ByNumber(number), a)
	assert.Equal(t, "Field maple", w.Lot(number).Common)
	w.SaveLook(w.TreesOf(number)[0].Tag, SoundLook())
	a.Version, a.Kind = w.Lot(number).Version, "Hornbeam"
	Refused(t, w.Err(w.Hand, "amend-lot", ByNumber(number), a), "lot-looked-at")
	a.Kind, a.PriceCents, a.Cultivar = "Field maple", 9900, "Elsrijk"
	w.Deed(w.Hand, "amend-lot", ByNumber(number), a)
	assert.Equal(t, 9900, w.Lot(number).PriceCents)
	a.Version = 1
	var stale kernel.Stale
	assert.ErrorAs(t, w.Err(w.Hand, "amend-lot", ByNumber(number), a), &stale)
}

// A lost tag is replaced, more than once; every tag that a tree ever carried leads to it, for looks and work too, and to no other.
func TestALostTagIsReplaced(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0]
	first := w.TreesOf(number)[0].Tag
	Fault(t, w.Err(w.Hand, "replace-tag", ByTag(first), arrivals.Replaced{}), "reason", fault.Required)
	w.Deed(w.Hand, "replace-tag", ByTag(first), arrivals.Replaced{Reason: "torn in the wind"})
	second := w.Tree(first).Tag
	require.NotEqual(t, first, second)
	w.Deed(w.Hand, "replace-tag", ByTag(first), arrivals.Replaced{Reason: "torn again"})
	third := w.Tree(first).Tag
	assert.Equal(t, third, w.Tree(second).Tag)
	w.SaveLook(first, SoundLook())
	assert.Equal(t, stock.ForSale, w.Tree(third).State)
	assert.Equal(t, stock.Unchecked, w.TreesOf(number)[1].State)
	assert.Len(t, w.TreesOf(number), 2)
}
