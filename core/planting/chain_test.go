package planting_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"sedum/core/fit"
	"sedum/core/ground"
	"sedum/core/planting"
	"sedum/internal/plantingtest"
)

// From the match to the plan, over generated pairs of tree and spot: what a gate excludes is never issued unsigned, a line that it meets
// has no plan, what nobody knows is too much or holds the match down, and the plan refuses nothing that the match offers but the day.
func TestWhatTheMatchSaysThePlanKeeps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p, pair := plantingtest.Whole(t)
		bed, _ := planting.BedDrainage(house, in.Kind, in.Spot)
		stand := planting.CanStand(house, in, bed)
		if stand.Never != "" {
			require.NotEmpty(t, p.Refused, "whoever signs")
			require.Empty(t, p.Steps)
		} else if p.Refused != "" {
			require.Contains(t, []planting.Refusal{planting.RefusedWindow, planting.RefusedLooseBase}, p.Refused, "the match offers it, and only the day or a dug-over base is against it")
		}
		require.Equal(t, pair.Site.MeetsLine, slices.Contains(pair.Result.ExcludedBy, fit.Room))
		if pair.Site.MeetsLine {
			require.NotEmpty(t, p.Refused, "no plan under a line that it meets")
		}
		if len(pair.Result.ExcludedBy) > 0 && p.Refused == "" {
			for _, f := range pair.Result.ExcludedBy {
				require.Contains(t, p.Stops, planting.Stop("fit-"+string(f)), "excluded is never issued unsigned")
			}
			require.Zero(t, pair.Result.Overall)
		}
		if p.Refused != "" {
			return
		}
		require.Equal(t, float64(len(pair.Result.Unknown)) >= 3, p.FindOut != nil)
		if len(pair.Result.Unknown) > 0 {
			require.LessOrEqual(t, pair.Result.Overall, 0.65+1e-9, "unknown is not a pass")
		}
		for _, o := range pair.Near {
			tall := o.Kind == ground.NeighbourLine && *o.DistanceM < 10 && in.Tree.HeightM >= 2.5
			if tall && !in.Standing.LineAnswered {
				require.NotEmpty(t, p.First, "the line's owner answers first")
			}
		}
		if in.Spot.Water == ground.WaterNone && *in.Spot.SummerDeficitMM > 250 {
			require.NotEmpty(t, p.Stops, "no water in a dry place is signed for")
		}
	})
}

// Taking an answer of the ground away never makes the match better, nor lets the plan through what it held.
func TestAnAnswerTakenAwayNeverHelpsAPlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		house, in, p, pair := plantingtest.Whole(t)
		less, name := pair.Site, rapid.SampledFrom([]string{"heat", "ph", "room", "wind", "cold", "light"}).Draw(t, "taken away")
		switch name {
		case "heat":
			less.HotMonthC = nil
		case "ph":
			less.PH = nil
		case "room":
			less.ConflictYear, less.RoomUnknown = nil, true
		case "wind":
			less.Wind = nil
		case "cold":
			less.MinC = nil
		default:
			less.SunH = nil
		}
		r := fit.Judge(house, less, pair.Kind)
		if slices.Equal(r.Unknown, pair.Result.Unknown) { // it asks for nothing of the kind
			return
		}
		require.LessOrEqual(t, r.Overall, 0.65+1e-9, name)
		again := in
		again.Standing = planting.StandingOf(r, less, pair.Room, pair.Near)
		again.Standing.ClockSpent, again.Standing.LineAnswered = in.Standing.ClockSpent, in.Standing.LineAnswered
		q, err := planting.Make(house, again)
		require.NoError(t, err)
		require.GreaterOrEqual(t, len(q.FindOut), len(p.FindOut))
		if p.Refused == planting.RefusedMeetsLine || p.Refused == planting.RefusedTooSteep || p.Refused == planting.RefusedStandingWater {
			require.Equal(t, p.Refused, q.Refused)
		}
	})
}
