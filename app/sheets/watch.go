package sheets

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"sedum/app/yard"
	"sedum/core/planting"
	"sedum/core/stock"
	"sedum/kernel"
)

// What is told of a sheet that holds a tree.
const (
	tellSoon  = "soon"
	tellOut   = "out"
	tellSpent = "spent"
)

// watch looks after the sheets that reserve a tree: a reservation that ends is told before, and ended by the house rule; bare roots that
// are spent are told to who issued the sheet (handbook, stock.md, "The state follows the facts").
func (desk Desk) watch() kernel.Job {
	return kernel.Job{ID: "sheet-watch", Every: 5 * time.Minute, Due: desk.due, Each: desk.tell}
}

func (desk Desk) due(tx *kernel.Tx) ([]string, error) {
	holding, err := kernel.Rows[Sheet](tx, `SELECT s.id, s.number, s.tree_id, s.planting_on FROM trees t JOIN sheets s ON s.tree_id = t.id AND s.withdrawn_at IS NULL
		WHERE t.state = ? ORDER BY s.number`, stock.Reserved)
	if err != nil || len(holding) == 0 {
		return nil, err
	}
	ids := []string{}
	for _, s := range holding {
		ids = append(ids, s.ID)
	}
	told, err := kernel.Many[Telling](tx, "at", "sheet_id IN ?", ids)
	if err != nil {
		return nil, err
	}
	before := map[string]bool{}
	for _, each := range told {
		before[each.SheetID+" "+each.What] = true
	}
	due := []string{}
	for _, s := range holding {
		out, soon := planting.ReservationIs(tx.Who.House, s.PlantingOn, tx.Today())
		spent, err := desk.spentNow(tx, s.TreeID)
		if err != nil {
			return nil, err
		}
		for _, each := range []struct {
			what string
			is   bool
		}{{tellSoon, soon}, {tellOut, out}, {tellSpent, spent}} {
			if one := s.ID + " " + each.what; each.is && !before[one] {
				due = append(due, one)
			}
		}
	}
	return due, nil
}

// spentNow tells whether a tree's bare roots are spent at this moment.
func (desk Desk) spentNow(tx *kernel.Tx, treeID string) (bool, error) {
	trees, err := yard.TreesByID(tx, []string{treeID})
	if err != nil || len(trees) == 0 {
		return false, err
	}
	lot, err := yard.LotByID(tx, trees[0].LotID)
	if err != nil {
		return false, err
	}
	status, err := desk.Clocks.Status(tx, lot, trees[0], tx.Now)
	return status == stock.Spent, err
}

func (desk Desk) tell(tx *kernel.Tx, due string) error {
	id, what, _ := strings.Cut(due, " ")
	if err := kernel.Add(tx, &Telling{SheetID: id, What: what, At: tx.Now}); errors.Is(err, kernel.ErrTwice) {
		return nil
	} else if err != nil {
		return err
	}
	s, err := kernel.One[Sheet](tx, "id = ?", id)
	if err != nil {
		return err
	}
	facts := map[string]string{"number": fmt.Sprint(s.Number), "tag": s.Content.Tag, "kind": s.Content.Common, "customer": s.Content.Customer,
		"date": tx.Say.Date(planting.ReservationEnds(tx.Who.House, s.PlantingOn))}
	if what == tellOut {
		_, t, err := held(tx, s.Number)
		var gone kernel.Refused
		if errors.As(err, &gone) {
			return nil // somebody let it go in the meantime
		}
		if err != nil {
			return err
		}
		if t.State == stock.Reserved {
			if err := s.end(tx, t, tx.Say.Say("sheet.ran-out", map[string]any{"date": facts["date"]}), nil); err != nil {
				return err
			}
		}
	}
	return desk.Clocks.Tell.Tell(tx, s.PersonID, "sheet-"+what, facts)
}
