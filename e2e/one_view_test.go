package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/internal/wide"
)

// Where the pad of the walk, the section and the save bar stand in the window, before anybody scrolls.
const standing = `(() => {
	const box = (e) => { const r = e.getBoundingClientRect(); return { top: r.top, bottom: r.bottom, height: r.height } }
	const pad = [...document.querySelectorAll('[data-testid="pad"] button, input[aria-label$="depth"]')].map(box)
	const save = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Save this look')
	return {
		scrolled: scrollY,
		padTop: Math.min(...pad.map((b) => b.top)),
		padBottom: Math.max(...pad.map((b) => b.bottom)),
		bar: getComputedStyle(save.parentElement).position === 'fixed' ? box(save.parentElement).top : innerHeight,
		section: box(document.querySelector('svg[role="img"]')),
	}
})()`

// The walk round the trunk, its pad and the section are in view together, without scrolling, on the counter's screen and on each tablet, and
// the answer that grows moves no key of the pad.
func TestTheWalkStandsInOneView(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	for _, size := range [][2]int64{{1280, 800}, {834, 1194}, {810, 1080}, {768, 1024}, {1024, 768}, {1180, 820}} {
		t.Run(fmt.Sprintf("%dx%d", size[0], size[1]), func(t *testing.T) {
			p := h.open(size[0], size[1], size[0] < 1280)
			p.t = t
			p.signIn("Ilsa Tarrow")
			p.goTo("/bench/" + tag)
			p.press("button", "At the line")
			p.do(chromedp.Evaluate(`scrollTo(0, 0)`, nil))
			p.settle()
			var before, after struct {
				Scrolled, PadTop, PadBottom, Bar float64
				Section                          struct{ Top, Bottom, Height float64 }
			}
			p.do(chromedp.Evaluate(standing, &before))
			require.NotZero(t, before.PadBottom)
			assert.Zero(t, before.Scrolled)
			assert.LessOrEqual(t, before.PadBottom, before.Bar, "the pad stands above the save bar")
			assert.GreaterOrEqual(t, before.Section.Top, 0.0)
			assert.LessOrEqual(t, before.Section.Bottom, before.Bar)
			assert.GreaterOrEqual(t, before.Section.Height, 180.0, "the drawing can be read")
			for _, side := range []string{"tag side", "right", "far side", "left"} {
				p.do(chromedp.Evaluate(fmt.Sprintf(`document.querySelector('input[aria-label^="%s,"], input[aria-label^="%s "]')?.focus()`, side, side), nil), chromedp.KeyEvent("62"))
			}
			p.fill("Ball height", "280")
			p.sees("The flare lies")
			p.do(chromedp.Evaluate(`scrollTo(0, 0)`, nil))
			p.settle()
			p.do(chromedp.Evaluate(standing, &after))
			assert.InDelta(t, before.PadTop, after.PadTop, 1, "the answer that grew moved no key")
		})
	}
}
