package desk

import (
	"context"

	"sedum/core/stock"
	"sedum/store"
)

// Board is what waits for whom today. Each list is short: what needs doing first.
type Board struct {
	Counts   map[stock.State]int
	ToCheck  []store.LotCount
	InWork   []store.TreeRow
	Open     []store.TreeRow
	DueHolds []store.TreeRow
	Apart    []store.TreeRow
	Reserved []store.TreeRow
	Spots    []SpotView
	Sheets   []store.Sheet
}

const boardLength = 6

// Today reads what waits.
func (d *Desk) Today(ctx context.Context, who Caller) (Board, error) {
	if !May(who.Role, SeeYard) {
		return Board{}, ErrNotAllowed
	}
	var b Board
	var err error
	if b.Counts, err = d.Store.CountByState(ctx); err != nil {
		return b, err
	}
	lots, err := d.Store.Lots(ctx)
	if err != nil {
		return b, err
	}
	for _, l := range lots {
		if l.Counts[stock.Unchecked] > 0 {
			b.ToCheck = append(b.ToCheck, l)
		}
	}
	for state, into := range map[stock.State]*[]store.TreeRow{
		stock.InWork: &b.InWork, stock.NotJudged: &b.Open, stock.Apart: &b.Apart, stock.Reserved: &b.Reserved,
	} {
		if *into, err = d.Store.TreesToWorkOn(ctx, state, boardLength); err != nil {
			return b, err
		}
	}
	held, err := d.Store.TreesToWorkOn(ctx, stock.Held, boardLength)
	if err != nil {
		return b, err
	}
	tomorrow := d.today().AddDate(0, 0, 1)
	for _, t := range held {
		if t.DueOn != nil && t.DueOn.Before(tomorrow) {
			b.DueHolds = append(b.DueHolds, t)
		}
	}
	if b.Sheets, err = d.Store.Sheets(ctx, boardLength); err != nil {
		return b, err
	}
	b.Spots, err = d.Spots(ctx, who)
	return b, err
}
