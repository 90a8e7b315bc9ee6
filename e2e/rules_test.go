package e2e_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/rules"
)

// A manager finds a rule by a word, reads before what a change would mean, changes it with a reason, and puts it back; the file that another
// branch took out is read before it is taken in. Who may not change them reads the same sentences.
func TestHouseRulesAreReadChangedAndPutBack(t *testing.T) {
	h := openHouse(t)
	p := h.open(1280, 800, false)
	p.signIn("Wren Halloway")
	p.goTo("/rules")
	p.sees("Where practice differs")
	assert.Empty(t, p.axe())
	p.fill("Find a rule", "mulch trunk away")
	p.until(`document.querySelectorAll('main li').length > 0 && !document.body.innerText.includes('Where practice differs')`)
	p.sees("Mulch keeps 100 mm away from the trunk")
	row := `//li[contains(., "Mulch keeps 100 mm away from the trunk")]//button[starts-with(normalize-space(.), "Change")]`
	p.touch(row)
	p.fill("New value", "9000")
	p.sees("Write a figure from 50 mm to 200 mm.")
	p.fill("New value", "150")
	p.sees("Mulch keeps 150 mm away from the trunk.")
	p.sees("sheets still to be planted by would come out otherwise")
	p.until(`/mulch: [\d.]+ L, then [\d.]+ L/.test(document.querySelector('main').innerText)`)
	assert.Empty(t, p.axe())
	p.fill("Reason", "wet years")
	p.touch(`//form//button[normalize-space(.)="Change"]`)
	p.until(`document.querySelector('main li').innerText.includes('150 mm') && document.querySelector('main li').innerText.includes('usual: 100 mm')`)
	p.until(`document.querySelector('aside').innerText.includes('wet years') && document.querySelector('aside').innerText.includes('before: Mulch keeps 100 mm')`)
	assert.InDelta(t, 150, h.Who("wren").House.Value("mulch.gap_mm"), 0)

	// Put back from its history, again with a reason.
	p.touch(`//li[contains(., "150 mm away")]//button[starts-with(normalize-space(.), "Change")]`)
	p.press("button", "Put back")
	p.until(`document.querySelector('main form input').value === '100'`)
	p.fill("Reason", "dry again")
	p.touch(`//form//button[normalize-space(.)="Change"]`)
	p.until(`document.querySelector('aside').innerText.includes('dry again')`)
	assert.InDelta(t, 100, h.Who("wren").House.Value("mulch.gap_mm"), 0)

	// The file of another branch: read first, then taken in.
	var f rules.File
	require.NoError(t, json.Unmarshal([]byte(p.file("/api/v1/rules/house-rules.json")), &f))
	f.Schools["flare"], f.Values["roots.fill_hold_pct"] = "proud", 45
	text, err := json.Marshal(f)
	require.NoError(t, err)
	at := filepath.Join(t.TempDir(), "house-rules.json")
	require.NoError(t, os.WriteFile(at, text, 0o600))
	p.upload(at)
	p.sees("A pot that roots fill to less than 45% waits")
	p.fill("Why it is taken over", "as at the main yard")
	p.press("button", "Take over 2 changes")
	p.until(`document.querySelector('aside').innerText.includes('as at the main yard')`)
	assert.Equal(t, "proud", h.Who("wren").House.School("flare"))
	require.NoError(t, os.WriteFile(at, []byte("no rules"), 0o600))
	p.upload(at)
	p.sees("This is no JSON file")

	hand := h.open(1280, 800, false)
	hand.signIn("Ilsa Tarrow")
	hand.goTo("/rules")
	hand.sees("Mulch keeps 100 mm away from the trunk")
	hand.until(`![...document.querySelectorAll('main button')].some((b) => b.innerText.startsWith('Change'))`)
	assert.Empty(t, p.complaints())
}
