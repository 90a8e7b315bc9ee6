package desk

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"strings"

	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/store"
)

// NoteLimit is how many bytes a delivery note may have.
const NoteLimit = 8 << 20

// rowsAtOnce is how many rows are read in with one request, so that a long note shows its progress and a
// broken one goes on where it stopped.
const rowsAtOnce = 250

// NoteRow is one row of the preview.
type NoteRow struct {
	Line   int
	Cells  []string
	Lot    arrival.LotRow
	Faults fault.List
}

// NotePreview is a note before it is read in.
type NotePreview struct {
	ID       string
	FileName string
	Headings []string
	Columns  map[arrival.Column]int
	Missing  []arrival.Column
	Rows     []NoteRow
	Total    int
	Sound    int
	Trees    int
	Faulty   []NoteRow
	// Before is an earlier reading of the same file.
	Before *store.DeliveryNote
	// Done rows of it are read in; Delivery is the number they went to.
	Done     int
	Delivery int
}

const previewRows = 12

// OpenNote keeps a note as it came and shows how it would be read. Errors: arrival.Unreadable.
func (d *Desk) OpenNote(ctx context.Context, who Caller, fileName string, content []byte) (NotePreview, error) {
	if !May(who.Role, TakeIn) {
		return NotePreview{}, ErrNotAllowed
	}
	if len(content) > NoteLimit {
		return NotePreview{}, arrival.Unreadable{Code: "too-large"}
	}
	table, err := arrival.Read(content)
	if err != nil {
		return NotePreview{}, err
	}
	sum := sha256.Sum256(content)
	if len(fileName) > 200 {
		fileName = fileName[:200]
	}
	n := store.DeliveryNote{ID: store.NewID(), Digest: hex.EncodeToString(sum[:]), FileName: strings.ToValidUTF8(fileName, ""), Content: content,
		ColumnsUsed: byName(arrival.Guess(table.Headings)), RowsTotal: len(table.Rows), PersonID: who.ID, At: d.Now()}
	if err := store.Add(ctx, d.Store, &n); err != nil {
		return NotePreview{}, err
	}
	return d.preview(ctx, n, arrival.Guess(table.Headings))
}

// PreviewNote shows a note as other columns would read it.
func (d *Desk) PreviewNote(ctx context.Context, who Caller, id string, columns map[arrival.Column]int) (NotePreview, error) {
	if !May(who.Role, TakeIn) {
		return NotePreview{}, ErrNotAllowed
	}
	n, err := d.Store.NoteByID(ctx, id)
	if err != nil {
		return NotePreview{}, err
	}
	if columns == nil {
		columns = byColumn(n.ColumnsUsed)
	}
	return d.preview(ctx, n, columns)
}

func (d *Desk) preview(ctx context.Context, n store.DeliveryNote, columns map[arrival.Column]int) (NotePreview, error) {
	table, err := arrival.Read(n.Content)
	if err != nil {
		return NotePreview{}, err
	}
	out := NotePreview{ID: n.ID, FileName: n.FileName, Headings: table.Headings, Columns: columns, Total: len(table.Rows),
		Missing: []arrival.Column{}, Rows: []NoteRow{}, Faulty: []NoteRow{}, Done: n.RowsDone}
	for _, c := range arrival.Needed() {
		if _, ok := columns[c]; !ok {
			out.Missing = append(out.Missing, c)
		}
	}
	kinds, err := d.kindsByName(ctx)
	if err != nil {
		return out, err
	}
	for i := range table.Rows {
		row := readNoteRow(table, i, columns, kinds)
		if i < previewRows {
			out.Rows = append(out.Rows, row)
		}
		if len(row.Faults) > 0 {
			out.Faulty = append(out.Faulty, row)
		} else {
			out.Sound, out.Trees = out.Sound+1, out.Trees+row.Lot.Count
		}
	}
	earlier, err := d.Store.NotesByDigest(ctx, n.Digest)
	if err != nil {
		return out, err
	}
	for _, e := range earlier {
		if e.ID != n.ID {
			out.Before = &e
			break
		}
	}
	if n.DeliveryID != nil {
		delivery, err := d.Store.DeliveryByID(ctx, *n.DeliveryID)
		if err != nil {
			return out, err
		}
		out.Delivery = delivery.Number
	}
	return out, nil
}

func readNoteRow(table arrival.Note, i int, columns map[arrival.Column]int, kinds map[string]store.Kind) NoteRow {
	lot, faults := table.ReadRow(i, columns)
	if lot.Kind != "" {
		if _, ok := kinds[strings.ToLower(lot.Kind)]; !ok {
			faults.Add(string(arrival.ColumnKind), fault.UnknownKind, nearest(kinds, lot.Kind))
		}
	}
	return NoteRow{Line: table.Lines[i], Cells: table.Rows[i], Lot: lot, Faults: faults}
}

func byName(columns map[arrival.Column]int) map[string]int {
	out := map[string]int{}
	for c, i := range columns {
		out[string(c)] = i
	}
	return out
}

func byColumn(columns map[string]int) map[arrival.Column]int {
	out := map[arrival.Column]int{}
	for c, i := range columns {
		out[arrival.Column(c)] = i
	}
	return out
}

// NoteDelivery is the delivery that a note is read into.
type NoteDelivery struct {
	Grower    string         `json:"grower" maxLength:"120"`
	LiftedAt  string         `json:"lifted_at"`
	ArrivedAt string         `json:"arrived_at"`
	Packing   string         `json:"packing" enum:",none,moss,sawdust,paper,gel,other"`
	Columns   map[string]int `json:"columns"`
	// From is how many rows are done already; the next are read in.
	From int `json:"from" minimum:"0"`
	// Again reads in a note that was read in before.
	Again bool `json:"again"`
}

// NoteProgress is how far a note has been read in.
type NoteProgress struct {
	Done     int
	Total    int
	Trees    int
	Delivery int
}

// ReadInNote reads the next sound rows of a note into its delivery. The page asks until all are done; a
// request that comes twice for the same rows changes nothing.
func (d *Desk) ReadInNote(ctx context.Context, who Caller, id string, ask NoteDelivery) (NoteProgress, error) {
	if !May(who.Role, TakeIn) {
		return NoteProgress{}, ErrNotAllowed
	}
	l := fault.Check(ask)
	delivery := d.readDelivery(&l, who, NewDelivery{Grower: ask.Grower, LiftedAt: ask.LiftedAt, ArrivedAt: ask.ArrivedAt, Packing: ask.Packing})
	columns := byColumn(ask.Columns)
	for _, c := range arrival.Needed() {
		if _, ok := columns[c]; !ok {
			l.Add("columns."+string(c), fault.Required, nil)
		}
	}
	if err := l.Err(); err != nil {
		return NoteProgress{}, err
	}
	var out NoteProgress
	err := d.Store.InTransaction(ctx, func(tx *store.Store) error {
		in := d.within(tx)
		n, err := tx.NoteForUpdate(ctx, id)
		if err != nil {
			return err
		}
		if n.DeliveryID == nil {
			before, err := tx.NotesByDigest(ctx, n.Digest)
			if err != nil {
				return err
			}
			if len(before) > 0 && !ask.Again {
				return Refused{Code: "same-note", Field: "again"}
			}
			if err := in.beginDelivery(ctx, ask.Grower, "", &delivery); err != nil {
				return err
			}
			n.DeliveryID = &delivery.ID
		} else if delivery, err = tx.DeliveryByID(ctx, *n.DeliveryID); err != nil {
			return err
		}
		if n.RowsDone == ask.From {
			if err := in.readRows(ctx, who, delivery, columns, &n); err != nil {
				return err
			}
			if err := tx.AdvanceNote(ctx, n); err != nil {
				return err
			}
		}
		out = NoteProgress{Done: n.RowsDone, Total: n.RowsTotal, Trees: n.TreesMade, Delivery: delivery.Number}
		return nil
	})
	return out, err
}

func (d *Desk) readRows(ctx context.Context, who Caller, delivery store.Delivery, columns map[arrival.Column]int, n *store.DeliveryNote) error {
	table, err := arrival.Read(n.Content)
	if err != nil {
		return err
	}
	kinds, err := d.kindsByName(ctx)
	if err != nil {
		return err
	}
	end := min(n.RowsDone+rowsAtOnce, len(table.Rows))
	for i := n.RowsDone; i < end; i++ {
		row := readNoteRow(table, i, columns, kinds)
		if len(row.Faults) > 0 {
			continue
		}
		if err := d.addLot(ctx, who, delivery, kinds[strings.ToLower(row.Lot.Kind)], lotOf(row.Lot)); err != nil {
			return err
		}
		n.TreesMade += row.Lot.Count
	}
	n.RowsDone = end
	return nil
}

func lotOf(r arrival.LotRow) NewLot {
	return NewLot{Kind: r.Kind, Form: r.Form, Pot: r.Pot, PotL: r.PotL, BallDiameterMM: r.BallDiameterMM, BallHeightMM: r.BallHeightMM,
		CaliperMM: r.CaliperMM, HeightM: r.HeightM, Size: r.Size, Sizing: "caliper", Sensitivity: "average", Grafted: r.Grafted, Origin: r.Origin, Cultivar: r.Cultivar, Rootstock: r.Rootstock, Propagation: r.Propagation,
		Count: r.Count, Bundle: r.Bundle, Ordered: r.Ordered, PriceCents: r.PriceCents}
}
