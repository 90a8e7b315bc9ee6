package e2e_test

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// One box finds anything, by the keyboard alone: a key leads to it, a few letters list what there is, arrows choose, Enter goes there.
func TestOneBoxFindsAnything(t *testing.T) {
	h := withPlanted(t)
	p := h.open(1280, 800, false)
	p.signIn("Bram Okonedo")
	p.goTo("/arrivals")
	p.do(chromedp.WaitVisible(`#tag-box`, chromedp.ByQuery), chromedp.KeyEvent("/"))
	p.until(`document.activeElement.id === 'tag-box'`)
	p.do(chromedp.KeyEvent("idris"))
	p.until(`document.querySelectorAll('[role=option]').length > 1`)
	assert.Empty(t, p.axe())
	p.do(chromedp.KeyEvent(kb.ArrowDown))
	p.until(`document.querySelector('[role=option][aria-selected=true]')?.innerText.includes('Idris Vane')`)
	p.do(chromedp.KeyEvent(kb.Enter))
	p.until(`location.pathname.startsWith('/planted/')`)
	p.sees("Its water")

	// A tag goes to its tree at once; letters that find nothing are said, and stay.
	p.do(chromedp.Focus(`#tag-box`, chromedp.ByQuery), chromedp.KeyEvent("zzzz-zzz\r"))
	p.until(`document.querySelector('#tag-box-fault') !== null && document.querySelector('#tag-box').value === 'zzzz-zzz'`)
	line := plantedOf(h, "Idris Vane")
	p.do(chromedp.Evaluate(`document.querySelector('#tag-box').select()`, nil), chromedp.KeyEvent(line.Tag+"\r"))
	p.until(`location.pathname === '/bench/` + line.Tag + `'`)

	// By touch on a phone.
	phone := h.open(360, 740, true)
	phone.signIn("Bram Okonedo")
	phone.do(chromedp.Focus(`#tag-box`, chromedp.ByQuery), chromedp.KeyEvent("marsh"))
	phone.until(`document.querySelectorAll('[role=option]').length > 0`)
	phone.until(`document.documentElement.scrollWidth <= 360`)
	phone.until(`document.querySelector('[role=listbox]').getBoundingClientRect().left >= 0`)
	phone.touch(`//div[@role="option"][contains(., "Odile Marsh")]`)
	phone.until(`location.pathname !== '/'`)
}
