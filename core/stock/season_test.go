package stock_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"sedum/core/rules"
	"sedum/core/stock"
)

// Each year, walked day by day, has its seasons in their order, each in one piece and as long as it should be.
func TestAYearHasItsSeasonsInOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		swell := rapid.IntRange(1, 365).Draw(t, "buds swell")
		frost := (swell + rapid.IntRange(56+43, 300).Draw(t, "days to the first frost")) % 365 // after flush and a day of summer
		if frost == 0 {
			frost = 365
		}
		lengths, runs, before := map[stock.Season]int{}, []stock.Season{}, stock.Season("")
		for i := range 365 {
			day := (swell+i-1)%365 + 1
			season := stock.SeasonOf(rules.House{}, day, swell, frost, false, nil)
			lengths[season]++
			if season != before {
				runs = append(runs, season)
			}
			before = season
		}
		want := []stock.Season{"spring-flush", "summer", "autumn", "dormant"}
		if lengths["dormant"] == 0 {
			want = want[:3]
		}
		assert.EqualValues(t, want, runs, "buds %d, frost %d", swell, frost)
		assert.Equal(t, 56, lengths["spring-flush"], "eight weeks")
		if lengths["dormant"] > 0 {
			assert.Equal(t, 57, lengths["autumn"], "from 42 days before the first frost until 14 after it, both counted")
		}
	})
}

// How long it takes until trees are dormant is what one counts by going on day by day.
func TestTheDaysToDormancyAreCounted(t *testing.T) {
	for _, c := range []struct{ swell, frost int }{{100, 288}, {60, 320}, {130, 260}} {
		for day := 1; day <= 365; day++ {
			want := 0
			for stock.SeasonOf(rules.House{}, (day+want-1)%365+1, c.swell, c.frost, false, nil) != "dormant" {
				want++
			}
			assert.Equal(t, want, stock.DaysToDormancy(rules.House{}, day, c.swell, c.frost), "day %d of %+v", day, c)
		}
	}
}

// An evergreen is dormant while the mean stays under 8 C, whatever the calendar says; at 8 C it is not.
func TestEvergreensAreDormantByTheCold(t *testing.T) {
	for _, c := range []struct {
		mean float64
		want string
	}{{7.9, "dormant"}, {8, "summer"}, {15, "summer"}} {
		assert.EqualValues(t, c.want, stock.SeasonOf(rules.House{}, 200, 100, 288, true, &c.mean), "%g C", c.mean)
		assert.EqualValues(t, "summer", stock.SeasonOf(rules.House{}, 200, 100, 288, false, &c.mean), "a tree that sheds its leaves goes by the calendar")
	}
	assert.EqualValues(t, "summer", stock.SeasonOf(rules.House{}, 200, 100, 288, true, nil))
}
