package bench

import (
	"sedum/core/stock"
	"sedum/kernel"
)

// LastHand is who did one of some corrections at a tree last; nil where nobody did.
func LastHand(tx *kernel.Tx, treeID string, of []stock.Correction) (*string, error) {
	rows, err := kernel.Rows[struct{ PersonID string }](tx, "SELECT person_id FROM corrections WHERE tree_id = ? AND done AND code IN ? ORDER BY at DESC, id DESC LIMIT 1", treeID, of)
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	return &rows[0].PersonID, nil
}
