package e2e_test

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A manager lets somebody in at the screen; they give themselves a password, too weak at first, and are let out again: at once.
func TestSomebodyIsLetInAndOutAtTheScreen(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/people")
	p.sees("3 people may sign in")
	p.fill("Name", "Tamsin Oake")
	p.fill("Signs in as", "tamsin")
	p.choose("What they are here", "yard hand")
	p.press("button", "Let them in")
	p.sees("For Tamsin Oake, once")
	word := strings.TrimSpace(p.text(`[data-testid="one-time"]`))
	require.NotEmpty(t, word)
	p.sees("4 people may sign in")

	tamsin := h.open(1280, 800, false)
	tamsin.goTo("/")
	tamsin.do(chromedp.WaitVisible("#password", chromedp.ByQuery), chromedp.SendKeys("#sign-in", "tamsin", chromedp.ByQuery), chromedp.SendKeys("#password", word, chromedp.ByQuery))
	tamsin.press("button", "Sign in")
	tamsin.sees("Give yourself a password")
	tamsin.fill("The password that you were given", word)
	tamsin.fill("The new one", "password1234")
	tamsin.press("button", "Take this password")
	tamsin.sees("A guesser would try this early.")
	tamsin.fill("The new one", "quince ladder north teapot")
	tamsin.press("button", "Take this password")
	tamsin.do(chromedp.WaitVisible("#tag-box", chromedp.ByQuery))
	tamsin.sees("to check")

	p.press("button", "I have passed it on")
	p.press("button", "Tamsin Oake")
	p.press("button", "Let them out")
	p.sees("Somebody saved this while you had it open") // she has a password of her own now
	p.press("button", "Show how it stands now")
	p.press("button", "Tamsin Oake")
	p.press("button", "Let them out")
	p.sees("3 people may sign in")
	tamsin.goTo("/bench")
	tamsin.do(chromedp.WaitVisible("#password", chromedp.ByQuery))
	p.touch(`//section[@aria-label="People"]//button[contains(., "Wren Halloway")]`)
	p.press("button", "Let them out")
	p.sees("This is the only manager there is.")
	assert.Empty(t, p.complaints())
}
