package care_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/water"
)

// Cases by hand: aftercare.md, "Weather".
func TestWhenACustomerIsWrittenTo(t *testing.T) {
	last := func(text string) *time.Time { d := date(text); return &d }
	for name, c := range map[string]struct {
		s    care.Standing
		want care.Message
	}{
		"nothing to say":                {care.Standing{Advice: water.NotYet}, ""},
		"owed for the first time":       {care.Standing{Advice: water.WaterNow, OwedDays: 1}, care.ThisWeek},
		"owed, and told five days ago":  {care.Standing{Advice: water.WaterNow, OwedDays: 1, Last: last("2027-07-10")}, ""},
		"owed for three days":           {care.Standing{Advice: water.WaterNow, OwedDays: 3, Last: last("2027-07-10")}, care.AtRisk},
		"owed for three, told today":    {care.Standing{Advice: water.WaterNow, OwedDays: 3, Last: last("2027-07-14")}, ""},
		"in its first weeks":            {care.Standing{Advice: water.WaterNow, OwedDays: 1, Last: last("2027-07-10"), FirstWeeks: date("2027-08-01")}, care.ThisWeek},
		"rain came":                     {care.Standing{Advice: water.NotYet, Last: last("2027-07-01")}, ""},
		"a date of its care":            {care.Standing{Advice: water.NotYet, Dates: 1}, care.ThisWeek},
		"a date, and told two days ago": {care.Standing{Advice: water.NotYet, Dates: 1, Last: last("2027-07-13")}, ""},
		"full, and somebody waters":     {care.Standing{Advice: water.TooWet, Watered: true, Last: last("2027-07-10")}, care.AtRisk},
		"full, and nobody waters":       {care.Standing{Advice: water.TooWet}, ""},
	} {
		c.s.Today = date("2027-07-15")
		if c.s.FirstWeeks.IsZero() {
			c.s.FirstWeeks = date("2027-06-01")
		}
		assert.Equal(t, c.want, care.MessageOf(rules.House{}, c.s), name)
	}
	assert.True(t, care.Quiet(rules.House{}, 7))
	assert.False(t, care.Quiet(rules.House{}, 8))
	assert.True(t, care.Quiet(rules.House{}, 20))
}

// Over made-up years: after the first eight weeks never two within a week unless something is at risk, never two within two days at all, and
// never one that says nothing.
func TestAtMostOneAWeek(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		first := date("2027-04-01")
		s := care.Standing{FirstWeeks: first.AddDate(0, 0, 56)}
		advices := append(set.All[water.Advice](), "")
		for day := range 300 {
			s.Today = first.AddDate(0, 0, day)
			s.Advice = rapid.SampledFrom(advices).Draw(t, "advice")
			s.OwedDays, s.Watered, s.Dates = 0, rapid.Bool().Draw(t, "watered"), max(0, rapid.IntRange(-5, 2).Draw(t, "dates"))
			if s.Advice == water.WaterNow {
				s.OwedDays = rapid.IntRange(1, 4).Draw(t, "owed")
			}
			m := care.MessageOf(rules.House{}, s)
			if m == care.NoMessage {
				continue
			}
			require.False(t, s.Advice == water.NotYet && s.Dates == 0, "it says nothing")
			if s.Last != nil {
				apart := int(s.Today.Sub(*s.Last).Hours() / 24)
				require.GreaterOrEqual(t, apart, 2)
				if m == care.ThisWeek && !s.Today.Before(s.FirstWeeks) {
					require.GreaterOrEqual(t, apart, 7)
				}
			}
			told := s.Today
			s.Last = &told
		}
	})
}

// What waits for something stays about where the table has it until it comes, goes with it, and is not moved by that of another year.
func TestEntriesWaitForTheirCondition(t *testing.T) {
	f := facts()
	f.GrownForFruit = true
	events := care.Calendar(f)
	table := when(events, "fruit-off")[0]
	find := func(list []care.Conditional, code care.Code) care.Conditional {
		for _, c := range list {
			if c.Code == code {
				return c
			}
		}
		require.Fail(t, "no such entry")
		return care.Conditional{}
	}
	still := find(care.Await(events, nil), "fruit-off")
	assert.Equal(t, table, still.Date.Format(time.DateOnly))
	assert.Equal(t, care.FirstFlower, still.Waits)
	assert.Nil(t, still.Since)
	came := find(care.Await(events, []care.Happened{{What: care.FirstFlower, On: date("2027-05-03")}, {What: care.FirstFlower, On: date("2028-05-20")}}), "fruit-off")
	assert.Equal(t, "2027-05-03", came.Date.Format(time.DateOnly))
	leaves := find(care.Await(events, []care.Happened{{What: care.LeafOut, On: date("2027-04-20")}, {What: care.FirstFlower, On: date("2027-05-03")}}), "first-spring")
	assert.Equal(t, "2027-05-04", leaves.Date.Format(time.DateOnly), "two weeks after its leaves are out")
	assert.Equal(t, care.Condition(""), find(care.Await(events, nil), "flare-check").Waits)
	list := care.Await(events, []care.Happened{{What: care.FirstFlower, On: date("2027-05-03")}})
	require.Len(t, list, len(events))
	for i := range list {
		assert.Equal(t, events[i].Code, list[i].Code)
	}
}
