package clock_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/clock"
	"sedum/app/messages"
	"sedum/app/people"
	"sedum/core/fault"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/standin"
)

var base = time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC)

// bareLot takes whips in at a moment.
func bareLot(w *World, at time.Time, count int) int {
	w.At(at)
	lot := LotOf("Hazel", stock.BareRoot, count)
	lot.Size = "whip"
	return w.TakeIn(lot)[0]
}

// unit is the clock of a lot on the board.
func unit(w *World, lot int, tag string) clock.Unit {
	w.T.Helper()
	for _, u := range Saw[clock.Board](w, "see-clock", kernel.None{}).Units {
		if u.Lot == lot && u.Tag == tag {
			return u
		}
	}
	require.Fail(w.T, "no such unit", "%d %s", lot, tag)
	return clock.Unit{}
}

func keep(w *World, n clock.NewStage) {
	w.T.Helper()
	w.Deed(w.Hand, "keep-roots", kernel.None{}, n)
}

// ring does what the house does by itself, all of it.
func ring(w *World) {
	w.T.Helper()
	for _, j := range w.Jobs() {
		_, err := w.Run(context.Background(), j)
		require.NoError(w.T, err, j.ID)
	}
}

func TestTheClockAddsUpWhatWasEntered(t *testing.T) {
	w := Open(t)
	number := bareLot(w, base, 10)
	temp, rh := 20.0, 40.0
	w.At(base.Add(10 * time.Minute))
	keep(w, clock.NewStage{Lot: number, Cover: stock.BareSunWind, TempC: &temp, RHPct: &rh})
	w.At(base.Add(16 * time.Minute))
	keep(w, clock.NewStage{Lot: number, Rewet: true})
	keep(w, clock.NewStage{Lot: number, Cover: stock.WetCloth, TempC: &temp, RHPct: &rh})
	w.At(base.Add(76 * time.Minute))
	u := unit(w, number, "")
	// The box stood ten minutes in the station's air, a twelfth of the way from nine o'clock's reading to ten o'clock's.
	air, err := standin.Station{}.Air(context.Background(), 47.1, base, base)
	require.NoError(t, err)
	boxC, boxRH := air[0].TempC+(air[1].TempC-air[0].TempC)/12, air[0].RHPct+(air[1].RHPct-air[0].RHPct)/12
	cover, cloth, box, six, hour, ten, yes := stock.BareSunWind, stock.WetCloth, stock.DryBox, 0.1, 1.0, 10.0/60, true
	want, err := stock.Exposure(rules.House{}, stock.ExposureInput{Sensitivity: "average", Now: stock.Air{Cover: cloth, TempC: temp, RHPct: rh}, Stages: []stock.Stage{
		{Cover: &box, Hours: &ten, TempC: &boxC, RHPct: &boxRH}, {Cover: &cover, Hours: &six, TempC: &temp, RHPct: &rh}, {Rewet: &yes},
		{Cover: &cloth, Hours: &hour, TempC: &temp, RHPct: &rh}}})
	require.NoError(t, err)
	assert.InDelta(t, want.UsedKPaH, u.Result.UsedKPaH, 5e-4, "to the decimals that are told")
	assert.InDelta(t, *want.HoursLeft, *u.Result.HoursLeft, 0.051)
	assert.False(t, u.Assumed)
	w.Deed(w.Hand, "undo-stage", ByID(u.Stages[len(u.Stages)-1].ID), clock.Undo{})
	assert.Greater(t, unit(w, number, "").Result.UsedKPaH, u.Result.UsedKPaH, "without the cloth it stood in the sun")
	Refused(t, w.Err(w.Hand, "undo-stage", ByID(u.Stages[0].ID), clock.Undo{}), "first-stage")
	Refused(t, w.Err(w.Hand, "undo-stage", ByID(u.Stages[1].ID), clock.Undo{}), "not-last-stage")
	// A time that cannot be is refused, with what would be right: before lifting, before what is there already.
	for _, at := range []time.Time{base.Add(-time.Hour), base.Add(12 * time.Minute)} {
		Fault(t, w.Err(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: number, Cover: stock.HeeledIn, At: at.Format(time.RFC3339)}), "at", fault.AtLeast)
	}
	Refused(t, w.Err(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: 14, Cover: stock.WetCloth}), "no-clock")
	Fault(t, w.Err(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: number, Cover: stock.GelBag}), "cover", fault.NotAChoice)
	later := base.Add(3 * time.Hour).Format(time.RFC3339)
	Fault(t, w.Err(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: number, Cover: stock.WetCloth, At: later}), "at", fault.AtMost)
}

func TestABundleMayBeKeptInItsOwnWay(t *testing.T) {
	w := Open(t)
	lot := LotOf("Hazel", stock.BareRoot, 40)
	lot.Bundle, lot.Size = 20, "whip"
	number := w.TakeIn(lot)[0]
	second := w.TreesOf(number)[1].Tag
	keep(w, clock.NewStage{Lot: number, Tag: second, Cover: stock.HeeledIn})
	assert.Equal(t, stock.HeeledIn, unit(w, number, second).Now.Cover)
	assert.Equal(t, 20, unit(w, number, second).Trees)
	assert.Equal(t, stock.DryBox, unit(w, number, "").Now.Cover)
	assert.Equal(t, 20, unit(w, number, "").Trees)
	Refused(t, w.Err(w.Hand, "keep-roots", kernel.None{}, clock.NewStage{Lot: 21, Tag: second, Cover: stock.HeeledIn}), "other-lot")
}

func told(w *World, who kernel.Who, code string) int {
	w.T.Helper()
	n := 0
	require.NoError(w.T, w.Look(context.Background(), who, func(tx *kernel.Tx) error {
		list, err := kernel.Many[messages.Message](tx, "at", "person_id = ? AND read_at IS NULL AND code LIKE ?", who.ID, code+"%")
		n = len(list)
		return err
	}))
	return n
}

func TestAlarmsRingOnceToWhoeverIsOnDuty(t *testing.T) {
	w := Open(t)
	begin := base.Add(24 * time.Hour)
	number := bareLot(w, begin, 10)
	ring(w) // what the demo itself has due
	temp, rh := 20.0, 40.0
	w.At(begin.Add(time.Second))
	keep(w, clock.NewStage{Lot: number, Cover: stock.BareShade, TempC: &temp, RHPct: &rh})
	w.Deed(w.Advisor, "take-duty", kernel.None{}, people.DutyTaken{On: true})
	assert.True(t, told(w, w.Hand, "clock-") > 0, "the hand was on duty before")
	// VPD at 20 C and 40 % is 1.40 kPa: three tenths of 1.0 kPa h are gone after 13 minutes, six tenths after 26.
	rings := func(after time.Duration) int {
		w.At(begin.Add(after))
		ring(w)
		return told(w, w.Advisor, "clock-")
	}
	assert.Equal(t, 1, rings(time.Minute), "fewer than 12 hours are left from the first minute")
	assert.Equal(t, 2, rings(14*time.Minute))
	assert.Equal(t, 3, rings(27*time.Minute))
	assert.Equal(t, 3, rings(28*time.Minute), "each rings once")
	list := Saw[messages.All](w, "list-messages", kernel.None{})
	assert.Empty(t, list.Messages, "the manager was not told")
	mine, err := Did[messages.All](w, w.Advisor, "list-messages", kernel.None{}, nil)
	require.NoError(t, err)
	w.Deed(w.Hand, "read-message", ByID(mine.Messages[0].ID), nil)
	assert.Equal(t, 3, rings(29*time.Minute), "nobody puts another's message away")
	w.Deed(w.Advisor, "read-message", ByID(mine.Messages[0].ID), nil)
	assert.Equal(t, 2, rings(29*time.Minute))
}

// Without a station the air is assumed warm and dry, and the board says so.
func TestAirThatNobodyMeasuredIsAssumedAgainstTheRoots(t *testing.T) {
	at := stock.AirAlong{}
	touches := []stock.Touch{{At: base, Cover: stock.WetCloth}}
	c, err := stock.RunClock(rules.House{}, "average", touches, at, base.Add(time.Hour))
	require.NoError(t, err)
	assert.True(t, c.Assumed)
	mild := stock.AirAlong{{At: base, TempC: 9, RHPct: 80}}
	known, err := stock.RunClock(rules.House{}, "average", touches, mild, base.Add(time.Hour))
	require.NoError(t, err)
	assert.False(t, known.Assumed)
	assert.Greater(t, c.Result.UsedKPaH, known.Result.UsedKPaH, "what is unknown never helps")
	temp, rh := 9.0, 80.0
	typed, err := stock.RunClock(rules.House{}, "average", []stock.Touch{{At: base, Cover: stock.WetCloth, TempC: &temp, RHPct: &rh}}, at, base.Add(time.Hour))
	require.NoError(t, err)
	assert.False(t, typed.Assumed, "what was typed holds")
}

func TestGelIsMixedByItsLabelAndDippedOnlyWhenItHasSet(t *testing.T) {
	w := Open(t)
	lot := LotOf("Hazel", stock.BareRoot, 48)
	lot.Size = "standard"
	w.At(base)
	number := w.TakeIn(lot)[0]
	mix := clock.NewDip{Lot: number, Size: "standard", Trees: 48, WastePct: 10, PacketG: 1500, PacketWaterL: 190, VatL: 25}
	p, err := Did[clock.DipPlan](w, w.Hand, "plan-dip", kernel.None{}, mix)
	require.NoError(t, err)
	assert.InDelta(t, 187.6, p.Result.PowderPerBatch, 0.05, "handbook case gel-dip 2")
	Fault(t, w.Err(w.Hand, "mix-dip", kernel.None{}, mix), "weighed_g", fault.MustExceed)
	mix.WeighedG = 90
	Refused(t, w.Err(w.Hand, "mix-dip", kernel.None{}, mix), "label-dose")
	mix.WeighedG = 190
	w.Deed(w.Hand, "mix-dip", kernel.None{}, mix)
	Refused(t, w.Err(w.Hand, "mix-dip", kernel.None{}, mix), "gel-mixed")
	waiting := unit(w, number, "").Dip
	require.NotNil(t, waiting)
	w.Deed(w.Hand, "throw-gel-away", ByID(waiting.ID), nil)
	assert.Nil(t, unit(w, number, "").Dip)
	Refused(t, w.Err(w.Hand, "dip", ByID(waiting.ID), kernel.None{}), "dipped")
	w.Deed(w.Hand, "mix-dip", kernel.None{}, mix)
	waiting = unit(w, number, "").Dip
	w.At(base.Add(19 * time.Minute))
	Refused(t, w.Err(w.Hand, "dip", ByID(waiting.ID), kernel.None{}), "gel-not-ready")
	w.At(base.Add(20 * time.Minute))
	w.Deed(w.Hand, "dip", ByID(waiting.ID), kernel.None{})
	u := unit(w, number, "")
	assert.Equal(t, stock.GelBag, u.Now.Cover)
	assert.Nil(t, u.Dip)
	Refused(t, w.Err(w.Hand, "dip", ByID(waiting.ID), kernel.None{}), "dipped")
}

// A root that is longer than its hole is deep is never bent: the house says by how much, as the calculator does.
func TestARootAgainstItsHole(t *testing.T) {
	w := Open(t)
	in := stock.BareRootInput{CaliperMM: 8, RootSpreadMM: 230, RootLengthMM: 300, HoleDepthMM: 250, Drainage: "good", Moisture: "moist", Buds: "dormant",
		School: "never-trim"}
	got, err := Did[stock.BareRootResult](w, w.Hand, "check-hole", kernel.None{}, in)
	require.NoError(t, err)
	// 20 mm of loosened soil under the tips (house rule): the hole gets deeper, the root is not trimmed.
	assert.InDelta(t, 320, got.RequiredHoleDepthMM, 0.01)
	assert.Zero(t, got.TrimMM)
	in.HoleDepthMM = 0
	Fault(t, w.Err(w.Hand, "check-hole", kernel.None{}, in), "hole_depth_mm", fault.MustExceed)
}

// A touch is taken back by who made it, until the clock has warned since; then by a manager with a reason.
func TestWhoMayTakeATouchBack(t *testing.T) {
	w := Open(t)
	base := w.Clock()
	number := bareLot(w, base, 10)
	w.At(base.Add(time.Minute))
	keep(w, clock.NewStage{Lot: number, Cover: stock.BareSunWind, TempC: Ptr(28.0), RHPct: Ptr(25.0)})
	last := func() string { u := unit(w, number, ""); return u.Stages[len(u.Stages)-1].ID }
	Refused(t, w.Err(w.Advisor, "undo-stage", ByID(last()), clock.Undo{Reason: "not mine"}), "stage-of-another")
	w.At(base.Add(3 * time.Hour))
	w.Job("clock-alarms")
	Refused(t, w.Err(w.Hand, "undo-stage", ByID(last()), clock.Undo{Reason: "I meant the cloth"}), "stage-of-another")
	Refused(t, w.Err(w.Manager, "undo-stage", ByID(last()), clock.Undo{Reason: " "}), "stage-of-another")
	spent := unit(w, number, "").Result.UsedKPaH
	w.Deed(w.Manager, "undo-stage", ByID(last()), clock.Undo{Reason: "it was the other lot"})
	assert.Less(t, unit(w, number, "").Result.UsedKPaH, spent)
}

// Bare roots in a bucket are kept in water, and how they are kept after it is asked.
func TestASoakIsAStageOfTheClock(t *testing.T) {
	w := Open(t)
	base := w.Clock()
	number := bareLot(w, base, 10)
	w.At(base.Add(time.Minute))
	w.Deed(w.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Lot: number, Water: "clean"})
	assert.Equal(t, stock.WaterBucket, unit(w, number, "").Cover)
	in := Saw[clock.Soaks](w, "list-soaks", kernel.None{}).Soaks
	i := slices.IndexFunc(in, func(s clock.InWater) bool { return s.Lot == number })
	require.True(t, in[i].Bare)
	w.At(base.Add(time.Hour))
	Fault(t, w.Err(w.Hand, "end-soak", ByID(in[i].ID), clock.OutOfWater{}), "cover", fault.Required)
	w.Deed(w.Hand, "end-soak", ByID(in[i].ID), clock.OutOfWater{Cover: stock.DampPacking})
	assert.Equal(t, stock.DampPacking, unit(w, number, "").Cover)
	w.Deed(w.Hand, "end-soak", ByID(in[i].ID), clock.OutOfWater{Cover: stock.WetCloth})
	assert.Equal(t, stock.DampPacking, unit(w, number, "").Cover, "it is out already")
}

// A packing that nobody named counts as a dry box and is not said to be one.
func TestAPackingThatNobodyNamed(t *testing.T) {
	w := Open(t)
	untold := w.TakeIn(LotOf("Hazel", stock.BareRoot, 4))[0]
	u := unit(w, untold, "")
	assert.Equal(t, stock.DryBox, u.Cover)
	assert.Contains(t, u.CoverText, "nobody named")
	keep(w, clock.NewStage{Lot: untold, Cover: stock.WetCloth})
	assert.NotContains(t, unit(w, untold, "").CoverText, "nobody named")
}
