package arrivals

import (
	"time"

	"sedum/app/yard"
	"sedum/core/arrival"
	"sedum/core/set"
	"sedum/kernel"
	"sedum/paper"
)

// PreviewRow is one row of a note in the preview.
type PreviewRow struct {
	Line   int                 `json:"line"`
	Cells  []string            `json:"cells"`
	Faults []kernel.FieldError `json:"faults"`
}

// Preview is a note before it is read in.
type Preview struct {
	ID       string                 `json:"id"`
	FileName string                 `json:"file_name"`
	Headings []string               `json:"headings"`
	Columns  map[arrival.Column]int `json:"columns" doc:"what each column tells, by its place in the table"`
	Known    []arrival.Column       `json:"known" doc:"every column that a note may have"`
	Missing  []arrival.Column       `json:"missing"`
	Rows     []PreviewRow           `json:"rows" doc:"the first rows"`
	Faulty   []PreviewRow           `json:"faulty" doc:"the first faulty rows"`
	Total    int                    `json:"total"`
	Sound    int                    `json:"sound"`
	Faults   int                    `json:"faults"`
	Trees    int                    `json:"trees"`
	Before   *ReadBefore            `json:"before" doc:"when the same file was read in before"`
	Done     int                    `json:"done"`
	Delivery int                    `json:"delivery"`
}

// ReadBefore is an earlier reading of the same file.
type ReadBefore struct {
	FileName string    `json:"file_name"`
	At       time.Time `json:"at"`
}

const (
	previewRows = 12
	faultyShown = 60
)

// Columns says what each column of a note tells.
type Columns struct {
	Columns map[arrival.Column]int `json:"columns"`
}

func showNote(tx *kernel.Tx, _ noteFile, id string) (Preview, error) {
	return previewNote(tx, kernel.ByID{ID: id}, Columns{})
}

// previewNote shows a note as some columns would read it.
func previewNote(tx *kernel.Tx, p kernel.ByID, c Columns) (Preview, error) {
	n, err := kernel.One[Note](tx, "id = ?", p.ID)
	if err != nil {
		return Preview{}, err
	}
	r, err := readingOf(tx, n, c.Columns)
	if err != nil {
		return Preview{}, err
	}
	out := Preview{ID: n.ID, FileName: n.FileName, Headings: r.table.Headings, Columns: r.columns, Known: set.All[arrival.Column](), Total: len(r.table.Rows),
		Missing: r.missing(), Rows: []PreviewRow{}, Faulty: []PreviewRow{}, Done: n.RowsDone}
	for i := range r.table.Rows {
		each := r.row(i)
		if i < previewRows {
			out.Rows = append(out.Rows, each.view(tx))
		}
		switch {
		case len(each.faults) == 0:
			out.Sound, out.Trees = out.Sound+1, out.Trees+each.lot.Count
		case out.Faults < faultyShown:
			out.Faulty = append(out.Faulty, each.view(tx))
			out.Faults++
		default:
			out.Faults++
		}
	}
	earlier, err := kernel.Rows[Note](tx, "SELECT file_name, at FROM delivery_notes WHERE digest = ? AND reading IS NOT NULL AND id <> ? ORDER BY at DESC LIMIT 1", n.Digest, n.ID)
	if err != nil {
		return out, err
	}
	if len(earlier) > 0 {
		out.Before = &ReadBefore{earlier[0].FileName, earlier[0].At}
	}
	if n.DeliveryID != nil {
		d, err := kernel.One[yard.Delivery](tx, "id = ?", *n.DeliveryID)
		if err != nil {
			return out, err
		}
		out.Delivery = d.Number
	}
	return out, nil
}

func (r row) view(tx *kernel.Tx) PreviewRow {
	return PreviewRow{r.line, r.cells, kernel.FieldErrors(tx.Say, r.faults)}
}

// faultyRows gives the rows back that were not read in, with why.
func faultyRows(tx *kernel.Tx, p kernel.ByID) (kernel.File, error) {
	n, err := kernel.One[Note](tx, "id = ?", p.ID)
	if err != nil {
		return kernel.File{}, err
	}
	r, err := readingOf(tx, n, nil)
	if err != nil {
		return kernel.File{}, err
	}
	wide := len(r.table.Headings)
	table := [][]string{append(append([]string{}, r.table.Headings...), tx.Say.Say("note.csv.why", nil))}
	for i := range r.table.Rows {
		each := r.row(i)
		if len(each.faults) == 0 {
			continue
		}
		line := make([]string, wide+1)
		copy(line, each.cells)
		for i, f := range each.faults {
			if i > 0 {
				line[wide] += "; "
			}
			line[wide] += f.Field + ": " + tx.Say.Fault(f)
		}
		table = append(table, line)
	}
	file, err := paper.TableCSV(table)
	return kernel.CSV(file, "faulty-rows.csv"), err
}
