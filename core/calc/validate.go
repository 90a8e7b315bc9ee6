package calc

import (
	"bytes"
	"encoding/json"
	"errors"
	"math"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/santhosh-tekuri/jsonschema/v6/kind"

	"sedum/core/fault"
)

var compiled sync.Map // type of the input to its *jsonschema.Schema

// Decode reads JSON strictly into a T: unknown fields, wrong types, missing fields and broken limits
// are a fault.List, JSON that cannot be read is ErrBrokenJSON. Limits come from T's own tags.
func Decode[T any](raw []byte) (T, error) {
	var in T
	if err := validate(reflect.TypeFor[T](), raw); err != nil {
		return in, err
	}
	if err := json.Unmarshal(raw, &in); err != nil {
		return in, fault.List{{Code: fault.WrongType, Limit: err.Error()}}
	}
	return in, nil
}

func validator(t reflect.Type) (*jsonschema.Schema, error) {
	if s, ok := compiled.Load(t); ok {
		return s.(*jsonschema.Schema), nil
	}
	text, err := json.Marshal(typeSchema(t, ""))
	if err != nil {
		return nil, err
	}
	document, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	if err != nil {
		return nil, err
	}
	compiler := jsonschema.NewCompiler()
	where := "sedum:" + strings.ReplaceAll(t.String(), "/", ".")
	if err := compiler.AddResource(where, document); err != nil {
		return nil, err
	}
	s, err := compiler.Compile(where)
	if err == nil {
		compiled.Store(t, s)
	}
	return s, err
}

// validate holds raw JSON against the schema of a type and names every field that breaks it.
func validate(t reflect.Type, raw []byte) error {
	// Numbers are read as float64 before the schema sees them: an exponent of nine digits
	// must not be worked out exactly.
	var l fault.List
	var value any
	if err := json.Unmarshal(raw, &value); errors.As(err, new(*json.UnmarshalTypeError)) {
		return tooLarge(raw)
	} else if err != nil {
		return ErrBrokenJSON
	}
	s, err := validator(t)
	if err != nil {
		return err
	}
	var broken *jsonschema.ValidationError
	if err := s.Validate(value); errors.As(err, &broken) {
		collect(broken, &l)
		slices.SortStableFunc(l, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
		return l.Err()
	} else if err != nil {
		return err
	}
	return nil
}

// tooLarge names the numbers that no float64 can hold.
func tooLarge(raw []byte) error {
	decoder := json.NewDecoder(bytes.NewReader(raw))
	decoder.UseNumber()
	var value any
	if err := decoder.Decode(&value); err != nil {
		return ErrBrokenJSON
	}
	var l fault.List
	findTooLarge(value, "", &l)
	return l.Err()
}

func findTooLarge(value any, path string, l *fault.List) {
	under := func(name string) string {
		if path == "" {
			return name
		}
		return path + "." + name
	}
	switch v := value.(type) {
	case json.Number:
		if x, err := v.Float64(); err != nil || math.IsInf(x, 0) {
			l.Add(path, fault.TooLarge, nil)
		}
	case []any:
		for i := range v {
			findTooLarge(v[i], under(strconv.Itoa(i)), l)
		}
	case map[string]any:
		for k := range v {
			findTooLarge(v[k], under(k), l)
		}
	}
}

func collect(e *jsonschema.ValidationError, l *fault.List) {
	for _, cause := range e.Causes {
		collect(cause, l)
	}
	path := strings.Join(e.InstanceLocation, ".")
	under := func(name string) string {
		if path == "" {
			return name
		}
		return path + "." + name
	}
	number := func(r interface{ Float64() (float64, bool) }) float64 { x, _ := r.Float64(); return x }
	switch k := e.ErrorKind.(type) {
	case *kind.Required:
		for _, name := range k.Missing {
			l.Add(under(name), fault.Required, nil)
		}
	case *kind.AdditionalProperties:
		for _, name := range k.Properties {
			l.Add(under(name), fault.UnknownField, nil)
		}
	case *kind.Type:
		if k.Got == "number" && slices.Contains(k.Want, "integer") {
			l.Add(path, fault.NotWhole, nil)
			return
		}
		l.Add(path, fault.WrongType, k.Want[0])
	case *kind.Enum:
		choices := []string{}
		for _, c := range k.Want {
			if s, ok := c.(string); ok {
				choices = append(choices, s)
			}
		}
		l.Add(path, fault.NotAChoice, choices)
	case *kind.ExclusiveMinimum:
		l.Add(path, fault.MustExceed, number(k.Want))
	case *kind.Minimum:
		l.Add(path, fault.AtLeast, number(k.Want))
	case *kind.ExclusiveMaximum:
		l.Add(path, fault.MustBeUnder, number(k.Want))
	case *kind.Maximum:
		l.Add(path, fault.AtMost, number(k.Want))
	case *kind.MinItems:
		l.Add(path, fault.TooFew, k.Want)
	case *kind.MaxLength:
		l.Add(path, fault.TooLong, k.Want)
	case *kind.MaxItems:
		l.Add(path, fault.TooMany, k.Want)
	}
}
