package desk_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
	"sedum/store"
)

// bareLot takes in bare roots and sets the clock of the desk.
func (q quarrywell) bareLot(at time.Time, count int) int {
	q.Now = func() time.Time { return at }
	lot := aLot("Hazel", stock.BareRoot, count)
	lot.Size = "whip"
	return q.takeIn(lot).Lots[0].Number
}

func TestWaitingRootsAreFeltOnceADayAndWettedInTheSameTouch(t *testing.T) {
	q := open(t)
	base := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	lot := q.bareLot(base, 10)
	u := q.unit(lot, "")
	assert.True(t, u.FeelToday)
	assert.Nil(t, u.Felt)
	q.Now = func() time.Time { return base.Add(time.Minute) }
	same := key()
	for range 2 { // sent twice, it happens once
		_, err := q.FeelRoots(ctx, q.hand, same, desk.NewDampLook{Lot: lot, Damp: yard.Drying})
		require.NoError(t, err)
	}
	u = q.unit(lot, "")
	assert.False(t, u.FeelToday)
	assert.Equal(t, yard.Drying, u.Felt.Damp)
	assert.Equal(t, "Ilsa Tarrow", u.Felt.Person.Name)
	require.Len(t, u.Stages, 2)
	assert.True(t, u.Stages[1].Rewet, "drying roots are wetted, and the clock knows")
	q.Now = func() time.Time { return base.Add(20 * time.Hour) }
	assert.True(t, q.unit(lot, "").FeelToday, "the next day")
	_, err := q.FeelRoots(ctx, q.hand, key(), desk.NewDampLook{Lot: lot, Damp: yard.Moist})
	require.NoError(t, err)
	u = q.unit(lot, "")
	assert.Len(t, u.Stages, 2, "moist roots need nothing")
	assert.Equal(t, yard.Moist, u.Felt.Damp)

	_, err = q.FeelRoots(ctx, q.hand, key(), desk.NewDampLook{Lot: 14, Damp: yard.Moist})
	assert.Equal(t, desk.Refused{Code: "no-clock", Field: "lot"}, err, "pots have no clock")
	_, err = q.FeelRoots(ctx, q.hand, key(), desk.NewDampLook{Lot: lot, Damp: "soggy"})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "damp", l[0].Field)
	_, err = q.FeelRoots(ctx, desk.Caller{}, key(), desk.NewDampLook{Lot: lot, Damp: yard.Moist})
	assert.ErrorIs(t, err, desk.ErrNotAllowed)
}

func TestABatchIsCountedAndNeverMoreThanCame(t *testing.T) {
	q := open(t)
	lot := q.bareLot(time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC), 40)
	_, err := q.CountBatch(ctx, q.hand, key(), desk.NewOutcome{Lot: lot, Outcome: yard.Outcome{Lost: 3, Doubtful: 5, Sound: 33}})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "sound", l[0].Field)
	assert.Equal(t, 32, l[0].Limit)
	list, err := q.CountBatch(ctx, q.hand, key(), desk.NewOutcome{Lot: lot, Outcome: yard.Outcome{Lost: 3, Doubtful: 5, Sound: 32}, Note: " stood in the wind "})
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.Equal(t, "stood in the wind", list[0].Note)
	assert.InDelta(t, 0.075, list[0].Shares.Lost, 1e-9)
	v, err := q.Lot(ctx, q.hand, lot)
	require.NoError(t, err)
	require.Len(t, v.Keeping.Outcomes, 1)
	_, err = q.CountBatch(ctx, q.hand, key(), desk.NewOutcome{Lot: 14, Outcome: yard.Outcome{Sound: 1}})
	assert.Equal(t, desk.Refused{Code: "no-clock", Field: "lot"}, err)
	_, err = q.CountBatch(ctx, q.hand, key(), desk.NewOutcome{Lot: lot, Outcome: yard.Outcome{Sound: 1}, Note: strings.Repeat("x", 201)})
	require.ErrorAs(t, err, &l)
	assert.Equal(t, fault.Fault{Field: "note", Code: fault.TooLong, Limit: 200}, l[0], "a note that is too long is said, not lost")
}

// A soak ends by its water: whoever is on duty is told once, and what stands in water goes in only once.
func TestASoakIsWatched(t *testing.T) {
	q := open(t)
	base := time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)
	q.Now = func() time.Time { return base }
	before, err := q.Messages(ctx, q.hand)
	require.NoError(t, err)
	tag := q.treeIn(stock.Unchecked).Tag
	list, err := q.BeginSoak(ctx, q.hand, key(), desk.NewSoak{Tag: tag, Water: yard.Clean})
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.Equal(t, base.Add(4*time.Hour), list[0].Soaking.EndsAt)
	assert.Equal(t, tag, list[0].Tag)
	list, err = q.BeginSoak(ctx, q.hand, key(), desk.NewSoak{Lot: 21, Water: yard.Muddy})
	require.NoError(t, err)
	assert.Equal(t, []string{tag, ""}, []string{list[0].Tag, list[1].Tag}, "first what must come out first")
	_, err = q.BeginSoak(ctx, q.hand, key(), desk.NewSoak{Tag: strings.ToLower(tag), Water: yard.Muddy})
	assert.Equal(t, desk.Refused{Code: "in-water", Field: "tag"}, err)
	bundle, err := q.Store.LotByNumber(ctx, 21)
	require.NoError(t, err)
	trees, err := q.Store.TreesOfLot(ctx, bundle.ID)
	require.NoError(t, err)
	_, err = q.BeginSoak(ctx, q.hand, key(), desk.NewSoak{Tag: trees[0].Tag, Water: yard.Clean})
	assert.Equal(t, desk.Refused{Code: "in-water", Field: "tag"}, err, "its whole lot is in water")
	_, err = q.BeginSoak(ctx, q.hand, key(), desk.NewSoak{Water: yard.Clean})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "tag", l[0].Field)

	told := func() int {
		now, err := q.Messages(ctx, q.hand)
		require.NoError(t, err)
		n := 0
		for _, m := range now {
			if m.Code == "soak-over" {
				n++
			}
		}
		return n
	}
	_, err = q.RingAlarms(ctx)
	require.NoError(t, err)
	assert.Zero(t, told())
	q.Now = func() time.Time { return base.Add(4*time.Hour + time.Minute) }
	for range 2 {
		_, err = q.RingAlarms(ctx)
		require.NoError(t, err)
	}
	assert.Equal(t, 1, told(), "once, and only for the clean water")
	list, err = q.EndSoak(ctx, q.hand, list[0].ID)
	require.NoError(t, err)
	require.Len(t, list, 1)
	_, err = q.EndSoak(ctx, q.hand, "nothing")
	assert.ErrorIs(t, err, store.ErrMissing)
	assert.NotNil(t, before)
}

// On arrival a damage moves its tree where the tables put it; a repair keeps it from being sold until it is done.
func TestWhatAJourneyDidHoldsSendsBackOrKeepsFromSale(t *testing.T) {
	q := open(t)
	sale := q.treeIn(stock.ForSale)
	v, err := q.RecordDamage(ctx, q.hand, sale.Tag, key(), desk.NewDamage{Journey: "arrival", Damage: yard.BrokenBranch, Note: "north side"})
	require.NoError(t, err)
	assert.Equal(t, stock.ForSale, v.Tree.State, "a twig is cut, the tree stays")
	require.Len(t, v.Damages, 1)
	_, err = q.MoveTree(ctx, q.advisor, sale.Tag, key(), desk.Move{Version: v.Tree.Version, To: stock.Sold})
	assert.Equal(t, desk.Refused{Code: "repair-first", Field: "to"}, err)
	work, err := q.WorkList(ctx, q.hand)
	require.NoError(t, err)
	mine := 0
	for _, r := range work.Repairs {
		if r.Tag == sale.Tag {
			mine++
		}
	}
	assert.Equal(t, 1, mine)
	v, err = q.RepairDamage(ctx, q.hand, sale.Tag, v.Damages[0].ID, true)
	require.NoError(t, err)
	v, err = q.MoveTree(ctx, q.advisor, sale.Tag, key(), desk.Move{Version: v.Tree.Version, To: stock.Sold})
	require.NoError(t, err)
	assert.Equal(t, stock.Sold, v.Tree.State)
	v, err = q.RecordDamage(ctx, q.hand, sale.Tag, key(), desk.NewDamage{Journey: "going-home", Damage: yard.LooseBall})
	require.NoError(t, err)
	assert.Equal(t, stock.Sold, v.Tree.State, "going home it is the customer's")

	second := q.treeIn(stock.ForSale)
	v, err = q.RecordDamage(ctx, q.hand, second.Tag, key(), desk.NewDamage{Journey: "arrival", Damage: yard.TornBark, GirthShare: 0.2})
	require.NoError(t, err)
	assert.Equal(t, stock.Held, v.Tree.State)
	require.NotNil(t, v.Tree.DueOn)
	assert.Equal(t, "2026-12-23", v.Tree.DueOn.Format(time.DateOnly), "28 days")
	v, err = q.RecordDamage(ctx, q.hand, second.Tag, key(), desk.NewDamage{Journey: "arrival", Damage: yard.TornBark, GirthShare: 0.3})
	require.NoError(t, err)
	assert.Equal(t, stock.Apart, v.Tree.State, "over a quarter of the girth")

	fresh := q.treeIn(stock.Unchecked)
	v, err = q.RecordDamage(ctx, q.hand, fresh.Tag, key(), desk.NewDamage{Journey: "arrival", Damage: yard.WindBurn})
	require.NoError(t, err)
	assert.Equal(t, stock.Unchecked, v.Tree.State, "nobody has looked: the bench judges it")
	_, err = q.RecordDamage(ctx, q.hand, fresh.Tag, key(), desk.NewDamage{Journey: "arrival", Damage: "dragon"})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "damage", l[0].Field)
	_, err = q.RepairDamage(ctx, q.hand, fresh.Tag, "nothing", true)
	assert.ErrorIs(t, err, store.ErrMissing)
}

func TestWhatALotNeedsWhileItWaits(t *testing.T) {
	q := open(t)
	lot := func(number int) desk.Keeping {
		v, err := q.Lot(ctx, q.hand, number)
		require.NoError(t, err)
		return v.Keeping
	}
	pots := lot(14)
	assert.Equal(t, yard.Standing(stock.Container), pots.Standing)
	assert.Greater(t, pots.HighC, pots.LowC)
	assert.Empty(t, pots.Risks, "a mild November day")
	assert.Equal(t, yard.Spare(rules.House{}, stock.Container, pots.Wanted), pots.Spare)
	assert.Empty(t, pots.Beside)
	box := lot(23)
	assert.InDelta(t, 0.25, box.BoxWaterL, 1e-9, "it came without packing")
	assert.Len(t, box.Beside, 2, "whips beside plugs")
	assert.Zero(t, lot(21).BoxWaterL, "it came in moss")
	assert.Len(t, lot(24).Beside, 2)
	// In the depth of winter a house that warns earlier is warned.
	q.Now = func() time.Time { return time.Date(2027, 1, 20, 12, 0, 0, 0, time.UTC) }
	require.NoError(t, q.ChangeRule(ctx, q.manager, desk.RuleChange{Key: "yard.pot_frost_c", Value: "0", Reason: "black pots on stone"}))
	q.hand = q.caller("ilsa")
	cold := lot(14)
	require.Less(t, cold.LowC, 0.0)
	require.Len(t, cold.Risks, 1)
	assert.Equal(t, "frost", cold.Risks[0].Kind)
	assert.InDelta(t, cold.LowC, cold.Risks[0].AirC, 1e-9)
	assert.Empty(t, lot(20).Risks, "a dug ball has no pot wall")
}

func TestATreeIsPottedUpByItsOwnFlareAndBase(t *testing.T) {
	q := open(t)
	row := q.treeIn(stock.ForSale)
	v, err := q.Tree(ctx, q.hand, row.Tag)
	require.NoError(t, err)
	require.NotNil(t, v.Potting)
	look := v.Current()
	in := yard.PottingInput{BallDiameterMM: *look.Readings.BallDiameterMM, BallHeightMM: *look.Readings.BallHeightMM}
	if f := look.Assessment.Flare; f != nil && f.FlareDepthMM != nil {
		in.FlareDepthMM = *f.FlareDepthMM
	}
	if r := look.Assessment.RootBall; r != nil {
		in.BaseSliceMM = r.BottomSliceMM
	}
	want, err := yard.PottingUp(rules.House{}, in)
	require.NoError(t, err)
	assert.Equal(t, want, *v.Potting)
	lot, err := q.Store.LotByNumber(ctx, 20)
	require.NoError(t, err)
	trees, err := q.Store.TreesOfLot(ctx, lot.ID)
	require.NoError(t, err)
	v, err = q.Tree(ctx, q.hand, trees[0].Tag)
	require.NoError(t, err)
	assert.Nil(t, v.Potting, "a dug ball stands in no pot")
}

// A layer and a tree lifted in a garden keep to their form; whatever stands on a rootstock is grafted.
func TestWhereALotComesFrom(t *testing.T) {
	q := open(t)
	wrong := aLot("Quince", stock.Container, 2)
	wrong.Origin = stock.Layer
	_, err := q.TakeInDelivery(ctx, q.hand, key(), desk.NewDelivery{Grower: "Marrow Hill Growers", Lots: []desk.NewLot{wrong}})
	var l fault.List
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "lots.0.origin", l[0].Field)
	right := aLot("Quince", stock.BareRoot, 2)
	right.Origin, right.Size, right.Cultivar, right.Rootstock, right.Propagation = stock.Layer, "whip", " Quarry Lantern ", "QW 2", "layer"
	v, err := q.Lot(ctx, q.hand, q.takeIn(right).Lots[0].Number)
	require.NoError(t, err)
	assert.Equal(t, []any{"Quarry Lantern", "QW 2", "layer", true}, []any{v.Lot.Cultivar, v.Lot.Rootstock, v.Lot.Propagation, v.Lot.Grafted})
	assert.Equal(t, "Quince ‘Quarry Lantern’", v.Lot.Called())
	tree, err := q.Tree(ctx, q.hand, v.First[0].Tag)
	require.NoError(t, err)
	assert.Equal(t, stock.Layer, tree.Subject.Origin)
	long := right
	long.Cultivar = strings.Repeat("é", 81)
	_, err = q.TakeInDelivery(ctx, q.hand, key(), desk.NewDelivery{Grower: "Marrow Hill Growers", Lots: []desk.NewLot{long}})
	require.ErrorAs(t, err, &l)
	assert.Equal(t, "lots.0.cultivar", l[0].Field)
	assert.Equal(t, fault.TooLong, l[0].Code)
}
