// Package arrival reads a grower's delivery note: a table with one lot a row.
//
// A note comes as people make them: commas or semicolons, decimal points or commas, headings in their own
// words. What a row cannot say clearly is named with the column and the remedy, and the row is given back.
package arrival

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strings"
	"unicode/utf8"
)

// MostRows is how many lots one note may hold.
const MostRows = 20000

// Unreadable says why a file is no note. Code has a sentence in package words.
type Unreadable struct {
	Code  string
	Limit any
}

func (u Unreadable) Error() string { return fmt.Sprintf("arrival: unreadable: %s %v", u.Code, u.Limit) }

// Note is a file as a table: its headings and its rows, cells trimmed.
type Note struct {
	Delimiter rune
	Headings  []string
	Rows      [][]string
	// Lines is the line of the file where each row begins, counted from 1.
	Lines []int
}

// Read takes a file apart. Errors: Unreadable with code zip, encoding, empty, quotes, rows.
func Read(file []byte) (Note, error) {
	switch {
	case bytes.HasPrefix(file, []byte("PK\x03\x04")):
		return Note{}, Unreadable{"zip", nil}
	case bytes.HasPrefix(file, []byte{0xFF, 0xFE}), bytes.HasPrefix(file, []byte{0xFE, 0xFF}):
		return Note{}, Unreadable{"encoding", "UTF-16"}
	}
	file = bytes.TrimPrefix(file, []byte("\xEF\xBB\xBF"))
	if !utf8.Valid(file) || bytes.IndexByte(file, 0) >= 0 {
		return Note{}, Unreadable{"encoding", badLine(file)}
	}
	n := Note{Delimiter: delimiter(file)}
	reader := csv.NewReader(bytes.NewReader(file))
	reader.Comma, reader.FieldsPerRecord = n.Delimiter, -1
	for {
		record, err := reader.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		var broken *csv.ParseError
		if errors.As(err, &broken) {
			return Note{}, Unreadable{"quotes", broken.StartLine}
		}
		if err != nil {
			return Note{}, err
		}
		blank := true
		for i := range record {
			record[i] = strings.TrimSpace(record[i])
			blank = blank && record[i] == ""
		}
		if blank {
			continue
		}
		if n.Headings == nil {
			n.Headings = record
			continue
		}
		line, _ := reader.FieldPos(0)
		n.Rows, n.Lines = append(n.Rows, record), append(n.Lines, line)
		if len(n.Rows) > MostRows {
			return Note{}, Unreadable{"rows", MostRows}
		}
	}
	if len(n.Rows) == 0 {
		return Note{}, Unreadable{"empty", nil}
	}
	return n, nil
}

// badLine is the line in which the first byte stands that is no UTF-8.
func badLine(file []byte) int {
	line := 1
	for len(file) > 0 {
		r, size := utf8.DecodeRune(file)
		if (r == utf8.RuneError && size == 1) || r == 0 {
			return line
		}
		if r == '\n' {
			line++
		}
		file = file[size:]
	}
	return line
}

// delimiter is the sign that stands oftenest in the first line.
func delimiter(file []byte) rune {
	first, _, _ := bytes.Cut(file, []byte("\n"))
	best, most := ',', -1
	for _, sign := range []rune{',', ';', '\t'} {
		if n := strings.Count(string(first), string(sign)); n > most {
			best, most = sign, n
		}
	}
	return best
}
