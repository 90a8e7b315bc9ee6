package app_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What was entered by mistake is mended over HTTP, through the one connection: a delivery, a lot, a customer, a spot, its marking and its
// hole, a damage, a kind.
func TestMistakesAreMendedOverHTTP(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	ok := func(method, path string, body any) string {
		t.Helper()
		status, text := p.send(method, "/api/v1"+path, body)
		assert.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	why := map[string]any{"reason": "a mistake"}
	var kind struct {
		ID      string
		Version int
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/kinds", map[string]any{"common": "Sourwood", "botanical": "Oxydendrum arboreum", "habit": "single", "evergreen": false, "not_covered": false})), &kind))
	p.get("/api/v1/kinds/"+kind.ID, &kind)
	ok("PUT", "/kinds/"+kind.ID, map[string]any{"version": kind.Version, "common": "Sourwood", "botanical": "Oxydendrum arboreum", "habit": "single", "evergreen": false, "cold_c": -26,
		"heat_c": nil, "drought": nil, "drainage_max": "", "wind": "", "height_10_m": 5, "height_max_m": 12, "spread_10_m": nil, "spread_max_m": nil, "sharp_drainage": false, "thirsty": false, "tender": false,
		"autumn_hazard": true, "bark_tender": false, "old_wood": false, "bleeds": false, "stone_fruit": false, "moves_badly": true, "uses": []any{}, "source": "the grower", "origin": "grower", "rootstocks": []any{},
		"chill_need": nil, "fruiting": false, "self_fertile": false, "partners": nil, "soil_coarse": "", "soil_medium": "good", "soil_fine": "", "salt": "", "bare_roots": "", "cautions": []any{}, "synonyms": []any{"sorrel tree"},
		"conifer": false, "scented": false, "coloured_stems": false, "autumn": "red"})

	lot := map[string]any{"kind": "Sourwood", "form": "container", "pot": "", "pot_l": 10, "ball_diameter_mm": 0, "ball_height_mm": 0, "caliper_mm": 0, "height_m": 0, "size": "", "medium": "",
		"sizing": "", "sensitivity": "", "grafted": false, "origin": "", "cultivar": "", "rootstock": "", "propagation": "", "ordered": nil, "price_cents": 0, "count": 2, "bundle_count": 1}
	var d struct {
		Number  int
		ID      string
		Arrived string `json:"arrived_at"`
		Lots    []struct{ Number int }
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/deliveries", map[string]any{"grower": "Marrow Hill Growers", "place": "", "lifted_at": "", "arrived_at": "", "packing": "", "note": "", "lots": []any{lot}})), &d))
	ok("PUT", fmt.Sprintf("/deliveries/%d", d.Number), map[string]any{"lifted_at": "", "arrived_at": d.Arrived, "packing": "", "note": "by the gate", "reason": "a mistake"})
	var page struct{ Version int }
	p.get(fmt.Sprintf("/api/v1/lots/%d", d.Lots[0].Number), &page)
	delete(lot, "count")
	delete(lot, "bundle_count")
	lot["version"], lot["reason"], lot["price_cents"] = page.Version, "the price", 4900
	ok("PUT", fmt.Sprintf("/lots/%d/facts", d.Lots[0].Number), lot)
	ok("POST", fmt.Sprintf("/deliveries/%d/taken-back", d.Number), why)
	assert.Contains(t, ok("GET", "/mendings/delivery/"+d.ID, nil), "by the gate")

	var refused struct{ Version int }
	p.get("/api/v1/lots/14", &refused)
	ok("POST", "/lots/14/decisions", map[string]any{"version": refused.Version, "decision": "refused", "note": "buried"})
	p.get("/api/v1/lots/14", &refused)
	ok("POST", "/lots/14/reopening", map[string]any{"version": refused.Version, "reason": "the other lot"})

	tag := p.tagIn("for-sale")
	ok("POST", "/trees/"+tag+"/damages", map[string]any{"journey": "arrival", "damage": "torn-bark", "girth_share": 0.1, "note": ""})
	var tree struct{ Damages []struct{ ID string } }
	p.get("/api/v1/trees/"+tag, &tree)
	ok("POST", "/trees/"+tag+"/damages/"+tree.Damages[0].ID+"/taken-back", why)

	ok("POST", "/trees/"+tag+"/tag", why)
	var again struct{ Tag string }
	p.get("/api/v1/trees/"+tag, &again)
	assert.NotEqual(t, tag, again.Tag, "the old tag leads to its tree")

	id := p.spotOf(h, "Petra Averill")
	var spot struct {
		Reading struct{ Marked struct{ ID string } }
		Tests   []struct{ ID string }
	}
	p.get("/api/v1/spots/"+id, &spot)
	ok("PUT", "/spots/"+id+"/customer", map[string]any{"name": "Petra Averil", "phone": "", "address": "8 Tannery Lane", "reason": "one l"})
	ok("POST", "/spots/"+id+"/markings/"+spot.Reading.Marked.ID+"/taken-back", why)
	ok("POST", "/spots/"+id+"/drainage/"+spot.Tests[0].ID+"/taken-back", why)
	var s map[string]any
	p.get("/api/v1/spots/"+id, &s)
	ground := s["ground"].(map[string]any)
	ground["obstacles"] = []any{map[string]any{"kind": "line", "distance_m": 9.0, "height_m": 8.0}}
	ok("PUT", "/spots/"+id, map[string]any{"version": s["version"], "site_version": s["site_version"], "name": s["name"], "lat_deg": s["lat_deg"], "ground": ground, "climate": s["climate"]})
	var answered struct {
		Reading struct {
			Answer struct{ ID string } `json:"line_answer"`
		}
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/spots/"+id+"/line-answers", map[string]any{"owner": "Valley Power", "reference": "VP-7", "answer": "by hand", "answered_on": "2026-11-20"})), &answered))
	var site struct {
		SiteVersion int `json:"site_version"`
	}
	require.NoError(t, json.Unmarshal([]byte(ok("GET", "/spots/"+id, nil)), &site))
	ok("PUT", "/spots/"+id+"/schools", map[string]any{"schools": map[string]string{"pipe": "yes"}, "reason": "the bank dries out", "site_version": site.SiteVersion})
	ok("POST", "/spots/"+id+"/line-answers/"+answered.Reading.Answer.ID+"/taken-back", why)
	ok("POST", "/spots/"+id+"/taken-back", why)
}
