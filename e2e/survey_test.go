package e2e_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/ground"
	"sedum/internal/wide"
	"sedum/kernel"
)

// focused is what a screen reader would call the element that has the focus.
const focused = `(() => {
	const e = document.activeElement
	const label = e.labels?.[0]?.innerText
	return (e.getAttribute('aria-label') ?? label ?? e.innerText ?? '').trim().split('\n')[0]
})()`

// tabTo goes on with the tab key until the focus is on what has that name.
func (p *hand) tabTo(name string) {
	p.t.Helper()
	seen := []string{}
	for range 160 {
		var at string
		p.do(chromedp.KeyEvent(kb.Tab), chromedp.Evaluate(focused, &at))
		if at == name {
			return
		}
		seen = append(seen, at)
	}
	require.Fail(p.t, "the keyboard does not get there", "%s among %q", name, seen)
}

// keys goes to a field by tab and types into it.
func (p *hand) keys(name, text string) {
	p.t.Helper()
	p.tabTo(name)
	p.do(chromedp.KeyEvent(text))
}

func (p *hand) enter() { p.t.Helper(); p.do(chromedp.KeyEvent(kb.Enter)); p.settle() }

// planOf is the plan of the ground of a customer, as it is kept.
func (h *house) planOf(customer string) ground.PlanPage {
	for _, s := range apptest.Saw[ground.Pages](h.World, "list-spots", kernel.None{}).Spots {
		if s.Customer == customer {
			return apptest.Saw[ground.PlanPage](h.World, "see-plan", apptest.ByID(s.ID))
		}
	}
	return ground.PlanPage{}
}

// elevationAt is how high what stands there reaches at a bearing.
func elevationAt(s ground.PlanSpot, deg float64) float64 {
	highest := 0.0
	for _, seen := range s.Horizon {
		if math.Mod(deg-seen.FromDeg+360, 360) <= math.Mod(seen.ToDeg-seen.FromDeg+360, 360) {
			highest = max(highest, seen.ElevationDeg)
		}
	}
	return highest
}

// A customer comes to the counter; their garden is taken down without a mouse, from their name to the hours of sun. Six metres before a
// house of five: atan(5/6) to its eaves, straight ahead.
func TestAGardenIsSurveyedByKeyboard(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground")
	p.sees("A new customer")
	p.keys("Name", "Odo Vance")
	p.keys("Address of the site", "1 Mill Row")
	p.keys("Name of the spot", "lawn")
	p.enter()
	p.sees("Nobody has measured this ground yet")
	p.tabTo("Measure the ground")
	p.enter()
	p.sees("Stand at a corner of the house")
	p.tabTo("+ house")
	p.enter()
	p.tabTo("Begin here")
	p.enter()
	for _, corner := range [][2]string{{"10", "E"}, {"8", "south"}, {"10", "270"}} {
		p.keys("Length", corner[0])
		p.keys("Direction", corner[1])
		p.enter()
	}
	p.tabTo("Done")
	p.enter()
	p.keys("Height to the eaves", "5")
	// The lawn: from corner A north 6 m, by its own point; and a mistake that is undone by the keys.
	p.tabTo("Measure it in")
	p.enter()
	p.sees("Next: where lawn is")
	p.keys("Direction", "east-north") // no wind has that name
	p.sees("A direction is degrees from 0 to 360")
	p.do(chromedp.Evaluate(`document.activeElement.select()`, nil), chromedp.KeyEvent("0"))
	p.tabTo("From")
	p.do(chromedp.KeyEvent("A"))
	p.keys("Length", "6")
	p.enter()
	p.tabTo("+ wall")
	p.enter()
	p.sees("Next: corner 1 of the wall")
	p.do(chromedp.KeyEvent("z", chromedp.KeyModifiers(input.ModifierCtrl)))
	p.sees("Next: a point")
	p.tabTo("compass")
	p.do(chromedp.KeyEvent(" "))
	p.tabTo("Everything that stands here is on the plan")
	p.do(chromedp.KeyEvent(" "))
	p.tabTo("Save the plan")
	p.enter()
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	plan := h.planOf("Odo Vance")
	require.Len(t, plan.Plan.Things, 1)
	spot := plan.Spots[0]
	require.True(t, spot.Settled)
	assert.Equal(t, []float64{0, 6}, []float64{spot.At.XM, spot.At.YM})
	// From the corner's bearing, 180, the house goes east: straight before it and at 45 degrees, hand trigonometry.
	assert.InDelta(t, math.Atan(5.0/6)*180/math.Pi, elevationAt(spot, 179.5), 0.5)
	assert.InDelta(t, math.Atan(5*math.Cos(45*math.Pi/180)/6)*180/math.Pi, elevationAt(spot, 135), 0.5)
	assert.Zero(t, elevationAt(spot, 200))
	p.press("button", "Show the sun on the ground")
	p.sees("The sunniest place has")
	assert.Empty(t, p.axe())
}

// By a thumb on a phone, at the customer's fence: two lengths from two corners, the network gone for a while, nothing lost.
func TestAGardenIsSurveyedByTouch(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	id, err := apptest.Did[string](h.World, h.Advisor, "add-customer", kernel.None{}, ground.NewCustomer{Name: "Odo Vance", Address: "1 Mill Row", LatDeg: apptest.Ptr(47.0), SpotName: "lawn"})
	require.NoError(t, err)
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + id)
	p.sees("Nobody has measured this ground yet")
	p.press("a", "Measure the ground")
	p.press("button", "Begin here")
	p.fill("Length", "8")
	p.press("button", "Set point B")
	p.sees("Give the length and the direction.")
	p.touch(`//button[@aria-label="E, east"]`)
	p.press("button", "Set point B")
	p.press("button", "+ wall")
	p.sees("Still without all of its corners: wall")
	for _, corner := range []string{"A", "B"} { // points that are there are touched in the drawing
		p.touch(fmt.Sprintf(`//*[name()="svg"]//*[name()="text"][.=%q]`, corner))
	}
	p.press("button", "Done")
	p.fill("Height", "3")
	p.press("button", "Measure it in")
	p.choose("How it was found", "two lengths")
	p.pick("From", "A")
	p.pick("And from", "B")
	p.touch(`//button[normalize-space(.)="on the left"]`)
	lengths := `//label[normalize-space(.)="Length"]`
	for i, metres := range []string{"3", "4"} {
		p.touch(fmt.Sprintf(`(%s)[%d]`, lengths, i+1))
		p.do(chromedp.KeyEvent(metres))
	}
	p.press("button", "Set point C")
	p.sees("These two lengths miss each other by 1 m") // 3 and 4 do not span 8
	p.press("button", "C3 m from A and 4 m from B, on the left")
	p.touch(fmt.Sprintf(`(//ol//label[normalize-space(.)="Length"])[%d]`, 2))
	p.do(chromedp.Evaluate(`document.activeElement.select()`, nil), chromedp.KeyEvent("7"))
	p.choose("North, found by", "compass")
	p.press("label", "Everything that stands here")
	p.until(`document.querySelector('[data-testid="survey-answer"]').innerText.includes('sun')`)
	assert.Empty(t, p.axe())
	address := strings.TrimPrefix(h.address, "http://")
	require.NoError(t, h.server.Close())
	p.press("button", "Save the plan")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText.startsWith('Saving'))`)
	h.serve(address)
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	plan := h.planOf("Odo Vance")
	require.Len(t, plan.Spots, 1)
	spot := plan.Spots[0]
	require.True(t, spot.Settled)
	// By the cosine rule: 3 and 7 over 8.
	x := (9 + 64 - 49) / 16.0
	assert.InDelta(t, x, spot.At.XM, 0.001)
	assert.InDelta(t, math.Sqrt(9-x*x), spot.At.YM, 0.001)
	assert.InDelta(t, math.Atan(3/math.Sqrt(9-x*x))*180/math.Pi, elevationAt(spot, 180), 0.5)
	assert.Zero(t, elevationAt(spot, 0))
	p.goTo("/ground/" + id)
	p.sees(strings.TrimSuffix(spot.SunText, "."))
}

// What one measures is not lost when somebody else saves the same garden meanwhile, nor by a reload: both states are there at saving.
func TestMeasuringIsNotLostWhenAnotherSaves(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	id := h.SpotOf("Petra Averill").ID
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + id + "/plan")
	p.sees("Field book")
	p.press("button", "garden wall")
	p.fill("Height", "3")
	p.sees("garden wall, 3 m")
	theirs := apptest.Saw[ground.PlanPage](h.World, "see-plan", apptest.ByID(id))
	theirs.Plan.Complete = false
	h.Deed(h.Manager, "save-plan", apptest.ByID(id), ground.PlanChange{Version: theirs.Version, Plan: theirs.Plan})
	p.do(chromedp.Reload())
	p.sees("garden wall, 3 m")
	p.press("button", "Save the plan")
	p.sees("saved this plan meanwhile")
	p.press("button", "Save mine after it")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	now := apptest.Saw[ground.PlanPage](h.World, "see-plan", apptest.ByID(id))
	assert.Equal(t, theirs.Version+2, now.Version)
	assert.True(t, now.Plan.Complete)
}
