package e2e_test

import (
	"fmt"
	"strconv"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// numbers are the figures that a script finds in a page, each the first number of a text.
func (p *hand) numbers(script string) []int {
	p.t.Helper()
	var texts []string
	p.do(chromedp.Evaluate(script+`.map((e) => (e.textContent.match(/\d+/) ?? ['-1'])[0])`, &texts))
	out := []int{}
	for _, text := range texts {
		n, err := strconv.Atoi(text)
		require.NoError(p.t, err, text)
		out = append(out, n)
	}
	return out
}

func sum(list []int) (total int) {
	for _, n := range list {
		total += n
	}
	return total
}

// How many trees are to check is one number, wherever it is told, before a look and after it.
func TestCountsAgreeEverywhere(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	for range 2 {
		left := len(h.rows(stock.Unchecked))
		p.goTo("/")
		p.sees("to check")
		// What the device keeps is shown first, and the house's answer a moment later.
		p.until(fmt.Sprintf(`document.querySelector('h1').textContent.match(/\d+/)?.[0] === '%d'`, left))
		assert.Equal(t, []int{left}, p.numbers(`[document.querySelector('h1')]`), "today's headline")
		p.goTo("/bench?state=unchecked")
		p.sees("Lots")
		p.until(`document.querySelectorAll('a[href^="/bench/"]').length > 0`)
		assert.Equal(t, []int{left}, p.numbers(`[document.querySelector('[data-testid="to-check"]')]`), "the bench")
		lots := p.numbers(`[...document.querySelectorAll('section[aria-labelledby="lots"] li .figure')]`)
		assert.Equal(t, left, sum(lots), "its lots")
		p.press("button", "Choose several")
		shown := p.numbers(`[...document.querySelectorAll('label')].filter((l) => l.textContent.includes('shown'))`)
		more := p.numbers(`[...document.querySelectorAll('button')].filter((b) => /Show all/.test(b.textContent))`)
		if len(more) > 0 {
			shown = more
		}
		assert.Equal(t, []int{left}, shown, "the trees that are listed")
		h.SaveLook(h.tagIn(14, "unchecked"), stock.Readings{Above: stock.Above{Life: "brown-to-trunk"}})
	}
}

// The bench opens on what is to be done now, not on every tree there is, and finding a tree is on its first screen at every width.
func TestTheBenchOpensOnWhatIsToBeDone(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	for _, size := range [][2]int64{{390, 844}, {834, 1194}, {1280, 800}} {
		p := h.open(size[0], size[1], size[0] < 1280)
		p.signIn("Ilsa Tarrow")
		p.goTo("/bench")
		p.sees("Lots")
		p.until(`document.querySelectorAll('a[href^="/bench/"]').length > 0`)
		var seen struct{ Bottom, High float64 }
		p.do(chromedp.Evaluate(`({ bottom: document.querySelector('main input[type="search"]').getBoundingClientRect().bottom, high: document.documentElement.scrollHeight })`, &seen))
		what := fmt.Sprintf("%dx%d", size[0], size[1])
		assert.LessOrEqual(t, seen.Bottom, float64(size[1]), what)
		assert.LessOrEqual(t, seen.High, 4*float64(size[1]), "%s: a few screens, not the whole yard", what)
	}
}

// A spot of which nothing is known yet is no verdict on our trees: what is missing is said, and where to enter it.
func TestAnEmptySpotIsAskedForWhatItLacks(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground")
	p.choose("Nearest weather station", "other: by latitude")
	p.do(chromedp.SendKeys("#new-name", "Hesper Vane", chromedp.ByQuery), chromedp.SendKeys("#new-lat_deg", "47", chromedp.ByQuery),
		chromedp.SendKeys("#new-address", "1 Weir Cottages", chromedp.ByQuery), chromedp.SendKeys("#new-spot_name", "behind the shed", chromedp.ByQuery))
	p.press("button", "Add the customer")
	p.sees("Hesper Vane")
	p.until(`/^\/ground\/.+/.test(location.pathname)`)
	p.do(chromedp.Evaluate(`location.assign(location.pathname.replace('/ground/', '/match/'))`, nil))
	p.sees("Too little is known of this spot to say")
	p.sees("Find out first:")
	assert.NotContains(t, p.text("main"), "Nothing we have will live there")
	p.press("a", "Fill in the ground")
	p.sees("Buried services are not marked")
}
