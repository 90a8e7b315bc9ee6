package e2e_test

import (
	"net"
	"net/url"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/copies"
	"sedum/app/sheets"
	"sedum/internal/wide"
	"sedum/kernel"
)

// A customer opens the code of their sheet on a small phone without signing in, ticks off what they do, loses the network and goes on, and
// what they ticked goes up when it is back; the advisor sees it, and closes the page.
func TestACustomersCopyOnASmallPhone(t *testing.T) {
	h := openHouse(t)
	second := kernel.ByNumber{Number: 2}
	ticked := func() map[string]bool {
		out := map[string]bool{}
		for _, each := range apptest.Saw[copies.Ticks](h.World, "sheet-ticks", second).Ticks {
			out[each.Mark] = each.Done
		}
		return out
	}
	counter := h.open(1280, 800, false)
	counter.signIn("Bram Okonedo")
	counter.goTo("/sheets/2")
	counter.sees("Their own page")
	link := apptest.Saw[sheets.LinkPage](h.World, "sheet-link", second).Address
	counter.sees(link)
	at, err := url.Parse(link)
	require.NoError(t, err)

	phone := h.open(360, 740, true)
	phone.do(chromedp.Navigate(link))
	phone.sees("The root flare must end")
	phone.until(`document.documentElement.scrollWidth <= 360`)
	assert.Empty(t, phone.axe())
	assert.NotContains(t, phone.text("body"), "Dorian", "it names nobody")
	phone.until(`document.body.innerText.includes('Stop and call us')`)
	box := func(n string) { phone.touch(`//button[@aria-pressed][contains(., "` + n + `. ")]`) }
	box("1")
	phone.until(`document.querySelectorAll('button[aria-pressed=true]').length === 1`)
	phone.until(`!document.body.innerText.includes('kept on this phone')`)
	require.Eventually(t, func() bool { return ticked()["move-mark-out"] }, patience, 50_000_000)

	// A hose is timed into a can once.
	phone.touch(`//summary[contains(., "How long does your hose run")]`)
	phone.fill("Liters in your can", "10")
	phone.press("button", "Start the hose")
	phone.press("button", "The can is full")
	phone.until(`/So long for one dose: \d+:\d\d min/.test(document.body.innerText)`)

	// Without a network it opens and goes on.
	phone.until(`navigator.serviceWorker.controller !== null`)
	phone.until(`caches.open('copies-read').then((c) => c.keys()).then((k) => { window.kept = k.length }), window.kept === 2`)
	require.NoError(t, h.copied.Close())
	phone.do(chromedp.Reload())
	phone.sees("The root flare must end")
	phone.until(`document.querySelectorAll('button[aria-pressed=true]').length === 1`)
	box("2")
	phone.until(`document.body.innerText.includes('1 kept on this phone')`)
	phone.do(chromedp.Reload())
	phone.until(`document.body.innerText.includes('1 kept on this phone') && document.querySelectorAll('button[aria-pressed=true]').length === 2`)
	assert.False(t, ticked()["move-dig"])
	public, err := net.Listen("tcp", at.Host)
	require.NoError(t, err)
	h.serveCopies(public)
	phone.until(`!document.body.innerText.includes('kept on this phone')`)
	require.Eventually(t, func() bool { return ticked()["move-dig"] }, patience, 50_000_000)

	// The advisor sees it, and closes the page: the phone is told, and keeps nothing.
	counter.goTo("/sheets/2")
	counter.sees("Ticked off there")
	counter.press("button", "Close it")
	counter.sees("It was closed")
	phone.do(chromedp.Reload())
	phone.until(`document.body.innerText.includes('This page has been closed')`)
	counter.press("button", "Make an address")
	counter.until(`document.body.innerText.includes('/c/')`)
	assert.NotEqual(t, link, apptest.Saw[sheets.LinkPage](h.World, "sheet-link", second).Address)
}

// Somebody buys a tree and has no survey: a minute at the counter, from the tree's page, gives the card of that very tree.
func TestATreeGoesHomeWithoutASurvey(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	tag := ""
	for _, lot := range []int{14, 15, 16, 17, 18, 19} {
		if tag == "" {
			for _, each := range h.TreesOf(lot) {
				if each.State == "for-sale" {
					tag = each.Tag
				}
			}
		}
	}
	require.NotEmpty(t, tag)
	p.goTo("/bench/" + tag)
	p.sees("Take-home card")
	p.press("button", "Take-home card")
	require.Eventually(t, func() bool { return cardOf(h, tag) != "" }, patience, 50_000_000)
	text := p.textOfPaper("/api/v1/trees/" + tag + "/take-home.pdf?paper=a4")
	card := cardOf(h, tag)
	p.do(page.BringToFront()) // the paper opened before it
	assert.Contains(t, strings.ReplaceAll(text, " ", ""), card[strings.Index(card, "//")+2:], "where its buyer tells of their ground")
	assert.Contains(t, text, "Take it home")
	assert.Contains(t, text, tag)
	assert.Contains(t, text, "We have not seen your ground")
	assert.Regexp(t, `Gone within \d+ (h|min)`, text)

	hand := h.open(1280, 800, false)
	hand.signIn("Ilsa Tarrow")
	hand.goTo("/bench/" + tag)
	hand.sees("Bench card")
	hand.until(`![...document.querySelectorAll('button')].some((a) => a.innerText.startsWith('Take-home'))`)

	// At home, on a small phone that knows nothing of the house: one question at a time, one of them in Spanish, and the network gone at the end.
	phone := h.open(360, 740, true)
	phone.do(chromedp.Navigate(card))
	phone.sees("Tell us where the")
	assert.Empty(t, phone.axe())
	phone.press("button", "Español")
	phone.sees("Cuéntenos dónde estará")
	phone.press("button", "English (US)")
	phone.press("button", "Begin")
	phone.sees("What is the tree for?")
	phone.press("button", "shade")
	for _, next := range []string{"2 of 11", "3 of 11", "4 of 11", "5 of 11", "6 of 11", "7 of 11"} {
		phone.sees(next)
		phone.press("button", "Do not know")
	}
	phone.sees("8 of 11")
	phone.press("button", "yes")
	for _, next := range []string{"9 of 11", "10 of 11", "11 of 11"} {
		phone.sees(next)
		phone.press("button", "Do not know")
	}
	phone.sees("Whom shall we call?")
	phone.fill("Your name", "Odile Marsh")
	phone.fill("Your telephone number", "555 0142")
	at, err := url.Parse(card)
	require.NoError(t, err)
	require.NoError(t, h.copied.Close())
	phone.press("button", "Send it to the nursery")
	phone.sees("No network just now")
	public, err := net.Listen("tcp", at.Host)
	require.NoError(t, err)
	h.serveCopies(public)
	phone.do(chromedp.Reload())
	phone.sees("Whom shall we call?")
	phone.press("button", "Send it to the nursery")
	phone.sees("Thank you. We make you a plan")
	assert.Empty(t, phone.axe())

	// The counter calls, asks where it is, and has their ground with what they said.
	p.goTo("/ground")
	p.sees("Told from home")
	p.sees("Odile Marsh")
	assert.Empty(t, p.axe())
	p.press("button", "Make it their ground")
	p.fill("Address of the site", "9 Weir Cottages")
	p.fill("Name of the spot", "lawn")
	p.press("button", "Add the customer")
	p.sees("Odile Marsh, lawn")
	p.sees("Water stands here in winter")
}

// cardOf is the address on the take-home card of a tree, "" while it has none.
func cardOf(h *house, tag string) (address string) {
	require.NoError(h.t, h.Tx(func(tx *kernel.Tx) error {
		list, err := kernel.Many[sheets.CardLink](tx, "id", "tree_id = (SELECT id FROM trees WHERE tag = ?)", tag)
		if err == nil && len(list) > 0 {
			address = "http://" + h.copiedAt + "/h/" + list[0].Token
		}
		return err
	}))
	return address
}
