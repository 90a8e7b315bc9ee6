package trouble_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"sedum/core/rules"
	"sedum/core/trouble"
)

func TestNobodyGivesUpAGreenTreeBeforeItsDate(t *testing.T) {
	h := rules.House{}
	swell := time.Date(2026, 4, 5, 0, 0, 0, 0, time.UTC)
	ask := func(s trouble.Seen, day time.Time) trouble.Wait {
		w, until := trouble.DormantOrDead(h, s, swell, day)
		if w != "" {
			assert.Equal(t, time.Date(2026, 7, 4, 0, 0, 0, 0, time.UTC), until, "90 days after buds swell")
		}
		return w
	}
	may, july := time.Date(2026, 5, 20, 0, 0, 0, 0, time.UTC), time.Date(2026, 7, 4, 0, 0, 0, 0, time.UTC)
	assert.Equal(t, trouble.Wait(""), ask(trouble.Seen{"buds": "on-time"}, may))
	assert.Equal(t, trouble.Wait(""), ask(trouble.Seen{}, may), "not looked is not bare")
	assert.Equal(t, trouble.Wait("scratch-first"), ask(trouble.Seen{"buds": "not-moved"}, may))
	assert.Equal(t, trouble.Wait("wait"), ask(trouble.Seen{"buds": "not-moved", "scratch": "green"}, may))
	assert.Equal(t, trouble.Wait("wait"), ask(trouble.Seen{"buds": "late", "scratch": "green-below"}, may))
	assert.Equal(t, trouble.Wait("waited"), ask(trouble.Seen{"buds": "not-moved", "scratch": "green"}, july))
	assert.Equal(t, trouble.Wait("dead"), ask(trouble.Seen{"buds": "not-moved", "scratch": "brown-to-ground"}, may))
}

func TestShortGrowthIsLookedIntoInItsOrder(t *testing.T) {
	assert.Nil(t, trouble.SlowGrowth(trouble.Seen{"flare": "straight"}))
	rungs := trouble.SlowGrowth(trouble.Seen{"growth": "short", "flare": "visible", "grass": "to-trunk"})
	order := []trouble.Question{}
	for _, r := range rungs {
		order = append(order, r.Question)
	}
	assert.Equal(t, []trouble.Question{"flare", "mulch", "grass", "soil_at_ball", "winter_chill", "roots"}, order)
	assert.Equal(t, trouble.Rung{Question: "flare", Looked: true}, rungs[0])
	assert.Equal(t, trouble.Rung{Question: "mulch"}, rungs[1], "what nobody looked at found nothing")
	assert.Equal(t, trouble.Rung{Question: "grass", Looked: true, Found: true}, rungs[2])
}
