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
	_, err = issue(w, w.Manager, i)
	Refused(t, err, "services-unmarked")
	drawn, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, i.PlanAsk)
	require.NoError(t, err, "it may be drawn")
	assert.True(t, drawn.Plan.Locked)
}

func TestAnOpenStopIsSignedForWithAReason(t *testing.T) {
	w := Open(t)
	i := ask(w, "Petra Averill")
	i.Ground = "frozen"
	_, err := issue(w, w.Advisor, i)
	Refused(t, err, "sign-with-reason")
	i.SignedReason = " heeled in until it thaws "
	number, err := issue(w, w.Advisor, i)
	require.NoError(t, err)
	assert.Equal(t, "heeled in until it thaws", sheet(w, number).SignedReason)
}
