package bench

import (
	"runtime"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"golang.org/x/sync/errgroup"

	"sedum/app/apptest"
	"sedum/app/sheets"
	"sedum/kernel"
	"sedum/paper"
	"sedum/words"
)

// BenchmarkBatchOfSheets: a hundred sheets issued together, beside drawing the same two hundred papers by all cores and doing nothing else.
func BenchmarkBatchOfSheets(b *testing.B) {
	const hundred = 100
	y := open(b)
	_, trees := y.potted(hundred)
	spot := y.SpotOf("Petra Averill").ID
	batch := sheets.NewBatch{}
	for _, t := range trees {
		y.SaveLook(t.Tag, apptest.SoundLook())
		batch.Sheets = append(batch.Sheets, sheets.Issue{TreeVersion: t.Version + 1, SignedReason: "as the customer wishes", Units: "metric", Language: "en-US", PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: spot,
			PlantingOn: apptest.Ten.Format(time.DateOnly), HighC: apptest.Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: apptest.Ptr(true)}})
	}
	id, err := apptest.Did[string](y.World, y.Advisor, "issue-batch", apptest.ByID(spot), batch)
	require.NoError(b, err)
	began := time.Now()
	y.Job("sheet-batches")
	took := time.Since(began)
	page := apptest.Saw[sheets.BatchPage](y.World, "see-batch", apptest.ByID(id))
	require.Equal(b, hundred, page.Issued, "%+v", page.Items[0])

	say, list := words.In(words.American, words.Metric), []sheets.Sheet{}
	require.NoError(b, y.Tx(func(tx *kernel.Tx) (err error) {
		list, err = kernel.Many[sheets.Sheet](tx, "number", "number >= ?", page.Items[0].Number)
		return err
	}))
	require.Len(b, list, hundred)
	began = time.Now()
	var cores errgroup.Group
	cores.SetLimit(runtime.NumCPU())
	for _, s := range list {
		for _, size := range []string{"a4", "letter"} {
			cores.Go(func() error {
				_, err := paper.SheetPDF(say, paper.House{Name: "Quarrywell Trees"}, sheets.PaperSheet(say, s), size, false)
				return err
			})
		}
	}
	require.NoError(b, cores.Wait())
	floor := time.Since(began)
	b.ReportMetric(took.Seconds(), "hundred-sheets-s")
	within(b, "times-drawing-by-all-cores", float64(took)/float64(floor), 1.5)
}
