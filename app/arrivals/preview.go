package arrivals

import (
	"time"
	"unicode/utf8"

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
	// Name is what its kind is called, without a cultivar in marks behind it.
	Name string `json:"name"`
	// Suggested is the kind that a name which is in no catalogue is most like, "" when it is like none.
	Suggested string `json:"suggested"`
}

// Preview is a note before it is read in.
type Preview struct {
	ID       string `json:"id"`
	FileName string `json:"file_name"`
	// Chosen is what somebody chose; As how the note is read by that and by what was found out.
	Chosen    arrival.How        `json:"chosen"`
	As        arrival.How        `json:"as"`
	Workbook  bool               `json:"workbook"`
	Sheets    []string           `json:"sheets"`
	Top       []arrival.Line     `json:"top" doc:"the first lines as they stand, to choose the headings from"`
	Headings  []string           `json:"headings"`
	Known     []KnownColumn      `json:"known" doc:"every column that a note may have"`
	Missing   []arrival.Column   `json:"missing"`
	Unread    []string           `json:"unread" doc:"headings of the columns that tell nothing here"`
	Left      []arrival.LeftOut  `json:"left" doc:"the first rows that are no lots"`
	LeftRows  int                `json:"left_rows"`
	Questions []arrival.Question `json:"questions" doc:"columns of which somebody must say the unit"`
	Rows      []PreviewRow       `json:"rows" doc:"the first rows"`
	Faulty    []PreviewRow       `json:"faulty" doc:"the first faulty rows"`
	Total     int                `json:"total"`
	Sound     int                `json:"sound"`
	Faults    int                `json:"faults"`
	Trees     int                `json:"trees"`
	Before    *ReadBefore        `json:"before" doc:"when the same file was read in before"`
	Done      int                `json:"done"`
	Delivery  int                `json:"delivery"`
}

// KnownColumn is a column that a note may have, and the units that it may be written in.
type KnownColumn struct {
	Column arrival.Column `json:"column"`
	Units  []arrival.Unit `json:"units"`
}

func knownColumns() []KnownColumn {
	out := []KnownColumn{}
	for _, c := range set.All[arrival.Column]() {
		out = append(out, KnownColumn{c, arrival.UnitsOf(c)})
	}
	return out
}

// ReadBefore is an earlier reading of the same file.
type ReadBefore struct {
	FileName string    `json:"file_name"`
	At       time.Time `json:"at"`
}

const (
	previewRows = 12
	faultyShown = 60
	leftShown   = 40
	// cellShown is how many letters of a cell the preview shows.
	cellShown = 120
)

func showNote(tx *kernel.Tx, _ noteFile, id string) (Preview, error) {
	return seeNote(tx, kernel.ByID{ID: id})
}

// seeNote shows a note as it would be read in now.
func seeNote(tx *kernel.Tx, p kernel.ByID) (Preview, error) {
	n, err := kernel.One[Note](tx, "id = ?", p.ID)
	if err != nil {
		return Preview{}, err
	}
	r, err := readingOf(tx, n)
	if err != nil {
		return Preview{}, err
	}
	out := Preview{ID: n.ID, FileName: n.FileName, Chosen: n.How, As: r.table.As, Workbook: r.table.Workbook, Sheets: append([]string{}, r.table.Sheets...), Top: []arrival.Line{},
		Headings: short(r.table.Headings), Known: knownColumns(), Missing: r.table.Missing(), Unread: short(r.table.Unread()), Left: []arrival.LeftOut{},
		LeftRows: len(r.table.Left), Questions: r.table.Questions(n.How.Units), Total: len(r.table.Rows), Rows: []PreviewRow{}, Faulty: []PreviewRow{}, Done: n.RowsDone}
	for _, l := range r.table.Top {
		out.Top = append(out.Top, arrival.Line{Line: l.Line, Cells: short(l.Cells)})
	}
	for _, l := range r.table.Left[:min(len(r.table.Left), leftShown)] {
		l.Text = cut(l.Text)
		out.Left = append(out.Left, l)
	}
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
	name, _ := arrival.SplitCultivar(r.lot.Kind)
	return PreviewRow{r.line, short(r.cells), kernel.FieldErrors(tx.Say, r.faults), cut(name), r.suggested}
}

func short(cells []string) []string {
	out := make([]string, len(cells))
	for i, cell := range cells {
		out[i] = cut(cell)
	}
	return out
}

func cut(text string) string {
	if utf8.RuneCountInString(text) <= cellShown {
		return text
	}
	return string([]rune(text)[:cellShown]) + "…"
}

type faultyFile struct {
	kernel.ByID
	paper.Separated
}

// faultyRows gives the rows back that were not read in, with why.
func faultyRows(tx *kernel.Tx, p faultyFile) (kernel.File, error) {
	n, err := kernel.One[Note](tx, "id = ?", p.ID)
	if err != nil {
		return kernel.File{}, err
	}
	r, err := readingOf(tx, n)
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
		line := make([]string, max(wide, len(each.cells))+1)
		copy(line, each.cells)
		why := &line[len(line)-1]
		for i, f := range each.faults {
			if i > 0 {
				*why += "; "
			}
			*why += f.Field + ": " + tx.Say.Fault(f)
		}
		table = append(table, line)
	}
	file, err := paper.TableCSV(table, p.Separator)
	return kernel.CSV(file, "faulty-rows.csv"), err
}
