package day_test

import (
	"context"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/day"
)

func ptr[T any](v T) *T { return &v }

var pace = day.Pace{FirstHour: 0.6, After: 0.85, BreakMin: 10, UnloadMin: 5, LoadMin: 15}

// made is a made-up day; how tight its clocks and hours are is drawn too.
func made(r *rand.Rand, stops, crews int) day.Input {
	in := day.Input{Pace: pace}
	begin, tight := 480.0, 0.5+r.Float64()
	for range crews {
		c := day.Crew{Practised: r.IntN(3), New: 1 + r.IntN(5), FromMin: begin + float64(r.IntN(3))*30, UntilMin: 900 + float64(r.IntN(4))*60, Gear: r.IntN(3) == 0,
			LoadKG: 300 + 500*r.Float64(), LoadM3: 1.5 + 4*r.Float64(), MetresAMin: 80 + 400*r.Float64()}
		in.Crews = append(in.Crews, c)
	}
	for range stops {
		trees := 1 + r.IntN(8)
		s := day.Stop{Trees: trees, WorkH: float64(trees) / []float64{30, 12, 4, 1.5}[r.IntN(4)], At: day.Place{EastM: 6000 * (r.Float64() - 0.5), NorthM: 6000 * (r.Float64() - 0.5)},
			MassKG: 200 * r.Float64(), RoomM3: r.Float64(), People: 1 + r.IntN(3), Gear: r.IntN(12) == 0}
		if r.IntN(2) == 0 {
			s.PlanByMin = ptr(begin + (60+300*r.Float64())/tight)
			if r.IntN(3) == 0 {
				s.LastMin = ptr(*s.PlanByMin + 60)
			}
		}
		in.Stops = append(in.Stops, s)
	}
	return in
}

// walked is a second reckoning of a way, by small steps of the clock: a crew drives, unloads and works, and what it has worked in each step is
// added up.
func walked(in day.Input, crew int, stops []int) (day.Cost, bool) {
	if len(stops) == 0 {
		return day.Cost{}, true
	}
	c, cost := in.Crews[crew], day.Cost{}
	t := c.FromMin + in.Pace.LoadMin
	east, north, kg, m3 := 0.0, 0.0, 0.0, 0.0
	drive := func(e, n float64) {
		t += math.Sqrt((east-e)*(east-e)+(north-n)*(north-n)) / c.MetresAMin
		east, north = e, n
	}
	for _, i := range stops {
		s := in.Stops[i]
		if c.Practised+c.New < s.People || s.Gear && !c.Gear {
			return cost, false
		}
		if kg+m3 > 0 && (kg+s.MassKG > c.LoadKG+1e-9 || m3+s.RoomM3 > c.LoadM3+1e-9) {
			drive(0, 0)
			t += in.Pace.LoadMin
			kg, m3 = 0, 0
		}
		drive(s.At.EastM, s.At.NorthM)
		for k := 1.0; k*c.LoadKG < s.MassKG-1e-9 || k*c.LoadM3 < s.RoomM3-1e-9; k++ {
			drive(0, 0)
			t += in.Pace.LoadMin
			drive(s.At.EastM, s.At.NorthM)
		}
		t += in.Pace.UnloadMin
		const step = 0.005 // minutes
		for left := s.WorkH; left > 0; t += step {
			of := in.Pace.After
			if t-c.FromMin < 60 {
				of = in.Pace.FirstHour
			}
			left -= (float64(c.Practised) + float64(c.New)*of) * step / 60 * 50 / 60
		}
		kg, m3 = kg+s.MassKG, m3+s.RoomM3
		if s.LastMin != nil && t > *s.LastMin {
			return cost, false
		}
		if s.PlanByMin != nil && t > *s.PlanByMin {
			cost.Late += s.Trees
		}
	}
	drive(0, 0)
	cost.Minutes = t - c.FromMin
	return cost, t <= c.UntilMin
}

func TestAWayIsWhatTheClockSays(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 1))
	alike := 0
	for range 400 {
		in := made(r, 5, 1)
		order := r.Perm(5)
		_, cost, fits := in.Way(0, order)
		other, too := walked(in, 0, order)
		switch {
		case fits != too || fits && cost.Late != other.Late: // a step of the clock apart from its limit
		case fits:
			alike++
			assert.InDelta(t, other.Minutes, cost.Minutes, 0.1)
		default:
			alike++
		}
	}
	assert.Greater(t, alike, 396, "all but what falls between two steps")
}

// every gives each way to share stops out: the stops in each order, cut by each set of places, some of them left.
func every(in day.Input, visit func(ways [][]int)) {
	ways := make([][]int, len(in.Crews))
	var put func(stop int)
	put = func(stop int) {
		if stop == len(in.Stops) {
			visit(ways)
			return
		}
		put(stop + 1) // left
		for c := range ways {
			for at := 0; at <= len(ways[c]); at++ {
				was := ways[c]
				next := append(append(append([]int{}, was[:at]...), stop), was[at:]...)
				ways[c] = next
				put(stop + 1)
				ways[c] = was
			}
		}
	}
	put(0)
}

func brute(in day.Input) day.Cost {
	var best *day.Cost
	every(in, func(ways [][]int) {
		if cost, fits := in.CostOf(ways); fits && (best == nil || cost.Less(*best)) {
			best = &cost
		}
	})
	return *best
}

// Held against every way there is: nothing is planted late, and nothing is left, where a day without that exists.
func TestSmallDaysAreTheBestThereAre(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 2))
	for range 60 {
		in := made(r, 1+r.IntN(5), 1+r.IntN(3))
		p, err := day.Schedule(context.Background(), in, nil)
		require.NoError(t, err)
		best := brute(in)
		assert.Equal(t, []int{best.Unplaced, best.Late}, []int{p.Cost.Unplaced, p.Cost.Late})
		assert.InDelta(t, best.Minutes, p.Cost.Minutes, 1e-6)
	}
}

// The search that larger days need, tried on days small enough to try every way: within a twentieth.
func TestTheSearchIsNearTheBest(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 3))
	for range 40 {
		in := made(r, 7, 2)
		exact, err := day.Schedule(context.Background(), in, nil)
		require.NoError(t, err)
		found := day.Searched(in)
		assert.Equal(t, exact.Cost.Unplaced, found.Cost.Unplaced)
		assert.Equal(t, exact.Cost.Late, found.Cost.Late)
		assert.LessOrEqual(t, found.Cost.Minutes, 1.05*exact.Cost.Minutes+1e-6)
	}
}

// On 500 made-up days: never worse than first come; every stop is on one way or told; each way is what the clock says.
func TestAPlanIsNeverWorseThanNone(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	better := 0
	for range 500 {
		in := made(r, 1+r.IntN(24), 1+r.IntN(4))
		p, err := day.Schedule(context.Background(), in, nil)
		require.NoError(t, err)
		first, fits := in.CostOf(day.FirstCome(in))
		require.True(t, fits)
		require.False(t, first.Less(p.Cost), "%v against %v", first, p.Cost)
		if p.Cost.Less(first) {
			better++
		}
		seen := map[int]int{}
		for _, way := range p.Ways {
			for _, v := range way {
				seen[v.Stop]++
				require.False(t, in.Stops[v.Stop].LastMin != nil && v.DoneM > *in.Stops[v.Stop].LastMin+1e-6, "nothing is planted that has nothing left")
			}
		}
		for _, i := range p.Left {
			seen[i]++
		}
		for i := range in.Stops {
			require.Equal(t, 1, seen[i], "a stop is never dropped, and never twice")
		}
	}
	assert.Greater(t, better, 400)
}

func TestCancelledItGivesTheBestItHas(t *testing.T) {
	in := made(rand.New(rand.NewPCG(5, 5)), 60, 4)
	ctx, cancel := context.WithCancel(context.Background())
	p, err := day.Schedule(ctx, in, func(share float64) {
		if share > 0.35 {
			cancel()
		}
	})
	require.ErrorIs(t, err, context.Canceled)
	first, _ := in.CostOf(day.FirstCome(in))
	assert.False(t, first.Less(p.Cost))
}

func TestADayOfNothingAndOfNobody(t *testing.T) {
	p, err := day.Schedule(context.Background(), day.Input{Pace: pace}, nil)
	require.NoError(t, err)
	assert.Empty(t, p.Left)
	in := made(rand.New(rand.NewPCG(6, 6)), 3, 1)
	in.Crews = nil
	p, err = day.Schedule(context.Background(), in, nil)
	require.NoError(t, err)
	assert.Equal(t, []int{0, 1, 2}, p.Left)
	in = made(rand.New(rand.NewPCG(6, 6)), 20, 1)
	in.Crews[0].Practised, in.Crews[0].New = 0, 0
	p, err = day.Schedule(context.Background(), in, nil)
	require.NoError(t, err)
	assert.Len(t, p.Left, 20)
}
