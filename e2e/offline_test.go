package e2e_test

import (
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// The network is cut in the middle of entering, the tab closed and opened again: nothing is lost, nothing doubled, and no
// verdict is shown that no server gave.
func TestTheNetworkIsCutInTheMiddleOfEntering(t *testing.T) {
	h := openHouse(t)
	first := h.tagIn(14, "unchecked")
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + first)
	p.sees("Hornbeam")
	var ready bool
	p.do(chromedp.Evaluate(`navigator.serviceWorker.ready.then(() => true)`, &ready, awaitPromise))
	require.True(t, ready)
	// The next trees are fetched ahead, and the answers are kept on the device within a second or two.
	p.untilKept("see-tree", 3)
	address := strings.TrimPrefix(h.address, "http://")
	require.NoError(t, h.server.Close())

	enter := func() {
		p.press("button", "All sound above the line")
		p.fill("Caliper", "32")
		p.press("button", "At the line")
		p.fill("Ball height", "280")
		p.fill("Ball width", "330")
		p.press("button", "The flare shows")
		p.press("button", "Below")
		p.press("button", "All sound: firm")
	}
	enter()
	p.until(`document.body.innerText.includes('No verdict yet')`)
	p.press("button", "Save this look")
	p.until(`document.body.innerText.includes('1 entry is kept on this device')`)
	p.until(`document.querySelector('[role=alert]')?.innerText.includes('The server is out of reach')`)
	p.until(`location.pathname.startsWith('/bench/') && !location.pathname.includes('` + first + `')`)
	p.sees("Hornbeam")
	enter()
	p.press("button", "Save this look")
	p.until(`document.body.innerText.includes('2 entries are kept on this device')`)
	p.sees("Hornbeam")
	p.press("button", "All sound above the line")
	p.fill("Caliper", "31")
	var third string
	p.do(chromedp.Evaluate(`location.pathname.slice(7)`, &third))

	// The tab is closed and opened without a network.
	p.do(chromedp.Reload())
	p.until(`document.body.innerText.includes('2 entries are kept on this device')`)
	p.sees("Hornbeam")
	var caliper string
	p.do(chromedp.Value(byLabel("Caliper"), &caliper, chromedp.BySearch))
	assert.Equal(t, "31", caliper, "what was typed is still there")

	h.serve(address)
	p.until(`!document.body.innerText.includes('kept on this device')`)
	checked := 0
	for _, r := range h.TreesOf(14) {
		if r.Number <= 5 { // looked at before the demo began
			continue
		}
		v := h.Tree(r.Tag)
		assert.LessOrEqual(t, len(v.Checks), 1, r.Tag)
		if len(v.Checks) == 1 {
			checked++
			assert.Equal(t, stock.ForSale, v.State, "%+v", v.Checks[0].Assessment.Missing)
		}
	}
	assert.Equal(t, 2, checked)
	assert.NotEmpty(t, third)
	assert.Equal(t, http.StatusOK, p.status("/readyz"))
}

// untilKept waits until the device keeps as many answers of a name in its own database.
func (p *hand) untilKept(name string, n int) {
	p.t.Helper()
	count := `new Promise((done) => {
		const open = indexedDB.open('sedum')
		open.onerror = () => done(0)
		open.onsuccess = () => {
			const ask = open.result.transaction('cache').objectStore('cache').get('queries')
			ask.onerror = () => done(0)
			ask.onsuccess = () => {
				open.result.close()
				done((ask.result?.clientState.queries ?? []).filter((q) => q.queryKey[0] === '` + name + `').length)
			}
		}
	})`
	assert.EventuallyWithT(p.t, func(c *assert.CollectT) {
		var kept int
		if err := chromedp.Run(p.ctx, chromedp.Evaluate(count, &kept, awaitPromise)); assert.NoError(c, err) {
			assert.GreaterOrEqual(c, kept, n)
		}
	}, patience, 100*time.Millisecond)
}

// status asks an address as the page does.
func (p *hand) status(path string) int {
	p.t.Helper()
	var code int
	p.do(chromedp.Evaluate(`fetch('`+path+`').then(r => r.status)`, &code, awaitPromise))
	return code
}

// Fast hands: a sound tree takes at most 12 touches beside the digits of its probes, and the next tree comes without a list between.
func TestASoundTreeTakesFewTouches(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + tag)
	p.sees("Hornbeam")
	p.do(chromedp.Evaluate(`localStorage.setItem('sedum.walk-goes-on', 'yes')`, nil), chromedp.Reload()) // switched on by this person
	p.sees("Hornbeam")
	touches := 0
	touch := func(text string) {
		touches++
		p.press("button", text)
	}
	touch("As the last one")
	touch("All sound above the line")
	p.until(`document.querySelector('[role=tab][data-state=active]').innerText === 'At the line'`)
	for range 8 {
		for _, digit := range []string{"3", "6"} {
			at := `//button[normalize-space(.)="` + digit + `"]`
			p.touch(at)
		}
	}
	p.until(`document.querySelector('[role=tab][data-state=active]').innerText === 'Below'`)
	touch("All sound: firm")
	p.sees("Sell")
	touch("Save this look")
	p.until(`!location.pathname.includes('` + tag + `')`)
	assert.LessOrEqual(t, touches, 12)
	v := h.Tree(tag)
	assert.Equal(t, stock.ForSale, v.State)
	require.Len(t, v.Checks[0].Readings.Probes, 8)
	assert.InDelta(t, 36, *v.Checks[0].Readings.Probes[7].DepthMM, 0)

	// A scanner from anywhere: what it types into a field is taken out again.
	other := h.tagIn(15, "unchecked")
	p.fill("Caliper", "31")
	p.scan(other)
	p.until(`location.pathname === '/bench/` + other + `'`)
}
