package e2e_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"sedum/demo"
)

func TestPicturesOfPlanted(t *testing.T) {
	h := openHouse(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), h.World.Kernel))
	p := h.open(1280, 800, false)
	shot := shotInto("/tmp/shots")
	p.signIn("Bram Okonedo")
	p.goTo("/planted")
	p.sees("Hornbeam")
	shot(p, "planted-list")
	p.press("a", "Odile Marsh")
	p.sees("Its water")
	shot(p, "planted-tree")
	shot(p, "planted-tree-2", "window.scrollTo(0, 600)")
	p.goTo("/planted")
	p.press("a", "Idris Vane")
	p.sees("Its water")
	shot(p, "planted-dry")
	p.goTo("/round")
	p.sees("on this device")
	shot(p, "round")
	p.goTo("/trouble/1")
	p.sees("Likely causes")
	shot(p, "trouble")
	shot(p, "trouble-2", "window.scrollTo(0, 700)")
	p.goTo("/trouble")
	p.sees("Look at this next")
	shot(p, "trouble-new")
}
