package e2e_test

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// The yard has nothing of it: what could be ordered stands below the trees in the yard, and a kind that somebody asks for is answered.
func TestWhyNotThisOne(t *testing.T) {
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
