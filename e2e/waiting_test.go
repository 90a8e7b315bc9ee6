package e2e_test

import (
	"context"
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/yard"
	"sedum/desk"
	"sedum/store"
)

// What waits in the yard, driven as a hand would: felt, wetted, soaked, counted, repaired, potted up; the page's figures are the core's.
func TestTheYardKeepsWhatWaits(t *testing.T) {
	h := openHouse(t)
	ctx, hand := context.Background(), h.caller(store.YardHand)
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")

	// The board: the daily touch, and into the water.
	p.goTo("/clock")
	row := `//li[.//p[contains(., "lot 23")]]`
	p.sees("Feel the roots today")
	p.do(chromedp.Click(row+`//button[contains(., "Drying: wet them")]`, chromedp.BySearch))
	p.do(chromedp.WaitVisible(row+`//span[contains(., "Felt drying, wetted")]`, chromedp.BySearch))
	units, err := h.desk.Clock(ctx, hand)
	require.NoError(t, err)
	for _, u := range units {
		if u.Lot.Number == 23 {
			assert.True(t, u.Stages[len(u.Stages)-1].Rewet)
		}
	}
	p.do(chromedp.Click(row+`//button[contains(., "Keep otherwise")]`, chromedp.BySearch))
	muddy := row + `//button[contains(., "Into muddy water")]`
	p.do(chromedp.WaitVisible(muddy, chromedp.BySearch), chromedp.Click(muddy, chromedp.BySearch))
	p.sees("In water")
	p.sees("23:5")
	p.press("button", "Take out")
	p.until(`!document.body.innerText.includes('In water')`)
	soaks, err := h.desk.Soaks(ctx, hand)
	require.NoError(t, err)
	assert.Empty(t, soaks)

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
	p.do(chromedp.Click(`//form[.//label[contains(., "Tablets a tree")]]//button[normalize-space(.)="Count"]`, chromedp.BySearch))
	count, err := yard.Tablets(yard.TabletInput{Trees: 25, PerTree: 3, PerPacket: 50})
	require.NoError(t, err)
	p.sees(fmt.Sprintf("%d tablets, %d packets.", count.Tablets, count.Packets))
	paper := p.textOfPaper("/api/v1/lots/23/confidence.pdf?paper=letter")
	assert.Contains(t, paper, "Most of its roots stayed behind.")

	// The work list: a journey's damage is one touch.
	p.goTo("/work")
	p.sees("Damage of journeys")
	p.do(chromedp.Click(`//button[contains(@aria-label, "Broken branch")]`, chromedp.BySearch))
	p.until(`!document.body.innerText.includes('Damage of journeys')`)

	// A tree: damage on arrival holds it; it is potted up by its own flare.
	tag := h.tagIn(16, "for-sale")
	p.goTo("/bench/" + tag)
	p.sees("for sale")
	v, err := h.desk.Tree(ctx, hand, tag)
	require.NoError(t, err)
	p.press("summary", "Pot it up")
	p.sees(fmt.Sprintf("Fetch a pot %.0f", v.Potting.PotDiameterMM))
	p.press("summary", "Damage of the journey")
	p.press("button", "bark torn")
	p.fill("Of the girth", "20")
	p.press("button", "Record the damage")
	p.sees("trim the loose edge back")
	p.until(`document.body.innerText.includes('held')`)
	v, err = h.desk.Tree(ctx, hand, tag)
	require.NoError(t, err)
	assert.Equal(t, stock.Held, v.Tree.State)
	assert.InDelta(t, 0.2, v.Damages[0].GirthShare, 1e-9)

	// A layer is asked for the cut from its parent, and only a layer.
	layer := h.tagIn(25, "unchecked")
	p.goTo("/bench/" + layer)
	p.press("button", "All sound above the line")
	p.fill("Caliper", "9")
	p.press("button", "Below")
	p.press("button", "Roots moist")
	p.fill("Root spread", "260")
	p.fill("Length that hangs", "180")
	p.choose("Cut from the parent", "ragged")
	p.sees("Cut the stub of the parent clean")
	p.press("button", "Save this look")
	p.sees("1 left; then the ball is measured again")
	v, err = h.desk.Tree(ctx, hand, layer)
	require.NoError(t, err)
	assert.Equal(t, stock.InWork, v.Tree.State)
	assert.Equal(t, "ragged", v.Checks[0].Readings.BareRoot.Stub)
	assert.Empty(t, p.complaints())
}

// A palm is another plant: the bench says so, and whom to ask, and judges nothing.
func TestAPalmIsNotCovered(t *testing.T) {
	h := openHouse(t)
	ctx := context.Background()
	palm := store.Kind{ID: store.NewID(), Common: "Fan palm", Botanical: "Palma ficta", Habit: stock.Single, Facts: store.KindFacts{NotCovered: true}, Version: 1}
	require.NoError(t, store.Add(ctx, h.desk.Store, &palm))
	v, err := h.desk.TakeInDelivery(ctx, h.caller(store.YardHand), store.NewID(), desk.NewDelivery{Grower: "Marrow Hill Growers", Lots: []desk.NewLot{{Kind: "Fan palm",
		Form: stock.Container, Pot: "standard", PotL: 20, BallDiameterMM: 300, BallHeightMM: 260, CaliperMM: 60, HeightM: 2, Sizing: "caliper", Sensitivity: "average", Count: 1, Bundle: 1}}})
	require.NoError(t, err)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(v.Lots[0].Number, "unchecked"))
	p.sees("Palms and bamboos have no flare")
	assert.NotContains(t, p.text("main"), "Save this look")
	assert.Empty(t, p.axe())
}
