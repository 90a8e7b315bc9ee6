package app_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type waitingLot struct {
	Standing []string
	Kept     string
	Spare    string
	Box      string
	Air      string
	Wanted   int
	Outcomes []struct{ Text string }
	Beside   []struct{ Title, Hole, Water, Allowed string }
}

func TestTheLotSaysWhatItNeedsWhileItWaits(t *testing.T) {
	p := open(t).as(t, "ilsa")
	var k waitingLot
	p.get("/api/v1/lots/23/keeping", &k)
	assert.Equal(t, "roots covered, every minute", k.Standing[0])
	assert.Contains(t, k.Kept, "5% to 20% of its roots")
	assert.Equal(t, "For 25 that shall stand, order 27: 2 to spare.", k.Spare)
	assert.Contains(t, k.Box, "0.3 L of water a box every day", "a cup, in tenths")
	require.Len(t, k.Beside, 2)
	assert.Equal(t, "115 mm wide, 110 mm deep", k.Beside[0].Hole)
	assert.Equal(t, "up to 10 days dipped and bagged", k.Beside[1].Allowed)
	var pots waitingLot
	p.get("/api/v1/lots/14/keeping", &pots)
	assert.Regexp(t, `^Today -?\d+ °C to -?\d+ °C\.$`, pots.Air)
	var lot struct{ Cultivar, Rootstock, Propagation string }
	p.get("/api/v1/lots/26", &lot)
	assert.Equal(t, []string{"Tarrow's Late", "wild hawthorn", "graft"}, []string{lot.Cultivar, lot.Rootstock, lot.Propagation})

	status, body := p.send("POST", "/api/v1/clock/outcomes", map[string]any{"lot": 23, "lost": 2, "doubtful": 3, "sound": 20, "note": ""})
	require.Equal(t, 200, status, body)
	assert.Contains(t, body, "Of 25 counted: 80% sound, 12% doubtful, 8% lost (between 1% and 26% of such a batch).")
	status, problem := p.problem("POST", "/api/v1/clock/outcomes", map[string]any{"lot": 23, "lost": 2, "doubtful": 3, "sound": 21, "note": ""})
	assert.Equal(t, 422, status)
	assert.Equal(t, "sound", problem.Errors[0].Field)
	status, body = p.send("POST", "/api/v1/yard/tablets", map[string]any{"trees": 25, "per_tree": 3, "per_packet": 50})
	assert.Equal(t, 200, status)
	assert.JSONEq(t, `{"tablets":75,"packets":2,"left":25}`, body)
}

func TestDampAndSoaksOnTheBoard(t *testing.T) {
	p := open(t).as(t, "ilsa")
	var clock struct {
		Units []struct {
			Lot       int
			FeelToday bool `json:"feel_today"`
			Felt      *struct{ Text, By string }
		}
	}
	status, body := p.send("POST", "/api/v1/clock/damp", map[string]any{"lot": 23, "tag": "", "damp": "drying"})
	require.Equal(t, 200, status, body)
	require.NoError(t, json.Unmarshal([]byte(body), &clock))
	for _, u := range clock.Units {
		if u.Lot == 23 {
			assert.False(t, u.FeelToday)
			require.NotNil(t, u.Felt)
			assert.Equal(t, "drying, wetted", u.Felt.Text)
		}
	}
	status, body = p.send("POST", "/api/v1/soaks", map[string]any{"lot": 20, "tag": "", "water": "muddy"})
	require.Equal(t, 200, status, body)
	var soaks struct {
		Soaks []struct{ ID, Common, Water string }
	}
	require.NoError(t, json.Unmarshal([]byte(body), &soaks))
	require.Len(t, soaks.Soaks, 1)
	status, problem := p.problem("POST", "/api/v1/soaks", map[string]any{"lot": 20, "tag": "", "water": "clean"})
	assert.Equal(t, 409, status)
	assert.Equal(t, "in-water", problem.Code)
	status, body = p.send("PUT", "/api/v1/soaks/"+soaks.Soaks[0].ID+"/ended", map[string]any{"cover": "damp-packing"})
	assert.Equal(t, 200, status)
	assert.Contains(t, body, `"soaks":[]`)
	status, body = p.send("PUT", "/api/v1/soaks/"+soaks.Soaks[0].ID+"/undone", map[string]any{"reason": ""})
	assert.Equal(t, 200, status, body)
	assert.Contains(t, body, soaks.Soaks[0].ID, "in the water still")
}

func TestDamageIsToldWithItsRepair(t *testing.T) {
	p := open(t).as(t, "ilsa")
	tag := p.tagIn("for-sale")
	status, body := p.send("POST", "/api/v1/trees/"+tag+"/damages", map[string]any{"journey": "arrival", "damage": "broken-branch", "girth_share": 0, "note": "low one"})
	require.Equal(t, 200, status, body)
	var tree struct {
		State   string
		Damages []struct {
			ID, Text, Repair, Note string
			ToRepair               bool `json:"to_repair"`
		}
		Potting []string
	}
	p.get("/api/v1/trees/"+tag, &tree)
	require.Len(t, tree.Damages, 1)
	d := tree.Damages[0]
	assert.Equal(t, []any{"Broken branch", "cut back to a sound fork, just outside the collar", "low one", true}, []any{d.Text, d.Repair, d.Note, d.ToRepair})
	assert.Greater(t, len(tree.Potting), 3)
	var work struct{ Repairs []struct{ Tag, Text string } }
	p.get("/api/v1/work", &work)
	found := false
	for _, r := range work.Repairs {
		found = found || (r.Tag == tag && r.Text == "Broken branch: cut back to a sound fork, just outside the collar")
	}
	assert.True(t, found)
	status, body = p.send("PUT", "/api/v1/trees/"+tag+"/damages/"+d.ID+"/repaired", map[string]any{"repaired": true})
	require.Equal(t, 200, status, body)
	p.get("/api/v1/trees/"+tag, &tree)
	assert.False(t, tree.Damages[0].ToRepair)
}

// The cards are real paper: what a checked tree says of itself, and what goes home with a bare root.
func TestCardsOnPaper(t *testing.T) {
	p := open(t).as(t, "ilsa")
	tag := p.tagIn("for-sale")
	for _, size := range []string{"a4", "letter"} {
		status, file := p.send("GET", "/api/v1/trees/"+tag+"/card.pdf?paper="+size, nil)
		require.Equal(t, 200, status)
		text := poppler(t, []byte(file), "pdftotext", "-layout")
		assert.Contains(t, text, tag)
		assert.Contains(t, text, "Flare")
		assert.Contains(t, text, "Roots going round, 0 to 3: collar")
		status, file = p.send("GET", "/api/v1/lots/23/confidence.pdf?paper="+size, nil)
		require.Equal(t, 200, status)
		text = poppler(t, []byte(file), "pdftotext", "-layout")
		assert.Contains(t, text, "Your Tulip tree is a stick, and it")
		assert.Contains(t, text, "Most of its roots stayed behind.")
	}
	status, file := p.send("GET", "/api/v1/lots/25/confidence.pdf", nil)
	require.Equal(t, 200, status)
	assert.Contains(t, poppler(t, []byte(file), "pdftotext", "-layout"), "Quince ‘Quarry Lantern’", "a cultivar has its name in its marks")
	status, file = p.send("GET", "/api/v1/lots/14/cards.pdf", nil)
	require.Equal(t, 200, status)
	assert.Contains(t, poppler(t, []byte(file), "pdftotext", "-layout"), "Before planting")
	status, problem := p.problem("GET", "/api/v1/trees/"+p.tagIn("unchecked")+"/card.pdf", nil)
	assert.Equal(t, 409, status)
	assert.Equal(t, "nobody-looked", problem.Code)
	status, problem = p.problem("GET", "/api/v1/lots/14/confidence.pdf", nil)
	assert.Equal(t, 409, status)
	assert.Equal(t, "no-clock", problem.Code)
}

// A text that is too long is said at its field, wherever it is typed; nothing ends as an inner error.
func TestTextsThatAreTooLong(t *testing.T) {
	p := open(t).as(t, "bram")
	long := ""
	for range 700 {
		long += "é"
	}
	for path, body := range map[string]map[string]any{
		"/api/v1/customers":  {"name": long, "phone": "1", "address": "x", "spot_name": "y"},
		"/api/v1/measures":   {"name": long, "kind": "scoop", "substance": "water", "amount": 1, "unit": "l"},
		"/api/v1/deliveries": {"grower": long, "place": "", "lifted_at": "", "arrived_at": "", "packing": "", "note": "", "lots": []any{}},
	} {
		status, problem := p.problem("POST", path, body)
		assert.Equal(t, 422, status, path)
		if assert.NotEmpty(t, problem.Errors, path) {
			fields := []string{}
			for _, e := range problem.Errors {
				fields = append(fields, e.Field)
			}
			assert.Contains(t, fields, map[bool]string{true: "grower", false: "name"}[body["grower"] != nil], path)
		}
	}
}

// What was photographed at the bench goes out with the note to the grower.
func TestPhotographsGoOutWithTheNote(t *testing.T) {
	h := open(t)
	hand, manager := h.as(t, "ilsa"), h.as(t, "wren")
	tag := hand.tagIn("apart")
	var tree struct{ Lot struct{ Number int } }
	hand.get("/api/v1/trees/"+tag, &tree)
	pictures := func(note int) int {
		status, file := manager.send("GET", fmt.Sprintf("/api/v1/grower-notes/%d/note.pdf", note), nil)
		require.Equal(t, 200, status)
		return strings.Count(poppler(t, []byte(file), "pdfimages", "-list"), " image ")
	}
	send := func() int {
		var lot struct{ Version int }
		manager.get(fmt.Sprintf("/api/v1/lots/%d", tree.Lot.Number), &lot)
		status, body := manager.send("POST", fmt.Sprintf("/api/v1/lots/%d/grower-note", tree.Lot.Number),
			map[string]any{"version": lot.Version, "asked": "look", "message": "", "language": "en-US", "units": "metric"})
		require.Equal(t, 200, status, body)
		var note struct{ Number int }
		require.NoError(t, json.Unmarshal([]byte(body), &note))
		return note.Number
	}
	assert.Zero(t, pictures(send()))
	var picture bytes.Buffer
	require.NoError(t, jpeg.Encode(&picture, image.NewGray(image.Rect(0, 0, 640, 480)), nil))
	status, body := hand.send("POST", "/api/v1/trees/"+tag+"/photos?part=root&caption=soft", picture.String(), "Content-Type", "application/octet-stream")
	require.Equal(t, 200, status, body)
	assert.Equal(t, 1, pictures(send()))
}
