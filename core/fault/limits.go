package fault

import (
	"fmt"
	"math"
	"reflect"
	"slices"
	"strconv"
	"strings"
)

// Check holds a struct against the limits in its tags and returns what breaks them.
//
// Tags read: exclusiveMinimum, minimum, exclusiveMaximum, maximum, enum (comma
// separated), minItems, maxItems. A nil pointer is "not given" and passes. The
// same tags make the JSON Schema (core/calc) and the API document, so that a
// limit is written once. Limits on input are exact: no slack.
func Check(in any) List {
	var l List
	walk(reflect.ValueOf(in), "", "", &l)
	return l
}

// FieldName is the JSON name of a struct field, "" when it has none.
func FieldName(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	if name == "-" {
		return ""
	}
	return name
}

func walk(v reflect.Value, path string, tag reflect.StructTag, l *List) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			walk(v.Elem(), path, tag, l)
		}
	case reflect.Struct:
		t := v.Type()
		for i := range t.NumField() {
			f := t.Field(i)
			if f.Anonymous {
				walk(v.Field(i), path, "", l)
				continue
			}
			name := FieldName(f)
			if name == "" {
				continue
			}
			if path != "" {
				name = path + "." + name
			}
			walk(v.Field(i), name, f.Tag, l)
		}
	case reflect.Slice, reflect.Array:
		if least := tag.Get("minItems"); least != "" && v.Kind() == reflect.Slice {
			if n, _ := strconv.Atoi(least); v.Len() < n {
				l.Add(path, TooFew, n)
			}
		}
		if most := tag.Get("maxItems"); most != "" && v.Kind() == reflect.Slice {
			if n, _ := strconv.Atoi(most); v.Len() > n {
				l.Add(path, TooMany, n)
			}
		}
		for i := range v.Len() {
			walk(v.Index(i), fmt.Sprintf("%s.%d", path, i), tag, l)
		}
	case reflect.Float64:
		number(v.Float(), path, tag, l)
	case reflect.Int, reflect.Int64:
		number(float64(v.Int()), path, tag, l)
	case reflect.String:
		if choices := tag.Get("enum"); choices != "" {
			if all := strings.Split(choices, ","); !slices.Contains(all, v.String()) {
				l.Add(path, NotAChoice, all)
			}
		}
	}
}

func number(x float64, path string, tag reflect.StructTag, l *List) {
	if math.IsNaN(x) || math.IsInf(x, 0) {
		l.Add(path, WrongType, "number")
		return
	}
	for _, limit := range []struct {
		tag   string
		code  Code
		holds func(limit float64) bool
	}{
		{"exclusiveMinimum", MustExceed, func(m float64) bool { return x > m }},
		{"minimum", AtLeast, func(m float64) bool { return x >= m }},
		{"exclusiveMaximum", MustBeUnder, func(m float64) bool { return x < m }},
		{"maximum", AtMost, func(m float64) bool { return x <= m }},
	} {
		if text := tag.Get(limit.tag); text != "" {
			if m, err := strconv.ParseFloat(text, 64); err == nil && !limit.holds(m) {
				l.Add(path, limit.code, m)
				return
			}
		}
	}
}
