package sheets_test

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/catalogue"
	"sedum/app/clock"
	"sedum/app/ground"
	"sedum/app/messages"
	"sedum/app/rules"
	"sedum/app/sheets"
	"sedum/app/today"
	"sedum/app/yard"
	"sedum/core/fault"
	core "sedum/core/ground"
	"sedum/core/kind"
	"sedum/core/planting"
	house "sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

func ask(w *World, customer string) sheets.Issue {
	t := w.TreeIn(stock.ForSale)
	// The day is a risky one for it: that is signed for.
	return sheets.Issue{TreeVersion: t.Version, Units: "metric", Language: "en-US", SignedReason: "they water it", PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: w.SpotOf(customer).ID,
		PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}}
}

func issue(w *World, who kernel.Who, i sheets.Issue) (int, error) {
	return Did[int](w, who, "issue-sheet", kernel.None{}, i)
}

func sheet(w *World, number int) sheets.Sheet {
	var s sheets.Sheet
	require.NoError(w.T, w.Tx(func(tx *kernel.Tx) (err error) {
		s, err = kernel.One[sheets.Sheet](tx, "number = ?", number)
		return err
	}))
	return s
}

func TestASheetIsFrozenAndReservesItsTree(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err)
	require.Equal(t, []string{"risky-day"}, codes(drawn.Stops))
	unsigned := i
	unsigned.SignedReason = " "
	_, err = issue(w, w.Advisor, unsigned)
	Refused(t, err, "sign-with-reason")
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Equal(t, 3, number)
	assert.Equal(t, stock.Reserved, w.Tree(i.Tag).State)
	before := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.HoleRaiseGood), Value: "60", Reason: "our ground settles"})
	w.Manager = w.Who("wren")
	assert.InDelta(t, 25, sheet(w, number).Content.Plan.Hole.FinishedRaiseMM, 0.01, "a changed rule does not change an issued sheet")
	after := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	assert.Equal(t, []string{"held-until", "rules"}, codes(after.Now), "and whoever opens it is told")
	after.Now = before.Now
	assert.Equal(t, before, after)
	kept := house.Restore(sheet(w, number).Content.House)
	assert.InDelta(t, house.House{}.Value(house.HoleRaiseGood), kept.Value(house.HoleRaiseGood), 0, "and its rules are kept with it, whole")
	_, err = issue(w, w.Advisor, i)
	assert.Error(t, err, "a reserved tree goes to nobody else")
}

func TestNoSignatureReplacesAMarking(t *testing.T) {
	w := Open(t)
	i := ask(w, "Caspar Lund")
	i.SignedReason = "I know the ground"
	_, err := issue(w, w.Manager, i)
	require.Error(t, err, "drainage was never measured, and cannot be while services are unmarked")
	spot := ByID(i.SpotID)
	w.Deed(w.Advisor, "record-marking", spot, ground.NewMarking{Reference: "LM-1", MarkedOn: "2026-11-20", ExpiresOn: "2026-11-25", MarkedBy: "county", PrivateLines: "none"})
	w.Deed(w.Advisor, "record-drainage", spot, ground.NewDrainageTest{HoleWidthMM: 300, Readings: []core.Reading{{Min: 0, WaterMM: 280}, {Min: 15, WaterMM: 240},
		{Min: 30, WaterMM: 205}, {Min: 60, WaterMM: 150}, {Min: 90, WaterMM: 100}}})
	w.At(time.Date(2026, 11, 26, 10, 0, 0, 0, time.UTC)) // the record has expired
	i.PlantingOn = "2026-11-26"
	_, err = issue(w, w.Manager, i)
	Refused(t, err, "services-unmarked")
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err, "it may be drawn")
	assert.True(t, drawn.Plan.Locked)
}

func TestAnOpenStopIsSignedForWithAReason(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	spot := w.SpotOf("Petra Averill")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Ground.Water, change.Climate.SummerDeficitMM = core.WaterNone, Ptr(200.0)
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	i.SignedReason = ""
	_, err := issue(w, w.Advisor, i)
	Refused(t, err, "sign-with-reason")
	i.SignedReason = " a neighbour brings 20 L a week "
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Equal(t, "a neighbour brings 20 L a week", sheet(w, number).SignedReason)
}

// A day that is none to plant on has no steps and no sheet, whoever signs; the answer says when the next one comes.
func TestNobodySignsForADayThatIsNone(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	i.Ground, i.SignedReason = "frozen", "heeled in until it thaws"
	_, err := issue(w, w.Manager, i)
	Refused(t, err, "window-no")
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err)
	assert.Empty(t, drawn.Plan.Steps)
	assert.Nil(t, drawn.Plan.DaysToNext)
	assert.Contains(t, drawn.Words.Why, "frozen")
}

// A marking is judged on the planting day: one that ends before it locks the plan, though it holds today.
func TestAMarkingThatEndsBeforeThePlantingDayLocksThePlan(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err)
	require.False(t, drawn.Plan.Locked)
	i.PlantingOn = "2027-03-25"
	drawn, err = Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err)
	assert.True(t, drawn.Plan.Locked)
	i.SignedReason = "it will be renewed"
	_, err = issue(w, w.Manager, i)
	assert.Error(t, err)
	for day, code := range map[string]string{"2026-11-23": "at_least", "2027-12-30": "at_most"} {
		i.PlantingOn = day
		_, err = issue(w, w.Manager, i)
		var l fault.List
		require.ErrorAs(t, err, &l, day)
		assert.EqualValues(t, code, l[0].Code)
		assert.Equal(t, "planting_on", l[0].Field)
	}
}

func codes(said []kernel.Sentence) []string {
	out := []string{}
	for _, each := range said {
		out = append(out, each.Code)
	}
	return out
}

// The day, the ground, the buds and whether it stands are asked in the open: a plan is drawn without them, a sheet is not issued.
func TestASheetAsksWhatAPlanAssumes(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	i.HighC, i.Ground, i.Buds, i.StandsAlone = nil, "", "", nil
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err)
	assert.Equal(t, []string{"ground", "high_c", "buds", "stands_alone"}, drawn.Open)
	assert.NotEqual(t, "none", string(drawn.Plan.Stake.Kind), "nobody said that it stands alone")
	i.HighC, i.Ground, i.Buds = Ptr(6.0), "workable", "dormant"
	_, err = issue(w, w.Advisor, i)
	Fault(t, err, "stands_alone", fault.Required)
	i.StandsAlone = Ptr(true)
	_, err = issue(w, w.Advisor, i)
	require.NoError(t, err)
}

func withdrawn(w *World, who kernel.Who, number int, reason string) (int, error) {
	return Did[int](w, who, "withdraw-sheet", ByNumber(number), sheets.Withdrawal{Reason: reason})
}

// A sheet that is withdrawn lets its tree go and says so; it cannot be withdrawn twice; once the tree is sold only a manager does it.
func TestASheetIsWithdrawn(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	_, err = withdrawn(w, w.Advisor, number, "  ")
	Fault(t, err, "reason", fault.Required)
	_, err = withdrawn(w, w.Advisor, number, "They wait for spring.")
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, w.Tree(i.Tag).State)
	p := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	assert.Equal(t, []string{"withdrawn"}, codes(p.Now))
	assert.Contains(t, p.Now[0].Text, "They wait for spring.")
	assert.False(t, p.MayWithdraw)
	_, err = withdrawn(w, w.Manager, number, "again")
	Refused(t, err, "sheet-withdrawn")

	i.TreeVersion = w.Tree(i.Tag).Version
	again, err := issue(w, w.Advisor, i)
	require.NoError(t, err, "the tree is free for another sheet")
	w.Deed(w.Advisor, "move-tree", ByTag(i.Tag), bench.Move{Version: w.Tree(i.Tag).Version, To: stock.Sold})
	_, err = withdrawn(w, w.Advisor, again, "wrong address")
	require.ErrorIs(t, err, kernel.ErrNotAllowed)
	_, err = withdrawn(w, w.Manager, again, "wrong address")
	require.NoError(t, err)
	assert.Equal(t, stock.Sold, w.Tree(i.Tag).State, "the tree has left; only the sheet is withdrawn")
}

// A revision takes the place of its sheet and keeps the tree; the calendar's entries keep their identity and count up.
func TestASheetIsRevised(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	first, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	i.TreeVersion, i.Replaces, i.PlantingOn = w.Tree(i.Tag).Version, first, "2026-11-27"
	second, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Equal(t, stock.Reserved, w.Tree(i.Tag).State)
	old, revised := sheet(w, first), sheet(w, second)
	assert.Equal(t, second, *old.ReplacedBy)
	assert.Equal(t, first, *revised.Replaces)
	assert.Equal(t, old.Series, revised.Series)
	assert.Equal(t, 1, revised.Revision)
	assert.Equal(t, []string{"replaced"}, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(first)).Now))
	held := Saw[sheets.OfTree](w, "sheets-of-tree", ByTag(i.Tag))
	assert.Equal(t, second, held.Holds)
	assert.Len(t, held.Sheets, 2)
	i.TreeVersion, i.Replaces = w.Tree(i.Tag).Version, first
	_, err = issue(w, w.Advisor, i)
	Refused(t, err, "sheet-withdrawn")
}

// A reservation says before that it ends, and ends by the house rule, each once, without anybody asking.
func TestAReservationRunsOut(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill") // planted on 25 November, held for 14 days more
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	told := func() (out []string) {
		all, err := Did[messages.All](w, w.Advisor, "list-messages", kernel.None{}, nil)
		require.NoError(t, err)
		for _, m := range all.Messages {
			if strings.Contains(m.Text, i.Tag) {
				out = append(out, m.Text)
			}
		}
		return out
	}
	before := len(told())
	w.At(time.Date(2026, 12, 4, 10, 0, 0, 0, time.UTC))
	w.Job("sheet-watch")
	assert.Len(t, told(), before)
	w.At(time.Date(2026, 12, 7, 10, 0, 0, 0, time.UTC))
	w.Job("sheet-watch")
	w.Job("sheet-watch")
	require.Len(t, told(), before+1)
	assert.Contains(t, told()[0], "December 9, 2026")
	assert.Equal(t, stock.Reserved, w.Tree(i.Tag).State)
	w.At(time.Date(2026, 12, 10, 10, 0, 0, 0, time.UTC))
	w.Job("sheet-watch")
	w.Job("sheet-watch")
	assert.Len(t, told(), before+2)
	assert.Equal(t, stock.ForSale, w.Tree(i.Tag).State)
	assert.NotNil(t, sheet(w, number).WithdrawnAt)
}

// What changes under a sheet is told to whoever opens it: the ground, the marking, the tree.
func TestASheetTellsWhatChangedUnderIt(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	now := func() []string { return codes(Saw[sheets.Page](w, "see-sheet", ByNumber(number)).Now) }
	assert.Equal(t, []string{"held-until"}, now())
	spot := w.SpotOf("Petra Averill")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Ground.RaiseMM = 150
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	assert.Equal(t, []string{"held-until", "ground"}, now())
	w.Deed(w.Advisor, "move-tree", ByTag(i.Tag), bench.Move{Version: w.Tree(i.Tag).Version, To: stock.Sold})
	assert.Equal(t, []string{"ground"}, now())
	// Issued by an earlier program that told one step less: the house's rules are not blamed.
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		s, err := kernel.One[sheets.Sheet](tx, "number = ?", number)
		if err != nil {
			return err
		}
		s.Content.Plan.Steps = s.Content.Plan.Steps[:len(s.Content.Plan.Steps)-1]
		kept, err := json.Marshal(s.Content)
		if err != nil {
			return err
		}
		_, err = kernel.Change[sheets.Sheet](tx, map[string]any{"content": string(kept)}, "number = ?", number)
		return err
	}))
	assert.Equal(t, []string{"ground", "program"}, now())
	w.At(w.Clock().AddDate(0, 0, 3))
	assert.Empty(t, now(), "after its day it is a record")
}

// Whoever holds a sheet for bare roots is told when they are spent, once; every list and the page say so at that moment, without a job.
func TestWhoHoldsASheetIsToldWhenItsRootsAreSpent(t *testing.T) {
	w := Open(t)
	number := w.TakeIn(LotOf("Hazel", stock.BareRoot, 4))[0]
	tags := w.TreesOf(number)
	look := stock.Readings{CaliperMM: Ptr(10.0), HeightM: Ptr(1.2), Above: SoundLook().Above, BareRoot: &stock.BareRootLook{SpreadMM: Ptr(400.0), LengthMM: Ptr(280.0),
		Sides: Ptr(4), SoilLineMM: Ptr(20.0), Moisture: "moist", Mould: Ptr(false), Buds: "dormant", BrokenRoots: Ptr(0)}}
	w.SaveLook(tags[0].Tag, look)
	w.SaveLook(tags[1].Tag, look)
	i := sheets.Issue{TreeVersion: w.Tree(tags[0].Tag).Version, Units: "metric", Language: "en-US", SignedReason: "they know", PlanAsk: sheets.PlanAsk{Tag: tags[0].Tag,
		SpotID: w.SpotOf("Petra Averill").ID, PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}}
	n, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	forSale := Saw[today.Board](w, "today", kernel.None{}).Counts[stock.ForSale]
	w.Deed(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: number, Cover: stock.BareSunWind, TempC: Ptr(35.0), RHPct: Ptr(10.0)})
	w.At(w.Clock().Add(10 * time.Hour)) // still the day of the sheet
	assert.Contains(t, codes(Saw[sheets.Page](w, "see-sheet", ByNumber(n)).Now), "spent")
	board := Saw[today.Board](w, "today", kernel.None{})
	assert.Equal(t, 1, board.Spent)
	assert.Equal(t, forSale-1, board.Counts[stock.ForSale])
	for _, row := range Saw[yard.Trees](w, "list-trees", yard.TreesAsk{Lot: number, Limit: 60}).Trees {
		assert.Equal(t, row.Tag == tags[1].Tag, row.Spent, row.Tag)
	}
	assert.Equal(t, "spent, not for sale", w.Tree(tags[1].Tag).StateWord)
	w.Job("sheet-watch")
	w.Job("sheet-watch")
	all, err := Did[messages.All](w, w.Advisor, "list-messages", kernel.None{}, nil)
	require.NoError(t, err)
	told := 0
	for _, m := range all.Messages {
		if strings.Contains(m.Text, tags[0].Tag) && strings.Contains(m.Text, "spent") {
			told++
		}
	}
	assert.Equal(t, 1, told)
}

// A sale that is taken back after its sheet was withdrawn leaves a tree that is free: no reservation without a sheet that can be let go.
func TestASaleTakenBackIsReservedOnlyByASheet(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	sell := func() {
		w.Deed(w.Advisor, "move-tree", ByTag(i.Tag), bench.Move{Version: w.Tree(i.Tag).Version, To: stock.Sold})
	}
	back := func() stock.State {
		w.Deed(w.Manager, "take-back-move", ByTag(i.Tag), bench.TakenBack{Version: w.Tree(i.Tag).Version, Reason: "the wrong tag"})
		return w.Tree(i.Tag).State
	}
	sell()
	assert.Equal(t, stock.Reserved, back(), "its sheet holds it still")
	sell()
	_, err = withdrawn(w, w.Manager, number, "they moved away")
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, back())
}

// A kind that may harm who lives at the spot is handed over only when somebody says who was told; the sheet says so.
func TestWhatHarmsWhoLivesThereIsConfirmed(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	spot := w.SpotOf("Petra Averill")
	change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
	change.Ground.LivesHere = []core.Resident{core.Children, core.Pets, core.Grazing}
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	_, err := issue(w, w.Advisor, i)
	require.NoError(t, err, "it harms nobody, as far as the catalogue knows")
	w = Open(t)
	i = ask(w, "Petra Averill")
	w.Deed(w.Advisor, "save-spot", ByID(w.SpotOf("Petra Averill").ID), change)
	var kindID string
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		kindID, err = kernel.Value[string](tx, "SELECT l.kind_id FROM trees t JOIN lots l ON l.id = t.lot_id WHERE t.tag = ?", i.Tag)
		return err
	}))
	// A manager learns that it is poisonous: whatever is planned from then on knows it.
	now := Saw[catalogue.Whole](w, "see-kind", ByID(kindID))
	text, err := json.Marshal(now.Facts)
	require.NoError(t, err)
	var whole catalogue.Completed
	require.NoError(t, json.Unmarshal(text, &whole))
	whole.Version, whole.Common, whole.Botanical, whole.Habit, whole.Source = now.Version, now.Common, now.Botanical, now.Habit, "a toxicologist"
	whole.Origin = kind.House
	whole.Cautions = []planting.Caution{"poison"}
	w.Deed(w.Manager, "complete-kind", ByID(kindID), whole)
	i.SignedReason = ""
	_, err = issue(w, w.Advisor, i)
	Refused(t, err, "sign-with-reason")
	i.SignedReason = "the mother, and the gate stays shut"
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Contains(t, sheet(w, number).Content.Input.Standing.HarmsHere, core.Harm("poison"))
}

// Where somebody must allow it nobody plants before their leave is on record, whoever signs; leave that has ended is none.
func TestLeaveIsOnRecordFirst(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	put := func(a core.Around) {
		spot := w.SpotOf("Petra Averill")
		change := ground.Change{Version: spot.Version, SiteVersion: spot.SiteVersion, Name: spot.Name, LatDeg: spot.LatDeg, Ground: spot.Ground, Climate: spot.Climate}
		change.Ground.Around = a
		w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	}
	i.SignedReason = "the customer wants it"
	put(core.Around{LeaveNeeded: Ptr(true), LeaveBy: "the town"})
	_, err := issue(w, w.Advisor, i)
	Refused(t, err, "leave")
	assert.Contains(t, w.SpotOf("Petra Averill").Reading.Asks[0].Text, "Leave is needed here of the town")
	put(core.Around{LeaveNeeded: Ptr(true), LeaveBy: "the town", LeaveRef: "V 17", LeaveUntil: "2020-01-01"})
	_, err = issue(w, w.Advisor, i)
	Refused(t, err, "leave")
	i.SignedReason = "they water it"
	planting, err := time.Parse(time.DateOnly, i.PlantingOn)
	require.NoError(t, err)
	put(core.Around{LeaveNeeded: Ptr(true), LeaveBy: "the town", LeaveRef: "V 17", LeaveUntil: planting.AddDate(0, 0, -1).Format(time.DateOnly)})
	_, err = issue(w, w.Advisor, i)
	Refused(t, err, "leave")
	put(core.Around{LeaveNeeded: Ptr(true), LeaveBy: "the town", LeaveRef: "V 17", LeaveUntil: i.PlantingOn})
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	codes := func() (out []string) {
		for _, n := range Saw[sheets.Page](w, "see-sheet", ByNumber(number)).Now {
			out = append(out, n.Code)
		}
		return out
	}
	assert.NotContains(t, codes(), "ground")
	put(core.Around{LeaveNeeded: Ptr(true), LeaveBy: "the town"})
	assert.Contains(t, codes(), "ground", "who opens the sheet is told that the leave is gone")
}

// Another tree goes in the place of a sheet's tree: the new sheet says so, the old one is replaced, its tree is free again and the new one reserved. Of another
// spot it is no revision; a tree that was sold meanwhile is a manager's to replace.
func TestAnotherTreeInThePlaceOfASheets(t *testing.T) {
	w := Open(t)
	first := ask(w, "Petra Averill")
	number, err := issue(w, w.Advisor, first)
	require.NoError(t, err)
	second := ask(w, "Petra Averill")
	require.NotEqual(t, first.Tag, second.Tag)
	second.Replaces = number
	elsewhere := second
	elsewhere.SpotID = w.SpotOf("Dorian Pell").ID
	_, err = issue(w, w.Advisor, elsewhere)
	Refused(t, err, "sheet-of-another")
	next, err := issue(w, w.Advisor, second)
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, w.Tree(first.Tag).State)
	assert.Equal(t, stock.Reserved, w.Tree(second.Tag).State)
	was, is := sheet(w, number), sheet(w, next)
	assert.Equal(t, next, *was.ReplacedBy)
	assert.Equal(t, number, *is.Replaces)
	assert.Equal(t, was.Series, is.Series, "its calendar follows")
	assert.Equal(t, 1, is.Revision)
	again := ask(w, "Petra Averill")
	again.Replaces = number
	_, err = issue(w, w.Advisor, again)
	Refused(t, err, "sheet-withdrawn")
	// Sold, and taken home dead: the advisor may not, a manager may; the sold tree stays sold.
	w.Deed(w.Advisor, "move-tree", ByTag(second.Tag), bench.Move{Version: w.Tree(second.Tag).Version, To: stock.Sold})
	third := ask(w, "Petra Averill")
	third.Replaces = next
	_, err = issue(w, w.Advisor, third)
	require.ErrorIs(t, err, kernel.ErrNotAllowed)
	last, err := issue(w, w.Manager, third)
	require.NoError(t, err)
	assert.Equal(t, stock.Sold, w.Tree(second.Tag).State)
	assert.Equal(t, stock.Reserved, w.Tree(third.Tag).State)
	assert.Equal(t, 2, sheet(w, last).Revision)
}
