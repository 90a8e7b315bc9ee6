package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/dates"
	"sedum/app/reminders"
	"sedum/app/sheets"
	"sedum/core/care"
	"sedum/kernel"
)

// A tree's dates wait for what they must wait for, the house adds its own, and whoever lives with it asks for letters and stops them, each in one touch.
func TestDatesWaitAndLettersAreAskedFor(t *testing.T) {
	h := withPlanted(t)
	line := plantedOf(h, "Kit Lowther")
	office := h.open(1280, 800, false)
	office.signIn("Wren Halloway")
	office.goTo("/dates")
	office.sees("0 dates of our own")
	office.press("button", "Add it")
	office.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	office.fill("What is done", "Rinse the road salt off")
	office.fill("Months after planting", "8")
	office.fill("Reason", "they salt the lane")
	office.press("button", "Add it")
	office.sees("1 date of our own")
	assert.Empty(t, office.axe())

	link := apptest.Saw[sheets.LinkPage](h.World, "sheet-link", kernel.ByNumber{Number: line.Number}).Address
	phone := h.open(360, 740, true)
	phone.do(chromedp.Navigate(link))
	phone.sees("Rinse the road salt off")
	phone.sees("By mail")
	phone.fill("Your mail address", "kit@lowther.example")
	phone.press("button", "Write to me when it wants something")
	phone.sees("No more letters")
	phone.until(`document.documentElement.scrollWidth <= 360`)
	assert.Empty(t, phone.axe())
	open := apptest.Saw[dates.Page](h.World, "see-dates", kernel.ByID{ID: line.ID}).Open
	require.NotEmpty(t, open)
	word := map[care.Condition]string{care.FirstFlower: "It flowers", care.LeafOut: "Its leaves are out", care.FirstFrost: "The first frost came"}[open[0]]
	phone.press("button", word)
	require.Eventually(t, func() bool {
		return len(apptest.Saw[dates.Page](h.World, "see-dates", kernel.ByID{ID: line.ID}).Open) == len(open)-1
	}, patience, patience/100)

	counter := h.open(1280, 800, false)
	counter.signIn("Bram Okonedo")
	counter.goTo("/planted/" + line.ID)
	counter.sees("kit@lowther.example")
	counter.sees("Rinse the road salt off")
	assert.Empty(t, counter.axe())
	// Somebody holds it dear: what is due follows the touch, and the spare that is taken; the list has both in one line.
	counter.press("label", "Somebody holds it dear")
	counter.sees("Take a spare of it while it rests")
	counter.press("summary", "A spare was taken")
	counter.choose("How", "cutting")
	counter.dates("Taken on", h.Clock())
	counter.fill("Where it stands", "bench two, in a pot")
	counter.press("button", "Keep it")
	counter.sees("Renew the spare")
	assert.Empty(t, counter.axe())
	counter.snap("spare", `document.querySelector('section[aria-label="A spare of it"]').scrollIntoView({ block: 'center' })`)
	counter.snap("planted-top", `window.scrollTo(0, 0)`)
	counter.goTo("/planted")
	counter.sees("and a spare: bench two, in a pot")
	counter.goTo("/planted/" + line.ID)
	counter.because("It is no more", "it dried out")
	counter.sees("Take a spare of it while it rests")
	counter.sees("it dried out")
	phone.press("button", "No more letters")
	phone.sees("Write to me when it wants something")
	assert.Empty(t, apptest.Saw[reminders.Page](h.World, "see-reminders", kernel.ByID{ID: line.ID}).Address)
}
