package e2e_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"sedum/internal/wide"
)

// A manager says whose matter a cause is in this house, with a reason, and everybody at the counter reads it.
func TestWhoseMatterACauseIs(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/rules")
	p.press("a", "Whose matter a cause is")
	p.sees("of whoever planted it")
	p.selects("Cause", "drought")
	p.choose("Whose matter", "nobody’s")
	p.press("button", "Keep it")
	p.until(`document.querySelector('form [aria-invalid=true]') !== null`)
	p.fill("Reason", "a water ban each summer")
	p.press("button", "Keep it")
	p.sees("a water ban each summer")
	p.sees("usually the customer’s")
	assert.Empty(t, p.axe())
	p.snap("causes")
	p.goTo("/trials")
	p.press("summary", "Put a question")
	p.fill("Lost the one way", "10")
	p.fill("Lost the other way", "20")
	p.sees("About 438 trees, both ways together.")
	assert.Empty(t, p.axe())
	p.snap("trial-size")
	phone := h.open(360, 740, true)
	phone.signIn("Bram Okonedo")
	phone.goTo("/rules/causes")
	phone.sees("a water ban each summer")
	phone.until(`!document.body.innerText.includes('Say otherwise') && document.documentElement.scrollWidth <= 360`)
}

// A report of what was planted for somebody: for all, for one, for days in the wrong order, and as a table.
func TestAReportForACity(t *testing.T) {
	h := withPlanted(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/memory")
	p.press("a", "What became of what we planted for somebody?")
	p.sees("8 of 9 trees are known to live")
	p.sees("8 seen living within a year")
	assert.Empty(t, p.axe())
	p.snap("report")
	p.fill("For whom or where", "odile")
	p.sees("1 of one tree is known to live")
	assert.Contains(t, p.file("/api/v1/report.csv?text=odile"), "Odile Marsh")
	p.dates("Planted from", time.Now().UTC().AddDate(0, 0, -1))
	p.sees("Nothing was planted in these days")
	p.dates("Planted until", time.Now().UTC().AddDate(0, -1, 0))
	p.until(`document.querySelector('[aria-invalid=true]') !== null`)
	phone := h.open(360, 740, true)
	phone.signIn("Bram Okonedo")
	phone.goTo("/report")
	phone.sees("8 of 9 trees are known to live")
	phone.until(`document.documentElement.scrollWidth <= 360`)
	assert.Empty(t, phone.axe())
}
