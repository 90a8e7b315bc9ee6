package calc

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"math"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"

	"sedum/core/fault"
)

// Decode reads JSON strictly into a T, once: unknown fields, wrong types, missing fields and broken limits are a fault.List, JSON that
// cannot be read is ErrBrokenJSON. Limits come from T's own tags; of a field that is not there, or is of the wrong type, no limit is told.
func Decode[T any](raw []byte) (T, error) {
	var in T
	decoder := json.NewDecoder(bytes.NewReader(raw))
	decoder.UseNumber()
	r := reader{tokens: decoder}
	switch err := r.value(reflect.ValueOf(&in).Elem(), ""); {
	case errors.Is(err, errEnough):
		return in, r.faults.Err()
	case err != nil:
		return in, ErrBrokenJSON
	}
	if _, err := decoder.Token(); !errors.Is(err, io.EOF) {
		return in, ErrBrokenJSON // something comes after it
	}
	var limits fault.List
	if errors.As(fault.Check(in).Err(), &limits) {
		for _, f := range limits {
			if !slices.ContainsFunc(r.unread, func(at string) bool { return f.Field == at || strings.HasPrefix(f.Field, at+".") || at == "" }) {
				r.faults = append(r.faults, f)
			}
		}
	}
	slices.SortStableFunc(r.faults, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	return in, r.faults.Err()
}

// reader puts tokens into a value as they come, and notes what does not fit. Its errors are of JSON that cannot be read.
type reader struct {
	tokens *json.Decoder
	faults fault.List
	// unread are the places at which nothing was read: their limits are not held against a zero that nobody wrote.
	unread []string
}

// errEnough ends the reading: who hears of so many faults mends those first.
var errEnough = errors.New("calc: there are faults enough")

// mostItems is more than any list of ours holds.
const mostItems = 20_000

func (r *reader) refuse(at string, code fault.Code, limit any) {
	r.faults.Add(at, code, limit)
	r.unread = append(r.unread, at)
}

func (r *reader) value(v reflect.Value, at string) error {
	if len(r.faults) >= fault.Most {
		return errEnough
	}
	token, err := r.tokens.Token()
	if err != nil {
		return err
	}
	return r.put(v, at, token)
}

func under(at, name string) string {
	if at == "" {
		return name
	}
	return at + "." + name
}

// called is how a kind of value is named in a fault, as in a schema.
func called(t reflect.Type) string {
	switch t.Kind() {
	case reflect.Struct, reflect.Map:
		return "object"
	case reflect.Slice, reflect.Array:
		return "array"
	case reflect.Float64:
		return "number"
	case reflect.Int, reflect.Int64:
		return "integer"
	case reflect.Bool:
		return "boolean"
	}
	return "string"
}

func (r *reader) put(v reflect.Value, at string, token json.Token) error {
	if v.Kind() == reflect.Pointer {
		if token == nil {
			v.SetZero()
			return nil
		}
		if v.IsNil() {
			v.Set(reflect.New(v.Type().Elem()))
		}
		return r.put(v.Elem(), at, token)
	}
	switch x := token.(type) {
	case json.Delim:
		switch {
		case x == '{' && v.Kind() == reflect.Struct:
			return r.object(v, at)
		case x == '{' && v.Kind() == reflect.Map:
			return r.entries(v, at)
		case x == '[' && (v.Kind() == reflect.Slice || v.Kind() == reflect.Array):
			return r.list(v, at)
		}
		r.refuse(at, fault.WrongType, called(v.Type()))
		return r.skip()
	case json.Number:
		switch v.Kind() {
		case reflect.Interface: // text or a number
			read := reflect.New(reflect.TypeFor[float64]()).Elem()
			r.number(read, at, x)
			v.Set(read)
			return nil
		case reflect.Float64, reflect.Int, reflect.Int64:
			r.number(v, at, x)
			return nil
		}
	case string:
		if v.Kind() == reflect.Interface {
			v.Set(reflect.ValueOf(x))
			return nil
		}
		if v.Kind() == reflect.String {
			v.SetString(x)
			return nil
		}
	case bool:
		if v.Kind() == reflect.Bool {
			v.SetBool(x)
			return nil
		}
	}
	r.refuse(at, fault.WrongType, called(v.Type()))
	return nil
}

func (r *reader) number(v reflect.Value, at string, text json.Number) {
	x, err := text.Float64()
	if err != nil || math.IsInf(x, 0) {
		r.refuse(at, fault.TooLarge, nil)
		return
	}
	if v.Kind() == reflect.Float64 {
		v.SetFloat(x)
		return
	}
	if x != math.Trunc(x) {
		r.refuse(at, fault.NotWhole, nil)
		return
	}
	if n, err := text.Int64(); err == nil {
		v.SetInt(n)
	} else if math.Abs(x) < 1<<62 {
		v.SetInt(int64(x)) // written with a point or an exponent
	} else {
		r.refuse(at, fault.TooLarge, nil)
	}
}

func (r *reader) object(v reflect.Value, at string) error {
	fields := fieldsOf(v.Type())
	seen := make([]bool, len(fields.list))
	for r.tokens.More() {
		token, err := r.tokens.Token()
		if err != nil {
			return err
		}
		name, _ := token.(string)
		i, known := fields.byName[name]
		if !known || seen[i] {
			r.refuse(under(at, name), map[bool]fault.Code{false: fault.UnknownField, true: fault.SaidTwice}[known], nil)
			if len(r.faults) >= fault.Most {
				return errEnough
			}
			if err := r.next(); err != nil {
				return err
			}
			continue
		}
		seen[i] = true
		if err := r.value(v.FieldByIndex(fields.list[i].index), under(at, name)); err != nil {
			return err
		}
	}
	for i, f := range fields.list {
		if !seen[i] && f.required {
			r.refuse(under(at, f.name), fault.Required, nil)
		} else if !seen[i] {
			r.unread = append(r.unread, under(at, f.name))
		}
	}
	return r.close()
}

func (r *reader) entries(v reflect.Value, at string) error {
	v.Set(reflect.MakeMap(v.Type()))
	for r.tokens.More() {
		token, err := r.tokens.Token()
		if err != nil {
			return err
		}
		name, _ := token.(string)
		if v.MapIndex(reflect.ValueOf(name).Convert(v.Type().Key())).IsValid() {
			r.refuse(under(at, name), fault.SaidTwice, nil)
		}
		each := reflect.New(v.Type().Elem()).Elem()
		if err := r.value(each, under(at, name)); err != nil {
			return err
		}
		v.SetMapIndex(reflect.ValueOf(name).Convert(v.Type().Key()), each)
	}
	return r.close()
}

func (r *reader) list(v reflect.Value, at string) error {
	count := 0
	if v.Kind() == reflect.Slice {
		v.Set(reflect.MakeSlice(v.Type(), 0, 4))
	}
	for ; r.tokens.More(); count++ {
		if count == mostItems {
			r.refuse(at, fault.TooMany, mostItems)
			return errEnough
		}
		each := reflect.New(v.Type().Elem()).Elem()
		if err := r.value(each, under(at, strconv.Itoa(count))); err != nil {
			return err
		}
		if v.Kind() == reflect.Slice {
			v.Set(reflect.Append(v, each))
		} else if count < v.Len() {
			v.Index(count).Set(each)
		}
	}
	if v.Kind() == reflect.Array && count < v.Len() {
		r.refuse(at, fault.TooFew, v.Len())
	} else if v.Kind() == reflect.Array && count > v.Len() {
		r.refuse(at, fault.TooMany, v.Len())
	}
	return r.close()
}

func (r *reader) close() error {
	_, err := r.tokens.Token()
	return err
}

// next passes over a whole value.
func (r *reader) next() error {
	token, err := r.tokens.Token()
	if d, open := token.(json.Delim); err == nil && open && (d == '{' || d == '[') {
		return r.skip()
	}
	return err
}

// skip passes over the rest of a list or an object that was begun.
func (r *reader) skip() error {
	for depth := 1; depth > 0; {
		token, err := r.tokens.Token()
		if err != nil {
			return err
		}
		switch token {
		case json.Delim('{'), json.Delim('['):
			depth++
		case json.Delim('}'), json.Delim(']'):
			depth--
		}
	}
	return nil
}

// fields are those of a struct by their JSON names, with those of embedded structs beside the others.
type fields struct {
	list   []field
	byName map[string]int
}

type field struct {
	name     string
	index    []int
	required bool
}

var known sync.Map // reflect.Type to fields

func fieldsOf(t reflect.Type) fields {
	if f, ok := known.Load(t); ok {
		return f.(fields)
	}
	out := fields{byName: map[string]int{}}
	for _, f := range reflect.VisibleFields(t) {
		name := fault.FieldName(f)
		if name == "" || f.Anonymous || !f.IsExported() {
			continue
		}
		out.byName[name] = len(out.list)
		out.list = append(out.list, field{name, f.Index, !strings.Contains(f.Tag.Get("json"), ",omitempty")})
	}
	known.Store(t, out)
	return out
}
