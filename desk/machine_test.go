package desk_test

import (
	"errors"
	"flag"
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
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
	q       quarrywell
	number  int
	tags    []string
	trees   map[string]*treeModel
	decided bool
	// lastKey and lastTag are of the newest look, to be sent again.
	lastKey, lastTag string
	last             desk.NewCheck
}

func newLotMachine(t *rapid.T, q quarrywell) *lotMachine {
	m := &lotMachine{q: q, trees: map[string]*treeModel{}}
	m.number = q.takeIn(aLot("Hornbeam", stock.Container, rapid.IntRange(1, 6).Draw(t, "trees"))).Lots[0].Number
	lot, err := q.Lot(ctx, q.hand, m.number)
	if err != nil {
		t.Fatal(err)
	}
	for _, tree := range lot.First {
		m.tags = append(m.tags, tree.Tag)
		m.trees[tree.Tag] = &treeModel{state: stock.Unchecked, version: 1}
	}
	return m
}

func (m *lotMachine) pick(t *rapid.T) (string, *treeModel) {
	tag := rapid.SampledFrom(m.tags).Draw(t, "tag")
	return tag, m.trees[tag]
}

var leftTheYard = map[stock.State]bool{stock.Sold: true, stock.Reserved: true, stock.SentBack: true, stock.Lost: true}

// Look saves a sound look, a rotten one, or one that left everything below the line out; now and then with a version that is past.
func (m *lotMachine) Look(t *rapid.T) {
	tag, tree := m.pick(t)
	kind := rapid.SampledFrom([]string{"sound", "rotten", "half"}).Draw(t, "look")
	past := rapid.IntRange(0, 4).Draw(t, "past") == 0
	r := soundLook()
	switch kind {
	case "rotten":
		r.Texture, r.Odour = "soft", "sour"
	case "half":
		r = stock.Readings{Above: r.Above, CaliperMM: r.CaliperMM}
	}
	c := desk.NewCheck{Version: tree.version, Readings: r}
	if past {
		c.Version--
	}
	id := key()
	saved, err := m.q.SaveCheck(ctx, m.q.hand, tag, id, c)
	switch {
	case leftTheYard[tree.state]:
		mustRefuse(t, err, "tree-"+string(tree.state))
	case past:
		if stale := (desk.Stale{}); !errors.As(err, &stale) {
			t.Fatalf("a look at a version that is past: %v", err)
		}
	default:
		if err != nil {
			t.Fatal(err)
		}
		yes, no := true, false
		switch kind {
		case "sound":
			tree.state, tree.faulty = stock.ForSale, &no
		case "rotten":
			tree.state, tree.faulty = stock.Apart, &yes
		default:
			tree.state = stock.NotJudged
		}
		tree.version++
		tree.looks++
		if saved.Version != tree.version || saved.State != tree.state {
			t.Fatalf("saved %+v, the model says %+v", saved, *tree)
		}
		m.lastKey, m.lastTag, m.last = id, tag, c
	}
}

// SendAgain sends the newest look once more under its own key: it happened already.
func (m *lotMachine) SendAgain(t *rapid.T) {
	if m.lastKey == "" {
		t.Skip("nothing was looked at")
	}
	_, err := m.q.SaveCheck(ctx, m.q.hand, m.lastTag, m.lastKey, m.last)
	if err != nil {
		t.Fatalf("a look sent twice: %v", err)
	}
}

// Sell sells what may be sold: a tree that is for sale or was released unchecked, with no repair waiting.
func (m *lotMachine) Sell(t *rapid.T) {
	tag, tree := m.pick(t)
	_, err := m.q.MoveTree(ctx, m.q.advisor, tag, key(), desk.Move{Version: tree.version, To: stock.Sold})
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
	move := desk.Move{Version: tree.version, To: to, Note: "by the machine"}
	if tree.state != stock.Apart {
		_, err := m.q.MoveTree(ctx, m.q.manager, tag, key(), move)
		mustRefuse(t, err, "no-such-move")
		return
	}
	if _, err := m.q.MoveTree(ctx, m.q.hand, tag, key(), move); !errors.Is(err, desk.ErrNotAllowed) {
		t.Fatalf("a yard hand decided: %v", err)
	}
	_, err := m.q.MoveTree(ctx, m.q.manager, tag, key(), move)
	m.moved(t, err, tree, to)
}

// Close closes the lot, once.
func (m *lotMachine) Close(t *rapid.T) {
	lot, err := m.q.Store.LotByNumber(ctx, m.number)
	if err != nil {
		t.Fatal(err)
	}
	decision := rapid.SampledFrom([]string{"released", "refused"}).Draw(t, "decision")
	_, err = m.q.CloseLot(ctx, m.q.manager, m.number, key(), desk.LotClosing{Version: lot.Version, Decision: decision})
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
		case decision == "released" && tree.state == stock.Unchecked:
			tree.state = stock.Unreleased
		case decision == "refused" && !leftTheYard[tree.state] && tree.state != stock.Apart:
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
	v, err := m.q.RecordDamage(ctx, m.q.hand, tag, key(), desk.NewDamage{Journey: "arrival", Damage: yard.BrokenBranch})
	if err != nil {
		t.Fatal(err)
	}
	tree.broken = v.Damages[0].ID
}

// Mend cuts a broken branch clean.
func (m *lotMachine) Mend(t *rapid.T) {
	tag, tree := m.pick(t)
	if tree.broken == "" {
		t.Skip("nothing is broken")
	}
	if _, err := m.q.RepairDamage(ctx, m.q.hand, tag, tree.broken, true); err != nil {
		t.Fatal(err)
	}
	tree.broken = ""
}

// Check holds after every deed: the records are what the model says, and the lot counts to it.
func (m *lotMachine) Check(t *rapid.T) {
	lot, err := m.q.Store.LotByNumber(ctx, m.number)
	if err != nil {
		t.Fatal(err)
	}
	trees, err := m.q.Store.TreesOfLot(ctx, lot.ID)
	if err != nil {
		t.Fatal(err)
	}
	counts, checked, faulty := map[stock.State]int{}, 0, 0
	for _, tree := range trees {
		want := m.trees[tree.Tag]
		if tree.State != want.state || tree.Version != want.version || said(tree.Faulty) != said(want.faulty) {
			t.Fatalf("%s is %s, version %d, faulty %s; the model says %s, %d, %s", tree.Tag, tree.State, tree.Version, said(tree.Faulty),
				want.state, want.version, said(want.faulty))
		}
		looks, err := m.q.Store.ChecksOf(ctx, tree.ID)
		if err != nil {
			t.Fatal(err)
		}
		if len(looks) != want.looks {
			t.Fatalf("%s has %d looks, the model %d", tree.Tag, len(looks), want.looks)
		}
		counts[want.state]++
		if want.faulty != nil {
			checked++
			if *want.faulty {
				faulty++
			}
		}
	}
	tally, err := m.q.Store.TallyOf(ctx, m.number)
	if err != nil {
		t.Fatal(err)
	}
	if tally.Tags != len(m.tags) || tally.Checked != checked || tally.Faulty != faulty || fmt.Sprint(tally.Counts) != fmt.Sprint(counts) {
		t.Fatalf("the lot counts %+v, the model %v, %d checked, %d faulty", tally, counts, checked, faulty)
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
	var refused desk.Refused
	if !errors.As(err, &refused) || refused.Code != code {
		t.Fatalf("%s was to be refused, and this came: %v", code, err)
	}
}

// Deeds in any order, by three people, on one lot: its trees are always what their entries say.
func TestALotThroughDeedsInAnyOrder(t *testing.T) {
	runs := flag.Lookup("rapid.checks")
	before := runs.Value.String()
	require.NoError(t, runs.Value.Set("12")) // each deed asks a real database
	t.Cleanup(func() { _ = runs.Value.Set(before) })
	q := open(t)
	rapid.Check(t, func(t *rapid.T) {
		m := newLotMachine(t, q)
		t.Repeat(map[string]func(*rapid.T){
			"look": m.Look, "send again": m.SendAgain, "sell": m.Sell, "decide": m.Decide, "close": m.Close, "break": m.Break, "mend": m.Mend, "": m.Check,
		})
	})
}
