package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// Who lives at a spot, and the schools that an advisor chooses for one sheet, change the plan before their eyes: a cage in the drawing, a guard, a pipe,
// with their steps and what is bought for them; the paper says them too.
func TestAPlanWithEverythingInIt(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	for _, who := range []string{"burrowing", "deer"} {
		p.touch(fmt.Sprintf(`//fieldset[legend="Who is there"]//button[normalize-space(.)=%q]`, who))
	}
	p.fill("Fall of the ground", "160")
	p.fill("over a distance of", "2")
	p.fill("Falls to", "SW")
	p.press("button", "Save the ground")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	p.goTo(fmt.Sprintf("/plan/%s/%s", spot.ID, h.TreeIn(stock.ForSale).Tag))
	p.answerTheDay()
	p.sees("Set the wire cage in")
	p.sees("The section is cut along the slope")
	p.until(`document.querySelector('[data-testid=falls]') !== null`)
	p.touch(`//summary[contains(., "Where practice differs")]`)
	choose := func(step, value string) {
		p.do(chromedp.Evaluate(fmt.Sprintf(`(() => { const s = [...document.querySelectorAll('label')].find((l) => l.innerText.startsWith(%q)).querySelector('select');
			Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, %q); s.dispatchEvent(new Event('change', { bubbles: true })) })()`, step, value), nil))
	}
	choose("width of the hole", "three-times")
	p.press("button", "Keep this way to compare")
	p.sees("The rest is as it is done here.")
	p.until(`/hole width\s+[\d,]+ mm\s+not [\d,]+ mm/.test(document.querySelector('[data-testid=way]').innerText)`)
	p.until(`performance.getEntriesByType('resource').some((each) => each.name.endsWith('/plan/redraw'))`)
	choose("width of the hole", "by-soil")
	choose("deep watering pipe", "yes")
	p.sees("Stand the pipe upright")
	p.sees("Sensible in dry summers and paved places.")
	p.fill("Why this sheet goes another way than the house", "the bank dries out in June")
	p.press("button", "Do so on all of this ground from now on")
	p.sees("Done otherwise on this ground")
	p.sees("Stand the pipe upright")
	choose("backfill", "blend-quarter")
	p.sees("compost to stir in")
	p.until(`['pipe', 'cage', 'guard'].every((each) => document.querySelector('[data-testid=' + each + ']') !== null)`)
	p.touch(`//summary[normalize-space(.)="Ground dug over, several kinds on one stem, a plaque"]`)
	p.choose("The ground under the hole", "dug, and loose")
	p.fill("How deep it was dug below the hole", "100")
	p.sees("as the soil settles")
	p.sees("The bottom is loose. Tread it firm in layers")
	choose("feed", "slow-release-ring")
	p.until(`document.querySelector('[data-testid=feed-ring]') !== null`)
	p.sees("When to cut, and when not")
	p.sees("cut only what is dead or broken")
	p.press("button", "Add an arm")
	for i, figure := range []string{"20", "1000", "10", "800"} {
		p.do(chromedp.SendKeys(fmt.Sprintf(`(//fieldset[contains(legend, "Arm")]//input)[%d]`, i+1), figure))
	}
	p.fill("The weakest stays", "600")
	p.sees("The arm 20 mm thick: cut it back to 300 mm")
	p.touch(`//label[contains(., "A plaque goes with it")]//input`)
	p.sees("Lay the plaque flat at the edge of the mulch")
	p.fill("Why this sheet goes another way than the house", "poor sand there")
	p.until(`![...document.querySelectorAll('button')].find((b) => b.innerText === 'Issue the sheet').disabled`)
	p.sees("third summer: all its kinds bear side by side")
	p.press("button", "Issue the sheet")
	p.sees("Sheet 3")
	assert.Empty(t, p.axe())
	paper := p.textOfPaper("/api/v1/sheets/3/sheet.pdf?paper=a4")
	for _, said := range []string{"Set the wire cage in", "Stand the pipe upright", "of compost into", "three posts", "Cut wire is sharp", "poor sand there", "The arm 10 mm thick: cut it back to 600 mm", "Lay the plaque flat",
		"On this ground it is done otherwise", "the bank dries out in June", "as the soil settles", "The bottom is loose", "dots: slow feed", "it falls this way"} {
		assert.Contains(t, paper, said)
	}
	p.goTo("/ground/" + spot.ID)
	p.sees("How we work on this ground")
	p.sees("the bank dries out in June (Bram Okonedo")
	assert.Empty(t, p.axe())
	p.touch(`//summary[normalize-space(.)="As the house does it again"]`)
	p.do(chromedp.SendKeys(`//details[summary="As the house does it again"]//input`, "drip line laid"))
	p.touch(`//button[normalize-space(.)="As the house does it again"]`)
	p.sees("As everywhere: by the house rules.")
}
