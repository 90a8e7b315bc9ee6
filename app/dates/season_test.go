package dates_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/dates"
	"sedum/app/ground"
	"sedum/app/journeys"
	"sedum/app/planted"
	"sedum/app/sheets"
	coreground "sedum/core/ground"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

// What the yard did to a tree and what the customer wants of it reach its dates: a side shoot that was tied up for the broken top, wires at the
// wall; and neither is said of a tree that has it not.
func TestWhatATreeHasReachesItsDates(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	codes := func(tag string) map[string]bool {
		number, err := Did[int](w, w.Advisor, "issue-sheet", kernel.None{}, sheets.Issue{TreeVersion: w.Tree(tag).Version, Units: "metric", Language: "en-US", SignedReason: "they water it",
			PlanAsk: sheets.PlanAsk{Tag: tag, SpotID: spot.ID, PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}})
		require.NoError(t, err)
		w.Deed(w.Advisor, "record-planted", ByNumber(number), planted.NewPlanted{PlantedOn: "2026-11-25"})
		out := map[string]bool{}
		for _, d := range Saw[dates.Page](w, "see-dates", ByID(Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(number)).ID)).Dates {
			out[d.Code] = true
		}
		return out
	}
	plain := codes(w.TreeIn(stock.ForSale).Tag)
	assert.False(t, plain["leader-look"] || plain["leader-off"] || plain["tie-in"])

	tag := w.TreeIn(stock.ForSale).Tag
	id, err := Did[string](w, w.Hand, "record-damage", ByTag(tag), journeys.NewDamage{Journey: yard.GoingHome, Damage: yard.BrokenLeader})
	require.NoError(t, err)
	w.Deed(w.Hand, "repair-damage", journeys.Of{ByTag: ByTag(tag), ByID: ByID(id)}, journeys.Repaired{Repaired: true})
	at := w.SpotOf("Petra Averill")
	change := ground.Change{Version: at.Version, SiteVersion: at.SiteVersion, Name: at.Name, LatDeg: at.LatDeg, Ground: at.Ground, Climate: at.Climate}
	change.Ground.GrownAs = coreground.GrownWall
	w.Deed(w.Advisor, "save-spot", ByID(spot.ID), change)
	has := codes(tag)
	assert.True(t, has["leader-look"] && has["leader-off"], "the cord comes off again")
	assert.True(t, has["tie-in"], "what grows on wires is tied in")
}
