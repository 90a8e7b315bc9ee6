package e2e_test

import (
	"image"
	"image/jpeg"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	place "sedum/app/ground"
	"sedum/core/ground"
	"sedum/core/stock"
	"sedum/internal/wide"
)

// What goes on around a spot is told by touch, and asked of whoever plants there at once: the match and the list of today say so too. Leave that
// is needed stands over every kind until it is on record; a place that was to settle comes back when its day has come.
func TestWhatASpotAsks(t *testing.T) {
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	p.choose("Leave needed?", "yes")
	p.fill("Whose leave", "the town of Quarrywell")
	p.sees("Leave is needed here of the town of Quarrywell")
	p.touch(`//fieldset[legend="Who is there"]//button[normalize-space(.)="burrowing"]`)
	p.sees("a root basket of wire mesh")
	p.choose("What grows", "lawn")
	p.sees("take the turf off")
	p.choose("Wet today", "saturated")
	p.sees("Nobody digs or treads it")
	p.fill("What stood here before and died", "Carpinus betulus")
	p.press("button", "Let it settle: look again tomorrow")
	p.touch(`//summary[normalize-space(.)="How it is known"]`)
	p.sees("measured, by the jar")
	assert.Empty(t, p.axe())
	p.press("button", "Save the ground")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	now := h.SpotOf("Petra Averill")
	assert.Equal(t, []ground.Resident{ground.Burrowing}, now.Ground.LivesHere)
	assert.NotEmpty(t, now.Ground.MoistureOn)
	again, err := time.Parse(time.DateOnly, now.Ground.LookAgainOn)
	require.NoError(t, err)
	assert.True(t, again.After(time.Now().Add(-time.Hour)))

	p.goTo("/match/" + spot.ID)
	p.sees("Leave is needed here of the town of Quarrywell")
	p.sees("stood here and died: the same genus in the same soil often fails again")
	assert.Empty(t, p.axe())

	change := place.Change{Name: now.Name, LatDeg: now.LatDeg, Ground: now.Ground, Climate: now.Climate, Version: now.Version, SiteVersion: now.SiteVersion}
	change.Ground.LookAgainOn = time.Now().AddDate(0, 0, -1).Format(time.DateOnly)
	h.Deed(h.Advisor, "save-spot", apptest.ByID(spot.ID), change)
	p.goTo("/")
	p.sees("it settled overnight: look again")
	p.press("a", "Petra Averill, front lawn")
	p.sees("It was to settle overnight")
	p.fill("Number of the leave", "V 17")
	p.until(`!document.querySelector('aside').innerText.includes('Leave is needed')`)
	assert.Empty(t, p.complaints())
}

// What a tree will shade in a year is drawn on the plan when it is asked for, and told of the other spots.
func TestWhatATreeWillShade(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/match/" + spot.ID + "/room?kind=Carpinus%20betulus&height=2.3")
	p.press("button", "What it shades in this year")
	p.sees("of sun a day from the ground beside it")
	p.sees("side gate goes from 12.2 to")
	assert.Empty(t, p.axe())
	p.press("button", "Hide its shade")
	p.until(`document.querySelector('[data-testid="shade"]') === null`)
	assert.Empty(t, p.complaints())
}

// A picture of the soil is added at the customer's, and taken off again with a reason; of a kind with several kinds of stock they stand side by side.
func TestPicturesOfASpotAndKindsOfStock(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	spot := h.SpotOf("Petra Averill")
	p := h.open(390, 844, true)
	p.signIn("Bram Okonedo")
	p.goTo("/ground/" + spot.ID)
	p.sees("Add a picture")
	file := filepath.Join(t.TempDir(), "soil.jpg")
	out, err := os.Create(file)
	require.NoError(t, err)
	require.NoError(t, jpeg.Encode(out, image.NewGray(image.Rect(0, 0, 800, 600)), nil))
	require.NoError(t, out.Close())
	p.fill("One line to it", "a rule beside it")
	p.upload(file)
	p.until(`document.querySelector('img[src*="spot-photos"]')?.complete`)
	assert.Len(t, h.SpotOf("Petra Averill").Photos, 1)
	assert.Empty(t, p.axe())

	number := h.TakeIn(apptest.LotOf("Field maple", stock.Container, 3))[0]
	h.SaveLook(h.TreesOf(number)[0].Tag, apptest.SoundLook())
	counter := h.open(1280, 800, false)
	counter.signIn("Wren Halloway")
	counter.goTo("/match/" + spot.ID)
	counter.press("button", "As which stock")
	counter.sees("earth to dig")
	assert.Len(t, counter.numbers(`[...document.querySelectorAll('thead th')].slice(1)`), 2, "a column for each lot")
	assert.Empty(t, counter.axe())
	assert.Empty(t, p.complaints())
}
