package e2e_test

import (
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
