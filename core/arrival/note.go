// Package arrival reads a grower's delivery note: a table with one lot a row.
//
// A note comes as people make them: a workbook or text, in the letters of their program, commas or semicolons, a title over the
// headings, decimal points or commas, units of their own, a row of totals. What was found out is told and can be chosen otherwise; what
// a row cannot say clearly is named with the column and the remedy, and the row is given back.
package arrival

import "fmt"

// Unreadable says why a file is no note. Code has a sentence in package words.
type Unreadable struct {
	Code  string
	Limit any
}

func (u Unreadable) Error() string { return fmt.Sprintf("arrival: unreadable: %s %v", u.Code, u.Limit) }

// Note is a file as a table: its headings and its rows, cells without stray spaces.
type Note struct {
	// As is how it was read: what a person chose, and what was found out.
	As How
	// Workbook tells that it is one; Sheets are its sheets.
	Workbook bool
	Sheets   []string
	// Top is its first lines as they stand, among them the headings.
	Top      []Line
	Headings []string
	Rows     [][]string
	// Lines is the line of the file where each row begins, from 1.
	Lines []int
	// Left are the rows that are no lots.
	Left []LeftOut
}

const topLines = 15

// Read finds headings and lots in the table of a file. Errors: Unreadable with code empty, rows or headings.
func Read(t Table, how How) (Note, error) {
	n := Note{As: how}
	if len(t.Lines) == 0 {
		return Note{}, Unreadable{"empty", nil}
	}
	n.Top = t.Lines[:min(len(t.Lines), topLines)]
	at, err := headingsAt(t, how.HeadingLine)
	if err != nil {
		return Note{}, err
	}
	n.As.HeadingLine, n.Headings = t.Lines[at].Line, t.Lines[at].Cells
	columns, units := Guess(n.Headings)
	if how.Columns == nil {
		n.As.Columns = columns
	}
	n.As.Units = n.unitsBy(units, how.Units)
	mended := how.mendedAt()
	for _, line := range t.Lines[at+1:] {
		n.Rows, n.Lines = append(n.Rows, mended.over(line, len(n.Headings))), append(n.Lines, line.Line)
	}
	n.As.Decimals = n.decimals(how.Decimals)
	n.leaveOut()
	switch {
	case len(n.Rows) == 0:
		return Note{}, Unreadable{"empty", nil}
	case len(n.Rows) > MostRows:
		return Note{}, Unreadable{"rows", MostRows}
	}
	return n, nil
}

// unitsBy is the unit of every column of sizes: as chosen, as the heading says, as it is usually written.
func (n Note) unitsBy(heading map[int]Unit, chosen map[Column]Unit) map[Column]Unit {
	out := map[Column]Unit{}
	for c, place := range n.As.Columns {
		if c.stored() == "" {
			continue
		}
		out[c] = c.stored()
		if u, says := heading[place]; says && u.fits(c) {
			out[c] = u
		}
	}
	for c, u := range chosen {
		if _, there := out[c]; there {
			out[c] = u
		}
	}
	return out
}

type mends map[int][]Mend

func (h How) mendedAt() mends {
	out := mends{}
	for _, m := range h.Mended {
		out[m.Line] = append(out[m.Line], m)
	}
	return out
}

// over is a row with the cells that were written anew.
func (m mends) over(l Line, wide int) []string {
	if len(m[l.Line]) == 0 {
		return l.Cells
	}
	cells := append([]string{}, l.Cells...)
	for _, each := range m[l.Line] {
		for len(cells) <= each.Place && len(cells) < wide {
			cells = append(cells, "")
		}
		if each.Place < len(cells) {
			cells[each.Place] = tidy(each.Text)
		}
	}
	return cells
}
