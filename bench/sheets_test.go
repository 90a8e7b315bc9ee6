package bench

import (
	"encoding/json"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
)

// BenchmarkTodayWhileSheetsGoOut: the day's page while fifty sheets are issued at once, beside its usual time.
func BenchmarkTodayWhileSheetsGoOut(b *testing.B) {
	const sheets = 50
	y := open(b)
	_, trees := y.potted(sheets)
	for _, t := range trees {
		y.SaveLook(t.Tag, apptest.SoundLook())
	}
	spot := y.SpotOf("Petra Averill").ID
	var usual, meanwhile []time.Duration
	for i := range 60 {
		_, took := y.send("GET", "/api/v1/today", "")
		if i >= 10 {
			usual = append(usual, took)
		}
	}
	var wait sync.WaitGroup
	var left atomic.Int32
	left.Store(sheets)
	for _, t := range trees {
		body, err := json.Marshal(map[string]any{"tag": t.Tag, "spot_id": spot, "planting_on": apptest.Ten.Format(time.DateOnly), "high_c": 6, "ground": "workable", "buds": "dormant",
			"stands_alone": true, "schools": map[string]any{}, "tree_version": t.Version + 1, "signed_reason": "as the customer wishes", "units": "metric", "language": "en-US"})
		require.NoError(b, err)
		wait.Go(func() {
			defer left.Add(-1)
			y.send("POST", "/api/v1/sheets", string(body))
		})
	}
	began := time.Now()
	for left.Load() > 0 {
		_, took := y.send("GET", "/api/v1/today", "")
		meanwhile = append(meanwhile, took)
	}
	wait.Wait()
	b.ReportMetric(ms(time.Since(began)), "fifty-sheets-ms")
	b.ReportMetric(ms(percentile(usual, 0.5)), "usual-ms")
	within(b, "today-meanwhile-times-usual", float64(percentile(meanwhile, 0.5))/float64(percentile(usual, 0.5)), 3)
}
