package e2e_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/app/clock"
	"sedum/core/rules"
	"sedum/core/sampling"
	"sedum/core/stock"
	"sedum/kernel"
)

const note = `Plant;Type;Litres;Qty;Grade;Per bundle
Hornbeam;pot;20;24;;
Field maple;pot;15,5;10;;
Hazel;bare root;;48;standard;24
Hornbeam;pot;20;0;;
=CMD();pot;20;4;;
Hornbeen;pot;20;4;;
`

func sound() stock.Readings {
	mm := func(v float64) *float64 { return &v }
	return stock.Readings{
		BallDiameterMM: mm(300), BallHeightMM: mm(260), CaliperMM: mm(26), HeightM: mm(2), Probes: []stock.Probe{}, SeenDepthMM: mm(0), ZonesLooked: stock.AllZones(),
		Roots: []stock.Circler{}, MatSidePct: mm(0), MatBottomPct: mm(0), FillPct: mm(80), Texture: "firm", Odour: "none", BottomRoots: "present", Moisture: "moist", PotTop: "clean",
		Above: stock.Above{Leader: "one", Trunk: "clean", Branching: "well-spaced", Life: "plump", Ties: "none", Pests: "none", Graft: "none-seen"},
	}
}

// look saves a look at a tree at the desk.
func (h *house) look(tag string, rotten bool) {
	h.t.Helper()
	r := sound()
	if rotten {
		r.Texture, r.Odour = "soft", "sour"
	}
	h.SaveLook(tag, r)
}

// textOf is the text at a test id, as a person reads it.
func (p *hand) textOf(id string) string {
	p.t.Helper()
	var text string
	p.do(chromedp.WaitVisible(`[data-testid="`+id+`"]`, chromedp.ByQuery), chromedp.Text(`[data-testid="`+id+`"]`, &text, chromedp.ByQuery))
	return strings.Join(strings.Fields(text), " ")
}

// says waits until the text at a test id is in it; the page shows what it last knew until the server has answered.
func (p *hand) says(id, text string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`document.querySelector('[data-testid=%q]')?.innerText.includes(%q)`, id, text))
}

// A whole delivery: from the note's import to a closed lot, a lot sent back with its note, and bare roots dipped in time.
func TestAWholeDelivery(t *testing.T) {
	h := openHouse(t)
	var later atomic.Int64
	h.SetClock(func() time.Time { return time.Now().UTC().Truncate(time.Microsecond).Add(time.Duration(later.Load())) })
	file := filepath.Join(t.TempDir(), "spring.csv")
	require.NoError(t, os.WriteFile(file, []byte(note), 0o600))
	p := h.open(1280, 900, false)
	p.signIn("Wren Halloway")

	// The note: three sound rows come in, three stay outside, each with its reason.
	p.goTo("/arrivals/note")
	p.do(chromedp.WaitVisible(`input[type=file]`, chromedp.ByQuery), chromedp.SetUploadFiles(`input[type=file]`, []string{file}, chromedp.ByQuery))
	assert.Equal(t, "3 of 6 rows are sound: 82 trees", p.textOf("note-answer"))
	p.sees("This must be 1 or more.")
	p.sees("begins like a formula")
	p.sees("Did you mean Hornbeam?")
	p.do(chromedp.SendKeys(`input[list=growers]`, "Stillwater Liners", chromedp.ByQuery))
	p.press("button", "Read in 3 lots")
	assert.Contains(t, p.textOf("note-done"), "82 trees came in")
	var faulty string
	p.do(chromedp.Evaluate(`fetch(document.querySelector('a[download]').href).then(r => r.text())`, &faulty, awaitPromise))
	assert.Contains(t, faulty, "'=CMD()", "a cell that would run is made harmless")
	number := map[string]int{}
	for _, l := range apptest.Saw[arrivals.Deliveries](h.World, "list-deliveries", kernel.None{}).Deliveries[0].Lots {
		number[l.Common] = l.Number
	}

	// The first lot: the plan is the core's, the drawn trees are checked, the answer is the core's, the lot is released.
	hornbeam := number["Hornbeam"]
	p.goTo(fmt.Sprintf("/lots/%d", hornbeam))
	plan, err := sampling.Plan(sampling.PlanInput{LotSize: 24, TolerableShare: rules.House{}.Value(rules.SampleShare), Confidence: 0.95})
	require.NoError(t, err)
	assert.Contains(t, p.textOf("plan-text"), fmt.Sprintf("Check %d.", *plan.SampleSize))
	p.press("button", "Draw the trees")
	p.sees("0 checked, 0 faulty")
	v := h.Lot(hornbeam)
	require.Len(t, v.Sample.Drawn, *plan.SampleSize)
	// They stand in rows of seven: each drawn tree is found by its row and number.
	p.fill("They stand in rows of", "7.5")
	p.sees("A whole number of trees")
	p.fill("They stand in rows of", "7")
	p.do(chromedp.KeyEvent("\r"))
	p.sees("Row 1")
	for _, place := range v.Sample.Drawn {
		row, inRow := sampling.Rows{PerRow: 7}.Standing(place.Number)
		var there bool
		p.do(chromedp.Evaluate(fmt.Sprintf(`document.querySelector('a[aria-label^="Row %d, number %d:"]') !== null`, row, inRow), &there))
		assert.True(t, there, "place %d", place.Number)
	}
	p.touch(`//main//a[contains(., "Check the next")]`)
	p.sees("Not yet judged")
	row, inRow := sampling.Rows{PerRow: 7}.Standing(v.Sample.Drawn[0].Number)
	p.sees(fmt.Sprintf("row %d, number %d", row, inRow))
	first := v.Sample.NextTag
	p.press("button", "All sound above the line")
	p.fill("Caliper", "26")
	p.press("button", "At the line")
	p.fill("Ball height", "260")
	p.fill("Ball width", "300")
	p.press("button", "The flare shows")
	p.press("button", "Below")
	p.press("button", "All sound: firm")
	p.sees("Sell")
	p.press("button", "Save this look")
	p.until(`!location.pathname.includes('` + first + `')`) // the next drawn tree, without a list between
	for i := 0; h.Lot(hornbeam).Sample.Left > 0; i++ {
		require.Less(t, i, 200, "the looks count")
		h.look(h.Lot(hornbeam).Sample.NextTag, false)
	}
	answer, err := sampling.Answer(sampling.ResultInput{LotSize: 24, Checked: *plan.SampleSize, TolerableShare: 0.1, Confidence: 0.95, Looks: 1})
	require.NoError(t, err)
	require.Equal(t, sampling.Release, answer.Decision)
	p.goTo(fmt.Sprintf("/lots/%d", hornbeam))
	p.says("sample-answer", fmt.Sprintf("Release: at most %d of 24 are faulty", answer.DefectiveHigh))
	p.press("button", "Release")
	p.says("follows", fmt.Sprintf("%d trees that nobody looked at", 24-*plan.SampleSize))
	p.press("button", "Release the lot")
	p.sees("Released:")
	assert.Equal(t, 24-*plan.SampleSize, h.Lot(hornbeam).Counts[stock.Unreleased])

	// The second: rotten roots. It is refused, and goes back with a note.
	maple := number["Field maple"]
	p.goTo(fmt.Sprintf("/lots/%d", maple))
	p.press("button", "Draw the trees")
	p.sees("0 checked, 0 faulty")
	for i := 0; h.Lot(maple).Sample.Left > 0; i++ {
		require.Less(t, i, 200, "the looks count")
		h.look(h.Lot(maple).Sample.NextTag, i < 4)
	}
	p.goTo(fmt.Sprintf("/lots/%d", maple))
	found := h.Lot(maple).Sample
	require.Equal(t, sampling.Refuse, found.Answer.Decision)
	p.says("sample-answer", fmt.Sprintf("Refuse: at least %d of 10 are faulty", found.Answer.DefectiveLow))
	p.sees(fmt.Sprintf("Found in %d checked trees", found.Checked))
	p.sees("between what shares of the whole lot")
	p.press("button", "Refuse")
	p.press("button", "Refuse the lot")
	p.sees("Standing apart: 10")
	p.do(chromedp.SendKeys(`textarea`, "Soft and sour on opening.", chromedp.ByQuery))
	p.press("button", "Send the note")
	p.sees("10 to go back: please credit")
	var link string
	p.do(chromedp.AttributeValue(`a[href$="note.pdf"]`, "href", &link, nil, chromedp.ByQuery))
	text := p.textOfPaper(link)
	for _, want := range []string{"10 to go back", "Field maple", "Soft and sour on opening.", fmt.Sprintf("our lot %d", maple), "Roots are soft or smell sour"} {
		assert.Contains(t, text, want)
	}
	assert.Equal(t, 10, h.Lot(maple).Counts[stock.SentBack])

	// The bare roots: dipped in time, and not before the gel has set.
	p.goTo("/clock")
	p.sees("Hazel")
	unit := fmt.Sprintf(`//li[.//p[contains(., "lot %d")]]`, number["Hazel"])
	p.touch(unit + `//button[contains(., "Gel dip")]`)
	gel, err := stock.GelDip(stock.GelDipInput{Trees: 48, GelPerTreeL: 0.9, WastePct: 10, PacketG: 1500, PacketWaterL: 190, VatL: 25})
	require.NoError(t, err)
	for label, value := range map[string]string{"Powder in the packet": "1500", "Water it asks for": "190", "Tub": "25", "Spare": "10"} {
		p.fill(label, value)
	}
	p.sees(fmt.Sprintf("%.1f g powder in", gel.PowderPerBatch))
	p.fill("On the scale", "188")
	p.sees("Enough")
	p.press("button", "Mixed: start the clock")
	p.sees("Sets in")
	p.press("button", "Dipped and bagged: 48")
	p.sees("The gel has not set yet")
	later.Store(int64(21 * time.Minute))
	p.press("button", "Dipped and bagged: 48")
	p.sees("dipped and bagged")

	// It was another lot that was dipped: the touch is taken back and the gel stands there again, which is thrown away by a wrong touch.
	p.touch(unit + `//button[contains(., "Since lifting")]`)
	p.touch(unit + `//ol//button[contains(., "Undo")]`)
	p.until(fmt.Sprintf(`!document.evaluate(%q, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE).singleNodeValue`, unit+`//p[contains(., "dipped and bagged")]`))
	p.touch(unit + `//button[contains(., "Gel")]`)
	p.sees("Ready: dip Hazel now")
	p.press("button", "Thrown away: nothing was dipped")
	p.press("button", "It stands there still")
	p.touch(unit + `//button[contains(., "Gel")]`)
	p.press("button", "Dipped and bagged: 48")
	p.sees("dipped and bagged")
	for _, u := range apptest.Saw[clock.Board](h.World, "see-clock", kernel.None{}).Units {
		if u.Lot == number["Hazel"] {
			assert.Equal(t, stock.GelBag, u.Now.Cover)
			days := int((*u.Result.HoursLeft + 0.2) / 24) // the page asked a moment earlier
			var shown string
			p.do(chromedp.Text(unit+`//p[contains(@class, "text-leaf")]`, &shown, chromedp.BySearch))
			assert.Contains(t, shown, fmt.Sprint(days))
		}
	}
	assert.Empty(t, p.complaints())
}
