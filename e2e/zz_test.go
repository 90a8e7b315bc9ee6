package e2e_test

import (
	"context"
	"os"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"sedum/desk"
	"sedum/store"
)

func TestZZ(t *testing.T) {
	h := openHouse(t)
	demoWired(h)
	folder := os.Getenv("SEDUM_SHOTS")
	shot := shotInto(folder)
	_, err := h.desk.BeginSoak(context.Background(), h.caller(store.YardHand), "zz-soak-1", desk.NewSoak{Lot: 20, Water: "muddy"})
	require.NoError(t, err)
	p := h.open(1280, 800, false)
	p.goTo("/")
	p.signIn("Wren Halloway")
	p.goTo("/clock")
	p.sees("left")
	shot(p, "zz-clock")
	p.goTo("/lots/24")
	p.sees("While it waits")
	p.do(chromedp.Evaluate(`document.getElementById('keeping').scrollIntoView()`, nil))
	shot2(p, folder+"/zz-lot24.png")
	p.goTo("/lots/25")
	p.sees("While it waits")
	p.press("button", "Count what the batch")
	p.do(chromedp.Evaluate(`document.getElementById('keeping').scrollIntoView()`, nil))
	shot2(p, folder+"/zz-lot25.png")
	p.goTo("/work")
	p.sees("Damage of journeys")
	shot(p, "zz-work")
	p.goTo("/bench/" + h.tagIn(14, "for-sale"))
	p.sees("Pot it up")
	p.press("summary", "Pot it up")
	p.press("summary", "Damage of the journey")
	p.press("button", "bark torn")
	shot2(p, folder+"/zz-record.png")
	p.goTo("/arrivals/new")
	p.sees("Take in a delivery")
	shot(p, "zz-delivery")
	tablet := h.open(834, 1194, true)
	tablet.goTo("/")
	tablet.signIn("Ilsa Tarrow")
	tablet.goTo("/bench/" + h.tagIn(26, "unchecked"))
	tablet.press("button", "All sound above")
	tablet.press("button", "Below")
	shot(tablet, "zz-garden")
}

func shot2(p *hand, file string) {
	p.do(chromedp.Sleep(500))
	p.picture(file)
}
func demoWired(h *house) {}
