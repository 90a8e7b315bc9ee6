// Package station reads what a weather station wrote over many years, names what is odd in it, and says what it means for a tree: cold,
// chill, heat, want of water, wind (handbook, site.md, "Cold, frost, chill" and "Wind").
package station

import (
	"maps"
	"slices"
	"strconv"
	"strings"
	"time"
)

// Column is what a column of a station's file holds.
type Column string

// The words of Column; "" is a column that is not read.
const (
	ColumnTime  Column = "time"
	ColumnMin   Column = "min"
	ColumnMax   Column = "max"
	ColumnTemp  Column = "temp"
	ColumnRain  Column = "rain"
	ColumnSpeed Column = "wind-speed"
	ColumnFrom  Column = "wind-from"
)

// All lists them.
func (Column) All() []Column {
	return []Column{ColumnTime, ColumnMin, ColumnMax, ColumnTemp, ColumnRain, ColumnSpeed, ColumnFrom}
}

// Unit is what a column counts in.
type Unit string

// The words of Unit.
const (
	Celsius      Unit = "c"
	Fahrenheit   Unit = "f"
	Millimetre   Unit = "mm"
	Inch         Unit = "in"
	MetreSecond  Unit = "ms"
	KilometreHr  Unit = "kmh"
	MileHour     Unit = "mph"
	Knot         Unit = "kn"
	TenthCelsius Unit = "c10"
)

// All lists them.
func (Unit) All() []Unit {
	return []Unit{Celsius, Fahrenheit, TenthCelsius, Millimetre, Inch, MetreSecond, KilometreHr, MileHour, Knot}
}

// inOurs turns a value into C, mm or m/s.
func (u Unit) inOurs(x float64) float64 {
	switch u {
	case Fahrenheit:
		return (x - 32) * 5 / 9
	case TenthCelsius:
		return x / 10
	case Inch:
		return x * 25.4
	case KilometreHr:
		return x / 3.6
	case MileHour:
		return x * 0.44704
	case Knot:
		return x * 1852 / 3600
	}
	return x
}

// Heading says what a column is and what it counts in.
type Heading struct {
	Column Column `json:"column" optional:"true"`
	Unit   Unit   `json:"unit" optional:"true"`
}

// RowFault is why a row, or a value of it, was not taken, or what was done with it.
type RowFault string

// The words of RowFault.
const (
	NoTime     RowFault = "no-time"
	NotANumber RowFault = "not-a-number"
	Missing    RowFault = "missing"
	Impossible RowFault = "impossible"
	Swapped    RowFault = "swapped"
	Twice      RowFault = "twice"
	Unordered  RowFault = "unordered"
	CutShort   RowFault = "cut-short"
	ZoneTurned RowFault = "zone-turned"
)

// All lists them.
func (RowFault) All() []RowFault {
	return []RowFault{NoTime, NotANumber, Missing, Impossible, Swapped, Twice, Unordered, CutShort, ZoneTurned}
}

// Noted is one of them with its row in the file.
type Noted struct {
	Row   int      `json:"row"`
	Fault RowFault `json:"fault"`
	Cell  string   `json:"cell"`
}

// Reading is one row as it was understood; nil is not known.
type Reading struct {
	At                   time.Time
	MinC, MaxC, TempC    *float64
	RainMM               *float64
	SpeedMS, WindFromDeg *float64
}

// missingMarks are how stations write that a value is missing.
var missingMarks = []string{"", "-", "--", "na", "n/a", "nan", "null", "none", "m", "x", "9999", "999.9", "-9999", "-999", "-999.9", "99.9", "-99.9", "9999.9", "32767"}

// timeForms are how stations write a moment; a day alone is its midnight.
var timeForms = []string{time.DateOnly, "2006-01-02T15:04:05Z07:00", "2006-01-02T15:04Z07:00", "2006-01-02T15:04:05", "2006-01-02T15:04", "2006-01-02 15:04:05Z07:00", "2006-01-02 15:04:05", "2006-01-02 15:04",
	"20060102", "2006010215", "200601021504", "2006/01/02", "2006/01/02 15:04", "02.01.2006", "02.01.2006 15:04", "2006-01-02 15", "20060102 15", "20060102 1504", "2006 01 02", "2006 1 2"}

// State is what a reader knows of the rows before: with it the next part of a long file is read where the last one ended.
type State struct {
	// Counts are how often each fault came; Notes the first of each.
	Counts map[RowFault]int `json:"counts"`
	Notes  []Noted          `json:"notes"`
	Form   string           `json:"form"`
	Zone   string           `json:"zone"`
	Last   time.Time        `json:"last"`
	// Hot counts temperatures that are none in Celsius, Warm all of them.
	Hot  int `json:"hot"`
	Warm int `json:"warm"`
}

// FileReader reads the rows of a station's file one by one. It keeps no row: who calls keeps what it gives.
type FileReader struct {
	State
	how  How
	seen map[time.Time]bool
}

// minutes is how a moment is written in a note.
const minutes = "2006-01-02 15:04"

// notesOfEach fault are kept; the rest is counted.
const notesOfEach = 20

// NewFileReader reads a file from its first row.
func NewFileReader(how How) *FileReader {
	return GoOn(how, State{})
}

// GoOn reads the next part of a file. The moments of the parts before are not known to it: who keeps the rows tells which come Again.
func GoOn(how How, from State) *FileReader {
	counts := maps.Clone(from.Counts)
	if counts == nil {
		counts = map[RowFault]int{}
	}
	from.Counts, from.Notes = counts, slices.Clone(from.Notes)
	return &FileReader{State: from, how: how, seen: map[time.Time]bool{}}
}

// Again notes a moment of which a part before, or another file of the same station, gave a reading already.
func (r *FileReader) Again(row int, at time.Time) { r.note(row, Twice, at.Format(minutes)) }

func (r *FileReader) note(row int, f RowFault, cell string) {
	if r.Counts[f]++; r.Counts[f] <= notesOfEach {
		r.Notes = append(r.Notes, Noted{row, f, cell})
	}
}

// Row reads the cells of a row; false when the row is left out.
func (r *FileReader) Row(row int, cells []string) (Reading, bool) {
	out := Reading{}
	if len(cells) < len(r.how.Headings) {
		r.note(row, CutShort, shown(strings.Join(cells, " ")))
		return out, false
	}
	moment := r.moment(cells)
	at, ok := r.time(row, moment)
	if !ok {
		r.note(row, NoTime, shown(moment))
		return out, false
	}
	out.At = at
	if r.seen[out.At] {
		r.note(row, Twice, out.At.Format(minutes))
		return out, false
	}
	r.seen[out.At] = true
	if out.At.Before(r.Last) {
		r.note(row, Unordered, out.At.Format(minutes))
	} else {
		r.Last = out.At
	}
	for i, h := range r.how.Headings {
		if h.Column == "" || h.Column == ColumnTime {
			continue
		}
		r.value(row, h, strings.TrimSpace(cells[i]), &out)
	}
	if out.MinC != nil && out.MaxC != nil && *out.MinC > *out.MaxC {
		r.note(row, Swapped, strconv.FormatFloat(*out.MinC, 'f', -1, 64)+" "+strconv.FormatFloat(*out.MaxC, 'f', -1, 64))
		out.MinC, out.MaxC = out.MaxC, out.MinC
	}
	return out, true
}

// shown is as much of a cell as a note shows.
func shown(cell string) string {
	if letters := []rune(cell); len(letters) > 60 {
		return string(letters[:60]) + "…"
	}
	return cell
}

// moment is the text of a row's time, which may stand in a column for the day and one for the hour.
func (r *FileReader) moment(cells []string) string {
	parts := []string{}
	for i, h := range r.how.Headings {
		if h.Column == ColumnTime && i < len(cells) {
			parts = append(parts, strings.TrimSpace(cells[i]))
		}
	}
	return strings.Join(parts, " ")
}

// time reads a moment in the file's own clock, moved by as many hours as somebody said; a zone that changes within a file (a clock that is
// turned in spring) is noted.
func (r *FileReader) time(row int, cell string) (time.Time, bool) {
	forms := timeForms
	if r.Form != "" {
		if at, err := time.Parse(r.Form, cell); err == nil {
			return r.moved(row, cell, at)
		}
	}
	for _, form := range forms {
		at, err := time.Parse(form, cell)
		if err != nil {
			continue
		}
		r.Form = form
		return r.moved(row, cell, at)
	}
	return time.Time{}, false
}

func (r *FileReader) moved(row int, cell string, at time.Time) (time.Time, bool) {
	if strings.Contains(r.Form, "Z07") {
		zone := at.Format("Z07:00")
		if r.Zone != "" && r.Zone != zone {
			r.note(row, ZoneTurned, cell)
		}
		r.Zone = zone
	}
	if at.Year() < 1850 || at.Year() > 2200 {
		return at, false
	}
	return time.Date(at.Year(), at.Month(), at.Day(), at.Hour()+r.how.ShiftH, at.Minute(), 0, 0, time.UTC), true
}

// value reads one cell into its place.
func (r *FileReader) value(row int, h Heading, cell string, out *Reading) {
	if slices.Contains(missingMarks, strings.ToLower(cell)) {
		r.note(row, Missing, string(h.Column)+" "+cell)
		return
	}
	x, err := strconv.ParseFloat(strings.Replace(cell, ",", ".", 1), 64)
	if err != nil || x != x {
		r.note(row, NotANumber, shown(cell))
		return
	}
	x = h.Unit.inOurs(x)
	low, high := -60.0, 60.0
	into := &out.TempC
	switch h.Column {
	case ColumnMin:
		into = &out.MinC
	case ColumnMax:
		into = &out.MaxC
	case ColumnRain:
		into, low, high = &out.RainMM, 0, 1200
	case ColumnSpeed:
		into, low, high = &out.SpeedMS, 0, 90
	case ColumnFrom:
		into, low, high = &out.WindFromDeg, 0, 360
	default:
	}
	if high == 60 {
		if r.Warm++; h.Unit == Celsius && x > 48 && x < 130 {
			r.Hot++
		}
	}
	if x < low || x > high {
		r.note(row, Impossible, string(h.Column)+" "+shown(cell))
		return
	}
	*into = &x
}

// LooksLikeFahrenheit tells whether temperatures that are called Celsius are too hot too often to be.
func (s State) LooksLikeFahrenheit() bool { return s.Warm >= 50 && s.Hot*10 >= s.Warm }
