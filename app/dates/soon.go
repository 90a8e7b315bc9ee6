package dates

import (
	"strconv"
	"time"

	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/kernel"
)

// What of a calendar is kept to be found by its day: what came up lately and was perhaps not done, and the coming weeks.
const (
	behindDays = 14
	aheadDays  = 28
	soonUnit   = 200
	// soonJob reads every living tree's calendar anew once a day.
	soonJob = "care-soon"
)

// lookAnew has the coming dates of some trees read anew, nil for all: something in their calendars changed.
func lookAnew(tx *kernel.Tx, ids []string) error {
	tx.Wake(soonJob)
	if ids == nil {
		_, err := kernel.Exec(tx, "DELETE FROM care_looked")
		return err
	}
	_, err := kernel.Exec(tx, "DELETE FROM care_looked WHERE planted_id IN ?", ids)
	return err
}

// soon reads what the calendars of living trees ask for in the coming weeks, by buckets, so that a night that is cut short goes on where it stopped.
func soon() kernel.Job {
	const due = " FROM planted_trees t LEFT JOIN care_looked l ON l.planted_id = t.id AND l.looked_on >= ? WHERE t.taken_back_at IS NULL AND t.ended_on IS NULL AND l.planted_id IS NULL"
	return kernel.Job{ID: soonJob, Every: 10 * time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		rows, err := kernel.Rows[struct{ Bucket, N int }](tx, "SELECT t.bucket, COUNT(*) n"+due+" GROUP BY t.bucket ORDER BY t.bucket", tx.Today())
		out := []string{}
		for _, r := range rows {
			for range (r.N + soonUnit - 1) / soonUnit {
				out = append(out, strconv.Itoa(r.Bucket))
			}
		}
		return out, err
	}, Each: func(tx *kernel.Tx, bucket string) error {
		list, err := kernel.Rows[planted.Tree](tx, "SELECT t.*"+due+" AND t.bucket = ? ORDER BY t.id LIMIT ?", tx.Today(), bucket, soonUnit)
		if err != nil {
			return err
		}
		for _, t := range list {
			if err := lookAt(tx, t); err != nil {
				return err
			}
		}
		return nil
	}}
}

func lookAt(tx *kernel.Tx, t planted.Tree) error {
	s, err := kernel.One[sheets.Sheet](tx, "id = ?", t.SheetID)
	if err != nil {
		return err
	}
	page, err := Of(tx, t, s, tx.Say)
	if err != nil {
		return err
	}
	if _, err := kernel.Exec(tx, "DELETE FROM care_soon WHERE planted_id = ?", t.ID); err != nil {
		return err
	}
	from, to := tx.Today().AddDate(0, 0, -behindDays).Format(time.DateOnly), tx.Today().AddDate(0, 0, aheadDays).Format(time.DateOnly)
	for _, d := range page.Dates {
		if d.From < from || d.From > to {
			continue
		}
		var until any
		if d.Until != "" {
			until = d.Until
		}
		if _, err := kernel.Exec(tx, "INSERT INTO care_soon (planted_id, mark, code, from_on, until_on) VALUES (?, ?, ?, ?, ?) ON DUPLICATE KEY UPDATE from_on = VALUES(from_on), until_on = VALUES(until_on)", t.ID, d.Mark, d.Code, d.From, until); err != nil {
			return err
		}
	}
	_, err = kernel.Exec(tx, "INSERT INTO care_looked (planted_id, looked_on) VALUES (?, ?) ON DUPLICATE KEY UPDATE looked_on = VALUES(looked_on)", t.ID, tx.Today())
	return err
}

// Soon is a date of a living tree within some days.
type Soon struct {
	PlantedID string
	Line      Line
}

// SoonOf are the dates of living trees from a day to another, the earliest first and at most so many, and how many there are.
func SoonOf(tx *kernel.Tx, from, to time.Time, most int) ([]Soon, int, error) {
	const where = " FROM care_soon c JOIN planted_trees t ON t.id = c.planted_id WHERE c.from_on BETWEEN ? AND ? AND t.taken_back_at IS NULL AND t.ended_on IS NULL"
	out := []Soon{}
	n, err := kernel.Value[int](tx, "SELECT COUNT(*)"+where, from, to)
	if err != nil {
		return out, 0, err
	}
	rows, err := kernel.Rows[struct{ PlantedID, Mark string }](tx, "SELECT c.planted_id, c.mark"+where+" ORDER BY c.from_on, c.planted_id LIMIT ?", from, to, most)
	if err != nil {
		return out, 0, err
	}
	pages := map[string]Page{}
	for _, r := range rows {
		page, read := pages[r.PlantedID]
		if !read {
			if page, err = see(tx, kernel.ByID{ID: r.PlantedID}); err != nil {
				return out, 0, err
			}
			pages[r.PlantedID] = page
		}
		for _, d := range page.Dates {
			if d.Mark == r.Mark {
				out = append(out, Soon{r.PlantedID, d})
			}
		}
	}
	return out, n, nil
}
