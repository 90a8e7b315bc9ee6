package bench_test

import (
	"errors"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/work"
	"sedum/app/yard"
	"sedum/core/rules"
	"sedum/core/stock"
	coreyard "sedum/core/yard"
	"sedum/kernel"
)

func move(w *World, who kernel.Who, tag string, m bench.Move) error {
	return w.Err(who, "move-tree", ByTag(tag), m)
}

func TestACheckIsAppendedAndMovesTheTree(t *testing.T) {
	w := Open(t)
	tag := w.TreeIn(stock.Unchecked).Tag
	v := w.SaveLook(tag, SoundLook())
	assert.Equal(t, stock.ForSale, v.State)
	require.Len(t, v.Checks, 1)
	assert.Equal(t, w.Hand.Name, v.Checks[0].By)
	look := SoundLook()
	look.FillPct = Ptr(30.0)
	v = w.SaveLook(tag, look)
	assert.Equal(t, stock.Held, v.State)
	require.NotNil(t, v.DueOn)
	assert.Equal(t, "2026-12-23", *v.DueOn, "under-rooted: look again in 28 days")
	assert.Len(t, v.Checks, 2, "the first look is still there")
}

func TestTheSecondOfTwoPeopleSeesBothStates(t *testing.T) {
	w := Open(t)
	tag := w.TreeIn(stock.Unchecked).Tag
	w.SaveLook(tag, SoundLook())
	mine := SoundLook()
	mine.Texture = "soft"
	err := w.Err(w.Advisor, "save-check", ByTag(tag), bench.NewCheck{Version: 1, Readings: mine})
	var stale kernel.Stale
	require.ErrorAs(t, err, &stale)
	theirs := stale.Current.(bench.Tree)
	assert.Equal(t, stock.ForSale, theirs.State)
	w.Deed(w.Advisor, "save-check", ByTag(tag), bench.NewCheck{Version: theirs.Version, Readings: mine})
	v := w.Tree(tag)
	assert.Equal(t, stock.Apart, v.State)
	assert.Len(t, v.Checks, 2)
}

func TestWorkIsDoneTakenBackAndMeasuredAgain(t *testing.T) {
	w := Open(t)
	tag := w.TreeIn(stock.Unchecked).Tag
	look := SoundLook()
	look.SeenDepthMM, look.MatBottomPct = Ptr(40.0), Ptr(70.0)
	v := w.SaveLook(tag, look)
	require.Equal(t, stock.InWork, v.State)
	tick := func(key string, done bool) bench.Tree {
		w.Deed(w.Hand, "correct", ByTag(tag), bench.Correct{WorkKey: key, Done: done})
		return w.Tree(tag)
	}
	done := func(v bench.Tree) map[string]bool {
		out := map[string]bool{}
		for _, line := range v.Checks[0].Assessment.Work {
			out[line.Key] = line.Done
		}
		return out
	}
	Refused(t, w.Err(w.Hand, "correct", ByTag(tag), bench.Correct{WorkKey: "shave", Done: true}), "no-such-work")
	for _, line := range v.Checks[0].Assessment.Work {
		v = tick(line.Key, true)
	}
	assert.True(t, done(v)["clear"] && done(v)["slice"])
	assert.True(t, v.WorkDone)
	v = tick("slice", false)
	assert.False(t, done(v)["slice"])
	assert.False(t, v.WorkDone)
	v = tick("slice", true)
	require.NotNil(t, v.After)
	w.Deed(w.Hand, "save-check", ByTag(tag), bench.NewCheck{Version: v.Version, AfterWork: true, Readings: *v.After})
	assert.Equal(t, stock.ForSale, w.Tree(tag).State)
}

func TestASendBackIsAProposalUntilAManagerConfirms(t *testing.T) {
	w := Open(t)
	tree := w.TreeIn(stock.Apart)
	for _, who := range []kernel.Who{w.Hand, w.Advisor} {
		assert.ErrorIs(t, move(w, who, tree.Tag, bench.Move{Version: tree.Version, To: stock.SentBack}), kernel.ErrNotAllowed)
	}
	require.NoError(t, move(w, w.Manager, tree.Tag, bench.Move{Version: tree.Version, To: stock.SentBack, Note: "rot"}))
	assert.Equal(t, stock.SentBack, w.Tree(tree.Tag).State)
	err := w.Err(w.Hand, "save-check", ByTag(tree.Tag), bench.NewCheck{Version: tree.Version + 1, Readings: SoundLook()})
	Refused(t, err, "tree-sent-back")
}

// A look is shown by the rules that it was judged by, also after they were changed.
func TestALookIsShownByItsOwnRules(t *testing.T) {
	w := Open(t)
	tag := w.TreeIn(stock.Unchecked).Tag
	look := SoundLook()
	look.FillPct = Ptr(30.0)
	before := w.SaveLook(tag, look).Checks[0].Assessment
	changed, err := w.Manager.House.With(rules.RootsFillHold, 25)
	require.NoError(t, err)
	w.Manager.House = changed
	assert.Equal(t, before, w.Tree(tag).Checks[0].Assessment)
}

// What a tree counts for its lot is written at the tree when it is saved, and the lot's counts are what counting its trees gives.
func TestHowATreeCountsIsWrittenWithTheLook(t *testing.T) {
	w := Open(t)
	// A look that left something out does not count, nor does one after work; a rotten root does.
	left := w.TreeIn(stock.Unchecked).Tag
	w.SaveLook(left, stock.Readings{})
	w.SaveLook(w.TreeIn(stock.Unchecked).Tag, Rotten())
	counted, written := map[string]bool{}, map[string]bool{}
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		lots, err := kernel.Many[yard.Lot](tx, "number", "")
		require.NoError(t, err)
		for _, lot := range lots {
			looks, err := bench.FirstLooksOfLot(tx, lot.ID)
			require.NoError(t, err)
			for _, look := range looks {
				if faulty, judged := stock.Faulty(look.Assessment); judged {
					counted[look.Tag] = faulty
				}
			}
			trees, err := yard.TreesOfLot(tx, lot.ID)
			require.NoError(t, err)
			for _, tree := range trees {
				if tree.Faulty != nil {
					written[tree.Tag] = *tree.Faulty
				}
			}
		}
		return nil
	}))
	assert.Equal(t, counted, written)
	assert.NotContains(t, written, left)
	faulty := 0
	for _, bad := range written {
		if bad {
			faulty++
		}
	}
	assert.True(t, faulty > 0 && faulty < len(written))
}

// On arrival a damage moves its tree where the tables put it; a repair keeps it from being sold until it is done.
func TestWhatAJourneyDidHoldsSendsBackOrKeepsFromSale(t *testing.T) {
	w := Open(t)
	sale := w.TreeIn(stock.ForSale)
	hurt := func(tag string, d coreyard.Damage, journey coreyard.Journey, girth float64) bench.Tree {
		w.Deed(w.Hand, "record-damage", ByTag(tag), newDamage(journey, d, girth))
		return w.Tree(tag)
	}
	v := hurt(sale.Tag, coreyard.BrokenBranch, "arrival", 0)
	assert.Equal(t, stock.ForSale, v.State, "a twig is cut, the tree stays")
	require.Len(t, v.Damages, 1)
	Refused(t, move(w, w.Advisor, sale.Tag, bench.Move{Version: v.Version, To: stock.Sold}), "repair-first")
	mine := 0
	for _, r := range Saw[work.List](w, "see-work", kernel.None{}).Repairs {
		if r.Tag == sale.Tag {
			mine++
		}
	}
	assert.Equal(t, 1, mine)
	repair(t, w, sale.Tag, v.Damages[0].ID)
	require.NoError(t, move(w, w.Advisor, sale.Tag, bench.Move{Version: w.Tree(sale.Tag).Version, To: stock.Sold}))
	assert.Equal(t, stock.Sold, hurt(sale.Tag, coreyard.LooseBall, "going-home", 0).State, "going home it is the customer's")

	second := w.TreeIn(stock.ForSale).Tag
	v = hurt(second, coreyard.TornBark, "arrival", 0.2)
	assert.Equal(t, stock.Held, v.State)
	require.NotNil(t, v.DueOn)
	assert.Equal(t, "2026-12-23", *v.DueOn, "28 days")
	assert.Equal(t, stock.Apart, hurt(second, coreyard.TornBark, "arrival", 0.3).State, "over a quarter of the girth")
	fresh := w.TreeIn(stock.Unchecked).Tag
	assert.Equal(t, stock.Unchecked, hurt(fresh, coreyard.WindBurn, "arrival", 0).State, "nobody has looked: the bench judges it")
}

func TestTheWorkListIsByToolAndFreesWhatWaited(t *testing.T) {
	w := Open(t)
	list := func() work.List { return Saw[work.List](w, "see-work", kernel.None{}) }
	before := list()
	require.NotEmpty(t, before.Tools)
	for _, tool := range before.Tools {
		for _, item := range tool.Items {
			assert.Equal(t, tool.Tool, stock.ToolOf(item.Code))
			assert.Equal(t, stock.InWork, item.State)
		}
	}
	first := before.Tools[0].Items[0]
	w.Deed(w.Hand, "correct", ByTag(first.Tag), bench.Correct{WorkKey: first.Key, Done: true})
	assert.Len(t, list().Tools[0].Items, len(before.Tools[0].Items)-1)

	// In summer a thick shave is over the limit: the tree waits, and is free when it is dormant.
	tag := w.TreesOf(w.TakeIn(LotOf("Hornbeam", stock.Container, 1))[0])[0].Tag
	r := SoundLook()
	r.Above.Leaves = "sound"
	r.Roots = []stock.Circler{{Root: stock.Root{Zone: "side", DiameterMM: 16, ArcDeg: 200}}}
	w.At(time.Date(2027, 7, 20, 10, 0, 0, 0, time.UTC))
	saved := w.SaveLook(tag, r)
	require.Equal(t, stock.Held, saved.State)
	require.NotNil(t, saved.DueOn)
	held := func() work.Held {
		for _, h := range list().Held {
			if h.Tag == tag {
				return h
			}
		}
		require.Fail(t, "not held")
		return work.Held{}
	}
	assert.False(t, held().Freed)
	w.At(time.Date(2027, 11, 20, 10, 0, 0, 0, time.UTC))
	assert.True(t, held().Freed)
}

func TestATreeIsPottedUpByItsOwnFlareAndBase(t *testing.T) {
	w := Open(t)
	tag := w.TreeIn(stock.ForSale).Tag
	v := w.Tree(tag)
	require.NotEmpty(t, v.Potting)
	look := v.Checks[0]
	in := coreyard.PottingInput{BallDiameterMM: *look.Readings.BallDiameterMM, BallHeightMM: *look.Readings.BallHeightMM}
	if f := look.Assessment.Flare; f != nil && f.FlareDepthMM != nil {
		in.FlareDepthMM = *f.FlareDepthMM
	}
	want, err := coreyard.PottingUp(rules.House{}, in)
	require.NoError(t, err)
	assert.Contains(t, v.Potting[0], sayMM(w, want.PotDiameterMM))
	assert.Empty(t, w.Tree(w.TreesOf(20)[0].Tag).Potting, "a dug ball stands in no pot")
}

func sayMM(w *World, mm float64) (text string) {
	_ = w.Tx(func(tx *kernel.Tx) error { text = tx.Say.Measure(kernel.MM(mm)); return nil })
	return text
}

func TestABundleThatWasLookedAtIsTakenApart(t *testing.T) {
	w := Open(t)
	bundles := LotOf("Hazel", stock.BareRoot, 40)
	bundles.Bundle, bundles.Size = 20, "whip"
	number := w.TakeIn(bundles)[0]
	trees := w.TreesOf(number)
	split := func(tag string, n int) (string, error) {
		return Did[string](w, w.Hand, "split-bundle", ByTag(tag), newPart(n))
	}
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		held, err := yard.HoldTree(tx, trees[0].Tag)
		return errors.Join(err, yard.Move(tx, held, stock.ForSale, "", nil))
	}))
	part, err := split(trees[0].Tag, 5)
	require.NoError(t, err)
	assert.Equal(t, stock.Unchecked, w.Tree(part).State, "nobody has looked at these by themselves")
	assert.Equal(t, stock.ForSale, w.Tree(trees[0].Tag).State)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		held, err := yard.HoldTree(tx, trees[1].Tag)
		return errors.Join(err, yard.Move(tx, held, stock.Apart, "", nil))
	}))
	part, err = split(trees[1].Tag, 5)
	require.NoError(t, err)
	assert.Equal(t, stock.Apart, w.Tree(part).State, "a fault goes along")
	require.NoError(t, move(w, w.Advisor, trees[0].Tag, bench.Move{Version: w.Tree(trees[0].Tag).Version, To: stock.Sold}))
	_, err = split(trees[0].Tag, 5)
	Refused(t, err, "bundle-gone")
	assert.Equal(t, 40, w.Lot(number).Count, "no tree is lost or made by splitting")
}
