package e2e_test

import (
	"context"
	"fmt"
	"regexp"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/internal/wide"
	"sedum/kernel"
)

// The trees of an order go to the spots of a ground, and their sheets out together: the day is said once, each tree answered for, and one that is
// sold meanwhile keeps none of the others back. The house goes on while nobody looks, on a phone too, and the papers are printed in one go.
func TestSheetsOfAWholeGround(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	ctx, end := context.WithCancel(context.Background())
	defer end()
	go h.Work(ctx)
	var trees []yard.Tree
	require.NoError(t, h.Tx(func(tx *kernel.Tx) (err error) {
		trees, err = kernel.Many[yard.Tree](tx, "tag LIMIT 4", "state = ?", stock.ForSale)
		return err
	}))
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/match/" + spot.ID + "/sheets")
	p.sees("Say which tree goes where")
	for _, tree := range trees {
		p.fill("Tag of the tree", tree.Tag)
		p.pick("Its spot", spot.Name)
		p.press("button", "Add")
		p.until(`[...document.querySelectorAll('ol li')].some((l) => l.innerText.includes('` + tree.Tag + `'))`)
	}
	p.sees("0 of 4 can go out")
	p.fill("That day's high", "6")
	p.press("button", "workable")
	p.touch(`//fieldset[contains(., "The same for all")]//button[normalize-space(.)="dormant"]`)
	p.touch(`//fieldset[contains(., "The same for all")]//button[normalize-space(.)="yes"]`)
	p.until(`!document.querySelector('fieldset') && document.querySelector('ol[aria-busy=false]') !== null`)
	var signs int
	p.do(chromedp.Evaluate(`[...document.querySelectorAll('ol li input')].length`, &signs))
	for i := range signs {
		p.do(chromedp.SendKeys(fmt.Sprintf(`(//ol//li//input)[%d]`, i+1), "they water it"))
	}
	p.sees("4 of 4 can go out")
	assert.Empty(t, p.axe())
	// Somebody sells one of them meanwhile.
	h.Deed(h.Manager, "move-tree", apptest.ByTag(trees[0].Tag), bench.Move{Version: trees[0].Version, To: stock.Sold})
	p.press("button", "Issue 4 sheets")
	p.until(`document.querySelector('[data-testid=batch-answer]')?.innerText === '3 of 4 sheets are out'`)
	p.sees("1 did not go out")
	assert.Empty(t, p.axe())
	var at string
	p.do(chromedp.Location(&at))
	id := regexp.MustCompile(`/together/(\w+)`).FindStringSubmatch(at)[1]
	paper := p.textOfPaper("/api/v1/batches/" + id + "/sheets.pdf?paper=a4")
	for _, tree := range trees[1:] {
		assert.Contains(t, paper, tree.Tag)
	}
	assert.NotContains(t, paper, trees[0].Tag)
	p.goTo("/sheets")
	p.touch(`//summary[normalize-space(.)="Issued together"]`)
	p.sees("3 out, 1 refused")
}
