package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
)

// because opens a deed that asks for its reason, says why, and does it.
func (p *hand) because(label, reason string) {
	p.t.Helper()
	at := fmt.Sprintf(`//details[summary[normalize-space(.)=%q]]`, label)
	p.do(chromedp.WaitVisible(at, chromedp.BySearch), chromedp.Click(at+"/summary", chromedp.BySearch),
		chromedp.WaitVisible(at+`//label[normalize-space(.)="Reason"]/following-sibling::input`, chromedp.BySearch),
		chromedp.SendKeys(at+`//label[normalize-space(.)="Reason"]/following-sibling::input`, reason, chromedp.BySearch),
		chromedp.Click(at+`//button[normalize-space(.)=`+fmt.Sprintf("%q", label)+`]`, chromedp.BySearch))
}

// What was entered by mistake is mended on the screen, each with its reason: a lot released with nobody having looked and opened again, a
// sale, a lost tag, what stands apart, a sheet, and the ground under it.
func TestMistakesAreMendedAtTheCounter(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")

	// A release that no complete look stands behind needs a reason and is called so; the lot is opened again.
	p.goTo("/lots/20")
	p.press("button", "Release")
	p.press("button", "Release the lot")
	p.sees("counts as released unchecked")
	p.fill("Why, if it needs saying", "the grower checked them")
	p.press("button", "Release the lot")
	p.sees("Released: Wren Halloway")
	assert.Equal(t, stock.Unreleased, h.TreesOf(20)[0].State)
	p.because("Open this lot again", "we look at them after all")
	p.sees("Opened again")
	assert.Equal(t, stock.Unchecked, h.TreesOf(20)[0].State)

	// A sale entered at the wrong tree.
	sold := h.rows(stock.ForSale)[0].Tag
	p.goTo("/bench/" + sold)
	p.press("button", "Sell")
	p.sees("That was a mistake")
	p.because("That was a mistake", "the wrong tag")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Sell')`)
	assert.Equal(t, stock.ForSale, h.Tree(sold).State)

	// A torn tag: another, and the old one leads here.
	p.because("The tag is lost or torn", "torn by the wind")
	p.until(`!location.pathname.endsWith(` + fmt.Sprintf("%q", sold) + `)`)
	fresh := h.Tree(sold).Tag
	assert.NotEqual(t, sold, fresh)
	p.sees(fresh)

	// Apart ends by a manager's word with a reason.
	apart := h.rows(stock.Apart)[0].Tag
	p.goTo("/bench/" + apart)
	p.press("button", "Back to the bench")
	p.sees("Say why it may come back")
	p.fill("Note", "it was the label of another")
	p.press("button", "Back to the bench")
	p.until(`![...document.querySelectorAll('button')].some((b) => b.innerText === 'Back to the bench')`)
	assert.Equal(t, stock.NotJudged, h.Tree(apart).State)

	// A sheet is revised: the day is asked again, the old one says by which it is replaced.
	p.goTo("/sheets/1")
	p.press("a", "Revise")
	p.answerTheDay()
	p.press("button", "Issue in place of sheet 1")
	p.until(`location.pathname.startsWith('/sheets/') && location.pathname !== '/sheets/1'`)
	p.goTo("/sheets/1")
	p.sees("Plant by that one.")

	// The marking was another garden's: nobody digs, and whoever opens the sheet is told.
	spot := h.SpotOf("Maud Ferriter").ID
	p.goTo("/ground/" + spot)
	p.because("Take the marking back", "it was another garden's")
	p.sees("Buried services are not marked")
	p.goTo("/sheets/3")
	p.sees("nobody digs")
	assert.Empty(t, p.complaints())
}
