package bench

import (
	"context"
	"math/rand/v2"
	"testing"
	"time"

	"sedum/core/day"
)

// BenchmarkPlantingDay: 600 spots shared out among 12 crews, beside the time that is asked for.
func BenchmarkPlantingDay(b *testing.B) {
	r := rand.New(rand.NewPCG(600, 12))
	in := day.Input{Pace: day.Pace{FirstHour: 0.6, After: 0.85, BreakMin: 10, UnloadMin: 5, LoadMin: 15}}
	for range 12 {
		in.Crews = append(in.Crews, day.Crew{Practised: 2, New: 8, FromMin: 480, UntilMin: 1020, LoadKG: 1200, LoadM3: 6, MetresAMin: 300})
	}
	for range 600 {
		by := 600 + 400*r.Float64()
		in.Stops = append(in.Stops, day.Stop{Trees: 1, WorkH: 0.67, At: day.Place{EastM: 5000 * (r.Float64() - 0.5), NorthM: 5000 * (r.Float64() - 0.5)}, PlanByMin: &by, MassKG: 60, RoomM3: 0.1})
	}
	began := time.Now()
	p, err := day.Schedule(context.Background(), in, nil)
	if err != nil {
		b.Fatal(err)
	}
	first, _ := in.CostOf(day.FirstCome(in))
	b.Logf("first come %+v, planned %+v", first, p.Cost)
	within(b, "s/day-of-600", time.Since(began).Seconds(), 10)
}
