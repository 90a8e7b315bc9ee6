package e2e_test

import (
	"fmt"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// hourlyFile is two years of a station by hours, in Fahrenheit that no heading names, with a gap, a missing value and a row twice.
func hourlyFile(t *testing.T) string {
	t.Helper()
	text := &strings.Builder{}
	text.WriteString("Weir weather\ntime,temp,rain\n")
	begin := time.Date(2022, 7, 1, 0, 0, 0, 0, time.UTC)
	for h := range 3 * 365 * 24 {
		at := begin.Add(time.Duration(h) * time.Hour)
		c := 8 + 12*math.Cos(2*math.Pi*float64(h)/8766) + 4*math.Cos(2*math.Pi*float64(at.Hour()-15)/24)
		value := fmt.Sprintf("%.1f", c*9/5+32)
		if h == 100 {
			value = "9999"
		}
		if h >= 2000 && h < 2048 {
			continue
		}
		fmt.Fprintf(text, "%s,%s,0.1\n", at.Format("2006-01-02 15:04"), value)
	}
	text.WriteString("2022-07-01 00:00,50,0\n")
	path := filepath.Join(t.TempDir(), "weir.csv")
	require.NoError(t, os.WriteFile(path, []byte(text.String()), 0o600))
	return path
}

// A station from nothing: added, its file brought, its units said, what is odd named by line, taken in with a stop between; then it is chosen
// for a site, whose climate is drawn by it.
func TestAStationIsReadIn(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/ground")
	p.press("a", "Weather stations")
	p.sees("Quarrywell Mill")
	p.fill("Name of the station", "Weir")
	p.press("button", "Add the station")
	p.sees("Latitude") // which nobody said
	p.until(`document.querySelector('[aria-invalid="true"]') !== null`)
	p.fill("Latitude, degrees (south negative)", "47.6")
	p.press("button", "Add the station")
	p.sees("Nothing is read in yet")
	p.upload(hourlyFile(t))
	p.sees("Say what the columns are")
	p.do(chromedp.SendKeys(`select[aria-label="Column 2: in what?"]`, "°F", chromedp.ByQuery), chromedp.SendKeys(`select[aria-label="Column 3: in what?"]`, "mm", chromedp.ByQuery))
	p.press("button", "Read it so")
	p.sees("26232 of 26233 rows can be read")
	p.sees("this moment stands in the file before")
	p.sees("line 103: temp 9999")
	assert.Empty(t, p.axe())
	p.press("button", "Take 26232 rows in")
	p.until(`document.querySelector('[data-testid="record-done"]') !== null`)
	p.sees("Taken in: 26232 rows.")
	p.press("a", "See what the station says")
	p.sees("Coldest night −8 °C, zone 8b")
	p.sees("Fewer than ten winters")
	p.sees("1 gap: 3 days from")
	assert.Empty(t, p.axe())

	spot := h.SpotOf("Maud Ferriter")
	p.goTo("/ground/" + spot.ID)
	p.sees("By the record of Quarrywell Mill")
	p.touch(`//button[contains(., "Weir, ")]`)
	p.sees("By the record of Weir")
	p.press("summary", "What somebody knows better of this site")
	p.sees("station: −8 °C")
	p.fill("Coldest night, mean of years", "-12")
	p.sees("Save what you typed first.") // another station would drop it
	p.press("button", "Save the ground")
	p.until(`[...document.querySelectorAll('button')].some((b) => b.innerText === 'Saved')`)
	assert.InDelta(t, -12, *h.SpotOf("Maud Ferriter").Reading.Climate.MinC, 1e-9)
	assert.Empty(t, p.complaints())

	// A new customer is asked which of two stations is nearest, and no latitude.
	p.goTo("/ground")
	p.fill("Name", "Odo Vance")
	p.fill("Address of the site", "1 Mill Row")
	p.fill("Name of the spot", "lawn")
	p.press("button", "Add the customer")
	p.until(`document.querySelector('[role="alert"], .text-oxblood') !== null`)
	p.choose("Nearest weather station", "Weir")
	p.press("button", "Add the customer")
	p.sees("Odo Vance, lawn")
	assert.InDelta(t, 47.6, h.SpotOf("Odo Vance").LatDeg, 1e-9)
}
