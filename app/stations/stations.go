// Package stations is what weather stations wrote over many years: their files read in, and what they say of a place (handbook, site.md,
// "Cold, frost, chill" and "Wind").
package stations

import (
	"context"
	"embed"
	"errors"
	"net/http"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/roles"
	"sedum/core/set"
	"sedum/core/station"
	"sedum/kernel"
)

//go:embed tables/*.sql
var tables embed.FS

// Weather gives the daily record of a place over some years as a file (CSV, UTF-8).
type Weather interface {
	Record(ctx context.Context, latDeg float64, from, to time.Time) ([]byte, error)
}

// Station is where weather is written down.
type Station struct {
	ID      string
	Name    string
	LatDeg  float64
	LonDeg  *float64
	HeightM *float64
	Summary station.Summary `gorm:"serializer:json"`
	Version int
	// Polled is that the weather service is asked for its days, PolledOn when it was last.
	Polled   bool
	PolledOn *time.Time

	PersonID    string
	At          time.Time
	TakenBackAt *time.Time
}

// Who may do what with stations.
var (
	SeeStations  = kernel.Permission{Name: "see-stations", Roles: set.All[roles.Role]()}
	KeepStations = kernel.Permission{Name: "keep-stations", Roles: roles.Counter()}
)

// changed are the answers that another record makes old: whatever is judged by the climate of a site.
var changed = []string{"list-stations", "see-chill", "see-station", "list-spots", "see-spot", "match", "match-order", "match-beside", "see-room", "plan", "today"}

// Capability declares what can be asked and done here; the weather may be nil.
func Capability(weather Weather) kernel.Capability {
	shown := func(tx *kernel.Tx, _ kernel.None, id string) (Page, error) { return see(tx, kernel.ByID{ID: id}) }
	same := func(tx *kernel.Tx, p kernel.ByID, _ string) (Page, error) { return see(tx, p) }
	file := func(tx *kernel.Tx, _ kernel.ByID, id string) (Preview, error) {
		return seeRecord(tx, kernel.ByID{ID: id})
	}
	return kernel.Capability{Name: "stations", Tables: kernel.Folder(tables), Operations: []kernel.Operation{
		kernel.Read("list-stations", "/stations", SeeStations, list),
		kernel.Read("see-chill", "/chill", SeeStations, ledger),
		kernel.ReadFile("chill-csv", "/chill.csv", SeeStations, "text/csv", ledgerCSV),
		kernel.Read("see-station", "/stations/{id}", SeeStations, see),
		kernel.Deed("add-station", "POST", "/stations", KeepStations, add, shown).Makes("list-stations"),
		kernel.Deed("amend-station", "PUT", "/stations/{id}", KeepStations, amend, same).Makes(changed...),
		kernel.Deed("take-back-station", "POST", "/stations/{id}/taken-back", KeepStations, takeBack, same).Makes(changed...),
		kernel.Upload("open-record", "/stations/{id}/records", KeepStations, openRecord, func(tx *kernel.Tx, _ RecordFile, id string) (Preview, error) {
			return seeRecord(tx, kernel.ByID{ID: id})
		}).Takes("text/csv", "text/plain").Unkeyed().Limit(FileLimit + 1024).Through(kernel.NewGate(1, 4)).Makes("see-station"),
		kernel.Deed("fetch-record", "POST", "/stations/{id}/fetched", KeepStations, fetching(weather), file).Unkeyed().Makes("see-station"),
		kernel.Read("see-record", "/records/{id}", SeeStations, seeRecord),
		kernel.Deed("read-record-so", "PUT", "/records/{id}/how", KeepStations, readSo, file).Makes("see-record", "see-station"),
		kernel.Deed("take-in-record", "POST", "/records/{id}/parts", KeepStations, takeIn, kernel.Same).Unkeyed().Makes(append(changed, "see-record")...),
		kernel.Deed("take-out-record", "POST", "/records/{id}/taken-out", KeepStations, takeOut, file).Makes(append(changed, "see-record")...),
		kernel.Remove("discard-record", "/records/{id}", KeepStations, discard).Makes("see-station"),
		kernel.Deed("poll-station", "PUT", "/stations/{id}/polled", KeepStations, setPolled(weather), same).Makes("list-stations", "see-chill", "see-station"),
		kernel.Read("see-forecast", "/stations/{id}/forecast", SeeStations, seeForecast),
		kernel.Ask("read-forecast", "/forecasts/read", KeepStations, readForecast),
		kernel.Deed("keep-forecast", "POST", "/stations/{id}/forecast", KeepStations, keepForecast, func(tx *kernel.Tx, p kernel.ByID, _ string) (Foretold, error) {
			return seeForecast(tx, p)
		}).Makes("see-forecast", "see-planted", "see-visits"),
		kernel.Deed("drop-forecast", "POST", "/stations/{id}/forecast/dropped", KeepStations, dropForecast, func(tx *kernel.Tx, p kernel.ByID, _ string) (Foretold, error) {
			return seeForecast(tx, p)
		}).Makes("see-forecast", "see-planted", "see-visits"),
		kernel.ReadFile("station-readings", "/stations/{id}/readings.csv", SeeStations, "text/csv", readingsAsFile),
	}, Jobs: []kernel.Job{poll(weather)}}
}

// NewStation is a station as somebody describes it.
type NewStation struct {
	Name    string   `json:"name" maxLength:"120"`
	LatDeg  float64  `json:"lat_deg" minimum:"-66" maximum:"66"`
	LonDeg  *float64 `json:"lon_deg,omitempty" minimum:"-180" maximum:"180"`
	HeightM *float64 `json:"height_m,omitempty" minimum:"-430" maximum:"6000" doc:"over the sea"`
}

func add(tx *kernel.Tx, _ kernel.None, n NewStation) (id string, err error) {
	n.Name = strings.TrimSpace(n.Name)
	if err := fault.Missing("name", n.Name).Err(); err != nil {
		return "", err
	}
	s := Station{ID: kernel.NewID(), Name: n.Name, LatDeg: n.LatDeg, LonDeg: n.LonDeg, HeightM: n.HeightM, Summary: station.NewSeries(n.LatDeg).Summary(), Version: 1, PersonID: tx.Who.ID, At: tx.Now}
	return s.ID, kernel.Add(tx, &s)
}

// Amended is a station as it should be, and the version that was seen.
type Amended struct {
	NewStation
	Version int `json:"version"`
}

// amend corrects a station. Its winters are those of its latitude: they are read anew. Errors: kernel.Stale.
func amend(tx *kernel.Tx, p kernel.ByID, n Amended) (string, error) {
	n.Name = strings.TrimSpace(n.Name)
	if err := fault.Missing("name", n.Name).Err(); err != nil {
		return "", err
	}
	s, err := hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	if s.Version != n.Version {
		present, err := see(tx, p)
		return "", errors.Join(err, kernel.Stale{Current: present})
	}
	moved := s.LatDeg != n.LatDeg
	s.Name, s.LatDeg, s.LonDeg, s.HeightM, s.Version = n.Name, n.LatDeg, n.LonDeg, n.HeightM, s.Version+1
	if moved {
		if s.Summary, err = sum(tx, s); err != nil {
			return "", err
		}
	}
	return s.ID, kernel.Ours(tx.DB().Select("*").Updates(&s).Error)
}

// takeBack takes a station off the list; sites that have it know its climate no longer.
func takeBack(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	s, err := hold(tx, p.ID)
	if err != nil {
		return "", err
	}
	return s.ID, kernel.ChangeOne[Station](tx, map[string]any{"taken_back_at": tx.Now, "version": s.Version + 1}, "id = ?", s.ID)
}

// hold holds a station that stands, so that two files are not read into it at once.
func hold(tx *kernel.Tx, id string) (Station, error) {
	return kernel.Held[Station](tx, "SELECT * FROM stations WHERE id = ? AND taken_back_at IS NULL", id)
}

// Of are the stations that stand, by id.
func Of(tx *kernel.Tx, ids []string) (map[string]Station, error) {
	out := map[string]Station{}
	if len(ids) == 0 {
		return out, nil
	}
	list, err := kernel.Many[Station](tx, "id", "id IN ? AND taken_back_at IS NULL", ids)
	for _, s := range list {
		out[s.ID] = s
	}
	return out, err
}

// All are the stations that stand, by name.
func All(tx *kernel.Tx) ([]Station, error) {
	return kernel.Many[Station](tx, "name, id", "taken_back_at IS NULL")
}

func fetching(weather Weather) func(*kernel.Tx, kernel.ByID, Years) (string, error) {
	return func(tx *kernel.Tx, p kernel.ByID, y Years) (string, error) {
		if weather == nil {
			return "", kernel.Said{Status: http.StatusNotFound, Code: "no-station"}
		}
		s, err := kernel.One[Station](tx, "id = ? AND taken_back_at IS NULL", p.ID)
		if err != nil {
			return "", err
		}
		to := tx.Today().AddDate(0, 0, -1)
		content, err := weather.Record(tx.Context(), s.LatDeg, to.AddDate(-y.Years, 0, 1), to)
		if err != nil {
			return "", err
		}
		return openRecord(tx, RecordFile{ByID: p, Name: "weather-service.csv"}, content)
	}
}

// Years is how long a record is asked for.
type Years struct {
	Years int `json:"years" minimum:"1" maximum:"30"`
}
