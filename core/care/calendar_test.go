package care_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/care"
)

func ptr[T any](v T) *T { return &v }

func date(text string) time.Time {
	d, err := time.Parse(time.DateOnly, text)
	if err != nil {
		panic(err)
	}
	return d
}

func facts() care.Facts {
	return care.Facts{Planted: date("2026-11-25"), Berm: "ring", MulchMM: 75, DoseL: 5, CaliperMM: 32, FirstFrostDay: ptr(288), LastFrostDay: ptr(118), BudSwellDay: ptr(98)}
}

func when(events []care.Event, code string) []string {
	out := []string{}
	for _, e := range events {
		if e.Code == care.Code(code) {
			out = append(out, e.Date.Format(time.DateOnly))
		}
	}
	return out
}

// aftercare.md, "The care calendar", worked by hand for a tree planted on 25 November in the north.
func TestCalendarOfAnAutumnPlanting(t *testing.T) {
	f := facts()
	f.StakeMonths, f.DepthInDoubt = ptr(12.0), true
	events := care.Calendar(f)
	assert.Equal(t, []string{"2026-11-26"}, when(events, "look-next-day"))
	assert.Equal(t, []string{"2026-12-25", "2027-02-25", "2027-05-25"}, when(events, "check-round"))
	assert.Equal(t, []string{"2027-11-25"}, when(events, "stake-off"))
	assert.Equal(t, []string{"2027-05-25"}, when(events, "berm-out"))
	assert.Equal(t, []string{"2027-11-25", "2028-11-25", "2029-11-25", "2031-11-25", "2033-11-25"}, when(events, "flare-check"))
	assert.Equal(t, []string{"2026-12-02"}, when(events, "water-dormant"))
	assert.Equal(t, []string{"2027-04-08"}, when(events, "water-weeks-1-2"), "day 98: watering begins when buds swell")
	assert.Equal(t, []string{"2027-04-22"}, when(events, "water-weeks-3-8"))
}

func TestWhatDoesNotApplyIsLeftOut(t *testing.T) {
	f := facts()
	f.Berm = "none"
	events := care.Calendar(f)
	for _, code := range []string{"berm-out", "stake-off", "fruit-off", "prune-after-bloom", "winter-cover"} {
		assert.Empty(t, when(events, code), code)
	}
	f.GrownForFruit, f.OldWood, f.Tender, f.Evergreen = true, true, true, true
	events = care.Calendar(f)
	for _, code := range []string{"fruit-off", "prune-after-bloom", "winter-cover", "cover-off", "water-before-frost"} {
		assert.NotEmpty(t, when(events, code), code)
	}
}

func TestSouthernSummerEndsInMarch(t *testing.T) {
	f := care.Facts{Planted: date("2026-06-01"), Southern: true, Berm: "none", CaliperMM: 20}
	assert.Equal(t, "2027-03-03", when(care.Calendar(f), "mulch-top")[0])
}

// Properties: in order, nothing before planting, and every span ends after it begins.
func TestCalendarProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := facts()
		f.Planted = date("2024-01-01").AddDate(0, 0, rapid.IntRange(0, 1500).Draw(t, "day"))
		f.Southern = rapid.Bool().Draw(t, "southern")
		f.StakeMonths = ptr(12.0)
		events := care.Calendar(f)
		for i, e := range events {
			assert.False(t, e.Date.Before(f.Planted), e.Code)
			if i > 0 {
				assert.False(t, e.Date.Before(events[i-1].Date))
			}
			if !e.Until.IsZero() {
				assert.True(t, e.Until.After(e.Date), e.Code)
			}
		}
	})
}

func TestDaysOfA365DayYear(t *testing.T) {
	assert.Equal(t, 59, care.DayOf(date("2024-02-29")), "29 February counts as the 28th")
	assert.Equal(t, 60, care.DayOf(date("2024-03-01")))
	assert.Equal(t, 365, care.DayOf(date("2024-12-31")))
	for day := 1; day <= 365; day++ {
		assert.Equal(t, day, care.DayOf(care.DateOf(2024, day)))
	}
	assert.InDelta(t, 2, care.YearsToEstablish(32), 0)
	assert.InDelta(t, 4, care.YearsToEstablish(100), 0)
}
