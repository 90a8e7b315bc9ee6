package e2e_test

import (
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/pquerna/otp/totp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/kernel"
)

// A manager gives herself a second factor and asks the advisors for one: the advisor, who comes in by the password, does nothing before he
// has one too; then the password alone opens nothing, and a recovery code once.
func TestASecondFactorThroughTheScreen(t *testing.T) {
	h := openHouse(t)
	give := func(p *hand, password string) []string {
		p.fill("Your password, to begin", password)
		p.press("button", "Begin")
		secret := strings.ReplaceAll(p.textOf("second-secret"), " ", "")
		p.fill("The six digits that the app shows now", "000000")
		p.press("button", "That is the code")
		p.sees("This is not the code that the app shows now")
		assert.Empty(t, p.axe())
		code, err := totp.GenerateCode(secret, time.Now())
		require.NoError(t, err)
		p.fill("The six digits that the app shows now", code)
		p.press("button", "That is the code")
		return strings.Fields(p.textOf("recovery"))
	}
	wren := h.open(1280, 800, false)
	wren.signIn("Wren Halloway")
	wren.goTo("/access")
	require.Len(t, give(wren, "office-quarrywell"), 10)
	wren.press("button", "They are kept")
	wren.sees("You have one: each sign-in by password asks for the code of your app.")
	wren.goTo("/people")
	wren.sees("Who needs a second factor")
	wren.do(chromedp.Click(`//label[contains(., 'advisor')]//input[@type='checkbox']`, chromedp.BySearch))
	wren.until(`[...document.querySelectorAll('label')].some((l) => l.innerText.includes('advisor') && l.querySelector('input[type=checkbox]')?.checked)`)
	assert.Empty(t, wren.axe())

	bram := h.open(390, 844, true)
	bram.goTo("/")
	bram.press("button", "Bram Okonedo")
	bram.sees("Your role needs a second factor here")
	assert.Empty(t, bram.axe())
	recovery := give(bram, "counter-quarrywell")
	bram.press("button", "They are kept; go on")
	bram.until(`Boolean(document.querySelector('nav'))`)

	again := h.open(1280, 800, false)
	again.goTo("/")
	again.fill("Sign-in name", "bram")
	again.fill("Password", "counter-quarrywell")
	again.press("button", "Sign in")
	again.sees("Now the code that your authenticator app shows")
	again.fill("Code", "123456")
	again.press("button", "Sign in")
	again.sees("That code is wrong, or it was used already")
	again.fill("Code", recovery[0])
	again.press("button", "Sign in")
	again.until(`Boolean(document.querySelector('nav'))`)
	require.NoError(t, h.Tx(func(tx *kernel.Tx) error {
		left, err := kernel.Value[int](tx, "SELECT COUNT(*) FROM recovery_codes WHERE used_at IS NULL AND person_id = ?", h.Advisor.ID)
		assert.Equal(t, 9, left)
		return err
	}))

	// Other codes take the place of those that were shown.
	wren.goTo("/access")
	wren.fill("Your password, to begin", "office-quarrywell")
	wren.press("button", "Other recovery codes")
	fresh := strings.Fields(wren.textOf("recovery"))
	require.Len(t, fresh, 10)
	wren.press("button", "They are kept")
	// The telephone is lost: a manager takes the factor off, which ends every session; the role asks for another one at once.
	wren.goTo("/people")
	wren.press("button", "Bram Okonedo")
	wren.press("button", "Lost the telephone")
	wren.says("said", "Bram Okonedo comes in by the password alone")
	again.goTo("/ground")
	again.do(chromedp.WaitVisible("#password", chromedp.ByQuery))
	again.fill("Sign-in name", "bram")
	again.fill("Password", "counter-quarrywell")
	again.press("button", "Sign in")
	again.sees("Your role needs a second factor here")
}
