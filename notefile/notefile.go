// Package notefile opens the file of a grower's note: a workbook, or text in any letters and with any sign between its cells. What it
// cannot know it finds out, and says; package arrival then reads the lots.
package notefile

import (
	"bytes"

	"sedum/core/arrival"
)

// Read opens a file and reads the note in it. Errors: arrival.Unreadable with code zip, sheet, sheets, encoding, quotes, columns, cells,
// cell, or as arrival.Read.
func Read(file []byte, how arrival.How) (n arrival.Note, err error) {
	var t arrival.Table
	var sheets []string
	book := bytes.HasPrefix(file, []byte("PK\x03\x04"))
	if book {
		t, how.Sheet, sheets, err = workbook(file, how.Sheet)
	} else {
		t, err = lines(file, &how)
	}
	if err != nil {
		return arrival.Note{}, err
	}
	n, err = arrival.Read(t, how)
	n.Workbook, n.Sheets = book, sheets
	return n, err
}

// Lines is a file of text in UTF-8, every line ended alike, and the sign between its cells. Errors: arrival.Unreadable with code encoding.
func Lines(file []byte) (string, arrival.Delimiter, error) {
	text, err := text(file, encodingOf(file))
	if err != nil {
		return "", "", err
	}
	if said, rest := told(text); said != "" {
		return rest, said, nil
	}
	return text, delimiterOf(text), nil
}

// lines opens a file of text, and says in how in what letters and signs.
func lines(file []byte, how *arrival.How) (arrival.Table, error) {
	if how.Encoding == "" {
		how.Encoding = encodingOf(file)
	}
	text, err := text(file, how.Encoding)
	if err != nil {
		return arrival.Table{}, err
	}
	said, text := told(text)
	switch {
	case how.Delimiter != "":
	case said != "":
		how.Delimiter = said
	default:
		how.Delimiter = delimiterOf(text)
	}
	return cellsOf(text, how.Delimiter)
}

// Rows are the rows of a table with all their cells as they stand, empty rows left out: of text, or of the first sheet of a workbook that
// holds anything. Errors: arrival.Unreadable as Read.
func Rows(file []byte) ([][]string, error) {
	var t arrival.Table
	var err error
	if bytes.HasPrefix(file, []byte("PK\x03\x04")) {
		t, _, _, err = workbook(file, "")
	} else {
		t, err = lines(file, &arrival.How{})
	}
	if err != nil {
		return nil, err
	}
	out := [][]string{}
	for _, l := range t.Lines {
		out = append(out, l.Cells)
	}
	return out, nil
}
