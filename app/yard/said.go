package yard

import (
	"time"

	"sedum/kernel"
)

// Said is the word by which a tree stands where it stands: whose, when and why. What a look put there has none.
type Said struct {
	By   string    `json:"by"`
	At   time.Time `json:"at"`
	Note string    `json:"note"`
}

// SaidOf are the words by which trees stand where they stand, by their ids.
func SaidOf(tx *kernel.Tx, treeIDs []string) (map[string]Said, error) {
	type row struct {
		TreeID string
		Said
	}
	out := map[string]Said{}
	if len(treeIDs) == 0 {
		return out, nil
	}
	rows, err := kernel.Rows[row](tx, `SELECT e.tree_id, p.name AS `+"`by`"+`, e.at, e.note FROM trees t
		JOIN tree_events e ON e.tree_id = t.id AND e.at = t.state_since AND e.to_state = t.state JOIN people p ON p.id = e.person_id WHERE t.id IN ?`, treeIDs)
	for _, r := range rows {
		out[r.TreeID] = r.Said
	}
	return out, err
}
