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
	"sedum/notefile"
)

// NoteLimit is how many bytes a delivery note may have.
const NoteLimit = 8 << 20

// rowsAtOnce is how many rows are read in with one request, so that a long note shows its progress and a
// broken one goes on where it stopped.
const rowsAtOnce = 250

// Note is a grower's list as a file, and how far it was read in.
type Note struct {
	ID       string
	Digest   string
	FileName string
	Content  []byte
	// How it is read: what a person chose; the rest is found out at every reading.
	How        arrival.How `gorm:"serializer:json"`
	DeliveryID *string
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
	table, err := notefile.Read(content, arrival.How{})
	if err != nil {
		return "", unreadable(err)
	}
	sum := sha256.Sum256(content)
	name := strings.ToValidUTF8(p.Name[:min(len(p.Name), 200)], "")
	n := Note{ID: kernel.NewID(), Digest: hex.EncodeToString(sum[:]), FileName: name, Content: content,
		RowsTotal: len(table.Rows), PersonID: tx.Who.ID, At: tx.Now}
	return n.ID, kernel.Add(tx, &n)
}

// readSo keeps how a note is to be read, as long as none of it was read in.
func readSo(tx *kernel.Tx, p kernel.ByID, how arrival.How) (id string, err error) {
	if field := how.Unsound(); field != "" {
		return "", fault.List{{Field: field, Code: fault.NotAChoice}}
	}
	n, err := kernel.Held[Note](tx, "SELECT * FROM delivery_notes WHERE id = ?", p.ID)
	if err != nil {
		return "", err
	}
	if n.DeliveryID != nil {
		return "", kernel.Refused{Code: "note-begun", Field: "file"}
	}
	table, err := notefile.Read(n.Content, how)
	if err != nil {
		return "", unreadable(err)
	}
	n.How, n.RowsTotal = how, len(table.Rows)
	return n.ID, kernel.Ours(tx.DB().Save(&n).Error)
}

// reading is a note as it is read now.
type reading struct {
	note  Note
	table arrival.Note
	kinds catalogue.Names
}

func readingOf(tx *kernel.Tx, n Note) (reading, error) {
	table, err := notefile.Read(n.Content, n.How)
	if err != nil {
		return reading{}, unreadable(err)
	}
	kinds, err := catalogue.ByName(tx)
	return reading{n, table, kinds}, err
}

// row is one row of a note, and what is wrong with it.
type row struct {
	line   int
	cells  []string
	lot    arrival.LotRow
	kind   catalogue.Kind
	faults fault.List
	// suggested is the kind that an unknown name is most like, "" when it is like none.
	suggested string
}

func (r reading) row(i int) row {
	lot, faults := r.table.ReadRow(i)
	out := row{line: r.table.Lines[i], cells: r.table.Rows[i], lot: lot, faults: faults}
	if lot.Kind == "" {
		return out
	}
	var known bool
	if out.kind, known = r.kinds.Find(lot.Kind); known {
		return out
	}
	name, cultivar := arrival.SplitCultivar(lot.Kind)
	if out.kind, known = r.kinds.Find(name); known {
		if lot.Cultivar == "" {
			out.lot.Cultivar = cultivar
		}
		return out
	}
	out.suggested = r.kinds.Nearest(name)
	out.faults.Add(string(arrival.ColumnKind), fault.UnknownKind, out.suggested)
	return out
}

// ReadIn is the delivery that a note is read into, and from where.
type ReadIn struct {
	Came
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
	n, err := kernel.Held[Note](tx, "SELECT * FROM delivery_notes WHERE id = ?", p.ID)
	if err != nil {
		return Progress{}, err
	}
	r, err := readingOf(tx, n)
	if err != nil {
		return Progress{}, err
	}
	for _, c := range r.table.Missing() {
		l.Add("columns."+string(c), fault.Required, nil)
	}
	if n.DeliveryID == nil {
		for _, q := range r.table.Questions(n.How.Units) {
			l.Add("units."+string(q.Column), fault.Required, nil)
		}
	}
	if err := l.Err(); err != nil {
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
		if err := readRows(tx, d, r, &n); err != nil {
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

func readRows(tx *kernel.Tx, d yard.Delivery, r reading, n *Note) error {
	end := min(n.RowsDone+rowsAtOnce, len(r.table.Rows))
	for i := n.RowsDone; i < end; i++ {
		each := r.row(i)
		if len(each.faults) > 0 {
			continue
		}
		if err := addLot(tx, d, each.kind, NewLot{each.lot.Kind, each.lot.LotFacts, each.lot.Count, each.lot.Bundle}); err != nil {
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
