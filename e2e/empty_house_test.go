package e2e_test

import (
	"context"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"github.com/chromedp/chromedp"

	"sedum/app"
	"sedum/app/apptest"
	"sedum/app/people"
	"sedum/database/testdb"
	"sedum/kernel"
	"sedum/ui"
)

// A house that has nothing yet: the first manager by the code on the console, the kinds that ship, a delivery, and its first tree on the bench.
func TestAnEmptyHouseIsMadeUsable(t *testing.T) {
	k := testdb.Open(t, app.Settings{Pages: ui.Pages()})
	code := ""
	require.NoError(t, k.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) (err error) {
		code, err = people.FirstCode(tx)
		return err
	}))
	h := &house{World: &apptest.World{Kernel: k, T: t}, t: t}
	h.serve("127.0.0.1:0")
	t.Cleanup(func() { _ = h.server.Close() })
	p := h.open(1280, 800, false)
	p.goTo("/")
	p.sees("The first manager")
	assert.Empty(t, p.axe())
	p.fill("The code on the server", "aaaa-bbbb-cccc-dddd")
	p.fill("Your name", "Tamsin Oake")
	p.fill("You sign in as", "tamsin")
	p.fill("A password", "password1234")
	p.press("button", "Be the first manager")
	p.sees("This is not the code")
	p.fill("The code on the server", strings.ToUpper(code))
	p.press("button", "Be the first manager")
	p.sees("A guesser would try this early.")
	p.fill("A password", "quince ladder north teapot")
	p.press("button", "Be the first manager")
	p.do(chromedp.WaitVisible("#tag-box", chromedp.ByQuery))
	for _, place := range []string{"/arrivals", "/bench", "/work", "/clock", "/ground", "/match", "/sheets", "/growers", "/rules", "/stocktake", "/people", "/access"} {
		p.goTo(place)
		p.do(chromedp.WaitVisible("main h1", chromedp.ByQuery))
		assert.Empty(t, p.axe(), place)
	}
	p.goTo("/kinds")
	p.press("button", "Begin with these")
	p.sees("Hornbeam")
	p.goTo("/arrivals/new")
	p.fill("Grower", "Marrow Hill Growers")
	p.fill("Kind", "Hornbeam")
	p.fill("Trees", "2")
	p.fill("Pot", "15")
	p.press("button", "Take in")
	p.until(`location.pathname.startsWith('/lots/')`)
	p.goTo("/bench")
	p.sees("Hornbeam")
	assert.Empty(t, p.complaints())

	second := h.open(1280, 800, false)
	second.goTo("/")
	second.do(chromedp.WaitVisible("#password", chromedp.ByQuery))
	assert.NotContains(t, second.text("main"), "The first manager")
}
