package e2e_test

import (
	"image"
	"image/jpeg"
	"net"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/visits"
	"sedum/internal/wide"
	"sedum/kernel"
)

// says types into a text of several lines.
func (p *hand) writes(text string) {
	p.t.Helper()
	p.do(chromedp.WaitVisible(`main textarea`, chromedp.ByQuery), chromedp.SendKeys(`main textarea`, text, chromedp.ByQuery))
	p.settle()
}

// withPlanted is a house whose trees have a summer behind them.
func withPlanted(t *testing.T) *house {
	t.Helper()
	beside(t)
	return served(t, withSummer)
}

func plantedOf(h *house, customer string) planted.Line {
	h.t.Helper()
	for _, line := range apptest.Saw[planted.Lines](h.World, "list-planted", struct{ Limit int }{100}).Trees {
		if line.Customer == customer {
			return line
		}
	}
	require.Fail(h.t, "nothing was planted for "+customer)
	return planted.Line{}
}

// From its sheet to its store: an advisor says that a tree is planted, what was poured and what a finger felt, and takes an entry back.
func TestATreeIsFollowedFromItsSheet(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/stations")
	p.press("a", "Quarrywell Mill")
	p.touch(`//label[contains(., "Ask the weather service for each day")]//input`)
	p.until(`document.querySelector('aside input[type=checkbox]')?.checked`)
	p.goTo("/sheets/1")
	p.press("summary", "It is planted")
	today := time.Now().UTC().Format("01022006")
	p.do(chromedp.SendKeys(`main details[open] input[type=date]`, today, chromedp.ByQuery))
	p.touch(`//label[contains(., "We look at it on planned days")]//input`)
	p.press("button", "It is planted")
	p.sees("Done today")
	p.sees("The station tells nothing since it was planted")
	assert.Empty(t, p.axe())
	p.fill("Poured", "nine")
	p.until(`document.body.innerText.includes('number')`)
	p.fill("Poured", "9")
	p.touch(`//section[@aria-label="Done today"]//button[.="Watered"]`)
	p.sees("9 L poured")
	p.touch(`//section[@aria-label="Done today"]//button[.="moist"]`)
	p.sees("felt moist")
	p.press("button", "a mistake?")
	p.because("Take it back", "the neighbour's tree")
	p.until(`!document.querySelector('section[aria-label="Done today"]').innerText.includes('felt moist')`)
	p.sees("the neighbour's tree")
	p.goTo("/planted")
	p.sees("Maud Ferriter")
	assert.Empty(t, p.axe())
	p.goTo("/sheets/1")
	p.sees("its water and care")
}

// A round of eight trees on a phone without a network: what is seen at each waits on the phone, and goes up when the network is back.
func TestARoundOfEightWithoutANetwork(t *testing.T) {
	h := withPlanted(t)
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/round")
	p.sees("8 trees to go to")
	p.sees("All of it is on this device")
	assert.Empty(t, p.axe())
	p.until(`document.documentElement.scrollWidth <= 390`)
	var ready bool
	p.do(chromedp.Evaluate(`navigator.serviceWorker.ready.then(() => true)`, &ready, awaitPromise))
	p.untilKept("see-visits", 8)
	before := apptest.Saw[visits.Round](h.World, "see-round", struct{ Days, Limit int }{7, 12}).Stops
	require.Len(t, before, 8)
	address := strings.TrimPrefix(h.address, "http://")
	require.NoError(t, h.server.Close())
	for range before {
		p.touch(`(//li[not(contains(., "Kept on this device."))]//a[.="Look at it"])[1]`)
		p.sees("What do you see?")
		p.choose("It is", "alive")
		p.choose("Leaves", "sound")
		p.choose("Tie", "slack")
		p.press("button", "Keep this visit")
		p.until(`!document.body.innerText.includes('What do you see?')`)
		p.goTo("/round")
		p.sees("trees to go to")
	}
	p.until(`document.body.innerText.includes('8 entries are kept on this device')`)
	h.serve(address)
	p.until(`!document.body.innerText.includes('kept on this device')`)
	for _, stop := range before {
		seen := apptest.Saw[visits.Page](h.World, "see-visits", kernel.ByID{ID: stop.ID}).Visits
		assert.Equal(t, "slack", string(seen[0].Facts.Tie), stop.Customer)
		assert.Empty(t, seen[0].Wants)
	}
	// What nobody looked at again is still gone to: a broken stake, a tight guard.
	left := []string{}
	for _, stop := range apptest.Saw[visits.Round](h.World, "see-round", struct{ Days, Limit int }{7, 12}).Stops {
		left = append(left, stop.Customer)
	}
	assert.ElementsMatch(t, []string{"Teodor Brandt", "Ruben Ashdown"}, left)
}

// A trouble from what somebody says on the telephone to its cause: heard, looked at, weighed, kept and decided.
func TestATroubleToItsCause(t *testing.T) {
	h := withPlanted(t)
	line := plantedOf(h, "Idris Vane")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/planted/" + line.ID)
	p.press("a", "Something is wrong with it")
	p.sees("Too little is known yet")
	assert.Empty(t, p.axe())
	p.writes("leaves brown at the edges, they hang at noon, the ball is dry and pulls away from the sides though the ground is moist")
	p.until(`document.querySelector('[data-testid=trouble-answer]').innerText.includes('dry in moist ground')`)
	p.sees("heard:")
	// What was looked at stands over what was said, and one touch takes an answer off.
	p.choose("Soil of the ball, a finger deep", "soaked, sour")
	p.until(`!document.querySelector('[data-testid=trouble-answer]').innerText.includes('dry in moist ground')`)
	p.choose("Soil of the ball, a finger deep", "dry, shrunk from the sides")
	p.until(`document.querySelector('[data-testid=trouble-answer]').innerText.includes('dry in moist ground')`)
	p.press("button", "Keep this")
	p.until(`location.pathname.startsWith('/trouble/')`)
	p.sees("Do not trust the ground beside it")
	p.press("button", "This is the cause")
	p.until(`document.querySelector('[data-testid=trouble-answer]').innerText.includes('as Bram Okonedo decided')`)
	assert.Empty(t, p.axe())
	assert.Equal(t, "dry-ball", plantedOf(h, "Idris Vane").Cause)
}

// A customer's week on a phone: what to do today, done in one touch, without a network too; a photograph where one is asked for; something
// odd that the house hears of.
func TestACustomersWeekOnAPhone(t *testing.T) {
	h := withPlanted(t)
	line := plantedOf(h, "Kit Lowther")
	link := apptest.Saw[sheets.LinkPage](h.World, "sheet-link", kernel.ByNumber{Number: line.Number}).Address
	at, err := url.Parse(link)
	require.NoError(t, err)
	entries := func() int {
		return len(apptest.Saw[planted.Page](h.World, "see-planted", kernel.ByID{ID: line.ID}).Entries)
	}
	before := entries()
	phone := h.open(360, 740, true)
	phone.do(chromedp.Navigate(link))
	phone.sees("This week")
	phone.until(`document.documentElement.scrollWidth <= 360`)
	assert.Empty(t, phone.axe())
	assert.NotContains(t, phone.text("body"), "Lowther", "it names nobody")
	phone.press("button", "Watered:")
	require.Eventually(t, func() bool { return entries() == before+1 }, patience, 50*time.Millisecond)
	phone.sees("What you told")

	phone.until(`navigator.serviceWorker.controller !== null`)
	require.NoError(t, h.copied.Close())
	phone.do(chromedp.Reload())
	phone.sees("This week")
	phone.touch(`//button[.="dry"]`)
	phone.until(`document.body.innerText.includes('1 waits on this telephone')`)
	phone.do(chromedp.Reload())
	phone.until(`document.body.innerText.includes('1 waits on this telephone')`)
	public, err := net.Listen("tcp", at.Host)
	require.NoError(t, err)
	h.serveCopies(public)
	phone.until(`!document.body.innerText.includes('waits on this telephone')`)
	require.Eventually(t, func() bool { return entries() == before+2 }, patience, 50*time.Millisecond)

	picture := filepath.Join(t.TempDir(), "tree.jpg")
	file, err := os.Create(picture)
	require.NoError(t, err)
	require.NoError(t, jpeg.Encode(file, image.NewRGBA(image.Rect(0, 0, 60, 90)), nil))
	require.NoError(t, file.Close())
	phone.do(chromedp.SetUploadFiles(`input[type=file]`, []string{picture}, chromedp.ByQuery))
	phone.press("button", "something looks odd")
	phone.writes("white spots on the trunk")
	phone.press("button", "Send it to us")
	phone.sees("Sent: we look at it.")
	require.Eventually(t, func() bool {
		seen := apptest.Saw[visits.Page](h.World, "see-visits", kernel.ByID{ID: line.ID}).Visits[0]
		return seen.Facts.Note == "white spots on the trunk" && len(seen.Photos) == 1
	}, patience, 50*time.Millisecond)
	counter := h.open(1280, 800, false)
	counter.signIn("Bram Okonedo")
	counter.goTo("/planted/" + line.ID)
	counter.sees("Look at what the customer sent, and answer")
	counter.sees("white spots on the trunk")
}

// What lives is told with the chance in it, and every page of aftercare stands up to axe on a phone.
func TestAftercarePagesOnAPhone(t *testing.T) {
	wide.Only(t)
	h := withPlanted(t)
	p := h.open(360, 740, true)
	p.signIn("Bram Okonedo")
	line := plantedOf(h, "Idris Vane")
	for path, sees := range map[string]string{"/planted": "Today's round", "/planted/" + line.ID: "Done today", "/planted/" + line.ID + "/visit": "What do you see?", "/round": "trees to go to", "/outcomes": "Too early to tell", "/trouble": "Look at this next", "/trouble/1": "Likely causes"} {
		p.goTo(path)
		p.sees(sees)
		p.settle()
		p.until(`document.documentElement.scrollWidth <= 360`)
		assert.Empty(t, p.axe(), path)
	}
}
