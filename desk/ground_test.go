package desk_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

// A second spot of the same customer shares the site: its address and its climate, not its ground.
func TestAnotherSpotOnTheSameSite(t *testing.T) {
	q := open(t)
	first := q.spotOf("Petra Averill")
	same := key()
	a, err := q.AddSpot(ctx, q.advisor, same, first, "  by the gate ")
	require.NoError(t, err)
	b, err := q.AddSpot(ctx, q.advisor, same, first, "  by the gate ")
	require.NoError(t, err)
	assert.Equal(t, a.Spot.ID, b.Spot.ID, "sent twice, it is there once")
	before, err := q.Spot(ctx, q.advisor, first)
	require.NoError(t, err)
	assert.Equal(t, "by the gate", a.Spot.Name)
	assert.Equal(t, before.Spot.SiteID, a.Spot.SiteID)
	assert.Equal(t, before.Spot.Site.Climate, a.Spot.Site.Climate)
	assert.Empty(t, a.Tests, "nobody dug a drainage hole there")

	_, err = q.AddSpot(ctx, q.advisor, key(), first, "   ")
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.Fault{Field: "spot_name", Code: fault.Required}, l[0])
	_, err = q.AddSpot(ctx, q.advisor, key(), "nowhere", "x")
	assert.ErrorIs(t, err, store.ErrMissing)
	_, err = q.AddSpot(ctx, q.hand, key(), first, "x")
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
}

// What is typed about a spot is answered and not kept.
func TestASpotIsReadWhileItIsTyped(t *testing.T) {
	q := open(t)
	id := q.spotOf("Petra Averill")
	v, err := q.Spot(ctx, q.advisor, id)
	require.NoError(t, err)
	change := desk.SpotChange{Name: v.Spot.Name, LatDeg: v.Spot.Site.LatDeg, Ground: v.Spot.Ground, Climate: v.Spot.Site.Climate}
	change.Ground.SandMM, change.Ground.SiltMM, change.Ground.ClayMM = ptr(20.0), ptr(30.0), ptr(50.0) // half of it clay: clay by the triangle
	typed, err := q.ReadSpot(ctx, q.advisor, id, change)
	require.NoError(t, err)
	require.NotNil(t, typed.Soil)
	assert.Equal(t, "clay", typed.Soil.Class)
	assert.NotEqual(t, "clay", v.Reading.Soil.Class)
	after, err := q.Spot(ctx, q.advisor, id)
	require.NoError(t, err)
	assert.Equal(t, v.Spot.Ground, after.Spot.Ground, "nothing is kept")
	assert.Equal(t, v.Reading, after.Reading)

	change.Ground.SoilClass, change.Ground.SandMM, change.Ground.SiltMM, change.Ground.ClayMM = "porridge", nil, nil, nil
	_, err = q.ReadSpot(ctx, q.advisor, id, change)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "ground.soil_class", l[0].Field)
}

// A note to a grower can be read before it is sent: the draft says what the note will, and nothing happens.
func TestANoteIsDraftedBeforeItIsSent(t *testing.T) {
	q := open(t)
	tag := q.treeIn(stock.Unchecked).Tag
	q.judge(tag, true)
	v, err := q.Tree(ctx, q.hand, tag)
	require.NoError(t, err)
	ask := desk.NewGrowerNote{Asked: "replace", Message: " soft on opening ", Language: "en-GB", Units: "metric"}
	draft, err := q.DraftGrowerNote(ctx, q.manager, v.Lot.Number, ask)
	require.NoError(t, err)
	assert.Zero(t, draft.Number)
	assert.Equal(t, "soft on opening", draft.Content.Message)
	assert.Equal(t, 1, draft.Content.Returned)
	found := false
	for _, f := range draft.Content.Findings {
		found = found || f.Tag == tag
	}
	assert.True(t, found)
	still, err := q.Tree(ctx, q.hand, tag)
	require.NoError(t, err)
	assert.Equal(t, stock.Apart, still.Tree.State, "nothing went back")
	sent, err := q.SendGrowerNote(ctx, q.manager, v.Lot.Number, key(), ask)
	require.NoError(t, err)
	assert.Equal(t, draft.Content, sent.Content, "the note says what its draft said")
	_, err = q.DraftGrowerNote(ctx, q.hand, v.Lot.Number, ask)
	require.NoError(t, err, "whoever sees the yard may read it")
	_, err = q.SendGrowerNote(ctx, q.hand, v.Lot.Number, key(), ask)
	assert.ErrorIs(t, err, desk.ErrNotAllowed, "but only a manager sends one")
}

// A root that is longer than its hole is deep is never bent: the desk says by how much, as the calculator does.
func TestARootAgainstItsHole(t *testing.T) {
	q := open(t)
	in := stock.BareRootInput{CaliperMM: 8, RootSpreadMM: 230, RootLengthMM: 300, HoleDepthMM: 250, Drainage: "good", Moisture: "moist", Buds: "dormant",
		School: "never-trim"}
	got, err := q.CheckHole(q.hand, in)
	require.NoError(t, err)
	// 20 mm of loosened soil under the tips (house rule): the hole gets deeper, the root is not trimmed.
	assert.InDelta(t, 320, got.RequiredHoleDepthMM, 0.01)
	assert.Zero(t, got.TrimMM)
	in.HoleDepthMM = 0
	_, err = q.CheckHole(q.hand, in)
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "hole_depth_mm", l[0].Field)
	_, err = q.CheckHole(desk.Caller{}, in)
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
}
