package growers_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/growers"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
)

func send(w *World, lot int, n growers.NewNote) (int, error) {
	return Did[int](w, w.Manager, "send-grower-note", ByNumber(lot), n)
}

func note(w *World, number int) growers.Note {
	var n growers.Note
	require.NoError(w.T, w.Tx(func(tx *kernel.Tx) (err error) {
		n, err = kernel.One[growers.Note](tx, "number = ?", number)
		return err
	}))
	return n
}

func TestANoteToTheGrowerSendsBackAndIsAnswered(t *testing.T) {
	w := Open(t)
	lot := w.TakeIn(LotOf("Hornbeam", stock.Container, 6))[0]
	ask := growers.NewNote{Version: 1, Asked: "credit", Message: "soft", Language: "en-US", Units: "metric"}
	_, err := send(w, lot, ask)
	Refused(t, err, "nothing-found")
	for i, tree := range w.TreesOf(lot)[:3] {
		if i == 0 {
			w.SaveLook(tree.Tag, Rotten())
		} else {
			w.SaveLook(tree.Tag, SoundLook())
		}
	}
	number, err := send(w, lot, ask)
	require.NoError(t, err)
	n := note(w, number)
	assert.Equal(t, []int{3, 1, 1}, []int{n.Content.Checked, n.Content.Faulty, n.Content.Returned})
	assert.Contains(t, n.Content.Findings[0].Codes, "roots.root-rot")
	assert.Equal(t, stock.SentBack, w.Lot(lot).Trees[0].State)
	_, err = send(w, lot, ask)
	assert.ErrorAs(t, err, &kernel.Stale{}, "whoever saw the lot as it was before the note sends none")
	answer := func(a string) error {
		return w.Err(w.Manager, "answer-grower-note", ByNumber(number), growers.Answer{Version: 1, Answer: growers.Answered(a)})
	}
	require.NoError(t, answer("agreed"))
	assert.EqualValues(t, "agreed", note(w, number).Answer)
	var stale kernel.Stale
	require.ErrorAs(t, answer("refused"), &stale)
	assert.EqualValues(t, "agreed", stale.Current.(growers.NotePage).Answer)
	for _, g := range Saw[growers.All](w, "list-growers", kernel.None{}).Growers {
		low, high := sampling.Interval(g.Faulty.Found, g.Faulty.Checked)
		assert.InDelta(t, low, g.Faulty.Low, 1e-12)
		assert.InDelta(t, high, g.Faulty.High, 1e-12)
		inSeasons := 0
		for _, s := range g.Seasons {
			inSeasons += s.Checked
		}
		assert.Equal(t, g.Faulty.Checked, inSeasons)
	}
}

// A note to a grower can be read before it is sent: the draft says what the note will, and nothing happens.
func TestANoteIsDraftedBeforeItIsSent(t *testing.T) {
	w := Open(t)
	tag := w.TreeIn(stock.Unchecked).Tag
	lot := w.SaveLook(tag, Rotten()).Lot.Number
	ask := growers.NewNote{Version: w.Lot(lot).Version, Asked: "replace", Message: " soft on opening ", Language: "en-GB", Units: "metric"}
	draft, err := Did[growers.NotePage](w, w.Manager, "draft-grower-note", ByNumber(lot), ask)
	require.NoError(t, err)
	assert.Zero(t, draft.Number)
	assert.Equal(t, "soft on opening", draft.Content.Message)
	assert.Equal(t, 1, draft.Content.Returned)
	found := false
	for _, f := range draft.Content.Findings {
		found = found || f.Tag == tag
	}
	assert.True(t, found)
	assert.Equal(t, stock.Apart, w.Tree(tag).State, "nothing went back")
	number, err := send(w, lot, ask)
	require.NoError(t, err)
	assert.Equal(t, draft.Content, note(w, number).Content, "the note says what its draft said")
}
