package planted

import (
	"errors"
	"time"

	"sedum/app/mending"
	"sedum/app/sheets"
	"sedum/core/stock"
	"sedum/kernel"
)

// returned takes back that a tree was planted when it stands in the yard again: what is sold back does not stand in the ground.
func returned() kernel.Job {
	return kernel.Job{ID: "planted-returned", Every: 5 * time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		rows, err := kernel.Rows[struct{ ID string }](tx, "SELECT t.id FROM planted_trees t JOIN trees y ON y.id = t.tree_id WHERE t.taken_back_at IS NULL AND y.state <> ? ORDER BY t.id", stock.Sold)
		out := []string{}
		for _, r := range rows {
			out = append(out, r.ID)
		}
		return out, err
	}, Each: func(tx *kernel.Tx, id string) error {
		t, err := Hold(tx, id)
		if errors.Is(err, kernel.ErrMissing) {
			return nil
		}
		if err != nil {
			return err
		}
		s, err := kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID)
		if err != nil {
			return err
		}
		as := *tx
		as.Who.ID = s.PersonID // the house does it in the name of whose sheet it was
		if err := mending.Keep(&as, mending.Planted, t.ID, map[string]any{"planted_on": t.PlantedOn.Format(time.DateOnly)}, tx.Say.Say("planted.returned", nil)); err != nil {
			return err
		}
		return t.takeBack(tx)
	}}
}
