package catalogue_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/catalogue"
	"sedum/app/match"
	"sedum/core/fault"
	"sedum/core/ground"
	"sedum/core/kind"
	"sedum/kernel"
)

// A manager puts a kind on a local list: the caution stands in the list of kinds and in every match, and goes when it is taken off. A list of
// poisonous plants counts for who lives at the spot.
func TestALocalListFollowsTheKind(t *testing.T) {
	w := Open(t)
	spot := w.SpotOf("Petra Averill")
	line := func() catalogue.Line {
		for _, k := range Saw[catalogue.All](w, "list-kinds", kernel.None{}).Kinds {
			if k.Common == "Hornbeam" {
				return k
			}
		}
		return catalogue.Line{}
	}
	cautions := func() []string {
		for _, k := range Saw[match.Ranked](w, "match", match.Ask{ByID: ByID(spot.ID)}).Kinds {
			if k.Common == "Hornbeam" {
				return k.Cautions
			}
		}
		return nil
	}
	id, before := line().ID, cautions()
	put := func(lists ...catalogue.Listed) error {
		return w.Err(w.Manager, "list-kind", ByID(id), catalogue.Lists{Version: Saw[catalogue.Whole](w, "see-kind", ByID(id)).Version, Lists: lists})
	}
	require.NoError(t, put(catalogue.Listed{List: kind.ListedInvasive, Who: " the county ", On: "2026-11-01"}, catalogue.Listed{List: kind.ListedPoison, Who: "the county", On: "2026-11-01"}))
	assert.Equal(t, "listed-invasive", string(line().Cautions[0].Code))
	assert.Len(t, cautions(), len(before)+2)
	assert.Equal(t, "the county", Saw[catalogue.Whole](w, "see-kind", ByID(id)).Facts.Lists[0].Who)
	assert.Contains(t, ground.Children.Harms(), ground.Harm("poison"))
	require.NoError(t, put())
	assert.Equal(t, before, cautions())
	for field, l := range map[string]catalogue.Listed{"lists.0.who": {List: "poison", On: "2026-11-01"}, "lists.0.on": {List: "poison", Who: "x", On: "2027-11-01"}} {
		var f fault.List
		require.ErrorAs(t, put(l), &f, field)
		assert.Equal(t, field, f[0].Field)
	}
	var stale kernel.Stale
	require.ErrorAs(t, w.Err(w.Manager, "list-kind", ByID(id), catalogue.Lists{Version: 1}), &stale)
}
