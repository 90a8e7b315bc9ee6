package bench

import (
	"fmt"
	"math"
	"runtime"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/stations"
	"sedum/kernel"
)

// BenchmarkThirtyYearsByHours: a station's file of 260,000 rows, opened, read through and taken in part by part, beside the same rows put into
// the same table by inserts of many rows; and how much memory the program holds meanwhile beyond what it held before.
func BenchmarkThirtyYearsByHours(b *testing.B) {
	const hours, atOnce = 260_000, 500
	y := open(b)
	begin := time.Date(1995, 7, 1, 0, 0, 0, 0, time.UTC)
	temp := func(h int) float64 { return math.Round((9+11*math.Cos(float64(h)*2*math.Pi/8766))*10) / 10 }
	text := &strings.Builder{}
	text.WriteString("time,temp (C),rain (mm),wind speed (m/s),wind direction\n")
	for h := range hours {
		fmt.Fprintf(text, "%s,%.1f,0.1,%d,%d\n", begin.Add(time.Duration(h)*time.Hour).Format("2006-01-02 15:04"), temp(h), h%11, h%360)
	}
	file := []byte(text.String())
	id, err := apptest.Did[string](y.World, y.Advisor, "add-station", kernel.None{}, stations.NewStation{Name: "Weir", LatDeg: 47})
	require.NoError(b, err)
	other, err := apptest.Did[string](y.World, y.Advisor, "add-station", kernel.None{}, stations.NewStation{Name: "Floor", LatDeg: 47})
	require.NoError(b, err)
	small, err := apptest.Did[string](y.World, y.Advisor, "open-record", stations.RecordFile{ByID: apptest.ByID(other), Name: "f"}, []byte("time,temp (C)\n1990-01-01 00:00,1\n"))
	require.NoError(b, err)

	var most atomic.Uint64
	stop := make(chan struct{})
	runtime.GC()
	var before runtime.MemStats
	runtime.ReadMemStats(&before)
	go func() {
		for {
			select {
			case <-stop:
				return
			case <-time.After(50 * time.Millisecond):
				var now runtime.MemStats
				runtime.ReadMemStats(&now)
				if now.HeapAlloc > most.Load() {
					most.Store(now.HeapAlloc)
				}
			}
		}
	}()
	started := time.Now()
	record, err := apptest.Did[string](y.World, y.Advisor, "open-record", stations.RecordFile{ByID: apptest.ByID(id), Name: "weir.csv"}, file)
	require.NoError(b, err)
	opened := time.Since(started)
	var last time.Duration
	for p := (stations.Progress{Parts: 1}); p.Done < p.Parts; {
		step := time.Now()
		p, err = apptest.Did[stations.Progress](y.World, y.Advisor, "take-in-record", apptest.ByID(record), stations.From{From: p.Done})
		require.NoError(b, err)
		last = time.Since(step)
	}
	took := time.Since(started)
	close(stop)

	started = time.Now()
	for from := 0; from < hours; from += atOnce {
		rows, args := []string{}, []any{}
		for h := from; h < min(from+atOnce, hours); h++ {
			rows = append(rows, "(?,?,?,?,?,?,?)")
			args = append(args, other, begin.Add(time.Duration(h)*time.Hour), small, temp(h), 0.1, float64(h%11), float64(h%360))
		}
		require.NoError(b, y.Tx(func(tx *kernel.Tx) error {
			_, err := kernel.Exec(tx, "INSERT INTO station_readings (station_id, at, record_id, temp_c, rain_mm, speed_ms, from_deg) VALUES "+strings.Join(rows, ","), args...)
			return err
		}))
	}
	floor := time.Since(started)
	b.Logf("%d rows: %s (opened in %s, the last part with the sum in %s) beside %s by inserts of %d rows; %d MB more memory at most, the file has %d MB", hours, took, opened, last, floor, atOnce,
		(most.Load()-min(before.HeapAlloc, most.Load()))>>20, len(file)>>20)
	within(b, "import-times-the-inserts", float64(took)/float64(floor), 3)
	within(b, "memory-times-the-file", float64(most.Load()-min(before.HeapAlloc, most.Load()))/float64(len(file)), 12)
}
