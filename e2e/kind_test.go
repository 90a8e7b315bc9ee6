package e2e_test

import (
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/catalogue"
	"sedum/core/kind"
	"sedum/internal/wide"
	"sedum/kernel"
	"sedum/notefile"
)

// A manager corrects a kind on its drawing: half a range is not taken, a wrong one is named, whose the figure is must be said. What is typed
// stands while a local list is saved; what stood before is told. Then the whole catalogue goes out as a workbook and in again.
func TestAKindIsCorrected(t *testing.T) {
	h := openHouse(t)
	var id string
	for _, k := range apptest.Saw[catalogue.All](h.World, "list-kinds", kernel.None{}).Kinds {
		if k.Common == "Apple" {
			id = k.ID
		}
	}
	now := func() catalogue.Whole { return apptest.Saw[catalogue.Whole](h.World, "see-kind", apptest.ByID(id)) }
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/kinds/" + id)
	p.sees("General knowledge, unverified")
	p.fill("Height grown up", "3")
	p.fill("Rootstock 1", "Dwarf 27")
	p.touch(`//fieldset[legend="pH"]//label[normalize-space(.)="likes to"]`)
	p.do(chromedp.Evaluate(`document.activeElement.select()`, nil), chromedp.KeyEvent(kb.Delete))
	p.sees("All four, rising, or none.")
	p.sees("Something is half typed.")
	p.do(chromedp.KeyEvent("7.4"))
	p.choose("What is changed here is", "the house's own")
	p.fill("Who says so, or how it was found", "our own orchard, 2025")
	assert.Empty(t, p.axe())
	p.press("button", "Save the kind")
	p.sees("This must be 4 or more.") // grown it is no lower than at ten years
	p.fill("Height grown up", "6")

	// Meanwhile the list of the county is kept on the same page.
	p.choose("List", "invasive")
	p.fill("Whose list", "the county")
	p.fill("Looked on", "11/20/2026")
	p.press("button", "Put on a list")
	p.sees("the county, Nov")
	assert.InDelta(t, 7, *now().Facts.HeightMaxM, 1e-9)
	p.press("button", "Save the kind")
	p.sees("the house's own: our own orchard, 2025")
	k := now()
	assert.Equal(t, []string{"height_max_m", "ph", "rootstocks"}, slices.Sorted(maps.Keys(k.Facts.Sources)))
	assert.InDelta(t, 6, *k.Facts.HeightMaxM, 1e-9)
	assert.InDelta(t, 7.4, k.Facts.PH[2], 1e-9)
	assert.Equal(t, "Dwarf 27", k.Facts.Rootstocks[0].Name)
	assert.Len(t, k.Facts.Lists, 1)
	assert.Equal(t, kind.General, k.Base.Origin)
	p.sees("It was:")

	book := p.file("/api/v1/kinds.xlsx")
	rows, err := notefile.Rows([]byte(book))
	require.NoError(t, err)
	at := slices.IndexFunc(rows, func(row []string) bool { return row[0] == "Apple" })
	require.Positive(t, at)
	assert.True(t, slices.ContainsFunc(rows[at], func(cell string) bool { return strings.HasPrefix(cell, "height_max_m house our own orchard") }))
	file := filepath.Join(t.TempDir(), "kinds.xlsx")
	require.NoError(t, os.WriteFile(file, []byte(book), 0o600))
	p.goTo("/kinds")
	p.sees("All kinds as a workbook")
	p.upload(file)
	p.sees("0 kinds taken in.")
	assert.Empty(t, p.complaints())
}

// Two kinds of the catalogue are put side by side, drawn to one scale, by keyboard; no spot is needed.
func TestKindsOfTheCatalogueSideBySide(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/kinds")
	p.sees("English oak")
	p.do(chromedp.SendKeys(`main input[type="search"]`, "oak", chromedp.ByQuery))
	p.tabTo("Put beside others: English oak")
	p.enter()
	p.sees("One more, to put it beside.")
	p.tabTo("Put beside others: Holm oak")
	p.enter()
	p.press("a", "Put side by side")
	p.sees("English oak · Holm oak")
	p.sees("−15 °C")
	assert.Empty(t, p.axe())
	p.press("a", "Holm oak")
	p.sees("Where it lives")
	assert.Empty(t, p.complaints())
}
