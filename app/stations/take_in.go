package stations

import (
	"slices"
	"time"

	"sedum/core/station"
	"sedum/kernel"
)

// Reading is one moment of a station.
type Reading struct {
	StationID string
	At        time.Time
	RecordID  string
	MinC      *float64
	MaxC      *float64
	TempC     *float64
	RainMM    *float64
	SpeedMS   *float64
	FromDeg   *float64
}

// TableName says whose readings they are.
func (Reading) TableName() string { return "station_readings" }

// From is how many parts of a file are taken in already; the next is.
type From struct {
	From int `json:"from" minimum:"0"`
	// Celsius says that temperatures which look like Fahrenheit are Celsius all the same.
	Celsius bool `json:"celsius"`
}

// Progress is how far a file has been taken in.
type Progress struct {
	Done  int `json:"done"`
	Parts int `json:"parts"`
	Rows  int `json:"rows"`
	There int `json:"there" doc:"rows of moments that another file of the station has"`
}

// takeIn takes the next part of a file in; with the last one the station is read anew. The page asks until all is done; a request that comes
// twice for the same part changes nothing.
func takeIn(tx *kernel.Tx, p kernel.ByID, f From) (Progress, error) {
	r, err := kernel.One[Record](tx, "id = ?", p.ID)
	if err != nil {
		return Progress{}, err
	}
	s, err := hold(tx, r.StationID)
	if err != nil {
		return Progress{}, err
	}
	if r, err = kernel.Held[Record](tx, "SELECT * FROM station_records WHERE id = ?", p.ID); err != nil {
		return Progress{}, err
	}
	if err := r.How.Check().Err(); err != nil {
		return Progress{}, err
	}
	if r.Scan.LooksLikeFahrenheit() && !f.Celsius {
		return Progress{}, kernel.Refused{Code: "record-fahrenheit", Field: "headings"}
	}
	if r.Scan.Taken == 0 {
		return Progress{}, kernel.Refused{Code: "record-nothing", Field: "headings"}
	}
	if f.From == r.PartsDone && r.PartsDone < r.Parts {
		if err := takePart(tx, s, &r); err != nil {
			return Progress{}, err
		}
	}
	return Progress{r.PartsDone, r.Parts, r.RowsKept, r.RowsThere}, nil
}

func takePart(tx *kernel.Tx, s Station, r *Record) error {
	part, err := kernel.One[RecordPart](tx, "record_id = ? AND place = ?", r.ID, r.PartsDone)
	if err != nil {
		return err
	}
	reader, rows := station.GoOn(r.How, station.State{Form: r.Scan.Form}), []Reading{}
	r.rows(part, func(line int, cells []string) {
		if got, ok := reader.Row(line, cells); ok {
			rows = append(rows, Reading{r.StationID, got.At, r.ID, got.MinC, got.MaxC, got.TempC, got.RainMM, got.SpeedMS, got.WindFromDeg})
		}
	})
	there := 0
	if len(rows) > 0 {
		first := slices.MinFunc(rows, func(a, b Reading) int { return a.At.Compare(b.At) })
		last := slices.MaxFunc(rows, func(a, b Reading) int { return a.At.Compare(b.At) })
		known, err := kernel.Rows[struct {
			At       time.Time
			RecordID string
		}](tx, "SELECT at, record_id FROM station_readings WHERE station_id = ? AND at BETWEEN ? AND ?", r.StationID, first.At, last.At)
		if err != nil {
			return err
		}
		of := map[time.Time]string{}
		for _, k := range known {
			of[k.At.UTC()] = k.RecordID
		}
		rows = slices.DeleteFunc(rows, func(each Reading) bool {
			record, is := of[each.At]
			if is && record != r.ID {
				there++
			}
			return is
		})
		if err := kernel.AddAll(tx, rows); err != nil {
			return err
		}
	}
	r.PartsDone, r.RowsKept, r.RowsThere = r.PartsDone+1, r.RowsKept+len(rows), r.RowsThere+there
	err = kernel.ChangeOne[Record](tx, map[string]any{"parts_done": r.PartsDone, "rows_kept": r.RowsKept, "rows_there": r.RowsThere}, "id = ?", r.ID)
	if err != nil || r.PartsDone < r.Parts {
		return err
	}
	return readAnew(tx, s)
}

// takeOut takes all rows of a file out of its station again, also of one that was not read to its end.
func takeOut(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	r, err := kernel.One[Record](tx, "id = ?", p.ID)
	if err != nil {
		return "", err
	}
	s, err := hold(tx, r.StationID)
	if err != nil {
		return "", err
	}
	if _, err := kernel.Exec(tx, "DELETE FROM station_readings WHERE record_id = ? AND station_id = ?", r.ID, r.StationID); err != nil {
		return "", err
	}
	if _, err := kernel.Exec(tx, "UPDATE station_records SET parts_done = 0, rows_kept = 0, rows_there = 0 WHERE id = ?", r.ID); err != nil {
		return "", err
	}
	return r.ID, readAnew(tx, s)
}

func readAnew(tx *kernel.Tx, s Station) error {
	summary, err := sum(tx, s)
	if err != nil {
		return err
	}
	s.Summary, s.Version = summary, s.Version+1
	return kernel.Ours(tx.DB().Select("summary", "version").Updates(&s).Error)
}

// sum reads all readings of a station, of files that were read to their end, a year at a time.
func sum(tx *kernel.Tx, s Station) (station.Summary, error) {
	series := station.NewSeries(s.LatDeg)
	years, err := kernel.Rows[struct{ From, To *time.Time }](tx, "SELECT MIN(at) `from`, MAX(at) `to` FROM station_readings WHERE station_id = ?", s.ID)
	if err != nil || len(years) == 0 || years[0].From == nil {
		return series.Summary(), err
	}
	for year := years[0].From.Year(); year <= years[0].To.Year(); year++ {
		rows, err := yearOf(tx, s.ID, year)
		if err != nil {
			return station.Summary{}, err
		}
		for _, r := range rows {
			series.Add(station.Reading{At: r.At.UTC(), MinC: r.MinC, MaxC: r.MaxC, TempC: r.TempC, RainMM: r.RainMM, SpeedMS: r.SpeedMS, WindFromDeg: r.FromDeg})
		}
	}
	return series.Summary(), nil
}

func yearOf(tx *kernel.Tx, stationID string, year int) ([]Reading, error) {
	return kernel.Rows[Reading](tx, `SELECT g.* FROM station_readings g JOIN station_records r ON r.id = g.record_id AND r.parts_done = r.parts
		WHERE g.station_id = ? AND g.at >= ? AND g.at < ? ORDER BY g.at`, stationID, time.Date(year, 1, 1, 0, 0, 0, 0, time.UTC), time.Date(year+1, 1, 1, 0, 0, 0, 0, time.UTC))
}

// DailyOf are the days of a station from one to another, of files that were read to their end; what is missing is filled by rule and says so.
func DailyOf(tx *kernel.Tx, s Station, from, to time.Time) ([]station.DayWeather, error) {
	rows, err := kernel.Rows[Reading](tx, `SELECT g.* FROM station_readings g JOIN station_records r ON r.id = g.record_id AND r.parts_done = r.parts
		WHERE g.station_id = ? AND g.at >= ? AND g.at < ? ORDER BY g.at`, s.ID, from.AddDate(0, 0, -4), to.AddDate(0, 0, 4))
	if err != nil {
		return nil, err
	}
	series := station.NewSeries(s.LatDeg)
	for _, r := range rows {
		series.Add(station.Reading{At: r.At.UTC(), MinC: r.MinC, MaxC: r.MaxC, TempC: r.TempC, RainMM: r.RainMM, SpeedMS: r.SpeedMS, WindFromDeg: r.FromDeg})
	}
	return series.Daily(from, to, s.Summary.Months), nil
}
