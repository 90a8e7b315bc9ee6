package planted

import (
	"time"

	"sedum/app/sheets"
	"sedum/kernel"
)

// ToPlant is a sheet that holds and whose tree nobody has said to be planted.
type ToPlant struct {
	Sheet sheets.Sheet
	// Marked is that services are marked for the planting day.
	Marked bool
}

// PlantingFrom are such sheets with a planting day from one day to another, soonest first; the first so many, and how many there are.
func PlantingFrom(tx *kernel.Tx, from, to time.Time, most int) ([]ToPlant, int, error) {
	const where = " FROM sheets s JOIN trees y ON y.id = s.tree_id WHERE s.planting_on BETWEEN ? AND ? AND s.withdrawn_at IS NULL AND s.replaced_by IS NULL AND y.state IN ('reserved', 'sold') AND NOT EXISTS (SELECT 1 FROM planted_trees p WHERE p.tree_key = s.tree_id)"
	out := []ToPlant{}
	n, err := kernel.Value[int](tx, "SELECT COUNT(*)"+where, from, to)
	if err != nil || n == 0 {
		return out, n, err
	}
	rows, err := kernel.Rows[sheets.Sheet](tx, "SELECT s.*"+where+" ORDER BY s.planting_on, s.number LIMIT ?", from, to, most)
	for _, s := range rows {
		marking, err := sheets.Marked(tx, s, s.PlantingOn)
		if err != nil {
			return out, n, err
		}
		out = append(out, ToPlant{s, marking != nil})
	}
	return out, n, err
}

// OwedFirst are the trees that are owed water, the driest first.
func OwedFirst(tx *kernel.Tx, most int) ([]Line, error) {
	rows, err := kernel.Rows[struct{ ID string }](tx, `SELECT id FROM ((SELECT planted_id AS id, share FROM planted_water WHERE advice = 'water-now' AND worked_on >= ? ORDER BY share LIMIT ?)
		UNION ALL (SELECT planted_id, share FROM planted_water WHERE advice = 'water-twice' AND worked_on >= ? ORDER BY share LIMIT ?)) owed ORDER BY share, id LIMIT ?`, fresh(tx), most, fresh(tx), most, most)
	ids := []string{}
	for _, r := range rows {
		ids = append(ids, r.ID)
	}
	if err != nil {
		return nil, err
	}
	return LinesOf(tx, ids)
}

// Unfollowed counts living trees in their first seasons whose water nobody can work out: no station was chosen for their ground, or the one that was has told nothing
// for days.
func Unfollowed(tx *kernel.Tx, since time.Time) (without, silent int, err error) {
	if without, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM planted_water WHERE station_id IS NULL AND until_on >= ?", tx.Today()); err != nil {
		return 0, 0, err
	}
	silent, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM planted_water WHERE as_of < ? AND until_on >= ? AND station_id IS NOT NULL", since, tx.Today())
	return without, silent, err
}
