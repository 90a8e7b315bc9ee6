package e2e_test

import (
	"fmt"
	"os"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/amounts"
	"sedum/app/apptest"
	"sedum/app/refusals"
	"sedum/app/stations"
	"sedum/kernel"
)

// snap takes a throwaway picture where SEDUM_SNAPS names a folder.
func (p *hand) snap(name string, first ...string) {
	if folder := os.Getenv("SEDUM_SNAPS"); folder != "" {
		shotInto(folder)(p, name, first...)
	}
}

// The house remembers: what a customer does not want is written down where it is said, what a planting took is counted beside its plan, the week
// tells what is asked and what nobody said, and what practice does not settle is told as that.
func TestWhatTheHouseRemembers(t *testing.T) {
	h := withPlanted(t)
	line := plantedOf(h, "Agnes Pellow")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/")
	p.press("a", "The whole week")
	p.sees("Check in the yard")
	p.sees("Look in on")
	assert.Empty(t, p.axe())
	p.snap("week")

	p.goTo("/planted/" + line.ID)
	p.goTo(fmt.Sprintf("/sheets/%d", line.Number))
	p.press("summary", "They do not want something")
	p.choose("What we advised", "Mulch and a free circle")
	p.press("button", "Keep it")
	p.until(`document.querySelectorAll('form [aria-invalid=true]').length >= 3`)
	p.fill("In our words", "75 mm of chips, free of the trunk.")
	p.fill("Why not, in their words", "It looks untidy.")
	p.do(chromedp.SendKeys(`//label[contains(., "Said on")]//input`, time.Now().UTC().Format("01022006"), chromedp.BySearch))
	p.press("button", "Keep it")
	p.sees("They said: It looks untidy.")
	assert.Empty(t, p.axe())
	kept := apptest.Saw[refusals.Page](h.World, "list-refusals", refusals.Ask{Limit: 10})
	require.Len(t, kept.Refusals, 1)
	require.NotNil(t, kept.Refusals[0].Sheet)
	p.goTo("/refusals")
	p.sees("Refused most: Mulch and a free circle, once")
	assert.Empty(t, p.axe())
	p.snap("refusals")

	p.goTo("/planted/" + line.ID)
	p.press("summary", "Count what was used")
	p.fill("Coarse mulch", "abc")
	p.sees("That is no number")
	p.fill("Coarse mulch", "120")
	p.press("button", "Keep what was counted")
	p.sees("120 L")
	p.press("summary", "Count what was used")
	p.fill("Coarse mulch", "95")
	p.press("button", "Keep what was counted")
	p.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	p.fill("Why the figure is another", "read the wrong bag")
	p.press("button", "Keep what was counted")
	p.sees("95 L")
	p.snap("amounts-part")
	for _, l := range apptest.Saw[amounts.Page](h.World, "see-amounts", kernel.ByID{ID: line.ID}).Lines {
		if l.Counted == "mulch" {
			assert.InDelta(t, 95, *l.Used, 0)
		} else {
			assert.Nil(t, l.Used, l.Label)
		}
	}
	p.goTo("/amounts")
	p.sees("Counted at one planting.")
	p.sees("fewer than five")
	assert.Empty(t, p.axe())
	p.snap("amounts")

	p.goTo("/unsettled")
	p.sees("Our trees:")
	p.sees("our way")
	assert.Empty(t, p.axe())
	p.snap("unsettled")
	p.goTo("/outcomes")
	p.sees("By your own hand")
	p.snap("outcomes")
	p.goTo("/rules")
	p.sees("Our trees:")
	p.snap("rules")

	office := h.open(1280, 800, false)
	office.signIn("Wren Halloway")
	office.goTo("/archive")
	office.sees("Everything the house holds")
	var kind string
	office.do(chromedp.Evaluate(`fetch(document.querySelector('a[href$="house.zip"]').href).then(async r => r.headers.get('Content-Type') + ' ' + (await r.text()).slice(0, 2))`, &kind, awaitPromise))
	assert.Equal(t, "application/zip PK", kind)
	assert.Empty(t, office.axe())
	office.snap("archive")
	office.goTo("/rules/odds")
	office.sees("Nothing was changed")
	office.selects("Question", "flare")
	office.selects("Answer", "straight")
	office.selects("Cause", "planted-deep")
	office.fill("Times as often", "12")
	office.press("button", "Keep it")
	office.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	office.fill("Reason", "in our clay")
	office.press("button", "Keep it")
	office.sees("in our clay")
	assert.Empty(t, office.axe())
	office.snap("odds")
	station := apptest.Saw[stations.List](h.World, "list-stations", kernel.None{}).Stations[0]
	office.goTo("/stations/" + station.ID)
	office.sees("Nobody has brought a forecast")
	office.press("summary", "Bring a forecast")
	office.press("button", "Keep the forecast")
	office.until(`document.querySelectorAll('form [aria-invalid=true]').length >= 2`)
	for _, label := range []string{"Made on", "Day 1"} {
		office.do(chromedp.SendKeys(`//label[starts-with(normalize-space(.), "`+label+`")]//input`, time.Now().UTC().Format("01022006"), chromedp.BySearch))
	}
	office.fill("By whom", "the valley's paper")
	office.fill("Rain 1", "12")
	office.press("button", "Keep the forecast")
	office.sees("not counted until it has fallen")
	assert.Empty(t, office.axe())
	office.snap("forecast")
	office.goTo("/chill")
	office.sees("Winter after winter")
	assert.Empty(t, office.axe())
	office.snap("chill")
	office.goTo("/memory")
	office.snap("memory")

	phone := h.open(360, 740, true)
	phone.signIn("Ilsa Tarrow")
	for path, sees := range map[string]string{"/memory": "What does this week ask?", "/week": "Check in the yard", "/amounts": "fewer than five", "/unsettled": "our way"} {
		phone.goTo(path)
		phone.sees(sees)
		phone.until(`document.documentElement.scrollWidth <= 360`)
		assert.Empty(t, phone.axe(), path)
	}
	phone.snap("phone")

	// Three days later the same forecast is nothing to go by, and says so.
	h.ahead.Store(int64(72 * time.Hour))
	office.signIn("Wren Halloway")
	office.goTo("/stations/" + station.ID)
	office.sees("too old to go by")
}
