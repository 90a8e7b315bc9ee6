package e2e_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"sedum/internal/wide"
)

// Three kinds are put side by side from the match, one of them not in the yard; they stand on one soil line, factor by factor, with what they
// would do at the other spots; and what is to be ordered is a note to take along.
func TestThreeKindsStandSideBySide(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(1280, 900, false)
	p.signIn("Bram Okonedo")
	p.goTo("/match/" + spot.ID)
	p.sees("Care")
	p.touch(`(//ol)[1]/li[1]//button[.="Put beside others"]`)
	p.sees("Choose one or two more")
	p.touch(`(//ol)[1]/li[2]//summary`)
	p.touch(`(//ol)[1]/li[2]//button[.="Put beside others"]`)
	p.fill("Ask about a kind", "Quercus robur")
	p.touch(`//summary[.//span[.="English oak"]]/..//button[.="Put beside others"]`)
	assert.Contains(t, p.file("/api/v1/spots/"+spot.ID+"/match/order.txt?kinds=English%20oak"), "Quercus robur (English oak)")
	p.press("a", "See 3 side by side")
	p.sees("English oak")
	p.sees("to be ordered")
	p.sees("At north bed")
	p.sees("at 20 years; the dashed line is grown")
	assert.Empty(t, p.axe())
	assert.Empty(t, p.complaints())
}

// A tree stands in the wrong place: what it is and how thick its trunk is give the answer, the ball to dig and the steps; what nobody knows
// makes no good chance, and four years make a mover's work.
func TestATreeOfTheGardenIsMoved(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	p.press("a", "Move a tree of the garden here")
	p.fill("What is it?", "Rowan")
	p.fill("Trunk across, 150 mm up", "13")
	p.sees("It may be moved: its chances are fair")
	p.sees("Nobody knows how long it has stood there")
	p.fill("Years it has stood there", "2")
	p.sees("Move it: its chances are good")
	p.sees("Dig the new hole first, as deep as the ball, 200 mm")
	p.sees("two people. Carry the ball, never the stem.")
	assert.Empty(t, p.axe())
	p.fill("Years it has stood there", "4")
	p.sees("A tree mover moves it, or it stays")
	p.fill("What is it?", "Rowam")
	p.until(`document.querySelector('[aria-invalid="true"]') !== null`)
	assert.Contains(t, p.textOfPaper("/api/v1/spots/"+spot.ID+"/move.pdf?kind=Rowan&caliper_mm=13&years=2&lifters=public"), "Give no feed")
	assert.Empty(t, p.complaints())
}
