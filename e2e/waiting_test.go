package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/catalogue"
	"sedum/app/clock"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/internal/wide"
	"sedum/kernel"
)

// What waits in the yard, driven as a hand would: felt, wetted, soaked, counted, repaired, potted up; the page's figures are the core's.
func TestTheYardKeepsWhatWaits(t *testing.T) {
	h := openAlone(t)
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")

	// The board: the daily touch, and into the water.
	p.goTo("/clock")
	row := `//li[.//p[contains(., "lot 23")]]`
	p.sees("Feel the roots today")
	p.touch(row + `//button[contains(., "Drying: wet them")]`)
	p.do(chromedp.WaitVisible(row+`//span[contains(., "Felt drying, wetted")]`, chromedp.BySearch))
	for _, u := range apptest.Saw[clock.Board](h.World, "see-clock", kernel.None{}).Units {
		if u.Lot == 23 {
			assert.True(t, u.Stages[len(u.Stages)-1].Rewet)
		}
	}
	p.touch(row + `//button[contains(., "Keep otherwise")]`)
	muddy := row + `//button[contains(., "Into muddy water")]`
	p.touch(muddy)
	p.sees("In water")
	p.sees("23:5")
	p.sees("Out of the water, into:")
	p.do(chromedp.Click(`button[aria-label*="damp packing" i]`, chromedp.ByQuery))
	p.until(`!document.body.innerText.includes('In water')`)
	assert.Empty(t, apptest.Saw[clock.Soaks](h.World, "list-soaks", kernel.None{}).Soaks)

	// The lot: what to order, what a batch came to, tablets.
	p.goTo("/lots/23")
	p.sees(fmt.Sprintf("order %d: %d to spare", 25+yard.Spare(rules.House{}, stock.BareRoot, 25), yard.Spare(rules.House{}, stock.BareRoot, 25)))
	p.press("button", "Count what the batch came to")
	p.fill("Sound", "20")
	p.fill("Doubtful", "3")
	p.fill("Lost", "9")
	p.press("button", "Keep the count")
	p.sees("This must be 13 or less")
	p.fill("Lost", "2")
	p.press("button", "Keep the count")
	p.sees("Of 25 counted: 80% sound, 12% doubtful, 8% lost")
	p.press("summary", "Count fertilizer tablets")
	p.fill("Tablets a tree", "3")
	p.touch(`//form[.//label[contains(., "Tablets a tree")]]//button[normalize-space(.)="Count"]`)
	count, err := yard.Tablets(yard.TabletInput{Trees: 25, PerTree: 3, PerPacket: 50})
	require.NoError(t, err)
	p.sees(fmt.Sprintf("%d tablets, %d packets.", count.Tablets, count.Packets))
	paper := p.textOfPaper("/api/v1/lots/23/confidence.pdf?paper=letter")
	assert.Contains(t, paper, "Most of its roots stayed behind.")

	// The work list: a journey's damage is one touch.
	p.goTo("/work")
	p.sees("Damage of journeys")
	p.touch(`//button[contains(@aria-label, "Broken branch")]`)
	p.until(`!document.body.innerText.includes('Damage of journeys')`)

	// A tree: damage on arrival holds it; it is potted up by its own flare.
	tag := h.tagIn(16, "for-sale")
	p.goTo("/bench/" + tag)
	p.sees("for sale")
	v := h.Tree(tag)
	p.press("summary", "Pot it up")
	require.Contains(t, v.Potting[0], "Fetch a pot")
	p.sees(v.Potting[0])
	p.press("summary", "Damage of the journey")
	p.press("button", "bark torn")
	p.fill("Of the girth", "20")
	p.press("button", "Record the damage")
	p.sees("trim the loose edge back")
	p.until(`document.body.innerText.includes('held')`)
	v = h.Tree(tag)
	assert.Equal(t, stock.Held, v.State)
	assert.EqualValues(t, "torn-bark", v.Damages[0].Damage, "a fifth of the girth is trimmed and held; over a quarter goes back")

	// A layer is asked for the cut from its parent, and only a layer.
	layer := h.tagIn(25, "unchecked")
	p.goTo("/bench/" + layer)
	p.press("button", "All sound above the line")
	p.fill("Caliper", "9")
	p.press("button", "At the line")
	p.fill("Old soil line", "15")
	p.press("button", "Below")
	p.press("button", "Roots moist")
	p.fill("Root spread", "260")
	p.fill("Length that hangs", "180")
	p.choose("Cut from the parent", "ragged")
	p.sees("Cut the stub of the parent clean")
	p.press("button", "Save this look")
	p.sees("1 left; then the ball is measured again")
	v = h.Tree(layer)
	assert.Equal(t, stock.InWork, v.State)
	assert.EqualValues(t, "ragged", v.Checks[0].Readings.BareRoot.Stub)
	assert.Empty(t, p.complaints())
}

// A palm is another plant: the bench says so, and whom to ask, and judges nothing.
func TestAPalmIsNotCovered(t *testing.T) {
	wide.Only(t)
	h := openAlone(t)
	palm := catalogue.Kind{ID: kernel.NewID(), Common: "Fan palm", Botanical: "Palma ficta", Habit: stock.Single, Facts: catalogue.Facts{NotCovered: true}, Version: 1}
	require.NoError(t, h.Tx(func(tx *kernel.Tx) error { return kernel.Add(tx, &palm) }))
	lot := h.TakeIn(apptest.LotOf("Fan palm", stock.Container, 1))[0]
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(lot, "unchecked"))
	p.sees("Palms and bamboos have no flare")
	assert.NotContains(t, p.text("main"), "Save this look")
	assert.Empty(t, p.axe())
}
