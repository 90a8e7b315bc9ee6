package yard

import (
	"sedum/core/stock"
	"sedum/kernel"
)

// Offer is the trees of a lot that may be sold and that are equally high: to whoever asks what suits, they are the same.
type Offer struct {
	LotID string
	// HeightM is as their looks measured it, nil when they did not.
	HeightM *float64
	// Tag is the first of them.
	Tag string
}

// Offers are what may be sold. The first of each height is found in one narrow index; the trees between are neither read nor
// counted (grouped by the state too, since only then MariaDB leaps from one to the next).
func Offers(tx *kernel.Tx) ([]Offer, error) {
	return kernel.Rows[Offer](tx, `SELECT lot_id, height_m, MIN(tag) AS tag FROM trees WHERE state = ? GROUP BY state, lot_id, height_m`, stock.ForSale)
}

// OfferedTree is one tree that may be sold.
type OfferedTree struct {
	ID      string
	Tag     string
	LotID   string
	HeightM *float64
}

// OfferedTrees are, of some lots, the trees that may be sold, at most so many of each height of a lot, by tag.
func OfferedTrees(tx *kernel.Tx, lotIDs []string, most int) ([]OfferedTree, error) {
	if len(lotIDs) == 0 {
		return nil, nil
	}
	return kernel.Rows[OfferedTree](tx, `SELECT id, tag, lot_id, height_m FROM
		(SELECT id, tag, lot_id, height_m, ROW_NUMBER() OVER (PARTITION BY lot_id, height_m ORDER BY tag) AS place FROM trees WHERE state = ? AND lot_id IN ?) t
		WHERE place <= ? ORDER BY tag`, stock.ForSale, lotIDs, most)
}

// EveryOffered are, of some lots, all trees that may be sold, by lot, height and tag: as the index has them.
func EveryOffered(tx *kernel.Tx, lotIDs []string) ([]OfferedTree, error) {
	if len(lotIDs) == 0 {
		return nil, nil
	}
	return kernel.Rows[OfferedTree](tx, "SELECT id, tag, lot_id, height_m FROM trees WHERE state = ? AND lot_id IN ? ORDER BY lot_id, height_m, tag", stock.ForSale, lotIDs)
}
