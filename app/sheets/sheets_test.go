package sheets_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/ground"
	"sedum/app/rules"
	"sedum/app/sheets"
	"sedum/core/fault"
	core "sedum/core/ground"
	house "sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

func ask(w *World, customer string) sheets.Issue {
	t := w.TreeIn(stock.ForSale)
	return sheets.Issue{TreeVersion: t.Version, Units: "metric", Language: "en-US", PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: w.SpotOf(customer).ID,
		PlantingOn: "2026-11-25", HighC: 6, Ground: "workable", Buds: "dormant", StandsAlone: true}}
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
	require.Empty(t, drawn.Stops)
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Equal(t, 3, number)
	assert.Equal(t, stock.Reserved, w.Tree(i.Tag).State)
	before := Saw[sheets.Page](w, "see-sheet", ByNumber(number))
	w.Deed(w.Manager, "change-rule", kernel.None{}, rules.NewChange{Key: string(house.HoleRaiseGood), Value: "60", Reason: "our ground settles"})
	w.Manager = w.Who("wren")
	assert.InDelta(t, 25, sheet(w, number).Content.Plan.Hole.FinishedRaiseMM, 0.01, "a changed rule does not change an issued sheet")
	assert.Equal(t, before, Saw[sheets.Page](w, "see-sheet", ByNumber(number)))
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
