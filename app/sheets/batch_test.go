package sheets_test

import (
	"context"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/forgetting"
	"sedum/app/people"
	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// batchOf are sheets for all trees that are for sale, at one spot of a customer.
func batchOf(w *World, customer string) (string, sheets.NewBatch) {
	spot := w.SpotOf(customer).ID
	var trees []yard.Tree
	require.NoError(w.T, w.Tx(func(tx *kernel.Tx) (err error) {
		trees, err = kernel.Many[yard.Tree](tx, "tag", "state = ?", stock.ForSale)
		return err
	}))
	require.Greater(w.T, len(trees), 4)
	out := sheets.NewBatch{}
	for _, t := range trees {
		out.Sheets = append(out.Sheets, sheets.Issue{TreeVersion: t.Version, Units: "metric", Language: "en-US", SignedReason: "they water it", PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: spot,
			PlantingOn: "2026-11-25", HighC: Ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: Ptr(true)}})
	}
	return spot, out
}

func started(w *World, spot string, n sheets.NewBatch) string {
	id, err := Did[string](w, w.Advisor, "issue-batch", ByID(spot), n)
	require.NoError(w.T, err)
	return id
}

func batch(w *World, id string) sheets.BatchPage {
	return Saw[sheets.BatchPage](w, "see-batch", ByID(id))
}

// Sheets that are issued together are each the sheet that it would be alone; what stands against one is said of that one.
func TestABatchOfSheets(t *testing.T) {
	w := Open(t)
	spot, n := batchOf(w, "Petra Averill")
	n.Sheets[0].SignedReason = ""
	n.Sheets[1].Buds = ""
	alone, err := Did[sheets.Planned](w, w.Advisor, "plan", kernel.None{}, n.Sheets[3].PlanAsk)
	require.NoError(t, err)
	id := started(w, spot, n)
	before := batch(w, id)
	assert.Equal(t, len(n.Sheets), before.Waiting)
	// Between the asking and the doing somebody takes one of the trees.
	w.Deed(w.Advisor, "move-tree", ByTag(n.Sheets[2].Tag), bench.Move{Version: n.Sheets[2].TreeVersion, To: stock.Sold})
	w.Job("sheet-batches")
	after := batch(w, id)
	assert.Equal(t, []int{0, len(n.Sheets) - 3, 3}, []int{after.Waiting, after.Issued, after.Refused})
	assert.Contains(t, after.Items[0].Why, "may sign for it")
	assert.NotEmpty(t, after.Items[1].Why)
	assert.NotEmpty(t, after.Items[2].Why)
	for i, item := range after.Items[3:] {
		s := sheet(w, item.Number)
		assert.Equal(t, n.Sheets[i+3].Tag, s.Content.Tag)
		assert.Equal(t, "Bram Okonedo", s.Content.IssuedBy)
		assert.Equal(t, stock.Reserved, w.Tree(item.Tag).State)
	}
	assert.InDelta(t, alone.Plan.Hole.HoleDepthMM, sheet(w, after.Items[3].Number).Content.Plan.Hole.HoleDepthMM, 0.5)
	w.Job("sheet-batches")
	assert.Equal(t, after, batch(w, id), "once")
	next, err := issue(w, w.Advisor, ask(w, "Maud Ferriter"))
	if err == nil {
		assert.Equal(t, after.Items[len(after.Items)-1].Number+1, next, "the numbers of a batch are its own")
	}
}

// A batch is stopped and gone on with; what is out stays out. Cut short at any moment, what is left waits, and no sheet goes out twice though
// two programs go on with it at once.
func TestABatchIsStoppedCutShortAndGoneOnWith(t *testing.T) {
	w := Open(t)
	spot, n := batchOf(w, "Petra Averill")
	id := started(w, spot, n)
	w.Deed(w.Advisor, "stop-batch", ByID(id), kernel.None{})
	w.Job("sheet-batches")
	assert.Equal(t, len(n.Sheets), batch(w, id).Waiting)
	w.Deed(w.Manager, "resume-batch", ByID(id), kernel.None{})
	var job kernel.Job
	for _, j := range w.Jobs() {
		if j.ID == "sheet-batches" {
			job = j
		}
	}
	require.Positive(t, job.Width)
	for batch(w, id).Issued < len(n.Sheets)/2 {
		ctx, cut := context.WithCancel(context.Background())
		each := job
		done := 0
		var mu sync.Mutex
		each.Each = func(tx *kernel.Tx, unit string) error {
			err := job.Each(tx, unit)
			mu.Lock()
			defer mu.Unlock()
			if done++; done == 2 {
				cut() // before it is committed
			}
			return err
		}
		_, _ = w.Run(ctx, each)
		cut()
	}
	var both sync.WaitGroup
	for range 2 {
		both.Go(func() {
			_, err := w.Run(context.Background(), job)
			assert.NoError(t, err)
		})
	}
	both.Wait()
	after := batch(w, id)
	assert.Equal(t, len(n.Sheets), after.Issued)
	require.NoError(t, w.Tx(func(tx *kernel.Tx) error {
		twice, err := kernel.Value[int](tx, "SELECT COUNT(*) - COUNT(DISTINCT tree_id) FROM sheets WHERE spot_id = ? AND withdrawn_at IS NULL", spot)
		assert.Zero(t, twice)
		kept, err2 := kernel.Value[int](tx, "SELECT COUNT(*) FROM sheet_batch_items WHERE ask IS NOT NULL")
		assert.Zero(t, kept, "what was asked for is the sheet's now")
		if err == nil {
			err = err2
		}
		return err
	}))
}

// It goes on in the name of who asked: one who may not any more issues nothing. Who was forgotten gets no sheet.
func TestABatchActsAsWhoAskedMayNow(t *testing.T) {
	w := Open(t)
	spot, n := batchOf(w, "Petra Averill")
	one, other := n, n
	one.Sheets, other.Sheets = n.Sheets[:2], n.Sheets[2:4]
	id := started(w, spot, one)
	w.Deed(w.Manager, "change-person", ByID(w.Advisor.ID), people.PersonChange{Version: versionOf(w, w.Advisor.ID), Name: w.Advisor.Name, Role: "yard-hand", Active: true})
	w.Job("sheet-batches")
	for _, item := range batch(w, id).Items {
		assert.Contains(t, item.Why, "role", item.State)
	}
	second, err := Did[string](w, w.Manager, "issue-batch", ByID(spot), other)
	require.NoError(t, err)
	require.NoError(t, w.Err(w.Manager, "erase-customer", ByID(spot), forgetting.Erasure{Name: "Petra Averill"}))
	w.Job("sheet-batches")
	for _, item := range batch(w, second).Items {
		assert.Equal(t, sheets.ItemRefused, item.State)
	}
}

func versionOf(w *World, person string) (version int) {
	for _, p := range Saw[people.Accounts](w, "list-people", kernel.None{}).People {
		if p.ID == person {
			version = p.Version
		}
	}
	return version
}

func TestBadBatches(t *testing.T) {
	w := Open(t)
	spot, n := batchOf(w, "Petra Averill")
	twice := sheets.NewBatch{Sheets: []sheets.Issue{n.Sheets[0], n.Sheets[0]}}
	_, err := Did[string](w, w.Advisor, "issue-batch", ByID(spot), twice)
	Fault(t, err, "sheets.1.tag", fault.SaidTwice)
	n.Sheets[1].SpotID = w.SpotOf("Maud Ferriter").ID
	_, err = Did[string](w, w.Advisor, "issue-batch", ByID(spot), n)
	Fault(t, err, "sheets.1.spot_id", fault.NotThere)
	lines, err := Did[sheets.PlanLines](w, w.Advisor, "plan-batch", kernel.None{}, sheets.PlansAsk{Plans: []sheets.PlanAsk{
		{Tag: "ZZZ-ZZZ", SpotID: spot, PlantingOn: "2026-11-25"}, n.Sheets[0].PlanAsk, {Tag: n.Sheets[0].Tag, SpotID: spot, PlantingOn: "soon"}, {Tag: n.Sheets[0].Tag, SpotID: spot, PlantingOn: "2026-11-25"}}})
	require.NoError(t, err)
	assert.NotEmpty(t, lines.Plans[0].Against)
	assert.Empty(t, lines.Plans[1].Against)
	assert.NotEmpty(t, lines.Plans[1].Headline)
	assert.NotEmpty(t, lines.Plans[2].Against)
	assert.Equal(t, []string{"ground", "high_c", "buds", "stands_alone"}, lines.Plans[3].Open)
}
