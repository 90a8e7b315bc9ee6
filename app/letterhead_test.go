package app_test

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func aLogo(t *testing.T, wide, high int) string {
	t.Helper()
	img := image.NewNRGBA(image.Rect(0, 0, wide, high)) // see-through but for a line
	for x := range wide {
		img.Set(x, high/2, color.Black)
	}
	var out bytes.Buffer
	require.NoError(t, png.Encode(&out, img))
	return out.String()
}

// What a manager writes stands on the next paper, sheets that were issued before among them; nobody else writes it.
func TestTheLetterheadIsOnEveryPaper(t *testing.T) {
	h := open(t)
	manager := h.as(t, "wren")
	type letterhead struct {
		Version         int
		Name, Telephone string
		Logo, Named     bool
	}
	var is letterhead
	manager.get("/api/v1/letterhead", &is)
	assert.True(t, is.Named, "the demo says who it is")
	said := map[string]any{"version": is.Version, "name": "  Hollow  Oak Trees ", "address": "2 Mill Street", "telephone": "+44 1632 960077", "mail": "", "opening": "", "web": "https://trees.hollow-oak.example/"}
	status, text := manager.send("PUT", "/api/v1/letterhead", said)
	require.Equal(t, 200, status, text)
	status, _ = manager.problem("PUT", "/api/v1/letterhead", said)
	assert.Equal(t, 409, status, "of an older state")
	manager.get("/api/v1/letterhead", &is)
	assert.Equal(t, "Hollow Oak Trees", is.Name)

	var sheets struct{ Sheets []struct{ Number int } }
	manager.get("/api/v1/sheets", &sheets)
	require.NotEmpty(t, sheets.Sheets)
	_, file := manager.send("GET", fmt.Sprintf("/api/v1/sheets/%d/sheet.pdf?large=true", sheets.Sheets[0].Number), nil)
	words := poppler(t, []byte(file), "pdftotext", "-layout")
	assert.Contains(t, words, "Hollow Oak Trees")
	assert.Contains(t, words, "+44 1632 960077")
	_, file = manager.send("GET", "/api/v1/letterhead/paper.pdf?paper=letter", nil)
	assert.Contains(t, poppler(t, []byte(file), "pdftotext", "-layout"), "HTTPS://TREES.HOLLOW-OAK.EXAMPLE/T/ABC-DEF")

	status, _ = manager.send("GET", "/api/v1/letterhead/logo.png", nil)
	assert.Equal(t, 404, status)
	status, text = manager.send("POST", "/api/v1/letterhead/logo", aLogo(t, 1200, 300), "Content-Type", "image/png")
	require.Equal(t, 200, status, text)
	_, file = manager.send("GET", "/api/v1/letterhead/logo.png", nil)
	picture, _, err := image.Decode(bytes.NewReader([]byte(file)))
	require.NoError(t, err)
	assert.Equal(t, image.Pt(600, 150), picture.Bounds().Size())
	r, g, b, a := picture.At(5, 5).RGBA()
	assert.Equal(t, []uint32{0xffff, 0xffff, 0xffff, 0xffff}, []uint32{r, g, b, a}, "what was see-through is white")
	status, problem := manager.problem("POST", "/api/v1/letterhead/logo", "no picture at all", "Content-Type", "image/png")
	assert.Equal(t, 409, status)
	assert.Equal(t, "photo-kind", problem.Errors[0].Code)
	status, _ = manager.send("DELETE", "/api/v1/letterhead/logo", nil)
	assert.Less(t, status, 300)

	for field, wrong := range map[string]string{"telephone": "call us", "mail": "yard at house", "web": "javascript:alert(1)"} {
		manager.get("/api/v1/letterhead", &is)
		bad := map[string]any{"version": is.Version, "name": "", "address": "", "telephone": "", "mail": "", "opening": "", "web": ""}
		bad[field] = wrong
		status, problem = manager.problem("PUT", "/api/v1/letterhead", bad)
		assert.Equal(t, 422, status)
		assert.Equal(t, field, problem.Errors[0].Field)
	}
	for _, web := range []string{"https://a.example/path", "https://user@a.example", "ftp://a.example", "https://", "a.example", "https://a.example/?x=1"} {
		status, _ = manager.problem("PUT", "/api/v1/letterhead", map[string]any{"version": is.Version, "name": "", "address": "", "telephone": "", "mail": "", "opening": "", "web": web})
		assert.Equal(t, 422, status, web)
	}
	status, _ = h.as(t, "bram").problem("PUT", "/api/v1/letterhead", said)
	assert.Equal(t, 403, status)
}
