package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"

	"sedum/internal/wide"
)

// The yard has nothing of it: what could be ordered stands below the trees in the yard, and a kind that somebody asks for is answered.
func TestWhyNotThisOne(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/match/" + h.SpotOf("Petra Averill").ID)
	p.sees("Could be ordered")
	p.sees("more kinds would do")
	p.fill("Ask about a kind", "olea europaea")
	p.sees("Why not this one?")
	p.sees("Olea europaea")
	p.sees("cold")
	p.do(chromedp.Poll(`document.querySelectorAll('section section ol > li').length === 1`, nil))
	assert.Empty(t, p.axe())
	p.fill("Ask about a kind", "gingerbread")
	p.sees("No kind of that name is in the catalogue")
}

// One touch each: an answer is kept with the spot, and the list follows; touched again it is taken back.
func TestTheQuestionsBeforeTheList(t *testing.T) {
	h := openHouse(t)
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	id := h.SpotOf("Petra Averill").ID
	p.goTo("/match/" + id)
	p.sees("will do well here")
	touch := func(question, answer string) {
		p.touch(fmt.Sprintf(`//fieldset[legend=%q]//button[starts-with(normalize-space(.), %q)]`, question, answer))
	}
	pressed := func(question, answer string, is bool) {
		p.until(fmt.Sprintf(`[...document.querySelectorAll('fieldset')].some((f) => f.querySelector('legend')?.innerText === %q &&
			[...f.querySelectorAll('button')].some((b) => b.innerText.startsWith(%q) && b.ariaPressed === '%v' && !b.disabled))`, question, answer, is))
	}
	touch("How tall", "to 10 m")
	pressed("How tall", "to 10 m", true)
	touch("Who is there", "children")
	pressed("Who is there", "children", true)
	touch("Not at all", "poison")
	pressed("Not at all", "poison", true)
	touch("Who is there", "children")
	pressed("Who is there", "children", false)
	g := h.SpotOf("Petra Averill").Ground
	assert.InDelta(t, 10, *g.TallestM, 0)
	assert.Empty(t, g.LivesHere)
	assert.EqualValues(t, []string{"poison"}, texts(g.Never))
	p.fill("Ask about a kind", "irish yew")
	p.sees("The customer wants nothing of this: poisonous")
	assert.Empty(t, p.axe())
}

func texts[T ~string](list []T) (out []string) {
	for _, each := range list {
		out = append(out, string(each))
	}
	return out
}

// A tree in any year, by the keys of the slider: what it meets by then is told, and the drawing says how high it is.
func TestATreeGrowsBesideTheHouse(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/match/" + h.SpotOf("Petra Averill").ID + "/room?kind=Carpinus%20betulus&height=2.3")
	p.sees("Meets the boundary in year 34")
	drawn := func() (label string) {
		p.do(chromedp.Evaluate(`document.querySelector('main svg[role=img]').getAttribute('aria-label')`, &label))
		return label
	}
	assert.Contains(t, drawn(), "in year 20")
	p.do(chromedp.Focus(`[role=slider]`, chromedp.ByQuery), chromedp.KeyEvent(kb.Home))
	p.sees("Planted")
	assert.Contains(t, drawn(), "2.3 m high") // as the tree on the tag was measured
	p.do(chromedp.KeyEvent(kb.End))
	p.sees("Year 50")
	for range 16 {
		p.do(chromedp.KeyEvent(kb.ArrowLeft))
	}
	p.sees("Year 34")
	met := `[...document.querySelectorAll('aside li span')].find((e) => e.innerText.includes('boundary')).className.includes('oxblood')`
	p.until(met)
	p.do(chromedp.KeyEvent(kb.ArrowLeft))
	p.sees("Year 33")
	p.until("!" + met)
	assert.Empty(t, p.axe())
}

// Two trees for three spots: the best whole, one choice pinned by a touch and let go again.
func TestSeveralTreesAreGivenTheirSpots(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	id := h.SpotOf("Petra Averill").ID
	p.goTo("/match/" + id)
	p.press("a", "Several trees for this ground")
	p.sees("Type or scan the tags")
	p.fill("Tags, with a space between", h.tagIn(14, "for-sale")+" "+h.tagIn(15, "for-sale"))
	p.press("button", "Add to the order")
	p.sees("2 of 2 trees find their spots")
	cell := func(row int) string {
		return fmt.Sprintf(`(//tbody/tr[%d]//button[contains(., "Choose it") and not(@disabled)])[1]`, row)
	}
	p.touch(cell(1))
	p.until(`document.querySelectorAll('tbody [aria-pressed=true]').length === 1`)
	assert.Empty(t, p.axe())
	p.touch(`//button[contains(., "Let it go")]`)
	p.until(`document.querySelectorAll('tbody [aria-pressed=true]').length === 0`)
	p.do(chromedp.Reload())
	p.sees("2 of 2 trees find their spots") // the order keeps itself
	p.fill("Tags, with a space between", "AAA-AAA")
	p.press("button", "Add to the order")
	p.until(`document.querySelector('#several-problem, [id$=problem]')?.innerText.length > 0`)
	p.press("button", "Take AAA-AAA out")
	p.sees("2 of 2 trees find their spots")
}
