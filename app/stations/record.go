package stations

import (
	"bytes"
	"encoding/csv"
	"errors"
	"io"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/core/station"
	"sedum/kernel"
	"sedum/notefile"
)

const (
	// FileLimit is how many bytes a station's file may have: thirty years by hours.
	FileLimit = 32 << 20
	// partBytes is how much of a file is read in with one request, so that a long one shows its progress.
	partBytes = 256 << 10
	topLines  = 8
	// headingsWithin is how far down the headings of a file are looked for.
	headingsWithin = 60
	// cellShown is how many letters of a cell the page shows.
	cellShown   = 60
	mostColumns = 60
)

// Scan is what reading a file through found.
type Scan struct {
	Rows  int    `json:"rows"`
	Taken int    `json:"taken"`
	From  string `json:"from"`
	To    string `json:"to"`
	station.State
}

// Record is one file of a station, and how far it was read in.
type Record struct {
	ID          string
	StationID   string
	FileName    string
	Delimiter   arrival.Delimiter
	Top         [][]string `gorm:"serializer:json"`
	HeadingLine int
	How         station.How `gorm:"serializer:json"`
	Scan        Scan        `gorm:"serializer:json"`
	Parts       int
	PartsDone   int
	RowsKept    int
	RowsThere   int
	PersonID    string
	At          time.Time
}

// TableName says whose records they are.
func (Record) TableName() string { return "station_records" }

// RecordPart is some lines of a file as they stand.
type RecordPart struct {
	RecordID  string
	Place     int
	FirstLine int
	Body      []byte
}

// TableName says of what they are a part.
func (RecordPart) TableName() string { return "station_record_parts" }

// RecordFile is a file that is brought for a station.
type RecordFile struct {
	kernel.ByID
	Name string `query:"name" maxLength:"200" doc:"of the file"`
}

// openRecord keeps a station's file as it came, and says what its columns seem to be.
func openRecord(tx *kernel.Tx, p RecordFile, content []byte) (id string, err error) {
	if len(content) > FileLimit {
		return "", unreadable("too-large", nil)
	}
	if _, err := kernel.One[Station](tx, "id = ? AND taken_back_at IS NULL", p.ID); err != nil {
		return "", err
	}
	text, delimiter, err := notefile.Lines(content)
	if u, ok := errors.AsType[arrival.Unreadable](err); ok {
		return "", unreadable(u.Code, u.Limit)
	}
	if err != nil {
		return "", err
	}
	name := strings.ToValidUTF8(p.Name[:min(len(p.Name), 200)], "")
	r := Record{ID: kernel.NewID(), StationID: p.ID, FileName: name, Delimiter: delimiter, PersonID: tx.Who.ID, At: tx.Now}
	parts := r.cut(text)
	if len(parts) == 0 {
		return "", unreadable("empty", nil)
	}
	r.Parts = len(parts)
	if len(r.How.Check()) == 0 {
		r.scan(parts)
	}
	if err := kernel.Add(tx, &r); err != nil {
		return "", err
	}
	for i := range parts { // each by itself: a server takes only so much at once
		if err := kernel.Add(tx, &parts[i]); err != nil {
			return "", err
		}
	}
	return r.ID, nil
}

func unreadable(code string, limit any) error {
	return kernel.Said{Status: http.StatusUnprocessableEntity, Code: "record-" + code, Field: "file", Values: map[string]any{"limit": limit}}
}

// cut takes a text apart at the ends of lines, and finds its headings.
func (r *Record) cut(text string) []RecordPart {
	lines := strings.SplitN(text, "\n", headingsWithin+1)
	for i, line := range lines[:min(len(lines), headingsWithin)] {
		cells := r.cells(line)
		how := station.Guess(cells)
		read := 0
		for _, h := range how.Headings {
			if h.Column != "" {
				read++
			}
		}
		if slices.ContainsFunc(how.Headings, func(h station.Heading) bool { return h.Column == station.ColumnTime }) && read > 1 && len(cells) <= mostColumns {
			r.HeadingLine, r.How = i+1, how
			break
		}
	}
	if r.HeadingLine == 0 { // nobody named its columns
		widest := 0
		for _, line := range lines[:min(len(lines), headingsWithin)] {
			widest = max(widest, min(len(r.cells(line)), mostColumns))
		}
		r.How = station.How{Headings: make([]station.Heading, widest)}
	}
	r.Top = [][]string{}
	for _, line := range lines[max(0, r.HeadingLine-1):min(len(lines), max(0, r.HeadingLine-1)+topLines)] {
		if cells := r.cells(line); len(cells) > 0 && len(line) < 20*cellShown*mostColumns {
			for i, c := range cells {
				if letters := []rune(c); len(letters) > cellShown {
					cells[i] = string(letters[:cellShown]) + "…"
				}
			}
			r.Top = append(r.Top, cells[:min(len(cells), mostColumns)])
		}
	}
	rest, line := text, 1
	for range r.HeadingLine {
		_, rest, _ = strings.Cut(rest, "\n")
		line++
	}
	parts := []RecordPart{}
	for strings.TrimSpace(rest) != "" {
		end := len(rest)
		if len(rest) > partBytes {
			end = partBytes
			if at := strings.LastIndexByte(rest[:partBytes], '\n'); at >= 0 {
				end = at + 1
			}
		}
		parts = append(parts, RecordPart{RecordID: r.ID, Place: len(parts), FirstLine: line, Body: []byte(rest[:end])})
		line += strings.Count(rest[:end], "\n")
		rest = rest[end:]
	}
	return parts
}

// cells takes one line apart.
func (r *Record) cells(line string) []string {
	reader := r.reader([]byte(line))
	cells, err := reader.Read()
	if err != nil {
		return nil
	}
	return cells
}

func (r *Record) reader(body []byte) *csv.Reader {
	reader := csv.NewReader(bytes.NewReader(body))
	reader.Comma, reader.FieldsPerRecord, reader.LazyQuotes, reader.ReuseRecord = r.Delimiter.Sign(), -1, true, true
	return reader
}

// rows gives each row of a part with its line in the file.
func (r *Record) rows(p RecordPart, each func(line int, cells []string)) {
	reader := r.reader(p.Body)
	for {
		cells, err := reader.Read()
		if errors.Is(err, io.EOF) {
			return
		}
		if err != nil {
			each(p.FirstLine, nil)
			return
		}
		line, _ := reader.FieldPos(0)
		each(p.FirstLine+line-1, cells)
	}
}

// scan reads a file through and notes what is odd in it; nothing of it is kept.
func (r *Record) scan(parts []RecordPart) {
	reader := station.NewFileReader(r.How)
	out := Scan{}
	var from, to time.Time
	for _, p := range parts {
		r.rows(p, func(line int, cells []string) {
			out.Rows++
			got, ok := reader.Row(line, cells)
			if !ok {
				return
			}
			if out.Taken++; out.Taken == 1 || got.At.Before(from) {
				from = got.At
			}
			if got.At.After(to) {
				to = got.At
			}
		})
	}
	if out.Taken > 0 {
		out.From, out.To = from.Format(time.DateOnly), to.Format(time.DateOnly)
	}
	out.State = reader.State
	r.Scan = out
}

// Chosen is how somebody says that a file is to be read.
type Chosen struct {
	station.How
}

// readSo keeps how a file is to be read, and reads it through, as long as none of it was taken in.
func readSo(tx *kernel.Tx, p kernel.ByID, c Chosen) (id string, err error) {
	r, err := kernel.Held[Record](tx, "SELECT * FROM station_records WHERE id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if r.PartsDone > 0 {
		return "", kernel.Refused{Code: "record-begun", Field: "headings"}
	}
	if len(c.Headings) != len(r.How.Headings) {
		return "", fault.List{{Field: "headings", Code: fault.NotThere, Limit: strconv.Itoa(len(r.How.Headings))}}
	}
	r.How, r.Scan = c.How, Scan{}
	if len(c.Check()) == 0 {
		parts, err := kernel.Many[RecordPart](tx, "place", "record_id = ?", r.ID)
		if err != nil {
			return "", err
		}
		r.scan(parts)
	}
	return r.ID, kernel.Ours(tx.DB().Select("how", "scan").Updates(&r).Error)
}

// discard forgets a file of which nothing is taken in. Refused: record-begun.
func discard(tx *kernel.Tx, p kernel.ByID) error {
	r, err := kernel.Held[Record](tx, "SELECT * FROM station_records WHERE id = ?", p.ID)
	if errors.Is(err, kernel.ErrMissing) {
		return nil
	}
	if err != nil {
		return err
	}
	if r.PartsDone > 0 {
		return kernel.Refused{Code: "record-begun", Field: "file"}
	}
	if _, err := kernel.Exec(tx, "DELETE FROM station_record_parts WHERE record_id = ?", r.ID); err != nil {
		return err
	}
	_, err = kernel.Exec(tx, "DELETE FROM station_records WHERE id = ?", r.ID)
	return err
}
