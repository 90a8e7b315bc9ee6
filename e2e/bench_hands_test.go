package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/core/stock"
	"sedum/internal/wide"
)

// circles are the eight depths round the trunk as they stand on the screen.
func (p *hand) circles() (out []string) {
	p.t.Helper()
	p.do(chromedp.Evaluate(`[...document.querySelectorAll('input[aria-label$="°, depth"]')].map((i) => i.value)`, &out))
	return out
}

func (p *hand) pad(keys ...string) {
	p.t.Helper()
	for _, key := range keys {
		at := fmt.Sprintf(`//main//button[normalize-space(.)=%q]`, key)
		p.touch(at)
	}
}

// The pad has one rule: a value, then next. It goes on by itself only for who switched that on, and then once. A circle come back to is
// replaced.
func TestThePadHasOneRule(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(14, "unchecked"))
	p.press("button", "At the line")
	p.fill("Ball height", "280")
	p.do(chromedp.Click(`input[aria-label^="tag side"]`, chromedp.ByQuery))
	p.pad("9", "2")
	p.pad("0", "next", "4", "8", "next", "Nothing to 150 mm")
	assert.Equal(t, []string{"920", "48", "–", "", "", "", "", ""}, p.circles(), "no depth moves the hand on by itself")
	p.do(chromedp.Click(`input[aria-label^="tag side"]`, chromedp.ByQuery))
	p.pad("9", "2", "next", "next", "next", "1", "0", "1")
	assert.Equal(t, []string{"92", "48", "–", "101", "", "", "", ""}, p.circles(), "what is come back to is replaced; what is passed stays")
	p.press("button", "Clear all eight")
	assert.Equal(t, make([]string, 8), p.circles())
	p.press("button", "Undo")
	assert.Equal(t, []string{"92", "48", "–", "101", "", "", "", ""}, p.circles())
	p.press("button", "Clear all eight")

	p.touch(`//label[contains(., "Go on by itself")]//input`)
	p.do(chromedp.Click(`input[aria-label^="tag side"]`, chromedp.ByQuery))
	p.pad("3", "6", "next", "4", "7")
	p.pad("5", "8")
	assert.Equal(t, []string{"36", "47", "58", "", "", "", "", ""}, p.circles(), "on once: next out of habit skips nothing")
}

// A look that the device kept can be undone and begun again like any other, and beginning again can be undone.
func TestARestoredLookIsUndone(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(14, "unchecked"))
	p.press("button", "All sound above the line")
	p.fill("Caliper", "31")
	p.do(chromedp.Reload())
	p.sees("All sound above the line")
	chosen := `document.querySelectorAll('[role=tabpanel] [role=radio][data-state="on"]').length`
	p.until(chosen + ` >= 5`)
	p.press("button", "Start over")
	p.until(chosen + ` === 0`)
	p.press("button", "Undo")
	p.until(chosen + ` >= 5`)
	p.press("button", "Undo")
	p.until(chosen + ` === 0`)
}

// Uncovering is work: ticked on the work list it leads back to the tree, where the depth is asked for.
func TestUncoveringIsWorkAndLeadsBack(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + tag)
	p.enterBuriedTree()
	p.sees("Roots fall away from the flare")
	p.press("button", "Save this look")
	p.until(`document.querySelector('[data-testid="said"]')?.innerText.includes('` + tag + ` saved')`)
	p.goTo("/work")
	p.do(chromedp.Click(`button[aria-label*="Uncover"][aria-label*="`+tag+`"]`, chromedp.ByQuery))
	p.until(`location.pathname === '/bench/` + tag + `'`)
	p.sees("The flare was uncovered")
	p.until(`document.activeElement.labels?.[0]?.innerText === 'Flare seen, depth'`)
	p.do(chromedp.KeyEvent("66"))
	p.sees("Flare seen 66 mm deep")
	v := h.Tree(tag)
	assert.EqualValues(t, "not-yet-judged", v.State, "nothing is judged before it is measured")
}

// A tree that a customer brings back was sound when it was sold; nothing of that look stands in the new one, and Save sells nothing.
func TestAReturnedTreeIsLookedAtAnew(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	tag := h.tagIn(16, "for-sale")
	for _, m := range []bench.Move{{To: stock.Sold}, {To: stock.NotJudged, Note: "the hole was full of water"}} {
		m.Version = h.Tree(tag).Version
		h.Deed(h.Advisor, "move-tree", apptest.ByTag(tag), m)
	}
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + tag)
	p.sees("All sound above the line")
	assert.Equal(t, []string{"", "", "", "", "", "", "", ""}, func() []string { p.press("button", "At the line"); return p.circles() }())
	p.press("button", "Save this look")
	p.until(`document.querySelector('[data-testid="said"]')?.innerText.includes('saved')`)
	assert.Equal(t, stock.NotJudged, h.Tree(tag).State)
}
