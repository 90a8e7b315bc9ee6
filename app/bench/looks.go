package bench

import (
	"cmp"
	"maps"
	"sedum/app/journeys"
	"slices"
	"strings"
	"time"

	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/kernel"
)

// Record is a tree with all that was entered at the bench.
type Record struct {
	Tree yard.Tree
	Lot  yard.Lot
	// Checks are the looks, newest first; Corrections the work, oldest first.
	Checks      []Check
	Corrections []Correction
	// Done tells which work of the newest look is done.
	Done map[string]bool
	// LeaderTied is that its leader broke on a journey and a side shoot was tied up in its place.
	LeaderTied bool
}

// Current is the newest look, nil when nobody has looked.
func (r Record) Current() *Check {
	if len(r.Checks) == 0 {
		return nil
	}
	return &r.Checks[0]
}

// RecordOf reads what was entered of a tree.
func RecordOf(tx *kernel.Tx, t yard.Tree) (Record, error) {
	r := Record{Tree: t, Done: map[string]bool{}}
	var err error
	if r.Lot, err = yard.LotByID(tx, t.LotID); err != nil {
		return r, err
	}
	if r.LeaderTied, err = journeys.LeaderTied(tx, t.ID); err != nil {
		return r, err
	}
	if r.Checks, err = kernel.Many[Check](tx.With("Person"), "at DESC, id DESC", "tree_id = ?", t.ID); err != nil {
		return r, err
	}
	if r.Corrections, err = kernel.Many[Correction](tx.With("Person"), "at, id", "tree_id = ?", t.ID); err != nil {
		return r, err
	}
	if c := r.Current(); c != nil {
		for _, each := range r.Corrections { // the last entry for each key counts
			if each.CheckID == c.ID {
				r.Done[each.WorkKey] = each.Done
			}
		}
	}
	return r, nil
}

// FirstLook is the last look at a tree before any work on it: what the lot is judged by.
type FirstLook struct {
	CheckID    string
	TreeID     string
	Number     int
	Tag        string
	At         time.Time
	Assessment stock.Assessment `gorm:"serializer:json"`
	Readings   stock.Readings   `gorm:"serializer:json"`
}

// FirstLooksOfLot reads the looks by which the trees of a lot are counted, in the order of their first.
func FirstLooksOfLot(tx *kernel.Tx, lotID string) ([]FirstLook, error) {
	rows, err := kernel.Rows[FirstLook](tx, `SELECT c.id AS check_id, c.tree_id, t.number, t.tag, c.at, c.assessment, c.readings
		FROM lots l JOIN trees t FORCE INDEX (ix_trees_lot_check) ON t.lot_id = l.id AND t.check_id IS NOT NULL JOIN checks c ON c.tree_id = t.id
		WHERE l.id = ? AND c.after_work = FALSE AND c.while_apart = FALSE AND c.verdict <> 'not-yet-judged'`, lotID)
	// Sorted here: the database would write every assessment into a table on disk first, and has died of that.
	slices.SortFunc(rows, func(a, b FirstLook) int { return cmp.Or(a.At.Compare(b.At), strings.Compare(a.CheckID, b.CheckID)) })
	// The newest such look of each tree counts, in the order of the trees.
	place := map[string]int{}
	out := []FirstLook{}
	for _, r := range rows {
		if i, ok := place[r.TreeID]; ok {
			out[i] = r
			continue
		}
		place[r.TreeID] = len(out)
		out = append(out, r)
	}
	return out, err
}

// lastInLot is the newest look at another tree of a lot as it was delivered, before any work on it, for what repeats in the lot; nil when
// there is none.
func lastInLot(tx *kernel.Tx, t yard.Tree) (*stock.Readings, error) {
	type look struct {
		Readings stock.Readings `gorm:"serializer:json"`
	}
	looks, err := kernel.Rows[look](tx, `SELECT readings FROM checks WHERE tree_id = (SELECT id FROM trees
		WHERE lot_id = ? AND id <> ? AND check_id IS NOT NULL ORDER BY state_since DESC, number DESC LIMIT 1) AND after_work = FALSE
		ORDER BY at DESC, id DESC LIMIT 1`, t.LotID, t.ID)
	if err != nil || len(looks) == 0 {
		return nil, err
	}
	return &looks[0].Readings, nil
}

// Open is a tree with its newest look.
type Open struct {
	yard.TreeRow
	TreeID     string
	CheckID    string
	Subject    stock.Subject    `gorm:"-"`
	Assessment stock.Assessment `gorm:"-"`
	// Done tells which work of it is done.
	Done map[string]bool `gorm:"-"`
}

// OpenIn lists the trees in some states with their newest look, if there is one, by when they are due, then by lot and place.
func OpenIn(tx *kernel.Tx, states []stock.State, limit int) ([]Open, error) {
	// The order is made over the short columns only; the looks themselves come after, by their keys.
	const order = " ORDER BY t.due_on IS NULL, t.due_on, t.lot_number, t.number"
	chosen := "SELECT t.* FROM trees t WHERE t.state IN ?" + order + " LIMIT ?"
	out, err := kernel.Rows[Open](tx, "SELECT "+yard.RowColumns+", COALESCE(t.check_id, '') AS check_id, t.id AS tree_id FROM "+yard.RowsOf(chosen)+order, states, limit)
	if err != nil || len(out) == 0 {
		return out, err
	}
	place := map[string]int{}
	for i, o := range out {
		place[o.CheckID], out[i].Done = i, map[string]bool{}
	}
	ids := slices.Collect(maps.Keys(place))
	type look struct {
		ID         string
		Subject    stock.Subject    `gorm:"serializer:json"`
		Assessment stock.Assessment `gorm:"serializer:json"`
	}
	looks, err := kernel.Rows[look](tx, "SELECT id, subject, assessment FROM checks WHERE id IN ?", ids)
	if err != nil {
		return out, err
	}
	for _, l := range looks {
		out[place[l.ID]].Subject, out[place[l.ID]].Assessment = l.Subject, l.Assessment
	}
	done, err := kernel.Many[Correction](tx, "at, id", "check_id IN ?", ids)
	for _, c := range done {
		out[place[c.CheckID]].Done[c.WorkKey] = c.Done
	}
	return out, err
}

// JudgedLook is a tree's newest look with what it was judged from.
type JudgedLook struct {
	Tag      string
	Subject  stock.Subject  `gorm:"serializer:json"`
	Readings stock.Readings `gorm:"serializer:json"`
}

// Judged are the newest looks at trees that are ours to sell, the newest first.
func Judged(tx *kernel.Tx, limit int) ([]JudgedLook, error) {
	return kernel.Rows[JudgedLook](tx, `SELECT t.tag, c.subject, c.readings FROM (SELECT tag, check_id FROM trees WHERE check_id IS NOT NULL AND state NOT IN ? ORDER BY state_since DESC LIMIT ?) t
		JOIN checks c ON c.id = t.check_id`, []stock.State{stock.Sold, stock.SentBack, stock.Lost}, limit)
}
