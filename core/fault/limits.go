package fault

import (
	"math"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"

	"sedum/core/set"
)

// Check holds a struct against the limits in its tags and returns what breaks them.
//
// Tags read: exclusiveMinimum, minimum, exclusiveMaximum, maximum, enum (comma
// separated) or the closed set that the type is, optional, minItems, maxItems, maxLength (in characters). A nil pointer is "not given" and passes. The
// same tags make the JSON Schema (core/calc) and the API document, so that a
// limit is written once. Limits on input are exact: no slack.
func Check(in any) List {
	var l List
	v := reflect.ValueOf(in)
	if v.IsValid() {
		planOf(v.Type(), "").walk(v, nil, &l)
	}
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

// A plan is what the tags of a type ask, read once: this is done at every key that someone types.
type plan struct {
	least, most *int
	bounds      []bound
	choices     []string
	longest     *int
	fields      []fieldPlan
	of          *plan // of a pointer, slice or array
}

type fieldPlan struct {
	at   int
	name string // "" for an embedded struct, whose fields stand beside the others
	plan *plan
}

type bound struct {
	code  Code
	limit float64
}

func (b bound) holds(x float64) bool {
	switch b.code {
	case MustExceed:
		return x > b.limit
	case AtLeast:
		return x >= b.limit
	case MustBeUnder:
		return x < b.limit
	}
	return x <= b.limit
}

type planKey struct {
	t   reflect.Type
	tag reflect.StructTag
}

var plans sync.Map

func planOf(t reflect.Type, tag reflect.StructTag) *plan {
	if p, ok := plans.Load(planKey{t, tag}); ok {
		return p.(*plan)
	}
	p := readPlan(t, tag)
	plans.Store(planKey{t, tag}, p)
	return p
}

func readPlan(t reflect.Type, tag reflect.StructTag) *plan {
	p := &plan{}
	switch t.Kind() {
	case reflect.Pointer:
		p.of = planOf(t.Elem(), tag)
	case reflect.Slice, reflect.Array:
		p.of = planOf(t.Elem(), tag)
		if t.Kind() == reflect.Slice {
			p.least, p.most = whole(tag.Get("minItems")), whole(tag.Get("maxItems"))
		}
	case reflect.Struct:
		for i := range t.NumField() {
			f := t.Field(i)
			switch name := FieldName(f); {
			case f.Anonymous:
				p.fields = append(p.fields, fieldPlan{i, "", planOf(f.Type, "")})
			case name != "":
				p.fields = append(p.fields, fieldPlan{i, name, planOf(f.Type, f.Tag)})
			}
		}
	case reflect.Float64, reflect.Int, reflect.Int64:
		for _, b := range []struct {
			tag  string
			code Code
		}{{"exclusiveMinimum", MustExceed}, {"minimum", AtLeast}, {"exclusiveMaximum", MustBeUnder}, {"maximum", AtMost}} {
			if limit, err := strconv.ParseFloat(tag.Get(b.tag), 64); err == nil {
				p.bounds = append(p.bounds, bound{b.code, limit})
			}
		}
	case reflect.String:
		p.choices = set.Choices(t, tag)
		p.longest = whole(tag.Get("maxLength"))
	}
	return p
}

func whole(text string) *int {
	n, err := strconv.Atoi(text)
	if err != nil {
		return nil
	}
	return &n
}

// path is where a value stands; it becomes text only when something is wrong there.
type path struct {
	under *path
	name  string
	index int
}

func (p *path) String() string {
	if p == nil {
		return ""
	}
	name := p.name
	if name == "" {
		name = strconv.Itoa(p.index)
	}
	if p.under == nil {
		return name
	}
	return p.under.String() + "." + name
}

func (p *plan) walk(v reflect.Value, at *path, l *List) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			p.of.walk(v.Elem(), at, l)
		}
	case reflect.Struct:
		for _, f := range p.fields {
			if f.name == "" {
				f.plan.walk(v.Field(f.at), at, l)
				continue
			}
			f.plan.walk(v.Field(f.at), &path{under: at, name: f.name}, l)
		}
	case reflect.Slice, reflect.Array:
		if p.least != nil && v.Len() < *p.least {
			l.Add(at.String(), TooFew, *p.least)
		}
		if p.most != nil && v.Len() > *p.most {
			l.Add(at.String(), TooMany, *p.most)
		}
		for i := range v.Len() {
			p.of.walk(v.Index(i), &path{under: at, index: i}, l)
		}
	case reflect.Float64:
		p.number(v.Float(), at, l)
	case reflect.Int, reflect.Int64:
		p.number(float64(v.Int()), at, l)
	case reflect.String:
		if p.choices != nil && !slices.Contains(p.choices, v.String()) {
			l.Add(at.String(), NotAChoice, p.choices)
		}
		if p.longest != nil && utf8.RuneCountInString(v.String()) > *p.longest {
			l.Add(at.String(), TooLong, *p.longest)
		}
	}
}

func (p *plan) number(x float64, at *path, l *List) {
	if math.IsNaN(x) || math.IsInf(x, 0) {
		l.Add(at.String(), WrongType, "number")
		return
	}
	for _, b := range p.bounds {
		if !b.holds(x) {
			l.Add(at.String(), b.code, b.limit)
			return
		}
	}
}
