package e2e_test

import (
	"context"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/bench"
	"sedum/app/claims"
	"sedum/app/ground"
	"sedum/app/sheets"
	"sedum/app/trials"
	"sedum/app/yard"
	"sedum/core/stock"
	"sedum/demo"
	"sedum/kernel"
)

// TestShots takes the pictures of docs/screenshots from the demo data; only ./run shots asks for it.
func TestShots(t *testing.T) {
	folder := os.Getenv("SEDUM_SHOTS")
	if folder == "" {
		t.Skip("pictures are taken by ./run shots")
	}
	h := openHouse(t)
	spot := map[string]string{}
	for _, s := range apptest.Saw[ground.Pages](h.World, "list-spots", kernel.None{}).Spots {
		if spot[s.Customer] == "" { // the first of theirs
			spot[s.Customer] = s.ID
		}
	}
	unchecked := h.tagIn(14, "unchecked")
	shot := shotInto(folder)
	p := h.open(1280, 800, false)
	p.goTo("/")
	p.do(chromedp.WaitVisible(`#sign-in`, chromedp.ByQuery))
	shot(p, "sign-in")
	p.signIn("Wren Halloway")
	p.sees("to check")
	shot(p, "today")
	p.goTo("/bench?lot=14")
	p.sees("Hornbeam")
	shot(p, "bench-lots")
	p.goTo("/bench/" + unchecked)
	p.enterBuriedTree()
	shot(p, "bench-line")
	p.press("button", "Below")
	p.enterRoots()
	shot(p, "bench-below")
	p.goTo("/bench/" + h.tagIn(15, "in-work"))
	p.sees("Work list")
	shot(p, "bench-work")
	p.goTo("/ground/" + spot["Caspar Lund"])
	p.sees("Buried services are not marked")
	shot(p, "ground-unmarked")
	p.goTo("/ground/" + spot["Petra Averill"])
	p.sees("Drains well")
	shot(p, "ground")
	shot(p, "soil", `[...document.querySelectorAll('h2')].find((h) => h.innerText === 'Drainage hole')?.closest('section section, fieldset, div.relative')?.scrollIntoView()`)
	p.goTo("/ground/" + spot["Petra Averill"] + "/plan")
	p.sees("Field book")
	p.press("button", "Show the sun on the ground")
	p.sees("The sunniest place has")
	shot(p, "survey")
	p.goTo("/kinds")
	p.sees("English oak")
	p.choose("For", "flower")
	shot(p, "kinds")
	p.choose("For", "flower")
	p.press("a", "Apple")
	p.sees("General knowledge")
	shot(p, "kind")
	p.goTo("/match/" + spot["Petra Averill"] + "/room?kind=Carpinus%20betulus&height=2.3")
	p.sees("Meets the boundary")
	shot(p, "room")
	p.goTo("/match/" + spot["Petra Averill"] + "/beside?kinds=Hornbeam;English%20oak;Field%20maple")
	p.sees("at 20 years")
	shot(p, "beside")
	p.goTo("/stations")
	p.press("a", "Quarrywell Mill")
	p.sees("Coldest night")
	shot(p, "station")
	p.goTo("/match/" + spot["Petra Averill"] + "/several")
	p.fill("Tags, with a space between", h.tagIn(14, "for-sale")+" "+h.tagIn(15, "for-sale")+" "+h.tagIn(16, "for-sale"))
	p.press("button", "Add to the order")
	p.sees("trees find their spots")
	shot(p, "several")
	p.goTo("/match/" + spot["Petra Averill"])
	p.sees("will do well here")
	shot(p, "match")
	p.goTo(fmt.Sprintf("/plan/%s/%s", spot["Petra Averill"], h.tagIn(16, "for-sale")))
	p.sees("Issue the sheet")
	shot(p, "plan")
	p.goTo("/sheets/1")
	p.sees("Issued")
	shot(p, "sheet")
	p.goTo("/sheets/1/order")
	p.sees("What it takes: Maud Ferriter")
	p.fill("Your can holds", "10")
	p.fill("The hose fills it in", "24")
	p.sees("The hose runs")
	shot(p, "quantities")
	// The paper as it is handed over, its two pages as pictures.
	paper := filepath.Join(t.TempDir(), "sheet.pdf")
	require.NoError(t, os.WriteFile(paper, []byte(p.file("/api/v1/sheets/1/sheet.pdf")), 0o600))
	require.NoError(t, exec.Command("pdftoppm", "-r", "96", "-png", paper, filepath.Join(folder, "paper")).Run())
	p.goTo("/rules")
	p.sees("Where practice differs")
	p.fill("Find a rule", "flare ends")
	p.sees("In ground that drains well")
	p.touch(`//li[contains(., "In ground that drains well")]//button[starts-with(normalize-space(.), "Change")]`)
	p.fill("New value", "40")
	p.until(`/then [0-9]+ mm/.test(document.body.innerText)`)
	shot(p, "rules")
	p.goTo("/people")
	p.press("button", "Bram Okonedo")
	p.sees("Shared tablets")
	shot(p, "people")
	p.goTo("/access")
	p.sees("Second factor")
	shot(p, "access")
	p.goTo("/rules/letterhead")
	p.sees("Quarrywell Trees")
	shot(p, "letterhead")
	hard := filepath.Join(t.TempDir(), "fallow end.csv")
	require.NoError(t, os.WriteFile(hard, western(t, hardNote), 0o600))
	p.goTo("/arrivals/note")
	p.upload(hard)
	p.sees("headings in line 4")
	shot(p, "note")
	tablet := h.open(834, 1194, true)
	tablet.signIn("Ilsa Tarrow")
	tablet.goTo("/bench/" + unchecked)
	tablet.enterBuriedTree()
	shot(tablet, "bench-tablet")
	phone := h.open(390, 844, true)
	phone.signIn("Bram Okonedo")
	phone.goTo("/sheets/1")
	phone.sees("Issued")
	shot(phone, "sheet-phone")
	phone.do(chromedp.Navigate(apptest.Saw[sheets.LinkPage](h.World, "sheet-link", kernel.ByNumber{Number: 1}).Address))
	phone.sees("The root flare must end")
	shot(phone, "copy")
	h.aftercareShots(shot, p, phone)
}

// aftercareShots are those of trees with a summer behind them.
func (h *house) aftercareShots(shot func(*hand, string, ...string), p, phone *hand) {
	require.NoError(h.t, demo.LoadPlanted(context.Background(), h.World.Kernel))
	dry := plantedOf(h, "Idris Vane")
	p.goTo("/planted")
	p.sees("Idris Vane")
	shot(p, "aftercare")
	p.goTo("/planted/" + dry.ID)
	p.choose("Shown", "all")
	p.sees("Aug")
	shot(p, "planted")
	p.goTo("/trouble/1")
	p.sees("Likely causes")
	shot(p, "trouble")
	p.goTo("/outcomes")
	p.sees("Too early to tell")
	p.choose("Told by", "school")
	p.sees("flare")
	shot(p, "outcomes")
	p.goTo("/week")
	p.sees("Check in the yard")
	shot(p, "week")
	phone.goTo("/round")
	phone.sees("trees to go to")
	shot(phone, "round")
	phone.goTo("/planted/" + dry.ID + "/visit")
	phone.sees("What do you see?")
	phone.choose("It is", "alive")
	phone.choose("Leaves", "brown edges")
	shot(phone, "visit")
	dead := plantedOf(h, "Agnes Pellow")
	h.Deed(h.Advisor, "open-claim", apptest.ByID(dead.ID), claims.NewClaim{AskedOn: time.Now().UTC().Format(time.DateOnly), Said: "It turned yellow in the wet spring and never came back.", PlantedBy: "house"})
	office := h.open(1280, 800, false)
	office.signIn("Wren Halloway")
	office.goTo("/claims/1")
	office.sees("Nobody settled its cause")
	shot(office, "claim")
	office.goTo("/planted/" + dry.ID)
	office.sees("Its dates")
	office.sees("Its life")
	shot(office, "life", `[...document.querySelectorAll('h2')].find((h) => h.innerText.includes('Its life')).scrollIntoView()`)
	shot(office, "dates", `document.querySelector('section[aria-label="Its dates"]').scrollIntoView()`)
	office.do(chromedp.Focus(`#tag-box`, chromedp.ByQuery), chromedp.KeyEvent("idris"))
	office.until(`document.querySelectorAll('[role=option]').length > 1`)
	shot(office, "search")
	phone.do(chromedp.Navigate(apptest.Saw[sheets.LinkPage](h.World, "sheet-link", kernel.ByNumber{Number: dry.Number}).Address))
	phone.sees("This week")
	shot(phone, "copy-planted")
	shot(phone, "copy-letters", `[...document.querySelectorAll('h2')].find((x) => x.innerText === 'By mail').scrollIntoView()`)
	h.Deed(h.Manager, "begin-trial", kernel.None{}, trials.NewTrial{Question: "Ring or none on this clay?", Step: "berm", WayA: "ring", WayB: "none", FirstOn: time.Now().UTC().Add(6 * month).Format(time.DateOnly), Every: 6, Looks: 4})
	h.loseOneWay(h.drawAndPlant(24, h.SpotOf("Petra Averill").ID))
	late := h.open(1280, 800, false)
	late.signIn("Wren Halloway")
	late.goTo("/trials/1")
	late.sees("A difference was found")
	shot(late, "trial")
}

// notShown are views that are looked at while working on them (SEDUM_SHOTS_ALL) and not kept among the pictures.
var notShown = map[string]bool{"sign-in": true, "bench-lots": true, "bench-work": true, "ground-unmarked": true, "clock-dip": true, "delivery": true,
	"bench-plug": true, "bench-bare-root": true, "kinds": true, "clock-tablet": true, "bench-bare-root-tablet": true, "bench-many-stems": true, "bench-grafted": true, "sample-plan": true, "bench-balled": true, "letterhead": true,
	"people": true, "access": true, "sample-found": true, "growers": true, "note": true, "soil": true, "beside": true, "bench-line": true, "several": true, "sheet-phone": true,
	"room": true, "station": true, "quantities": true, "arrivals": true, "bench-below": true, "aftercare": true, "copy-planted": true,
	"dates": true, "search": true, "work": true, "copy-letters": true, "kind": true, "survey": true, "sheet": true}

// shotInto takes a picture once the last answer has drawn itself.
func shotInto(folder string) func(p *hand, name string, first ...string) {
	return func(p *hand, name string, first ...string) {
		if notShown[name] && os.Getenv("SEDUM_SHOTS_ALL") == "" {
			return
		}
		p.do(chromedp.Evaluate(`document.activeElement?.blur(); scrollTo(0, 0)`, nil))
		for _, script := range first {
			p.do(chromedp.Evaluate(script, nil))
		}
		p.do(chromedp.Sleep(700 * time.Millisecond))
		p.picture(filepath.Join(folder, name+".png"))
	}
}

// tagIn is the first tree of a lot in a state.
func (h *house) tagIn(lot int, state string) string {
	for _, t := range h.TreesOf(lot) {
		if string(t.State) == state {
			return t.Tag
		}
	}
	require.Fail(h.t, "there is none", "no tree of lot %d is %s", lot, state)
	return ""
}

// rows lists the trees in a state with their lots.
func (h *house) rows(state stock.State) (rows []yard.TreeRow) {
	require.NoError(h.t, h.Tx(func(tx *kernel.Tx) (err error) {
		rows, err = yard.ToWorkOn(tx, state, 400)
		return err
	}))
	return rows
}

// corrections is what was entered for one piece of work of a tree, oldest first: done, or taken back.
func (h *house) corrections(tag, key string) (done []bool) {
	require.NoError(h.t, h.Tx(func(tx *kernel.Tx) error {
		t, err := yard.TreeByTag(tx, tag)
		if err != nil {
			return err
		}
		list, err := kernel.Many[bench.Correction](tx, "at, id", "tree_id = ? AND work_key = ?", t.ID, key)
		for _, c := range list {
			done = append(done, c.Done)
		}
		return err
	}))
	return done
}

// enterBuriedTree puts in a tree whose flare lies 66 mm deep, with one stray root (handbook case flare 1).
func (p *hand) enterBuriedTree() {
	p.press("button", "All sound above the line")
	p.fill("Caliper", "32")
	p.fill("Height", "2.3")
	p.press("button", "At the line")
	p.fill("Ball height", "280")
	p.fill("Ball width", "330")
	p.do(chromedp.Focus(`input[aria-label^="tag side"]`, chromedp.ByQuery))
	for _, depth := range []string{"92", "48", "100", "n", "96", "98", "105"} {
		p.do(chromedp.KeyEvent(depth), chromedp.KeyEvent("\r"))
	}
	p.sees("Uncover the flare")
}

// enterRoots puts in sound roots with one that goes round the side and felt on the base.
func (p *hand) enterRoots() {
	p.press("button", "Roots firm")
	p.choose("Top of the pot", "clean")
	for label, value := range map[string]string{"Ball filled, typed": "90", "Felt on the side, typed": "60", "Felt on the base, typed": "70"} {
		p.fill(label, value)
	}
	p.press("button", "Going round")
	p.press("button", "Looked at collar, side and base")
	p.touch(`//button[@aria-pressed][starts-with(., "side")]`)
	p.press("button", "Add one at the side by figures")
	p.sees("How thick is it")
	p.fill("Thick", "9")
	p.fill("Round", "150")
	p.sees("major")
}
