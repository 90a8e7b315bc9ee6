package e2e_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/app/apptest"
	"sedum/app/ground"
	"sedum/internal/wide"
)

// Pears on wires are set out along a measured line on a phone: the tape's lengths from both pegs stand beside each tree, what stands in a house
// is said, and the places become spots of the ground.
func TestTreesAreSetOutOnThePlan(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID + "/plan")
	p.press("button", "Set several trees out")
	p.choose("Pattern", "on wires")
	p.pick("From the peg", "A")
	p.pick("Towards the peg", "B")
	p.fill("Between two trees, least", "3")
	p.until(`document.querySelector('[data-testid="setout-answer"]') !== null`)
	p.sees("Each wire is")
	p.fill("Free of grass along a row, wide", "1.2")
	p.sees("A water line along the rows is")
	p.sees("Free of grass:")
	assert.Empty(t, p.axe())
	p.fill("What the spots are called", "pear")
	p.touch(`//button[starts-with(., "Make ")]`)
	p.sees("pear 2")
	made := 0
	for _, s := range apptest.Saw[ground.PlanPage](h.World, "see-plan", apptest.ByID(spot.ID)).Spots {
		if s.Name == "pear 1" || s.Name == "pear 2" {
			made++
			assert.True(t, s.Placed)
		}
	}
	assert.Equal(t, 2, made)
	assert.Empty(t, p.complaints())
}
