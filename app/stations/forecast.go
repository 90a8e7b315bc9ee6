package stations

import (
	"errors"
	"strings"
	"time"

	"sedum/core/fault"
	"sedum/core/station"
	"sedum/kernel"
)

// Forecast is what somebody else foretold for the place of a station, on a day. The house foretells nothing.
type Forecast struct {
	ID        string `gorm:"primaryKey"`
	StationID string
	MadeOn    time.Time
	Source    string
	Days      []station.ForecastDay `gorm:"serializer:json"`
	PersonID  string
	At        time.Time

	TakenBackAt *time.Time
}

// NewForecast is a forecast as it is typed, or read out of a file.
type NewForecast struct {
	MadeOn string                `json:"made_on"`
	Source string                `json:"source" maxLength:"120"`
	Days   []station.ForecastDay `json:"days" minItems:"1" maxItems:"16"`
}

// keepForecast writes a forecast down; the newest counts. Errors: faults at made_on, source and days.N.*.
func keepForecast(tx *kernel.Tx, p kernel.ByID, n NewForecast) (string, error) {
	if _, err := kernel.One[Station](tx, "id = ? AND taken_back_at IS NULL", p.ID); err != nil {
		return "", err
	}
	var l fault.List
	made := kernel.Date(&l, "made_on", n.MadeOn)
	if len(l) == 0 {
		if made.After(tx.Today()) {
			l.Add("made_on", fault.AtMost, tx.Today().Format(time.DateOnly))
		}
		l = append(l, station.CheckForecast(made, n.Days)...)
	}
	l = append(l, fault.Missing("source", strings.TrimSpace(n.Source))...)
	if err := l.Err(); err != nil {
		return "", err
	}
	return p.ID, kernel.Add(tx, &Forecast{ID: kernel.NewID(), StationID: p.ID, MadeOn: made, Source: strings.TrimSpace(n.Source), Days: n.Days, PersonID: tx.Who.ID, At: tx.Now})
}

// dropForecast takes the newest forecast of a station back: it was another place's.
func dropForecast(tx *kernel.Tx, p kernel.ByID, _ kernel.None) (string, error) {
	f, err := forecastOf(tx, p.ID)
	if err != nil {
		return "", err
	}
	return p.ID, kernel.ChangeOne[Forecast](tx, map[string]any{"taken_back_at": tx.Now}, "id = ?", f.ID)
}

func forecastOf(tx *kernel.Tx, stationID string) (Forecast, error) {
	rows, err := kernel.Rows[Forecast](tx, "SELECT * FROM forecasts WHERE station_id = ? AND taken_back_at IS NULL ORDER BY made_on DESC, at DESC LIMIT 1", stationID)
	if err == nil && len(rows) == 0 {
		err = kernel.ErrMissing
	}
	if err != nil {
		return Forecast{}, err
	}
	return rows[0], nil
}

// Foretold is the newest forecast of a station as it is read.
type Foretold struct {
	MadeOn string                `json:"made_on" doc:"empty while nobody brought one"`
	Source string                `json:"source"`
	Days   []station.ForecastDay `json:"days"`
	TooOld bool                  `json:"too_old" doc:"nothing to go by any more"`
}

// ForetoldOf is the newest forecast of a station; empty while there is none.
func ForetoldOf(tx *kernel.Tx, stationID string) (Foretold, error) {
	f, err := forecastOf(tx, stationID)
	if errors.Is(err, kernel.ErrMissing) {
		return Foretold{Days: []station.ForecastDay{}}, nil
	}
	return Foretold{f.MadeOn.Format(time.DateOnly), f.Source, f.Days, station.TooOld(tx.Who.House, f.MadeOn, tx.Today())}, err
}

func seeForecast(tx *kernel.Tx, p kernel.ByID) (Foretold, error) { return ForetoldOf(tx, p.ID) }

// ForecastFile is a table of days as text.
type ForecastFile struct {
	File string `json:"file" maxLength:"20000"`
}

// ReadDays are the days that a file tells of.
type ReadDays struct {
	Days []station.ForecastDay `json:"days"`
}

func readForecast(_ *kernel.Tx, _ kernel.None, f ForecastFile) (ReadDays, error) {
	days, err := station.ReadForecast(f.File)
	return ReadDays{append([]station.ForecastDay{}, days...)}, err
}
