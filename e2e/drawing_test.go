package e2e_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/stock"
	"sedum/internal/wide"
)

// box is where a part of a drawing stands, in the drawing's own units.
type box struct{ X, Y, Width, Height float64 }

// drawn measures the parts of the large drawing that a selector finds, in their order.
func (p *hand) drawn(selector string) []box {
	p.t.Helper()
	var out []box
	p.do(chromedp.Evaluate(fmt.Sprintf(`[...document.querySelectorAll('main svg[role=img]')][0] && [...document.querySelectorAll('main svg[role=img] ' + %q)]
		.map((e) => { const b = e.getBBox(); return { X: b.x, Y: b.y, Width: b.width, Height: b.height } })`, selector), &out))
	return out
}

// The section on the bench is to scale: as wide to high as the ball, and the flare as deep as it was seen, whatever is typed.
func TestTheSectionOnTheBenchIsToScale(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(14, "unchecked"))
	p.press("button", "At the line")
	for _, c := range []struct{ height, width, flare float64 }{{280, 330, 66}, {200, 420, 20}, {400, 260, 130}} {
		p.fill("Ball height", fmt.Sprint(c.height))
		p.fill("Ball width", fmt.Sprint(c.width))
		p.fill("Flare seen, depth", fmt.Sprint(c.flare))
		p.sees(fmt.Sprintf("Flare seen %g mm deep", c.flare))
		p.settle()
		pots := p.drawn("path.fill-clay")
		require.NotEmpty(t, pots)
		pot := pots[0]
		assert.InDelta(t, c.width/c.height, pot.Width/pot.Height, 0.01, "%+v", c)
		line := p.drawn(`path.stroke-rose[stroke-dasharray="7 5"]`)
		require.Len(t, line, 1)
		assert.InDelta(t, c.flare/c.height, (line[0].Y-pot.Y)/pot.Height, 0.005, "%+v", c)
		// What comes off is drawn from the surface down to the flare, and no root stands in it.
		off := p.drawn(`rect[fill="url(#comes-off)"]`)
		require.Len(t, off, 1)
		assert.InDelta(t, line[0].Y, off[0].Y+off[0].Height, 0.5)
		for _, root := range p.drawn("path.stroke-root.fill-none") {
			assert.GreaterOrEqual(t, root.Y, line[0].Y-6, "a root above the flare")
			assert.LessOrEqual(t, root.Y+root.Height, pot.Y+pot.Height+0.5, "a root below its ball")
		}
	}
}

// A bare root is to scale too: its spread and its length by one measure.
func TestTheBareRootIsToScale(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/bench/" + h.tagIn(22, "unchecked"))
	p.press("button", "Below")
	for _, c := range []struct{ spread, length float64 }{{330, 300}, {200, 420}, {600, 150}} {
		p.fill("Root spread", fmt.Sprint(c.spread))
		p.fill("Length that hangs", fmt.Sprint(c.length))
		p.until(fmt.Sprintf(`[...document.querySelectorAll('main svg text')].some((e) => e.textContent === '%g mm') &&
			[...document.querySelectorAll('main svg text')].some((e) => e.textContent === '%g mm')`, c.spread, c.length))
		p.settle()
		var across, down float64
		for _, line := range p.drawn(`path.stroke-ink[stroke-width="1.5"]`) {
			if line.Height < 1 && line.Width > across {
				across = line.Width
			}
			if line.Width < 1 && line.Height > down {
				down = line.Height
			}
		}
		require.Positive(t, down)
		assert.InDelta(t, c.spread/c.length, across/down, 0.02, "%+v", c)
	}
}

// The tree in the ground is to scale: ball, hole, mulch and stakes by one measure, from the plan's own figures.
func TestTheTreeInTheGroundIsToScale(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	rows := h.rows(stock.ForSale)
	seen, staked := map[stock.Form]bool{}, 0
	for _, spot := range []string{h.SpotOf("Petra Averill").ID} {
		for _, row := range rows {
			if seen[row.Form] || row.Form == stock.BareRoot {
				continue
			}
			seen[row.Form] = true
			var plan struct {
				Plan struct {
					BallWidthMM float64 `json:"ball_width_mm"`
					Hole        struct {
						Top   float64 `json:"hole_top_mm"`
						Depth float64 `json:"hole_depth_mm"`
						Raise float64 `json:"finished_raise_mm"`
						Base  float64 `json:"flare_to_base_mm"`
					}
					Basin struct {
						Outer float64 `json:"mulch_outer_radius_mm"`
					}
				}
			}
			var text string
			p.goTo(fmt.Sprintf("/plan/%s/%s", spot, row.Tag))
			p.sees("Print draft")
			p.do(chromedp.Evaluate(fmt.Sprintf(`fetch('/api/v1/plan', {method: 'POST', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({tag: %q, spot_id: %q,
				planting_on: new Date().toISOString().slice(0, 10), high_c: 6, ground: 'workable', buds: 'dormant', stands_alone: true, schools: {}})}).then((r) => r.text())`,
				row.Tag, spot), &text, awaitPromise))
			require.NoError(t, json.Unmarshal([]byte(text), &plan), text)
			hole := plan.Plan.Hole
			require.Positive(t, hole.Depth, text)
			balls := p.drawn("path.fill-ball")
			require.Len(t, balls, 1)
			perMM := balls[0].Width / plan.Plan.BallWidthMM
			assert.InDelta(t, hole.Base*perMM, balls[0].Height, 1.5, "%s: flare to base", row.Tag)
			hollow := p.drawn(`path.stroke-humus[stroke-dasharray="3 5"]`)
			require.Len(t, hollow, 1)
			assert.InDelta(t, hole.Top*perMM, hollow[0].Width, 1.5, "%s: width of the hole", row.Tag)
			assert.InDelta(t, hole.Depth*perMM, hollow[0].Height, 1.5, "%s: depth of the hole", row.Tag)
			assert.InDelta(t, hole.Raise*perMM, hollow[0].Y-balls[0].Y, 1.5, "%s: the flare stands over the ground", row.Tag)
			var crossed []string
			p.do(chromedp.Evaluate(`[...document.querySelectorAll('svg:has([data-testid="stake"]) text')].filter((w) => [...document.querySelectorAll('[data-testid="stake"] path:first-child')].some((s) => {
				const a = w.getBoundingClientRect(), b = s.getBoundingClientRect()
				return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
			})).map((w) => w.textContent)`, &crossed))
			staked += len(p.drawn(`[data-testid="stake"]`))
			assert.Empty(t, crossed, "%s: nothing is written across a stake", row.Tag)
			outer := 0.0
			for _, m := range p.drawn("path.fill-humus") {
				outer = max(outer, m.X+m.Width)
			}
			middle := balls[0].X + balls[0].Width/2
			assert.InDelta(t, plan.Plan.Basin.Outer*perMM, outer-middle, 6, "%s: mulch reaches as far as it should", row.Tag)
		}
	}
	assert.True(t, seen[stock.Container])
	assert.Empty(t, p.complaints())
	assert.Positive(t, staked, "some of them are staked")
}
