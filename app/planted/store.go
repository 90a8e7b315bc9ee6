package planted

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"sedum/app/sheets"
	"sedum/app/stations"
	"sedum/core/care"
	"sedum/core/station"
	"sedum/core/water"
	"sedum/kernel"
)

// Water is how a tree's store stood when it was last worked out; what the night and every entry bring up to date.
type Water struct {
	PlantedID      string `gorm:"primaryKey"`
	WorkedOn       time.Time
	AsOf           *time.Time
	Share          *float64
	FillL          *float64
	Advice         water.Advice
	StationID      *string
	StationVersion *int
	// UntilOn is the last day that the store is followed to, once somebody worked it out.
	UntilOn *time.Time
}

// TableName says of what.
func (Water) TableName() string { return "planted_water" }

// followed is a planted tree with what its store is worked out of.
type followed struct {
	Tree
	sheet   sheets.Sheet
	station *stations.Station
	entries []Entry
}

// gather joins planted trees with their sheets, stations and entries.
func gather(tx *kernel.Tx, list []Tree) ([]followed, error) {
	out := []followed{}
	if len(list) == 0 {
		return out, nil
	}
	sheetIDs, spotIDs, ids := []string{}, []string{}, []string{}
	for _, t := range list {
		sheetIDs, spotIDs, ids = append(sheetIDs, t.SheetID), append(spotIDs, t.SpotID), append(ids, t.ID)
	}
	of, err := kernel.Many[sheets.Sheet](tx, "id", "id IN ?", sheetIDs)
	if err != nil {
		return nil, err
	}
	bySheet := map[string]sheets.Sheet{}
	for _, s := range of {
		bySheet[s.ID] = s
	}
	chosen, err := kernel.Rows[struct {
		SpotID    string
		StationID *string
	}](tx, "SELECT p.id AS spot_id, s.station_id FROM spots p JOIN sites s ON s.id = p.site_id WHERE p.id IN ?", spotIDs)
	if err != nil {
		return nil, err
	}
	stationOf, wanted := map[string]string{}, []string{}
	for _, c := range chosen {
		if c.StationID != nil {
			stationOf[c.SpotID] = *c.StationID
			wanted = append(wanted, *c.StationID)
		}
	}
	known, err := stations.Of(tx, wanted)
	if err != nil {
		return nil, err
	}
	entries, err := entriesOf(tx, ids)
	if err != nil {
		return nil, err
	}
	for _, t := range list {
		each := followed{Tree: t, sheet: bySheet[t.SheetID], entries: entries[t.ID]}
		if s, ok := known[stationOf[t.SpotID]]; ok {
			each.station = &s
		}
		out = append(out, each)
	}
	return out, nil
}

// end is when a tree is established, or was found dead or gone before.
func (f followed) end() time.Time {
	end := care.Established(f.PlantedOn, f.sheet.Content.Input.Tree.CaliperMM)
	if f.EndedOn != nil && f.EndedOn.Before(end) {
		end = *f.EndedOn
	}
	return end
}

// until is the last day that the store of a tree is followed to: today, its end, or when it is established.
func (f followed) until(today time.Time) time.Time {
	end := f.end()
	if today.Before(end) {
		end = today
	}
	return end
}

// inCore is the tree as the core follows it.
func (f followed) inCore(tx *kernel.Tx) water.Followed {
	months := []station.Month{}
	if f.station != nil {
		months = f.station.Summary.Months
	}
	return care.Followed(tx.Who.House, f.PlantedOn, f.sheet.Content.Input, f.sheet.Content.Plan, months)
}

// lines are the days of a tree's store, of a record that covers them.
func (f followed) lines(tx *kernel.Tx, days []station.DayWeather) ([]water.Line, error) {
	if f.station == nil {
		return []water.Line{}, nil
	}
	return water.Follow(tx.Who.House, f.inCore(tx), between(days, f.PlantedOn, f.until(tx.Today())), inCore(f.entries))
}

// between are the days of a record from one to another.
func between(days []station.DayWeather, from, to time.Time) []station.DayWeather {
	byDate := func(d station.DayWeather, on time.Time) int { return d.Date.Compare(on) }
	first, _ := slices.BinarySearchFunc(days, from, byDate)
	after, _ := slices.BinarySearchFunc(days, to.AddDate(0, 0, 1), byDate)
	return days[first:max(first, after)]
}

// keep writes down how a store stands.
func (f followed) keep(tx *kernel.Tx, lines []water.Line) error {
	end := f.end()
	w := Water{PlantedID: f.ID, WorkedOn: tx.Today(), UntilOn: &end}
	if f.station != nil {
		w.StationID, w.StationVersion = &f.station.ID, &f.station.Version
	}
	if f.EndedOn == nil && len(lines) > 0 && !tx.Today().After(end) {
		last := lines[len(lines)-1]
		share := last.Share()
		w.AsOf, w.Share, w.FillL, w.Advice = &last.Date, &share, &last.FillL, last.Advice
	}
	return kernel.Ours(tx.DB().Save(&w).Error)
}

// workOut works one tree's store out at once, after something was entered.
func workOut(tx *kernel.Tx, t Tree) error {
	list, err := gather(tx, []Tree{t})
	if err != nil {
		return err
	}
	return workOutAll(tx, list)
}

func workOutAll(tx *kernel.Tx, list []followed) error {
	return stationByStation(tx, list, func(f followed) time.Time { return f.until(tx.Today()) }, func(f followed, days []station.DayWeather) error {
		lines, err := f.lines(tx, days)
		if err != nil {
			return fmt.Errorf("water of %s: %w", f.ID, err)
		}
		return f.keep(tx, lines)
	})
}

// stationByStation reads each station once, from where its first tree was planted to the last day that one of them asks for, and gives each
// tree its own days of it; none to one without a station.
func stationByStation(tx *kernel.Tx, list []followed, until func(followed) time.Time, each func(followed, []station.DayWeather) error) error {
	byStation := map[string][]followed{}
	for _, f := range list {
		id := ""
		if f.station != nil {
			id = f.station.ID
		}
		byStation[id] = append(byStation[id], f)
	}
	for id, group := range byStation {
		days := []station.DayWeather{}
		if id != "" {
			from, to := group[0].PlantedOn, until(group[0])
			for _, f := range group {
				if f.PlantedOn.Before(from) {
					from = f.PlantedOn
				}
				if on := until(f); on.After(to) {
					to = on
				}
			}
			var err error
			if days, err = stations.DailyOf(tx, *group[0].station, from, to); err != nil {
				return err
			}
		}
		for _, f := range group {
			if err := each(f, between(days, f.PlantedOn, until(f))); err != nil {
				return err
			}
		}
	}
	return nil
}

// nightUnit is how many trees at most are worked out in one transaction.
const nightUnit = 250

// night works every followed tree's store out anew once a day, and when its station was read anew; an established tree's no more. The trees of one bucket are a unit: cut
// short anywhere, what was done stays done, and of several programs each unit is done by one.
func night() kernel.Job {
	const due = `t.taken_back_at IS NULL AND t.ended_on IS NULL AND (w.until_on IS NULL OR w.worked_on <= w.until_on) AND (w.planted_id IS NULL OR w.worked_on < ? OR NOT (w.station_id <=> s.station_id) OR NOT (w.station_version <=> st.version))`
	const from = ` FROM planted_trees t JOIN spots p ON p.id = t.spot_id JOIN sites s ON s.id = p.site_id LEFT JOIN stations st ON st.id = s.station_id AND st.taken_back_at IS NULL LEFT JOIN planted_water w ON w.planted_id = t.id WHERE `
	return kernel.Job{ID: "water-night", Every: 10 * time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		rows, err := kernel.Rows[struct{ Bucket, N int }](tx, "SELECT t.bucket, COUNT(*) n"+from+due+" GROUP BY t.bucket ORDER BY t.bucket", tx.Today())
		out := []string{}
		for _, r := range rows {
			for part := range (r.N + nightUnit - 1) / nightUnit {
				out = append(out, fmt.Sprintf("%d %d", r.Bucket, part))
			}
		}
		return out, err
	}, Each: func(tx *kernel.Tx, unit string) error {
		name, _, _ := strings.Cut(unit, " ")
		bucket, err := strconv.Atoi(name)
		if err != nil {
			return err
		}
		list, err := kernel.Rows[Tree](tx, "SELECT t.*"+from+due+" AND t.bucket = ? ORDER BY s.station_id, t.id LIMIT ?", tx.Today(), bucket, nightUnit)
		if err != nil {
			return err
		}
		all, err := gather(tx, list)
		if err != nil {
			return err
		}
		return workOutAll(tx, all)
	}}
}
