package arrivals_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/catalogue"
	"sedum/app/match"
	"sedum/app/sheets"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// A kind that is met and not in the catalogue is added where it stands, is matched with its unknowns named, and gets no sheet until a
// manager completes it.
func TestAnUnknownKindIsTakenInAndItsUnknownsAreNamed(t *testing.T) {
	w := Open(t)
	d := arrivals.NewDelivery{Came: arrivals.Came{Grower: "Marrow Hill Growers"}, Lots: []arrivals.NewLot{LotOf("Sourwood", stock.Container, 1)}}
	err := w.Err(w.Hand, "take-in-delivery", kernel.None{}, d)
	Fault(t, err, "lots.0.kind", fault.UnknownKind)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Empty(t, l[0].Limit, "no name is close, and none is suggested")
	d.Lots[0].Kind = "Hornbeem"
	require.ErrorAs(t, w.Err(w.Hand, "take-in-delivery", kernel.None{}, d), &l)
	assert.Equal(t, "Hornbeam", l[0].Limit)

	kind := catalogue.NewKind{Common: " Sourwood ", Botanical: "Oxydendrum arboreum", Habit: "single"}
	w.Deed(w.Hand, "add-kind", kernel.None{}, kind)
	Refused(t, w.Err(w.Hand, "add-kind", kernel.None{}, kind), "kind-there")
	number := w.TakeIn(LotOf("sourwood", stock.Container, 1))[0]
	tree := w.TreesOf(number)[0]
	w.SaveLook(tree.Tag, SoundLook())
	spot := w.SpotOf("Petra Averill")
	found := Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot.ID), Tag: tree.Tag})
	var mine *match.Kind
	for i := range found.Kinds {
		if found.Kinds[i].Common == "Sourwood" {
			mine = &found.Kinds[i]
		}
	}
	require.NotNil(t, mine)
	assert.GreaterOrEqual(t, len(mine.Unknown), 3, "%+v", mine.Unknown)
	ask := sheets.Issue{TreeVersion: w.Tree(tree.Tag).Version, Units: "metric", Language: "en-US", PlanAsk: sheets.PlanAsk{Tag: tree.Tag, SpotID: spot.ID,
		PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}}
	Refused(t, w.Err(w.Manager, "issue-sheet", kernel.None{}, ask), "too-much-unknown")

	var k catalogue.Line
	for _, each := range Saw[catalogue.All](w, "list-kinds", kernel.None{}).Kinds {
		if each.Common == "Sourwood" {
			k = each
		}
	}
	assert.True(t, k.Provisional)
	whole := Saw[catalogue.Whole](w, "see-kind", ByID(k.ID))
	assert.Contains(t, whole.Unknown, "cold_c")
	c := catalogue.Completed{Version: whole.Version, Common: "Sourwood", Botanical: "Oxydendrum arboreum", Habit: "single", ColdC: Ptr(-29.0), HeatC: Ptr(30.0),
		SunH: &[4]float64{2, 4, 12, 16}, DrainageMax: "good", PH: &[4]float64{5, 5.5, 7, 7.5}, Drought: Ptr(1), Wind: "open", Height10M: Ptr(6.0), HeightMaxM: Ptr(15.0),
		Spread10M: Ptr(4.0), SpreadMaxM: Ptr(10.0), Origin: "grower", Source: "the grower's list"}
	wrong := c
	wrong.PH = &[4]float64{7, 5, 6, 8}
	Fault(t, w.Err(w.Manager, "complete-kind", ByID(k.ID), wrong), "ph", fault.NotRising)
	w.Deed(w.Manager, "complete-kind", ByID(k.ID), c)
	var stale kernel.Stale
	assert.ErrorAs(t, w.Err(w.Manager, "complete-kind", ByID(k.ID), c), &stale)
	assert.False(t, Saw[catalogue.Whole](w, "see-kind", ByID(k.ID)).Provisional)
	w.Deed(w.Manager, "issue-sheet", kernel.None{}, ask)
}
