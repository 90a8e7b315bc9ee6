package sheets_test

import (
	"errors"
	"flag"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/clock"
	"sedum/app/journeys"
	"sedum/app/match"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// yardMachine drives two lots of a yard, pots and bare roots, through a yard hand's deeds at random, beside a model of which trees are
// condemned.
type yardMachine struct {
	w          *World
	pots, bare int
	tags       []string
	bareRoot   map[string]bool
	// condemned trees were judged to go back, or a journey condemned them; only a manager's word ends it.
	condemned map[string]bool
}

func newYardMachine(w *World) *yardMachine {
	m := &yardMachine{w: w, bareRoot: map[string]bool{}, condemned: map[string]bool{}}
	m.pots, m.bare = w.TakeIn(LotOf("Hornbeam", stock.Container, 3))[0], w.TakeIn(LotOf("Hazel", stock.BareRoot, 3))[0]
	for _, number := range []int{m.pots, m.bare} {
		for _, t := range w.TreesOf(number) {
			m.tags = append(m.tags, t.Tag)
			m.bareRoot[t.Tag] = number == m.bare
		}
	}
	return m
}

func (m *yardMachine) pick(t *rapid.T) string { return rapid.SampledFrom(m.tags).Draw(t, "tag") }

// may allows the refusals that the state of a tree or a lot brings, and nothing else.
func (m *yardMachine) may(t *rapid.T, err error) bool {
	var refused kernel.Refused
	if err != nil && !errors.As(err, &refused) {
		t.Fatal(err)
	}
	return err == nil
}

func (m *yardMachine) Look(t *rapid.T) {
	tag := m.pick(t)
	r, rotten := SoundLook(), rapid.IntRange(0, 2).Draw(t, "rotten") == 0
	if m.bareRoot[tag] {
		r = stock.Readings{CaliperMM: Ptr(10.0), HeightM: Ptr(1.2), Above: SoundLook().Above, BareRoot: &stock.BareRootLook{SpreadMM: Ptr(400.0), LengthMM: Ptr(280.0),
			Sides: Ptr(4), SoilLineMM: Ptr(20.0), Moisture: "moist", Mould: Ptr(rotten), Buds: "dormant", BrokenRoots: Ptr(0)}}
	} else if rotten {
		r = Rotten()
	}
	saved, err := Did[bench.Saved](m.w, m.w.Hand, "save-check", ByTag(tag), bench.NewCheck{Version: m.w.Tree(tag).Version, Readings: r})
	if m.may(t, err) && saved.State == stock.Apart {
		m.condemned[tag] = true
	}
}

func (m *yardMachine) Damage(t *rapid.T) {
	tag := m.pick(t)
	share := rapid.SampledFrom([]float64{0.1, 0.5}).Draw(t, "of the girth")
	before := m.w.Tree(tag).State
	err := m.w.Err(m.w.Hand, "record-damage", ByTag(tag), journeys.NewDamage{Journey: "arrival", Damage: "torn-bark", GirthShare: share})
	if m.may(t, err) && m.w.Tree(tag).State == stock.Apart && before != stock.Apart {
		m.condemned[tag] = true
	}
}

func (m *yardMachine) TakeDamageBack(t *rapid.T) {
	tag := m.pick(t)
	for _, d := range m.w.Tree(tag).Damages {
		m.may(t, m.w.Err(m.w.Hand, "take-back-damage", journeys.Of{ByTag: ByTag(tag), ByID: ByID(d.ID)}, journeys.TakenBack{Reason: "a shadow"}))
	}
}

func (m *yardMachine) Work(t *rapid.T) {
	tag := m.pick(t)
	page := m.w.Tree(tag)
	if len(page.Checks) == 0 {
		return
	}
	for _, w := range page.Checks[0].Assessment.Work {
		m.may(t, m.w.Err(m.w.Hand, "correct", ByTag(tag), bench.Correct{WorkKey: w.Key, Done: rapid.Bool().Draw(t, "done")}))
	}
}

func (m *yardMachine) Clock(t *rapid.T) {
	m.may(t, m.w.Err(m.w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: m.bare, Cover: rapid.SampledFrom([]stock.Cover{stock.BareSunWind, stock.WetCloth, stock.HeeledIn}).Draw(t, "cover"),
		TempC: Ptr(30.0), RHPct: Ptr(20.0)}))
}

func (m *yardMachine) UndoClock(t *rapid.T) {
	u := m.unit()
	if n := len(u.Stages); n > 0 {
		m.may(t, m.w.Err(m.w.Hand, "undo-stage", ByID(u.Stages[n-1].ID), clock.Undo{}))
	}
}

func (m *yardMachine) Wait(t *rapid.T) {
	m.w.At(m.w.Clock().Add(time.Duration(rapid.IntRange(1, 12).Draw(t, "hours")) * time.Hour))
	m.w.Job("clock-alarms")
}

func (m *yardMachine) Decide(t *rapid.T) {
	tag := m.pick(t)
	version := m.w.Tree(tag).Version
	if err := m.w.Err(m.w.Hand, "move-tree", ByTag(tag), bench.Move{Version: version, To: stock.NotJudged, Note: "it looks well"}); err == nil {
		t.Fatalf("a yard hand let %s back", tag)
	}
	if m.may(t, m.w.Err(m.w.Manager, "move-tree", ByTag(tag), bench.Move{Version: version, To: stock.NotJudged, Note: "by a manager"})) {
		delete(m.condemned, tag)
	}
}

func (m *yardMachine) unit() clock.Unit {
	for _, u := range Saw[clock.Board](m.w, "see-clock", kernel.None{}).Units {
		if u.Lot == m.bare && u.Tag == "" {
			return u
		}
	}
	return clock.Unit{}
}

// Check holds the promise: what is condemned is not for sale; what is spent is not sold, not listed as for sale and not offered.
func (m *yardMachine) Check(t *rapid.T) {
	spent := m.unit().Result.Status == stock.Spent
	offered := map[string]bool{}
	for _, k := range Saw[match.Ranked](m.w, "match", match.Ask{ByID: ByID(m.w.SpotOf("Petra Averill").ID)}).Kinds {
		for _, o := range k.Trees {
			offered[o.Tag] = true
		}
	}
	for _, number := range []int{m.pots, m.bare} {
		for _, row := range Saw[yard.Trees](m.w, "list-trees", yard.TreesAsk{Lot: number, Limit: 60}).Trees {
			if m.condemned[row.Tag] && (row.State == stock.ForSale || offered[row.Tag]) {
				t.Fatalf("%s was condemned and is %s", row.Tag, row.State)
			}
			if number != m.bare || row.State != stock.ForSale {
				continue
			}
			if row.Spent != spent || (spent && offered[row.Tag]) {
				t.Fatalf("%s: spent %v, the list says %v, offered %v", row.Tag, spent, row.Spent, offered[row.Tag])
			}
			if spent {
				var refused kernel.Refused
				err := m.w.Err(m.w.Manager, "move-tree", ByTag(row.Tag), bench.Move{Version: m.w.Tree(row.Tag).Version, To: stock.Sold})
				if !errors.As(err, &refused) || refused.Code != "clock-spent" {
					t.Fatalf("%s is spent and was sold: %v", row.Tag, err)
				}
			}
		}
	}
}

// In no order of a yard hand's looks, work, damages and clocks is a condemned or a spent tree for sale.
func TestAYardThroughDeedsInAnyOrder(t *testing.T) {
	runs := flag.Lookup("rapid.checks")
	before := runs.Value.String()
	require.NoError(t, runs.Value.Set(fmt.Sprint(Times(4, 100)))) // each deed asks a real database
	t.Cleanup(func() { _ = runs.Value.Set(before) })
	w := Open(t)
	rapid.Check(t, func(t *rapid.T) {
		m := newYardMachine(w)
		t.Repeat(map[string]func(*rapid.T){"look": m.Look, "damage": m.Damage, "take damage back": m.TakeDamageBack, "work": m.Work, "clock": m.Clock,
			"undo clock": m.UndoClock, "wait": m.Wait, "decide": m.Decide, "": m.Check})
	})
}
