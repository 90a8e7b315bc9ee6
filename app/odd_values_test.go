package app_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/app/apptest"
)

// What no column holds, no calendar has and no letter is: each is told at its field, and nothing breaks for anybody.
func TestOddValuesAreToldAtTheirField(t *testing.T) {
	h := open(t)
	p := h.as(t, "wren")
	lot := apptest.LotOf("Hornbeam", "container", 2)
	delivery := func(change func(map[string]any)) map[string]any {
		d := map[string]any{"grower": "Marrow Hill Growers", "place": "", "note": "", "lifted_at": "", "arrived_at": "", "packing": "", "lots": []any{lot}}
		change(d)
		return d
	}
	for name, c := range map[string]struct {
		method, path string
		body         any
		headers      []string
		status       int
		field        string
	}{
		"a rule that is no number":   {"POST", "/api/v1/rules", map[string]any{"key": "hole.raise_good_mm", "value": "NaN", "reason": "x"}, nil, 422, "value"},
		"a rule without end":         {"POST", "/api/v1/rules", map[string]any{"key": "hole.raise_good_mm", "value": "-Inf", "reason": "x"}, nil, 422, "value"},
		"seconds that are none":      {"GET", "/api/v1/scale?seconds=NaN", nil, nil, 422, "seconds"},
		"what nobody asks for":       {"GET", "/api/v1/trees?colour=red", nil, nil, 422, "colour"},
		"the year 0":                 {"POST", "/api/v1/deliveries", delivery(func(d map[string]any) { d["arrived_at"] = "0000-01-01T10:00:00Z" }), nil, 422, "arrived_at"},
		"the year 1":                 {"POST", "/api/v1/deliveries", delivery(func(d map[string]any) { d["lifted_at"] = "0001-01-01T00:00:00Z" }), nil, 422, "lifted_at"},
		"a caption in another code":  {"POST", "/api/v1/trees/" + "X" + "/photos?part=root&caption=%ff%fe", "x", []string{"Content-Type", "image/png"}, 422, "caption"},
		"a key in another code":      {"POST", "/api/v1/deliveries", delivery(func(map[string]any) {}), []string{"Idempotency-Key", "caf\xe9caf\xe9caf\xe9"}, 400, "idempotency_key"},
		"no key":                     {"POST", "/api/v1/deliveries", delivery(func(map[string]any) {}), []string{"Idempotency-Key", ""}, 400, "idempotency_key"},
		"an address in another code": {"GET", "/api/v1/trees/%ff%fe", nil, nil, 422, "path"},
	} {
		status, problem := p.problem(c.method, c.path, c.body, c.headers...)
		assert.Equal(t, c.status, status, "%s: %v", name, problem)
		if assert.NotEmpty(t, problem.Errors, "%s: %v", name, problem) {
			assert.Equal(t, c.field, problem.Errors[0].Field, name)
			assert.NotContains(t, problem.Errors[0].Message, "{{", name)
		}
	}
	thin := lot
	thin.CaliperMM = 0.001
	status, problem := p.problem("POST", "/api/v1/deliveries", delivery(func(d map[string]any) { d["lots"] = []any{thin} }))
	assert.Equal(t, 422, status, "under the step of its column: %v", problem)
	assert.Equal(t, "cannot_be_kept", problem.Errors[0].Code)
	status, text := p.send("POST", "/api/v1/session", `{"sign_in":"`+strings.Repeat("x", 5000)+`"}`)
	assert.Equal(t, 413, status, "who is not signed in says little: %s", text)
	status, _ = p.send("POST", "/api/v1/session", `{"sign_in":"a"}`, "Content-Type", "")
	assert.Equal(t, 415, status)
	status, text = p.send("POST", "/api/v1/rules", `{"a`+strings.Repeat(`":1,"a`, 90_000)+`":1}`)
	assert.Equal(t, 422, status)
	assert.Less(t, len(text), 20_000, "as many faults as one mends")
	status, text = p.send("GET", "/api/v1/rules", nil)
	assert.Equal(t, 200, status)
	assert.False(t, strings.Contains(text, "NaN"))
	// One that came in before it was refused is passed over.
	_, err := h.kernel.Database().SQL().Exec("INSERT INTO rule_changes (id, seq, rule_key, value, reason, person_id, at) SELECT 'odd', COALESCE(MAX(seq), 0) + 1, 'hole.raise_good_mm', 'NaN', 'x', (SELECT MIN(id) FROM people), NOW() FROM rule_changes")
	require.NoError(t, err)
	status, _ = p.send("GET", "/api/v1/rules", nil)
	assert.Equal(t, 200, status)
}
