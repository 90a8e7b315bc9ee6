package app_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/sampling"
)

type lotAnswer struct {
	Tags   int
	Sample struct {
		Looks      []sampling.Look
		AnswerText string `json:"answer_text"`
		More       string
		Settled    bool
		Left       int
		NextTag    string `json:"next_tag"`
		Answer     *sampling.Result
	}
}

// check looks at a tree: sound in all that is asked, or rotten.
func (p person) check(tag string, rotten bool) {
	p.t.Helper()
	var tree struct{ Version int }
	p.get("/api/v1/trees/"+tag, &tree)
	texture, smell := "firm", "none"
	if rotten {
		texture, smell = "soft", "sour"
	}
	status, body := p.send("POST", "/api/v1/trees/"+tag+"/checks", map[string]any{"version": tree.Version, "after_work": false, "readings": map[string]any{
		"ball_diameter_mm": 300, "ball_height_mm": 260, "caliper_mm": 26, "height_m": 2, "seen_depth_mm": 0, "probes": []any{}, "roots": []any{}, "zones_looked": []string{"collar", "side", "bottom"},
		"above":        map[string]any{"leader": "one", "trunk": "clean", "branching": "well-spaced", "life": "plump", "ties": "none", "pests": "none"},
		"mat_side_pct": 0, "mat_bottom_pct": 0, "fill_pct": 80, "texture": texture, "odour": smell, "bottom_roots": "present", "moisture": "moist", "pot_top": "clean"}})
	require.Equal(p.t, 200, status, body)
}

// The sample's answer in words, look by look: more is asked for until a look is complete, and then released, refused, or looked at
// again, as the core answers; the faults with their range come with it.
func TestTheSamplesAnswerInWords(t *testing.T) {
	h := open(t)
	p := h.as(t, "ilsa")
	for _, c := range []struct {
		rotten int
		want   sampling.Decision
		says   string
	}{
		{0, sampling.Release, `^Release: at most \d+ of 40 are faulty`},
		{20, sampling.Refuse, `^Refuse: at least \d+ of 40 are faulty`},
		{1, sampling.KeepChecking, `^\d+ checked, 1 faulty`},
	} {
		status, body := p.send("POST", "/api/v1/deliveries", map[string]any{"grower": "Marrow Hill Growers", "place": "", "arrived_at": "", "lifted_at": "", "packing": "", "note": "",
			"lots": []any{map[string]any{"kind": "Hornbeam", "form": "container", "pot": "standard", "pot_l": 20, "ball_diameter_mm": 300, "ball_height_mm": 260,
				"caliper_mm": 26, "height_m": 2, "size": "", "medium": "mix", "sizing": "caliper", "grafted": false, "sensitivity": "average", "origin": "", "cultivar": "", "rootstock": "", "propagation": "", "ordered": nil, "price_cents": 0, "count": 40, "bundle_count": 1}}})
		require.Equal(t, 200, status, body)
		var lots struct{ Lots []struct{ Number int } }
		p.get("/api/v1/lots", &lots)
		at := fmt.Sprintf("/api/v1/lots/%d", lots.Lots[0].Number)
		status, body = p.send("POST", at+"/sample", map[string]any{"looks": 2})
		require.Equal(t, 200, status, body)
		var lot lotAnswer
		p.get(at, &lot)
		first := lot.Sample.Looks[0].Checked
		for i := range first {
			p.get(at, &lot)
			require.Nil(t, lot.Sample.Answer, "nobody peeps between looks")
			require.Equal(t, first-i, lot.Sample.Left)
			p.check(lot.Sample.NextTag, i < c.rotten)
		}
		lot = lotAnswer{}
		p.get(at, &lot)
		assert.Regexp(t, c.says, lot.Sample.AnswerText)
		want, err := sampling.Answer(sampling.ResultInput{LotSize: 40, Checked: first, Defective: min(first, c.rotten), TolerableShare: 0.1, Confidence: 0.95, Looks: 2})
		require.NoError(t, err)
		require.Equal(t, c.want, want.Decision, "%d rotten of %d", c.rotten, first)
		if c.want == sampling.KeepChecking {
			assert.False(t, lot.Sample.Settled)
			assert.Contains(t, lot.Sample.More, fmt.Sprint(lot.Sample.Looks[1].Checked-first))
		} else {
			assert.True(t, lot.Sample.Settled)
			require.NotNil(t, lot.Sample.Answer)
			assert.Equal(t, want, *lot.Sample.Answer)
		}
		var faults struct {
			Checked int
			Ranged  bool
			Faults  []struct {
				Code, Text string
				Found      int
				Low, High  float64
			}
		}
		p.get(at+"/faults", &faults)
		assert.True(t, faults.Ranged)
		assert.Equal(t, first, faults.Checked)
		if c.rotten > 0 {
			require.Len(t, faults.Faults, 1)
			assert.Equal(t, "rotten roots", faults.Faults[0].Text)
			assert.InDelta(t, float64(want.DefectiveLow)/40, faults.Faults[0].Low, 1e-9)
			assert.InDelta(t, float64(want.DefectiveHigh)/40, faults.Faults[0].High, 1e-9)
		}
	}
}
