package e2e_test

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"sedum/app/apptest"
	"sedum/app/clock"
	"sedum/app/lots"
	"sedum/core/yard"
	"sedum/kernel"
)

// TestShotsOfTheYard takes the pictures of arrivals, lots, work, clock and growers.
func TestShotsOfTheYard(t *testing.T) {
	folder := os.Getenv("SEDUM_SHOTS")
	if folder == "" {
		t.Skip("pictures are taken by ./run shots")
	}
	h := openHouse(t)
	shot := shotInto(folder)
	p := h.open(1280, 800, false)
	p.goTo("/")
	p.signIn("Wren Halloway")
	p.sees("to check")
	p.goTo("/arrivals")
	p.sees("What came")
	shot(p, "arrivals")
	p.goTo("/lots/14")
	p.sees("Draw the trees")
	shot(p, "sample-plan")
	h.Deed(h.Hand, "draw-sample", apptest.ByNumber(15), lots.NewDraw{Looks: 2})
	p.goTo("/lots/15")
	p.sees("until the look")
	shot(p, "sample-found")
	p.goTo("/work")
	p.sees("of work")
	shot(p, "work")
	p.goTo("/growers")
	p.sees("By fault")
	shot(p, "growers")
	h.Deed(h.Hand, "begin-soak", kernel.None{}, clock.NewSoak{Lot: 20, Water: yard.Muddy})
	p.goTo("/clock")
	p.sees("In water")
	shot(p, "clock")
	p.press("button", "Gel dip")
	for label, value := range map[string]string{"Powder in the packet": "400", "Water it asks for": "35", "Tub": "20", "Spare": "15"} {
		p.fill(label, value)
	}
	p.sees("powder in")
	shot(p, "clock-dip")
	p.goTo("/arrivals/new")
	p.sees("Take in a delivery")
	shot(p, "delivery")
	for name, lot := range map[string]int{"bench-balled": 20, "bench-bare-root": 22, "bench-plug": 24} {
		p.goTo("/bench/" + h.tagIn(lot, "unchecked"))
		p.enterForm(lot)
		shot(p, name)
	}
	for name, lot := range map[string]int{"bench-many-stems": 27, "bench-grafted": 28} {
		p.goTo("/bench/" + h.tagIn(lot, "unchecked"))
		p.press("button", "At the line")
		p.fill("Ball height", "250")
		p.fill("Ball width", "280")
		p.fill("Flare seen, depth", "30")
		p.press("summary", "How to find the flare")
		p.sees("Stop")
		p.do(chromedp.Sleep(500 * time.Millisecond))
		shot(p, name)
		if os.Getenv("SEDUM_SHOTS_ALL") != "" {
			p.do(chromedp.Evaluate(`document.querySelector('details[open]').scrollIntoView()`, nil), chromedp.Sleep(300*time.Millisecond))
			p.picture(filepath.Join(folder, name+"-steps.png"))
		}
	}
	tablet := h.open(834, 1194, true)
	tablet.goTo("/")
	tablet.signIn("Ilsa Tarrow")
	tablet.sees("to check")
	tablet.goTo("/clock")
	tablet.sees("left")
	shot(tablet, "clock-tablet")
	tablet.goTo("/bench/" + h.tagIn(22, "unchecked"))
	tablet.enterForm(22)
	shot(tablet, "bench-bare-root-tablet")
}

// enterForm puts in a look at a dug ball, a bare root or a plug of the demo.
func (p *hand) enterForm(lot int) {
	p.press("button", "All sound above the line")
	p.fill("Caliper", map[int]string{20: "51", 22: "16", 24: "4"}[lot])
	p.press("button", "At the line")
	switch lot {
	case 20:
		p.fill("Ball height", "400")
		p.fill("Ball width", "610")
		p.fill("Flare seen, depth", "60")
		p.press("button", "Below")
		p.press("button", "Ball firm")
		p.press("button", "natural")
		p.press("button", "basket")
		p.sees("340 mm")
	case 22:
		p.fill("Old soil line", "22")
		p.press("button", "Below")
		p.press("button", "Roots moist")
		p.fill("Root spread", "330")
		p.fill("Length that hangs", "300")
		p.press("button", "2")
		p.sees("350 mm")
	case 24:
		p.fill("Ball height", "110")
		p.fill("Ball width", "55")
		p.press("button", "The flare shows")
		p.press("button", "Below")
		p.press("button", "All sound: firm")
		p.sees("Sell")
	}
}
