package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/core/stock"
	"sedum/internal/wide"
	"sedum/kernel"
)

// A kind that is not in the catalogue comes in, is added where it is met, and is matched with its unknowns named; then the delivery turns
// out to be a mistake and is taken back.
func TestAnUnknownKindComesInAndTheNextDeliveryIsTakenBack(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	take := func() arrivals.Delivery {
		p.goTo("/arrivals/new")
		p.fill("Grower", "Marrow Hill Growers")
		p.fill("Kind", "Sourwood")
		p.fill("Trees", "2")
		p.fill("Pot", "15")
		p.press("button", "Take in")
		return arrivals.Delivery{}
	}
	take()
	p.sees("is not in the catalogue")
	p.fill("Botanical name", "Oxydendrum arboreum")
	p.choose("How does it grow?", "one trunk")
	p.choose("Evergreen", "no")
	p.press("button", "Add it, provisional")
	p.until(`!document.body.innerText.includes('Add it with what you see')`)
	p.press("button", "Take in")
	p.until(`location.pathname.startsWith('/lots/')`)
	var number int
	p.do(chromedp.Evaluate(`Number(location.pathname.slice(6))`, &number))
	tag := h.TreesOf(number)[0].Tag
	h.SaveLook(tag, apptest.SoundLook())

	counter := h.open(1280, 800, false)
	counter.signIn("Wren Halloway")
	counter.goTo(fmt.Sprintf("/match/%s?tag=%s", h.SpotOf("Petra Averill").ID, tag))
	counter.sees("Sourwood")
	counter.until(`[...document.querySelectorAll('details[open]')].some((d) => d.innerText.includes('Sourwood') && d.querySelectorAll('[aria-label="not known"]').length >= 3)`)
	counter.goTo("/kinds")
	counter.sees("provisional")
	counter.press("a", "Sourwood")
	counter.sees("Unknown:")

	// The same once more, by mistake.
	take()
	p.until(`location.pathname.startsWith('/lots/')`)
	d := apptest.Saw[arrivals.Deliveries](h.World, "list-deliveries", kernel.None{}).Deliveries[0]
	require.Len(t, d.Lots, 1)
	require.NotEqual(t, number, d.Lots[0].Number)
	p.goTo("/arrivals")
	p.sees("Correct or take back")
	row := fmt.Sprintf(`//main//ol/li[contains(., "Delivery %d,")]`, d.Number)
	p.touch(row + `//summary[normalize-space(.)="Correct or take back"]`)
	p.touch(row + `//summary[normalize-space(.)="Take it back"]`)
	p.do(chromedp.SendKeys(row+`//details[@open]//details[@open]//input`, "entered twice", chromedp.BySearch))
	p.touch(row + `//details[@open]//details[@open]//button`)
	p.sees("Taken back: it was entered by mistake")
	p.sees("entered twice")
	for _, tree := range h.TreesOf(d.Lots[0].Number) {
		assert.Equal(t, stock.Lost, tree.State)
	}
	assert.Empty(t, p.complaints())
}

// The season for cutting is corrected at the bench, with why; the record says who.
func TestTheSeasonIsCorrectedAtTheBench(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + tag)
	p.press("button", "All sound above the line")
	p.touch(`//summary[starts-with(., "Season for cutting")]`)
	p.choose("By what stands before you", "spring flush")
	p.until(`[...document.querySelectorAll('button')].find((b) => b.innerText === 'Save this look').disabled`)
	p.fill("Why the calendar is wrong", "buds broke under glass")
	p.press("button", "Save this look")
	p.until(`document.querySelector('[data-testid="said"]')?.innerText.includes('saved')`)
	c := h.Tree(tag).Checks[0]
	assert.Equal(t, stock.SeasonSpringFlush, c.Season)
	assert.Contains(t, c.SeasonText, "buds broke under glass")
}
