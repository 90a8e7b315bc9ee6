package desk_test

import (
	"context"
	"errors"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/database/testdb"
	"sedum/demo"
	"sedum/desk"
	"sedum/store"
)

var ctx = context.Background()

// quarrywell is a desk over the demo nursery, at a fixed moment.
type quarrywell struct {
	*desk.Desk
	t                      *testing.T
	hand, advisor, manager desk.Caller
}

func open(t *testing.T) quarrywell {
	t.Helper()
	ten := time.Date(2026, 11, 25, 10, 0, 0, 0, time.UTC)
	d := demo.WithStandIns(desk.New(testdb.Copy(t, "demo at ten", func(s *store.Store) error {
		d := desk.New(s)
		d.Now = ticking(ten)
		return demo.Load(ctx, d)
	})))
	d.Now = ticking(ten.Add(time.Minute))
	q := quarrywell{Desk: d, t: t}
	for i, into := range []*desk.Caller{&q.hand, &q.advisor, &q.manager} {
		*into = q.caller(demo.People()[i].SignIn)
	}
	return q
}

// ticking is a clock: every look at it is a millisecond later.
func ticking(from time.Time) func() time.Time {
	var ticks atomic.Int64
	return func() time.Time { return from.Add(time.Duration(ticks.Add(1)) * time.Millisecond) }
}

func (q quarrywell) caller(signIn string) desk.Caller {
	p, err := q.Store.PersonBySignIn(ctx, signIn)
	require.NoError(q.t, err)
	c, err := q.Caller(ctx, p.ID)
	require.NoError(q.t, err)
	return c
}

func (q quarrywell) treeIn(state stock.State) store.TreeRow {
	rows, err := q.Store.TreeRows(ctx, store.TreeQuery{States: []stock.State{state}, Limit: 1})
	require.NoError(q.t, err)
	require.NotEmpty(q.t, rows, state)
	return rows[0]
}

func (q quarrywell) spotOf(customer string) string {
	list, err := q.Spots(ctx, q.advisor)
	require.NoError(q.t, err)
	for _, s := range list {
		if s.Spot.Site.Customer.Name == customer {
			return s.Spot.ID
		}
	}
	q.t.Fatal("no such customer")
	return ""
}

func ptr[T any](v T) *T { return &v }

func soundLook() stock.Readings {
	return stock.Readings{
		BallDiameterMM: ptr(330.0), BallHeightMM: ptr(280.0), CaliperMM: ptr(32.0), HeightM: ptr(2.1),
		Above:  stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none"},
		Probes: []stock.Probe{}, SeenDepthMM: ptr(0.0), RootsLooked: true, Roots: []stock.Circler{},
		MatSidePct: ptr(0.0), MatBottomPct: ptr(0.0), FillPct: ptr(80.0), Texture: "firm", Odour: "none", BottomRoots: "present", Moisture: "moist",
	}
}

func key() string { return store.NewID() }

func TestDemoIsTheNurseryThatWasAskedFor(t *testing.T) {
	q := open(t)
	lots, err := q.Store.Lots(ctx)
	require.NoError(t, err)
	counts, err := q.Store.CountByState(ctx)
	require.NoError(t, err)
	inYard := 0
	for _, l := range lots {
		if l.Number >= 14 && l.Number <= 19 {
			for _, n := range l.Counts {
				inYard += n
			}
		}
	}
	assert.Equal(t, 80, inYard, "six lots of pots, eighty trees; other forms and history beside them")
	for _, state := range []stock.State{stock.Unchecked, stock.InWork, stock.ForSale, stock.Held, stock.Apart, stock.Sold, stock.Reserved, stock.NotJudged} {
		assert.Positive(t, counts[state], state)
	}
	sheets, err := q.Store.Sheets(ctx, 10)
	require.NoError(t, err)
	assert.Len(t, sheets, 2)
	require.NoError(t, demo.Load(ctx, q.Desk), "a second time changes nothing")
	again, err := q.Store.CountByState(ctx)
	require.NoError(t, err)
	assert.Equal(t, counts, again)
}

func TestACheckIsAppendedAndMovesTheTree(t *testing.T) {
	q := open(t)
	row := q.treeIn(stock.Unchecked)
	v, err := q.save(q.hand, row.Tag, desk.NewCheck{Version: 1, Readings: soundLook()})
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, v.Tree.State)
	require.Len(t, v.Checks, 1)
	assert.Equal(t, q.hand.Name, v.Checks[0].Person.Name)
	look := soundLook()
	look.FillPct = ptr(30.0)
	v, err = q.save(q.hand, row.Tag, desk.NewCheck{Version: v.Tree.Version, Readings: look})
	require.NoError(t, err)
	assert.Equal(t, stock.Held, v.Tree.State)
	require.NotNil(t, v.Tree.DueOn)
	assert.Equal(t, "2026-12-23", v.Tree.DueOn.Format(time.DateOnly), "under-rooted: look again in 28 days")
	assert.Len(t, v.Checks, 2, "the first look is still there")
}

func TestTheSameRequestTwiceHappensOnce(t *testing.T) {
	q := open(t)
	row, k := q.treeIn(stock.Unchecked), key()
	var wait sync.WaitGroup
	for range 6 {
		wait.Add(1)
		go func() {
			defer wait.Done()
			_, err := q.SaveCheck(ctx, q.hand, row.Tag, k, desk.NewCheck{Version: 1, Readings: soundLook()})
			assert.NoError(t, err)
		}()
	}
	wait.Wait()
	v, err := q.Tree(ctx, q.hand, row.Tag)
	require.NoError(t, err)
	assert.Len(t, v.Checks, 1)
	_, err = q.MoveTree(ctx, q.manager, row.Tag, k, desk.Move{Version: v.Tree.Version, To: stock.Sold})
	assert.NoError(t, err, "the same key of another person is another request")
	_, err = q.Correct(ctx, q.hand, row.Tag, k, "clear", true)
	assert.ErrorAs(t, err, new(desk.Refused), "the same key for another deed is refused")
}

func TestTheSecondOfTwoPeopleSeesBothStates(t *testing.T) {
	q := open(t)
	row := q.treeIn(stock.Unchecked)
	_, err := q.SaveCheck(ctx, q.hand, row.Tag, key(), desk.NewCheck{Version: 1, Readings: soundLook()})
	require.NoError(t, err)
	mine := soundLook()
	mine.Texture = "soft"
	_, err = q.SaveCheck(ctx, q.advisor, row.Tag, key(), desk.NewCheck{Version: 1, Readings: mine})
	var stale desk.Stale
	require.ErrorAs(t, err, &stale)
	theirs := stale.Current.(desk.TreeView)
	assert.Equal(t, stock.ForSale, theirs.Tree.State)
	v, err := q.save(q.advisor, row.Tag, desk.NewCheck{Version: theirs.Tree.Version, Readings: mine})
	require.NoError(t, err)
	assert.Equal(t, stock.Apart, v.Tree.State)
	assert.Len(t, v.Checks, 2)
}

func TestWorkIsDoneTakenBackAndMeasuredAgain(t *testing.T) {
	q := open(t)
	row := q.treeIn(stock.Unchecked)
	look := soundLook()
	look.SeenDepthMM, look.MatBottomPct = ptr(40.0), ptr(70.0)
	v, err := q.save(q.hand, row.Tag, desk.NewCheck{Version: 1, Readings: look})
	require.NoError(t, err)
	require.Equal(t, stock.InWork, v.Tree.State)
	_, err = q.Correct(ctx, q.hand, row.Tag, key(), "shave", true)
	assert.ErrorAs(t, err, new(desk.Refused), "not on its list")
	for _, w := range v.Current().Assessment.Work {
		v, err = q.Correct(ctx, q.hand, row.Tag, key(), w.Key, true)
		require.NoError(t, err)
	}
	assert.True(t, v.Done["clear"] && v.Done["slice"])
	v, err = q.Correct(ctx, q.hand, row.Tag, key(), "slice", false)
	require.NoError(t, err)
	assert.False(t, v.Done["slice"])
	assert.Len(t, v.Corrections, 3, "taking back is an entry too")
	v, err = q.Correct(ctx, q.hand, row.Tag, key(), "slice", true)
	require.NoError(t, err)
	again := stock.AfterWork(v.Current().Assessment, v.Current().Readings, func(k string) bool { return v.Done[k] })
	v, err = q.save(q.hand, row.Tag, desk.NewCheck{Version: v.Tree.Version, AfterWork: true, Readings: again})
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, v.Tree.State)
}

func TestASendBackIsAProposalUntilAManagerConfirms(t *testing.T) {
	q := open(t)
	row := q.treeIn(stock.Apart)
	v, err := q.Tree(ctx, q.hand, row.Tag)
	require.NoError(t, err)
	for _, who := range []desk.Caller{q.hand, q.advisor} {
		_, err = q.MoveTree(ctx, who, row.Tag, key(), desk.Move{Version: v.Tree.Version, To: stock.SentBack})
		assert.ErrorIs(t, err, desk.ErrNotAllowed)
	}
	v, err = q.MoveTree(ctx, q.manager, row.Tag, key(), desk.Move{Version: v.Tree.Version, To: stock.SentBack, Note: "rot"})
	require.NoError(t, err)
	assert.Equal(t, stock.SentBack, v.Tree.State)
	_, err = q.SaveCheck(ctx, q.hand, row.Tag, key(), desk.NewCheck{Version: v.Tree.Version, Readings: soundLook()})
	var refused desk.Refused
	require.ErrorAs(t, err, &refused)
	assert.Equal(t, "tree-sent-back", refused.Code)
}

func ask(q quarrywell, customer string) desk.Issue {
	row := q.treeIn(stock.ForSale)
	t, err := q.Store.TreeByTag(ctx, row.Tag)
	require.NoError(q.t, err)
	return desk.Issue{TreeVersion: t.Version, Units: "metric", Language: "en-US", PlanAsk: desk.PlanAsk{Tag: row.Tag, SpotID: q.spotOf(customer),
		PlantingOn: "2026-11-25", HighC: 6, Ground: "workable", Buds: "dormant", StandsAlone: true}}
}

func TestASheetIsFrozenAndReservesItsTree(t *testing.T) {
	q := open(t)
	issue := ask(q, "Petra Averill")
	sheet, err := q.IssueSheet(ctx, q.advisor, key(), issue)
	require.NoError(t, err)
	assert.Equal(t, 3, sheet.Number)
	tr, err := q.Store.TreeByTag(ctx, issue.Tag)
	require.NoError(t, err)
	assert.Equal(t, stock.Reserved, tr.State)
	require.NoError(t, q.ChangeRule(ctx, q.manager, desk.RuleChange{Key: string(rules.HoleRaiseGood), Value: "60", Reason: "our ground settles"}))
	again, err := q.Sheet(ctx, q.advisor, sheet.Number)
	require.NoError(t, err)
	assert.InDelta(t, 25, again.Content.Plan.Hole.FinishedRaiseMM, 0.01, "a changed rule does not change an issued sheet")
	_, err = q.IssueSheet(ctx, q.advisor, key(), issue)
	assert.Error(t, err, "a reserved tree goes to nobody else")
}

func TestNoSignatureReplacesAMarking(t *testing.T) {
	q := open(t)
	issue := ask(q, "Caspar Lund")
	issue.SignedReason = "I know the ground"
	_, err := q.IssueSheet(ctx, q.manager, key(), issue)
	require.Error(t, err, "drainage was never measured, and cannot be while services are unmarked")
	_, err = q.RecordDrainage(ctx, q.advisor, issue.SpotID, key(), desk.NewDrainageTest{HoleWidthMM: 300, Readings: drainsWell()})
	var refused desk.Refused
	require.ErrorAs(t, err, &refused)
	assert.Equal(t, "services-unmarked", refused.Code, "the drainage hole is a digging step too")

	marked := desk.NewMarking{Reference: "LM-1", MarkedOn: "2026-11-20", ExpiresOn: "2026-11-25", MarkedBy: "county", PrivateLines: "none"}
	_, err = q.RecordMarking(ctx, q.advisor, issue.SpotID, key(), marked)
	require.NoError(t, err)
	_, err = q.RecordDrainage(ctx, q.advisor, issue.SpotID, key(), desk.NewDrainageTest{HoleWidthMM: 300, Readings: drainsWell()})
	require.NoError(t, err)
	q.Now = func() time.Time { return time.Date(2026, 11, 26, 10, 0, 0, 0, time.UTC) } // the record has expired
	_, err = q.IssueSheet(ctx, q.manager, key(), issue)
	require.ErrorAs(t, err, &refused)
	assert.Equal(t, "services-unmarked", refused.Code)
	draft, err := q.Draft(ctx, q.advisor, issue)
	require.NoError(t, err, "a draft may be drawn")
	assert.True(t, draft.Content.Plan.Locked)
}

func TestAnOpenStopIsSignedForWithAReason(t *testing.T) {
	q := open(t)
	issue := ask(q, "Petra Averill")
	issue.Ground = "frozen"
	_, err := q.IssueSheet(ctx, q.advisor, key(), issue)
	var refused desk.Refused
	require.ErrorAs(t, err, &refused)
	assert.Equal(t, "sign-with-reason", refused.Code)
	issue.SignedReason = "heeled in until it thaws"
	sheet, err := q.IssueSheet(ctx, q.advisor, key(), issue)
	require.NoError(t, err)
	assert.Equal(t, issue.SignedReason, sheet.SignedReason)
}

func TestMatchRanksWhatMayBeSold(t *testing.T) {
	q := open(t)
	_, list, err := q.Match(ctx, q.advisor, q.spotOf("Petra Averill"))
	require.NoError(t, err)
	counts, err := q.Store.CountByState(ctx)
	require.NoError(t, err)
	assert.Len(t, list, counts[stock.ForSale])
	for i := 1; i < len(list); i++ {
		a, b := list[i-1], list[i]
		if (len(a.Result.ExcludedBy) > 0) == (len(b.Result.ExcludedBy) > 0) {
			assert.GreaterOrEqual(t, a.Result.Overall, b.Result.Overall-1e-9)
		}
	}
	_, wet, err := q.Match(ctx, q.advisor, q.spotOf("Dorian Pell"))
	require.NoError(t, err)
	assert.Equal(t, "Black alder", wet[0].Tree.Lot.Kind.Common, "only what lives in standing water comes first in a ditch")
	_, _, err = q.Match(ctx, q.hand, q.spotOf("Dorian Pell"))
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
}

func TestStaleSpotShowsBothStates(t *testing.T) {
	q := open(t)
	id := q.spotOf("Petra Averill")
	v, err := q.Spot(ctx, q.advisor, id)
	require.NoError(t, err)
	change := desk.SpotChange{Version: v.Spot.Version, SiteVersion: v.Spot.Site.Version, Name: "front lawn", LatDeg: 47.1, Ground: v.Spot.Ground, Climate: v.Spot.Site.Climate}
	change.Ground.SunH = ptr(3.0)
	_, err = q.SaveSpot(ctx, q.advisor, id, change)
	require.NoError(t, err)
	change.Ground.SunH = ptr(9.0)
	_, err = q.SaveSpot(ctx, q.manager, id, change)
	var stale desk.Stale
	require.ErrorAs(t, err, &stale)
	assert.InDelta(t, 3, *stale.Current.(desk.SpotView).Spot.Ground.SunH, 0)
}

func TestBadGroundNamesTheField(t *testing.T) {
	q := open(t)
	id := q.spotOf("Petra Averill")
	v, err := q.Spot(ctx, q.advisor, id)
	require.NoError(t, err)
	for field, spoil := range map[string]func(*desk.SpotChange){
		"ground.sun_h":            func(c *desk.SpotChange) { c.Ground.SunH = ptr(25.0) },
		"ground.ph":               func(c *desk.SpotChange) { c.Ground.PH = ptr(15.0) },
		"ground.clay_mm":          func(c *desk.SpotChange) { c.Ground.ClayMM = nil },
		"ground.soil_class":       func(c *desk.SpotChange) { c.Ground.SoilClass = "mud" },
		"climate.last_frost_day":  func(c *desk.SpotChange) { c.Climate.LastFrostDay = nil },
		"climate.first_frost_day": func(c *desk.SpotChange) { c.Climate.FirstFrostDay = ptr(0) },
		"name":                    func(c *desk.SpotChange) { c.Name = "  " },
		"lat_deg":                 func(c *desk.SpotChange) { c.LatDeg = 80 },
	} {
		change := desk.SpotChange{Version: v.Spot.Version, SiteVersion: v.Spot.Site.Version, Name: "front lawn", LatDeg: 47.1, Ground: v.Spot.Ground, Climate: v.Spot.Site.Climate}
		spoil(&change)
		_, err := q.SaveSpot(ctx, q.advisor, id, change)
		var l fault.List
		require.ErrorAs(t, err, &l, field)
		assert.True(t, l.Has(field), "%s: %v", field, l)
	}
}

func TestGuessingIsSlowedDown(t *testing.T) {
	q := open(t)
	now := q.Now()
	q.Now = func() time.Time { return now }
	for range 5 {
		_, err := q.SignIn(ctx, "ilsa", "wrong", "10.0.0.1")
		require.ErrorIs(t, err, desk.ErrWrongSignIn)
	}
	var slow desk.SlowDown
	_, err := q.SignIn(ctx, "ilsa", "yard-quarrywell", "10.0.0.1")
	require.ErrorAs(t, err, &slow, "even the right password waits")
	now = now.Add(slow.Wait)
	_, err = q.SignIn(ctx, " ILSA ", "yard-quarrywell", "10.0.0.1")
	require.NoError(t, err)
	_, err = q.SignIn(ctx, "nobody-here", "x", "10.0.0.2")
	assert.ErrorIs(t, err, desk.ErrWrongSignIn, "an unknown name answers like a wrong password")
}

func TestHouseRulesAreChangedByAManagerWithAReason(t *testing.T) {
	q := open(t)
	change := desk.RuleChange{Key: string(rules.MulchGap), Value: "120", Reason: "voles"}
	assert.ErrorIs(t, q.ChangeRule(ctx, q.advisor, change), desk.ErrNotAllowed)
	require.NoError(t, q.ChangeRule(ctx, q.manager, change))
	assert.InDelta(t, 120, q.caller("ilsa").House.Value(rules.MulchGap), 0, "it holds for everybody at once")
	require.NoError(t, q.ChangeRule(ctx, q.manager, desk.RuleChange{Key: "school:flare", Value: "proud", Reason: "wet years"}))
	assert.Equal(t, "proud", q.caller("ilsa").House.School(rules.StepFlare))
	for _, bad := range []desk.RuleChange{{Key: "x.y", Value: "1", Reason: "r"}, {Key: string(rules.MulchGap), Value: "9000", Reason: "r"},
		{Key: string(rules.MulchGap), Value: "wide", Reason: "r"}, {Key: string(rules.MulchGap), Value: "100", Reason: " "}} {
		err := q.ChangeRule(ctx, q.manager, bad)
		assert.True(t, errors.As(err, new(fault.List)), "%+v", bad)
	}
}
