package e2e_test

import (
	"os"
	"path/filepath"
	"strconv"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/text/encoding/charmap"

	"sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/kernel"
)

// As an office sends it: a title, western letters, inches without a word, a cultivar in the name, a total that does not agree.
const hardNote = "Fallow End Trees\nDelivery 4471 \u2013 Quarrywell\n\nSpecies;Stock;Caliper;Girth;Qty;Bay;Price\n" +
	"Acer campestre 'Elsrijk';RB;1.5;;6;A;\u20ac 39,90\nHornbean 'Quarry Column';RB;2;;4o;B;1.234,50\nCarpinus betulus;RB;;10-12 cm;3;B;49,00\nTotal;;;;14;;\n"

func western(t *testing.T, text string) []byte {
	t.Helper()
	out, err := charmap.Windows1252.NewEncoder().Bytes([]byte(text))
	require.NoError(t, err)
	return out
}

func (p *hand) upload(file string) {
	p.t.Helper()
	p.do(chromedp.WaitVisible(`input[type=file]`, chromedp.ByQuery), chromedp.SetUploadFiles(`input[type=file]`, []string{file}, chromedp.ByQuery))
}

// A hard note by keyboard and mouse, from the file to the lot's page; a workbook after it.
func TestAHardNoteFromTheFileToTheLot(t *testing.T) {
	h := openHouse(t)
	file := filepath.Join(t.TempDir(), "fallow end.csv")
	require.NoError(t, os.WriteFile(file, western(t, hardNote), 0o600))
	p := h.open(1280, 900, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/arrivals/note")
	p.upload(file)
	assert.Equal(t, "2 of 3 rows are sound: 9 trees", p.textOf("note-answer"))
	p.sees("headings in line 4")
	p.sees("not read: Bay")
	p.sees("The note’s total says 14 trees; its rows add up to 9.")
	p.sees("The caliper says 1.5, 2. In mm that is unlikely for trees: what is it in?")
	p.sees("Answer what is asked above first.")
	p.press("button", "inches")
	p.sees("It is Hornbeam")
	p.press("button", "It is Hornbeam")
	p.until(`!document.body.innerText.includes("It is Hornbeam")`)
	p.do(chromedp.SendKeys(`input[aria-label="count in line 6"]`, "\b\b4\r", chromedp.ByQuery))
	p.says("note-answer", "3 of 3 rows are sound: 13 trees")
	// Closed and opened again, all of it stands.
	p.do(chromedp.Reload())
	p.says("note-answer", "3 of 3 rows are sound: 13 trees")
	assert.Empty(t, p.axe())
	p.do(chromedp.SendKeys(`input[list=growers]`, "Fallow End", chromedp.ByQuery))
	p.press("button", "Read in 3 lots")
	assert.Contains(t, p.textOf("note-done"), "13 trees came in")
	lots := apptest.Saw[arrivals.Deliveries](h.World, "list-deliveries", kernel.None{}).Deliveries[0].Lots
	require.Len(t, lots, 3)
	assert.Equal(t, []any{"Elsrijk", 38.1, 3990, 50.8, 123450}, []any{lots[0].Cultivar, lots[0].CaliperMM, lots[0].PriceCents, lots[1].CaliperMM, lots[1].PriceCents})
	assert.Equal(t, []string{"Hornbeam", "Quarry Column"}, []string{lots[1].Common, lots[1].Cultivar}, "who mends the name keeps the cultivar")
	p.goTo("/lots/" + strconv.Itoa(lots[2].Number))
	assert.Equal(t, "The grower states: girth 10–12 cm", p.textOf("stated"))

	p.goTo("/arrivals/note")
	book, err := filepath.Abs(filepath.Join("..", "notefile", "testdata", "notes", "29-workbook.xlsx"))
	require.NoError(t, err)
	p.upload(book)
	assert.Equal(t, "2 of 2 rows are sound: 1290 trees", p.textOf("note-answer"))
	p.sees("sheet “Trees”")
	p.sees("The note’s total of 1290 trees agrees with its rows.")
}
