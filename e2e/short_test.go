package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/core/ground"
	"sedum/internal/wide"
)

// Somebody who never did it asks a stranger's garden on a phone: most is not known, and says so. What comes out is no verdict, it names the one
// measurement that would tell most, and it touches nothing that was not answered; a reload in the middle loses nothing.
func TestTenMinutesOnTheGround(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground")
	p.fill("Name", "Odo Vance")
	p.fill("Address of the site", "1 Mill Row")
	p.fill("Name of the spot", "lawn")
	p.press("button", "Add the customer")
	p.sees("Odo Vance, lawn")
	p.press("a", "Ask in ten minutes, one question at a time")
	p.sees("What is the tree for?")
	assert.Empty(t, p.axe())
	p.press("button", "shade")
	p.sees("Who lives there?")
	p.press("button", "children")
	p.press("button", "Next")
	for _, asked := range []string{"How tall may it become?", "How much care will it get?"} {
		p.sees(asked)
		p.press("button", "Do not know")
	}
	p.sees("How does water get there?")
	p.press("button", "hose reaches")
	p.sees("How does the wind get there?")
	p.do(chromedp.Reload())
	p.sees("How does the wind get there?")
	p.press("button", "Do not know")
	p.sees("Squeeze a moist handful into a ribbon")
	p.press("button", "under 25 mm")
	p.sees("How does it feel?")
	p.press("button", "gritty")
	for _, asked := range []string{"Does water stand there in winter?", "How many hours of sun has it?", "What stands near?", "When is it to be planted?"} {
		p.sees(asked)
		if asked == "What stands near?" { // who does not know after all has not looked either
			p.touch(`//label[contains(., "I looked all round")]//input`)
		}
		p.press("button", "Do not know")
	}
	p.sees("4 answers")
	p.press("button", "Keep the answers")
	p.sees("Sandy loam")
	p.sees("By the ribbon, which is rough.")
	p.sees("What is not known holds every match at 0.65")
	p.until(`document.querySelector('[data-testid="short-most"]') !== null`)
	assert.Empty(t, p.axe())
	now := h.SpotOf("Odo Vance")
	assert.Equal(t, ground.PurposeShade, now.Ground.Purpose)
	assert.Equal(t, []ground.Resident{ground.Children}, now.Ground.LivesHere)
	assert.Nil(t, now.Ground.SunH)
	assert.Nil(t, now.Ground.StandsInWinter)
	assert.False(t, now.Ground.RoomLooked)
	assert.Empty(t, now.Reading.Class)
	assert.Empty(t, p.complaints())
}
