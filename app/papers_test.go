package app_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What was handed over stays, byte for byte, whatever the house becomes; a sheet that holds no more is printed so, and its record is still
// to be had. Large print, other words and other units are drawn from what was kept.
func TestThePaperThatWasHandedOverStays(t *testing.T) {
	h := open(t)
	p, manager, hand := h.as(t, "bram"), h.as(t, "wren"), h.as(t, "ilsa")
	file := func(who person, path string) string {
		status, pdf := who.send("GET", "/api/v1/sheets/1/"+path, nil)
		require.Equal(t, 200, status, path)
		require.Equal(t, "%PDF-", pdf[:5])
		return pdf
	}
	says := func(pdf string) string { return poppler(t, []byte(pdf), "pdftotext", "-raw") }
	first := map[string]string{}
	for _, size := range []string{"a4", "letter"} {
		first[size] = file(p, "sheet.pdf?paper="+size)
		assert.Equal(t, first[size], file(p, "handed-over.pdf?paper="+size))
	}
	assert.NotEqual(t, first["a4"], first["letter"])

	var is map[string]any
	manager.get("/api/v1/letterhead", &is)
	delete(is, "logo")
	delete(is, "named")
	is["name"] = "Hollow Oak Trees"
	status, text := manager.send("PUT", "/api/v1/letterhead", is)
	require.Equal(t, 200, status, text)
	status, text = manager.send("POST", "/api/v1/rules", map[string]any{"key": "mulch.gap_mm", "value": "150", "reason": "wet years"})
	require.Equal(t, 200, status, text)
	assert.Equal(t, first["a4"], file(p, "sheet.pdf?paper=a4"), "neither a name nor a rule moves it")
	assert.Equal(t, first["a4"], file(p, "sheet.pdf?paper=a4&units=metric"), "its own units, said")
	large := file(p, "sheet.pdf?paper=a4&large=true")
	assert.Contains(t, poppler(t, []byte(large), "pdfinfo"), "Pages:           4")
	assert.Contains(t, says(large), "Hollow Oak Trees")
	assert.Contains(t, says(file(p, "sheet.pdf?units=us")), " in deep")

	// A yard hand has no address of a customer, on no paper.
	assert.Contains(t, says(first["a4"]), "Kiln House")
	assert.NotContains(t, says(file(hand, "sheet.pdf?paper=a4")), "Kiln House")
	status, _ = hand.problem("GET", "/api/v1/sheets/1/handed-over.pdf", nil)
	assert.Equal(t, 403, status)

	// Withdrawn: what is printed says so; the record does not change.
	status, text = p.send("POST", "/api/v1/sheets/1/withdrawal", map[string]any{"reason": "they wait for spring"})
	require.Less(t, status, 300, text)
	assert.Contains(t, says(file(p, "sheet.pdf?paper=a4")), "NOT VALID")
	assert.Equal(t, first["a4"], file(p, "handed-over.pdf?paper=a4"))

	// Only forgetting the customer draws it anew, and says so.
	spot := manager.spotOf(h, "Maud Ferriter")
	status, text = manager.send("POST", "/api/v1/spots/"+spot+"/customer/erased", map[string]string{"name": "Maud Ferriter"})
	require.Less(t, status, 300, text)
	after := says(file(p, "handed-over.pdf?paper=a4"))
	assert.NotContains(t, after, "Maud")
	assert.NotContains(t, after, "LM-")
	assert.Contains(t, after, "this paper was drawn anew without them")
}

// A revision says on its paper what is other than on the sheet before, and the code of the old paper opens it.
func TestARevisionSaysWhatChanged(t *testing.T) {
	h := open(t)
	p := h.as(t, "bram")
	var before struct {
		Tag        string
		SpotID     string `json:"spot_id"`
		PlantingOn string `json:"planting_on"`
	}
	p.get("/api/v1/sheets/1", &before)
	var tree struct{ Version int }
	p.get("/api/v1/trees/"+before.Tag, &tree)
	issue := func(reason string) (int, string) {
		return p.send("POST", "/api/v1/sheets", map[string]any{"tag": before.Tag, "spot_id": before.SpotID, "planting_on": before.PlantingOn, "high_c": 6, "ground": "workable", "buds": "dormant",
			"stands_alone": true, "schools": map[string]any{"mulch_mm": "100"}, "schools_reason": reason, "tree_version": tree.Version, "signed_reason": "as the customer wishes", "units": "metric", "language": "en-US", "replaces": 1})
	}
	status, text := issue(" ")
	assert.Equal(t, 422, status, "another way than the house's has a reason")
	assert.Contains(t, text, "schools_reason")
	status, text = issue("the bank dries out in summer")
	require.Less(t, status, 300, text)
	_, pdf := p.send("GET", "/api/v1/sheets/3/sheet.pdf", nil)
	said := strings.Join(strings.Fields(poppler(t, []byte(pdf), "pdftotext", "-raw")), " ")
	assert.Regexp(t, `Chosen for this sheet: [^.]*100[^.]*\. the bank dries out in summer`, said)
	assert.Contains(t, said, "This sheet replaces sheet 1. Changed since sheet 1:")
	assert.Regexp(t, `Changed since sheet 1: [^.]*100.mm of mulch\.`, said)
}
