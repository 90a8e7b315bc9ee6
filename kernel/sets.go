package kernel

import (
	"reflect"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"sedum/core/fault"
	"sedum/core/set"
)

// describeSets writes the closed sets into the document: a schema of its own for each, and its words wherever a field may hold fewer, or
// none. huma knows only the tags of a field; a set is told by its type.
func (k *Kernel) describeSets() {
	registry := k.api.OpenAPI().Components.Schemas
	names := []string{}
	for name := range registry.Map() {
		names = append(names, name)
	}
	slices.Sort(names)
	for _, name := range names {
		t := registry.TypeFromRef("#/components/schemas/" + name)
		if t != nil && t.Kind() == reflect.Struct {
			describeFields(registry, t, registry.Map()[name])
		}
	}
}

func describeFields(registry huma.Registry, t reflect.Type, s *huma.Schema) {
	for i := range t.NumField() {
		f := t.Field(i)
		if f.Anonymous && f.Type.Kind() == reflect.Struct {
			describeFields(registry, f.Type, s)
			continue
		}
		if at := s.Properties[fault.FieldName(f)]; at != nil {
			s.Properties[fault.FieldName(f)] = described(registry, f.Type, f.Tag, at)
		}
	}
}

// described is the schema of a value: of a set, its own or the fewer words of the field; of a list or map, that of what it holds.
func described(registry huma.Registry, t reflect.Type, tag reflect.StructTag, s *huma.Schema) *huma.Schema {
	switch t.Kind() {
	case reflect.Pointer:
		if s.Ref != "" && !strings.Contains(tag.Get("json"), ",omitempty") { // a record that may be missing is null
			return &huma.Schema{OneOf: []*huma.Schema{{Ref: s.Ref}, {Type: "null"}}, Description: s.Description}
		}
		if kind := t.Elem().Kind(); (kind == reflect.Array || kind == reflect.Slice) && !strings.Contains(tag.Get("json"), ",omitempty") {
			s.Nullable = true
		}
		return described(registry, t.Elem(), tag, s)
	case reflect.Slice, reflect.Array:
		if s.Items != nil {
			s.Items = described(registry, t.Elem(), tag, s.Items)
		}
	case reflect.Map:
		if values, ok := s.AdditionalProperties.(*huma.Schema); ok {
			s.AdditionalProperties = described(registry, t.Elem(), tag, values)
		}
	case reflect.String:
		words := set.Words(t)
		if words == nil {
			return s
		}
		name := schemaName(t, "")
		switch named := registry.Map()[name]; {
		case named == nil:
			registry.Map()[name] = &huma.Schema{Type: huma.TypeString, Enum: texts(words)}
		case named.Type != huma.TypeString:
			panic("kernel: a set and a struct are both called " + name)
		}
		whole := &huma.Schema{Ref: "#/components/schemas/" + name}
		switch choices := set.Choices(t, tag); {
		case tag.Get("enum") != "":
			s.Enum = texts(choices)
			return s
		case s.Nullable:
			return &huma.Schema{OneOf: []*huma.Schema{whole, {Type: "null"}}, Description: s.Description}
		case len(choices) > len(words):
			return &huma.Schema{OneOf: []*huma.Schema{whole, {Type: huma.TypeString, Enum: []any{""}}}, Description: s.Description}
		}
		return whole
	}
	return s
}

func texts(list []string) []any {
	out := []any{}
	for _, each := range list {
		out = append(out, each)
	}
	return out
}
