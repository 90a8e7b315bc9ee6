package planted

import "sedum/kernel"

// Forget leaves of the trees planted for somebody when they were planted and what became of them; nothing here names anybody, and what was
// written of a mistake may.
func Forget(tx *kernel.Tx, spotIDs []string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	if _, err := kernel.Exec(tx, "UPDATE planted_spares SET stands = '—', ended_why = IF(ended_why = '', '', '—') WHERE planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)", spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "UPDATE mendings SET was = '{}', reason = '—' WHERE what = 'planted' AND of_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)", spotIDs)
	return err
}

// HandOver leaves what was mended at the trees of some spots, and takes a name out of it.
func HandOver(tx *kernel.Tx, spotIDs []string, name, instead string) error {
	if len(spotIDs) == 0 {
		return nil
	}
	if _, err := kernel.Exec(tx, "UPDATE planted_spares SET stands = REPLACE(stands, ?, ?), ended_why = REPLACE(ended_why, ?, ?) WHERE planted_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)", name, instead, name, instead, spotIDs); err != nil {
		return err
	}
	_, err := kernel.Exec(tx, "UPDATE mendings SET was = REPLACE(was, ?, ?), reason = REPLACE(reason, ?, ?) WHERE what = 'planted' AND of_id IN (SELECT id FROM planted_trees WHERE spot_id IN ?)", name, instead, name, instead, spotIDs)
	return err
}
