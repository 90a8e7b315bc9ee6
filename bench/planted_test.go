package bench

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/planted"
	"sedum/demo"
	"sedum/kernel"
)

// BenchmarkWaterNight: a night over 2,000 and over 20,000 followed trees, each two seasons old, of one station; it grows as they do. And the list of
// who is owed water over 20,000 beside that over 2,000.
func BenchmarkWaterNight(b *testing.B) {
	y := open(b)
	require.NoError(b, demo.LoadPlanted(context.Background(), y.World.Kernel))
	night := func() time.Duration {
		began := time.Now()
		y.Job("water-night")
		return time.Since(began)
	}
	list := func() time.Duration {
		took := []time.Duration{}
		for range 21 {
			began := time.Now()
			apptest.Saw[planted.Lines](y.World, "list-planted", struct{ Limit int }{100})
			took = append(took, time.Since(began))
		}
		slices.Sort(took)
		return took[len(took)/2]
	}
	grow := func(from, to int) {
		require.NoError(b, y.Tx(func(tx *kernel.Tx) error {
			for _, statement := range []string{
				`INSERT INTO trees (id, tag, lot_id, lot_number, number, state, state_since, version, bundle_count, place)
					SELECT CONCAT('n', LPAD(q.seq, 9, '0')), CONCAT('N', LPAD(q.seq, 6, '0')), t.lot_id, t.lot_number, 1000 + q.seq, 'sold', t.state_since, 1, t.bundle_count, t.place
					FROM seq_1_to_20000 q JOIN (SELECT y.* FROM planted_trees p JOIN trees y ON y.id = p.tree_id WHERE p.ended_on IS NULL LIMIT 1) t WHERE q.seq > ? AND q.seq <= ?`,
				`INSERT INTO planted_trees (id, sheet_id, tree_id, spot_id, planted_on, by_customer, person_id, at, contact, version)
					SELECT CONCAT('p', LPAD(q.seq, 9, '0')), p.sheet_id, CONCAT('n', LPAD(q.seq, 9, '0')), p.spot_id, p.planted_on - INTERVAL 1 YEAR, FALSE, p.person_id, p.at, TRUE, 1
					FROM seq_1_to_20000 q JOIN (SELECT * FROM planted_trees WHERE ended_on IS NULL AND id NOT LIKE 'p0%' ORDER BY id DESC LIMIT 1) p WHERE q.seq > ? AND q.seq <= ?`,
			} {
				if _, err := kernel.Exec(tx, statement, from, to); err != nil {
					return err
				}
			}
			return nil
		}))
	}
	grow(0, 2_000)
	small, smallList := night(), list()
	grow(2_000, 20_000)
	require.NoError(b, y.Tx(func(tx *kernel.Tx) error {
		_, err := kernel.Exec(tx, "UPDATE planted_water SET worked_on = worked_on - INTERVAL 1 DAY")
		return err
	}))
	large, largeList := night(), list()
	b.ReportMetric(large.Seconds(), "s/20000-trees")
	b.ReportMetric(large.Seconds()/small.Seconds()/10, "ratio-to-linear")
	b.ReportMetric(float64(largeList)/float64(smallList), "list-ratio")
}
