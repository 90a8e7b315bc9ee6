package care_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/ground"
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
	assert.Equal(t, []string{"2026-12-25", "2027-02-25", "2027-05-25"}, when(events, "check-round-tied"))
	assert.Equal(t, []string{"2027-11-25"}, when(events, "stake-off"))
	assert.Equal(t, []string{"2027-05-25"}, when(events, "berm-out"))
	assert.Equal(t, []string{"2027-11-25", "2028-11-25", "2029-11-25", "2031-11-25", "2033-11-25"}, when(events, "flare-check"))
	assert.Equal(t, []string{"2026-12-02", "2027-10-15", "2028-10-15"}, when(events, "water-dormant"))
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

// Planted on 1 October, two weeks before the frost: a beginner all through the next spring, summer and autumn (it had no rule at all
// from November to October).
func TestALateTreeIsABeginnerThroughTheNextSummer(t *testing.T) {
	f := facts()
	f.Planted = date("2026-10-01")
	events := care.Calendar(f)
	assert.Equal(t, []string{"2026-10-01"}, when(events, "water-weeks-1-2"), "14 days of growing weather, to the frost of 15 October")
	assert.Equal(t, []string{"2027-04-08"}, when(events, "water-weeks-3-8"))
	assert.Equal(t, []string{"2027-05-20"}, when(events, "water-weekly"), "42 days later, to leaf fall")
	assert.Equal(t, []string{"2028-04-08"}, when(events, "water-second-season"))
}

func TestNothingIsSaidOfWhatATreeDoesNotHave(t *testing.T) {
	f := facts()
	events := care.Calendar(f)
	assert.Empty(t, when(events, "check-round-tied"), "no tie where there is no stake")
	assert.Empty(t, when(events, "formative-pruning"), "not of what has many stems")
	assert.NotEmpty(t, when(events, "first-spring"))
	f.FrostFree, f.FirstFrostDay, f.LastFrostDay, f.SingleTrunk = true, nil, nil, true
	events = care.Calendar(f)
	assert.Empty(t, when(events, "first-spring"), "nothing is lifted where no frost falls")
	assert.NotEmpty(t, when(events, "first-spring-mild"))
	assert.Empty(t, when(events, "winter-cover"))
	assert.NotEmpty(t, when(events, "formative-pruning"))
}

// The ground freezes 45 days after the first frost of 15 October: an evergreen of 1 November is watered before this winter, not the next.
func TestAnEvergreenIsWateredBeforeThisWinter(t *testing.T) {
	f := facts()
	f.Planted, f.Evergreen, f.ColdLimited = date("2026-11-01"), true, true
	assert.Equal(t, []string{"2026-11-15"}, when(care.Calendar(f), "water-before-frost"))
	assert.Equal(t, []string{"2026-11-02", "2027-10-15", "2028-10-15"}, when(care.Calendar(f), "winter-cover"), "planted in the frosts; each winter until it is established")
	for _, e := range care.Calendar(f) {
		if e.Code == "water-dormant" {
			assert.InDelta(t, 14, e.Values["every"].Value, 0)
		}
	}
}

// aftercare.md: no gap without a rule between planting and the day it is established, for every planting day of the year, both
// hemispheres, frost-free places included. The first week is that of the day after and the second soaking.
func TestNoDayWithoutAWateringRule(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := care.Facts{Planted: date("2024-01-01").AddDate(0, 0, rapid.IntRange(0, 1500).Draw(t, "day")), Berm: "ring", DoseL: 5, MulchMM: 75,
			Southern: rapid.Bool().Draw(t, "southern"), FrostFree: rapid.Bool().Draw(t, "frost-free"), Evergreen: rapid.Bool().Draw(t, "evergreen"),
			CaliperMM: rapid.Float64Range(5, 200).Draw(t, "caliper"), Soil: rapid.SampledFrom([]ground.SoilGroup{"", "coarse", "medium", "fine"}).Draw(t, "soil")}
		if !f.FrostFree && rapid.Bool().Draw(t, "a record of frost") {
			first := rapid.IntRange(240, 330).Draw(t, "first frost")
			last := rapid.IntRange(60, 150).Draw(t, "last frost")
			f.FirstFrostDay, f.LastFrostDay, f.BudSwellDay = &first, &last, ptr(last-20)
			if f.Southern {
				f.FirstFrostDay, f.LastFrostDay, f.BudSwellDay = ptr((first+181)%365+1), ptr(last+182), ptr(last+162)
			}
		}
		whole := 120 // days of growing weather that make a first season; a shorter season is one too
		if f.BudSwellDay != nil {
			whole = min(whole, (*f.FirstFrostDay-*f.BudSwellDay+365)%365)
		}
		ruled, end, beginner := map[string]bool{}, time.Time{}, 0
		for _, e := range care.Calendar(f) {
			if e.Code == "established" {
				end = e.Date
			}
			if !strings.HasPrefix(string(e.Code), "water-") || e.Until.IsZero() {
				continue
			}
			require.Contains(t, e.Values, "dose")
			require.Contains(t, e.Values, "every")
			for day := e.Date; day.Before(e.Until); day = day.AddDate(0, 0, 1) {
				require.False(t, ruled[day.Format(time.DateOnly)], "two rules on %s", day.Format(time.DateOnly))
				ruled[day.Format(time.DateOnly)] = true
				if e.Code != "water-dormant" && e.Code != "water-second-season" {
					beginner++
				}
			}
		}
		for day := f.Planted.AddDate(0, 0, 7); day.Before(end); day = day.AddDate(0, 0, 1) {
			require.True(t, ruled[day.Format(time.DateOnly)], "no rule on %s", day.Format(time.DateOnly))
		}
		require.GreaterOrEqual(t, beginner, whole, "days of growing weather as a beginner")
	})
}

// aftercare.md, formative pruning in the kind's own season: a tree of 25 November whose buds swell on day 98.
func TestEachKindIsShapedInItsOwnSeason(t *testing.T) {
	for name, c := range map[string]struct {
		kind  func(*care.Facts)
		code  string
		dates []string
	}{
		"late winter":    {func(*care.Facts) {}, "formative-pruning", []string{"2028-03-09", "2029-03-09", "2030-03-09"}},
		"bleeds":         {func(f *care.Facts) { f.Bleeds = true }, "formative-pruning", []string{"2028-07-15", "2029-07-15", "2030-07-15"}},
		"after bloom":    {func(f *care.Facts) { f.OldWood = true }, "formative-pruning", []string{"2028-06-07", "2029-06-07", "2030-06-07"}},
		"stone fruit":    {func(f *care.Facts) { f.StoneFruit = true }, "formative-pruning-dry", []string{"2028-07-15", "2029-07-15", "2030-07-15"}},
		"bleeds, blooms": {func(f *care.Facts) { f.Bleeds, f.OldWood = true, true }, "formative-pruning", []string{"2028-06-07", "2029-06-07", "2030-06-07"}},
	} {
		f := facts()
		f.SingleTrunk = true
		c.kind(&f)
		events := care.Calendar(f)
		assert.Equal(t, c.dates, when(events, c.code), name)
		assert.Equal(t, 3, len(when(events, "formative-pruning"))+len(when(events, "formative-pruning-dry")), name)
	}
}
