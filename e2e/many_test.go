package e2e_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
)

// Many trees at once, by touch: chosen, held with one reason, put back with one undo; and a lot that is counted by scanning, with what is
// missing and what should not be there.
func TestManyAtOnceAndAStocktake(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/bench?state=unchecked")
	p.press("button", "Choose several")
	p.do(chromedp.WaitVisible(`//label[contains(., "shown")]/input`, chromedp.BySearch), chromedp.Click(`//label[contains(., "shown")]/input`, chromedp.BySearch))
	p.sees("15 chosen")
	p.press("button", "Hold")
	p.fill("Why", "hail last night")
	p.do(chromedp.SendKeys(`//label[contains(., "Look again on")]//input`, h.Clock().AddDate(0, 0, 9).Format("01022006"), chromedp.BySearch))
	p.press("button", "Hold 15 trees")
	p.sees("15 trees held. hail last night")
	p.press("button", "Undo")
	p.sees("Undone: held no more.")

	p.goTo("/bench")
	p.press("a", "Stocktake")
	p.sees("Nobody has counted yet.")
	p.goTo("/lots/14")
	p.press("button", "Count this lot")
	p.sees("Scan or type a tag")
	var tags []string
	p.do(chromedp.WaitVisible(`//h2[contains(., "Not scanned")]`, chromedp.BySearch),
		chromedp.Evaluate(`[...document.querySelectorAll('a.figure[href^="/bench/"]')].map((a) => a.textContent)`, &tags))
	require.Greater(t, len(tags), 3)
	box := `//label[contains(., "Scan or type a tag")]/input`
	for _, tag := range tags[2:] {
		p.do(chromedp.SendKeys(box, strings.ToLower(tag)+"\r", chromedp.BySearch))
	}
	p.sees("2 missing")
	p.do(chromedp.SendKeys(box, "5012345678900\r", chromedp.BySearch))
	p.sees("is no tag of ours")
	other := ""
	for _, row := range h.rows(stock.ForSale) {
		if row.LotNumber != 14 {
			other = row.Tag
		}
	}
	p.do(chromedp.SendKeys(box, other+"\r", chromedp.BySearch))
	p.sees("It belongs to another lot:")
	p.press("button", "With all of these")
	p.press("button", "Lost")
	p.fill("Why", "not found in two rounds")
	p.press("button", "Enter 2 as lost")
	p.sees("2 trees entered as lost.")
	p.press("button", "Close the stocktake")
	p.sees("It is closed, and stays as it was counted.")
	var answer string
	p.do(chromedp.Text(`[data-testid="stocktake-answer"]`, &answer, chromedp.ByQuery))
	assert.Equal(t, "0 missing", answer, "what is lost is not expected")
}
