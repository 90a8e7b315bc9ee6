package e2e_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/planting"
	"sedum/core/rules"
	"sedum/core/stock"
	"sedum/words"
)

func ptr[T any](v T) *T { return &v }

func unspaced(text string) string { return strings.ReplaceAll(text, " ", " ") }

// TestFromThePotToTheSheet drives the whole path as people would, from an unchecked tree to an issued sheet, and
// holds what the page and the paper say against what the core computes for the same numbers.
func TestFromThePotToTheSheet(t *testing.T) {
	h := openHouse(t)
	tag := h.tagIn(14, "unchecked")
	metric := words.For("en-US", words.Metric)

	yard := h.open(834, 1194, true)
	yard.signIn("Ilsa Tarrow")
	yard.goTo("/bench/" + tag)
	yard.enterBuriedTree()

	// The line: the core's own reading of the same probes.
	probes := []stock.Probe{}
	for bearing, depth := range map[float64]float64{0: 92, 45: 48, 90: 100, 180: 96, 225: 98, 270: 105} {
		probes = append(probes, stock.Probe{BearingDeg: bearing, DepthMM: &depth})
	}
	probes = append(probes, stock.Probe{BearingDeg: 135, ReachedMM: ptr(150.0)})
	flare, err := stock.Flare(rules.House{}, stock.FlareInput{Form: stock.Container, Habit: stock.Single, BallHeightMM: 280, Probes: probes})
	require.NoError(t, err)
	require.Equal(t, stock.ActExcavate, flare.Action)
	yard.sees(fmt.Sprintf("The flare lies about %.0f mm deep", *flare.FlareDepthMM))

	// Uncovered and measured: only now may it be judged.
	yard.fill("Flare seen, depth", "66")
	yard.sees("Flare seen 66 mm deep")
	yard.press("button", "Below")
	yard.enterRoots()
	ball, err := stock.RootBall(rules.House{}, stock.RootBallInput{BallDiameterMM: 330, BallHeightMM: 214, CaliperMM: 32,
		Roots:      []stock.Root{{Zone: "side", DiameterMM: 9, ArcDeg: 150}},
		MatSidePct: 60, MatBottomPct: 70, FillPct: 90, Texture: "firm", Odour: "none", BottomRoots: "present", Moisture: "moist",
		Season: "dormant", Foliage: "deciduous", School: "shave", Pot: "standard"})
	require.NoError(t, err)
	yard.sees(fmt.Sprintf("Shave %.0f mm off the side", ball.SideShaveMM))
	yard.sees(fmt.Sprintf("Slice %.0f mm off the base", ball.BottomSliceMM))
	yard.sees("Clear 66 mm off the top")
	assert.Equal(t, "Fix, then sell", yard.text(`[data-testid="verdict"]`))
	yard.press("button", "Save this look")

	// The work, one touch each; one is taken back and done again.
	yard.press("button", "Clear 66 mm off the top")
	yard.until(`document.querySelectorAll('button[aria-pressed="true"]').length === 1`)
	yard.press("button", "Clear 66 mm off the top")
	yard.until(`document.querySelectorAll('button[aria-pressed="true"]').length === 0`)
	for i, work := range []string{"Clear 66 mm", "Cut the stray root", "Shave", "Slice"} {
		yard.press("button", work)
		if i < 3 {
			yard.until(fmt.Sprintf(`document.querySelectorAll('button[aria-pressed="true"]').length === %d`, i+1))
		}
	}
	// What the work touched is empty, and one touch on Save sells nothing: what was worked out is a hint.
	yard.sees("What it touched is empty")
	yard.sees("Not looked at")
	assert.NotEqual(t, "Sell", yard.text(`[data-testid="verdict"]`))
	width := 330 - 2*ball.SideShaveMM
	yard.fill("Ball width", fmt.Sprintf("%.0f", width))
	yard.fill("Ball height", "193")
	yard.press("button", "The flare shows")
	yard.press("button", "Below")
	yard.choose("Felt, side, %", "0")
	yard.choose("Felt, base, %", "0")
	yard.press("button", "Going round")
	yard.press("button", "Looked at collar, side and base")
	yard.until(`document.querySelector('[data-testid="verdict"]')?.innerText === 'Sell'`)
	yard.press("button", "Save this look")
	yard.sees("for sale")
	assert.Empty(t, yard.complaints())

	// The counter: a customer's ground, services first.
	counter := h.open(1280, 800, false)
	counter.signIn("Bram Okonedo")
	counter.goTo("/ground")
	for field, value := range map[string]string{"name": "Odile Marchbanks", "phone": "555 0155", "address": "4 Weir Cottages", "spot_name": "by the gate"} {
		counter.do(chromedp.SendKeys("#new-"+field, value, chromedp.ByQuery))
	}
	counter.press("button", "Add the customer")
	counter.sees("Buried services are not marked")
	counter.sees("Locked until buried services are marked")
	counter.fill("Reference of the marking", "LM-9001")
	counter.fill("Marked by", "county locating service")
	counter.do(chromedp.SendKeys(`#marking-marked_on`, h.Clock().Format("01022006"), chromedp.ByQuery),
		chromedp.SendKeys(`#marking-expires_on`, h.Clock().AddDate(0, 0, 20).Format("01022006"), chromedp.ByQuery))
	counter.press("button", "Record the marking")
	counter.sees("Choose one of: none") // nobody asked for private lines yet, and nothing says so by itself
	counter.do(chromedp.SendKeys(`select[name="private_lines"]`, "asked: there", chromedp.ByQuery))
	counter.press("button", "Record the marking")
	counter.sees("Marked: LM-9001")

	// The drainage hole: the stopwatch survives a reload; a minute that does not rise is said at its field.
	counter.sees("Drainage hole")
	counter.press("button", "Start the clock")
	counter.do(chromedp.Reload(), chromedp.WaitVisible(`[data-testid="stopwatch"]`, chromedp.ByQuery))
	counter.press("button", "Stop the clock")
	counter.fill("Water above the bottom 1", "280")
	for i, reading := range [][2]string{{"15", "240"}, {"10", "205"}, {"60", "150"}, {"90", "100"}} {
		counter.press("button", "Type a reading")
		counter.fill(fmt.Sprintf("Minute %d", i+2), reading[0])
		counter.fill(fmt.Sprintf("Water above the bottom %d", i+2), reading[1])
	}
	counter.sees("This must come after 15")
	counter.fill("Minute 3", "30")
	counter.sees("300 mm of water would be gone in 2.7 h: good drainage.") // handbook case percolation 1: 160 minutes
	counter.press("button", "Keep this measurement")
	counter.until(`document.querySelector('[data-testid="spot-answer"]')?.innerText === 'Drains well'`)

	counter.fill("Sand layer", "34")
	counter.fill("Silt layer", "40")
	counter.fill("Clay layer", "26")
	counter.choose("What is it for?", "shade")
	counter.choose("Water", "hose reaches")
	counter.choose("Wind", "open")
	counter.fill("Sun, hours a day", "8")
	counter.fill("Wind comes from", "270")
	counter.fill("pH", "6.4")
	counter.sees("By the record of Quarrywell Mill")                                            // the only station, whose latitude is the customer's too
	for _, day := range [][3]string{{"Soil freezes", "4", "Dec"}, {"Buds swell", "8", "Apr"}} { // no station tells these
		in := `//fieldset[legend[.="` + day[0] + `"]]`
		counter.do(chromedp.SendKeys(in+"//input", day[1], chromedp.BySearch), chromedp.SendKeys(in+"//select", day[2], chromedp.BySearch))
	}
	counter.touch(`//label[contains(., "Looked: nothing near")]//input`)
	counter.sees("Loam: holds 170 mm")
	counter.press("button", "Save the ground")
	counter.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)

	// The match: this very tree suits this very spot.
	counter.press("a", "See what suits it")
	counter.sees("Hornbeam")
	counter.do(chromedp.Evaluate(`document.querySelectorAll('details').forEach((d) => { d.open = true })`, nil))
	counter.press("a", tag)
	counter.until(`document.querySelector('[data-testid="headline"]')?.innerText.startsWith('The root flare')`)

	// The plan: the core on the same numbers.
	hole, err := planting.Hole(rules.House{}, planting.HoleInput{Form: stock.Container, BallDiameterMM: ptr(float64(int(width + 0.5))), BallHeightMM: ptr(193.0),
		FlareDepthMM: ptr(0.0), SideShaveMM: ptr(0.0), BottomSliceMM: ptr(0.0), BedDrainage: "good", KindDrainageMax: "slow", DrynessIndex: 1,
		SoilGroup: "medium", FlareSchool: "slight", Shape: "saucer", Base: "undisturbed"})
	require.NoError(t, err)
	mm := func(v float64) string { return unspaced(metric.Measure(planting.Measure{Value: v, Unit: "mm"})) }
	litres := func(v float64) string { return unspaced(metric.Measure(planting.Measure{Value: v, Unit: "l"})) }
	page := func(selector string) string {
		return strings.TrimSpace(strings.Split(unspaced(counter.text(selector)), "\n")[0])
	}
	assert.Equal(t, "The root flare must end "+mm(hole.FinishedRaiseMM)+" above the ground", page(`[data-testid="headline"]`))
	assert.Contains(t, page(`[data-testid="figure-hole_volume"]`), litres(hole.HoleVolumeL))
	assert.Contains(t, page(`[data-testid="figure-backfill"]`), litres(hole.BackfillL))
	counter.sees("Dig")
	steps := unspaced(counter.text("main ol"))
	assert.Contains(t, steps, mm(hole.HoleDepthMM)+" deep and "+mm(hole.HoleTopMM)+" wide")

	// A school chosen for this sheet redraws it; how a figure came is one touch away.
	counter.touch(`//summary[contains(., "Where practice differs")]`)
	counter.do(chromedp.Evaluate(`(() => { const s = [...document.querySelectorAll('select')].find((x) => [...x.options].some((o) => o.value === 'proud'));
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, 'proud'); s.dispatchEvent(new Event('change', { bubbles: true })) })()`, nil))
	counter.until(fmt.Sprintf(`document.querySelector('[data-testid="headline"]')?.innerText.includes('%.0f')`, min(50, hole.FlareToBaseMM/4)))
	counter.do(chromedp.Evaluate(`(() => { const s = [...document.querySelectorAll('select')].find((x) => [...x.options].some((o) => o.value === 'proud'));
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, 'slight'); s.dispatchEvent(new Event('change', { bubbles: true })) })()`, nil))
	counter.until(fmt.Sprintf(`document.querySelector('[data-testid="headline"]')?.innerText.includes('%.0f')`, hole.FinishedRaiseMM))
	counter.do(chromedp.Click(`[data-testid="figure-backfill"]`, chromedp.ByQuery))
	counter.do(chromedp.WaitVisible(byText("h3", "How backfill came"), chromedp.BySearch))
	counter.until(`[...document.querySelectorAll('a')].some((a) => a.innerText.includes('who measured') && a.getAttribute('href').startsWith('/bench/'))`)
	counter.do(chromedp.KeyEvent("\x1b"))

	// The day and whether it stands alone are asked before it goes out.
	counter.until(`[...document.querySelectorAll('button')].find((b) => b.innerText === 'Issue the sheet').disabled`)
	counter.answerTheDay()
	counter.press("button", "Issue the sheet")
	counter.sees("Sheet 3")
	counter.sees("66 mm cleared off the top")
	assert.Empty(t, counter.complaints(), "no violation of the content policy, no error in the page")

	// The paper says the same.
	text := counter.paperOf(3)
	for _, want := range []string{mm(hole.HoleDepthMM) + " deep", mm(hole.HoleTopMM) + " wide", "Odile Marchbanks", "LM-9001", tag,
		"The root flare must stand " + mm(hole.StickMM) + " above the underside of the board", "66 mm cleared off the top"} {
		assert.Contains(t, text, want)
	}
	calendar := counter.file("/api/v1/sheets/3/care.ics")
	assert.Contains(t, calendar, "BEGIN:VCALENDAR")
	assert.Contains(t, calendar, "RRULE:FREQ=DAILY")
	tree := h.Tree(tag)
	assert.Equal(t, stock.Reserved, tree.State)
	assert.Len(t, tree.Checks, 2)

	// Withdrawn with a reason: it asks, the tree is free, and screen and paper say so.
	counter.goTo("/bench/" + tag)
	counter.press("button", "Let the reservation go")
	counter.sees("Withdraw sheet 3?")
	counter.fill("Why", "they wait for spring")
	counter.press("button", "Withdraw it")
	counter.sees("for sale")
	assert.Equal(t, stock.ForSale, h.Tree(tag).State)
	counter.goTo("/sheets/3")
	counter.sees("they wait for spring Nobody plants by this sheet")
	assert.Contains(t, counter.paperOf(3), "NOT VALID")
}

// file fetches with the browser's own session.
func (p *hand) file(path string) string {
	p.t.Helper()
	var cookies []*network.Cookie
	p.do(chromedp.ActionFunc(func(ctx context.Context) (err error) {
		cookies, err = network.GetCookies().Do(ctx)
		return err
	}))
	request, err := http.NewRequest(http.MethodGet, p.h.address+path, nil)
	require.NoError(p.t, err)
	for _, c := range cookies {
		request.AddCookie(&http.Cookie{Name: c.Name, Value: c.Value})
	}
	answer, err := http.DefaultClient.Do(request)
	require.NoError(p.t, err)
	defer func() { _ = answer.Body.Close() }()
	require.Equal(p.t, 200, answer.StatusCode)
	var out bytes.Buffer
	_, err = io.Copy(&out, answer.Body)
	require.NoError(p.t, err)
	return out.String()
}

func (p *hand) paperOf(number int) string {
	return p.textOfPaper(fmt.Sprintf("/api/v1/sheets/%d/sheet.pdf?paper=letter", number))
}

// textOfPaper is the text of a PDF of the house.
func (p *hand) textOfPaper(path string) string {
	p.t.Helper()
	file := filepath.Join(p.t.TempDir(), "paper.pdf")
	require.NoError(p.t, os.WriteFile(file, []byte(p.file(path)), 0o600))
	out, err := exec.Command("pdftotext", "-raw", file, "-").Output()
	require.NoError(p.t, err)
	return unspaced(strings.Join(strings.Fields(string(out)), " "))
}

// asJSON is for messages.
func asJSON(v any) string {
	text, _ := json.Marshal(v)
	return string(text)
}
