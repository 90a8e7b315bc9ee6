package app_test

import (
	"bytes"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"image"
	"image/jpeg"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app"
	"sedum/app/copies"
	"sedum/kernel"
)

// answered is which operations have answered in the tests of this package, each over a pool of one connection.
var answered = &answers{ids: map[string]bool{}}

type answers struct {
	mu  sync.Mutex
	ids map[string]bool
}

var parameter = regexp.MustCompile(`\\\{\w+\\\}`)

func (a *answers) note(k *kernel.Kernel, method, path string) {
	path, _, _ = strings.Cut(strings.TrimPrefix(path, "/api/v1"), "?")
	a.mu.Lock()
	defer a.mu.Unlock()
	for _, o := range k.Operations() {
		template := "^" + parameter.ReplaceAllString(regexp.QuoteMeta(o.Path), "[^/]+") + "$"
		if o.Method == method && !strings.Contains(o.ID, "calc-unknown") && regexp.MustCompile(template).MatchString(path) {
			a.ids[o.ID] = true
		}
	}
}

// A test of operations that leaves some of them out proves nothing of those: when all tests ran, each operation has answered.
func TestMain(m *testing.M) {
	code := m.Run()
	if code == 0 && flag.Lookup("test.run").Value.String() == "" {
		d, err := kernel.Open("sedum@tcp(127.0.0.1:1)/sedum")
		if err != nil {
			panic(err)
		}
		missing := []string{}
		for _, o := range app.New(d, app.Settings{}).Operations() {
			if !answered.ids[o.ID] && o.ID != "calc-unknown" {
				missing = append(missing, o.ID)
			}
		}
		slices.Sort(missing)
		if len(missing) > 0 {
			fmt.Println("--- FAIL: these operations never answered over a pool of one connection:", missing)
			code = 1
		}
	}
	os.Exit(code)
}

// What no other test asks is asked here, through the one connection.
func TestTheRestOfTheOperationsAnswer(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	ok := func(method, path string, body any, headers ...string) string {
		t.Helper()
		status, text := p.send(method, path, body, headers...)
		assert.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	ok("GET", "/api/v1/welcome", nil)
	ok("PUT", "/api/v1/duty", map[string]any{"on": true})
	ok("PUT", "/api/v1/prices/cage", map[string]any{"version": 0, "cents": 2450, "loose_cents": nil})
	for _, path := range []string{"/duty", "/messages", "/rules", "/kinds", "/measures", "/growers/names", "/clock", "/soaks", "/scale?seconds=3", "/deliveries", "/work", "/growers",
		"/spots", "/sheets", "/sheets/1", "/today", "/stations", "/lots", "/lots/14", "/lots/14/keeping", "/lots/14/faults", "/lots/14/labels.pdf", "/lots/14/cards.pdf",
		"/lots/23/confidence.pdf", "/sheets/1/sheet.pdf", "/sheets/1/handed-over.pdf", "/sheets/1/sheet.html", "/sheets/1/care.ics", "/sheets/1/pocket.pdf?language=es&units=us&paper=letter", "/session", "/prices", "/sheets/1/order?hands=true", "/sheets/1/order.csv?separator=tab", "/sheets/1/order.xlsx"} {
		ok("GET", "/api/v1"+path, nil)
	}
	require.NoError(t, h.kernel.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error {
		_, err := kernel.Exec(tx, "UPDATE clock_alarms SET kind = kind WHERE FALSE")
		return err
	}))
	_, err := h.kernel.Turn(context.Background())
	require.NoError(t, err, "the house's own work, too, takes one connection")
	var messages struct{ Messages []struct{ ID string } }
	p.get("/api/v1/messages", &messages)
	require.NotEmpty(t, messages.Messages, "whoever is on duty was told of clocks")
	ok("DELETE", "/api/v1/messages/"+messages.Messages[0].ID, nil)

	tag, spot := p.tagIn("for-sale"), p.spotOf(h, "Petra Averill")
	var tree struct {
		Version int
		Photos  []struct{ ID string }
	}
	p.get("/api/v1/trees/"+tag, &tree)
	var picture bytes.Buffer
	require.NoError(t, grey(&picture))
	ok("POST", "/api/v1/trees/"+tag+"/photos?part=root", picture.String(), "Content-Type", "application/octet-stream")
	p.get("/api/v1/trees/"+tag, &tree)
	ok("GET", "/api/v1/photos/"+tree.Photos[0].ID+"/picture.jpg", nil)
	ok("GET", "/api/v1/photos/"+tree.Photos[0].ID+"/thumbnail.jpg", nil)
	ok("POST", "/api/v1/photos/"+tree.Photos[0].ID+"/taken-back", map[string]any{"reason": "another tree"})
	ok("GET", "/api/v1/trees/"+tag+"/card.pdf", nil)
	ok("GET", "/api/v1/trees/"+tag+"/take-home.pdf?units=us", nil)
	ok("POST", "/api/v1/trees/"+tag+"/take-home", map[string]any{})
	ok("GET", "/api/v1/tellings", nil)
	for id, deed := range map[string]string{"told-one": "taken-up", "told-two": "dropped"} {
		require.NoError(t, h.kernel.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error {
			_, err := kernel.Exec(tx, `INSERT INTO card_links (id, tree_id, token, made_at, person_id, expires_on) SELECT ?, t.id, ?, UTC_TIMESTAMP(), p.id, '2030-01-01' FROM trees t, people p WHERE t.tag = ? AND p.sign_in = 'wren'`, id, id, tag)
			if err == nil {
				err = kernel.Add(tx, &copies.Telling{ID: id, At: tx.Now, Name: "Odile", Telephone: "555 0142", Ground: &copies.ToldGround{}})
			}
			return err
		}))
		ok("POST", "/api/v1/tellings/"+id+"/"+deed, map[string]any{"taken-up": map[string]any{"address": "9 Weir Cottages", "spot_name": "lawn", "lat_deg": 47}, "dropped": map[string]any{}}[deed])
	}
	ask := map[string]any{"tag": tag, "spot_id": spot, "planting_on": time.Now().UTC().AddDate(0, 0, 1).Format(time.DateOnly), "high_c": 6, "ground": "workable", "buds": "dormant", "stands_alone": true, "schools": map[string]any{},
		"tree_version": tree.Version, "signed_reason": "as the customer wishes", "units": "metric", "language": "en-US"}
	ok("POST", "/api/v1/plan/draft.pdf", ask)
	ok("POST", "/api/v1/plans/beside", map[string]any{"plan": map[string]any{"tag": tag, "spot_id": spot, "planting_on": ask["planting_on"], "schools": map[string]any{}}, "ways": []any{map[string]any{}, map[string]any{"width": "twice"}}})
	ok("GET", "/api/v1/sheets/1/link", nil)
	ok("GET", "/api/v1/sheets/1/ticks", nil)
	ok("POST", "/api/v1/sheets/1/link", map[string]any{})
	ok("POST", "/api/v1/sheets/1/link/revoked", map[string]any{})
	rulesOfHouse := ok("GET", "/api/v1/rules/house-rules.json", nil)
	var takenIn map[string]any
	require.NoError(t, json.Unmarshal([]byte(rulesOfHouse), &takenIn))
	ok("GET", "/api/v1/rules/changes", nil)
	ok("POST", "/api/v1/rules/try", map[string]string{"key": "mulch.gap_mm", "value": "150"})
	ok("POST", "/api/v1/rules/read", takenIn)
	takenIn["reason"] = "as at the main yard"
	ok("POST", "/api/v1/rules/file", takenIn)
	ok("POST", "/api/v1/sheets", ask)
	var issued struct{ Holds, Version int }
	p.get("/api/v1/trees/"+tag+"/sheets", &issued)
	ok("POST", fmt.Sprintf("/api/v1/sheets/%d/withdrawal", issued.Holds), map[string]any{"reason": "they wait"})
	p.get("/api/v1/trees/"+tag, &issued)
	ok("POST", "/api/v1/trees/"+tag+"/moves", map[string]any{"version": issued.Version, "to": "sold", "note": ""})
	ok("POST", "/api/v1/trees/"+tag+"/moves/last", map[string]any{"version": issued.Version + 1, "reason": "the wrong tag"})
	ok("GET", "/api/v1/spots/"+spot+"/match?tag="+tag, nil)
	ok("GET", "/api/v1/spots/"+spot+"/match/kind?kind=Hornbeam", nil)
	ok("GET", "/api/v1/spots/"+spot+"/match/order?find=oak", nil)
	ok("GET", "/api/v1/spots/"+spot+"/match/beside?kinds=Hornbeam", nil)
	ok("GET", "/api/v1/spots/"+spot+"/move?kind=Hornbeam&caliper_mm=13&years=2", nil)
	ok("GET", "/api/v1/spots/"+spot+"/move.pdf?kind=Hornbeam&caliper_mm=13&years=2", nil)
	assert.Contains(t, ok("GET", "/api/v1/spots/"+spot+"/match.csv?separator=semicolon", nil), ";score;says;held_back_by;")
	assert.True(t, strings.HasPrefix(ok("GET", "/api/v1/kinds.xlsx", nil), "PK"))
	assert.Contains(t, ok("GET", "/api/v1/spots/"+spot+"/match/order.txt?kinds=Quercus%20robur", nil), "Quercus robur (English oak)")
	ok("GET", "/api/v1/spots/"+spot+"/match/room?kind=Quercus%20robur", nil)
	ok("POST", "/api/v1/spots/"+spot+"/match/several", map[string]any{"tags": []string{p.tagIn("for-sale")}, "pins": []any{}})
	ok("POST", "/api/v1/spots/"+spot+"/beside", map[string]any{"spot_name": "gate"})
	ok("POST", "/api/v1/customers", map[string]any{"name": "Odile", "phone": "", "address": "4 Weir Cottages", "lat_deg": 47, "spot_name": "gate"})
	today, later := h.kernel.Clock().Format("2006-01-02"), h.kernel.Clock().AddDate(0, 0, 9).Format("2006-01-02")
	ok("POST", "/api/v1/spots/"+spot+"/markings", map[string]any{"reference": "r", "marked_on": today, "expires_on": later, "marked_by": "county", "private_lines": "none"})
	hole := map[string]any{"hole_width_mm": 300, "readings": []any{map[string]any{"min": 0, "water_mm": 280}, map[string]any{"min": 30, "water_mm": 205}, map[string]any{"min": 90, "water_mm": 100}}}
	ok("POST", "/api/v1/ground/drainage", hole)
	ok("POST", "/api/v1/spots/"+spot+"/drainage", hole)
	var page map[string]any
	p.get("/api/v1/spots/"+spot, &page)
	change := map[string]any{"version": page["version"], "site_version": page["site_version"], "name": page["name"], "lat_deg": page["lat_deg"], "ground": page["ground"], "climate": page["climate"]}
	ok("POST", "/api/v1/spots/"+spot+"/reading", change)
	ok("PUT", "/api/v1/spots/"+spot, change)
	assert.Contains(t, ok("GET", "/api/v1/kinds.csv", nil), "Carpinus betulus")
	ok("POST", "/api/v1/kinds/table?name=t.csv", "common,botanical,habit\nTable tree,Mensa arborea,single\n", "Content-Type", "text/csv")
	var oak struct {
		ID      string `json:"id"`
		Version int    `json:"version"`
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/api/v1/kinds", map[string]any{"common": "Listed tree", "botanical": "", "habit": "single", "evergreen": false, "not_covered": false})), &oak))
	ok("PUT", "/api/v1/kinds/"+oak.ID+"/lists", map[string]any{"version": oak.Version, "lists": []any{map[string]any{"list": "invasive", "who": "the county", "on": "2026-01-02"}}})
	p.stations(spot, ok)
	var site map[string]any
	p.get("/api/v1/spots/"+spot+"/plan", &site)
	measured := map[string]any{"version": site["version"], "plan": site["plan"]}
	ok("POST", "/api/v1/spots/"+spot+"/plan/reading", measured)
	wall := `{"type":"FeatureCollection","features":[{"type":"Feature","properties":{"kind":"wall"},"geometry":{"type":"LineString","coordinates":[[8,47],[8.0001,47]]}}]}`
	var added map[string]any
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/api/v1/spots/"+spot+"/plan/from-geojson", map[string]any{"text": wall, "plan": site["plan"]})), &added))
	ok("PUT", "/api/v1/spots/"+spot+"/plan", map[string]any{"version": site["version"], "plan": added["plan"]})
	ok("GET", "/api/v1/spots/"+spot+"/plan/versions/1", nil)
	p.get("/api/v1/spots/"+spot+"/plan", &site)
	ok("POST", "/api/v1/spots/"+spot+"/plan/setting-out", map[string]any{"plan": site["plan"], "setting": map[string]any{"pattern": "ring", "from": "A", "radius_m": 2, "count": 3}})
	ok("POST", "/api/v1/spots/"+spot+"/plan/spots", map[string]any{"version": site["version"], "plan": site["plan"], "name": "ring", "points": []string{"A"}})
	ok("GET", "/api/v1/spots/"+spot+"/plan/light", nil)
	var seen struct{ Photos []struct{ ID string } }
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/api/v1/spots/"+spot+"/photos?shows=soil&caption=a%20rule", picture.String(), "Content-Type", "application/octet-stream")), &seen))
	ok("GET", "/api/v1/spot-photos/"+seen.Photos[0].ID+"/picture.jpg", nil)
	ok("GET", "/api/v1/spot-photos/"+seen.Photos[0].ID+"/thumbnail.jpg", nil)
	ok("POST", "/api/v1/spot-photos/"+seen.Photos[0].ID+"/taken-back", map[string]any{"reason": "another spot"})
	assert.Contains(t, ok("GET", "/api/v1/spots/"+spot+"/plan/shade?height_m=9&spread_m=7", nil), "of sun a day from the ground beside it")
	ok("GET", "/api/v1/spots/"+spot+"/survey.pdf?blank=true", nil)
	ok("GET", "/api/v1/spots/"+spot+"/plan.geojson", nil)

	ok("POST", "/api/v1/measures", map[string]any{"name": "tin cup", "kind": "cup", "substance": "water", "amount": 0.2, "unit": "l"})
	var measures struct{ Measures []struct{ ID string } }
	p.get("/api/v1/measures", &measures)
	ok("DELETE", "/api/v1/measures/"+measures.Measures[0].ID, nil)
	ok("POST", "/api/v1/yard/tablets", map[string]any{"trees": 25, "per_tree": 3, "per_packet": 50})
	ok("POST", "/api/v1/rules", map[string]any{"key": "mulch.gap_mm", "value": "120", "reason": "voles"})
	ok("POST", "/api/v1/clock/stages", map[string]any{"lot": 22, "tag": "", "cover": "wet-cloth", "rewet": false, "at": ""})
	var clock struct {
		Units []struct {
			Lot    int
			Stages []struct{ ID string }
			Dip    *struct{ ID string }
		}
	}
	dip := map[string]any{"lot": 22, "tag": "", "size": "feathered", "trees": 12, "waste_pct": 10, "packet_g": 1500, "packet_water_l": 190, "vat_l": 25, "weighed_g": 0}
	var plan struct {
		Result struct {
			Powder float64 `json:"powder_per_batch_g"`
		}
	}
	require.NoError(t, unmarshal(ok("POST", "/api/v1/dips/plan", dip), &plan))
	dip["weighed_g"] = plan.Result.Powder
	ok("POST", "/api/v1/dips", dip)
	p.get("/api/v1/clock", &clock)
	for _, u := range clock.Units {
		if u.Lot == 22 {
			ok("DELETE", "/api/v1/dips/"+u.Dip.ID, nil)
			ok("PUT", "/api/v1/dips/"+u.Dip.ID+"/kept", map[string]any{})
			ok("DELETE", "/api/v1/dips/"+u.Dip.ID, nil)
			ok("PUT", "/api/v1/clock/stages/"+u.Stages[len(u.Stages)-1].ID+"/undone", map[string]any{"reason": ""})
		}
	}
	ok("POST", "/api/v1/dips", dip)
	p.get("/api/v1/clock", &clock)
	now := h.kernel.Clock()
	h.kernel.SetClock(func() (at clockTime) { return now.Add(30 * minute) })
	for _, u := range clock.Units {
		if u.Lot == 22 {
			ok("POST", "/api/v1/dips/"+u.Dip.ID+"/dipped", map[string]any{})
		}
	}
	ok("POST", "/api/v1/clock/hole", map[string]any{"caliper_mm": 8, "root_spread_mm": 230, "root_length_mm": 300, "hole_depth_mm": 250, "drainage": "good", "moisture": "moist",
		"buds": "dormant", "school": "never-trim", "broken_roots": 0, "mould": false})
	ok("DELETE", "/api/v1/sessions", nil)
	assert.Equal(t, http.StatusUnauthorized, first(p.send("GET", "/api/v1/session", nil)))
	again := h.as(t, "ilsa")
	status, _ := again.send("DELETE", "/api/v1/session", nil)
	assert.Equal(t, http.StatusNoContent, status)
}

const minute = time.Minute

type clockTime = time.Time

func first(status int, _ string) int { return status }

func unmarshal(text string, into any) error { return json.Unmarshal([]byte(text), into) }

// grey writes a small picture.
func grey(into *bytes.Buffer) error {
	return jpeg.Encode(into, image.NewGray(image.Rect(0, 0, 64, 48)), nil)
}
