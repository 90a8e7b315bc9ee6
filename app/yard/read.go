package yard

import (
	"errors"
	"net/http"
	"time"

	"sedum/core/stock"
	"sedum/core/tag"
	"sedum/kernel"
)

// LotByNumber finds a lot, with its grower and kind, by the number that people see.
func LotByNumber(tx *kernel.Tx, number int) (Lot, error) { return lotBy(tx, "lots.number = ?", number) }

// LotByID finds a lot with its grower and kind.
func LotByID(tx *kernel.Tx, id string) (Lot, error) { return lotBy(tx, "lots.id = ?", id) }

func lotBy(tx *kernel.Tx, where string, key any) (Lot, error) {
	var lot Lot
	return lot, kernel.Ours(tx.DB().Joins("Grower").Joins("Kind").Where(where, key).Take(&lot).Error)
}

// LotsByID finds lots with their growers and kinds by their ids.
func LotsByID(tx *kernel.Tx, ids []string) (map[string]Lot, error) {
	out := map[string]Lot{}
	if len(ids) == 0 {
		return out, nil
	}
	lots, err := kernel.Many[Lot](tx.With("Grower", "Kind"), "number", "id IN ?", ids)
	for _, l := range lots {
		out[l.ID] = l
	}
	return out, err
}

// HoldLot finds a lot and keeps it for this deed: of two deeds on one lot the later waits, and on a cluster it is done again.
func HoldLot(tx *kernel.Tx, number int) (Lot, error) {
	if _, err := kernel.Held[Lot](tx, "SELECT * FROM lots WHERE number = ?", number); err != nil {
		return Lot{}, err
	}
	return LotByNumber(tx, number)
}

// SeenLot is HoldLot of a lot as it was seen: its version counts up, so that of two who saw the same only one goes on.
// Errors: kernel.Stale, to be filled by the caller, when it is not as it was seen.
func SeenLot(tx *kernel.Tx, number, version int) (Lot, error) {
	lot, err := HoldLot(tx, number)
	if err != nil {
		return lot, err
	}
	n, err := kernel.Change[Lot](tx, map[string]any{"version": version + 1}, "id = ? AND version = ?", lot.ID, version)
	if err == nil && n == 0 {
		err = kernel.Stale{}
	}
	lot.Version = version + 1
	return lot, err
}

// missingTag answers a tag that no tree carries.
var missingTag = kernel.Said{Status: http.StatusNotFound, Code: "missing-tag"}

func orMissingTag(t Tree, err error) (Tree, error) {
	if errors.Is(err, kernel.ErrMissing) {
		err = missingTag
	}
	return t, err
}

// TreeByTag finds the tree that carries a tag as typed. Errors: a fault at tag when it is none, missing-tag when no tree carries it.
func TreeByTag(tx *kernel.Tx, typed string) (Tree, error) {
	code, err := tag.Parse(typed)
	if err != nil {
		return Tree{}, err
	}
	return byAnyTag(tx, code, func(code string) (Tree, error) { return kernel.One[Tree](tx, "tag = ?", code) })
}

// HoldTree is TreeByTag, and keeps the tree for this deed.
func HoldTree(tx *kernel.Tx, typed string) (Tree, error) {
	code, err := tag.Parse(typed)
	if err != nil {
		return Tree{}, err
	}
	return byAnyTag(tx, code, func(code string) (Tree, error) {
		return kernel.Held[Tree](tx, "SELECT * FROM trees WHERE tag = ?", code)
	})
}

// HoldTreeByID is HoldTree of a tree that is known by its id.
func HoldTreeByID(tx *kernel.Tx, id string) (Tree, error) {
	return kernel.Held[Tree](tx, "SELECT * FROM trees WHERE id = ?", id)
}

// TreesByID finds trees by their ids.
func TreesByID(tx *kernel.Tx, ids []string) ([]Tree, error) {
	if len(ids) == 0 {
		return []Tree{}, nil
	}
	return kernel.Many[Tree](tx, "number", "id IN ?", ids)
}

// TreesOfLot lists the trees of a lot by place.
func TreesOfLot(tx *kernel.Tx, lotID string) ([]Tree, error) {
	return kernel.Many[Tree](tx, "number", "lot_id = ?", lotID)
}

// FirstTrees lists the first trees of a lot by place.
func FirstTrees(tx *kernel.Tx, lotID string, limit int) ([]Tree, error) {
	// Without the hint a long lot is read whole and sorted.
	return kernel.Rows[Tree](tx, "SELECT id, tag, number, state, faulty, bundle_count FROM trees FORCE INDEX (uq_trees_place) WHERE lot_id = ? ORDER BY number LIMIT ?", lotID, limit)
}

// TreesAt lists the trees at some places of a lot.
func TreesAt(tx *kernel.Tx, lotID string, places []int) ([]Tree, error) {
	if len(places) == 0 {
		return []Tree{}, nil
	}
	return kernel.Many[Tree](tx, "number", "lot_id = ? AND number IN ?", lotID, places)
}

// PlacesOf lists the places that are taken in a lot.
func PlacesOf(tx *kernel.Tx, lotID string) ([]int, error) {
	var out []int
	return out, kernel.Ours(tx.DB().Raw("SELECT number FROM trees WHERE lot_id = ? ORDER BY number", lotID).Scan(&out).Error)
}

// nextInLot is the tag of the next unchecked tree of a lot after a place in it, else the first before it, "" when none is left.
func nextInLot(tx *kernel.Tx, lotNumber, after int) (string, error) {
	return kernel.Value[string](tx, `(SELECT tag FROM trees WHERE lot_number = ? AND state = 'unchecked' AND number > ? ORDER BY number LIMIT 1)
		UNION ALL (SELECT tag FROM trees WHERE lot_number = ? AND state = 'unchecked' AND number < ? ORDER BY number LIMIT 1) LIMIT 1`,
		lotNumber, after, lotNumber, after)
}

// nextAt is the tag of the first of some places, other than one, whose tree nobody has looked at; "" when none is left.
func nextAt(tx *kernel.Tx, lotID string, places []int, but int) (string, error) {
	if len(places) == 0 {
		return "", nil
	}
	trees, err := kernel.Rows[Tree](tx, "SELECT tag, number FROM trees WHERE lot_id = ? AND number IN ? AND state = 'unchecked' AND number <> ?", lotID, places, but)
	tags := map[int]string{}
	for _, t := range trees {
		tags[t.Number] = t.Tag
	}
	for _, place := range places {
		if found, ok := tags[place]; ok {
			return found, err
		}
	}
	return "", err
}

// InYard lists the lots of a form that still have trees in the yard, by number.
func InYard(tx *kernel.Tx, form stock.Form) ([]Lot, error) {
	return kernel.Many[Lot](tx.With("Grower", "Kind"), "number",
		"form = ? AND EXISTS (SELECT 1 FROM lot_counts c WHERE c.lot_number = lots.number AND c.tags > 0 AND c.state NOT IN ?)", form, stock.Gone())
}

// Closed is one lot of a grower's record.
type Closed struct {
	Number    int               `json:"number"`
	Decision  stock.LotDecision `json:"decision" enum:"released,refused"`
	DecidedAt time.Time         `json:"decided_at"`
}

// RecordOf lists a grower's closed lots, oldest first. What was released unchecked counts nowhere.
func RecordOf(tx *kernel.Tx, growerID string) ([]Closed, error) {
	return kernel.Rows[Closed](tx,
		"SELECT number, decision, decided_at FROM lots WHERE grower_id = ? AND decided_at IS NOT NULL AND unchecked = FALSE ORDER BY decided_at, number", growerID)
}

// LastEvent is the newest step of a tree that a person decided.
func LastEvent(tx *kernel.Tx, treeID string) (Event, error) {
	list, err := kernel.Rows[Event](tx, "SELECT * FROM tree_events WHERE tree_id = ? ORDER BY at DESC, id DESC LIMIT 1", treeID)
	if err != nil || len(list) == 0 {
		return Event{}, errors.Join(err, kernel.ErrMissing)
	}
	return list[0], nil
}
