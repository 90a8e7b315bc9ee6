package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// A delivery is typed by someone who knows little of it: the form proposes no figure, what stays empty is assumed and named on the lot,
// and a thing near a customer's spot is nowhere until somebody says how far it stands.
func TestNothingIsStatedThatNobodyTyped(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 900, false)
	p.signIn("Wren Halloway")
	p.goTo("/arrivals/new")
	p.sees("Take in a delivery")
	var figures string
	p.do(chromedp.Evaluate(`[...document.querySelectorAll('fieldset input')].map((i) => i.value).join('')`, &figures))
	assert.Empty(t, figures, "no figure stands there before somebody types one")
	p.fill("Grower", "Marrow Hill Growers")
	p.fill("Kind", "Hornbeam")
	p.press("button", "Take in")
	p.sees("This must be 1 or more.")
	p.fill("Trees", "7")
	p.fill("Pot", "12")
	p.fill("Caliper", "18")
	p.press("button", "Take in 7 trees")
	p.sees("Draw the trees")
	assert.Equal(t, "Not stated, the usual is assumed: kind of pot, width, depth, height.", p.textOf("assumed"))
	var number int
	p.do(chromedp.Evaluate(`Number(location.pathname.split('/').pop())`, &number))
	lot := h.Lot(number)
	assert.InDelta(t, 18, lot.CaliperMM, 0)
	assert.Equal(t, []stock.Assumable{stock.AssumedPot, stock.AssumedWidth, stock.AssumedHeight, stock.AssumedTreeHeight}, lot.Assumed)

	p.goTo("/ground/" + h.SpotOf("Petra Averill").ID)
	p.press("button", "+ wall")
	p.press("button", "Save the ground")
	p.sees("This is needed.")
	assert.Len(t, h.SpotOf("Petra Averill").Ground.Obstacles, 3, "nothing is kept of a wall that is nowhere")
}
