package clock

import (
	"time"

	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// Spent are the lots and the bundles (by id) whose bare roots are spent at this moment. It is worked out, so that nothing waits for a
// job to run, and a clock put right puts the trees back (handbook, stock.md, "The state follows the facts").
func (c Clocks) Spent(tx *kernel.Tx, lots []yard.Lot) (map[string]bool, error) {
	bare := []yard.Lot{}
	for _, l := range lots {
		if l.Form == stock.BareRoot {
			bare = append(bare, l)
		}
	}
	units, err := c.of(tx, bare, tx.Now)
	out := map[string]bool{}
	for _, u := range units {
		if u.clock.Result.Status == stock.Spent {
			out[u.id()] = true
		}
	}
	return out, err
}

// SpentBy tells whether a tree's bare roots are spent by a moment, kept as they are kept now.
func (c Clocks) SpentBy(tx *kernel.Tx, lot yard.Lot, t yard.Tree, by time.Time) (bool, error) {
	u, err := c.unitOf(tx, lot, t, tx.Now)
	if u == nil || err != nil {
		return false, err
	}
	result := u.clock.Result
	return stock.SpentBy(result.Status, result.HoursLeft, by.Sub(tx.Now)), nil
}
