package e2e_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/lots"
	"sedum/app/planted"
	"sedum/app/sheets"
	"sedum/app/trials"
	"sedum/app/visits"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/core/trial"
	"sedum/core/visit"
	"sedum/kernel"
)

// month goes by in the house; sessions end meanwhile.
const month = 30 * 24 * time.Hour

// selects chooses a value of a list under a label.
func (p *hand) selects(label, value string) {
	p.t.Helper()
	at := fmt.Sprintf(`//label[starts-with(normalize-space(.), %q)]//select`, label)
	p.do(chromedp.WaitVisible(at, chromedp.BySearch))
	var done bool
	p.do(chromedp.Evaluate(fmt.Sprintf(`(() => { const s = [...document.querySelectorAll('label')].find((l) => l.innerText.startsWith(%q)).querySelector('select');
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, %q); return s.dispatchEvent(new Event('change', { bubbles: true })) })()`, label, value), &done))
	p.settle()
}

// drawAndPlant draws trees of one lot for a trial, plants each as drawn with looks planned, and gives those that are planted by their way.
func (h *house) drawAndPlant(count int, spot string) map[string]trial.Way {
	h.t.Helper()
	w := h.World
	number := w.TakeIn(apptest.LotOf("Hornbeam", stock.Container, count))[0]
	out := map[string]trial.Way{}
	trees := w.TreesOf(number)
	for _, t := range trees {
		w.SaveLook(t.Tag, apptest.SoundLook())
	}
	if w.Tree(trees[0].Tag).State != stock.ForSale {
		w.Deed(w.Manager, "close-lot", apptest.ByNumber(number), lots.Closing{Version: w.Lot(number).Version, Decision: stock.LotReleased})
	}
	today := time.Now().UTC().Format(time.DateOnly)
	for _, t := range trees {
		pair := trials.Pair{Tag: t.Tag, SpotID: spot}
		w.Deed(w.Advisor, "draw-for-trial", apptest.ByNumber(1), pair)
		o := apptest.Saw[trials.Offers](w, "trials-for", pair).Trials[0]
		n, err := apptest.Did[int](w, w.Advisor, "issue-sheet", kernel.None{}, sheets.Issue{TreeVersion: w.Tree(t.Tag).Version, Units: "metric", Language: "en-US", SignedReason: "they water it", SchoolsReason: "drawn",
			PlanAsk: sheets.PlanAsk{Tag: t.Tag, SpotID: spot, PlantingOn: today, HighC: ptr(6.0), Ground: "workable", Buds: "dormant", StandsAlone: ptr(true), Schools: map[rules.Step]string{rules.Step(o.Step): o.Choice}}})
		require.NoError(h.t, err)
		w.Deed(w.Advisor, "record-planted", apptest.ByNumber(n), planted.NewPlanted{PlantedOn: today, Contact: ptr(true)})
		out[apptest.Saw[planted.SheetPlanted](w, "sheet-planted", apptest.ByNumber(n)).ID] = o.Drawn
	}
	return out
}

// loseOneWay lets the trees of one way die in their first spring, and the house look on its days.
func (h *house) loseOneWay(of map[string]trial.Way) {
	h.t.Helper()
	h.ahead.Store(int64(5 * month))
	n := 0
	for id, way := range of {
		n++
		facts, day := visit.Facts{Alive: "living"}, 27 // those that live are seen last: who is seen no more tells nothing of later days
		if way == trial.B {
			facts.Alive, day = "dead", n
		}
		h.Deed(h.Hand, "save-visit", apptest.ByID(id), visits.NewVisit{ID: fmt.Sprintf("trial-visit-%d", n), VisitedOn: time.Now().UTC().Add(4*month + time.Duration(day)*24*time.Hour).Format(time.DateOnly), Facts: facts})
	}
	h.ahead.Store(int64(13 * month))
	h.Job("trial-looks")
}

// A trial from its question to its early end: a manager puts it, an advisor draws the lot on a plan and plants as drawn, the looks come on
// their days, and what was found becomes the house's way by the manager's hand.
func TestATrialFromQuestionToEarlyEnd(t *testing.T) {
	h := openHouse(t)
	office := h.open(1280, 800, false)
	office.signIn("Wren Halloway")
	office.goTo("/trials")
	office.sees("No question has been put to a trial yet.")
	office.press("summary", "Put a question")
	office.press("button", "Begin the trial")
	office.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	office.fill("The question", "Ring or none on this clay?")
	office.selects("The school that it is about", "berm")
	office.selects("One way", "ring")
	office.selects("The other way", "none")
	office.do(chromedp.SendKeys(`details[open] input[type=date]`, time.Now().UTC().Add(6*month).Format("01022006"), chromedp.ByQuery))
	office.fill("Then every so many months", "6")
	office.fill("How many looks", "4")
	office.press("button", "Begin the trial")
	office.until(`location.pathname === '/trials/1'`)
	office.sees("Too early to tell")
	assert.Empty(t, office.axe())

	spot := h.SpotOf("Petra Averill").ID
	tag := h.TreeIn(stock.ForSale).Tag
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/plan/" + spot + "/" + tag)
	p.press("button", "Draw the lot")
	p.sees("The lot says:")
	assert.Empty(t, p.axe())
	offer := apptest.Saw[trials.Offers](h.World, "trials-for", trials.Pair{Tag: tag, SpotID: spot}).Trials[0]
	p.until(fmt.Sprintf(`[...document.querySelectorAll('select')].some((s) => s.value === %q && [...s.options].some((o) => o.value === 'low-side'))`, offer.Choice))
	p.do(chromedp.Reload())
	p.sees("The lot says:")
	p.until(`![...document.querySelectorAll('button')].some((b) => b.innerText === 'Draw the lot')`)

	of := h.drawAndPlant(24, spot)
	h.loseOneWay(of)

	late := h.open(1280, 800, false)
	late.signIn("Wren Halloway")
	late.goTo("/trials")
	late.sees("a difference was found")
	late.press("a", "Ring or none on this clay?")
	late.until(`document.querySelector('[data-testid=trial-answer]')?.innerText.includes('A difference was found')`)
	assert.Empty(t, late.axe())
	late.press("button", "End it as planned")
	late.because("Make it the house's way", "half of those without died")
	late.sees("Made the house's way")
	assert.Empty(t, late.axe())
	late.goTo("/rules")
	late.sees("Trial 1: half of those without died")

	phone := h.open(360, 740, true)
	phone.signIn("Bram Okonedo")
	for _, path := range []string{"/trials", "/trials/1"} {
		phone.goTo(path)
		phone.sees("Ring or none on this clay?")
		phone.until(`document.documentElement.scrollWidth <= 360`)
		assert.Empty(t, phone.axe(), path)
	}
}
