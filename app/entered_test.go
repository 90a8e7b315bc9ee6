package app_test

import (
	"encoding/json"
	"os"
	"regexp"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A device says how long an entry waited on it: a length, for its clock may be wrong.
func TestHowLongAnEntryWaited(t *testing.T) {
	p := open(t).as(t, "ilsa")
	soak := map[string]any{"lot": 20, "tag": "", "water": "clean"}
	for _, c := range []struct{ ago, says string }{
		{"an hour", "This must be a number of seconds."},
		{"-1", "This must be 0 or more."},
		{"1209601", "This must be 1209600 or less."},
	} {
		status, body := p.send("POST", "/api/v1/soaks", soak, "Sedum-Entered-Ago", c.ago)
		assert.Equal(t, 422, status, body)
		assert.Contains(t, body, c.says, c.ago)
		assert.Contains(t, body, `"field":"entered_ago"`)
	}
	status, body := p.send("POST", "/api/v1/soaks", soak, "Sedum-Entered-Ago", "1800")
	require.Equal(t, 200, status, body)
	var out struct {
		Soaks []struct {
			BegunAt time.Time `json:"begun_at"`
		}
	}
	require.NoError(t, json.Unmarshal([]byte(body), &out))
	require.Len(t, out.Soaks, 1)
	assert.WithinDuration(t, time.Now().Add(-30*time.Minute), out.Soaks[0].BegunAt, time.Minute)
}

// What the page keeps on a device is what the server lets count from when it was made, and nothing else.
func TestThePageKeepsWhatTheServerLetsWait(t *testing.T) {
	text, err := os.ReadFile("../ui/src/offline/deeds.ts")
	require.NoError(t, err)
	kept := map[string]bool{}
	for _, m := range regexp.MustCompile(`client\.(?:POST|PUT)\('([^']+)'`).FindAllStringSubmatch(string(text), -1) {
		kept[m[1]] = true
	}
	require.NotEmpty(t, kept)
	_, document := open(t).nobody(t).send("GET", "/api/v1/openapi.json", nil)
	var doc struct {
		Paths map[string]map[string]struct {
			Parameters []struct{ Name string }
		}
	}
	require.NoError(t, json.Unmarshal([]byte(document), &doc))
	waits := map[string]bool{}
	for path, operations := range doc.Paths {
		for _, op := range operations {
			for _, p := range op.Parameters {
				if p.Name == "Sedum-Entered-Ago" {
					waits[path] = true
				}
			}
		}
	}
	assert.Equal(t, waits, kept)
}
