package e2e_test

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/desk"
	"sedum/store"
)

// A look that an earlier version of the page kept on the device goes up like any other.
func TestWhatAnEarlierPageKeptIsNotLost(t *testing.T) {
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	p := h.open(834, 1194, true)
	p.goTo("/readyz") // the same place, without the page
	p.do(chromedp.Evaluate(fmt.Sprintf(`new Promise((done, failed) => {
		const open = indexedDB.open('sedum', 1)
		open.onupgradeneeded = () => {
			open.result.createObjectStore('looks', { keyPath: 'seq', autoIncrement: true })
			open.result.createObjectStore('cache')
		}
		open.onerror = () => failed(open.error)
		open.onsuccess = () => {
			const put = open.result.transaction('looks', 'readwrite').objectStore('looks').add({
				key: 'kept-by-an-earlier-page', tag: %q, common: 'Hornbeam', version: 1, afterWork: false,
				readings: { above: { leader: 'one', trunk: 'clean' }, probes: [], roots: [], roots_looked: false, caliper_mm: 31 },
				person: 'Ilsa Tarrow', at: new Date(Date.now() - 3600_000).toISOString(),
			})
			put.onsuccess = () => { open.result.close(); done(true) }
			put.onerror = () => failed(put.error)
		}
	})`, tag), nil, awaitPromise))
	p.signIn("Ilsa Tarrow")
	var checks []store.Check
	require.Eventually(t, func() bool {
		v, err := h.desk.Tree(context.Background(), h.caller(store.Manager), tag)
		require.NoError(t, err)
		checks = v.Checks
		return len(checks) == 1
	}, patience, 100*1e6)
	assert.InDelta(t, 31, *checks[0].Readings.CaliperMM, 0)
	p.until(`!document.body.innerText.includes('kept on this device')`)
	assert.Empty(t, p.complaints())
}

// Of two entries that waited, one is refused: it says why and waits for a person; the other goes up. Each that waits can be
// taken back before.
func TestARefusedEntryHoldsNobodyUp(t *testing.T) {
	h := openHouse(t)
	ctx, who := context.Background(), h.caller(store.YardHand)
	work, err := h.desk.WorkList(ctx, who)
	require.NoError(t, err)
	items := work.Tools[0].Items
	require.Greater(t, len(items), 3)
	gone, fine, back := items[0], items[1], items[2]
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")
	var ready bool
	p.do(chromedp.Evaluate(`navigator.serviceWorker.ready.then(() => true)`, &ready, awaitPromise))
	p.goTo("/work")
	p.sees(gone.Tree.Tag)
	p.untilKept("work", 1)
	address := strings.TrimPrefix(h.address, "http://")
	require.NoError(t, h.server.Close())
	tick := func(tag string) {
		at := `//li[contains(., "` + tag + `")]//button[contains(@aria-label, "` + tag + `")]`
		p.do(chromedp.WaitVisible(at, chromedp.BySearch), chromedp.Click(at, chromedp.BySearch))
	}
	for i, each := range []desk.WorkItem{gone, back, fine} {
		tick(each.Tree.Tag)
		noun := "entries are"
		if i == 0 {
			noun = "entry is"
		}
		p.until(fmt.Sprintf(`document.body.innerText.includes('%d %s kept on this device')`, i+1, noun))
	}
	p.press("button", "Show them")
	p.do(chromedp.Click(`//section[@aria-label="Kept on this device"]//li[contains(., "`+back.Tree.Tag+`")]//button[contains(., "Take back")]`, chromedp.BySearch))
	p.until(`document.body.innerText.includes('2 entries are kept on this device')`)
	assert.Empty(t, p.axe())

	// Meanwhile somebody looked at the first tree again, and found it sound: there is no work on it any more.
	h.look(gone.Tree.Tag, false)
	v, err := h.desk.Tree(ctx, who, gone.Tree.Tag)
	require.NoError(t, err)
	require.Equal(t, stock.ForSale, v.Tree.State)
	h.serve(address)
	p.until(`document.body.innerText.includes('Drop this entry')`)
	p.until(`!document.body.innerText.includes('goes up when the server answers')`)
	assert.Contains(t, p.text(`section[aria-label="Kept on this device"]`), gone.Tree.Tag)
	done := func(item desk.WorkItem) bool {
		v, err := h.desk.Tree(ctx, who, item.Tree.Tag)
		require.NoError(t, err)
		return v.Done[item.Work.Key]
	}
	assert.True(t, done(fine), "what came behind it went up")
	assert.False(t, done(back), "what was taken back did not")
	p.press("button", "Drop this entry")
	p.until(`document.querySelector('section[aria-label="Kept on this device"]') === null`)
	assert.Empty(t, p.complaints())
}

// A machine without a camera says so, and a file is still a photograph.
func TestWithoutACamera(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(14, "unchecked"))
	p.press("summary", "Photographs")
	p.press("button", "Take one")
	p.until(`document.querySelector('[role=dialog]')?.innerText.includes('Close this and choose a file.')`)
	assert.Empty(t, p.axe())
	p.do(chromedp.KeyEvent("\x1b"))
	p.until(`document.querySelector('[role=dialog]') === null`)
	p.sees("From a file")
	assert.Empty(t, p.complaints())
}
