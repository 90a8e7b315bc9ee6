package dates

import (
	"sedum/app/planted"
	"sedum/kernel"
)

// behind is what the calendars of some planted trees are read out of, gathered for all of them at once.
type behind struct {
	stood map[string]planted.Stood
	told  map[string][]Happened
	// own are the house's entries in force; those of one kind go by the kind of each tree.
	own   []Own
	kinds map[string]string
}

func behindOf(tx *kernel.Tx, list []planted.Tree) (behind, error) {
	out := behind{stood: map[string]planted.Stood{}, told: map[string][]Happened{}, kinds: map[string]string{}}
	ids, trees := []string{}, []string{}
	for _, t := range list {
		ids, trees = append(ids, t.ID), append(trees, t.TreeID)
	}
	told, err := kernel.Many[Happened](tx, "happened_on, at, id", "planted_id IN ? AND taken_back_at IS NULL", ids)
	if err != nil {
		return out, err
	}
	for _, h := range told {
		out.told[h.PlantedID] = append(out.told[h.PlantedID], h)
	}
	stood, err := planted.StoodThrough(tx, list)
	if err != nil {
		return out, err
	}
	for _, s := range stood {
		out.stood[s.ID] = s
	}
	if out.own, err = kernel.Many[Own](tx, "at, id", "dropped_at IS NULL"); err != nil || len(out.own) == 0 {
		return out, err
	}
	kinds, err := kernel.Rows[struct{ TreeID, KindID string }](tx, "SELECT y.id AS tree_id, l.kind_id FROM trees y JOIN lots l ON l.id = y.lot_id WHERE y.id IN ?", trees)
	for _, k := range kinds {
		out.kinds[k.TreeID] = k.KindID
	}
	return out, err
}
