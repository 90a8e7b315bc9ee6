package e2e_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// A manager gives somebody the file of what is kept of them and forgets them; their name written wrongly forgets nobody.
func TestSomebodyIsForgottenThroughTheScreen(t *testing.T) {
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/ground/" + spot.ID)
	p.sees("What we keep of this person")
	assert.Contains(t, p.file("/api/v1/spots/"+spot.ID+"/customer/data.json"), "8 Tannery Lane")
	p.press("button", "Forget them")
	p.sees("cannot be put back")
	p.fill("Their name, as it stands here", "Petra")
	p.press("button", "Forget them for good")
	p.sees("This is not the name that stands here")
	p.fill("Their name, as it stands here", "Petra Averill")
	assert.Empty(t, p.axe())
	p.press("button", "Forget them for good")
	p.says("said", "They are forgotten. What was planted stays.")
	p.until(`location.pathname === '/ground' && !document.body.innerText.includes('Averill')`)
}
