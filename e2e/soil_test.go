package e2e_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	place "sedum/app/ground"
	"sedum/core/ground"
	"sedum/internal/wide"
)

// A soil is told by the ribbon first, on a phone by touch; then the jar counts, then the laboratory, and what said otherwise is told. Layers are
// drawn as dug; grey ones ask about winter, and water that stands in winter is the answer whatever the hole of summer said.
func TestASoilIsToldInManyWays(t *testing.T) {
	h := openHouse(t)
	spot := h.SpotOf("Caspar Lund")
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	p.pick("Or a texture that is known", "not known")
	p.choose("A moist handful, squeezed into a ribbon between finger and thumb", "25 to 50 mm")
	p.sees("soil")
	p.choose("A wetted pinch of it feels", "gritty")
	p.sees("Sandy clay loam: holds 140 mm of water in each meter. By the ribbon, which is rough.")
	for name, mm := range map[string]string{"Sand layer": "34", "Silt layer": "40", "Clay layer": "26"} {
		p.fill(name, mm)
	}
	p.sees("Loam: holds 170 mm of water in each meter. The ribbon said sandy clay loam.")
	p.press("summary", "Figures of a laboratory: they win")
	p.fill("Lab sand", "60")
	p.fill("Lab silt", "30")
	p.fill("Lab clay", "20")
	p.sees("Sand, silt and clay make 110 percent together")
	p.fill("Lab clay", "10")
	p.fill("Lab pH", "5.9")
	p.sees("By the laboratory. The jar said loam.")

	for i, l := range [][2]string{{"250", "roots"}, {"450", "grey or mottled"}, {"700", "hard, no spade goes in"}} {
		n := string(rune('1' + i))
		p.press("button", "Add a layer")
		p.fill("Layer "+n+" to", l[0])
		p.choose("Seen in layer "+n, l[1])
	}
	p.sees("Hard from 450 mm down")
	p.sees("whether water stands there in winter")
	assert.Empty(t, p.axe())
	p.choose("Does water stand here in winter?", "yes")
	p.sees("Water stands here in winter; no hole of summer says otherwise.")
	p.press("button", "Save the ground")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)

	now := h.SpotOf("Caspar Lund")
	assert.Equal(t, ground.DrainageStanding, now.Reading.Class)
	require.NotNil(t, now.Found.PH)
	assert.InDelta(t, 5.9, *now.Found.PH, 1e-9)
	assert.Len(t, now.Ground.Layers, 3)
	assert.Equal(t, []ground.LayerSign{ground.SignMottled}, now.Ground.Layers[1].Signs)
	p.goTo("/match/" + spot.ID)
	p.sees("standing")
	assert.Empty(t, p.complaints())
}

// What one types of a spot stands when somebody else saves it meanwhile: what only they touched comes in, and only what both touched is asked about.
func TestTypedGroundStandsWhenAnotherSaves(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	p.fill("pH", "5.2")
	p.fill("paving", "3.5")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Save the ground')`)
	theirs := func(change func(*ground.Facts)) {
		now := h.SpotOf("Petra Averill")
		c := place.Change{Name: now.Name, LatDeg: now.LatDeg, Ground: now.Ground, Climate: now.Climate, Version: now.Version, SiteVersion: now.SiteVersion}
		change(&c.Ground)
		h.Deed(h.Manager, "save-spot", apptest.ByID(spot.ID), c)
	}
	theirs(func(g *ground.Facts) { g.Exposure = ground.WindExposed })
	p.press("button", "Save the ground") // refused, for another was first; what both did stands together
	p.sees("Saved by somebody meanwhile, and taken in here: Wind.")
	assert.Contains(t, p.text("main"), "Save the ground")
	p.do(chromedp.Reload())
	p.sees("taken in here: Wind.")
	theirs(func(g *ground.Facts) { g.PH = apptest.Ptr(7.1) })
	p.press("button", "Save the ground")
	p.sees("Somebody saved this spot while you had it open.")
	p.sees("pH: yours 5.2, theirs 7.1")
	assert.Empty(t, p.axe())
	p.press("button", "Keep theirs")
	p.press("button", "Save the ground")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	now := h.SpotOf("Petra Averill")
	assert.InDelta(t, 7.1, *now.Ground.PH, 1e-9)
	assert.Equal(t, ground.WindExposed, now.Ground.Exposure)
	assert.InDelta(t, 3.5, *now.Ground.Obstacles[2].DistanceM, 1e-9)
}

// A phone sleeps in a pocket while the hole drains: its page is frozen, and the clock tells the true time when it wakes. Two readings make the
// answer, and the hole with its readings outlives a reload.
func TestTheHoleRunsOnWhileThePhoneSleeps(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Maud Ferriter")
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	p.press("button", "Start the clock")
	seconds := func() (n int) {
		p.do(chromedp.Evaluate(`document.querySelector('[data-testid="stopwatch"]').textContent.split(':').reduce((sum, part) => 60 * sum + Number(part), 0)`, &n))
		return n
	}
	began := time.Now()
	p.do(page.SetWebLifecycleState(page.SetWebLifecycleStateStateFrozen))
	time.Sleep(5 * time.Second)
	p.do(page.SetWebLifecycleState(page.SetWebLifecycleStateStateActive))
	p.until(`Number(document.querySelector('[data-testid="stopwatch"]').textContent.slice(-2)) >= 4`)
	assert.LessOrEqual(t, seconds(), int(time.Since(began).Seconds())+1)
	p.press("button", "Read the level now")
	p.press("button", "Stop the clock")
	p.do(chromedp.Reload())
	p.fill("Water above the bottom 1", "300")
	p.fill("Minute 2", "60")
	p.fill("Water above the bottom 2", "240")
	p.until(`document.querySelector('[data-testid="drainage-answer"]') !== null`)
	assert.Empty(t, p.axe())
	p.press("button", "Keep this measurement")
	p.until(`document.querySelector('[data-testid="drainage-answer"]') === null`)
	assert.Len(t, h.SpotOf("Maud Ferriter").Tests, len(spot.Tests)+1)
	assert.Empty(t, p.complaints())
}

// The chill of single winters is typed as a neighbour counted it: half a winter is not kept, who counted must be said.
func TestWintersOfANeighbour(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Caspar Lund")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	for i, w := range [][2]string{{"2024", "61"}, {"2025", "48.5"}} {
		p.press("button", "Add a winter")
		p.fill(fmt.Sprintf("Winter %d, began in", i+1), w[0])
		p.sees("both; or take the winter away")
		p.fill(fmt.Sprintf("Portions %d", i+1), w[1])
	}
	p.sees("This is needed.")
	p.fill("Who counted, and by which model", "the orchard over the hill, by portions")
	p.press("button", "Save the ground")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	assert.InDelta(t, 54.75, *h.SpotOf("Caspar Lund").Reading.Climate.ChillPortions, 0.06)
	assert.Nil(t, h.SpotOf("Caspar Lund").Climate.ChillPortions, "nobody said one figure")
	assert.Empty(t, p.axe())
	assert.Empty(t, p.complaints())
}
