package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/internal/wide"
)

// A gloved finger needs 48 px; words within a sentence are the one exception. On a tablet everything that can be touched in the yard's
// places is at least that high, and as wide or beside nothing.
func TestWhatIsTouchedIsLargeEnoughForAGlove(t *testing.T) {
	wide.Only(t)
	h := openAlone(t)
	p := h.open(834, 1194, true)
	p.signIn("Ilsa Tarrow")
	small := `[...document.querySelectorAll('main :is(button, a[href], input:not([type=file]), select, textarea, summary, [role=tab]), nav a, header button')]
		.filter((e) => {
			const b = e.getBoundingClientRect()
			const within = e.closest('label')?.getBoundingClientRect()
			return b.width > 1 && b.height > 1 && getComputedStyle(e).visibility !== 'hidden' && !e.closest('.sr-only') && !e.closest('svg') &&
				Math.max(b.height, within?.height ?? 0) < 47.5
		})
		.map((e) => e.tagName.toLowerCase() + ' "' + (e.getAttribute('aria-label') ?? e.innerText ?? '').slice(0, 40) + '" ' + Math.round(e.getBoundingClientRect().height))`
	for _, place := range []struct{ path, sees string }{
		{"/", "to check"}, {"/bench?lot=14", "Hornbeam"}, {"/bench/" + h.tagIn(14, "unchecked"), "All sound above the line"},
		{"/bench/" + h.tagIn(22, "unchecked"), "All sound above the line"}, {"/work", "of work"}, {"/clock", "Tulip tree"}, {"/lots/15", "Draw the trees"},
		{"/arrivals", "What came"},
	} {
		p.goTo(place.path)
		p.sees(place.sees)
		if place.path == "/clock" {
			p.press("button", "Keep otherwise")
			p.press("button", "Since lifting")
		}
		for _, stage := range []string{"", "At the line", "Below"} {
			if stage != "" {
				if len(place.path) < 8 || place.path[:7] != "/bench/" {
					continue
				}
				p.press("button", stage)
			}
			p.settle()
			var found []string
			p.do(chromedp.Evaluate(small, &found))
			assert.Empty(t, found, "%s %s", place.path, stage)
		}
	}
}
