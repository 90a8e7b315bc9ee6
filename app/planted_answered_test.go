package app_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/demo"
	"sedum/kernel"
)

// Aftercare over HTTP: every operation of planted trees, visits, the round and troubles answers through the one connection, as its document says.
func TestAftercareAnswers(t *testing.T) {
	h := open(t)
	require.NoError(t, demo.LoadPlanted(context.Background(), h.kernel))
	p := h.as(t, "wren")
	ok := func(method, path string, body any, headers ...string) string {
		t.Helper()
		status, text := p.send(method, path, body, headers...)
		require.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	var list struct {
		Trees []struct {
			ID     string
			Number int
		}
	}
	p.get("/api/v1/planted", &list)
	require.Len(t, list.Trees, 9)
	assert.Contains(t, ok("GET", "/api/v1/planted?text=marsh", nil), "Odile Marsh")
	assert.NotContains(t, ok("GET", "/api/v1/planted?text=%25", nil), "Odile Marsh", "a letter of a search has no sense of its own")
	tree := "/api/v1/planted/" + list.Trees[0].ID
	ok("GET", tree, nil)
	ok("GET", fmt.Sprintf("/api/v1/sheets/%d/planted", list.Trees[0].Number), nil)
	var page struct{ Version int }
	p.get(tree, &page)
	ok("PUT", tree+"/contact", map[string]any{"contact": false, "version": page.Version})
	today := time.Now().UTC().Format(time.DateOnly)
	ok("PUT", tree+"/dear", map[string]any{"dear": true})
	var kept struct{ Spares []struct{ ID string } }
	require.NoError(t, json.Unmarshal([]byte(ok("POST", tree+"/spares", map[string]any{"way": "cutting", "taken_on": today, "stands": "bench two"})), &kept))
	ok("GET", tree+"/spares", nil)
	ok("POST", tree+"/spares/"+kept.Spares[0].ID+"/ended", map[string]any{"reason": "dried out"})
	ok("POST", tree+"/entries", map[string]any{"id": "http-entry", "done_on": today, "given_l": 4, "felt": "moist"})
	ok("POST", tree+"/entries/http-entry/taken-back", map[string]any{"reason": "another tree"})
	ok("POST", tree+"/visits", map[string]any{"id": "http-visit", "visited_on": today, "facts": map[string]any{"alive": "living", "damage": []any{}}})
	var picture bytes.Buffer
	require.NoError(t, grey(&picture))
	var seen struct {
		Visits []struct {
			ID     string
			Photos []struct{ ID string }
		}
	}
	require.NoError(t, json.Unmarshal([]byte(ok("POST", tree+"/photos?visit=http-visit&shows=base&caption=", picture.String(), "Content-Type", "application/octet-stream")), &seen))
	require.NotEmpty(t, seen.Visits[0].Photos)
	ok("GET", "/api/v1/visit-photos/"+seen.Visits[0].Photos[0].ID+"/picture.jpg", nil)
	ok("GET", "/api/v1/visit-photos/"+seen.Visits[0].Photos[0].ID+"/thumbnail.jpg", nil)
	ok("GET", tree+"/visits", nil)
	ok("POST", tree+"/visits/http-visit/taken-back", map[string]any{"reason": "another tree"})
	ok("GET", "/api/v1/round?days=21&limit=5", nil)
	onPaper := poppler(t, []byte(ok("GET", "/api/v1/round.pdf?days=60&limit=12&paper=a4", nil)), "pdftotext", "-layout")
	for _, line := range []string{"trees to go to", "Odile Marsh", "against the trunk", "cutting in", "Shoot ______ mm"} {
		assert.Contains(t, onPaper, line)
	}
	signs := map[string]any{"said": "the leaves are yellow", "seen": map[string]any{"flare": "straight"}, "unheard": []any{}, "planted_id": list.Trees[0].ID}
	ok("POST", "/api/v1/troubles/weighing", signs)
	var trouble struct{ Number, Version int }
	require.NoError(t, json.Unmarshal([]byte(ok("POST", "/api/v1/troubles", signs)), &trouble))
	at := fmt.Sprintf("/api/v1/troubles/%d", trouble.Number)
	ok("GET", "/api/v1/troubles?planted="+list.Trees[0].ID, nil)
	ok("GET", at, nil)
	signs["version"] = trouble.Version
	ok("PUT", at, signs)
	ok("PUT", at+"/decided", map[string]any{"cause": "planted-deep", "version": trouble.Version + 1})
	ok("POST", at+"/taken-back", map[string]any{"reason": "another tree", "version": trouble.Version + 2})
	ok("GET", "/api/v1/troubles/odds", nil)
	assert.Contains(t, ok("GET", "/api/v1/outcomes?by=school&step=flare", nil), "groups")
	ok("GET", "/api/v1/guarantee/causes", nil)
	ok("POST", "/api/v1/trials/reckoning", map[string]any{"lost_a": 10, "lost_b": 20, "looks": 3})
	ok("GET", "/api/v1/report?text=marsh&from=2020-01-01", nil)
	assert.Contains(t, ok("GET", "/api/v1/report.csv?from=2020-01-01&separator=semicolon", nil), "Odile Marsh")
	ok("POST", "/api/v1/guarantee/causes", map[string]any{"cause": "drought", "whose": "nobodys", "reason": "in our dry summers"})
	ok("POST", "/api/v1/troubles/odds", map[string]any{"question": "flare", "answer": "straight", "cause": "planted-deep", "factor": 12, "reason": "in our clay"})
	assert.Contains(t, ok("GET", "/api/v1/search?text=odile", nil), "Odile Marsh")
	assert.Contains(t, ok("GET", tree+"/life", nil), "Came from")
	ok("GET", tree+"/dates", nil)
	ok("POST", tree+"/happened", map[string]any{"id": "http-leaves", "what": "leaf-out", "on": today})
	ok("POST", tree+"/happened/http-leaves/taken-back", map[string]any{"reason": "the neighbour's"})
	ok("POST", "/api/v1/house-dates", map[string]any{"text": "Rinse the salt off", "day": 60, "years": 3, "reason": "they salt the lane"})
	var own struct{ Dates []struct{ ID string } }
	p.get("/api/v1/house-dates", &own)
	ok("POST", "/api/v1/house-dates/"+own.Dates[0].ID+"/dropped", map[string]any{})
	ok("PUT", tree+"/reminders", map[string]any{"address": "odile@marsh.example"})
	assert.Contains(t, ok("GET", tree+"/reminders", nil), "odile@marsh.example")
	ok("POST", tree+"/reminders/ended", map[string]any{})
	assert.Contains(t, ok("POST", "/api/v1/trials", map[string]any{"question": "Union to the wind?", "way_a": "to it", "way_b": "away", "first_on": time.Now().AddDate(0, 6, 0).Format(time.DateOnly), "every_months": 6, "looks": 2}), "Too early")
	ok("GET", "/api/v1/trials", nil)
	ok("GET", "/api/v1/trials/1", nil)
	spot := forTrial(t, p)
	ok("GET", "/api/v1/trials-for?tag="+spot.Tag+"&spot_id="+spot.SpotID, nil)
	ok("POST", "/api/v1/trials/1/trees", map[string]any{"tag": spot.Tag, "spot_id": spot.SpotID})
	ok("PUT", "/api/v1/trials/1/ended", map[string]any{"as": "abandoned", "reason": "no field", "version": 1})
	status, _ := p.send("PUT", "/api/v1/trials/1/signed", map[string]any{"reason": "x", "version": 2})
	assert.Equal(t, 409, status)
	ok("POST", "/api/v1/trials", map[string]any{"question": "Ring or none?", "step": "berm", "way_a": "ring", "way_b": "none", "first_on": time.Now().AddDate(0, 6, 0).Format(time.DateOnly), "every_months": 6, "looks": 2})
	require.NoError(t, h.kernel.Do(context.Background(), kernel.Who{}, func(tx *kernel.Tx) error { // a year of a trial is tried in app/trials; here it only answers
		_, err := kernel.Exec(tx, `INSERT INTO trial_looks (trial_id, look, due_on, at, told) SELECT id, 0, begun_on, at, '{"deaths": 12, "p": 0.00005, "limit": 0.001, "found": true, "better": "a"}' FROM trials WHERE number = 2`)
		return err
	}))
	ok("PUT", "/api/v1/trials/2/ended", map[string]any{"as": "found", "version": 1})
	assert.Contains(t, ok("PUT", "/api/v1/trials/2/signed", map[string]any{"reason": "they live", "version": 2}), "school:berm")
	var lots struct {
		SpotID string `json:"spot_id"`
	}
	p.get(tree, &lots)
	assert.Contains(t, ok("POST", "/api/v1/spots/"+lots.SpotID+"/refusals", map[string]any{"advice": "water", "advised": "twice a week", "reason": "no time", "refused_on": today, "sheet": list.Trees[0].Number}), "no time")
	var refused struct{ Refusals []struct{ ID string } }
	p.get("/api/v1/refusals", &refused)
	ok("POST", "/api/v1/refusals/"+refused.Refusals[0].ID+"/taken-back", map[string]any{"reason": "another"})
	ok("PUT", tree+"/amounts", map[string]any{"amounts": []any{map[string]any{"counted": "mulch", "amount": 40}}, "reason": ""})
	assert.Contains(t, ok("GET", tree+"/amounts", nil), "coarse mulch")
	assert.Contains(t, ok("GET", "/api/v1/amounts", nil), "coarse mulch")
	assert.Contains(t, ok("GET", "/api/v1/outcomes/schools", nil), "steps")
	ok("GET", "/api/v1/outcomes/hand", nil)
	assert.Contains(t, ok("GET", "/api/v1/week", nil), "missing")
	assert.Contains(t, ok("GET", "/api/v1/chill", nil), "winters")
	var places struct{ Stations []struct{ ID string } }
	p.get("/api/v1/stations", &places)
	forecast := "/api/v1/stations/" + places.Stations[0].ID + "/forecast"
	assert.Contains(t, ok("POST", "/api/v1/forecasts/read", map[string]any{"file": "date,rain_mm\n" + today + ",12\n"}), "12")
	ok("POST", forecast, map[string]any{"made_on": today, "source": "the valley's paper", "days": []any{map[string]any{"date": today, "min_c": nil, "max_c": nil, "rain_mm": 12}}})
	assert.Contains(t, ok("GET", forecast, nil), "the valley's paper")
	assert.Contains(t, ok("GET", tree, nil), "of rain is foretold until")
	ok("POST", forecast+"/dropped", map[string]any{})
	assert.NotContains(t, ok("GET", tree, nil), "of rain is foretold until")
	assert.Contains(t, ok("GET", "/api/v1/chill.csv", nil), "utah_units")
	assert.Contains(t, ok("GET", "/api/v1/archive", nil), "planted_trees")
	assert.Contains(t, ok("GET", "/api/v1/archive/house.zip", nil)[:2], "PK")
	yard := h.as(t, "bram")
	status, _ = yard.send("GET", "/api/v1/archive/house.zip", nil)
	assert.Equal(t, 403, status, "who answers for the house takes it along")
	var claim struct{ Number, Version int }
	require.NoError(t, json.Unmarshal([]byte(ok("POST", tree+"/claims", map[string]any{"asked_on": today, "said": "it is dead"})), &claim))
	claimed := fmt.Sprintf("/api/v1/claims/%d", claim.Number)
	ok("GET", "/api/v1/claims?planted="+list.Trees[0].ID, nil)
	ok("GET", claimed, nil)
	ok("PUT", claimed, map[string]any{"asked_on": today, "said": "it is dead", "planted_by": "house", "version": 1})
	status, _ = p.send("GET", claimed+"/letter.pdf", nil)
	assert.Equal(t, 409, status, "nobody decided yet")
	bram := h.as(t, "bram")
	status, _ = bram.send("PUT", claimed+"/decided", map[string]any{"answer": "refused", "reason": "x", "letter": "x", "version": 2})
	assert.Equal(t, 403, status, "a manager decides")
	ok("PUT", claimed+"/decided", map[string]any{"answer": "granted", "given": "tree", "cents": 13900, "reason": "ours", "letter": "We bring another in autumn.", "version": 2})
	assert.Contains(t, ok("GET", claimed+"/record.pdf?paper=a4", nil), "%PDF")
	assert.Contains(t, ok("GET", claimed+"/letter.pdf?paper=letter", nil), "%PDF")
	ok("POST", claimed+"/reopened", map[string]any{"reason": "the wrong tree", "version": 3})
	ok("POST", claimed+"/taken-back", map[string]any{"reason": "the wrong tree", "version": 4})
	ok("POST", tree+"/taken-back", map[string]any{"reason": "another sheet"})
	ok("POST", fmt.Sprintf("/api/v1/sheets/%d/planted", list.Trees[0].Number), map[string]any{"planted_on": today})
	var stations struct {
		Stations []struct{ ID string }
	}
	p.get("/api/v1/stations", &stations)
	var station struct{ Version int }
	p.get("/api/v1/stations/"+stations.Stations[0].ID, &station)
	ok("PUT", "/api/v1/stations/"+stations.Stations[0].ID+"/polled", map[string]any{"polled": false, "version": station.Version})

	// A yard hand sees where water is owed, and not who lives there.
	hand := h.as(t, "ilsa")
	_, text := hand.send("GET", "/api/v1/planted", nil)
	assert.NotContains(t, text, "Odile Marsh")
	status, _ = hand.send("POST", tree+"/taken-back", map[string]any{"reason": "x"})
	assert.Equal(t, 403, status)
}

type pair struct{ Tag, SpotID string }

// forTrial is a tree that is for sale, with a spot.
func forTrial(t *testing.T, p person) pair {
	t.Helper()
	var spots struct{ Spots []struct{ ID string } }
	p.get("/api/v1/spots", &spots)
	var trees struct{ Trees []struct{ Tag string } }
	p.get("/api/v1/trees?state=for-sale", &trees)
	require.NotEmpty(t, trees.Trees)
	return pair{trees.Trees[0].Tag, spots.Spots[0].ID}
}
