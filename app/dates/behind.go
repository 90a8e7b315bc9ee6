package dates

import (
	"slices"
	"time"

	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/core/care"
	"sedum/core/rules"
	"sedum/core/station"
	"sedum/kernel"
)

// behind is what the calendars of some planted trees are read out of, gathered for all of them at once.
type behind struct {
	sheets map[string]sheets.Sheet
	events map[string][]care.Event
	// frosts are the first ones of each winter, of those trees for which something waits for one: for the others no weather is read.
	frosts map[string][]time.Time
	told   map[string][]Happened
	// own are the house's entries in force; those of one kind go by the kind of each tree.
	own   []Own
	kinds map[string]string
	// spares are those of the trees that somebody holds dear, or did.
	spares map[string][]planted.Spare
}

func behindOf(tx *kernel.Tx, list []planted.Tree) (behind, error) {
	out := behind{sheets: map[string]sheets.Sheet{}, events: map[string][]care.Event{}, frosts: map[string][]time.Time{}, told: map[string][]Happened{}, kinds: map[string]string{}}
	ids, trees, sheetIDs := []string{}, []string{}, []string{}
	for _, t := range list {
		ids, trees, sheetIDs = append(ids, t.ID), append(trees, t.TreeID), append(sheetIDs, t.SheetID)
	}
	of, err := kernel.Many[sheets.Sheet](tx, "id", "id IN ?", sheetIDs)
	if err != nil {
		return out, err
	}
	for _, s := range of {
		out.sheets[s.ID] = s
	}
	wait := []planted.Tree{}
	for _, t := range list {
		c := out.sheets[t.SheetID].Content
		out.events[t.ID] = care.Calendar(care.FactsOf(rules.Restore(c.House), t.PlantedOn, c.Input, c.Plan))
		if slices.ContainsFunc(out.events[t.ID], func(e care.Event) bool { return care.WaitsFor(e.Code) == care.FirstFrost }) {
			wait = append(wait, t)
		}
	}
	told, err := kernel.Many[Happened](tx, "happened_on, at, id", "planted_id IN ? AND taken_back_at IS NULL", ids)
	if err != nil {
		return out, err
	}
	for _, h := range told {
		out.told[h.PlantedID] = append(out.told[h.PlantedID], h)
	}
	if out.spares, err = planted.SparesOf(tx, ids); err != nil {
		return out, err
	}
	stood, err := planted.StoodThrough(tx, wait)
	if err != nil {
		return out, err
	}
	for _, s := range stood {
		out.frosts[s.ID] = station.FirstFrosts(s.Days)
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
