package e2e_test

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/internal/wide"
)

// The sheet as a page, saved from the counter and opened on a telephone without a network: axe finds nothing, it fits 320 px, and it is
// read as large as somebody likes.
func TestTheSheetAsAPageIsForEveryone(t *testing.T) {
	wide.Only(t)
	h := openHouse(t)
	counter := h.open(1280, 800, false)
	counter.signIn("Bram Okonedo")
	counter.goTo("/sheets/1")
	counter.sees("Page to mail")
	var address, name string
	counter.do(chromedp.Evaluate(`document.querySelector('a[href*="sheet.html"]').getAttribute('href')`, &address),
		chromedp.Evaluate(`document.querySelector('a[href*="sheet.html"]').getAttribute('download')`, &name))
	assert.Equal(t, "sheet-1.html", name)
	file := filepath.Join(t.TempDir(), name)
	require.NoError(t, os.WriteFile(file, []byte(counter.file(address)), 0o600))

	phone := h.open(320, 640, true)
	phone.do(chromedp.Navigate("file://" + file))
	phone.sees("In this order")
	assert.Empty(t, phone.axe())
	for _, size := range []string{"100%", "200%"} {
		var across int
		phone.do(chromedp.Evaluate(`document.documentElement.style.fontSize = '`+size+`'; document.documentElement.scrollWidth - document.documentElement.clientWidth`, &across))
		assert.LessOrEqual(t, across, 0, "at %s", size)
	}
}
