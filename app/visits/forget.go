package visits

import "sedum/kernel"

// Forget leaves of the visits to somebody's trees what was seen of the tree: words and pictures, which may show who lives there, go.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	const theirs = "planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)"
	if _, err := kernel.Exec(tx, "UPDATE visits SET facts = JSON_REMOVE(facts, '$.note') WHERE "+theirs, spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "DELETE FROM visit_photos WHERE "+theirs, spotIDs)
	return err
}

// HandOver keeps what was seen at the trees of some spots, and takes away the words and pictures of whoever lived with them before,
// and their name from ours.
func HandOver(tx *kernel.Tx, spotIDs []string, name, instead string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	const theirs = "planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)"
	if _, err := kernel.Exec(tx, "DELETE FROM visit_photos WHERE visit_id IN (SELECT id FROM visits WHERE by_customer AND "+theirs+")", spotIDs); err != nil {
		return err
	}
	if _, err := kernel.Exec(tx, "UPDATE visits SET facts = JSON_REMOVE(facts, '$.note') WHERE by_customer AND "+theirs, spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "UPDATE visits SET facts = JSON_REPLACE(facts, '$.note', REPLACE(JSON_VALUE(facts, '$.note'), ?, ?)) WHERE JSON_VALUE(facts, '$.note') IS NOT NULL AND "+theirs, name, instead, spotIDs)
	return err
}
