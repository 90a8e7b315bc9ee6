package app_test

import (
	"encoding/json"
	"strings"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// stations asks everything of a weather station, for the spot that will have it.
func (p person) stations(spot string, ok func(method, path string, body any, headers ...string) string) {
	var made struct {
		ID      string `json:"id"`
		Version int    `json:"version"`
		Site    int    `json:"site_version"`
	}
	read := func(text string) {
		require.NoError(p.t, json.Unmarshal([]byte(text), &made))
	}
	read(ok("POST", "/api/v1/stations", map[string]any{"name": "Weir", "lat_deg": 47.5}))
	id := made.ID
	ok("PUT", "/api/v1/stations/"+id, map[string]any{"name": "Weir Head", "lat_deg": 47.5, "lon_deg": -64.1, "version": made.Version})
	csv := "date,tmin (C),tmax (C)\n2020-01-01,-4,3\n2020-01-02,9999,2\n"
	read(ok("POST", "/api/v1/stations/"+id+"/records?name=w.csv", csv, "Content-Type", "text/csv"))
	record := made.ID
	ok("PUT", "/api/v1/records/"+record+"/how", map[string]any{"headings": []any{map[string]any{"column": "time", "unit": ""}, map[string]any{"column": "min", "unit": "f"}, map[string]any{"column": "max", "unit": "f"}}, "shift_h": 0})
	ok("POST", "/api/v1/records/"+record+"/parts", map[string]any{"from": 0, "celsius": false})
	assert.Contains(p.t, ok("GET", "/api/v1/stations/"+id+"/readings.csv", nil), "2020-01-01 00:00,-20,")
	ok("POST", "/api/v1/records/"+record+"/taken-out", map[string]any{})
	ok("GET", "/api/v1/records/"+record, nil)
	ok("DELETE", "/api/v1/records/"+record, nil)
	ok("DELETE", "/api/v1/records/"+record, nil)
	ok("POST", "/api/v1/stations/"+id+"/fetched", map[string]any{"years": 1})
	ok("GET", "/api/v1/stations/"+id, nil)
	assert.True(p.t, strings.Contains(ok("GET", "/api/v1/spots/"+spot+"/stations", nil), "Weir Head"))
	read(ok("GET", "/api/v1/spots/"+spot, nil))
	ok("PUT", "/api/v1/spots/"+spot+"/station", map[string]any{"station_id": id, "site_version": made.Site})
	ok("POST", "/api/v1/stations/"+id+"/taken-back", map[string]any{})
}
