package paper

import (
	"bytes"
	"encoding/csv"

	"sedum/core/arrival"
)

// Separated is what a table as CSV may be asked for with.
type Separated struct {
	Separator arrival.Delimiter `query:"separator" enum:"comma,semicolon,tab,pipe" default:"comma" doc:"what stands between two cells"`
}

// TableCSV writes a table as CSV in UTF-8, with the mark by which a spreadsheet knows its letters. A cell that a spreadsheet would run as
// a formula gets an apostrophe before it, so that it is only read.
func TableCSV(rows [][]string, separator arrival.Delimiter) ([]byte, error) {
	out := bytes.NewBufferString("\uFEFF")
	w := csv.NewWriter(out)
	w.Comma, w.UseCRLF = separator.Sign(), true
	for _, row := range rows {
		safe := make([]string, len(row))
		for i, cell := range row {
			safe[i] = cell
			if arrival.Formula(cell) {
				safe[i] = "'" + cell
			}
		}
		if err := w.Write(safe); err != nil {
			return nil, err
		}
	}
	w.Flush()
	return out.Bytes(), w.Error()
}
