package e2e_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/ground"
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
		p.fill("Layer "+n+" down to", l[0])
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
