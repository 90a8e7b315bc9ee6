package app_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Many trees at once and a stocktake over HTTP, through the one connection; the same key does a deed once.
func TestManyAndAStocktakeOverHTTP(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	ok := func(method, path string, body any) string {
		t.Helper()
		status, text := p.send(method, "/api/v1"+path, body)
		assert.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	var list struct{ Trees []struct{ Tag string } }
	p.get("/api/v1/trees?limit=5&lot=14", &list)
	tags := []string{}
	for _, tree := range list.Trees {
		tags = append(tags, tree.Tag)
	}
	hold := map[string]any{"tags": tags, "deed": "move", "reason": "sun", "place": "shade house"}
	var done struct {
		ID    string
		Count int `json:"trees_count"`
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/many", hold)), &done))
	assert.Equal(t, 5, done.Count)
	var tree struct{ Place string }
	p.get("/api/v1/trees/"+tags[0], &tree)
	assert.Equal(t, "shade house", tree.Place)
	assert.Contains(t, ok("GET", "/many", nil), "shade house")
	ok("PUT", "/many/"+done.ID+"/undone", map[string]any{})
	p.get("/api/v1/trees/"+tags[0], &tree)
	assert.Empty(t, tree.Place)
	assert.Contains(t, ok("POST", "/labels.pdf?paper=letter", map[string]any{"tags": tags}), "%PDF")
	assert.Contains(t, ok("POST", "/labels", map[string]any{"tags": tags}), `"count":5`)

	var take struct {
		Number, Expected int
		Missing          int `json:"missing_count"`
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/stocktakes", map[string]any{"lots": []int{14}})), &take))
	at := fmt.Sprintf("/stocktakes/%d", take.Number)
	ok("POST", at+"/scans", map[string]any{"tags": tags})
	ok("POST", at+"/scans/taken-back", map[string]any{"tags": tags[:1]})
	p.get("/api/v1"+at, &take)
	assert.Equal(t, take.Expected-4, take.Missing)
	assert.Contains(t, ok("GET", "/stocktakes", nil), `"number":1`)
	ok("PUT", at+"/closed", map[string]any{})
	status, text := p.send("POST", "/api/v1"+at+"/scans", map[string]any{"tags": tags})
	assert.GreaterOrEqual(t, status, 400)
	assert.Contains(t, text, "This stocktake is closed")
}
