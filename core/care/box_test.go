package care_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/care"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/internal/plantingtest"
)

// One box instead of ten ranges: how often by season, each once, in the order of its life, until it is established.
func TestOneBoxTellsOfWater(t *testing.T) {
	f := facts()
	box := care.BoxOf(planting.Plan{PourByHand: true, Basin: planting.BasinResult{DoseL: 5}}, care.Calendar(f))
	assert.Equal(t, care.Box{DoseL: 5, ByHand: true, Until: date("2028-11-25"), Spans: []care.Span{
		{Code: "water-weeks-1-2", From: date("2027-04-08"), Every: 2}, {Code: "water-weeks-3-8", From: date("2027-04-22"), Every: 4},
		{Code: "water-weekly", From: date("2027-06-03"), Every: 7}, {Code: "water-dormant", From: date("2026-12-02"), Every: 21},
		{Code: "water-second-season", From: date("2028-04-08"), Every: 14}}}, box)
}

// Of every plan: no dose under 3 mm over the soil that it wets; a dose that would stand under 15 mm in the ring is poured by hand; nothing is
// told of what the tree has not; no entry lies before the planting day.
func TestTheCareOfEveryPlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p := plantingtest.Plan(t)
		if p.Refused != "" {
			return
		}
		planted := time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, in.Today.DayOfYear-1)
		events := care.Calendar(care.FactsOf(house, planted, in, p))
		box := care.BoxOf(p, events)
		require.NotEmpty(t, box.Spans)
		require.True(t, box.Until.After(planted))
		if in.Tree.BallDiameterMM < 16*in.Tree.CaliperMM+150 { // as stock comes; a pole in a giant's ball is no tree
			wetted := math.Pi / 4 * in.Tree.BallDiameterMM * in.Tree.BallDiameterMM / 1e6
			if in.Tree.Form == stock.Plug || p.Hole.FlareToBaseMM >= 60 {
				require.GreaterOrEqual(t, box.DoseL/wetted, 3.0, "mm over the wetted soil")
			}
		}
		if p.Berm == planting.BermNone {
			require.True(t, box.ByHand)
		} else {
			require.Equal(t, box.DoseL/(math.Pi*p.Basin.BasinRadiusMM*p.Basin.BasinRadiusMM/1e6) < 15-1e-9, box.ByHand)
		}
		for _, e := range events {
			require.True(t, e.Date.After(planted) || (care.InBox(e) && !e.Date.Before(planted)), "%s on %s", e.Code, e.Date)
			switch e.Code {
			case "stake-off", "check-round-tied", "second-soaking-tied":
				require.True(t, p.Stake.Needed, e.Code)
			case "berm-out":
				require.NotEqual(t, planting.BermNone, p.Berm)
			case "first-spring", "winter-cover", "cover-off", "water-before-frost":
				require.NotNil(t, in.Spot.Frost.First, "%s where no frost falls", e.Code)
			}
		}
	})
}
