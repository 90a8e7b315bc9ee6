package e2e_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/work"
	"sedum/core/stock"
	"sedum/internal/wide"
	"sedum/kernel"
)

// Of two entries that waited, one is refused: it says why and waits for a person; the other goes up. Each that waits can be
// taken back before.
func TestARefusedEntryHoldsNobodyUp(t *testing.T) {
	h := openHouse(t)
	items := apptest.Saw[work.List](h.World, "see-work", kernel.None{}).Tools[0].Items
	require.Greater(t, len(items), 3)
	gone, fine, back := items[0], items[1], items[2]
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")
	var ready bool
	p.do(chromedp.Evaluate(`navigator.serviceWorker.ready.then(() => true)`, &ready, awaitPromise))
	p.goTo("/work")
	p.sees(gone.Tag)
	p.untilKept("see-work", 1)
	address := strings.TrimPrefix(h.address, "http://")
	require.NoError(t, h.server.Close())
	tick := func(tag string) {
		at := `//li[contains(., "` + tag + `")]//button[contains(@aria-label, "` + tag + `")]`
		p.touch(at)
	}
	for i, each := range []work.Item{gone, back, fine} {
		tick(each.Tag)
		noun := "entries are"
		if i == 0 {
			noun = "entry is"
		}
		p.until(fmt.Sprintf(`document.body.innerText.includes('%d %s kept on this device')`, i+1, noun))
	}
	p.press("button", "Show them")
	p.touch(`//section[@aria-label="Kept on this device"]//li[contains(., "` + back.Tag + `")]//button[contains(., "Take back")]`)
	p.until(`document.body.innerText.includes('2 entries are kept on this device')`)
	assert.Empty(t, p.axe())

	// Meanwhile somebody looked at the first tree again, and found it sound: there is no work on it any more.
	h.look(gone.Tag, false)
	require.Equal(t, stock.ForSale, h.Tree(gone.Tag).State)
	h.serve(address)
	p.until(`document.body.innerText.includes('Drop this entry')`)
	p.until(`!document.body.innerText.includes('goes up when the server answers')`)
	assert.Contains(t, p.text(`section[aria-label="Kept on this device"]`), gone.Tag)
	done := func(item work.Item) bool {
		list := h.corrections(item.Tag, item.Key)
		return len(list) > 0 && list[len(list)-1]
	}
	assert.True(t, done(fine), "what came behind it went up")
	assert.False(t, done(back), "what was taken back did not")
	p.press("button", "Drop this entry")
	p.until(`document.querySelector('section[aria-label="Kept on this device"]') === null`)
	assert.Empty(t, p.complaints())
}

// A machine without a camera says so, and a file is still a photograph.
func TestWithoutACamera(t *testing.T) {
	wide.Only(t)
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
