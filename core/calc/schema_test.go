package calc_test

import (
	"bytes"
	"encoding/json"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/core/calc"
	"sedum/core/rules"
)

func compiled(t *testing.T, schema map[string]any) *jsonschema.Schema {
	t.Helper()
	assert.Equal(t, "https://json-schema.org/draft/2020-12/schema", schema["$schema"])
	text, err := json.Marshal(schema)
	require.NoError(t, err)
	document, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	c := jsonschema.NewCompiler()
	require.NoError(t, c.AddResource("a.json", document))
	out, err := c.Compile("a.json") // which holds it against the dialect's own schema
	require.NoError(t, err)
	return out
}

func instance(t *testing.T, text []byte) any {
	t.Helper()
	out, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	return out
}

// The schemas of a calculator are documents of their dialect; every worked case is within them, and what is not asked for is not.
func TestSchemasAreWhatIsTakenAndGiven(t *testing.T) {
	for _, name := range calc.Names() {
		c, err := calc.Find(name)
		require.NoError(t, err)
		in, out := compiled(t, c.Schema().Input), compiled(t, c.Schema().Output)
		for i, each := range readCases(t, name) {
			assert.NoError(t, in.Validate(instance(t, each.Input)), "%s %d", name, i)
			answer, err := calc.Run(rules.House{}, name, each.Input)
			require.NoError(t, err)
			text, err := json.Marshal(answer)
			require.NoError(t, err)
			assert.NoError(t, out.Validate(instance(t, text)), "%s %d: %s", name, i, text)
			more := map[string]any{"nobody_asks_for_this": 1}
			require.NoError(t, json.Unmarshal(each.Input, &more))
			text, err = json.Marshal(more)
			require.NoError(t, err)
			assert.Error(t, in.Validate(instance(t, text)), "%s %d", name, i)
		}
	}
}
