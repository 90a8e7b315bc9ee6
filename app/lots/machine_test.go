package lots_test

import (
	"errors"
	"flag"
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/journeys"
	records "sedum/app/yard"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// treeModel is what a tree is, told without a database.
type treeModel struct {
	state   stock.State
	version int
	// faulty is how it counts for its lot: nil before a whole look.
	faulty *bool
	looks  int
	// broken is a branch that was broken on arrival and is not cut clean yet.
	broken string
}

// lotMachine drives one lot through deeds in any order, beside a model of what each must do.
type lotMachine struct {
	w       *World
	number  int
	tags    []string
	trees   map[string]*treeModel
	decided bool
}

func newLotMachine(t *rapid.T, w *World) *lotMachine {
	m := &lotMachine{w: w, trees: map[string]*treeModel{}}
	m.number = w.TakeIn(LotOf("Hornbeam", stock.Container, rapid.IntRange(1, 6).Draw(t, "trees")))[0]
	for _, tree := range w.TreesOf(m.number) {
		m.tags = append(m.tags, tree.Tag)
		m.trees[tree.Tag] = &treeModel{state: stock.Unchecked, version: 1}
	}
	return m
}

func (m *lotMachine) pick(t *rapid.T) (string, *treeModel) {
	tag := rapid.SampledFrom(m.tags).Draw(t, "tag")
	return tag, m.trees[tag]
}

// leftTheYard is told here again, so that the core's own list is held against it.
var leftTheYard = map[stock.State]bool{stock.Sold: true, stock.Reserved: true, stock.SentBack: true, stock.Lost: true}

// Look saves a sound look, a rotten one, or one that left everything below the line out; now and then with a version that is past.
func (m *lotMachine) Look(t *rapid.T) {
	tag, tree := m.pick(t)
	kind := rapid.SampledFrom([]string{"sound", "rotten", "half"}).Draw(t, "look")
	past := rapid.IntRange(0, 4).Draw(t, "past") == 0
	r := map[string]stock.Readings{"sound": SoundLook(), "rotten": Rotten(), "half": {Above: SoundLook().Above, CaliperMM: Ptr(32.0)}}[kind]
	c := bench.NewCheck{Version: tree.version, Readings: r}
	if past {
		c.Version--
	}
	saved, err := Did[bench.Saved](m.w, m.w.Hand, "save-check", ByTag(tag), c)
	switch {
	case leftTheYard[tree.state]:
		mustRefuse(t, err, "tree-"+string(tree.state))
	case past:
		if stale := (kernel.Stale{}); !errors.As(err, &stale) {
			t.Fatalf("a look at a version that is past: %v", err)
		}
	default:
		if err != nil {
			t.Fatal(err)
		}
		yes, no := true, false
		apart, judged := tree.state == stock.Apart, tree.faulty != nil
		switch kind {
		case "sound":
			tree.state = stock.ForSale
		case "rotten":
			tree.state = stock.Apart
		default:
			tree.state = stock.NotJudged
		}
		if apart {
			tree.state = stock.Apart // no look ends it
		}
		if !apart || !judged { // what was found stays
			switch kind {
			case "sound":
				tree.faulty = &no
			case "rotten":
				tree.faulty = &yes
			}
		}
		tree.version++
		tree.looks++
		if saved.Version != tree.version || saved.State != tree.state {
			t.Fatalf("saved %+v, the model says %+v", saved, *tree)
		}
	}
}

// Sell sells what may be sold: a tree that is for sale or was released unchecked, with no repair waiting.
func (m *lotMachine) Sell(t *rapid.T) {
	tag, tree := m.pick(t)
	err := m.w.Err(m.w.Advisor, "move-tree", ByTag(tag), bench.Move{Version: tree.version, To: stock.Sold})
	switch {
	case tree.state != stock.ForSale && tree.state != stock.Unreleased:
		mustRefuse(t, err, "no-such-move")
	case tree.broken != "":
		mustRefuse(t, err, "repair-first")
	default:
		m.moved(t, err, tree, stock.Sold)
	}
}

// Decide takes a tree that stands apart back to the bench, or sends it back; only a manager does.
func (m *lotMachine) Decide(t *rapid.T) {
	tag, tree := m.pick(t)
	to := rapid.SampledFrom([]stock.State{stock.SentBack, stock.NotJudged}).Draw(t, "to")
	move := bench.Move{Version: tree.version, To: to, Note: "by the machine"}
	if tree.state == stock.Sold && to == stock.NotJudged { // a customer brings it back
		m.moved(t, m.w.Err(m.w.Advisor, "move-tree", ByTag(tag), move), tree, to)
		return
	}
	if tree.state != stock.Apart {
		mustRefuse(t, m.w.Err(m.w.Manager, "move-tree", ByTag(tag), move), "no-such-move")
		return
	}
	if err := m.w.Err(m.w.Hand, "move-tree", ByTag(tag), move); !errors.Is(err, kernel.ErrNotAllowed) {
		t.Fatalf("a yard hand decided: %v", err)
	}
	if to == stock.NotJudged {
		silent := move
		silent.Note = " "
		mustRefuse(t, m.w.Err(m.w.Manager, "move-tree", ByTag(tag), silent), "apart-with-reason")
	}
	m.moved(t, m.w.Err(m.w.Manager, "move-tree", ByTag(tag), move), tree, to)
}

// Close closes the lot, once.
func (m *lotMachine) Close(t *rapid.T) {
	decision := rapid.SampledFrom([]stock.LotDecision{stock.LotReleased, stock.LotRefused}).Draw(t, "decision")
	err := closeLot(m.w, m.w.Manager, m.number, m.w.Lot(m.number).Version, decision)
	if m.decided {
		mustRefuse(t, err, "lot-closed")
		return
	}
	if err != nil {
		t.Fatal(err)
	}
	m.decided = true
	for _, tree := range m.trees {
		switch {
		case decision == stock.LotReleased && tree.state == stock.Unchecked:
			tree.state = stock.Unreleased
		case decision == stock.LotRefused && !leftTheYard[tree.state] && tree.state != stock.Apart:
			tree.state = stock.Apart
		default:
			continue
		}
		tree.version++
	}
}

// Break is a branch broken on arrival; Mend cuts it clean.
func (m *lotMachine) Break(t *rapid.T) {
	tag, tree := m.pick(t)
	if tree.broken != "" || leftTheYard[tree.state] {
		t.Skip("broken already, or gone")
	}
	id, err := Did[string](m.w, m.w.Hand, "record-damage", ByTag(tag), journeys.NewDamage{Journey: "arrival", Damage: yard.BrokenBranch})
	if err != nil {
		t.Fatal(err)
	}
	tree.broken = id
}

// Mend cuts a broken branch clean.
func (m *lotMachine) Mend(t *rapid.T) {
	tag, tree := m.pick(t)
	if tree.broken == "" {
		t.Skip("nothing is broken")
	}
	if err := m.w.Err(m.w.Hand, "repair-damage", journeys.Of{ByTag: ByTag(tag), ByID: ByID(tree.broken)}, journeys.Repaired{Repaired: true}); err != nil {
		t.Fatal(err)
	}
	tree.broken = ""
}

// Check holds after every deed: the records are what the model says, and the lot counts to it.
func (m *lotMachine) Check(t *rapid.T) {
	counts, checked, faulty := map[stock.State]int{}, 0, 0
	for _, tree := range m.w.TreesOf(m.number) {
		want := m.trees[tree.Tag]
		if tree.State != want.state || tree.Version != want.version || said(tree.Faulty) != said(want.faulty) {
			t.Fatalf("%s is %s, version %d, faulty %s; the model says %s, %d, %s", tree.Tag, tree.State, tree.Version, said(tree.Faulty),
				want.state, want.version, said(want.faulty))
		}
		counts[want.state]++
		if want.faulty != nil {
			checked++
			if *want.faulty {
				faulty++
			}
		}
	}
	var tally records.Tally
	looks := 0
	err := m.w.Tx(func(tx *kernel.Tx) (err error) {
		if looks, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM checks c JOIN trees t ON t.id = c.tree_id WHERE t.lot_number = ?", m.number); err != nil {
			return err
		}
		tally, err = records.TallyOf(tx, m.number)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	for _, tree := range m.trees {
		looks -= tree.looks
	}
	if looks != 0 || tally.Tags != len(m.tags) || tally.Checked != checked || tally.Faulty != faulty || fmt.Sprint(tally.Counts) != fmt.Sprint(counts) {
		t.Fatalf("the lot counts %+v (%d looks too many), the model %v, %d checked, %d faulty", tally, looks, counts, checked, faulty)
	}
}

func (m *lotMachine) moved(t *rapid.T, err error, tree *treeModel, to stock.State) {
	if err != nil {
		t.Fatal(err)
	}
	tree.state = to
	tree.version++
}

func said(faulty *bool) string {
	if faulty == nil {
		return "not known"
	}
	return fmt.Sprint(*faulty)
}

func mustRefuse(t *rapid.T, err error, code string) {
	var refused kernel.Refused
	if !errors.As(err, &refused) || refused.Code != code {
		t.Fatalf("%s was to be refused, and this came: %v", code, err)
	}
}

// Deeds in any order, by three people, on one lot: its trees are always what their entries say.
func TestALotThroughDeedsInAnyOrder(t *testing.T) {
	runs := flag.Lookup("rapid.checks")
	before := runs.Value.String()
	require.NoError(t, runs.Value.Set(fmt.Sprint(Times(12, 200)))) // each deed asks a real database
	t.Cleanup(func() { _ = runs.Value.Set(before) })
	w := Open(t)
	rapid.Check(t, func(t *rapid.T) {
		m := newLotMachine(t, w)
		t.Repeat(map[string]func(*rapid.T){
			"look": m.Look, "sell": m.Sell, "decide": m.Decide, "close": m.Close, "break": m.Break, "mend": m.Mend, "": m.Check,
		})
	})
}
