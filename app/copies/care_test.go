package copies_test

import (
	"bytes"
	"encoding/json"
	"image"
	"image/jpeg"
	"net/http"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	. "sedum/app/apptest"
	"sedum/app/copies"
	"sedum/app/planted"
	"sedum/app/stations"
	"sedum/app/visits"
	"sedum/core/water"
	"sedum/kernel"
)

// tells sends what a telephone has to say.
func tells(t *testing.T, s *httptest.Server, token string, list ...copies.Care) int {
	t.Helper()
	body, err := json.Marshal(list)
	require.NoError(t, err)
	answer, err := http.Post(s.URL+"/c/"+token+"/care", "application/json", bytes.NewReader(body))
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	return answer.StatusCode
}

func shows(t *testing.T, s *httptest.Server, token, look string, file []byte) int {
	t.Helper()
	answer, err := http.Post(s.URL+"/c/"+token+"/photo/"+look, "image/jpeg", bytes.NewReader(file))
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	return answer.StatusCode
}

func kept(v float64) *float64 { return &v }

// Whoever lives with a tree tells by touch that it is planted, watered and felt, and how it looks; what the house knows follows at once.
func TestTheCopyLivesOn(t *testing.T) {
	w, s := open(t)
	token := tokenOf(t, w, 1)
	station := Saw[stations.List](w, "list-stations", kernel.None{}).Stations[0]
	page := Saw[stations.Page](w, "see-station", ByID(station.ID))
	w.Deed(w.Advisor, "poll-station", ByID(station.ID), stations.Polled{Polled: true, Version: page.Version})

	assert.False(t, read(t, s, token).After.Planted)
	assert.Equal(t, 422, tells(t, s, token, copies.Care{ID: "too-early", On: "2026-11-25", What: "water", GivenL: kept(9)}), "what is not planted is not watered")
	assert.Equal(t, 422, tells(t, s, token, copies.Care{ID: "planted-it", On: "2026-11-26", What: "planted"}), "not tomorrow")
	assert.Equal(t, 204, tells(t, s, token, copies.Care{ID: "planted-it", On: "2026-11-25", What: "planted"}))
	assert.Equal(t, 204, tells(t, s, token, copies.Care{ID: "planted-it", On: "2026-11-25", What: "planted"}), "told twice is once")
	after := read(t, s, token).After
	assert.True(t, after.Planted)
	id := Saw[planted.SheetPlanted](w, "sheet-planted", ByNumber(1)).ID
	assert.True(t, Saw[planted.Page](w, "see-planted", ByID(id)).ByCustomer)

	w.At(june)
	w.Job("weather-poll")
	after = read(t, s, token).After
	assert.Contains(t, []water.Advice{water.WaterNow, water.WaterTwice}, after.Advice)
	assert.Contains(t, after.Says[0], "Water today")
	assert.Contains(t, after.Says[0], after.Fill, "the button pours what the answer says")
	assert.True(t, after.Photo, "months 1, 3 and 6 went by")
	assert.Equal(t, 204, tells(t, s, token, copies.Care{ID: "poured-one", On: "2027-06-19", What: "water", GivenL: kept(400)}, copies.Care{ID: "felt-one", On: "2027-06-19", What: "finger", Felt: "wet"}))
	after = read(t, s, token).After
	assert.Equal(t, water.NotYet, after.Advice)
	assert.Len(t, after.Done, 2)
	assert.Equal(t, water.NotYet, Saw[planted.Lines](w, "list-planted", struct{ Limit int }{9}).Trees[0].Advice, "and the house's list knows it")

	// What is only said does not settle a look; shown, it does.
	assert.Equal(t, 204, tells(t, s, token, copies.Care{ID: "look-one", On: "2027-06-20", What: "look", Says: "well"}))
	assert.True(t, read(t, s, token).After.Photo)
	var file bytes.Buffer
	require.NoError(t, jpeg.Encode(&file, image.NewRGBA(image.Rect(0, 0, 40, 60)), nil))
	assert.Equal(t, 204, shows(t, s, token, "look-one", file.Bytes()))
	assert.False(t, read(t, s, token).After.Photo)

	// Something odd is gone to by whoever is on the round.
	assert.Equal(t, 204, tells(t, s, token, copies.Care{ID: "odd-one1", On: "2027-06-20", What: "look", Says: "odd", Note: "white spots on the trunk"}))
	round := Saw[visits.Round](w, "see-round", struct{ Days, Limit int }{7, 12})
	require.Len(t, round.Stops, 1)
	assert.Equal(t, 1, round.Stops[0].Wants)
	seen := Saw[visits.Page](w, "see-visits", ByID(id)).Visits[0]
	assert.Equal(t, "white spots on the trunk", seen.Facts.Note)
	assert.Equal(t, []string{"Look at what the customer sent, and answer"}, seen.Wants)
}

var june = time.Date(2027, 6, 20, 7, 0, 0, 0, time.UTC)

func TestAStrangerTellsNothing(t *testing.T) {
	w, s := open(t)
	token := tokenOf(t, w, 1)
	assert.Equal(t, 404, tells(t, s, "AAAAAAAAAAAAAAAAAAAAAAAAAA", copies.Care{ID: "planted-it", On: "2026-11-25", What: "planted"}))
	assert.Equal(t, 404, shows(t, s, token, "look-one", []byte("x")), "of a tree that is not planted")
	require.Equal(t, 204, tells(t, s, token, copies.Care{ID: "planted-it", On: "2026-11-25", What: "planted"}))
	assert.Equal(t, 404, shows(t, s, token, "no-such1", picture(t)), "of a look that nobody told")
	require.Equal(t, 204, tells(t, s, token, copies.Care{ID: "look-one", On: "2026-11-25", What: "look", Says: "odd"}))
	assert.Equal(t, 422, shows(t, s, token, "look-one", []byte("MZ no picture")))
	other := tokenOf(t, w, 2)
	require.Equal(t, 204, tells(t, s, other, copies.Care{ID: "planted-2", On: "2026-11-25", What: "planted"}))
	assert.Equal(t, 404, shows(t, s, other, "look-one", picture(t)), "of another's tree")
	for _, c := range []copies.Care{{ID: "bad-one1", On: "2026-11-25", What: "sell"}, {ID: "bad-one1", On: "yesterday", What: "water", GivenL: kept(3)}, {ID: "bad-one1", On: "2026-11-25", What: "water", GivenL: kept(-3)},
		{ID: "bad-one1", On: "2026-11-25", What: "look", Says: "great"}, {ID: "../..", On: "2026-11-25", What: "finger", Felt: "dry"}, {ID: "bad-one1", On: "2026-11-25", What: "finger"}} {
		assert.Equal(t, 422, tells(t, s, token, c), "%+v", c)
	}
	// A link that was revoked tells nothing more.
	w.Deed(w.Advisor, "revoke-link", ByNumber(1), kernel.None{})
	assert.Equal(t, 410, tells(t, s, token, copies.Care{ID: "poured-one", On: "2026-11-25", What: "water", GivenL: kept(9)}))
}

func picture(t *testing.T) []byte {
	t.Helper()
	var file bytes.Buffer
	require.NoError(t, jpeg.Encode(&file, image.NewRGBA(image.Rect(0, 0, 40, 60)), nil))
	return file.Bytes()
}

func TestOneTreeIsNotFlooded(t *testing.T) {
	w, s := open(t)
	token := tokenOf(t, w, 1)
	require.Equal(t, 204, tells(t, s, token, copies.Care{ID: "planted-it", On: "2026-11-25", What: "planted"}))
	list := []copies.Care{}
	for i := range 60 {
		list = append(list, copies.Care{ID: "flood-" + string(rune('a'+i/26)) + string(rune('a'+i%26)) + "-x", On: "2026-11-25", What: "finger", Felt: "moist"})
	}
	require.Equal(t, 204, tells(t, s, token, list...))
	assert.Equal(t, 422, tells(t, s, token, copies.Care{ID: "one-more1", On: "2026-11-25", What: "finger", Felt: "moist"}))
}
