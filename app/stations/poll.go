package stations

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"net/http"
	"time"

	"sedum/core/station"
	"sedum/kernel"
	"sedum/notefile"
)

// Polled is whether the weather service is asked each day for what a station's place had, and the version that was seen.
type Polled struct {
	Polled  bool `json:"polled"`
	Version int  `json:"version"`
}

// setPolled lets the house ask for the days of a station, or no more. Errors: kernel.Stale.
func setPolled(weather Weather) func(*kernel.Tx, kernel.ByID, Polled) (string, error) {
	return func(tx *kernel.Tx, p kernel.ByID, n Polled) (string, error) {
		if n.Polled && weather == nil {
			return "", kernel.Said{Status: http.StatusNotFound, Code: "no-station"}
		}
		return polled(tx, p, n)
	}
}

func polled(tx *kernel.Tx, p kernel.ByID, n Polled) (string, error) {
	s, err := hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	if s.Version != n.Version {
		present, err := see(tx, p)
		return "", errors.Join(err, kernel.Stale{Current: present})
	}
	return s.ID, kernel.ChangeOne[Station](tx, map[string]any{"polled": n.Polled, "version": s.Version + 1}, "id = ?", s.ID)
}

// pollBack is how many days at most are asked for at once: a house that was shut for a season is brought up to date over some turns.
const pollBack = 400

// poll asks the weather service once a day for the days that passed since a station's last reading. Nothing is forecast: it ends with
// yesterday. A service that is away is asked again at the next turn.
func poll(weather Weather) kernel.Job {
	return kernel.Job{ID: "weather-poll", Every: 30 * time.Minute, Due: func(tx *kernel.Tx) ([]string, error) {
		if weather == nil {
			return nil, nil
		}
		rows, err := kernel.Rows[struct{ ID string }](tx, "SELECT id FROM stations WHERE polled AND taken_back_at IS NULL AND (polled_on IS NULL OR polled_on < ?) ORDER BY id", tx.Today())
		out := []string{}
		for _, r := range rows {
			out = append(out, r.ID)
		}
		return out, err
	}, Each: func(tx *kernel.Tx, id string) error {
		s, err := hold(tx, id)
		if errors.Is(err, kernel.ErrMissing) {
			return nil
		}
		if err != nil {
			return err
		}
		last, err := kernel.Rows[struct{ At *time.Time }](tx, "SELECT MAX(at) at FROM station_readings WHERE station_id = ?", s.ID)
		if err != nil {
			return err
		}
		yesterday := tx.Today().AddDate(0, 0, -1)
		from := yesterday.AddDate(0, 0, -pollBack)
		if len(last) == 1 && last[0].At != nil && last[0].At.UTC().Truncate(24*time.Hour).After(from) {
			from = last[0].At.UTC().Truncate(24*time.Hour).AddDate(0, 0, 1)
		}
		if !from.After(yesterday) {
			content, err := weather.Record(tx.Context(), s.LatDeg, from, yesterday)
			if err != nil {
				return fmt.Errorf("weather of %s: %w", s.Name, err)
			}
			if err := takeDays(tx, s, content); err != nil {
				return err
			}
		}
		return kernel.ChangeOne[Station](tx, map[string]any{"polled_on": tx.Today()}, "id = ?", s.ID)
	}}
}

// polledName is the file that the polled days of a station stand under.
const polledName = "weather-service"

// takeDays takes what the service wrote into the one record of polled days that a station has, and reads the station anew.
func takeDays(tx *kernel.Tx, s Station, content []byte) error {
	text, delimiter, err := notefile.Lines(content)
	if err != nil {
		return err
	}
	r, err := kernel.One[Record](tx, "station_id = ? AND file_name = ?", s.ID, polledName)
	if errors.Is(err, kernel.ErrMissing) {
		r = Record{ID: kernel.NewID(), StationID: s.ID, FileName: polledName, Delimiter: delimiter, Top: [][]string{}, Parts: 1, PartsDone: 1, PersonID: s.PersonID, At: tx.Now}
		err = kernel.Add(tx, &r)
	}
	if err != nil {
		return err
	}
	rows := csv.NewReader(bytes.NewReader([]byte(text)))
	rows.Comma, rows.FieldsPerRecord = delimiter.Sign(), -1
	headings, err := rows.Read()
	if err != nil {
		return err
	}
	how := station.Guess(headings)
	if err := how.Check().Err(); err != nil {
		return err
	}
	reader, readings := station.NewFileReader(how), []Reading{}
	for line := 2; ; line++ {
		cells, err := rows.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return err
		}
		if got, ok := reader.Row(line, cells); ok {
			readings = append(readings, Reading{s.ID, got.At, r.ID, got.MinC, got.MaxC, got.TempC, got.RainMM, got.SpeedMS, got.WindFromDeg})
		}
	}
	if len(readings) == 0 {
		return nil
	}
	if err := kernel.AddAll(tx, readings); err != nil {
		return err
	}
	if err := kernel.ChangeOne[Record](tx, map[string]any{"rows_kept": r.RowsKept + len(readings)}, "id = ?", r.ID); err != nil {
		return err
	}
	return readAnew(tx, s)
}
