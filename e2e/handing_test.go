package e2e_test

import (
	"fmt"
	"net/http"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/kernel"
)

// dates types a day into a field of the page.
func (p *hand) dates(label string, on time.Time) {
	p.t.Helper()
	p.do(chromedp.SendKeys(fmt.Sprintf(`//label[contains(., %q)]//input`, label), on.Format("01022006"), chromedp.BySearch))
}

// Whoever moves away says so on their telephone; the week's board says it to the house; a manager hands the ground to who comes, a wrong day first;
// the old telephone opens nothing more, and the tree is on the lists under its new name.
func TestAGardenChangesHands(t *testing.T) {
	h := withPlanted(t)
	line := plantedOf(h, "Kit Lowther")
	link := apptest.Saw[sheets.LinkPage](h.World, "sheet-link", kernel.ByNumber{Number: line.Number}).Address
	now := time.Now().UTC()
	phone := h.open(360, 740, true)
	phone.do(chromedp.Navigate(link))
	phone.sees("You move away?")
	phone.press("button", "Filled the watering bag")
	require.Eventually(t, func() bool {
		entries := apptest.Saw[planted.Page](h.World, "see-planted", kernel.ByID{ID: line.ID}).Entries
		return len(entries) > 0 && entries[len(entries)-1].Way == "bag"
	}, patience, 50*time.Millisecond)
	phone.dates("We leave on", now.AddDate(0, 0, 3))
	phone.press("button", "Tell you")
	phone.sees("You told us that you leave on")
	phone.until(`document.documentElement.scrollWidth <= 360`)
	assert.Empty(t, phone.axe())
	phone.snap("copy-leaves", `document.querySelector('[aria-label="You move away?"]').scrollIntoView()`)

	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/week")
	p.sees("They leave: hand the ground over")
	p.press("a", "They leave: hand the ground over")
	p.sees("as they told on their copy")
	p.press("button", "Hand the ground over")
	p.sees("It cannot be undone")
	p.fill("Who lives here now", "Jory Penrose")
	p.fill("Their telephone", "555 0707")
	p.dates("Since", now.AddDate(0, 0, 2))
	p.press("button", "Hand it over")
	p.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	assert.Empty(t, p.axe())
	p.snap("hand-over", `document.getElementById('owner').scrollIntoView()`)
	p.do(chromedp.Evaluate(`document.querySelector('form [aria-invalid=true]').focus()`, nil))
	p.dates("Since", now)
	p.press("button", "Hand it over")
	p.says("said", "The ground is Jory Penrose’s now.")
	p.sees("Jory Penrose has had this ground since")
	p.snap("handed-over", `document.getElementById('owner').scrollIntoView()`)
	p.goTo("/planted")
	p.sees("Jory Penrose")
	p.until(`!document.body.innerText.includes('Lowther')`)

	phone.do(chromedp.Evaluate(`caches.keys().then((all) => Promise.all(all.map((name) => caches.delete(name)))).then(() => true)`, nil, chromedp.EvalAsValue, awaitPromise))
	phone.do(chromedp.Navigate(link))
	phone.until(`document.readyState === 'complete' && document.body.innerText.length > 20 && !document.body.innerText.includes('This week')`)
	answer, err := http.Get(link + "/data")
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	assert.Equal(t, http.StatusNotFound, answer.StatusCode, "the old address is none any more")
	p.goTo(fmt.Sprintf("/sheets/%d", line.Number))
	p.sees("Jory Penrose")
	p.press("button", "Make an address")
	require.Eventually(t, func() bool {
		fresh := apptest.Saw[sheets.LinkPage](h.World, "sheet-link", kernel.ByNumber{Number: line.Number}).Address
		return fresh != "" && fresh != link
	}, patience, 50*time.Millisecond)
}
