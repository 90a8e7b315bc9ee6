package e2e_test

import (
	"testing"
	"time"
	"github.com/chromedp/chromedp"
)

func TestZZLook(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Ilsa Tarrow")
	tag := h.tagIn(14, "unchecked")
	p.goTo("/bench/" + tag)
	p.sees("Hornbeam")
	p.do(chromedp.Sleep(500*time.Millisecond))
	p.picture("/tmp/shots/z1.png")
	p.enterBuriedTree()
	p.do(chromedp.Sleep(700*time.Millisecond))
	p.picture("/tmp/shots/z2.png")
	p.press("button", "Below")
	p.do(chromedp.Sleep(500*time.Millisecond))
	p.picture("/tmp/shots/z3.png")
	p.enterRoots()
	p.do(chromedp.Sleep(700*time.Millisecond))
	p.picture("/tmp/shots/z4.png")
	p.goTo("/bench")
	p.sees("to check")
	p.picture("/tmp/shots/z5.png")
}
