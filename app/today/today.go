// Package today is what waits for whom now. Each list is short: what needs doing first.
package today

import (
	"sedum/app/clock"
	"sedum/app/copies"
	"sedum/app/ground"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// Capability declares what can be asked here.
func Capability(clocks clock.Clocks) kernel.Capability {
	return kernel.Capability{Name: "today", Operations: []kernel.Operation{kernel.Read("today", "/today", yard.SeeYard, func(tx *kernel.Tx, _ kernel.None) (Board, error) {
		b, err := board(tx)
		if err != nil {
			return b, err
		}
		if b.Spent, err = clocks.SpentForSale(tx); err == nil && b.Spent > 0 {
			b.Counts[stock.ForSale] -= b.Spent
		}
		return b, err
	})}}
}

// Board is what waits.
type Board struct {
	Counts   map[stock.State]int `json:"counts"`
	Spent    int                 `json:"spent" doc:"tags that were for sale and whose bare roots are spent; not among those for sale"`
	ToCheck  []yard.CountedLot   `json:"to_check" doc:"lots with trees that nobody looked at, the newest first"`
	Open     []yard.TreeRow      `json:"open" doc:"looked at, not yet judged"`
	InWork   []yard.TreeRow      `json:"in_work"`
	DueHolds []yard.TreeRow      `json:"due_holds"`
	Apart    []yard.TreeRow      `json:"apart"`
	Reserved []yard.TreeRow      `json:"reserved"`
	Spots    []ground.Page       `json:"spots"`
	Sheets   []sheets.Line       `json:"sheets"`
	// Told is how many told at home of their ground and wait for a call.
	Told int `json:"told"`
	// Owed is how many planted trees are owed water.
	Owed int `json:"owed"`
}

const (
	listLength = 6
	lotsToShow = 24
)

func board(tx *kernel.Tx) (Board, error) {
	b := Board{DueHolds: []yard.TreeRow{}}
	var err error
	if b.Counts, err = yard.CountByState(tx); err != nil {
		return b, err
	}
	if b.ToCheck, err = yard.ToCheck(tx, lotsToShow); err != nil {
		return b, err
	}
	for _, part := range []struct {
		state stock.State
		into  *[]yard.TreeRow
	}{{stock.InWork, &b.InWork}, {stock.NotJudged, &b.Open}, {stock.Apart, &b.Apart}, {stock.Reserved, &b.Reserved}} {
		if *part.into, err = yard.ToWorkOn(tx, part.state, listLength); err != nil {
			return b, err
		}
	}
	held, err := yard.ToWorkOn(tx, stock.Held, listLength)
	if err != nil {
		return b, err
	}
	tomorrow := tx.Today().AddDate(0, 0, 1)
	for _, t := range held {
		if t.DueOn != nil && t.DueOn.Before(tomorrow) {
			b.DueHolds = append(b.DueHolds, t)
		}
	}
	if b.Sheets, err = sheets.Newest(tx, 0, listLength); err != nil {
		return b, err
	}
	if b.Told, err = copies.Waiting(tx); err != nil {
		return b, err
	}
	if b.Owed, err = planted.Owed(tx); err != nil {
		return b, err
	}
	spots, err := ground.Lately(tx, lotsToShow)
	b.Spots = spots.Spots
	return b, err
}
