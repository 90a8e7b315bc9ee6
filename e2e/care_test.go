package e2e_test

import (
	"fmt"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/ground"
	"sedum/core/stock"
	"sedum/internal/wide"
	"sedum/kernel"
)

// axe runs the accessibility checker on the page as it stands and gives what it found.
func (p *hand) axe() []string {
	p.t.Helper()
	script, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	require.NoError(p.t, err)
	var found []struct {
		ID    string
		Nodes []struct{ HTML, FailureSummary string }
	}
	p.do(chromedp.Evaluate(string(script), nil), chromedp.Evaluate(
		`axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }).then((r) => r.violations.map((v) => ({ ID: v.id, Nodes: v.nodes.slice(0, 3).map((n) => ({ HTML: n.html, FailureSummary: n.failureSummary })) })))`,
		&found, chromedp.EvalAsValue, awaitPromise))
	out := []string{}
	for _, v := range found {
		out = append(out, v.ID+" "+asJSON(v.Nodes))
	}
	return out
}

// Every view, at the counter's size and as a tablet or phone: no violation found by axe-core, nothing against the content policy.
func TestEveryViewIsForEveryone(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := map[string]string{}
	for _, s := range apptest.Saw[ground.Pages](h.World, "list-spots", kernel.None{}).Spots {
		if spot[s.Customer] == "" { // the first of theirs
			spot[s.Customer] = s.ID
		}
	}
	unchecked, work, apart, sale := h.tagIn(14, "unchecked"), h.tagIn(14, "in-work"), h.tagIn(15, "apart"), h.tagIn(16, "for-sale")
	views := []struct{ path, sees string }{
		{"/", "to check"}, {"/bench", "Lots"}, {"/bench/" + unchecked, "Not yet judged"}, {"/bench/" + work, "Work list"}, {"/bench/" + apart, "Send it back"},
		{"/bench/" + sale, "for sale"}, {"/bench/AAA-AAA", "No tree"}, {"/ground", "Customers"}, {"/ground/" + spot["Caspar Lund"], "not marked"},
		{"/ground/" + spot["Petra Averill"], "Drains well"}, {"/ground/" + spot["Petra Averill"] + "/plan", "Field book"}, {"/kinds", "English oak"}, {"/match/" + spot["Petra Averill"] + "/several", "Type or scan"},
		{"/match/" + spot["Petra Averill"] + "/room?kind=Carpinus%20betulus", "Meets the boundary"}, {"/match", "Choose a spot"}, {"/match/" + spot["Maud Ferriter"], "south wall"},
		{fmt.Sprintf("/plan/%s/%s", spot["Petra Averill"], sale), "Issue the sheet"}, {fmt.Sprintf("/plan/%s/%s", spot["Caspar Lund"], sale), "No plan yet"},
		{"/sheets", "Sheets"}, {"/sheets/1", "Issued"}, {"/sheets/999", "no sheet"}, {"/rules", "Where practice differs"}, {"/nowhere", "no page"},
		{"/arrivals", "What came"}, {"/arrivals/new", "Take in a delivery"}, {"/arrivals/note", "Read a delivery note"}, {"/lots/14", "Draw the trees"},
		{"/lots/9999", "no lot"}, {"/people", "may sign in"}, {"/people/log", "turned away"}, {"/access", "Another password"}, {"/work", "of work"}, {"/clock", "left"}, {"/growers", "By fault"}, {"/bench/" + h.tagIn(20, "unchecked"), "Not yet judged"},
		{"/bench/" + h.tagIn(22, "unchecked"), "Not yet judged"}, {"/bench/" + h.tagIn(24, "unchecked"), "Not yet judged"},
	}
	for name, p := range map[string]*hand{"counter": h.open(1280, 800, false), "tablet": h.open(834, 1194, true), "phone": h.open(360, 740, true)} {
		p.goTo("/")
		p.do(chromedp.WaitVisible(`#sign-in`, chromedp.ByQuery))
		assert.Empty(t, p.axe(), "sign-in, %s", name)
		p.signIn("Wren Halloway")
		for _, v := range views {
			p.goTo(v.path)
			p.sees(v.sees)
			p.do(chromedp.Sleep(150 * time.Millisecond))
			assert.Empty(t, p.axe(), "%s, %s", v.path, name)
			var across int
			p.do(chromedp.Evaluate(`document.documentElement.scrollWidth - document.documentElement.clientWidth`, &across))
			assert.LessOrEqual(t, across, 0, "%s, %s: wider than its window", v.path, name)
		}
		if name == "counter" {
			p.goTo("/bench/" + unchecked)
			p.sees("Not yet judged")
			for _, stage := range []string{"l", "b"} {
				p.do(chromedp.KeyEvent(stage), chromedp.Sleep(200*time.Millisecond))
				assert.Empty(t, p.axe(), "bench, stage %s", stage)
			}
			p.goTo("/clock")
			p.press("button", "Gel dip")
			p.sees("Read the packet and the tub")
			assert.Empty(t, p.axe(), "gel dip")
			p.press("button", "Since lifting")
			p.sees("by the weather station")
			assert.Empty(t, p.axe(), "stages")
			p.do(chromedp.Evaluate(`document.activeElement?.blur()`, nil), chromedp.KeyEvent("?"), chromedp.WaitVisible(`[role="dialog"]`, chromedp.ByQuery))
			assert.Empty(t, p.axe(), "help")
		}
		assert.Empty(t, p.complaints(), name)
	}
}

// Two people at the same tree: the second sees both states and chooses.
func TestTwoPeopleSaveTheSameTree(t *testing.T) {
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	first, second := h.open(1280, 800, false), h.open(1280, 800, false)
	first.signIn("Ilsa Tarrow")
	second.signIn("Bram Okonedo")
	for _, p := range []*hand{first, second} {
		p.goTo("/bench/" + tag)
		p.sees("All sound above the line")
	}
	first.press("button", "All sound above the line")
	first.sees("roots smell")
	first.press("button", "Save this look")
	first.until(`localStorage.getItem('sedum.draft.` + tag + `') === null`)
	second.choose("Life", "dead")
	second.until(`document.querySelector('[data-testid="verdict"]')?.innerText.startsWith('Send')`)
	second.press("button", "Save this look")
	second.sees("Somebody saved this tree while you had it open")
	second.sees("Saved by Ilsa Tarrow")
	second.sees("Yours, not saved yet")
	assert.Empty(t, second.axe())
	second.press("button", "Save mine after it")
	second.sees("apart")
	v := h.Tree(tag)
	require.Len(t, v.Checks, 2, "both looks are kept")
	assert.Equal(t, stock.Apart, v.State)
}

// By keyboard alone: a tag from anywhere, the stages, the walk, undo, save. Letters for a depth and a probe deeper than
// the ball are said at their station, and nothing typed is lost, not even by a reload.
func TestTheBenchByKeyboardWithWrongNumbers(t *testing.T) {
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.do(chromedp.KeyEvent("/"), chromedp.KeyEvent("ZZZ-999\r"))
	p.sees("That is no tag of ours")
	p.do(chromedp.Focus(`#tag-box`, chromedp.ByQuery), chromedp.Evaluate(`document.activeElement.select()`, nil), chromedp.KeyEvent(tag+"\r"))
	p.sees("All sound above the line")
	p.do(chromedp.KeyEvent("s")) // found by tag, the keys of the bench work at once
	p.until(`document.querySelectorAll('[role=tabpanel] [data-state="on"]').length >= 5`)
	p.do(chromedp.KeyEvent("u"))
	p.until(`document.querySelectorAll('[role=tabpanel] [data-state="on"]').length === 0`)
	p.do(chromedp.KeyEvent("s"), chromedp.KeyEvent("l"))
	p.until(`document.activeElement.labels?.[0]?.innerText === 'Ball height'`) // the stage's key brings the cursor there
	p.do(chromedp.KeyEvent("280"))
	p.do(chromedp.Focus(`input[aria-label^="tag side"]`, chromedp.ByQuery), chromedp.KeyEvent("xy"))
	p.sees("That is no measure")
	p.until(`[...document.querySelectorAll('button')].find((b) => b.innerText === 'Save this look').disabled`)
	p.do(chromedp.Focus(`input[aria-label^="right"]`, chromedp.ByQuery), chromedp.KeyEvent("400"))
	p.do(chromedp.Focus(`input[aria-label^="tag side"]`, chromedp.ByQuery), chromedp.KeyEvent("92"))
	p.sees("deeper than the ball, which is 280 mm high")
	p.fill("Caliper", "0", "a")
	p.sees("This must be more than 0")
	p.do(chromedp.Reload())
	p.sees("All sound above the line")
	p.do(chromedp.Evaluate(`document.activeElement.blur()`, nil), chromedp.KeyEvent("l"))
	p.until(`document.activeElement.labels?.[0]?.innerText === 'Ball height' && document.activeElement.value === '280'`)
	p.until(`[...document.querySelectorAll('input')].some((i) => i.value === '400') && [...document.querySelectorAll('input')].some((i) => i.value === '92')`)
	p.do(chromedp.Focus(`input[aria-label^="right"]`, chromedp.ByQuery), chromedp.KeyEvent("100"))
	p.fill("Caliper", "32", "a")
	p.do(chromedp.Sleep(300*time.Millisecond), chromedp.KeyEvent("\r", chromedp.KeyModifiers(2)))
	p.until(`localStorage.getItem('sedum.draft.` + tag + `') === null`)
	v := h.Tree(tag)
	require.Len(t, v.Checks, 1)
	assert.Len(t, v.Checks[0].Readings.Probes, 2)
}

// The server stops in the middle of saving: the page says so, keeps the entry, and sends it once when it is back.
func TestTheServerStopsWhileSaving(t *testing.T) {
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + tag)
	p.press("button", "All sound above the line")
	p.sees("roots smell")
	address := strings.TrimPrefix(h.address, "http://")
	require.NoError(t, h.server.Close())
	p.press("button", "Save this look")
	p.until(`document.body.innerText.includes('1 entry is kept on this device')`)
	v := h.Tree(tag)
	assert.Empty(t, v.Checks)
	h.serve(address)
	p.until(`!document.body.innerText.includes('kept on this device')`)
	v = h.Tree(tag)
	assert.Len(t, v.Checks, 1, "once")
}
