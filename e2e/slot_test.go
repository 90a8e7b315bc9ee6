package e2e_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/core/stock"
	"sedum/internal/wide"
)

// Bare roots too long for their hole lie in a slot, which is drawn as long as the plan says.
func TestTheSlotIsToScale(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	tag, spot := h.tagIn(22, "unchecked"), h.SpotOf("Petra Averill").ID
	h.SaveLook(tag, stock.Readings{CaliperMM: ptr(14.0), HeightM: ptr(1.7), Above: apptest.SoundLook().Above, BareRoot: &stock.BareRootLook{SpreadMM: ptr(400.0), LengthMM: ptr(560.0),
		Sides: ptr(4), SoilLineMM: ptr(20.0), Moisture: "moist", Mould: ptr(false), Buds: "dormant", BrokenRoots: ptr(0)}})
	p.goTo(fmt.Sprintf("/plan/%s/%s", spot, tag))
	p.sees("Print draft")
	p.until(`!!document.querySelector('[data-testid="slot"]')`)
	var text string
	p.do(chromedp.Evaluate(fmt.Sprintf(`fetch('/api/v1/plan', {method: 'POST', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({tag: %q, spot_id: %q,
		planting_on: new Date().toISOString().slice(0, 10), high_c: 6, ground: 'workable', buds: 'dormant', stands_alone: true, schools: {}})}).then((r) => r.text())`, tag, spot), &text, awaitPromise))
	var plan struct {
		Plan struct {
			Hole struct {
				Top   float64 `json:"hole_top_mm"`
				Depth float64 `json:"hole_depth_mm"`
			}
			Long struct {
				Slot float64 `json:"slot_mm"`
			} `json:"long_roots"`
		}
	}
	require.NoError(t, json.Unmarshal([]byte(text), &plan), text)
	require.Positive(t, plan.Plan.Long.Slot)
	hollow, slot := p.drawn(`path.stroke-humus[stroke-dasharray="3 5"]`)[0], p.drawn(`[data-testid="slot"] path:first-child`)[0]
	perMM := hollow.Width / plan.Plan.Hole.Top
	assert.InDelta(t, plan.Plan.Long.Slot*perMM, hollow.X-slot.X, 1.5, "how far it runs out from the wall")
	assert.InDelta(t, plan.Plan.Hole.Depth*perMM, slot.Height, 1.5, "as deep as the hole")
}
