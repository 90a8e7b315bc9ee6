package arrivals_test

import (
	"context"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/catalogue"
	"sedum/app/yard"
	"sedum/core/arrival"
	"sedum/core/fault"
	"sedum/core/stock"
	"sedum/kernel"
)

// A workbook with a cover, a title and a row of totals comes in as its lots, from whoever has it, though a kind is written wrongly: that
// is mended in place.
func TestAWorkbookComesIn(t *testing.T) {
	w := Open(t)
	file, err := os.ReadFile(filepath.Join("..", "..", "notefile", "testdata", "notes", "29-workbook.xlsx"))
	require.NoError(t, err)
	id, err := open(w, file)
	require.NoError(t, err)
	p := preview(w, id)
	assert.True(t, p.Workbook)
	assert.Equal(t, []any{"Trees", 3, 2, 1290}, []any{p.As.Sheet, p.As.HeadingLine, p.Sound, p.Trees})
	require.Len(t, p.Left, 1)
	assert.Equal(t, 1290, *p.Left[0].Said)
	_, err = Did[arrivals.Progress](w, w.Hand, "read-in-note", ByID(id), arrivals.ReadIn{Came: arrivals.Came{Grower: "Fallow End"}})
	require.NoError(t, err)
	p = preview(w, id)
	assert.Equal(t, 2, p.Done)
	Refused(t, w.Err(w.Hand, "read-note-so", ByID(id), arrival.How{HeadingLine: 1}), "note-begun")
}

const hard = "Fallow End Trees\n\nSpecies;Stock;Caliper;Qty;Bay\nAcer campestre 'Elsrijk';RB;1.5;6;A\nHornbean 'Quarry Column';RB;2;4o;B\nTotal;;;10;\n"

// What is doubtful is asked before anything comes in; what is wrong is mended where it stands; what was chosen is still there when the
// note is opened again.
func TestAHardNoteIsAskedAboutAndMendedInPlace(t *testing.T) {
	w := Open(t)
	id, err := open(w, []byte(hard))
	require.NoError(t, err)
	p := preview(w, id)
	assert.Equal(t, []string{"Bay"}, p.Unread)
	require.Len(t, p.Questions, 1)
	require.Len(t, p.Faulty, 1)
	assert.Equal(t, []string{"Hornbean", "Hornbeam"}, []string{p.Faulty[0].Name, p.Faulty[0].Suggested})
	ask := arrivals.ReadIn{Came: arrivals.Came{Grower: "Fallow End"}}
	Fault(t, w.Err(w.Hand, "read-in-note", ByID(id), ask), "units.caliper_mm", fault.Required)

	how := p.Chosen
	how.Units = map[arrival.Column]arrival.Unit{"caliper_mm": arrival.Inch}
	how.Mended = []arrival.Mend{{Line: 5, Place: 0, Text: "Hornbeam 'Quarry Column'"}, {Line: 5, Place: 3, Text: "4"}}
	w.Deed(w.Hand, "read-note-so", ByID(id), how)
	seen := preview(w, id)
	assert.Empty(t, seen.Questions)
	assert.Equal(t, []int{2, 10, 10}, []int{seen.Sound, seen.Trees, *seen.Left[0].Said})
	_, err = Did[arrivals.Progress](w, w.Hand, "read-in-note", ByID(id), ask)
	require.NoError(t, err)
	lots := Saw[arrivals.Deliveries](w, "list-deliveries", nil).Deliveries[0].Lots
	require.Len(t, lots, 2)
	assert.Equal(t, []any{"Field maple", "Elsrijk", 38.1, stock.Balled, 6}, []any{lots[0].Common, lots[0].Cultivar, lots[0].CaliperMM, lots[0].Form, lots[0].Count})
	assert.Equal(t, []any{"Hornbeam", "Quarry Column", 50.8, 4}, []any{lots[1].Common, lots[1].Cultivar, lots[1].CaliperMM, lots[1].Count})
	kept := row(t, w, id)
	assert.Equal(t, hard, string(kept.Content), "the file stays as it came")

	for field, wrong := range map[string]arrival.How{"columns": {Columns: map[arrival.Column]int{"kinds": 0}}, "units": {Units: map[arrival.Column]arrival.Unit{"caliper_mm": "l"}}} {
		Fault(t, w.Err(w.Hand, "read-note-so", ByID(id), wrong), field, fault.NotAChoice)
	}
}

func row(t *testing.T, w *World, id string) (n arrivals.Note) {
	require.NoError(t, w.Do(context.Background(), w.Manager, func(tx *kernel.Tx) (err error) {
		n, err = kernel.One[arrivals.Note](tx, "id = ?", id)
		return err
	}))
	return n
}

// A girth and a range reach the lot, and stand there as they were stated.
func TestAGirthStaysAGirth(t *testing.T) {
	w := Open(t)
	id, err := open(w, []byte("Plant,Form,Girth,Height,Qty\nHornbeam,RB,8-10 cm,250-300 cm,3\n"))
	require.NoError(t, err)
	_, err = Did[arrivals.Progress](w, w.Hand, "read-in-note", ByID(id), arrivals.ReadIn{Came: arrivals.Came{Grower: "Fallow End"}})
	require.NoError(t, err)
	var lot yard.Lot
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		lot, err = kernel.One[yard.Lot](tx, "girth_cm > 0")
		return err
	}))
	assert.Equal(t, []float64{8, 25, 2.5}, []float64{lot.GirthCM, lot.CaliperMM, lot.HeightM})
	assert.Equal(t, []stock.Range{{Of: "girth_cm", Low: 8, High: 10}, {Of: "height_m", Low: 2.5, High: 3}}, lot.Ranges)
	assert.Contains(t, lot.Assumed, stock.AssumedCaliper, "nobody measured a caliper")
}

// A name is suggested only where it is close: a pallet is no pear.
func TestOnlyACloseNameIsSuggested(t *testing.T) {
	w := Open(t)
	var names catalogue.Names
	require.NoError(t, w.Tx(func(tx *kernel.Tx) (err error) {
		names, err = catalogue.ByName(tx)
		return err
	}))
	for _, word := range []string{"Total", "Totals", "Sum", "Pallet", "Pallets returned", "Delivery", "Carriage", "Stakes", "Tree ties", "Compost", "Bark mulch", "Discount", "VAT", "Labels", "x", "", "Deposit", "Crates", "Misc", "Order 4471"} {
		assert.Empty(t, names.Nearest(word), word)
	}
	for word, want := range map[string]string{"Hornbean": "Hornbeam", "Horn beam": "Hornbeam", "Feild maple": "Field maple", "Acer campestr": "Field maple", "Sorbus acuparia": "Rowan"} {
		assert.Equal(t, want, names.Nearest(word), word)
	}
	for _, word := range []string{"  hornbeam ", "HORNBEAM", "Acer  campestre"} {
		_, known := names.Find(word)
		assert.True(t, known, word)
	}
}
