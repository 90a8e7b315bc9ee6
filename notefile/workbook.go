package notefile

import (
	"bytes"

	"github.com/xuri/excelize/v2"

	"sedum/core/arrival"
)

const (
	// mostUnpacked and mostSheet bound what a workbook may become when it is unpacked (bytes): a small file may hold very much of nothing.
	mostUnpacked = 256 << 20
	mostSheet    = 64 << 20
	mostSheets   = 40
	// mostLines is how far down a sheet is read: one cell far below makes a million empty rows.
	mostLines = 100_000
)

// workbook reads one sheet, and names them all: the one that is asked for, else the first in which headings are known, else the first
// that holds anything. Errors: Unreadable with code zip, sheet, empty or what a table is refused for.
func workbook(file []byte, asked string) (arrival.Table, string, []string, error) {
	book, err := excelize.OpenReader(bytes.NewReader(file), excelize.Options{RawCellValue: true, UnzipSizeLimit: mostUnpacked, UnzipXMLSizeLimit: mostSheet})
	if err != nil {
		return arrival.Table{}, "", nil, arrival.Unreadable{Code: "zip"}
	}
	defer func() { _ = book.Close() }()
	names := book.GetSheetList()
	if len(names) > mostSheets {
		return arrival.Table{}, "", nil, arrival.Unreadable{Code: "sheets", Limit: mostSheets}
	}
	var first *arrival.Table
	var firstName string
	for _, name := range names {
		if asked != "" && name != asked {
			continue
		}
		t, err := sheet(book, name)
		if err != nil {
			return arrival.Table{}, "", names, err
		}
		if asked != "" || t.Known() >= 2 {
			return t, name, names, nil
		}
		if first == nil && len(t.Lines) > 0 {
			first, firstName = &t, name
		}
	}
	switch {
	case asked != "":
		return arrival.Table{}, "", names, arrival.Unreadable{Code: "sheet"}
	case first == nil:
		return arrival.Table{}, "", names, arrival.Unreadable{Code: "empty"}
	}
	return *first, firstName, names, nil
}

func sheet(book *excelize.File, name string) (arrival.Table, error) {
	var out arrival.Table
	rows, err := book.Rows(name)
	if err != nil {
		return out, arrival.Unreadable{Code: "zip"}
	}
	defer func() { _ = rows.Close() }()
	for line := 1; rows.Next(); line++ {
		if line > mostLines {
			return out, arrival.Unreadable{Code: "rows", Limit: arrival.MostRows}
		}
		cells, err := rows.Columns()
		if err != nil {
			return out, arrival.Unreadable{Code: "zip"}
		}
		if err := out.Add(line, cells); err != nil {
			return out, err
		}
	}
	if rows.Error() != nil {
		return out, arrival.Unreadable{Code: "zip"}
	}
	return out, nil
}
