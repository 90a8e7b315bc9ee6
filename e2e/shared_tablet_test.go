package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/kernel"
)

// A manager shares the yard's tablet and has a PIN; in gloves it opens by name and six digits for the yard's deeds, and is ended from the office.
func TestTheSharedTabletOpensInGloves(t *testing.T) {
	h := openHouse(t)
	tablet := h.open(810, 1080, true)
	tablet.signIn("Wren Halloway")
	tablet.goTo("/people")
	tablet.sees("Shared tablets")
	tablet.fill("This device as a shared tablet, called", "Potting shed")
	tablet.press("button", "Share this device")
	tablet.sees("shared by Wren Halloway")
	tablet.goTo("/access")
	tablet.sees("You are signed in here only")
	tablet.fill("Six digits", "123456")
	tablet.fill("Your password, since a PIN is given by it", "office-quarrywell")
	tablet.press("button", "Take this PIN")
	tablet.sees("Take six digits that make no pattern")
	tablet.fill("Six digits", "406172")
	tablet.press("button", "Take this PIN")
	tablet.sees("You have one.")
	tablet.press("button", "Wren Halloway")
	tablet.touch(`//*[@role="menuitem"][contains(., "Sign out")][not(contains(., "everywhere"))]`)
	tablet.sees("Who are you?")

	tablet.touch(`//button[contains(., "Wren Halloway")]`)
	for _, key := range "406173" {
		tablet.touch(`//button[normalize-space()="` + string(key) + `"]`)
	}
	tablet.sees("That is not the PIN of whoever you chose")
	for _, key := range "406172" {
		tablet.touch(`//button[normalize-space()="` + string(key) + `"]`)
	}
	tablet.do(chromedp.WaitVisible("#tag-box", chromedp.ByQuery))
	tablet.sees("to check")
	tablet.goTo("/people")
	tablet.sees("Your role does not do this")

	office := h.open(1280, 800, false)
	office.signIn("Wren Halloway")
	office.goTo("/access")
	office.sees("You are signed in at 2 places")
	office.sees("Potting shed")
	// A PIN that is taken back opens nothing, from then on.
	office.press("button", "Have none")
	office.says("said", "Your PIN opens nothing any more.")
	require.NoError(t, h.Tx(func(tx *kernel.Tx) error {
		with, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM people WHERE pin_hash IS NOT NULL")
		assert.Zero(t, with)
		return err
	}))
	office.goTo("/people")
	office.press("button", "End it")
	office.sees("None yet.")
	tablet.goTo("/bench")
	tablet.do(chromedp.WaitVisible("#password", chromedp.ByQuery))
	assert.Empty(t, office.complaints())
}
