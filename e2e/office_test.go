package e2e_test

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
	"sedum/app/arrivals"
	"sedum/internal/wide"
	"sedum/kernel"
)

// A manager signs somebody out everywhere: their open page asks who they are at its next touch.
func TestSomebodyIsSignedOutEverywhere(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	bram, wren := h.open(390, 844, true), h.open(1280, 800, false)
	bram.signIn("Bram Okonedo")
	bram.goTo("/ground")
	bram.sees("Customers")
	wren.signIn("Wren Halloway")
	wren.goTo("/people")
	wren.press("button", "Bram Okonedo")
	wren.press("button", "Sign them out everywhere")
	wren.says("said", "Bram Okonedo")
	bram.goTo("/ground")
	bram.do(chromedp.WaitVisible("#password", chromedp.ByQuery))
	assert.Empty(t, wren.complaints())
}

// The security log goes on over its first page, each line once, back to the beginning.
func TestTheSecurityLogGoesOn(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	lines := 0
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.do(chromedp.Evaluate(`(async () => { for (let i = 0; i < 130; i++) await fetch('/api/v1/people/`+h.Advisor.ID+`/sessions', { method: 'DELETE' }) })()`, nil, awaitPromise))
	require.NoError(t, h.Tx(func(tx *kernel.Tx) (err error) {
		lines, err = kernel.Value[int](tx, "SELECT COUNT(*) FROM security_log")
		return err
	}))
	p.goTo("/people/log")
	p.sees("turned away")
	shown := func() (n int) {
		p.do(chromedp.Evaluate(`document.querySelectorAll('main ol > li').length`, &n))
		return n
	}
	first := shown()
	require.Less(t, first, lines)
	p.press("button", "Show earlier ones")
	p.until(fmt.Sprintf(`document.querySelectorAll('main ol > li').length === %d`, lines))
	assert.Empty(t, p.complaints())
}

// While the records are put back, whoever comes is told so, not shown a fault; afterwards one touch goes on.
func TestARestoreIsToldAtTheScreen(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(810, 1080, true)
	p.signIn("Ilsa Tarrow")
	ctx := context.Background()
	d := h.Database()
	require.NoError(t, d.Shut(ctx, "a restore"))
	p.goTo("/work")
	p.sees("The records of the house are being put back from a backup.")
	require.NoError(t, d.Reopen(ctx, "a restore"))
	p.press("button", "Try again")
	p.sees("of work")
}

// A logo is given at the screen, stands on the next paper, and is taken off.
func TestALogoIsGivenAndTakenOff(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/rules/letterhead")
	p.sees("Give a logo")
	picture := image.NewNRGBA(image.Rect(0, 0, 300, 100))
	for x := range 300 {
		for y := range 100 {
			picture.Set(x, y, color.NRGBA{uint8(x / 2), 120, uint8(y), 255})
		}
	}
	var raw bytes.Buffer
	require.NoError(t, png.Encode(&raw, picture))
	file := filepath.Join(t.TempDir(), "logo.png")
	require.NoError(t, os.WriteFile(file, raw.Bytes(), 0o600))
	p.upload(file)
	p.sees("Another logo")
	p.until(`[...document.images].some((i) => i.complete && i.naturalWidth > 0)`)
	assert.Empty(t, p.axe())
	pictures := func() int {
		at := filepath.Join(t.TempDir(), "paper.pdf")
		require.NoError(t, os.WriteFile(at, []byte(p.file("/api/v1/sheets/1/sheet.pdf?paper=a4&large=true")), 0o600))
		list, err := exec.Command("pdfimages", "-list", at).Output()
		require.NoError(t, err)
		return strings.Count(string(list), "\n")
	}
	with := pictures()
	p.press("button", "Take the logo off")
	p.sees("Give a logo")
	assert.Less(t, pictures(), with)

	words := filepath.Join(t.TempDir(), "logo.png")
	require.NoError(t, os.WriteFile(words, []byte("no picture at all"), 0o600))
	p.upload(words)
	p.until(`Boolean(document.querySelector('[role=alert], .text-oxblood'))`)
}

// What a note's letters are, and which sheet of a workbook is the note, is chosen by hand when it was taken for something else.
func TestLettersAndSheetOfANoteAreChosen(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	p := h.open(1280, 900, false)
	p.signIn("Ilsa Tarrow")
	p.goTo("/arrivals/note")
	central, err := filepath.Abs(filepath.Join("..", "notefile", "testdata", "notes", "31-central-european.csv"))
	require.NoError(t, err)
	p.upload(central)
	p.sees("Œliwa") // so few letters tell nothing: it is taken for western
	p.touch(`//summary[contains(., "Letters and signs")]`)
	p.pick("Letters", "central European (Windows-1250)")
	p.sees("Śliwa")
	p.do(chromedp.Reload())
	p.sees("Śliwa")

	book, err := filepath.Abs(filepath.Join("..", "notefile", "testdata", "notes", "29-workbook.xlsx"))
	require.NoError(t, err)
	p.goTo("/arrivals/note")
	p.upload(book)
	p.sees("2 of 2 rows are sound")
	p.touch(`//summary[contains(., "Letters and signs")]`)
	p.pick("Sheet", "Cover")
	p.until(`!document.body.innerText.includes("2 of 2 rows are sound")`)
	p.pick("Sheet", "Trees")
	p.sees("2 of 2 rows are sound")
	assert.Empty(t, apptest.Saw[arrivals.Deliveries](h.World, "list-deliveries", kernel.None{}).Deliveries[0].Note, "nothing came in by looking")
	assert.Empty(t, p.complaints())
}

// pick chooses in a list that opens.
func (p *hand) pick(label, option string) {
	p.t.Helper()
	at := byLabel(label)
	p.do(chromedp.WaitEnabled(at, chromedp.BySearch), chromedp.Focus(at, chromedp.BySearch), chromedp.KeyEvent(option[:min(3, len(option))]))
}
