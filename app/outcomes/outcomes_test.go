package outcomes_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/amounts"
	. "sedum/app/apptest"
	"sedum/app/claims"
	"sedum/app/outcomes"
	"sedum/app/planted"
	"sedum/app/prices"
	"sedum/app/troubles"
	"sedum/core/outcome"
	"sedum/core/rules"
	"sedum/demo"
	"sedum/kernel"
)

func see(w *World, by, step string) outcomes.Page {
	return Saw[outcomes.Page](w, "see-outcomes", outcomes.Ask{By: outcomes.By(by), Step: rules.Step(step)})
}

func TestWhatLivesIsToldByGroup(t *testing.T) {
	w := Open(t)
	assert.Zero(t, see(w, "grower", "").Trees)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	p := see(w, "grower", "")
	require.Len(t, p.Groups, 1)
	g := p.Groups[0]
	assert.Equal(t, "Marrow Hill Growers", g.Name)
	assert.Equal(t, []int{9, 1, 0}, []int{g.Trees, g.Deaths, g.Others})
	assert.True(t, g.TooEarly)
	assert.Nil(t, g.P)
	require.Len(t, g.Curve, 1)
	assert.True(t, g.Curve[0].Low < g.Curve[0].Mid && g.Curve[0].Mid < g.Curve[0].High)
	require.Len(t, p.Causes, 1)
	assert.Equal(t, "cause not settled", p.Causes[0].Name)
	for by, name := range map[string]string{"kind": "Carpinus betulus", "form": "in pots", "flare": "flare at the surface", "correction": "no roots cut"} {
		groups := see(w, by, "").Groups
		require.Len(t, groups, 1, by)
		assert.Equal(t, name, groups[0].Name, by)
	}
	school := see(w, "school", "flare")
	require.Len(t, school.Groups, 1)
	assert.NotEqual(t, "not told by its sheet", school.Groups[0].Name)
	assert.Equal(t, "flare", school.Step)
	assert.NotEmpty(t, see(w, "school", "no such").Step, "a step that there is not is the first")

	// A cause that somebody settles is the cause of the loss; a tree whose looks were never planned bounds it and no more.
	for _, line := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		page := Saw[planted.Page](w, "see-planted", ByID(line.ID))
		if line.EndedOn != nil {
			w.Deed(w.Advisor, "save-trouble", kernel.None{}, troubles.NewTrouble{Signs: troubles.Signs{PlantedID: line.ID, Unheard: []string{}, Seen: map[string]string{"soil_at_ball": "soaked-sour"}}})
			w.Deed(w.Advisor, "decide-trouble", ByNumber(2), troubles.Decided{Cause: "drowned", Version: 1})
		} else if line.Customer == "Kit Lowther" {
			w.Deed(w.Advisor, "set-contact", ByID(line.ID), planted.Contacted{Contact: false, Version: page.Version})
		}
	}
	p = see(w, "grower", "")
	assert.Equal(t, "Drowned: no air at the roots", p.Causes[0].Name)
	assert.Equal(t, []int{8, 1, 1}, []int{p.Groups[0].Trees, p.Groups[0].Deaths, p.Groups[0].Others})
	assert.InDelta(t, 8.0/9, p.Groups[0].Best, 0.001)
	assert.InDelta(t, 7.0/9, p.Groups[0].Worst, 0.001)
}

// What our own trees say stands beside each school, and of a way that nobody went nothing is said.
func TestEachSchoolHasItsRecord(t *testing.T) {
	w := Open(t)
	empty := Saw[outcomes.SchoolRecord](w, "see-school-record", kernel.None{})
	assert.Len(t, empty.Steps, len(rules.AllSchools()))
	for _, s := range empty.Steps {
		assert.Empty(t, s.Ways, s.Step)
	}
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	for _, s := range Saw[outcomes.SchoolRecord](w, "see-school-record", kernel.None{}).Steps {
		page, trees, deaths := see(w, "school", s.Step), 0, 0
		require.Len(t, page.Groups, len(s.Ways), s.Step)
		for _, way := range s.Ways {
			trees, deaths = trees+way.Trees, deaths+way.Deaths
			assert.True(t, way.TooEarly)
			assert.Nil(t, way.P)
		}
		assert.Equal(t, []int{9, 1}, []int{trees, deaths}, "each tree went one way of %s", s.Step)
	}
}

// One sees one's own hand, a manager anybody's, and nobody two people beside each other.
func TestAHandIsSeenByItselfAndTheManager(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error { // the demo's planted trees had no roots to cut
		_, err := kernel.Exec(tx, "UPDATE planted_groups g JOIN planted_trees t ON t.id = g.planted_id SET g.hand_id = IF(t.ended_on IS NULL, ?, ?)", w.Hand.ID, w.Advisor.ID)
		return err
	}))
	as := func(who kernel.Who, person string) (outcomes.Hand, error) {
		return Did[outcomes.Hand](w, who, "see-hand", outcomes.HandAsk{Person: person}, kernel.None{})
	}
	mine, err := as(w.Hand, "")
	require.NoError(t, err)
	require.NotNil(t, mine.Mine)
	assert.Equal(t, []int{8, 0, 1}, []int{mine.Mine.Trees, mine.Mine.Deaths, mine.Others})
	assert.Empty(t, mine.Choose)
	_, err = as(w.Advisor, w.Hand.ID)
	Refused(t, err, "not-your-hand")
	theirs, err := as(w.Manager, w.Advisor.ID)
	require.NoError(t, err)
	assert.Equal(t, []int{1, 1, 8}, []int{theirs.Mine.Trees, theirs.Mine.Deaths, theirs.Others})
	assert.Len(t, theirs.Choose, 2)
	none, err := as(w.Manager, "")
	require.NoError(t, err)
	assert.Nil(t, none.Mine)
}

// What a survivor costs follows what was counted and what was made good; a tree of which something has no price is in no figure.
func TestWhatATreeThatLivesHasCost(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	cost := func() outcome.Cost { return see(w, "grower", "").Groups[0].Cost }
	before := cost()
	require.NotNil(t, before.MeanCents, "the demo's list has every price")
	assert.Nil(t, before.Cents, "no tree of the demo is a year old")
	trees := Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees
	dead := trees[slices.IndexFunc(trees, func(l planted.Line) bool { return l.EndedOn != nil })]
	w.Deed(w.Advisor, "open-claim", ByID(dead.ID), claims.NewClaim{AskedOn: Ten.Format(time.DateOnly), Said: "it died"})
	w.Deed(w.Manager, "decide-claim", ByNumber(1), claims.Decided{Answer: "granted", Given: "money", Cents: Ptr(9000), Reason: "ours", Letter: "here it is", Version: 1})
	assert.Equal(t, *before.MeanCents+9000/before.Trees, *cost().MeanCents)
	granted := *cost().MeanCents
	w.Deed(w.Hand, "record-amounts", ByID(dead.ID), amounts.Told{Amounts: []amounts.One{{Counted: "hour", Amount: Ptr(2.0)}}})
	list := Saw[prices.List](w, "list-prices", kernel.None{})
	hour := list.Prices[slices.IndexFunc(list.Prices, func(l prices.Line) bool { return l.Material == "hour" })]
	require.NotNil(t, hour.Cents)
	assert.InDelta(t, float64(granted)+2*float64(*hour.Cents)/float64(before.Trees), float64(*cost().MeanCents), 1)
	w.Deed(w.Manager, "change-price", prices.ByMaterial{Material: "hour"}, prices.Changed{Version: hour.Version})
	unpriced := cost()
	assert.Equal(t, []int{before.Trees - 1, 1}, []int{unpriced.Trees, unpriced.Unknown}, "its hours have no price any more")
}

// Where there are many trees a page is what the night counted, and says when; it is the same that is counted at once.
func TestManyTreesAreCountedAtNight(t *testing.T) {
	w := Open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), w.Kernel))
	live, record := see(w, "school", "flare"), Saw[outcomes.SchoolRecord](w, "see-school-record", kernel.None{})
	assert.Nil(t, live.CountedAt)
	defer outcomes.SetLiveMost(5)()
	assert.Nil(t, see(w, "school", "flare").CountedAt, "before the first night it is counted at once")
	w.Job("count-outcomes")
	kept := see(w, "school", "flare")
	require.NotNil(t, kept.CountedAt)
	kept.CountedAt = nil
	assert.Equal(t, live, kept)
	again := Saw[outcomes.SchoolRecord](w, "see-school-record", kernel.None{})
	require.NotNil(t, again.CountedAt)
	assert.Equal(t, record.Steps, again.Steps)
	for _, tree := range Saw[planted.Lines](w, "list-planted", struct{ Limit int }{100}).Trees {
		if tree.EndedOn == nil {
			w.Deed(w.Advisor, "take-back-planted", ByID(tree.ID), planted.Because{Reason: "x"})
			break
		}
	}
	assert.Equal(t, live.Trees, see(w, "school", "flare").Trees, "until the next night")
	w.At(Ten.AddDate(0, 0, 1))
	w.Job("count-outcomes")
	assert.Equal(t, live.Trees-1, see(w, "school", "flare").Trees)
}
