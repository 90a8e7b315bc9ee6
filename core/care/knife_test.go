package care_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/internal/plantingtest"
)

// Buds swell on day 98 (8 April) and frost comes on day 288 (15 October). Late winter is day 54 to 90; what bleeds is left from day 23 on; stone fruit
// is shaped in July, dry; what flowers on old wood in the six weeks after its bloom. The south has the same half a year later.
func TestTheYearByTheKnife(t *testing.T) {
	year := func(kind planting.Kind) map[care.KnifeCode][2]int {
		out := map[care.KnifeCode][2]int{}
		for _, s := range care.KnifeOf(planting.Input{Kind: kind, Spot: planting.Spot{LatDeg: 47, Frost: planting.FrostDays{First: ptr(288), Last: ptr(118), BudSwell: ptr(98)}}}) {
			out[s.Code] = [2]int{s.From, s.Until}
		}
		return out
	}
	assert.Equal(t, map[care.KnifeCode][2]int{care.KnifeLeaf: {98, 302}, care.KnifeNoFlush: {91, 154}, care.KnifeShape: {54, 90}}, year(planting.Kind{}))
	assert.Equal(t, map[care.KnifeCode][2]int{care.KnifeLeaf: {98, 302}, care.KnifeNoSap: {23, 143}, care.KnifeShape: {196, 238}}, year(planting.Kind{Bleeds: true}))
	assert.Equal(t, map[care.KnifeCode][2]int{care.KnifeLeaf: {98, 302}, care.KnifeNoWet: {243, 158}, care.KnifeShapeDry: {196, 238}}, year(planting.Kind{StoneFruit: true}))
	assert.Equal(t, map[care.KnifeCode][2]int{care.KnifeNoFlowers: {201, 157}, care.KnifeShape: {158, 200}}, year(planting.Kind{OldWood: true, Evergreen: true}))
}

// What the calendar asks to cut falls into the season of shaping and never into one that forbids it, for every tree in both hemispheres.
func TestTheCalendarCutsInTheSeasonOfTheKind(t *testing.T) {
	cuts := 0
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" {
			return
		}
		year := care.KnifeOf(in)
		planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		for _, e := range care.Calendar(care.FactsOf(house, planted, in, p)) {
			if !strings.HasPrefix(string(e.Code), "formative-pruning") && e.Code != "prune-after-bloom" {
				continue
			}
			cuts++
			shaped := false
			for _, s := range year {
				if s.Has(care.DayOf(e.Date)) {
					require.False(t, s.Code.Forbids(), "%s on %s against %s", e.Code, e.Date.Format(time.DateOnly), s.Code)
					shaped = shaped || s.Code == care.KnifeShape || s.Code == care.KnifeShapeDry
				}
			}
			require.True(t, shaped, "%s on %s", e.Code, e.Date.Format(time.DateOnly))
		}
		for _, a := range year {
			for _, b := range year {
				if a.Code.Forbids() && !b.Code.Forbids() && b.Code != care.KnifeLeaf {
					for day := range 365 {
						require.False(t, a.Has(day+1) && b.Has(day+1), "%s and %s on day %d", a.Code, b.Code, day+1)
					}
				}
			}
		}
	})
	assert.Positive(t, cuts)
}
