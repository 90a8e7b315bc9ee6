package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// A manager writes who the house is; the head of the paper says it while it is written, and the next paper has it. The code of a tag,
// which leads there, is scanned anywhere, and opened by a telephone's camera.
func TestTheHouseOnPaper(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/rules/letterhead")
	p.sees("Quarrywell Trees")
	p.fill("Name of the house", "Hollow Oak Trees")
	p.sees("Hollow Oak Trees")
	p.fill("Telephone", "ring us")
	p.press("button", "Save")
	p.sees("This is no telephone number")
	p.fill("Telephone", "+44 1632 960077")
	p.press("button", "Save")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Save' && b.disabled)`)
	assert.Empty(t, p.axe())
	assert.NotContains(t, p.paperOf(1), "+44 1632 960077", "what was handed over stays")
	assert.Contains(t, p.textOfPaper("/api/v1/sheets/1/sheet.pdf?large=true"), "+44 1632 960077")
	p.goTo("/people/log")
	p.sees("who the house is on paper, and where its codes lead")

	tag := h.TreeIn(stock.Unchecked).Tag
	p.goTo("/work")
	p.until(`location.pathname === "/work" && Boolean(document.querySelector("h1"))`)
	p.do(chromedp.Evaluate(`document.activeElement.blur()`, nil))
	p.scan("HTTPS://YARD.QUARRYWELL.EXAMPLE/T/" + tag)
	p.until(`location.pathname === '/bench/` + tag + `'`)
	// By real keys: the first stroke leads to the tag box, which takes the tag from the address.
	p.goTo("/work")
	p.until(`location.pathname === "/work" && Boolean(document.querySelector("h1"))`)
	p.do(chromedp.Evaluate(`document.activeElement.blur()`, nil), chromedp.KeyEvent("HTTPS://YARD.QUARRYWELL.EXAMPLE/T/"+tag+"\r"))
	p.until(`location.pathname === '/bench/` + tag + `'`)
	p.goTo("/T/" + tag)
	p.until(`location.pathname === '/bench/` + tag + `'`)
	p.sees(tag)
}
