package e2e_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/internal/wide"
)

// A manager writes a price down with a wrong one on the way; an advisor sees from a sheet what its customer's plantings take and cost, leaves a tree out,
// times the hose, and takes the table along.
func TestWhatAnOrderTakesAndCosts(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/rules/prices")
	p.sees("What one of each thing costs here")
	assert.Empty(t, p.axe())
	p.fill("coarse mulch: a bag", "nine")
	p.sees("A price such as 8.50")
	p.fill("coarse mulch: a bag", "9,40")
	p.touch(`//form[contains(., "oarse mulch")]//button[normalize-space(.)="Save"]`)
	p.until(`[...document.querySelectorAll('form')].find(f => /oarse mulch/.test(f.innerText)).querySelector('input').value === '9.40'`)

	p.goTo("/sheets/1")
	p.press("a", "What it takes, and costs")
	p.sees("What it takes: Maud Ferriter")
	p.until(`/\$\d+\.\d\d/.test(document.querySelector('[data-testid=order-total]').innerText)`)
	assert.Empty(t, p.axe())
	p.sees("Time the hose into a can once")
	p.fill("Your can holds", "10")
	p.fill("The hose fills it in", "30")
	p.until(`/The hose runs \d+ minute/.test(document.querySelector('[data-testid=hose]').innerText)`)
	before := p.text(`[data-testid=order-total]`)
	p.touch(`//label[contains(., "We plant")]`)
	p.until(fmt.Sprintf(`document.querySelector('[data-testid=order-total]').innerText !== %q`, before))
	p.touch(`//section[@aria-labelledby="order-trees"]//label`)
	p.sees("Choose at least one tree.")
	p.until(`document.querySelector('[data-testid=order-total]').innerText === '$0.00'`)
	p.touch(`//section[@aria-labelledby="order-trees"]//label`)
	assert.Contains(t, string(p.file("/api/v1/sheets/1/order.csv?without=&hands=true")), "coarse mulch")
}

// A better tree is found for a customer: from the sheet to the match and the plan, and the new sheet and its paper say in whose place it goes.
func TestAnotherTreeInThePlaceOfASheets(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	before := h.Tree(h.tagIn(17, "reserved")).Tag
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/sheets/1")
	p.press("a", "Another tree in its place")
	p.sees("Choose the tree that goes in the place of that of sheet 1.")
	p.touch(`(//a[contains(@href, "/plan/") and contains(@href, "replaces=1")])[1]`)
	p.sees("Issue in place of sheet 1")
	p.answerTheDay()
	p.until(`!([...document.querySelectorAll('button')].find((b) => b.innerText === 'Issue in place of sheet 1') ?? { disabled: true }).disabled`)
	p.press("button", "Issue in place of sheet 1")
	p.sees("Sheet 3")
	p.goTo("/sheets/1")
	p.sees("Replaced on")
	assert.Contains(t, p.textOfPaper("/api/v1/sheets/3/sheet.pdf?paper=a4"), "the tree, which was Quince "+before)
	assert.EqualValues(t, "for-sale", h.Tree(before).State)
}
