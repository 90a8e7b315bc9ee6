package guarantee_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/guarantee"
	"sedum/core/rules"
	"sedum/core/set"
	"sedum/core/trouble"
	"sedum/core/water"
)

func on(text string) time.Time {
	d, err := time.Parse(time.DateOnly, text)
	if err != nil {
		panic(err)
	}
	return d
}

func is[T any](x T) *T { return &x }

func sides(points []guarantee.Point) map[guarantee.Code]guarantee.Side {
	out := map[guarantee.Code]guarantee.Side{}
	for _, p := range points {
		out[p.Code] = p.Side
	}
	return out
}

// A tree that we planted and that was lost to its roots within two years, watered as it was told.
func TestWhatTheHouseDidSpeaksForTheClaim(t *testing.T) {
	f := guarantee.Facts{PlantedOn: on("2026-04-02"), AskedOn: on("2027-06-01"), ByCustomer: is(false), EndedOn: is(on("2027-05-20")), EndedAs: "dead", Cause: "circling-roots", Checked: true,
		Weather: true, Told: true, Owed: guarantee.Owed{Spells: 10, Told: 7}, Contact: true, LooksDue: 3, Looks: 1}
	assert.Equal(t, map[guarantee.Code]guarantee.Side{"within": "for", "lost": "for", "cause-ours": "for", "checked": "against", "watered": "for", "looked-late": "for"}, sides(guarantee.Weigh(rules.House{}, f)))
	f.Owed.Told = 2
	assert.Equal(t, guarantee.Against, sides(guarantee.Weigh(rules.House{}, f))["told-little"])
	f.AskedOn = on("2028-04-03")
	assert.Equal(t, guarantee.Against, sides(guarantee.Weigh(rules.House{}, f))["past"], "a day after two years")
}

// What nobody knows helps neither side.
func TestWhatIsUnknownHelpsNeither(t *testing.T) {
	f := guarantee.Facts{PlantedOn: on("2026-04-02"), AskedOn: on("2026-09-01"), Weather: true, Owed: guarantee.Owed{Spells: 9, DryDays: 40}, Checked: true}
	got := sides(guarantee.Weigh(rules.House{}, f))
	for _, code := range []guarantee.Code{"not-lost", "cause-open", "told-nothing", "not-looked"} {
		assert.Equal(t, guarantee.Open, got[code], code)
	}
	f.Weather = false
	assert.Equal(t, guarantee.Open, sides(guarantee.Weigh(rules.House{}, f))["no-weather"])
}

// A tree that was set too deep is whose matter it was to plant it, and nobody's while that is unknown.
func TestWhoPlantedItCounts(t *testing.T) {
	assert.Equal(t, guarantee.Whose("ours"), guarantee.Matters(nil).Is("planted-deep", is(false)))
	assert.Equal(t, guarantee.Whose("theirs"), guarantee.Matters(nil).Is("planted-deep", is(true)))
	assert.Equal(t, guarantee.Whose("nobodys"), guarantee.Matters(nil).Is("planted-deep", nil))
	assert.Equal(t, guarantee.Whose("nobodys"), guarantee.Matters(nil).Is("frost-damage", is(true)))
}

// Of every claim: one word of its period, one of its loss, one of its cause, and a settled cause is never open.
func TestEveryClaimIsWeighedOnce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := guarantee.Facts{PlantedOn: on("2026-04-02"), AskedOn: on("2026-04-02").AddDate(0, 0, rapid.IntRange(0, 2000).Draw(t, "asked")),
			Cause: rapid.SampledFrom(append(set.All[trouble.Cause](), "")).Draw(t, "cause"), ByCustomer: rapid.SampledFrom([]*bool{nil, is(true), is(false)}).Draw(t, "by"),
			Checked: rapid.Bool().Draw(t, "checked"), Weather: rapid.Bool().Draw(t, "weather"), Told: rapid.Bool().Draw(t, "told"),
			Owed: guarantee.Owed{Spells: rapid.IntRange(0, 20).Draw(t, "spells")}}
		if rapid.Bool().Draw(t, "ended") {
			f.EndedOn, f.EndedAs = is(f.AskedOn), "dead"
		}
		f.Owed.Told = rapid.IntRange(0, f.Owed.Spells).Draw(t, "answered")
		seen := map[string]int{}
		group := map[guarantee.Code]string{"within": "period", "past": "period", "lost": "loss", "not-lost": "loss", "gone-counts": "loss", "gone-past": "loss", "cause-ours": "cause", "cause-theirs": "cause",
			"cause-nobodys": "cause", "cause-nobodys-past": "cause", "cause-open": "cause", "checked": "check", "unchecked": "check", "in-doubt": "check"}
		for _, p := range guarantee.Weigh(rules.House{}, f) {
			seen[group[p.Code]]++
			if p.Code == "cause-open" {
				require.Contains(t, []trouble.Cause{"", trouble.None}, f.Cause)
			}
			if p.Code == "told-little" || p.Code == "watered" {
				require.True(t, f.Told && f.Weather)
			}
		}
		for _, g := range []string{"period", "loss", "cause", "check"} {
			require.Equal(t, 1, seen[g], g)
		}
	})
}

func days(text string) []water.Line {
	out := []water.Line{}
	for _, c := range text {
		l := water.Line{Advice: water.NotYet}
		switch c {
		case 'o': // owed
			l.Advice = water.WaterNow
		case 'g': // given, and no more owed
			l.GivenL = 9
		case 'G': // given too little: still owed
			l.GivenL, l.Advice = 1, water.WaterNow
		}
		out = append(out, l)
	}
	return out
}

// Spells by hand; an answer has four days.
func TestSpellsOwedAndTold(t *testing.T) {
	for text, want := range map[string]guarantee.Owed{
		"..og..og..":        {Spells: 2, Told: 2},
		"..oo....":          {},                               // rain ended it
		"..oooog..":         {Spells: 1, Told: 1},             // on the fourth day
		"..oooooog..":       {Spells: 1, DryDays: 1},          // too late
		"..oooooooooo":      {Spells: 1, DryDays: 5},          // nobody
		"..oGooooooog..og.": {Spells: 2, Told: 2, DryDays: 4}, // a little in time
		"ooo":               {},                               // not due yet
		"":                  {},
	} {
		assert.Equal(t, want, guarantee.OwedOf(rules.House{}, days(text)), text)
	}
}

// What is laid side by side for a tree that a mower girdled in its second summer.
func Example() {
	for _, p := range guarantee.Weigh(rules.House{}, guarantee.Facts{PlantedOn: on("2026-04-02"), AskedOn: on("2027-08-01"), EndedOn: is(on("2027-07-20")), EndedAs: "dead", Cause: "strimmer-ring", Checked: true, Looks: 2}) {
		fmt.Println(p.Side, p.Code)
	}
	// Output:
	// for within
	// for lost
	// against cause-theirs
	// against checked
	// open no-weather
}

// Rule guarantee.handed_months: whoever takes a garden over is heard for a year from planting; the buyer as before, whenever they asked.
func TestTheGuaranteeGoesWithTheTreeForAYear(t *testing.T) {
	f := guarantee.Facts{PlantedOn: on("2026-04-02"), ByCustomer: is(false), Weather: true}
	for _, c := range []struct {
		handed, asked string
		point         guarantee.Code
		side          guarantee.Side
	}{
		{"2026-09-01", "2026-10-01", "handed-counts", guarantee.For},
		{"2026-09-01", "2027-04-02", "handed-counts", guarantee.For},
		{"2026-09-01", "2027-04-03", "handed-past", guarantee.Against},
		{"2026-09-01", "2026-08-31", "", ""},
		{"2026-09-01", "2026-09-01", "handed-counts", guarantee.For},
	} {
		f.HandedOn, f.AskedOn = is(on(c.handed)), on(c.asked)
		got := sides(guarantee.Weigh(rules.House{}, f))
		for _, code := range []guarantee.Code{"handed-counts", "handed-past"} {
			want := guarantee.Side("")
			if code == c.point {
				want = c.side
			}
			assert.Equal(t, want, got[code], "%s %s", c.asked, code)
		}
	}
	f.HandedOn = nil
	assert.Empty(t, sides(guarantee.Weigh(rules.House{}, f))["handed-counts"])
}

// What a house says of a cause stands over ours, and of no other cause.
func TestAHouseSaysWhoseMatterACauseIs(t *testing.T) {
	m := guarantee.Matters{"drought": "ours", "planted-deep": "nobodys", "frost-damage": "planters"}
	for _, c := range trouble.Cause("").All() {
		for _, by := range []*bool{nil, is(false), is(true)} {
			want := guarantee.Matters(nil).Is(c, by)
			switch c {
			case "drought":
				want = "ours"
			case "planted-deep":
				want = "nobodys"
			case "frost-damage":
				want = map[bool]guarantee.Whose{true: "nobodys"}[by == nil]
				if by != nil {
					want = map[bool]guarantee.Whose{true: "theirs", false: "ours"}[*by]
				}
			}
			assert.Equal(t, want, m.Is(c, by), c)
		}
	}
	f := guarantee.Facts{PlantedOn: on("2026-04-02"), AskedOn: on("2027-06-01"), Cause: "drought", Weather: true}
	assert.Contains(t, sides(guarantee.Weigh(rules.House{}, f)), guarantee.Code("cause-theirs"))
	f.Matters = m
	assert.Contains(t, sides(guarantee.Weigh(rules.House{}, f)), guarantee.Code("cause-ours"))
}
