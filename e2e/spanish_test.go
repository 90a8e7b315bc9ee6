package e2e_test

import (
	"fmt"
	"regexp"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// english are words that no Spanish page says; kinds, places and people keep their names.
var english = regexp.MustCompile(`(?i)\b(the|and|with|from|when|your|nobody|which|show|looked|save|open|close|missing)\b`)

// names of the demo that stand in English on every page.
var names = strings.NewReplacer("low corner by the ditch", "", "lily of the valley", "")

// A yard hand chooses Spanish, and every page of theirs speaks it; on another device too, for it is theirs and not the device's. An advisor who reads
// English issues a sheet in Spanish to a customer who does.
func TestEveryPageSpeaksSpanish(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.press("button", "Ilsa Tarrow")
	p.touch(`//*[@role="menuitemradio"][contains(., "Español")]`)
	p.until(`document.documentElement.lang === 'es' && /por mirar/.test(document.body.innerText)`)

	q := h.open(390, 844, true)
	q.signIn("Ilsa Tarrow")
	q.until(`document.documentElement.lang === 'es' && /por mirar/.test(document.body.innerText)`)
	tag := h.TreeIn(stock.ForSale).Tag
	fresh := h.TreeIn(stock.Unchecked).Tag
	for _, each := range []*hand{p, q} {
		for _, at := range []string{"/", "/arrivals", "/arrivals/new", "/bench", "/bench/" + tag, "/bench/" + fresh, "/work", "/clock", "/lots/14", "/growers", "/stocktake", "/ground", "/sheets", "/sheets/1", "/rules", "/kinds", "/access", "/rules/prices"} {
			each.goTo(at)
			each.until(`document.querySelector('main h1, main h2') !== null && !/Un momento/.test(document.querySelector('main').innerText)`)
			each.settle()
			said := each.text("main")
			for _, line := range strings.Split(names.Replace(said), "\n") {
				assert.NotRegexp(t, english, line, at)
			}
			var wide bool
			each.do(chromedp.Evaluate(`document.documentElement.scrollWidth > innerWidth + 1`, &wide))
			assert.False(t, wide, "%s is wider than its screen", at)
		}
	}
	assert.Empty(t, p.axe())

	counter := h.open(1280, 800, false)
	counter.signIn("Bram Okonedo")
	counter.goTo(fmt.Sprintf("/plan/%s/%s", h.SpotOf("Petra Averill").ID, tag))
	counter.sees("Language of the sheet")
	counter.answerTheDay()
	counter.do(chromedp.Evaluate(`(() => { const s = [...document.querySelectorAll('label')].find(l => l.innerText.includes('Language of the sheet')).querySelector('select');
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, 'es'); s.dispatchEvent(new Event('change', { bubbles: true })) })()`, nil))
	counter.until(`!(document.querySelector('button.deed') ?? { disabled: true }).disabled`)
	counter.press("button", "Issue the sheet")
	counter.sees("Sheet 3")
	paper := counter.textOfPaper("/api/v1/sheets/3/sheet.pdf?paper=a4")
	assert.Contains(t, paper, "Antes de cavar")
	assert.Contains(t, paper, "Manténgalo vivo")
	assert.NotContains(t, paper, "Before you dig")
}
