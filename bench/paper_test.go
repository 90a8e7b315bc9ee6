package bench

import (
	"runtime"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/sheets"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// A plan is made under a millisecond; its two pages are drawn within 300 ms at the 95th of a hundred, and the memory of a thousand of them does
// not grow.
func BenchmarkPlanAndPaper(b *testing.B) {
	y := open(b)
	page := apptest.Saw[sheets.Page](y.World, "see-sheet", kernel.ByNumber{Number: 1})
	say := words.In(words.American, words.Metric)
	for b.Loop() {
		began := time.Now()
		const plans = 2000
		for range plans {
			_, err := planting.Make(rules.House{}, page.Input)
			require.NoError(b, err)
		}
		within(b, "ms_a_plan", ms(time.Since(began))/plans, 1)
		sheet := paper.Sheet{Number: 1, Customer: page.Customer, Tag: page.Tag, Common: page.Common, IssuedAt: y.Clock(), PlantingOn: y.Clock(), Input: page.Input, Plan: page.Plan,
			Words: say.Plan(page.Input, page.Plan, nil)}
		heap := func() float64 {
			runtime.GC()
			var m runtime.MemStats
			runtime.ReadMemStats(&m)
			return float64(m.HeapAlloc) / 1e6
		}
		all, first := []time.Duration{}, 0.0
		for n := range 1000 {
			began := time.Now()
			_, err := paper.SheetPDF(say, paper.House{Name: "Quarrywell Trees"}, sheet, "a4", false)
			require.NoError(b, err)
			all = append(all, time.Since(began))
			if n == 99 {
				first = heap()
			}
		}
		within(b, "ms_a_paper_p95", ms(percentile(all, 0.95)), 300)
		within(b, "mb_grown_over_900_papers", heap()-first, 10)
	}
}
