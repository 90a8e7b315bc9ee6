package visit_test

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/trouble"
	"sedum/core/visit"
)

func ptr[T any](v T) *T { return &v }

func day(y int, m time.Month, d int) time.Time { return time.Date(y, m, d, 0, 0, 0, 0, time.UTC) }

func TestWhatNobodyLookedAtAsksForNothing(t *testing.T) {
	assert.Empty(t, visit.Wanted(visit.Facts{}))
	assert.NotEmpty(t, visit.Facts{}.Check(), "a visit says at least one thing")
	assert.Empty(t, visit.Facts{Note: "nobody at home"}.Check())
	assert.NotEmpty(t, visit.Facts{LeanTo: ptr(90.0)}.Check())
	assert.Empty(t, visit.Signs(visit.Facts{Alive: "living"}, ""))
	assert.Equal(t, []visit.Wants{"cut-tie", "firm-base", "pull-mulch", "water-ball"}, visit.Wanted(visit.Facts{Tie: "cutting-in", Rocks: ptr(true), Mulch: "against-trunk", DeepSoil: "dry"}))
	assert.Equal(t, []visit.Wants{"answer-them"}, visit.Wanted(visit.Facts{Says: "odd"}))
	assert.Empty(t, visit.Wanted(visit.Facts{Says: "well"}))
	assert.Empty(t, visit.Wanted(visit.Facts{Alive: "dead", Tie: "cutting-in"}), "nothing is asked for a dead tree")
}

// Every answer that a visit gives is one of the questions' own.
func TestAVisitsSignsAreKnown(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := visit.Facts{Leaves: rapid.SampledFrom(visit.Leaves("").All()).Draw(t, "leaves"), Flare: rapid.SampledFrom(visit.Flare("").All()).Draw(t, "flare"),
			TopSoil: "dry", MiddleSoil: "moist", Stake: rapid.SampledFrom(visit.Stake("").All()).Draw(t, "stake"), Tie: rapid.SampledFrom(visit.Tie("").All()).Draw(t, "tie"),
			Mulch: rapid.SampledFrom(visit.Mulch("").All()).Draw(t, "mulch"), Grass: rapid.SampledFrom(visit.Grass("").All()).Draw(t, "grass"), Rocks: ptr(rapid.Bool().Draw(t, "rocks")),
			Damage: ptr(rapid.SliceOfNDistinct(rapid.SampledFrom(visit.Damage("").All()), 0, 3, rapid.ID[visit.Damage]).Draw(t, "damage"))}
		seen := visit.Signs(f, rapid.SampledFrom(append(visit.Growth("").All(), "")).Draw(t, "growth"))
		_, err := trouble.OddsOf(nil).Weigh(seen)
		require.NoError(t, err)
	})
}

func TestGrowthIsHeldAgainstTheKind(t *testing.T) {
	planted := day(2026, 4, 1)
	assert.Equal(t, visit.Growth(""), visit.GrowthOf(nil, ptr(5.0), planted, day(2027, 9, 1)))
	assert.Equal(t, visit.Growth(""), visit.GrowthOf(ptr(100.0), nil, planted, day(2027, 9, 1)), "of a kind that nobody knows nothing is said")
	assert.Equal(t, visit.GrowthShort, visit.GrowthOf(ptr(150.0), ptr(5.0), planted, day(2027, 9, 1)), "500 mm a year")
	assert.Equal(t, visit.GrowthFair, visit.GrowthOf(ptr(150.0), ptr(5.0), planted, day(2026, 9, 1)), "in its first year it grows roots")
}

func TestLooksAreDueOneAfterTheOther(t *testing.T) {
	planted := day(2026, 1, 31)
	due, ok := visit.NextDue(planted, nil, day(2026, 2, 20))
	assert.True(t, ok)
	assert.Equal(t, visit.Due{On: day(2026, 2, 28)}, due, "a day that the month does not have is its last")
	due, _ = visit.NextDue(planted, nil, day(2026, 4, 20))
	assert.True(t, due.Late)
	due, _ = visit.NextDue(planted, []time.Time{day(2026, 2, 10)}, day(2026, 4, 20))
	assert.Equal(t, day(2026, 4, 30), due.On, "a look in the three weeks before counts")
	_, ok = visit.NextDue(planted, []time.Time{day(2033, 1, 20)}, day(2033, 4, 20))
	assert.False(t, ok, "after seven years nothing is planned")
}

// Over all ways of up to eight stops: never longer than as they stand, within a tenth of the shortest nearly always, and each stop once.
func TestTheWayIsShort(t *testing.T) {
	worse, tried := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		stops := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) visit.Stop {
			return visit.Stop{X: rapid.Float64Range(-9000, 9000).Draw(t, "x"), Y: rapid.Float64Range(-9000, 9000).Draw(t, "y"), Known: true}
		}), 0, 7).Draw(t, "stops")
		start := visit.Stop{Known: true}
		order := visit.Order(start, stops)
		require.Len(t, order, len(stops))
		seen := map[int]bool{}
		for _, i := range order {
			seen[i] = true
		}
		require.Len(t, seen, len(stops))
		best := math.Inf(1)
		var all func([]int, map[int]bool)
		all = func(way []int, used map[int]bool) {
			if len(way) == len(stops) {
				best = math.Min(best, visit.Length(start, stops, way))
				return
			}
			for i := range stops {
				if !used[i] {
					used[i] = true
					all(append(way, i), used)
					used[i] = false
				}
			}
		}
		all([]int{}, map[int]bool{})
		tried++
		if got := visit.Length(start, stops, order); got > 1.1*best+1e-6 {
			worse++
		}
	})
	assert.LessOrEqual(t, worse, tried/10+1)
	assert.Equal(t, []int{1, 0, 2}, visit.Order(visit.Stop{}, []visit.Stop{{}, {X: 5, Known: true}, {}}), "who is nowhere comes last")
}

func Example() {
	facts := visit.Facts{Alive: "living", Leaves: "sound", Grass: "grown-in", Tie: "tight"}
	fmt.Println(facts.Looked(), visit.Wanted(facts))
	// Output: 4 [loosen-tie clear-grass]
}

// What a look did not look at it does not settle, whoever looked.
func TestALookSettlesOnlyWhatItSaw(t *testing.T) {
	found := visit.Look{Facts: visit.Facts{Tie: "cutting-in", Rocks: ptr(true), LeanDeg: ptr(9.0)}}
	well := visit.Look{Facts: visit.Facts{Says: "well"}, ByCustomer: true}
	assert.Equal(t, []visit.Wants{"cut-tie", "firm-base", "plumb"}, visit.Wanted(visit.Standing([]visit.Look{found, well})))
	slack := visit.Look{Facts: visit.Facts{Tie: "slack"}}
	assert.Equal(t, []visit.Wants{"firm-base", "plumb"}, visit.Wanted(visit.Standing([]visit.Look{found, well, slack})))
	odd := visit.Look{Facts: visit.Facts{Says: "odd"}, ByCustomer: true}
	assert.Equal(t, visit.Says("odd"), visit.Standing([]visit.Look{odd, {Facts: visit.Facts{}, ByCustomer: true}}).Says)
	assert.Empty(t, visit.Standing([]visit.Look{odd, slack}).Says, "somebody of the house has looked since")
	dry := visit.Look{Facts: visit.Facts{Alive: "living", MiddleSoil: "dry"}}
	assert.Equal(t, []visit.Wants{"water-ball"}, visit.Wanted(visit.Standing([]visit.Look{dry})))
	assert.Empty(t, visit.Wanted(visit.Standing([]visit.Look{dry, {Facts: visit.Facts{Alive: "living", Leaves: "sound"}}})), "how wet it was passes")
	assert.Empty(t, visit.Standing(nil))
}

// Soil that was dry in June asks for nothing in December, nor once somebody has watered; that it is wet is made no better by water; a tie that
// cuts in asks until it is cut.
func TestWhatAFingerFeltGrowsOld(t *testing.T) {
	june := time.Date(2026, 6, 8, 0, 0, 0, 0, time.UTC)
	dry := visit.Facts{Alive: "living", MiddleSoil: "dry", Tie: "cutting-in"}
	wants := func(f visit.Facts, days int, watered bool) []visit.Wants {
		return visit.Wanted(f.SoilStill(june, june.AddDate(0, 0, days), watered))
	}
	assert.Equal(t, []visit.Wants{"cut-tie", "water-ball"}, wants(dry, 7, false))
	assert.Equal(t, []visit.Wants{"cut-tie"}, wants(dry, 8, false))
	assert.Equal(t, []visit.Wants{"cut-tie"}, wants(dry, 0, true))
	wet := visit.Facts{Alive: "living", MiddleSoil: "wet", DeepSoil: "wet"}
	assert.Equal(t, []visit.Wants{"stop-water"}, wants(wet, 2, true), "watered though it was wet")
	assert.Empty(t, wants(wet, 8, false))
}
