package growers_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/growers"
	"sedum/app/lots"
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

// A note claims for the whole lot only what a complete look of drawn trees allows; trees that somebody chose are listed.
func TestANoteClaimsForTheLotOnlyWhatWasDrawn(t *testing.T) {
	w := Open(t)
	ask := growers.NewNote{Version: 1, Asked: "look", Language: "en-US", Units: "metric"}
	chosen := w.TakeIn(LotOf("Hornbeam", stock.Container, 12))[0]
	w.SaveLook(w.TreesOf(chosen)[0].Tag, Rotten())
	page, err := Did[growers.NotePage](w, w.Manager, "draft-grower-note", ByNumber(chosen), ask)
	require.NoError(t, err)
	assert.Zero(t, page.Content.High)
	assert.Contains(t, page.SampleText, "1 of 12 trees were looked at, 1 of them faulty")
	assert.NotContains(t, page.SampleText, "between")

	drawn := w.TakeIn(LotOf("Hornbeam", stock.Container, 12))[0]
	w.Deed(w.Hand, "draw-sample", ByNumber(drawn), lots.NewDraw{Looks: 1})
	sample := Saw[lots.Page](w, "see-lot", ByNumber(drawn)).Sample
	require.NotNil(t, sample)
	for i := 0; ; i++ {
		next := Saw[lots.Page](w, "see-lot", ByNumber(drawn)).Sample.NextTag
		if next == "" {
			break
		}
		if i == 0 {
			w.SaveLook(next, Rotten())
		} else {
			w.SaveLook(next, SoundLook())
		}
	}
	ask.Version = w.Lot(drawn).Version
	page, err = Did[growers.NotePage](w, w.Manager, "draft-grower-note", ByNumber(drawn), ask)
	require.NoError(t, err)
	require.Positive(t, page.Content.Drawn)
	assert.Equal(t, 1, page.Content.DrawnFaulty)
	assert.GreaterOrEqual(t, page.Content.Low, 1)
	assert.Contains(t, page.SampleText, "drawn by lot")
}
