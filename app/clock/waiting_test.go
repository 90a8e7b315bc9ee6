package clock_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/clock"
	"sedum/app/lots"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/kernel"
)

func TestWaitingRootsAreFeltOnceADayAndWettedInTheSameTouch(t *testing.T) {
	w := Open(t)
	lot := bareLot(w, base, 10)
	u := unit(w, lot, "")
	assert.True(t, u.FeelToday)
	assert.Nil(t, u.Felt)
	w.At(base.Add(time.Minute))
	w.Deed(w.Hand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: lot, Damp: yard.Drying})
	u = unit(w, lot, "")
	assert.False(t, u.FeelToday)
	assert.Equal(t, yard.Drying, u.Felt.Damp)
	assert.Equal(t, "Ilsa Tarrow", u.Felt.By)
	require.Len(t, u.Stages, 2)
	assert.True(t, u.Stages[1].Rewet, "drying roots are wetted, and the clock knows")
	w.At(base.Add(20 * time.Hour))
	assert.True(t, unit(w, lot, "").FeelToday, "the next day")
	w.Deed(w.Hand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: lot, Damp: yard.Moist})
	u = unit(w, lot, "")
	assert.Len(t, u.Stages, 2, "moist roots need nothing")
	assert.Equal(t, yard.Moist, u.Felt.Damp)
	Refused(t, w.Err(w.Hand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: 14, Damp: yard.Moist}), "no-clock")
	Fault(t, w.Err(w.Hand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: lot, Damp: "soggy"}), "damp", fault.NotAChoice)
}

func TestABatchIsCountedAndNeverMoreThanCame(t *testing.T) {
	w := Open(t)
	lot := bareLot(w, base, 40)
	count := func(n clock.NewOutcome) error { return w.Err(w.Hand, "count-batch", kernel.None{}, n) }
	var l fault.List
	require.ErrorAs(t, count(clock.NewOutcome{Lot: lot, Outcome: yard.Outcome{Lost: 3, Doubtful: 5, Sound: 33}}), &l)
	assert.Equal(t, "sound", l[0].Field)
	assert.Equal(t, 32, l[0].Limit)
	require.NoError(t, count(clock.NewOutcome{Lot: lot, Outcome: yard.Outcome{Lost: 3, Doubtful: 5, Sound: 32}, Note: " stood in the wind "}))
	kept := Saw[lots.Keeping](w, "see-lot-keeping", ByNumber(lot)).Outcomes
	require.Len(t, kept, 1)
	assert.Equal(t, "stood in the wind", kept[0].Note)
	assert.Contains(t, kept[0].Text, "8", "3 of 40 are 7.5 per cent, told as whole ones")
	Refused(t, count(clock.NewOutcome{Lot: 14, Outcome: yard.Outcome{Sound: 1}}), "no-clock")
	Fault(t, count(clock.NewOutcome{Lot: lot, Outcome: yard.Outcome{Sound: 1}, Note: strings.Repeat("x", 201)}), "note", fault.TooLong)
}

func soaks(w *World) []clock.InWater {
	return Saw[clock.Soaks](w, "list-soaks", kernel.None{}).Soaks
}

// A soak ends by its water: whoever is on duty is told once, and what stands in water goes in only once.
func TestASoakIsWatched(t *testing.T) {
	w := Open(t)
	w.At(base)
	tag := w.TreeIn(stock.Unchecked).Tag
	begin := func(n clock.NewSoak) error { return w.Err(w.Hand, "begin-soak", kernel.None{}, n) }
	require.NoError(t, begin(clock.NewSoak{Tag: tag, Water: yard.Clean}))
	require.Len(t, soaks(w), 1)
	assert.Equal(t, base.Add(4*time.Hour), soaks(w)[0].EndsAt)
	assert.Equal(t, tag, soaks(w)[0].Tag)
	require.NoError(t, begin(clock.NewSoak{Lot: 21, Water: yard.Muddy}))
	assert.Equal(t, []string{tag, ""}, []string{soaks(w)[0].Tag, soaks(w)[1].Tag}, "first what must come out first")
	Refused(t, begin(clock.NewSoak{Tag: strings.ToLower(tag), Water: yard.Muddy}), "in-water")
	Refused(t, begin(clock.NewSoak{Tag: w.TreesOf(21)[0].Tag, Water: yard.Clean}), "in-water")
	Refused(t, begin(clock.NewSoak{Lot: 21, Water: yard.Clean}), "in-water")
	Fault(t, begin(clock.NewSoak{Water: yard.Clean}), "tag", fault.Required)

	ring(w)
	assert.Zero(t, told(w, w.Hand, "soak-over"))
	w.At(base.Add(4*time.Hour + time.Minute))
	ring(w)
	ring(w)
	assert.Equal(t, 1, told(w, w.Hand, "soak-over"), "once, and only for the clean water")
	first := soaks(w)[0].ID
	w.Deed(w.Hand, "end-soak", ByID(first), clock.OutOfWater{})
	require.Len(t, soaks(w), 1)
	w.Deed(w.Hand, "end-soak", ByID(first), clock.OutOfWater{})
	assert.ErrorIs(t, w.Err(w.Hand, "end-soak", ByID("nothing"), clock.OutOfWater{}), kernel.ErrMissing)
	require.NoError(t, begin(clock.NewSoak{Tag: tag, Water: yard.Clean}), "out of the water it may go in again")
}

// An entry that waited on a device counts from when it was made, wherever the clock of that device stood.
func TestAnEntryCountsFromWhenItWasMade(t *testing.T) {
	w := Open(t)
	lot := bareLot(w, base, 10)
	w.At(base.Add(3 * time.Hour))
	w.Ago = 2 * time.Hour
	made := base.Add(time.Hour)
	keep(w, clock.NewStage{Lot: lot, Cover: stock.ColdStore})
	w.Deed(w.Hand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: lot, Damp: yard.Dry})
	u := unit(w, lot, "")
	require.Len(t, u.Stages, 3)
	assert.Equal(t, made, u.Stages[1].At, "in the cold store since then")
	assert.Equal(t, made, u.Stages[2].At, "wetted then")
	assert.Equal(t, made, u.Felt.At)
	w.Deed(w.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Lot: lot, Water: yard.Clean})
	assert.Equal(t, made.Add(4*time.Hour), soaks(w)[0].EndsAt)
	w.Ago = time.Hour
	w.Deed(w.Hand, "end-soak", ByID(soaks(w)[0].ID), clock.OutOfWater{Cover: "damp-packing"})
	w.Ago = 2 * time.Hour

	tag := w.TreeIn(stock.InWork).Tag
	w.Deed(w.Hand, "correct", ByTag(tag), bench.Correct{WorkKey: w.Tree(tag).Checks[0].Assessment.Work[0].Key, Done: true})
	fresh := w.TreeIn(stock.Unchecked).Tag
	assert.Equal(t, made, w.SaveLook(fresh, stock.Readings{}).Checks[0].At)
}

// The roots of a tree that was looked at without a network are judged by where their clock stood then.
func TestALateLookIsJudgedByTheClockOfThen(t *testing.T) {
	w := Open(t)
	lot := bareLot(w, base, 3)
	w.At(base.Add(time.Minute))
	keep(w, clock.NewStage{Lot: lot, Cover: stock.BareSunWind})
	trees := w.TreesOf(lot)
	w.At(base.Add(30 * time.Hour))
	look := func(i int, ago time.Duration) string {
		w.Ago = ago
		w.Deed(w.Hand, "save-check", ByTag(trees[i].Tag), bench.NewCheck{Version: 1})
		w.Ago = 0
		var c []bench.Check
		require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
			c, err = kernel.Many[bench.Check](tx, "at", "tree_id = ?", trees[i].ID)
			return err
		}))
		return string(c[0].Subject.Clock)
	}
	assert.Equal(t, "fresh", look(0, 30*time.Hour-2*time.Minute), "a minute after it was laid in the sun")
	assert.Equal(t, "spent", look(1, 0), "a day and a night in the sun")
	assert.Equal(t, "fresh", look(2, 40*time.Hour), "before its clock began")
}

// The yard's day is its own: a box that was felt yesterday evening is due, though in Greenwich it is the same day.
func TestTheYardsDayIsItsOwn(t *testing.T) {
	w := OpenIn(t, time.FixedZone("far east", 10*3600))
	evening := time.Date(2026, 11, 26, 13, 0, 0, 0, time.UTC) // 23:00 in the yard
	lot := bareLot(w, evening, 10)
	w.Deed(w.Hand, "feel-roots", kernel.None{}, clock.NewDampLook{Lot: lot, Damp: yard.Moist})
	assert.False(t, unit(w, lot, "").FeelToday)
	w.At(evening.Add(2 * time.Hour)) // 01:00
	assert.True(t, unit(w, lot, "").FeelToday)
	// What arrives at one in the morning arrives on that day.
	assert.Equal(t, "2026-11-27", w.Lot(w.TakeIn(LotOf("Hazel", stock.Container, 4))[0]).ArrivedOn)
}
