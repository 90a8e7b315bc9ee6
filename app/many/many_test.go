package many_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/many"
	"sedum/app/work"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

func tagsOf(w *World, lot int) (tags []string) {
	for _, t := range w.TreesOf(lot) {
		tags = append(tags, t.Tag)
	}
	return tags
}

func do(w *World, who kernel.Who, c many.Change) (many.Done, error) {
	if err := w.Err(who, "change-many", kernel.None{}, c); err != nil {
		return many.Done{}, err
	}
	return Saw[many.List](w, "list-many", kernel.None{}).Deeds[0], nil
}

// Twelve trees are held with one reason and put back with one undo; what somebody touched meanwhile stays as they left it, and is told.
func TestManyAreHeldAndPutBack(t *testing.T) {
	w := Open(t)
	tags := tagsOf(w, w.TakeIn(LotOf("Hornbeam", stock.Container, 12))[0])
	w.SaveLook(tags[0], SoundLook())
	done, err := do(w, w.Hand, many.Change{Tags: append(tags, tags[3], "not a tag"), Deed: stock.HoldMany, Reason: "hail last night", Until: "2026-12-04"})
	require.NoError(t, err)
	assert.Equal(t, 12, done.Count, "each once")
	for _, tag := range tags {
		tree := w.Tree(tag)
		assert.Equal(t, stock.Held, tree.State, tag)
		assert.Equal(t, "2026-12-04", *tree.DueOn)
		require.NotNil(t, tree.Said)
		assert.Equal(t, []string{"hail last night", w.Hand.Name}, []string{tree.Said.Note, tree.Said.By})
	}
	waiting := map[string][]string{}
	for _, h := range Saw[work.List](w, "see-work", kernel.None{}).Held {
		waiting[h.Tag] = h.Reasons
	}
	for _, tag := range tags {
		assert.Equal(t, []string{"hail last night (" + w.Hand.Name + ")"}, waiting[tag], "looked at or not")
	}
	w.SaveLook(tags[1], SoundLook()) // somebody looks at one, and it is for sale
	Refused(t, w.Err(w.Hand, "change-many", kernel.None{}, many.Change{Tags: []string{"nothing"}, Deed: stock.MoveMany, Place: "shade", Reason: "sun"}), "none-of-many")
	assert.ErrorIs(t, w.Err(w.Who("bram"), "undo-many", ByID(done.ID), kernel.None{}), kernel.ErrNotAllowed, "another's deed is a manager's to undo")
	w.Deed(w.Hand, "undo-many", ByID(done.ID), kernel.None{})
	w.Deed(w.Hand, "undo-many", ByID(done.ID), kernel.None{}) // said again
	assert.Equal(t, stock.ForSale, w.Tree(tags[0]).State, "as it stood")
	assert.Equal(t, stock.ForSale, w.Tree(tags[1]).State, "as the look left it")
	for _, tag := range tags[2:] {
		assert.Equal(t, stock.Unchecked, w.Tree(tag).State)
		assert.Nil(t, w.Tree(tag).DueOn)
		assert.Nil(t, w.Tree(tag).Said, "held no more, and not for that reason")
	}
	assert.Nil(t, w.Tree(tags[1]).Said)
	assert.True(t, Saw[many.List](w, "list-many", kernel.None{}).Deeds[0].Undone)
}

func TestManyAreMovedAndFoundThere(t *testing.T) {
	w := Open(t)
	tags := tagsOf(w, w.TakeIn(LotOf("Hornbeam", stock.Container, 3))[0])
	for _, place := range []string{"shade house", "row 4"} {
		_, err := do(w, w.Hand, many.Change{Tags: tags, Deed: stock.MoveMany, Reason: "sun", Place: place})
		require.NoError(t, err)
	}
	assert.Equal(t, "row 4", w.Tree(tags[0]).Place)
	newest := Saw[many.List](w, "list-many", kernel.None{}).Deeds[0]
	w.Deed(w.Manager, "undo-many", ByID(newest.ID), kernel.None{})
	assert.Equal(t, "shade house", w.Tree(tags[0]).Place)
}

// A loss is said by those of the counter; a promised tree is left to its sheet, and what is lost comes back by the undo.
func TestManyAreLost(t *testing.T) {
	w := Open(t)
	tags := append(tagsOf(w, w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0]), w.TreeIn(stock.Reserved).Tag, w.TreeIn(stock.Sold).Tag)
	lose := many.Change{Tags: tags, Deed: stock.LoseMany, Reason: "blown over and gone"}
	assert.ErrorIs(t, w.Err(w.Hand, "change-many", kernel.None{}, lose), kernel.ErrNotAllowed)
	w.Deed(w.Advisor, "change-many", kernel.None{}, lose)
	assert.Equal(t, stock.Lost, w.Tree(tags[0]).State)
	assert.Equal(t, stock.Reserved, w.Tree(tags[2]).State)
	assert.Equal(t, stock.Sold, w.Tree(tags[3]).State)
	newest := Saw[many.List](w, "list-many", kernel.None{}).Deeds[0]
	assert.Equal(t, 2, newest.Count)
	w.Deed(w.Manager, "undo-many", ByID(newest.ID), kernel.None{})
	assert.Equal(t, stock.Unchecked, w.Tree(tags[1]).State)
}

func TestWhatADeedOnManyNeeds(t *testing.T) {
	w := Open(t)
	tags := tagsOf(w, w.TakeIn(LotOf("Hornbeam", stock.Container, 1))[0])
	for field, c := range map[string]many.Change{
		"reason": {Tags: tags, Deed: stock.MoveMany, Place: "row 2"},
		"place":  {Tags: tags, Deed: stock.MoveMany, Reason: "sun"},
		"until":  {Tags: tags, Deed: stock.HoldMany, Reason: "hail", Until: "2026-11-24"},
	} {
		var l fault.List
		require.ErrorAs(t, w.Err(w.Hand, "change-many", kernel.None{}, c), &l, field)
		assert.True(t, l.Has(field), field)
	}
}

// Whatever a yard hand does to many trees, and undoes, in whatever order with looks between: no tree that was not for sale by its own
// newest look is for sale, and what stands apart stays apart.
func TestNoSequenceOfManySellsATree(t *testing.T) {
	w := Open(t)
	tags := tagsOf(w, w.TakeIn(LotOf("Hornbeam", stock.Container, 8))[0])
	sound, apart := map[string]bool{}, map[string]bool{}
	var deeds []string
	for range Times(60, 1500) {
		some := tags[rand.IntN(4):]
		switch rand.IntN(4) {
		case 0:
			tag := tags[rand.IntN(len(tags))]
			if apart[tag] {
				continue
			}
			if sound[tag] = rand.IntN(3) > 0; sound[tag] {
				w.SaveLook(tag, SoundLook())
			} else {
				w.SaveLook(tag, Rotten())
				apart[tag] = true
			}
		case 1:
			if err := w.Err(w.Hand, "change-many", kernel.None{}, many.Change{Tags: some, Deed: stock.HoldMany, Reason: "hail", Until: "2027-02-01"}); err == nil {
				deeds = append(deeds, Saw[many.List](w, "list-many", kernel.None{}).Deeds[0].ID)
			}
		case 2:
			w.Deed(w.Hand, "change-many", kernel.None{}, many.Change{Tags: some, Deed: stock.MoveMany, Reason: "sun", Place: "shade"})
		default:
			if len(deeds) > 0 {
				w.Deed(w.Hand, "undo-many", ByID(deeds[rand.IntN(len(deeds))]), kernel.None{})
			}
		}
		for _, tag := range tags {
			state := w.Tree(tag).State
			require.False(t, state == stock.ForSale && !sound[tag], tag)
			require.Equal(t, apart[tag], state == stock.Apart, tag)
		}
	}
}

// What was held by somebody's word and then lost by mistake is held again for the first reason.
func TestAWordHoldsAgainWhenALaterOneIsUndone(t *testing.T) {
	w := Open(t)
	tags := tagsOf(w, w.TakeIn(LotOf("Hornbeam", stock.Container, 2))[0])
	_, err := do(w, w.Hand, many.Change{Tags: tags, Deed: stock.HoldMany, Reason: "hail last night", Until: "2026-12-04"})
	require.NoError(t, err)
	lost, err := do(w, w.Manager, many.Change{Tags: tags, Deed: stock.LoseMany, Reason: "not found"})
	require.NoError(t, err)
	assert.Equal(t, "not found", w.Tree(tags[0]).Said.Note)
	w.Deed(w.Manager, "undo-many", ByID(lost.ID), kernel.None{})
	said := w.Tree(tags[0]).Said
	require.NotNil(t, said)
	assert.Equal(t, []string{"hail last night", w.Hand.Name}, []string{said.Note, said.By})
	assert.Equal(t, "2026-12-04", *w.Tree(tags[0]).DueOn)
}
