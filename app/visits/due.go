package visits

import (
	"time"

	"sedum/app/planted"
	"sedum/core/visit"
	"sedum/kernel"
)

// DueStop is a look that is due, or a tree of which something was found that does not wait.
type DueStop struct {
	planted.Line
	DueOn *time.Time
	Late  bool
	Wants int
}

// DueUntil are the trees to look at until a day, what hurts most first; the first so many, how many there are, and how many of them are late.
func DueUntil(tx *kernel.Tx, until time.Time, most int) (list []DueStop, all, late int, err error) {
	rows, err := dueRows(tx, until)
	if err != nil {
		return nil, 0, 0, err
	}
	ids := []string{}
	for _, r := range rows {
		if r.DueOn != nil && visit.IsLate(*r.DueOn, tx.Today()) {
			late++
		}
		if len(ids) < most {
			ids = append(ids, r.ID)
		}
	}
	lines, err := planted.LinesOf(tx, ids)
	for i, l := range lines {
		r := rows[i]
		list = append(list, DueStop{l, r.DueOn, r.DueOn != nil && visit.IsLate(*r.DueOn, tx.Today()), r.Wants})
	}
	return list, len(rows), late, err
}
