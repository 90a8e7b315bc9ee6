package yard

import (
	"cmp"
	"slices"
	"strings"

	"sedum/core/stock"
	"sedum/kernel"
)

// Count is how many trees of a lot stand in a state. It is kept with every change of a tree, for a yard's lists ask for it all the time.
type Count struct {
	LotNumber int
	State     stock.State
	// Tags counts trees and bundles as one each, Trees every tree of a bundle; Checked were judged, Faulty of them count against the lot.
	Tags, Trees, Checked, Faulty int
}

// TableName says what is counted.
func (Count) TableName() string { return "lot_counts" }

// countOf is what one tree adds.
func countOf(t Tree, sign int) Count {
	c := Count{LotNumber: t.LotNumber, State: t.State, Tags: sign, Trees: sign * t.BundleCount}
	if t.Faulty != nil {
		c.Checked = sign
		if *t.Faulty {
			c.Faulty = sign
		}
	}
	return c
}

// recount keeps the counts when a tree changed from what it was.
func recount(tx *kernel.Tx, was, is Tree) error {
	changes := []Count{countOf(was, -1), countOf(is, 1)}
	// Always in the same order, so that two deeds do not wait for each other.
	slices.SortFunc(changes, func(a, b Count) int {
		return cmp.Or(a.LotNumber-b.LotNumber, strings.Compare(string(a.State), string(b.State)))
	})
	rows, args := []string{}, []any{}
	for _, c := range changes {
		rows, args = append(rows, "(?,?,?,?,?,?)"), append(args, c.LotNumber, c.State, c.Tags, c.Trees, c.Checked, c.Faulty)
	}
	_, err := kernel.Exec(tx, "INSERT INTO lot_counts (lot_number, state, tags, trees, checked, faulty) VALUES "+strings.Join(rows, ",")+
		` ON DUPLICATE KEY UPDATE tags = tags + VALUES(tags), trees = trees + VALUES(trees), checked = checked + VALUES(checked), faulty = faulty + VALUES(faulty)`, args...)
	return err
}

// CountAnew counts a lot from its trees, after many changed at once.
func CountAnew(tx *kernel.Tx, lotNumber int) error {
	if _, err := kernel.Exec(tx, "DELETE FROM lot_counts WHERE lot_number = ?", lotNumber); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "INSERT INTO lot_counts (lot_number, state, tags, trees, checked, faulty) "+countedFromTrees, lotNumber)
	return err
}

const countedFromTrees = `SELECT lot_number, state, COUNT(*) AS tags, SUM(bundle_count) AS trees, COUNT(faulty) AS checked, COALESCE(SUM(faulty), 0) AS faulty
	FROM trees WHERE lot_number = ? GROUP BY lot_number, state`

// Tally is how a lot stands without reading each of its trees.
type Tally struct {
	Counts map[stock.State]int
	// Checked trees were judged, Faulty of them count against the lot.
	Checked, Faulty int
	// Tags counts trees and bundles as one each, Trees every tree; InYard the trees that have not left.
	Tags, Trees, InYard int
}

func tallied(counts []Count) map[int]Tally {
	out := map[int]Tally{}
	for _, c := range counts {
		t := out[c.LotNumber]
		if t.Counts == nil {
			t.Counts = map[stock.State]int{}
		}
		if c.Tags > 0 {
			t.Counts[c.State] = c.Tags
		}
		t.Tags, t.Trees, t.Checked, t.Faulty = t.Tags+c.Tags, t.Trees+c.Trees, t.Checked+c.Checked, t.Faulty+c.Faulty
		if !c.State.Left() {
			t.InYard += c.Trees
		}
		out[c.LotNumber] = t
	}
	return out
}

// TallyOf is how a lot stands.
func TallyOf(tx *kernel.Tx, lotNumber int) (Tally, error) {
	all, err := TalliesOf(tx, []int{lotNumber})
	t := all[lotNumber]
	if t.Counts == nil {
		t.Counts = map[stock.State]int{}
	}
	return t, err
}

// TalliesOf is how some lots stand, by number.
func TalliesOf(tx *kernel.Tx, lotNumbers []int) (map[int]Tally, error) {
	if len(lotNumbers) == 0 {
		return map[int]Tally{}, nil
	}
	counts, err := kernel.Many[Count](tx, "lot_number, state", "lot_number IN ?", lotNumbers)
	return tallied(counts), err
}

// CountByState counts the tags of the yard in each state.
func CountByState(tx *kernel.Tx) (map[stock.State]int, error) {
	rows, err := kernel.Rows[Count](tx, "SELECT state, SUM(tags) AS tags FROM lot_counts GROUP BY state HAVING SUM(tags) > 0")
	out := map[stock.State]int{}
	for _, r := range rows {
		out[r.State] = r.Tags
	}
	return out, err
}
