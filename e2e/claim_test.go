package e2e_test

import (
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"sedum/app/apptest"
	"sedum/app/claims"
	"sedum/kernel"
)

// types puts a text into the text of several lines under a label.
func (p *hand) types(label, text string) {
	p.t.Helper()
	at := `//label[contains(., "` + label + `")]//textarea`
	p.do(chromedp.WaitVisible(at, chromedp.BySearch), chromedp.SendKeys(at, text, chromedp.BySearch))
	p.settle()
}

// A guarantee to its letter: an advisor opens the claim on the page of the dead tree, its cause is settled, and a manager decides with the
// record side by side. An advisor does not decide.
func TestAGuaranteeToItsLetter(t *testing.T) {
	h := withPlanted(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	line := plantedOf(h, "Agnes Pellow")
	p.goTo("/planted/" + line.ID)
	p.press("summary", "They ask us to make it good")
	p.press("button", "Open the claim")
	p.until(`document.querySelector('[role=alert]') !== null`)
	p.do(chromedp.SendKeys(`details[open] input[type=date]`, time.Now().UTC().Format("01022006"), chromedp.ByQuery))
	p.types("What they say", "It turned yellow in the wet spring and never came back.")
	p.choose("Who planted it?", "we did")
	p.press("button", "Open the claim")
	p.until(`location.pathname === '/claims/1'`)
	p.sees("A manager decides it.")
	p.sees("Nobody settled its cause.")
	p.sees("In the yard, before it left")
	assert.Empty(t, p.axe())
	p.press("a", "Find its cause")
	p.choose("Soil of the ball, a finger deep", "soaked, sour")
	p.press("button", "Keep this")
	p.until(`location.pathname.startsWith('/trouble/')`)
	p.touch(`//section[@aria-label="Likely causes"]//button[contains(., "Drowned")]`)
	p.press("button", "This is the cause")
	p.until(`document.querySelector('[data-testid=trouble-answer]').innerText.includes('as Bram Okonedo decided')`)

	office := h.open(1280, 800, false)
	office.signIn("Wren Halloway")
	office.goTo("/claims")
	office.sees("1 claim waits for an answer")
	office.press("a", "Agnes Pellow")
	office.sees("Its cause is nobody's doing")
	office.choose("Answer", "Granted in part")
	office.press("button", "Decide it")
	office.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	office.choose("What they get", "another tree")
	office.fill("What it costs us", "70.5o")
	office.sees("A price such as 8.50")
	office.fill("What it costs us", "70,50")
	office.types("Why (stays in the house)", "The pond bank floods; our match said may do.")
	office.types("What the letter says", "We share the price of another tree, on higher ground.")
	office.press("button", "Decide it")
	office.until(`document.querySelector('[data-testid=claim-answer]').innerText.includes('Granted in part by Wren Halloway')`)
	office.sees("70.50")
	office.sees("Its cause: Drowned")
	assert.Empty(t, office.axe())
	got := apptest.Saw[claims.Page](h.World, "see-claim", kernel.ByNumber{Number: 1})
	assert.Equal(t, 7050, *got.Cents)
	var kind string
	office.do(chromedp.Evaluate(`fetch(document.querySelector('a[href*="letter.pdf"]').href).then(r => r.headers.get('Content-Type'))`, &kind, awaitPromise))
	assert.Equal(t, "application/pdf", kind)
	office.goTo("/claims")
	office.sees("What it costs")
	office.sees("1 granted, 0 refused")

	phone := h.open(360, 740, true)
	phone.signIn("Bram Okonedo")
	for _, path := range []string{"/claims", "/claims/1"} {
		phone.goTo(path)
		phone.sees("Granted in part")
		phone.until(`document.documentElement.scrollWidth <= 360`)
		assert.Empty(t, phone.axe(), path)
	}
}
