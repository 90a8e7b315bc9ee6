package app_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
)

// A yard hand sees for whom a tree is held, and nowhere where they live or how they are reached; who stands before the customer does.
func TestAYardHandSeesNoTelephoneAndNoAddress(t *testing.T) {
	h := open(t)
	spot := apptest.Of(t, h.kernel).SpotOf("Petra Averill")
	advisor := h.as(t, "bram")
	status, text := advisor.send("PUT", "/api/v1/spots/"+spot.ID+"/customer", map[string]any{"name": "Petra Averill", "phone": "555 0199", "address": "9 Fuller's Row", "reason": "moved"})
	require.Equal(t, 200, status, text)
	var customer string
	require.NoError(t, h.kernel.Database().SQL().QueryRow("SELECT id FROM customers WHERE name = 'Petra Averill'").Scan(&customer))
	told := func(p person) string {
		all := strings.Builder{}
		for _, path := range []string{"/spots", "/spots/" + spot.ID, "/today", "/sheets", "/sheets/1", "/mendings/customer/" + customer, "/spots/" + spot.ID + "/match", "/messages", "/work", "/clock"} {
			status, text := p.send("GET", "/api/v1"+path, nil)
			require.Contains(t, []int{200, 403}, status, "%s: %s", path, text)
			all.WriteString(text)
		}
		for _, file := range []string{"sheet.pdf", "sheet.html", "care.ics"} {
			status, text := p.send("GET", "/api/v1/sheets/1/"+file, nil)
			require.Equal(t, 200, status, file)
			if file == "sheet.pdf" {
				at := filepath.Join(t.TempDir(), file)
				require.NoError(t, os.WriteFile(at, []byte(text), 0o600))
				read, err := exec.Command("pdftotext", at, "-").Output()
				require.NoError(t, err)
				text = string(read)
			}
			all.WriteString(text)
		}
		return all.String()
	}
	private := []string{"555 01", "Tannery Lane", "Fuller's Row"}
	hand, counter := told(h.as(t, "ilsa")), told(advisor)
	for _, each := range private {
		assert.NotContains(t, hand, each)
		assert.Contains(t, counter, each)
	}
	assert.Contains(t, hand, "Petra Averill", "the name that a tree is held for")
	assert.NotContains(t, hand, ", , ")
}

// A manager gives a person the file of what is kept of them, and erases them; nobody else does.
func TestAPersonIsGivenTheirDataAndErased(t *testing.T) {
	h := open(t)
	spot := apptest.Of(t, h.kernel).SpotOf("Petra Averill")
	manager := h.as(t, "wren")
	for _, other := range []string{"bram", "ilsa"} {
		status, _ := h.as(t, other).problem("GET", "/api/v1/spots/"+spot.ID+"/customer/data.json", nil)
		assert.Equal(t, 403, status)
		status, _ = h.as(t, other).problem("POST", "/api/v1/spots/"+spot.ID+"/customer/erased", map[string]string{"name": "Petra Averill"})
		assert.Equal(t, 403, status)
	}
	status, text := manager.send("GET", "/api/v1/spots/"+spot.ID+"/customer/data.json", nil)
	require.Equal(t, 200, status, text)
	var data struct {
		Person struct {
			Name, Telephone string
			Sites           []struct{ Address string }
		}
	}
	require.NoError(t, unmarshal(text, &data))
	assert.Equal(t, []string{"Petra Averill", "555 0141", "8 Tannery Lane, Lower Quarrywell"}, []string{data.Person.Name, data.Person.Telephone, data.Person.Sites[0].Address})
	status, text = manager.send("POST", "/api/v1/spots/"+spot.ID+"/customer/erased", map[string]string{"name": "Petra Averill"})
	require.Less(t, status, 300, text)
	_, text = manager.send("GET", "/api/v1/spots", nil)
	assert.NotContains(t, text, "Averill")
	_, text = manager.send("GET", "/api/v1/security-log", nil)
	assert.Contains(t, text, "erase-customer")
	assert.Contains(t, text, "export-customer")
}

// An advisor writes down that somebody leaves; a manager hands their ground over, and nobody else does. It stands in the log.
func TestAGroundIsHandedOverByWhoAnswersForIt(t *testing.T) {
	h := open(t)
	spot := "/api/v1/spots/" + apptest.Of(t, h.kernel).SpotOf("Petra Averill").ID
	manager, advisor, hand := h.as(t, "wren"), h.as(t, "bram"), h.as(t, "ilsa")
	leaving := map[string]string{"id": "leaving-one", "leaves_on": apptest.Ten.Format(time.DateOnly)}
	status, _ := hand.send("POST", spot+"/owner/leaving", leaving)
	assert.Equal(t, 403, status)
	status, text := advisor.send("POST", spot+"/owner/leaving", leaving)
	require.Less(t, status, 300, text)
	status, text = advisor.send("POST", spot+"/owner/staying", map[string]any{})
	require.Less(t, status, 300, text)
	handed := map[string]string{"was": "Petra Averill", "name": "Jory Penrose", "phone": "", "handed_on": apptest.Ten.Format(time.DateOnly)}
	for _, other := range []person{advisor, hand} {
		status, _ = other.problem("POST", spot+"/owner/handed-over", handed)
		assert.Equal(t, 403, status)
	}
	status, text = manager.send("POST", spot+"/owner/handed-over", handed)
	require.Less(t, status, 300, text)
	var owner struct {
		HandedOn string `json:"handed_on"`
	}
	hand.get(spot+"/owner", &owner)
	assert.Equal(t, handed["handed_on"], owner.HandedOn)
	_, text = manager.send("GET", "/api/v1/security-log", nil)
	assert.Contains(t, text, "hand-over")
}
