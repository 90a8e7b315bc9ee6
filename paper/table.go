package paper

import (
	"bytes"
	"encoding/csv"

	"sedum/core/arrival"
)

// TableCSV writes a table as CSV in UTF-8. A cell that a spreadsheet would run as a formula gets an apostrophe
// before it, so that it is only read.
func TableCSV(rows [][]string) ([]byte, error) {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	w.UseCRLF = true
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
