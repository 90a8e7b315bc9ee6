package clock_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/clock"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// undo takes the last touch of a lot back.
func undo(w *World, who kernel.Who, lot int, reason string) error {
	stages := unit(w, lot, "").Stages
	return w.Err(who, "undo-stage", ByID(stages[len(stages)-1].ID), clock.Undo{Reason: reason})
}

// mixed is gel that has set, for a lot.
func mixed(w *World, lot int) string {
	mix := clock.NewDip{Lot: lot, Size: "whip", Trees: 10, WastePct: 10, PacketG: 1500, PacketWaterL: 190, VatL: 25}
	p, err := Did[clock.DipPlan](w, w.Hand, "plan-dip", kernel.None{}, mix)
	require.NoError(w.T, err)
	mix.WeighedG = p.Result.PowderPerBatch
	w.Deed(w.Hand, "mix-dip", kernel.None{}, mix)
	return unit(w, lot, "").Dip.ID
}

// What was entered as dipped and was not: the touch and the gel are one fact, and come back together.
func TestADipTakenBackStandsTheGelThereAgain(t *testing.T) {
	w := Open(t)
	lot := bareLot(w, base, 10)
	gel := mixed(w, lot)
	w.At(base.Add(time.Hour))
	before := unit(w, lot, "").Now.Cover
	w.Deed(w.Hand, "dip", ByID(gel), kernel.None{})
	require.Equal(t, stock.GelBag, unit(w, lot, "").Now.Cover)
	require.Nil(t, unit(w, lot, "").Dip)

	Refused(t, undo(w, w.Manager, lot, ""), "stage-of-another")
	require.Nil(t, unit(w, lot, "").Dip, "what is refused changes nothing")
	require.NoError(t, undo(w, w.Hand, lot, ""))
	u := unit(w, lot, "")
	assert.Equal(t, before, u.Now.Cover)
	require.NotNil(t, u.Dip)
	assert.Equal(t, gel, u.Dip.ID)

	// Thrown away by a wrong touch: it stands there still, until more was mixed.
	w.Deed(w.Hand, "throw-gel-away", ByID(gel), nil)
	require.NotNil(t, unit(w, lot, "").Thrown)
	assert.Equal(t, w.Hand.Name, unit(w, lot, "").Thrown.By)
	w.Deed(w.Hand, "keep-gel", ByID(gel), kernel.None{})
	u = unit(w, lot, "")
	assert.Nil(t, u.Thrown)
	require.NotNil(t, u.Dip)
	w.Deed(w.Hand, "dip", ByID(gel), kernel.None{})
	Refused(t, w.Err(w.Hand, "dip", ByID(gel), kernel.None{}), "dipped")

	second := mixed(w, lot)
	Refused(t, undo(w, w.Hand, lot, ""), "gel-mixed")
	assert.Equal(t, stock.GelBag, unit(w, lot, "").Now.Cover, "refused whole")
	w.Deed(w.Hand, "throw-gel-away", ByID(second), nil)
	require.NoError(t, undo(w, w.Hand, lot, ""))
	assert.Equal(t, gel, unit(w, lot, "").Dip.ID)
	Refused(t, w.Err(w.Hand, "keep-gel", ByID(second), kernel.None{}), "gel-mixed")
	w.Deed(w.Hand, "throw-gel-away", ByID(gel), nil)
	w.At(base.Add(26 * time.Hour))
	assert.Nil(t, unit(w, lot, "").Thrown, "it is offered for an hour")
}

// A soak of bare roots and its touches are one fact, whichever of them is taken back.
func TestASoakFollowsItsTouches(t *testing.T) {
	w := Open(t)
	lot := bareLot(w, base, 10)
	w.At(base.Add(time.Hour))
	before := unit(w, lot, "").Now.Cover
	w.Deed(w.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Lot: lot, Water: yard.Clean})
	require.NoError(t, undo(w, w.Hand, lot, ""))
	assert.Empty(t, soaks(w), "the touch taken back, it never stood in water")
	assert.Equal(t, before, unit(w, lot, "").Now.Cover)

	w.Deed(w.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Lot: lot, Water: yard.Clean})
	first := soaks(w)[0]
	w.Deed(w.Hand, "undo-soak", ByID(first.ID), clock.Undo{})
	assert.Empty(t, soaks(w))
	assert.Equal(t, before, unit(w, lot, "").Now.Cover, "the soak taken back, its touch is")

	w.Deed(w.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Lot: lot, Water: yard.Clean})
	soak := soaks(w)[0]
	w.At(base.Add(2 * time.Hour))
	keep(w, clock.NewStage{Lot: lot, Cover: stock.DampPacking})
	assert.Empty(t, soaks(w), "kept otherwise, it stands in water no more")
	out := Saw[clock.Soaks](w, "list-soaks", kernel.None{}).Out
	require.Len(t, out, 1)
	assert.Equal(t, w.Hand.Name, out[0].By)
	require.NoError(t, undo(w, w.Hand, lot, ""))
	require.Len(t, soaks(w), 1)
	assert.Equal(t, soak.EndsAt, soaks(w)[0].EndsAt, "from when it went in")
	assert.Equal(t, stock.WaterBucket, unit(w, lot, "").Now.Cover)

	w.Deed(w.Hand, "end-soak", ByID(soak.ID), clock.OutOfWater{Cover: stock.WetCloth})
	w.Deed(w.Hand, "undo-soak", ByID(soak.ID), clock.Undo{})
	require.Len(t, soaks(w), 1)
	assert.Equal(t, stock.WaterBucket, unit(w, lot, "").Now.Cover)
}

// A pot has no clock: its soak is taken back by itself, by whom a touch may be.
func TestTheSoakOfAPotIsTakenBack(t *testing.T) {
	w := Open(t)
	w.At(base)
	tag := w.TreeIn(stock.Unchecked).Tag
	begin := func() string {
		w.Deed(w.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Tag: tag, Water: yard.Clean})
		return soaks(w)[0].ID
	}
	id := begin()
	Refused(t, w.Err(w.Manager, "undo-soak", ByID(id), clock.Undo{}), "stage-of-another")
	w.Deed(w.Manager, "undo-soak", ByID(id), clock.Undo{Reason: "another tree"})
	assert.Empty(t, soaks(w))
	ring(w)

	id = begin()
	w.Deed(w.Hand, "end-soak", ByID(id), clock.OutOfWater{})
	again := begin()
	Refused(t, w.Err(w.Hand, "undo-soak", ByID(id), clock.Undo{}), "in-water")
	w.Deed(w.Hand, "undo-soak", ByID(again), clock.Undo{})
	w.Deed(w.Hand, "undo-soak", ByID(id), clock.Undo{})
	require.Len(t, soaks(w), 1)
	w.At(base.Add(4*time.Hour + time.Minute))
	ring(w)
	Refused(t, w.Err(w.Hand, "undo-soak", ByID(id), clock.Undo{}), "stage-of-another")
	assert.Equal(t, 1, told(w, w.Hand, "soak-over"), "those that were taken back warn nobody")
}
