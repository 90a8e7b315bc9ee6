package calc_test

import (
	"encoding/json"
	"errors"
	"maps"
	"slices"
	"testing"

	"pgregory.net/rapid"

	"sedum/core/calc"
	"sedum/core/fault"
	"sedum/core/rules"
)

// number draws one within the limits of a schema; edges and ties come oftener than chance would bring them.
func number(t *rapid.T, name string, schema map[string]any) float64 {
	low, high := -1e4, 1e4
	for _, key := range []string{"minimum", "exclusiveMinimum"} {
		if v, ok := schema[key].(float64); ok {
			low = v
		}
	}
	for _, key := range []string{"maximum", "exclusiveMaximum"} {
		if v, ok := schema[key].(float64); ok {
			high = v
		}
	}
	if high < low {
		high = low + 1e4
	}
	usual := min(high, low+2000)
	return rapid.OneOf(rapid.Just(low), rapid.Just(high), rapid.Float64Range(low, usual), rapid.Float64Range(low, high),
		rapid.Map(rapid.IntRange(0, 20), func(n int) float64 { return min(high, max(low, float64(n*25))) })).Draw(t, name)
}

// fits draws a value that a schema describes.
func fits(t *rapid.T, name string, schema map[string]any) any {
	if list, ok := schema["enum"].([]any); ok {
		return rapid.SampledFrom(list).Draw(t, name)
	}
	kind := schema["type"]
	if kinds, ok := kind.([]any); ok { // it may be null
		if rapid.Bool().Draw(t, name+" is null") {
			return nil
		}
		kind = kinds[0]
	}
	switch kind {
	case "object":
		out := map[string]any{}
		needed, _ := schema["required"].([]any)
		properties, _ := schema["properties"].(map[string]any)
		for _, key := range slices.Sorted(maps.Keys(properties)) {
			if slices.Contains(needed, any(key)) || rapid.Bool().Draw(t, name+"."+key+" is there") {
				out[key] = fits(t, name+"."+key, properties[key].(map[string]any))
			}
		}
		return out
	case "array":
		least, _ := schema["minItems"].(float64)
		most, ok := schema["maxItems"].(float64)
		if !ok {
			most = least + 5
		}
		list := make([]any, rapid.IntRange(int(least), int(min(most, least+9))).Draw(t, name+" length"))
		for i := range list {
			list[i] = fits(t, name, schema["items"].(map[string]any))
		}
		return list
	case "integer":
		return float64(int(number(t, name, schema)))
	case "number":
		return number(t, name, schema)
	case "boolean":
		return rapid.Bool().Draw(t, name)
	case "string":
		return rapid.SampledFrom([]string{"", "loam", "x"}).Draw(t, name)
	}
	return nil
}

// Whatever its own schema describes, a calculator answers with something that can be written down, or names what is wrong with
// which field: it never fails in another way, and the same question has the same answer.
func TestEveryCalculatorAnswersOrNamesTheFault(t *testing.T) {
	for _, name := range calc.Names() {
		c, err := calc.Find(name)
		if err != nil {
			t.Fatal(err)
		}
		var schema map[string]any // as it is published
		text, err := json.Marshal(c.Schema().Input)
		if err != nil {
			t.Fatal(err)
		}
		if err := json.Unmarshal(text, &schema); err != nil {
			t.Fatal(err)
		}
		answered := 0
		t.Run(name, func(t *testing.T) {
			rapid.Check(t, func(t *rapid.T) {
				in, err := json.Marshal(fits(t, "", schema))
				if err != nil {
					t.Fatal(err)
				}
				out, err := calc.Run(rules.House{}, name, in)
				var faults fault.List
				if errors.As(err, &faults) {
					if len(faults) == 0 {
						t.Fatalf("%s: a fault that says nothing", in)
					}
					return
				}
				if err != nil {
					t.Fatalf("%s: %v", in, err)
				}
				answered++
				sameAgain(t, name, in, out)
			})
		})
		t.Logf("%s answered %d times", name, answered)
	}
}

// sameAgain: an answer can be written down, and the same question has the same answer.
func sameAgain(t *rapid.T, name string, in []byte, out any) {
	first, err := json.Marshal(out)
	if err != nil {
		t.Fatalf("%s: the answer cannot be written down: %v", in, err)
	}
	again, err := calc.Run(rules.House{}, name, in)
	if err != nil {
		t.Fatal(err)
	}
	second, err := json.Marshal(again)
	if err != nil || string(first) != string(second) {
		t.Fatalf("%s: %s and then %s", in, first, second)
	}
}

// nudged changes numbers of a case here and there, as a hand that measures does.
func nudged(t *rapid.T, v any) any {
	switch v := v.(type) {
	case map[string]any:
		out := map[string]any{}
		for _, key := range slices.Sorted(maps.Keys(v)) {
			out[key] = nudged(t, v[key])
		}
		return out
	case []any:
		out := make([]any, len(v))
		for i := range v {
			out[i] = nudged(t, v[i])
		}
		return out
	case float64:
		if v == float64(int(v)) { // a count stays one
			least := -1
			if v < 2 { // none stays none, and one does not become none
				least = 0
			}
			return v + float64(rapid.IntRange(least, 1).Draw(t, "by"))
		}
		return v * rapid.Float64Range(0.9, 1.1).Draw(t, "times")
	}
	return v
}

// Round each case of the handbook, by as little as two hands differ, every calculator still answers or names the fault, and most of
// the time it answers.
func TestRoundEveryCaseOfTheHandbook(t *testing.T) {
	for _, name := range calc.Names() {
		var list []any
		for _, c := range readCases(t, name) {
			var in any
			if err := json.Unmarshal(c.Input, &in); err != nil {
				t.Fatal(err)
			}
			list = append(list, in)
		}
		t.Run(name, func(t *testing.T) {
			answered, asked := 0, 0
			rapid.Check(t, func(t *rapid.T) {
				in, err := json.Marshal(nudged(t, rapid.SampledFrom(list).Draw(t, "case")))
				if err != nil {
					t.Fatal(err)
				}
				asked++
				out, err := calc.Run(rules.House{}, name, in)
				var faults fault.List
				if errors.As(err, &faults) {
					return
				}
				if err != nil {
					t.Fatalf("%s: %v", in, err)
				}
				answered++
				sameAgain(t, name, in, out)
			})
			if answered*3 < asked {
				t.Errorf("%s answered %d of %d questions near its cases", name, answered, asked)
			}
		})
	}
}
