package stations

import (
	"bytes"
	"encoding/csv"
	"strconv"
	"time"

	"sedum/core/calc"
	"sedum/core/climate"
	"sedum/core/station"
	"sedum/kernel"
)

// Line is a station on the list.
type Line struct {
	ID      string        `json:"id"`
	Name    string        `json:"name"`
	LatDeg  float64       `json:"lat_deg"`
	LonDeg  *float64      `json:"lon_deg"`
	HeightM *float64      `json:"height_m"`
	From    string        `json:"from" doc:"first day of its record, empty while it has none"`
	To      string        `json:"to"`
	Zone    *string       `json:"zone"`
	Facts   climate.Facts `json:"facts"`
}

// Line is a station in short.
func (s Station) Line() Line {
	return Line{s.ID, s.Name, s.LatDeg, s.LonDeg, s.HeightM, s.Summary.From, s.Summary.To, s.Summary.Cold.Zone, s.Summary.Facts()}
}

// List are all stations that stand.
type List struct {
	Stations []Line `json:"stations"`
}

func list(tx *kernel.Tx, _ kernel.None) (List, error) {
	all, err := All(tx)
	out := List{[]Line{}}
	for _, s := range all {
		out.Stations = append(out.Stations, s.Line())
	}
	return out, err
}

// RecordLine is one file of a station.
type RecordLine struct {
	ID       string    `json:"id"`
	FileName string    `json:"file_name"`
	At       time.Time `json:"at"`
	Done     int       `json:"done"`
	Parts    int       `json:"parts"`
	Rows     int       `json:"rows"`
	There    int       `json:"there"`
	From     string    `json:"from"`
	To       string    `json:"to"`
	Odd      int       `json:"odd" doc:"rows or values that were not taken as they stand"`
}

// Page is a station with what its record says.
type Page struct {
	Line
	Version int             `json:"version"`
	Summary station.Summary `json:"summary"`
	Middles station.Middles `json:"middles"`
	Records []RecordLine    `json:"records"`
	Polled  bool            `json:"polled" doc:"the weather service is asked for each day that passed"`
}

func see(tx *kernel.Tx, p kernel.ByID) (Page, error) {
	s, err := kernel.One[Station](tx, "id = ?", p.ID)
	if err != nil {
		return Page{}, err
	}
	out := Page{Line: s.Line(), Version: s.Version, Summary: s.Summary, Middles: calc.Rounded(s.Summary.Middles()), Records: []RecordLine{}, Polled: s.Polled}
	records, err := kernel.Many[Record](tx, "at DESC, id DESC", "station_id = ?", s.ID)
	for _, r := range records {
		odd := 0
		for _, n := range r.Scan.Counts {
			odd += n
		}
		out.Records = append(out.Records, RecordLine{r.ID, r.FileName, r.At, r.PartsDone, r.Parts, r.RowsKept, r.RowsThere, r.Scan.From, r.Scan.To, odd})
	}
	return out, err
}

// Preview is a file before it is taken in, and after.
type Preview struct {
	ID        string                   `json:"id"`
	StationID string                   `json:"station_id"`
	Station   string                   `json:"station"`
	FileName  string                   `json:"file_name"`
	Top       [][]string               `json:"top" doc:"its first lines as cells, the headings first when it has any"`
	Headed    bool                     `json:"headed"`
	How       station.How              `json:"how"`
	Known     []station.KnownColumn    `json:"known"`
	Missing   []kernel.FieldError      `json:"missing" doc:"what is to be said before it is read"`
	Rows      int                      `json:"rows"`
	Taken     int                      `json:"taken"`
	From      string                   `json:"from"`
	To        string                   `json:"to"`
	Counts    map[station.RowFault]int `json:"counts"`
	Notes     []station.Noted          `json:"notes" doc:"the first of each fault, by row"`
	// Fahrenheit is that its temperatures look like it, and are called Celsius.
	Fahrenheit bool `json:"fahrenheit"`
	Done       int  `json:"done"`
	Parts      int  `json:"parts"`
	Kept       int  `json:"kept"`
	There      int  `json:"there"`
}

func seeRecord(tx *kernel.Tx, p kernel.ByID) (Preview, error) {
	r, err := kernel.One[Record](tx, "id = ?", p.ID)
	if err != nil {
		return Preview{}, err
	}
	s, err := kernel.One[Station](tx, "id = ?", r.StationID)
	if err != nil {
		return Preview{}, err
	}
	out := Preview{ID: r.ID, StationID: r.StationID, Station: s.Name, FileName: r.FileName, Top: r.Top, Headed: r.HeadingLine > 0, How: r.How, Known: station.KnownColumns(),
		Missing: kernel.FieldErrors(tx.Say, r.How.Check()), Rows: r.Scan.Rows, Taken: r.Scan.Taken, From: r.Scan.From, To: r.Scan.To, Counts: r.Scan.Counts, Notes: r.Scan.Notes,
		Fahrenheit: r.Scan.LooksLikeFahrenheit(), Done: r.PartsDone, Parts: r.Parts, Kept: r.RowsKept, There: r.RowsThere}
	if out.Counts == nil {
		out.Counts = map[station.RowFault]int{}
	}
	if out.Notes == nil {
		out.Notes = []station.Noted{}
	}
	return out, nil
}

// readingsAsFile gives a station's readings as CSV, in Celsius, millimetres and metres a second.
func readingsAsFile(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
	s, err := kernel.One[Station](tx, "id = ?", p.ID)
	if err != nil {
		return kernel.File{}, err
	}
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	_ = w.Write([]string{"time", "min c", "max c", "temp c", "rain mm", "wind speed m/s", "wind direction"})
	years, err := kernel.Rows[struct{ From, To *time.Time }](tx, "SELECT MIN(at) `from`, MAX(at) `to` FROM station_readings WHERE station_id = ?", s.ID)
	if err != nil {
		return kernel.File{}, err
	}
	cell := func(x *float64) string {
		if x == nil {
			return ""
		}
		return strconv.FormatFloat(*x, 'f', -1, 64)
	}
	if len(years) > 0 && years[0].From != nil {
		for year := years[0].From.Year(); year <= years[0].To.Year(); year++ {
			rows, err := yearOf(tx, s.ID, year)
			if err != nil {
				return kernel.File{}, err
			}
			for _, r := range rows {
				_ = w.Write([]string{r.At.UTC().Format("2006-01-02 15:04"), cell(r.MinC), cell(r.MaxC), cell(r.TempC), cell(r.RainMM), cell(r.SpeedMS), cell(r.FromDeg)})
			}
		}
	}
	w.Flush()
	return kernel.File{Type: "text/csv", Name: "station.csv", Content: out.Bytes()}, w.Error()
}
