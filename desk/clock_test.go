package desk_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/desk"
)

// unit is the clock of a lot on the board.
func (q quarrywell) unit(lot int, tag string) desk.ClockUnit {
	q.t.Helper()
	units, err := q.Clock(ctx, q.hand)
	require.NoError(q.t, err)
	for _, u := range units {
		if u.Lot.Number == lot && u.Tag == tag {
			return u
		}
	}
	require.Fail(q.t, "no such unit", "%d %s", lot, tag)
	return desk.ClockUnit{}
}

func TestTheClockAddsUpWhatWasEntered(t *testing.T) {
	q := open(t)
	base := time.Date(2026, 11, 26, 12, 0, 0, 0, time.UTC)
	q.Now = func() time.Time { return base }
	lot := aLot("Hazel", stock.BareRoot, 10)
	lot.Size = "whip"
	number := q.takeIn(lot).Lots[0].Number
	temp, rh := 20.0, 40.0
	q.Now = func() time.Time { return base.Add(10 * time.Minute) }
	touch := func(n desk.NewStage) {
		n.Lot = number
		_, err := q.KeepRoots(ctx, q.hand, key(), n)
		require.NoError(t, err)
	}
	touch(desk.NewStage{Cover: stock.BareSunWind, TempC: &temp, RHPct: &rh})
	q.Now = func() time.Time { return base.Add(16 * time.Minute) }
	touch(desk.NewStage{Rewet: true})
	touch(desk.NewStage{Cover: stock.WetCloth, TempC: &temp, RHPct: &rh})
	q.Now = func() time.Time { return base.Add(76 * time.Minute) }
	u := q.unit(number, "")
	cover, cloth, six, hour, ten := stock.BareSunWind, stock.WetCloth, 0.1, 1.0, 10.0/60
	box := stock.DryBox
	air, airRH := q.Weather.Air(47.1, base.Add(5*time.Minute))
	yes := true
	want, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: "average", Now: stock.Air{Cover: cloth, TempC: temp, RHPct: rh}, Stages: []stock.Stage{
		{Cover: &box, Hours: &ten, TempC: &air, RHPct: &airRH}, {Cover: &cover, Hours: &six, TempC: &temp, RHPct: &rh}, {Rewet: &yes},
		{Cover: &cloth, Hours: &hour, TempC: &temp, RHPct: &rh}}})
	require.NoError(t, err)
	assert.InDelta(t, want.UsedKPaH, u.Result.UsedKPaH, 1e-9)
	assert.InDelta(t, *want.HoursLeft, *u.Result.HoursLeft, 1e-6)
	last := u.Stages[len(u.Stages)-1]
	_, err = q.UndoStage(ctx, q.hand, last.ID)
	require.NoError(t, err)
	assert.Greater(t, q.unit(number, "").Result.UsedKPaH, u.Result.UsedKPaH, "without the cloth it stood in the sun")
	_, err = q.UndoStage(ctx, q.hand, u.Stages[0].ID)
	assertRefused(t, err, "first-stage")
	_, err = q.KeepRoots(ctx, q.hand, key(), desk.NewStage{Lot: 14, Cover: stock.WetCloth})
	assertRefused(t, err, "no-clock")
	_, err = q.KeepRoots(ctx, q.hand, key(), desk.NewStage{Lot: number, Cover: stock.GelBag})
	assertFault(t, err, "cover", fault.NotAChoice)
}

func TestABundleMayBeKeptInItsOwnWay(t *testing.T) {
	q := open(t)
	lot := aLot("Hazel", stock.BareRoot, 40)
	lot.Bundle, lot.Size = 20, "whip"
	number := q.takeIn(lot).Lots[0].Number
	v, err := q.Lot(ctx, q.hand, number)
	require.NoError(t, err)
	_, err = q.KeepRoots(ctx, q.hand, key(), desk.NewStage{Lot: number, Tag: v.First[1].Tag, Cover: stock.HeeledIn})
	require.NoError(t, err)
	assert.Equal(t, stock.HeeledIn, q.unit(number, v.First[1].Tag).Input.Now.Cover)
	assert.Equal(t, 20, q.unit(number, v.First[1].Tag).Trees)
	assert.Equal(t, stock.DryBox, q.unit(number, "").Input.Now.Cover)
	assert.Equal(t, 20, q.unit(number, "").Trees)
	_, err = q.KeepRoots(ctx, q.hand, key(), desk.NewStage{Lot: 21, Tag: v.First[1].Tag, Cover: stock.HeeledIn})
	assertRefused(t, err, "other-lot")
}

func TestAlarmsRingOnceToWhoeverIsOnDuty(t *testing.T) {
	q := open(t)
	base := q.Now().Add(time.Hour)
	q.Now = func() time.Time { return base }
	lot := aLot("Hazel", stock.BareRoot, 10)
	lot.Size = "whip"
	number := q.takeIn(lot).Lots[0].Number
	_, err := q.RingAlarms(ctx) // what the demo itself has due
	require.NoError(t, err)
	temp, rh := 20.0, 40.0
	q.Now = func() time.Time { return base.Add(time.Second) }
	_, err = q.KeepRoots(ctx, q.hand, key(), desk.NewStage{Lot: number, Cover: stock.BareShade, TempC: &temp, RHPct: &rh})
	require.NoError(t, err)
	require.NoError(t, q.TakeDuty(ctx, q.advisor, true))
	before, err := q.Messages(ctx, q.advisor)
	require.NoError(t, err)
	// VPD at 20 C and 40 % is 1.40 kPa: three tenths of 1.0 kPa h are gone after 13 minutes, six tenths after 26.
	rings := func(after time.Duration) int {
		q.Now = func() time.Time { return base.Add(after) }
		_, err := q.RingAlarms(ctx)
		require.NoError(t, err)
		list, err := q.Messages(ctx, q.advisor)
		require.NoError(t, err)
		n := 0
		for _, m := range list {
			if m.Facts["lot"] == fmt.Sprint(number) {
				n++
			}
		}
		return n
	}
	assert.Empty(t, before)
	assert.Equal(t, 1, rings(time.Minute), "fewer than 12 hours are left from the first minute")
	assert.Equal(t, 2, rings(14*time.Minute))
	assert.Equal(t, 3, rings(27*time.Minute))
	assert.Equal(t, 3, rings(28*time.Minute), "each rings once")
	list, err := q.Messages(ctx, q.advisor)
	require.NoError(t, err)
	require.NoError(t, q.ReadMessage(ctx, q.advisor, list[0].ID))
	assert.Equal(t, 2, rings(29*time.Minute))
}

func TestGelIsMixedByItsLabelAndDippedOnlyWhenItHasSet(t *testing.T) {
	q := open(t)
	base := q.Now().Add(time.Hour)
	q.Now = func() time.Time { return base }
	lot := aLot("Hazel", stock.BareRoot, 48)
	lot.Size = "standard"
	number := q.takeIn(lot).Lots[0].Number
	dip := desk.NewDip{Lot: number, Size: "standard", Trees: 48, WastePct: 10, PacketG: 1500, PacketWaterL: 190, VatL: 25}
	p, err := q.PlanDip(ctx, q.hand, dip)
	require.NoError(t, err)
	assert.InDelta(t, 187.6, p.Result.PowderPerBatch, 0.05, "handbook case gel-dip 2")
	_, err = q.MixDip(ctx, q.hand, key(), dip)
	assertFault(t, err, "weighed_g", fault.MustExceed)
	dip.WeighedG = 90
	_, err = q.MixDip(ctx, q.hand, key(), dip)
	assertRefused(t, err, "label-dose")
	dip.WeighedG = 190
	_, err = q.MixDip(ctx, q.hand, key(), dip)
	require.NoError(t, err)
	waiting := q.unit(number, "").Dip
	require.NotNil(t, waiting)
	q.Now = func() time.Time { return base.Add(19 * time.Minute) }
	_, err = q.Dip(ctx, q.hand, key(), waiting.ID)
	assertRefused(t, err, "gel-not-ready")
	q.Now = func() time.Time { return base.Add(20 * time.Minute) }
	_, err = q.Dip(ctx, q.hand, key(), waiting.ID)
	require.NoError(t, err)
	u := q.unit(number, "")
	assert.Equal(t, stock.GelBag, u.Input.Now.Cover)
	assert.Nil(t, u.Dip)
	_, err = q.Dip(ctx, q.hand, key(), waiting.ID)
	assertRefused(t, err, "dipped")
}
