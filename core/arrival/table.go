package arrival

import (
	"slices"
	"strings"
	"unicode/utf8"
)

// What one note may hold; more is refused before it is held in memory twice.
const (
	// MostRows is how many lots one note may hold.
	MostRows = 20000
	// MostColumns is how many cells a row may have.
	MostColumns = 200
	// MostCells is how many filled cells a note may have.
	MostCells = 500_000
	// LongestCell is how many letters one cell may have.
	LongestCell = 1000
)

// Line is a row of a file as it stands, with the line where it begins, from 1.
type Line struct {
	Line  int      `json:"line"`
	Cells []string `json:"cells"`
}

// Table is the rows of a file that hold anything.
type Table struct {
	Lines []Line
	cells int
}

// Add puts the row that begins in a line of the file in, its cells tidied. Errors: Unreadable with code cell, columns, cells or rows.
func (t *Table) Add(line int, cells []string) error {
	last := -1
	for i, cell := range cells {
		if cells[i] = tidy(cell); cells[i] != "" {
			last = i
			t.cells++
		}
		if utf8.RuneCountInString(cells[i]) > LongestCell {
			return Unreadable{"cell", line}
		}
	}
	switch {
	case last < 0:
		return nil
	case last >= MostColumns:
		return Unreadable{"columns", MostColumns}
	case t.cells > MostCells:
		return Unreadable{"cells", MostCells}
	}
	// Cut to what is filled, and copied: a workbook's row may hold thousands of cells with nothing but a colour.
	t.Lines = append(t.Lines, Line{line, slices.Clone(cells[:last+1])})
	if len(t.Lines) > MostRows+100 {
		return Unreadable{"rows", MostRows}
	}
	return nil
}

// tidy is a cell without doubled spaces, and without signs that nobody sees.
func tidy(cell string) string {
	cell = strings.Map(func(r rune) rune {
		switch r {
		case 0x200B, 0x200C, 0x200D, 0x2060, 0xFEFF, 0x00AD:
			return -1
		}
		return r
	}, cell)
	return strings.Join(strings.Fields(cell), " ")
}
