package arrivals

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"net/http"
	"strings"
	"time"

	"sedum/app/catalogue"
	"sedum/app/yard"
	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/kernel"
)

// NoteLimit is how many bytes a delivery note may have.
const NoteLimit = 8 << 20

// rowsAtOnce is how many rows are read in with one request, so that a long note shows its progress and a
// broken one goes on where it stopped.
const rowsAtOnce = 250

// Note is a grower's list as a file, and how far it was read in.
type Note struct {
	ID          string
	Digest      string
	FileName    string
	Content     []byte
	ColumnsUsed map[arrival.Column]int `gorm:"serializer:json"`
	DeliveryID  *string
	// Reading is which reading of the same file this is, nil before it has begun.
	Reading   *int
	RowsTotal int
	RowsDone  int
	TreesMade int
	PersonID  string
	At        time.Time
}

// TableName says what it is a note of.
func (Note) TableName() string { return "delivery_notes" }

// unreadable answers a file that is no note.
func unreadable(err error) error {
	u, ok := errors.AsType[arrival.Unreadable](err)
	if !ok {
		return err
	}
	return kernel.Said{Status: http.StatusUnprocessableEntity, Code: "note-" + u.Code, Field: "file", Values: map[string]any{"limit": u.Limit}}
}

type noteFile struct {
	Name string `query:"name" maxLength:"200" doc:"of the file"`
}

// openNote keeps a note as it came.
func openNote(tx *kernel.Tx, p noteFile, content []byte) (id string, err error) {
	if len(content) > NoteLimit {
		return "", unreadable(arrival.Unreadable{Code: "too-large"})
	}
	table, err := arrival.Read(content)
	if err != nil {
		return "", unreadable(err)
	}
	sum := sha256.Sum256(content)
	name := strings.ToValidUTF8(p.Name[:min(len(p.Name), 200)], "")
	n := Note{ID: kernel.NewID(), Digest: hex.EncodeToString(sum[:]), FileName: name, Content: content,
		ColumnsUsed: arrival.Guess(table.Headings), RowsTotal: len(table.Rows), PersonID: tx.Who.ID, At: tx.Now}
	return n.ID, kernel.Add(tx, &n)
}

// reading is a note as some columns read it.
type reading struct {
	note    Note
	table   arrival.Note
	columns map[arrival.Column]int
	kinds   catalogue.Names
}

func readingOf(tx *kernel.Tx, n Note, columns map[arrival.Column]int) (reading, error) {
	table, err := arrival.Read(n.Content)
	if err != nil {
		return reading{}, unreadable(err)
	}
	if columns == nil {
		columns = n.ColumnsUsed
	}
	kinds, err := catalogue.ByName(tx)
	return reading{n, table, columns, kinds}, err
}

// row is one row of a note, and what is wrong with it.
type row struct {
	line   int
	cells  []string
	lot    arrival.LotRow
	faults fault.List
}

func (r reading) row(i int) row {
	lot, faults := r.table.ReadRow(i, r.columns)
	if lot.Kind != "" {
		if _, ok := r.kinds.Find(lot.Kind); !ok {
			faults.Add(string(arrival.ColumnKind), fault.UnknownKind, r.kinds.Nearest(lot.Kind))
		}
	}
	return row{line: r.table.Lines[i], cells: r.table.Rows[i], lot: lot, faults: faults}
}

func (r reading) missing() []arrival.Column {
	out := []arrival.Column{}
	for _, c := range arrival.Needed() {
		if _, ok := r.columns[c]; !ok {
			out = append(out, c)
		}
	}
	return out
}

// ReadIn is the delivery that a note is read into, and from where.
type ReadIn struct {
	Came
	Columns map[arrival.Column]int `json:"columns"`
	// From is how many rows are done already; the next are read in.
	From int `json:"from" minimum:"0"`
	// Again reads in a note that was read in before.
	Again bool `json:"again"`
}

// Progress is how far a note has been read in.
type Progress struct {
	Done     int `json:"done"`
	Total    int `json:"total"`
	Trees    int `json:"trees"`
	Delivery int `json:"delivery"`
}

// readInNote reads the next sound rows of a note into its delivery. The page asks until all are done; a
// request that comes twice for the same rows changes nothing.
func readInNote(tx *kernel.Tx, p kernel.ByID, ask ReadIn) (Progress, error) {
	var l fault.List
	d := ask.read(tx, &l)
	for _, c := range (reading{columns: ask.Columns}).missing() {
		l.Add("columns."+string(c), fault.Required, nil)
	}
	if err := l.Err(); err != nil {
		return Progress{}, err
	}
	n, err := kernel.Held[Note](tx, "SELECT * FROM delivery_notes WHERE id = ?", p.ID)
	if err != nil {
		return Progress{}, err
	}
	if n.DeliveryID == nil {
		err = begin(tx, &n, ask, &d)
	} else {
		d, err = kernel.One[yard.Delivery](tx, "id = ?", *n.DeliveryID)
	}
	if err != nil {
		return Progress{}, err
	}
	if n.RowsDone == ask.From {
		if err := readRows(tx, d, ask.Columns, &n); err != nil {
			return Progress{}, err
		}
		if err := kernel.ChangeOne[Note](tx, map[string]any{"rows_done": n.RowsDone, "trees_made": n.TreesMade}, "id = ?", n.ID); err != nil {
			return Progress{}, err
		}
	}
	return Progress{Done: n.RowsDone, Total: n.RowsTotal, Trees: n.TreesMade, Delivery: d.Number}, nil
}

// begin gives a note its delivery. The reading is claimed by its number: of several who begin the same file at once one goes on.
func begin(tx *kernel.Tx, n *Note, ask ReadIn, d *yard.Delivery) error {
	before, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM delivery_notes WHERE digest = ? AND reading IS NOT NULL", n.Digest)
	if err != nil {
		return err
	}
	if before > 0 && !ask.Again {
		return kernel.Refused{Code: "same-note", Field: "again"}
	}
	err = kernel.ChangeOne[Note](tx, map[string]any{"reading": before}, "id = ?", n.ID)
	if errors.Is(err, kernel.ErrTwice) {
		return kernel.Refused{Code: "same-note", Field: "again"}
	}
	if err != nil {
		return err
	}
	if err := yard.BeginDelivery(tx, ask.Grower, "", d); err != nil {
		return err
	}
	n.DeliveryID = &d.ID
	return kernel.ChangeOne[Note](tx, map[string]any{"delivery_id": d.ID}, "id = ?", n.ID)
}

func readRows(tx *kernel.Tx, d yard.Delivery, columns map[arrival.Column]int, n *Note) error {
	r, err := readingOf(tx, *n, columns)
	if err != nil {
		return err
	}
	end := min(n.RowsDone+rowsAtOnce, len(r.table.Rows))
	for i := n.RowsDone; i < end; i++ {
		each := r.row(i)
		if len(each.faults) > 0 {
			continue
		}
		kind, _ := r.kinds.Find(each.lot.Kind)
		if err := addLot(tx, d, kind, NewLot{each.lot.Kind, each.lot.LotFacts, each.lot.Count, each.lot.Bundle}); err != nil {
			return err
		}
		n.TreesMade += each.lot.Count
	}
	n.RowsDone = end
	return nil
}

// OpenNote keeps a note under a file's name, for whoever has it from elsewhere than a browser.
func OpenNote(tx *kernel.Tx, fileName string, content []byte) (id string, err error) {
	return openNote(tx, noteFile{Name: fileName}, content)
}
