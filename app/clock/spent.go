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
	if lot.Form != stock.BareRoot {
		return false, nil
	}
	units, err := c.of(tx, []yard.Lot{lot}, tx.Now)
	spent := false
	for _, u := range units {
		gone := u.clock.Result.Status == stock.Spent || tx.Now.Add(time.Duration(u.hoursLeft()*float64(time.Hour))).Before(by)
		if u.hoursLeft() > 24*365*2 {
			gone = u.clock.Result.Status == stock.Spent
		}
		switch {
		case u.treeID != nil && *u.treeID == t.ID:
			return gone, err
		case u.treeID == nil:
			spent = gone
		}
	}
	return spent, err
}
