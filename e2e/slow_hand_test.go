package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/internal/wide"
)

// Between two digits of the flare's depth the answer comes, and what is asked for changes: the field stays in the hand, and 66 is not 6.
func TestASlowHandLosesNoDigit(t *testing.T) {
	wide.Only(t)
	h := openAlone(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(14, "unchecked"))
	p.sees("Hornbeam")
	p.press("button", "At the line")
	p.fill("Ball height", "280")
	p.fill("Ball width", "330")
	for label, depth := range map[string]string{"0°": "92", "90°": "100", "180°": "96", "270°": "105"} {
		at := `//input[contains(@aria-label, ", ` + label + `")]`
		p.do(chromedp.WaitVisible(at, chromedp.BySearch), chromedp.Focus(at, chromedp.BySearch), chromedp.KeyEvent(depth))
	}
	p.sees("Uncover the flare now")
	p.fill("Flare seen, depth", "6")
	p.sees("Flare seen 6 mm deep")
	p.do(chromedp.KeyEvent("6"))
	p.sees("Flare seen 66 mm deep")
	var typed string
	p.do(chromedp.Value(byLabel("Flare seen, depth"), &typed, chromedp.BySearch))
	assert.Equal(t, "66", typed)
}
