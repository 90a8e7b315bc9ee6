package dates

import (
	"slices"
	"strconv"
	"time"

	"sedum/app/planted"
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
		if len(list) == 0 {
			return nil
		}
		return lookAt(tx, list)
	}}
}

func lookAt(tx *kernel.Tx, list []planted.Tree) error {
	ids := []string{}
	for _, t := range list {
		ids = append(ids, t.ID)
	}
	behind, err := behindOf(tx, list)
	if err != nil {
		return err
	}
	if _, err := kernel.Exec(tx, "DELETE FROM care_soon WHERE planted_id IN ?", ids); err != nil {
		return err
	}
	soon, looked := []soonRow{}, []lookedRow{}
	for _, t := range list {
		page := emptyPage()
		if err := page.fill(tx, t, behind.sheets[t.SheetID], behind, tx.Say); err != nil {
			return err
		}
		soon, looked = append(soon, page.soon(tx, t)...), append(looked, lookedRow{t.ID, tx.Today()})
	}
	if err := kernel.AddAll(tx, soon); err != nil {
		return err
	}
	return kernel.Ours(tx.DB().Save(&looked).Error)
}

// soonRow is a date of care_soon, lookedRow that a tree's calendar was read.
type (
	soonRow struct {
		PlantedID, Mark, Code string
		FromOn                string
		UntilOn               *string
	}
	lookedRow struct {
		PlantedID string `gorm:"primaryKey"`
		LookedOn  time.Time
	}
)

func (soonRow) TableName() string   { return "care_soon" }
func (lookedRow) TableName() string { return "care_looked" }

// soon are the dates of a calendar that came up lately or come within weeks, each mark once.
func (out Page) soon(tx *kernel.Tx, t planted.Tree) []soonRow {
	rows := []soonRow{}
	from, to := tx.Today().AddDate(0, 0, -behindDays).Format(time.DateOnly), tx.Today().AddDate(0, 0, aheadDays).Format(time.DateOnly)
	for _, d := range out.Dates {
		if d.From < from || d.From > to {
			continue
		}
		row := soonRow{PlantedID: t.ID, Mark: d.Mark, Code: d.Code, FromOn: d.From}
		if d.Until != "" {
			row.UntilOn = &d.Until
		}
		if same := slices.IndexFunc(rows, func(r soonRow) bool { return r.Mark == d.Mark }); same >= 0 {
			rows[same] = row
		} else {
			rows = append(rows, row)
		}
	}
	return rows
}

// Soon is a date of a living tree within some days.
type Soon struct {
	PlantedID string
	Line      Line
}

// SoonMost is up to how many dates are counted; one more says that there are more.
const SoonMost = 1000

// SoonOf are the dates of living trees from a day to another, the earliest first and at most so many, and how many there are, up to SoonMost and one.
func SoonOf(tx *kernel.Tx, from, to time.Time, most int) ([]Soon, int, error) {
	const where = " FROM care_soon c JOIN planted_trees t ON t.id = c.planted_id WHERE c.from_on BETWEEN ? AND ? AND t.taken_back_at IS NULL AND t.ended_on IS NULL"
	out := []Soon{}
	n, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM (SELECT 1"+where+" LIMIT ?) some", from, to, SoonMost+1)
	if err != nil {
		return out, 0, err
	}
	rows, err := kernel.Rows[struct{ PlantedID, Mark string }](tx, "SELECT c.planted_id, c.mark"+where+" ORDER BY c.from_on, c.planted_id LIMIT ?", from, to, most)
	if err != nil {
		return out, 0, err
	}
	ids := []string{""}
	for _, r := range rows {
		ids = append(ids, r.PlantedID)
	}
	trees, err := kernel.Many[planted.Tree](tx, "id", "id IN ?", ids)
	if err != nil {
		return out, 0, err
	}
	behind, err := behindOf(tx, trees)
	if err != nil {
		return out, 0, err
	}
	pages := map[string]Page{}
	for _, t := range trees {
		page := emptyPage()
		if err := page.fill(tx, t, behind.sheets[t.SheetID], behind, tx.Say); err != nil {
			return out, 0, err
		}
		pages[t.ID] = page
	}
	for _, r := range rows {
		for _, d := range pages[r.PlantedID].Dates {
			if d.Mark == r.Mark {
				out = append(out, Soon{r.PlantedID, d})
			}
		}
	}
	return out, n, nil
}
