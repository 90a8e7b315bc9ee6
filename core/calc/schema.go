package calc

import (
	"maps"
	"reflect"
	"strconv"
	"strings"

	"sedum/core/fault"
	"sedum/core/set"
)

// Dialect is the JSON Schema that every schema of ours is written in.
const Dialect = "https://json-schema.org/draft/2020-12/schema"

// Schema is the JSON Schema (2020-12) of a calculator's input and of its output, each a document of its own.
type Schema struct {
	Input  map[string]any `json:"input"`
	Output map[string]any `json:"output"`
}

// Schema of the calculator, made of the tags of its types.
func (c Calculator) Schema() Schema {
	out := typeSchema(c.Output, "")
	if c.Name == "hole" {
		refused := map[string]any{
			"type": "object", "additionalProperties": false, "required": []any{"refused"},
			"properties": map[string]any{"refused": map[string]any{"type": "string"}},
		}
		out = map[string]any{"oneOf": []any{out, refused}}
	}
	in := typeSchema(c.Input, "")
	for what, s := range map[string]map[string]any{"input": in, "output": out} {
		s["$schema"], s["title"] = Dialect, c.Name+", "+what
	}
	return Schema{Input: in, Output: out}
}

func typeSchema(t reflect.Type, tag reflect.StructTag) map[string]any {
	s := map[string]any{}
	nullable := false
	if t.Kind() == reflect.Pointer {
		nullable, t = true, t.Elem()
	}
	switch t.Kind() {
	case reflect.Struct:
		s = structSchema(t)
	case reflect.Slice, reflect.Array:
		s["type"] = "array"
		s["items"] = typeSchema(t.Elem(), tag)
		if t.Kind() == reflect.Array {
			s["minItems"], s["maxItems"] = t.Len(), t.Len()
		}
		for _, name := range []string{"minItems", "maxItems"} {
			if n, err := strconv.Atoi(tag.Get(name)); err == nil {
				s[name] = n
			}
		}
	case reflect.Map:
		s["type"] = "object"
		s["additionalProperties"] = typeSchema(t.Elem(), tag)
	case reflect.Float64:
		s["type"] = "number"
		limits(s, tag)
	case reflect.Int, reflect.Int64:
		s["type"] = "integer"
		limits(s, tag)
	case reflect.Bool:
		s["type"] = "boolean"
	case reflect.Interface:
		s["type"] = []any{"string", "number"}
	default:
		s["type"] = "string"
		if n, err := strconv.Atoi(tag.Get("maxLength")); err == nil {
			s["maxLength"] = n
		}
		if choices := set.Choices(t, tag); choices != nil {
			all := []any{}
			for _, c := range choices {
				all = append(all, c)
			}
			if nullable {
				all = append(all, nil)
			}
			s["enum"] = all
		}
	}
	if doc := tag.Get("doc"); doc != "" {
		s["description"] = doc
	}
	if nullable {
		s["type"] = []any{s["type"], "null"}
	}
	return s
}

func structSchema(t reflect.Type) map[string]any {
	properties, required := map[string]any{}, []any{}
	for i := range t.NumField() {
		f := t.Field(i)
		if f.Anonymous {
			part := structSchema(f.Type)
			maps.Copy(properties, part["properties"].(map[string]any))
			required = append(required, part["required"].([]any)...)
			continue
		}
		name := fault.FieldName(f)
		if name == "" {
			continue
		}
		properties[name] = typeSchema(f.Type, f.Tag)
		if !strings.Contains(f.Tag.Get("json"), ",omitempty") {
			required = append(required, name)
		}
	}
	return map[string]any{
		"type": "object", "properties": properties, "required": required, "additionalProperties": false,
	}
}

func limits(s map[string]any, tag reflect.StructTag) {
	for _, name := range []string{"exclusiveMinimum", "minimum", "exclusiveMaximum", "maximum"} {
		if x, err := strconv.ParseFloat(tag.Get(name), 64); err == nil {
			s[name] = x
		}
	}
}
