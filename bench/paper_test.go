package bench

import (
	"encoding/json"
	"fmt"
	"runtime"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/sheets"
	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// BenchmarkLiveRedraw: the plan drawn anew with another school, as the page does of the facts that it shows (decision 46), beside an empty signed-in
// request; and the plan that is read of the records meanwhile, for comparison.
func BenchmarkLiveRedraw(b *testing.B) {
	y := open(b)
	tree, spot := y.TreeIn(stock.ForSale), y.SpotOf("Petra Averill")
	ask := func(school string) string {
		return fmt.Sprintf(`{"tag":%q,"spot_id":%q,"planting_on":%q,"high_c":6,"ground":"workable","buds":"dormant","stands_alone":true,"schools":{"flare":%q}}`,
			tree.Tag, spot.ID, y.Clock().Format(time.DateOnly), school)
	}
	var shown sheets.PlanAsk
	require.NoError(b, json.Unmarshal([]byte(ask("level")), &shown))
	page, err := apptest.Did[sheets.Planned](y.World, y.Advisor, "plan", kernel.None{}, shown)
	require.NoError(b, err)
	facts, err := json.Marshal(page.Input)
	require.NoError(b, err)
	redraw := func(school string) string {
		return fmt.Sprintf(`{"planting_on":%q,"input":%s,"schools":{"flare":%q}}`, y.Clock().Format(time.DateOnly), facts, school)
	}
	var floor, answer, read []time.Duration
	for i := range 1200 {
		school := []string{"level", "proud"}[i%2]
		_, f := y.send("GET", "/api/v1/session", "")
		_, a := y.send("POST", "/api/v1/plan/redraw", redraw(school))
		_, r := y.send("POST", "/api/v1/plan", ask(school))
		if i >= 200 { // warm
			floor, answer, read = append(floor, f), append(answer, a), append(read, r)
		}
	}
	b.ReportMetric(ms(percentile(answer, 0.95)), "redraw-p95-ms")
	b.ReportMetric(float64(percentile(read, 0.95))/float64(percentile(floor, 0.95)), "times-it-is-read-anew")
	within(b, "times-an-empty-request", float64(percentile(answer, 0.95))/float64(percentile(floor, 0.95)), 1.5)
}

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
