package e2e_test

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/internal/wide"
)

// printed is a page as it prints on A4: how many pages, and its text.
func (p *hand) printed() (pages int, text string) {
	p.t.Helper()
	var raw []byte
	p.do(chromedp.ActionFunc(func(ctx context.Context) (err error) {
		raw, _, err = page.PrintToPDF().WithPaperWidth(8.27).WithPaperHeight(11.69).WithPreferCSSPageSize(true).WithPrintBackground(true).Do(ctx)
		return err
	}))
	file := filepath.Join(p.t.TempDir(), "page.pdf")
	require.NoError(p.t, os.WriteFile(file, raw, 0o600))
	info, err := exec.Command("pdfinfo", file).Output()
	require.NoError(p.t, err)
	for _, line := range strings.Split(string(info), "\n") {
		if after, is := strings.CutPrefix(line, "Pages:"); is {
			_, _ = fmt.Sscan(after, &pages)
		}
	}
	out, err := exec.Command("pdftotext", "-layout", file, "-").Output()
	require.NoError(p.t, err)
	return pages, strings.Join(strings.Fields(string(out)), " ")
}

// Every page is told apart by its title, fits a window of 320 px, and moves nothing under a finger while it comes.
func TestPagesFitAndKeepStill(t *testing.T) {
	wide.Only(t)
	h := openAlone(t)
	spot, sale, unchecked := h.SpotOf("Petra Averill"), h.tagIn(16, "for-sale"), h.tagIn(14, "unchecked")
	views := map[string]string{"/": "to check", "/arrivals": "What came", "/arrivals/new": "Take in a delivery", "/arrivals/note": "Read a delivery note", "/bench": "Lots", "/bench/" + unchecked: "Not yet judged",
		"/bench/" + sale: "for sale", "/lots/14": "Draw the trees", "/lots/15": "lot", "/work": "of work", "/clock": "left", "/ground": "Customers", "/ground/" + spot.ID: "Drains well", "/match/" + spot.ID: "front lawn",
		"/plan/" + spot.ID + "/" + sale: "Issue the sheet", "/sheets": "Sheets", "/sheets/1": "Issued", "/growers": "By fault", "/rules": "Where practice differs", "/rules/letterhead": "The house on paper",
		"/kinds": "Kinds", "/people": "may sign in", "/people/log": "turned away", "/access": "Another password", "/stocktake": "Count", "/nowhere": "no page"}
	p := h.open(320, 640, true)
	p.signIn("Wren Halloway")
	titles := map[string]string{}
	for path, sees := range views {
		p.goTo(path)
		p.sees(sees)
		p.do(chromedp.Sleep(250 * time.Millisecond))
		var is struct {
			Across int
			Title  string
			Shift  float64
		}
		var text string
		p.do(chromedp.Evaluate(`new Promise((done) => {
			let shift = 0
			new PerformanceObserver((list) => { for (const e of list.getEntries()) if (!e.hadRecentInput) shift += e.value }).observe({ type: 'layout-shift', buffered: true })
			setTimeout(() => done(JSON.stringify({ Across: document.documentElement.scrollWidth - innerWidth, Title: document.title, Shift: shift })), 100)
		})`, &text, awaitPromise))
		require.NoError(t, json.Unmarshal([]byte(text), &is))
		assert.LessOrEqual(t, is.Across, 0, "%s is wider than 320 px", path)
		assert.Less(t, is.Shift, 0.1, "%s moves while it comes", path)
		assert.Empty(t, titles[is.Title], "%s is called like another: %s", path, is.Title)
		titles[is.Title] = path
	}
}

// A page that is printed is what was to be read on it: no button, no more than two pages.
func TestPagesPrint(t *testing.T) {
	wide.Only(t)
	h := openAlone(t)
	sale := h.tagIn(16, "for-sale")
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	for path, c := range map[string]struct{ sees, reads, not string }{
		"/lots/14":       {"Draw the trees", "Hornbeam", "Draw the trees"},
		"/bench/" + sale: {"for sale", sale, "Hand over"},
		"/sheets/1":      {"Issued", "Maud Ferriter", "Withdraw"},
	} {
		p.goTo(path)
		p.sees(c.sees)
		p.do(chromedp.Sleep(300 * time.Millisecond))
		pages, text := p.printed()
		assert.LessOrEqual(t, pages, 2, path)
		assert.Contains(t, text, c.reads, path)
		assert.NotContains(t, text, c.not, path)
		assert.NotContains(t, text, "House rules", "%s: the way round the house is no part of it", path)
	}
}

// With colours of one's own the drawings keep theirs, on paper of theirs, and what is chosen is still seen.
func TestDrawingsKeepTheirColours(t *testing.T) {
	wide.Only(t)
	h := openAlone(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.do(emulation.SetEmulatedMedia().WithFeatures([]*emulation.MediaFeature{{Name: "forced-colors", Value: "active"}}))
	p.goTo("/sheets/1")
	p.sees("Issued")
	var kept, all int
	p.do(chromedp.Evaluate(`[...document.querySelectorAll('main svg')].filter((s) => getComputedStyle(s).forcedColorAdjust === 'none' && getComputedStyle(s).backgroundColor !== 'rgba(0, 0, 0, 0)').length`, &kept),
		chromedp.Evaluate(`document.querySelectorAll('main svg').length`, &all))
	assert.Positive(t, all)
	assert.Equal(t, all, kept)
	assert.Empty(t, p.axe())
}
