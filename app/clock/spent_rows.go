package clock

import (
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// MarkSpent marks the rows of trees that are for sale and whose bare roots are spent at this moment.
func (c Clocks) MarkSpent(tx *kernel.Tx, rows []yard.TreeRow) error {
	numbers := map[int]bool{}
	for _, r := range rows {
		if r.Form == stock.BareRoot && r.State == stock.ForSale {
			numbers[r.LotNumber] = true
		}
	}
	if len(numbers) == 0 {
		return nil
	}
	units, err := c.all(tx, tx.Now)
	if err != nil {
		return err
	}
	lots, tags := map[int]bool{}, map[string]bool{}
	own := map[string]bool{}
	for _, u := range units {
		spent := u.clock.Result.Status == stock.Spent
		if u.tag == "" {
			lots[u.lot.Number] = spent
		} else {
			own[u.tag], tags[u.tag] = true, spent
		}
	}
	for i, r := range rows {
		if r.Form != stock.BareRoot || r.State != stock.ForSale {
			continue
		}
		rows[i].Spent = lots[r.LotNumber]
		if own[r.Tag] {
			rows[i].Spent = tags[r.Tag]
		}
	}
	return nil
}

// SpentForSale counts the tags that are for sale and spent at this moment.
func (c Clocks) SpentForSale(tx *kernel.Tx) (int, error) {
	type row struct {
		Tag       string
		LotNumber int
	}
	rows, err := kernel.Rows[row](tx, "SELECT t.tag, t.lot_number FROM lots l JOIN trees t ON t.lot_id = l.id AND t.state = ? WHERE l.form = ?", stock.ForSale, stock.BareRoot)
	if err != nil || len(rows) == 0 {
		return 0, err
	}
	list := []yard.TreeRow{}
	for _, r := range rows {
		list = append(list, yard.TreeRow{Tag: r.Tag, LotNumber: r.LotNumber, Form: stock.BareRoot, State: stock.ForSale})
	}
	if err := c.MarkSpent(tx, list); err != nil {
		return 0, err
	}
	n := 0
	for _, r := range list {
		if r.Spent {
			n++
		}
	}
	return n, nil
}
