package bench

import (
	"math"

	"sedum/app/yard"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/kernel"
)

// mostRemoved is as much as the calculator takes: of a ball of which more is gone nothing may be cut anyway.
const mostRemoved = 0.949

// removedBefore is the share that shaves and slices took off a tree's ball since it last grew a whole season.
func removedBefore(tx *kernel.Tx, r Record) float64 {
	h := tx.Who.House
	done := map[string]map[stock.Correction]Correction{}
	for _, each := range r.Corrections { // the last entry for each key counts
		if done[each.CheckID] == nil {
			done[each.CheckID] = map[stock.Correction]Correction{}
		}
		done[each.CheckID][each.Code] = each
	}
	left := 1.0
	for _, c := range r.Checks {
		left *= 1 - stock.CutShare(c.Assessment, c.Readings, func(code stock.Correction) bool {
			cut, ok := done[c.ID][code]
			return ok && cut.Done && !stock.GrownSince(tx.DayOf(cut.At), tx.Today(), int(h.Value(rules.YardBudSwell)), int(h.Value(rules.YardFirstFrost)))
		})
	}
	return math.Min(1-left, mostRemoved)
}

// removedFrom reads a tree's record for it; a tree that nobody worked on costs no reading.
func removedFrom(tx *kernel.Tx, t yard.Tree) (float64, error) {
	if t.CheckID == nil {
		return 0, nil
	}
	worked, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM corrections WHERE tree_id = ?", t.ID)
	if err != nil || worked == 0 {
		return 0, err
	}
	r, err := RecordOf(tx, t)
	return removedBefore(tx, r), err
}
