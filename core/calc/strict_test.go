package calc_test

import (
	"encoding/json"
	"errors"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/rules"
)

func faults(t *testing.T, name, input string) fault.List {
	t.Helper()
	_, err := calc.Run(rules.House{}, name, []byte(input))
	var l fault.List
	require.True(t, errors.As(err, &l), "%s %s: %v", name, input, err)
	return l
}

func TestBadInputNamesFieldAndCode(t *testing.T) {
	const et0 = `{"lat_deg":44,"day_of_year":196,"tmax_c":28,"tmin_c":14}`
	swap := func(from, to string) string { return strings.Replace(et0, from, to, 1) }
	for _, c := range []struct {
		name, input, field string
		code               fault.Code
	}{
		{"et0", swap(`"tmin_c":14`, `"tmin_c":14,"moon":1`), "moon", fault.UnknownField},
		{"et0", swap(`,"tmin_c":14`, ``), "tmin_c", fault.Required},
		{"et0", swap(`28`, `"warm"`), "tmax_c", fault.WrongType},
		{"et0", swap(`28`, `null`), "tmax_c", fault.WrongType},
		{"et0", swap(`196`, `196.5`), "day_of_year", fault.NotWhole},
		{"et0", swap(`196`, `0`), "day_of_year", fault.AtLeast},
		{"et0", swap(`196`, `366`), "day_of_year", fault.AtMost},
		{"et0", swap(`44`, `-66.1`), "lat_deg", fault.AtLeast},
		{"et0", swap(`28`, `13`), "tmax_c", fault.BelowMinimum},
		{"et0", swap(`28`, `1e999`), "tmax_c", fault.TooLarge},
		{"soil-texture", `{"sand_mm":0,"silt_mm":0,"clay_mm":0}`, "sand_mm", fault.NoSum},
		{"soil-texture", `{"sand_mm":-1,"silt_mm":0,"clay_mm":2}`, "sand_mm", fault.AtLeast},
		{"flare", `{"form":"bag","habit":"single","ball_height_mm":200,"probes":[]}`, "form", fault.NotAChoice},
		{"flare", `{"form":"plug","habit":"single","ball_height_mm":0,"probes":[]}`, "ball_height_mm", fault.MustExceed},
		{"flare", `{"form":"plug","habit":"single","ball_height_mm":90,"probes":[{"bearing_deg":0,"depth_mm":100}]}`, "probes.0.depth_mm", fault.DeeperThan},
		{"flare", `{"form":"plug","habit":"single","ball_height_mm":90,"probes":[{"bearing_deg":0}]}`, "probes.0.depth_mm", fault.Required},
		{"percolation", `{"hole_width_mm":300,"scale":"general","readings":[{"min":0,"water_mm":200}]}`, "readings", fault.TooFew},
		{"percolation", `{"hole_width_mm":300,"scale":"general","readings":[{"min":9,"water_mm":200},{"min":9,"water_mm":190}]}`, "readings.1.min", fault.NotRising},
		{"percolation", `{"hole_width_mm":300,"scale":"general","readings":[{"min":0,"water_mm":5},{"min":9,"water_mm":0}]}`, "readings.0.water_mm", fault.MustExceed},
		{"room", `{"height_now_m":2,"height_10_m":5,"height_max_m":4,"spread_10_m":3,"spread_max_m":4,"thirsty":false,"obstacles":[]}`, "height_10_m", fault.GreaterThan},
		{"room", `{"height_now_m":2,"height_10_m":3,"height_max_m":4,"spread_10_m":3,"spread_max_m":4,"thirsty":false,"obstacles":[{"kind":"line","distance_m":2}]}`, "obstacles.0.height_m", fault.Required},
	} {
		l := faults(t, c.name, c.input)
		found := false
		for _, f := range l {
			found = found || (f.Field == c.field && f.Code == c.code)
		}
		assert.True(t, found, "%s %s gave %v", c.name, c.input, l)
	}
}

func TestBrokenJSONAndUnknownNames(t *testing.T) {
	for _, broken := range []string{"", "{", "nonsense", `{} {}`, `{"a":}`} {
		_, err := calc.Run(rules.House{}, "et0", []byte(broken))
		assert.ErrorIs(t, err, calc.ErrBrokenJSON, broken)
	}
	_, err := calc.Run(rules.House{}, "moonphase", []byte("{}"))
	assert.ErrorIs(t, err, calc.ErrUnknown)
}

// The impossible combinations of hole and window, each with its field.
func TestImpossibleCombinations(t *testing.T) {
	hole := func(change map[string]any) string { return changed(t, "hole", 0, change) }
	for field, input := range map[string]string{
		"flare_depth_mm": hole(map[string]any{"flare_depth_mm": 260}), "side_shave_mm": hole(map[string]any{"side_shave_mm": 150}),
		"ball_height_mm": hole(map[string]any{"ball_height_mm": nil}),
		"root_length_mm": changed(t, "hole", 2, map[string]any{"root_length_mm": nil}),
	} {
		assert.True(t, faults(t, "hole", input).Has(field), field)
	}
	window := func(change map[string]any) string { return changed(t, "window", 0, change) }
	assert.True(t, faults(t, "window", window(map[string]any{"first_frost_day": nil})).Has("first_frost_day"))
	assert.True(t, faults(t, "window", window(map[string]any{"first_frost_day": nil, "last_frost_day": nil})).Has("cool_from_day"))
	assert.True(t, faults(t, "window", window(map[string]any{"first_frost_day": 100, "last_frost_day": 150})).Has("cool_from_day"), "frost for 50 days is rare")
	fitCase := strings.Replace(string(readCases(t, "fit")[0].Input), "7.2", "1.2", 1)
	assert.True(t, faults(t, "fit", fitCase).Has("kind.ph.2"))
}

// changed is a worked case with some fields set otherwise.
func changed(t *testing.T, name string, i int, change map[string]any) string {
	t.Helper()
	in := map[string]any{}
	require.NoError(t, json.Unmarshal(readCases(t, name)[i].Input, &in))
	for k, v := range change {
		in[k] = v
	}
	text, err := json.Marshal(in)
	require.NoError(t, err)
	return string(text)
}

func TestEverySchemaDescribesItsCases(t *testing.T) {
	for _, name := range calc.Names() {
		c, err := calc.Find(name)
		require.NoError(t, err)
		properties := c.Schema().Input["properties"].(map[string]any)
		for _, worked := range readCases(t, name) {
			var in map[string]any
			require.NoError(t, json.Unmarshal(worked.Input, &in))
			for field := range in {
				assert.Contains(t, properties, field, name)
			}
		}
	}
}
