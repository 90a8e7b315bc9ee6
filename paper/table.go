package paper

import (
	"bytes"
	"encoding/csv"
	"errors"

	"github.com/xuri/excelize/v2"

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

// BookType is the media type of a workbook.
const BookType = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"

// TableBook writes a table as a workbook with one sheet, its headings standing still above. Every cell is text: nothing in it is run.
func TableBook(rows [][]string) (file []byte, err error) {
	book := excelize.NewFile()
	defer func() { err = errors.Join(err, book.Close()) }()
	sheet := book.GetSheetName(0)
	for i, row := range rows {
		cells := make([]any, len(row))
		for n, cell := range row {
			cells[n] = cell
		}
		at, err := excelize.CoordinatesToCellName(1, i+1)
		if err != nil {
			return nil, err
		}
		if err := book.SetSheetRow(sheet, at, &cells); err != nil {
			return nil, err
		}
	}
	bold, err := book.NewStyle(&excelize.Style{Font: &excelize.Font{Bold: true}})
	if err != nil {
		return nil, err
	}
	err = errors.Join(book.SetRowStyle(sheet, 1, 1, bold), book.SetPanes(sheet, &excelize.Panes{Freeze: true, YSplit: 1, TopLeftCell: "A2", ActivePane: "bottomLeft"}))
	if err != nil {
		return nil, err
	}
	out, err := book.WriteToBuffer()
	if err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}
